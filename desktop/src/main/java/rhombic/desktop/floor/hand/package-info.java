/** How hands move on the floor: placing, dragging, turning, linking, drawing ways, measuring, and what is typed meanwhile. */
@NullMarked
package rhombic.desktop.floor.hand;

import org.jspecify.annotations.NullMarked;
