package rhombic.study.fleet;

import java.io.Serializable;
import java.util.List;

/**
 * For whom vehicles work, from where, and where they wait.
 *
 * @param partOf the fleet that they belong to as well: who calls that one calls them too; empty: to no other
 * @param zones that they fetch from, by name; empty: from everywhere
 * @param parking the parking areas where they wait when there is nothing to do, by name; empty: as their rules say
 */
public record Deployment(String partOf, List<String> zones, List<String> parking) implements Serializable {
    /** By themselves, everywhere, and wherever their rules say. */
    public static final Deployment USUAL = new Deployment("", List.of(), List.of());

    public Deployment {
        zones = List.copyOf(zones);
        parking = List.copyOf(parking);
    }

    public Deployment withPartOf(String newPartOf) {
        return new Deployment(newPartOf, zones, parking);
    }

    public Deployment withZones(List<String> newZones) {
        return new Deployment(partOf, newZones, parking);
    }

    public Deployment withParking(List<String> newParking) {
        return new Deployment(partOf, zones, newParking);
    }
}
