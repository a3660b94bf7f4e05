package rhombic.plant.store;

import java.util.List;

/**
 * Where a crane picks loads up or sets them down, all of them at the same time, each with a fork of its own.
 *
 * @param reach metres to the left of the middle of the aisle, seen along it; negative: to the right
 * @param deep how many places farther back than the nearest
 */
record Stop(List<Handled> handled, boolean isPickUp, Crane.Position position, double reach, int deep) {
    /** A load and the number of the fork that takes it. */
    record Handled(Load load, int fork) {}
}
