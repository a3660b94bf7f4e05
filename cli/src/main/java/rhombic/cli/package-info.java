/**
 * The commands of the launcher that need no window.
 */
@NullMarked
package rhombic.cli;

import org.jspecify.annotations.NullMarked;
