package rhombic.plant.store;

/**
 * Where a crane picks a load up or sets it down.
 *
 * @param reach metres to the left of the middle of the aisle, seen along it; negative: to the right
 * @param deep how many places farther back than the nearest
 */
record Stop(Load load, boolean isPickUp, Crane.Position position, double reach, int deep) {}
