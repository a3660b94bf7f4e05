/**
 * How people, vehicles and cranes get from one place to another. A {@link rhombic.plant.route.Router} knows the ways and gives a
 * {@link rhombic.plant.route.Route}: legs, one after the other, each with its length and speed limit. A {@link rhombic.plant.route.Mover} says how
 * fast something can go, speed up and brake, and so at which pace it covers a route. A {@link rhombic.plant.route.Motion} is one body on its way: where it
 * is at any moment is computed, never polled, and it can be held and go on at any moment.
 *
 * <p>Cost: a route of n legs is planned in time n; where a motion is, in time n. Nothing is scheduled but the arrival.
 */
@NullMarked
package rhombic.plant.route;

import org.jspecify.annotations.NullMarked;
