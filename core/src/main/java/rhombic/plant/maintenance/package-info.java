/**
 * What keeps equipment from working: failures by their own clocks, and the calendar.
 *
 * <p>A {@link rhombic.plant.maintenance.Breakdown} is one mode of failure of one equipment: it counts its up time by its clock, breaks
 * the {@link rhombic.plant.maintenance.Breakdown.Owner}, asks for repairers if it needs some, and repairs it. Modes know nothing of each
 * other: the equipment works only while none is active, since each holds it by itself. A clock of calendar time stands only
 * during its own down time; one of working time runs only while the equipment works. A {@link rhombic.plant.maintenance.ShiftClock}
 * follows a calendar.
 *
 * <p>Cost: a clock of working time has an event only in the operation in which it runs out; each operation begins and ends in
 * constant time.
 */
@NullMarked
package rhombic.plant.maintenance;

import org.jspecify.annotations.NullMarked;
