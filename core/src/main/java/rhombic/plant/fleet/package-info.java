/**
 * The vehicles of a run: workers that drive, at one pace when empty and another when loaded, turn on the spot where they can't go round corners, and
 * take time to pick up and to set down. What one drives on is its {@link rhombic.plant.fleet.Power}: it runs down, and is filled up where it parks or
 * at one of the {@link rhombic.plant.fleet.VehicleAreas}, as idle ones may wait there. What they carry, and in which order, is decided in {@link rhombic.plant.transport} and
 * {@link rhombic.plant.resource}.
 */
@NullMarked
package rhombic.plant.fleet;

import org.jspecify.annotations.NullMarked;
