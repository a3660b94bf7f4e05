/**
 * Where the window starts.
 */
@NullMarked
package rhombic.desktop;

import org.jspecify.annotations.NullMarked;
