/**
 * Who may be where on aisles. A {@link rhombic.plant.traffic.Traffic}, one for each run, gives
 * {@link rhombic.study.way.Sections sections} of aisles, and places beside them, to one vehicle at a time. A {@link rhombic.plant.traffic.RoadUser}
 * is a vehicle that asks for them: it goes along its route as fast as it may, asks for what lies ahead when it would have to brake, brakes within what
 * it has if that is not free, and goes on as soon as it is.
 *
 * <p>A vehicle waits only where it is in nobody's way but of those behind it: at a place, and on stretches that are one-way. All sections up to the next
 * such place are given at once or not at all, so nobody waits in a crossing, and nobody enters an aisle against another. A section is refused if
 * it would close a circle in which each waits for the next (deadlock avoidance in zone-controlled systems: S. A. Reveliotis, Conflict resolution in AGV
 * systems, IIE Transactions 32, 2000). Who stands at a place with nothing to do leaves it when another needs it; who stands at a place in a circle
 * of waits goes home first.
 *
 * <p>The {@link rhombic.plant.traffic.SectionBook} says who has which section, {@link rhombic.plant.traffic.Passings} which of them a route
 * passes and where one can wait between them, {@link rhombic.plant.traffic.Holdings} what one vehicle has.
 *
 * <p>Promises: no two vehicles are in one section, or in two that overlap; who holds a section beyond where it stands gets there, or
 * gives it back. Cost: two events for each section that is passed; nothing is scheduled for who waits.
 */
@NullMarked
package rhombic.plant.traffic;

import org.jspecify.annotations.NullMarked;
