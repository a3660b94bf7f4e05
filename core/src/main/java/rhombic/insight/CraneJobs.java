package rhombic.insight;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import rhombic.quantity.Clock;
import rhombic.study.kind.Rack;
import rhombic.study.kind.StackerCrane;
import rhombic.study.rack.RackPlaces;
import rhombic.study.unfold.CraneParts;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.trace.Moment;
import rhombic.trace.Trace;

/** What a stacker crane does at a moment and what it does next, read ahead in the trace as far as that is written. */
public final class CraneJobs {
    private static final int MAX_LIFTS = 6;
    private static final long AHEAD_NANOS = 15 * 60_000_000_000L;

    private final UnfoldedStudy study;

    /** What one crane has on its forks now, and what it takes up next of what is at the rack: a line for each load. */
    public record OfCrane(String crane, List<String> jobs) {
        public OfCrane {
            jobs = List.copyOf(jobs);
        }
    }

    public CraneJobs(UnfoldedStudy study) {
        this.study = study;
    }

    /** Of each crane of the group that is in an aisle. */
    public List<OfCrane> of(StackerCrane group, Trace trace, Moment now) {
        Optional<Rack> rack = study.study().find(group.rack(), Rack.class);
        List<OfCrane> all = new ArrayList<>();
        rack.ifPresent(one -> CraneParts.stackers(study).stream()
                .filter(crane -> crane.group() == group && crane.number() < one.layout().aisles())
                .forEach(crane -> all.add(ofCrane(crane, one, trace, now))));
        return all;
    }

    private OfCrane ofCrane(CraneParts<StackerCrane> crane, Rack rack, Trace trace, Moment now) {
        int node = study.number(rack.name());
        List<String> jobs = new ArrayList<>();
        Map<Integer, Integer> places = new HashMap<>(); // where what is moved more than once will be then
        for (Trace.Lift lift : trace.lifts(now, node, crane::isTip, MAX_LIFTS, now.timeNanos() + AHEAD_NANOS)) {
            if (lift.body() < now.bodies() && now.isAt(lift.body(), node)) { // else it is yet to come
                int from = places.getOrDefault(lift.body(), now.placeOf(lift.body()));
                if (lift.fromNanos() > now.timeNanos() && isGoingOut(rack, from)) {
                    continue; // another load that will have its number then
                }
                jobs.add(text(lift, rack, from, now));
                places.put(lift.body(), lift.toPlace());
            }
        }
        return new OfCrane(study.members().get(crane.member()).person().name(), jobs);
    }

    private String text(Trace.Lift lift, Rack rack, int fromPlace, Moment now) {
        String load = study.study().pieceTypes().get(now.typeOf(lift.body())).name() + " " + (now.pieceOf(lift.body()) + 1);
        String to = lift.toPlace() < 0 ? "" : ", to " + place(rack, lift.toPlace());
        if (lift.fromNanos() <= now.timeNanos()) {
            return "has " + load + to;
        }
        String from = fromPlace >= 0 ? " from " + place(rack, fromPlace) : "";
        return "in " + Clock.elapsed(lift.fromNanos() - now.timeNanos()) + " " + load + from + to;
    }

    private static boolean isGoingOut(Rack rack, int place) {
        if (place < 0) {
            return false;
        }
        RackPlaces.Sort sort = rack.places().place(place).sort();
        return sort == RackPlaces.Sort.WAY_OUT || sort == RackPlaces.Sort.PORT;
    }

    private static String place(Rack rack, int number) {
        RackPlaces.RackPlace place = rack.places().place(number);
        return switch (place.sort()) {
            case SLOT -> RackStory.lane(rack.layout(), place.number());
            case INFEED, WAY_IN -> "the infeed";
            case WAY_OUT, PORT -> "the outfeed";
        };
    }
}
