package rhombic.insight;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import rhombic.experiment.FigureText;
import rhombic.experiment.Summary;
import rhombic.measure.LinkFigures;
import rhombic.measure.RackFigures;
import rhombic.quantity.Clock;
import rhombic.quantity.Quantity;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Travel;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.Need;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Rack;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.kind.StackerCrane;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.value.PieceType;

/**
 * What is no station and taken most of its time: people, a conveyor, a link.
 *
 * @param name as a finding calls it
 * @param taken part of the time, of what could be of use; 0 to 1
 */
record OtherLoad(String name, double taken, Finding finding) {
    /** A conveyor is full where less than this part of the time is free at its entrance. */
    private static final double ENTRANCE_FULL_FROM = 0.96;

    /** So many jobs that wait on average, or less, are no sign that people limit. */
    private static final double JOBS_WAIT_FROM = 0.05;

    /** The one taken most, if it is taken enough to limit the plant, and more than any station is by itself. */
    static Optional<OtherLoad> highest(Summary summary, List<StationLoad> stations) {
        double busiest = stations.stream().mapToDouble(StationLoad::taken).max().orElse(0);
        double busiestByItself = stations.stream().mapToDouble(StationLoad::takenByItself).max().orElse(0);
        Reader reader = new Reader(summary);
        Optional<OtherLoad> people = reader.crews().stream()
                .filter(load -> load.taken > Limit.TAKEN_FROM && load.taken > busiestByItself)
                .max(Comparator.comparingDouble(OtherLoad::taken));
        return people.or(() -> Stream.concat(reader.conveyors().stream(), reader.links().stream())
                .filter(load -> load.taken > ENTRANCE_FULL_FROM && load.taken > busiest - Limit.ALIKE)
                .max(Comparator.comparingDouble(OtherLoad::taken)));
    }

    /** Reads the figures. */
    private static final class Reader {
        private final Summary summary;
        private final Means means;
        private final double seconds;

        Reader(Summary summary) {
            this.summary = summary;
            means = new Means(summary);
            seconds = means.of(run -> run.hours() * 3600);
        }

        List<OtherLoad> crews() {
            List<OtherLoad> loads = new ArrayList<>();
            List<ResourceGroup> crews = summary.unfolded().groups();
            for (int i = 0; i < crews.size(); i++) {
                ResourceGroup crew = crews.get(i);
                double busy = means.ofCrew(i, figures -> figures.utilisation());
                double waiting = waitingJobs(crew);
                if (crew instanceof StackerCrane crane) {
                    cranes(crane, busy).ifPresent(loads::add);
                } else if (waiting > JOBS_WAIT_FROM) {
                    int together = peopleTogether(crew);
                    double usable = (double) (crew.count() / together * together) / crew.count();
                    loads.add(new OtherLoad(crew.name(), Math.min(1, busy / usable), new Finding(crew.name(),
                            "Limited by the " + crew.memberWord(true) + " of " + crew.name() + ": busy " + Means.percent(busy)
                                    + " of their time on duty",
                            FigureText.of(waiting) + " jobs wait for them on average" + (usable < 1
                                    ? "; jobs take " + together + " at a time, of " + crew.count() + " there are"
                                    : ""))));
                }
            }
            return loads;
        }

        /** They look for what to do themselves, so what they have done is the evidence. */
        private Optional<OtherLoad> cranes(StackerCrane crane, double busy) {
            return summary.study().find(crane.rack(), Rack.class).map(rack -> new OtherLoad(crane.name(), busy, new Finding(crane.name(),
                    "Limited by the " + crane.memberWord(true) + " of " + crane.name() + ": busy " + Means.percent(busy)
                            + " of their time on duty",
                    "they store " + FigureText.of(ofRack(rack, RackFigures::stored) * 3600 / seconds) + " and fetch "
                            + FigureText.of(ofRack(rack, RackFigures::fetched) * 3600 / seconds) + " loads an hour, "
                            + Means.percent(ofRack(rack, RackFigures::doubleShare)) + " of the cycles double; a cycle takes "
                            + cycle(rack, RackFigures::workHours) + ": " + cycle(rack, RackFigures::travelHours) + " travel, "
                            + cycle(rack, RackFigures::liftHours) + " lift beyond that, " + cycle(rack, RackFigures::forkHours)
                            + " fork")));
        }

        private String cycle(Rack rack, ToDoubleFunction<RackFigures> hours) {
            return Clock.span(ofRack(rack, figures -> figures.perCycle(hours.applyAsDouble(figures))));
        }

        private double ofRack(Rack rack, ToDoubleFunction<RackFigures> figure) {
            return means.of(run -> run.rack(rack.name()).map(figure::applyAsDouble).orElse(0.0));
        }

        /** Jobs that wait for one of its skills, on average over the time measured. */
        private double waitingJobs(ResourceGroup crew) {
            return means.of(run -> run.skills().stream().filter(skill -> crew.has(skill.name()) && skill.jobs() > 0)
                    .mapToDouble(skill -> skill.jobs() * skill.waitMean()).sum() / seconds);
        }

