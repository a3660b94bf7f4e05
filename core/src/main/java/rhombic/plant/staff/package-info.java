/**
 * The people of a run: made from the crews of its study ({@link rhombic.plant.staff.Staff}, {@link rhombic.plant.staff.Worker}), asked for and kept by the places that
 * need them ({@link rhombic.plant.staff.Staffing}), with what they work with and what they repair. Who gets which job is decided in
 * {@link rhombic.plant.resource}.
 */
@NullMarked
package rhombic.plant.staff;

import org.jspecify.annotations.NullMarked;
