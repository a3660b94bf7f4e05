/**
 * What is carried. A link along which pieces are carried is a {@link rhombic.plant.transport.Carriage}. A piece that waits there for
 * nothing but to be fetched has somebody asked for. Who is given the job makes a {@link rhombic.plant.transport.Tour}: in the same step each
 * piece of it becomes a {@link rhombic.plant.transport.TransportOrder} with a claim on a definite spot where it goes, and is on offer
 * nowhere else from then on. A tour takes several pieces of one link, and of several links of the same crew where that saves
 * way and nobody else is free; its stops are in the best sequence ({@link rhombic.plant.transport.TourPlan}).
 *
 * <p>Promises: an order is in one state at a time, and its parts of time add up; nothing is fetched for which there is no room; who
 * holds a piece in hand brings it there before going off duty. Givers, takers and links know nothing of this: they see offers that are bound,
 * and claims.
 */
@NullMarked
package rhombic.plant.transport;

import org.jspecify.annotations.NullMarked;
