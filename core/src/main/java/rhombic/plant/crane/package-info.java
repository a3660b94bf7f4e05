/**
 * Cranes at work. An {@link rhombic.plant.crane.AisleCrane} travels and lifts in the aisle of a rack, whose {@link rhombic.plant.crane.AisleCrane.Work} tells it what to
 * do, and never knows more of the rack.
 *
 * <p>Bridge and gantry cranes: a {@link rhombic.plant.crane.HallCrane} is called along links as vehicles are; how it gets there is its
 * {@link rhombic.plant.crane.Overhead}: it lifts what hangs on the hook over all that stands below its way, travels with bridge and trolley at once, and comes
 * down. On the {@link rhombic.plant.crane.RunwayTraffic} each holds the part of the runway that it travels over, from when it sets out to when it is there; of two
 * that want the same, one goes first, and the other stands aside.
 *
 * <p>Promised: two bridges are never nearer than the safe distance, at any moment; a load that travels is never lower than what stands below its
 * way and the clearance; of those that wait the first always gets there, unless one that is down or at work stands in its way for good.
 */
@NullMarked
package rhombic.plant.crane;

import org.jspecify.annotations.NullMarked;
