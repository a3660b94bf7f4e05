/**
 * The window around the floor: top bar, outlook, shelf, find or do, results.
 */
@NullMarked
package rhombic.desktop.frame;

import org.jspecify.annotations.NullMarked;
