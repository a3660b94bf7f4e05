package rhombic.study.fleet;

import java.io.Serializable;
import java.util.List;

/**
 * For whom vehicles work, from where, and where they wait.
 *
 * @param partOf the fleet that they belong to as well: who calls that one calls them too; empty: to no other
 * @param zones that they fetch from, by name; empty: from everywhere
 * @param parking the parking areas where they wait when there is nothing to do, by name; empty: as their rules say
 * @param driver the crew or skill of which somebody must drive each that moves, by name; empty: they drive by themselves
 * @param onAisle whether they pick up and set down from the aisle, where others wait behind them meanwhile; else at a place beside it
 */
public record Deployment(String partOf, List<String> zones, List<String> parking, String driver, boolean onAisle) implements Serializable {
    /** By themselves, everywhere, and wherever their rules say. */
    public static final Deployment USUAL = new Deployment("", List.of(), List.of(), "", false);

    public Deployment {
        zones = List.copyOf(zones);
        parking = List.copyOf(parking);
    }

    public Deployment withPartOf(String newPartOf) {
        return new Deployment(newPartOf, zones, parking, driver, onAisle);
    }

    public Deployment withZones(List<String> newZones) {
        return new Deployment(partOf, newZones, parking, driver, onAisle);
    }

    public Deployment withParking(List<String> newParking) {
        return new Deployment(partOf, zones, newParking, driver, onAisle);
    }

    public Deployment withDriver(String newDriver) {
        return new Deployment(partOf, zones, parking, newDriver, onAisle);
    }

    public Deployment withOnAisle(boolean newOnAisle) {
        return new Deployment(partOf, zones, parking, driver, newOnAisle);
    }
}