        /** The people that the least of its jobs takes at once. */
        private int peopleTogether(ResourceGroup crew) {
            return needs().filter(need -> crew.meets(need)).mapToInt(Need::people).filter(people -> people <= crew.count()).min()
                    .orElse(1);
        }

        /** Whatever people are asked for: work, setup, service, repair and carrying. */
        private Stream<Need> needs() {
            Stream<Need> work = summary.unfolded().elements().stream().filter(WorkEquipment.class::isInstance)
                    .flatMap(element -> ((WorkEquipment) element).needs().stream());
            Stream<FailureMode> failures = Stream.concat(
                    summary.unfolded().elements().stream().flatMap(element -> element.basics().duty().failures().stream()),
                    summary.unfolded().links().stream().flatMap(link -> link.failures().stream()));
            Stream<Need> carrying = summary.unfolded().links().stream().map(Link::travel).filter(Travel.Carried.class::isInstance)
                    .map(travel -> ((Travel.Carried) travel).need());
            return Stream.of(work, failures.flatMap(mode -> mode.repairedBy().stream()), carrying).flatMap(needs -> needs);
        }

        List<OtherLoad> conveyors() {
            List<PlantElement> elements = summary.unfolded().elements();
            return IntStream.range(0, elements.size()).filter(i -> elements.get(i) instanceof Conveyor)
                    .mapToObj(i -> conveyor(i, (Conveyor) elements.get(i))).toList();
        }

        /** The more of two: how far its entrance is taken, and how near it is to the most that may be on it, while it does not stand. */
        private OtherLoad conveyor(int index, Conveyor conveyor) {
            double entrance = Math.min(1, entrance(index, conveyor));
            double running = means.of(index, e -> e.belt().runningShare());
            double capacity = (double) conveyor.maxPieces().orElse(Integer.MAX_VALUE) * conveyor.lanes();
            double full = means.of(index, e -> e.contentMean() * (1 - e.standingShare())) / capacity;
            if (full > entrance) {
                return new OtherLoad(conveyor.name(), full, new Finding(conveyor.name(),
                        "Limited by " + conveyor.name() + ": no more than " + (long) capacity + " may be on it",
                        FigureText.of(means.of(index, e -> e.contentMean())) + " are on it on average; it runs " + Means.percent(running)));
            }
            return new OtherLoad(conveyor.name(), entrance, new Finding(conveyor.name(),
                    "Limited by " + conveyor.name() + ": at " + conveyor.speed() + " no more pieces can come on",
                    "its entrance is taken " + Means.percent(entrance) + " of the time; it runs " + Means.percent(running)));
        }

        /** Part of the time in which its entrance is taken by a piece or the least gap behind it. */
        private double entrance(int index, Conveyor conveyor) {
            double length = 0;
            double count = 0;
            List<PieceType> types = summary.study().pieceTypes();
            for (int t = 0; t < types.size(); t++) {
                int type = t;
                double pieces = types.get(t).loadCarrier() ? 0 : means.of(run -> run.types().get(type).in() + run.types().get(type).made());
                length += pieces * conveyor.ownLengthOf(types.get(t));
                count += pieces;
            }
            double headway = Math.max(conveyor.indexing().pitch().map(Quantity::inBaseUnit).orElse(0.0),
                    (count == 0 ? 0 : length / count) + conveyor.gap().inBaseUnit()) / conveyor.speed().inBaseUnit();
            return means.of(run -> run.hours() > 0 ? run.equipment().get(index).in() / run.hours() / 3600 : 0) * headway / conveyor.lanes();
        }

        /** Links on which only so many may be on their way; a link is no equipment, and neither of its ends is to blame. */
        List<OtherLoad> links() {
            List<OtherLoad> loads = new ArrayList<>();
            List<LinkFigures> figures = summary.runs().getFirst().links();
            for (int i = 0; i < figures.size(); i++) {
                int index = i;
                Link link = summary.unfolded().link(figures.get(i).link());
                if (link.travel() instanceof Travel.Carried || link.travel().limit().isEmpty()) {
                    continue;
                }
                int limit = link.travel().limit().getAsInt();
                double taken = means.of(run -> run.links().get(index).departed() / seconds) * travelSeconds(link) / limit;
                String text = "the link from " + link.from() + " to " + link.to();
                loads.add(new OtherLoad(text, Math.min(1, taken), new Finding("",
                        "Limited by " + text + ": no more than " + limit + " may be on the way",
                        FigureText.of(means.of(run -> run.links().get(index).onTheWayMean())) + " are on the way on average, each for "
                                + Clock.span(travelSeconds(link)))));
            }
            return loads;
        }

        /** Waits at its end apart. */
        private double travelSeconds(Link link) {
            return switch (link.travel()) {
                case Travel.AtOnce atOnce -> 0;
                case Travel.Carried carried -> 0;
                case Travel.InTime in -> in.time().meanSeconds();
                case Travel.AtSpeed at -> Layout.path(link, summary.study().find(link.from()).orElseThrow(),
                        summary.study().find(link.to()).orElseThrow()).metres() / at.speed().inBaseUnit();
            };
        }
    }
}
