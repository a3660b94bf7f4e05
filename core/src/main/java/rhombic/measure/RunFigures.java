package rhombic.measure;

import java.io.Serializable;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What one run measured, from the end of the warm-up to its end. Always
 * {@code insideAtStart + in + made − joined − scrapped − out = inside}. Pieces on a carrier count one by one.
 *
 * @param hours length of what was measured
 * @param loadCarriersOut part of those out that are carriers or whole batches; throughput and lead time are of the others
 * @param made pieces that came into being inside
 * @param joined pieces that became part of another
 * @param scrapped pieces that failed too often or that a rule scrapped
 * @param stoppedBy what ended the run before its length: the name of a rule, or how many pieces are out; empty if nothing did
 * @param rejected pieces that came while there was no room and were sent off; not counted as in
 * @param links those on which pieces take time
 * @param events that occurred in the whole run
 * @param deadlock what stands still for good at the end
 * @param crews in the order of the study
 * @param skills that crews have, their own names among them
 * @param racks in the order of the study
 * @param plannedHours part of the hours in which at least one of the calendars in use is on, breaks apart; all if there are none
 */
public record RunFigures(int replication, long seed, double hours, long in, long out, long loadCarriersOut, long made, long joined,
        long scrapped, long insideAtStart, long inside, double insideMean,
        long rejected, StayFigures lead, List<EquipmentFigures> equipment, List<LinkFigures> links, List<TypeFigures> types,
        long events, String stoppedBy, DeadlockFigures deadlock, List<CrewFigures> crews,
        List<SkillFigures> skills, List<AisleFigures> aisles, List<RackFigures> racks, double plannedHours) implements Serializable {
    public RunFigures {
        equipment = List.copyOf(equipment);
        links = List.copyOf(links);
        types = List.copyOf(types);
        crews = List.copyOf(crews);
        skills = List.copyOf(skills);
        aisles = List.copyOf(aisles);
        racks = List.copyOf(racks);
    }

    /** Of the rack with that name; empty if it has an error, and did nothing. */
    public Optional<RackFigures> rack(String name) {
        return racks.stream().filter(rack -> rack.name().equals(name)).findFirst();
    }

    /** All failures, those of equipment first, then those of links; in each run of a study the same in the same order. */
    public List<FailureFigures> failures() {
        List<FailureFigures> all = new ArrayList<>();
        for (EquipmentFigures element : equipment) {
            int people = crews.stream().filter(crew -> crew.name().equals(element.name())).mapToInt(crew -> crew.people().size())
                    .findFirst()
                    .orElse(1);
            element.modes().forEach(mode -> all.add(new FailureFigures(element.name(), FailureFigures.NO_LINK, people, mode)));
        }
        for (LinkFigures link : links) {
            link.modes().forEach(mode -> all.add(new FailureFigures(link.from() + " to " + link.to(), link.link(), 1, mode)));
        }
        return all;
    }

    /** Part of those that came which were turned away, 0 to 1; NaN if none came. */
    public double lossShare() {
        return in + rejected == 0 ? Double.NaN : (double) rejected / (in + rejected);
    }

    /** Pieces out for each hour that was planned; NaN if none was. */
    public double throughputPerPlannedHour() {
        return plannedHours > 0 ? (out - loadCarriersOut) / plannedHours : Double.NaN;
    }

    public double throughputPerHour() {
        return hours > 0 ? (out - loadCarriersOut) / hours : 0;
    }
}
