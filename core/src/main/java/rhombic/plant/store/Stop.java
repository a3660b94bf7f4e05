package rhombic.plant.store;

/**
 * Where a crane picks a load up or sets it down.
 *
 * @param along metres from the front of the rack
 * @param high metres above the floor
 * @param reach metres to the left of the middle of the aisle, seen along it; negative: to the right
 * @param deep how many places farther back than the nearest
 */
record Stop(Load load, boolean isPickUp, double along, double high, double reach, int deep) {}
