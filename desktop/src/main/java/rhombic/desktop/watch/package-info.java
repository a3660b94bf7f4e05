/**
 * Time: transport controls and strips.
 */
@NullMarked
package rhombic.desktop.watch;

import org.jspecify.annotations.NullMarked;
