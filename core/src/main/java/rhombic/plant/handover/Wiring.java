package rhombic.plant.handover;

import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Purpose;
import rhombic.plant.piece.Ranking;
import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.Rule;
import rhombic.study.Travel;

/** Lays the links of a study between its equipment. */
final class Wiring {
    private final Flow flow;
    private final List<Part> parts;
    private final Map<Part, List<Way>> waysFrom = new IdentityHashMap<>();
    private final Map<Part, List<Link>> linksFrom = new IdentityHashMap<>();
    /** Those to which not every offer may go at any time. */
    private final Set<Part> limited = Collections.newSetFromMap(new IdentityHashMap<>());
    private final List<Passage> passages = new ArrayList<>();

    private final Passage.Maker carried;

    Wiring(Flow flow, List<Part> parts, Passage.Maker carried) {
        this.flow = flow;
        this.parts = parts;
        this.carried = carried;
    }

    /** Connects all parts; gives the links that take time. */
    List<Passage> lay() {
        List<Link> links = flow.unfolded.links();
        for (int i = 0; i < links.size(); i++) {
            lay(i, links.get(i));
        }
        for (Part part : parts) {
            Part before = part.previous();
            if (before != null) {
                goesStraightOn(before, part);
            }
        }
        boolean outletsShut = mayShutOutlets();
        for (Part part : parts) {
            if (!(part instanceof FaultyNode)) {
                Ranking ranking = part.ranking();
                part.connect(new OutgoingLinks(waysFrom.getOrDefault(part, List.of()), linksFrom.getOrDefault(part, List.of()),
                        part.routing(), flow, part, flow.stream(part.streamId(), Purpose.ROUTING)), ranking);
                Taker taker = part.taker();
                if (taker != null) {
                    taker.connect(ranking, outletsShut || limited.contains(part));
                }
            }
        }
        return passages;
    }

    private void lay(int index, Link link) {
        Part from = flow.node(flow.unfolded.from(index)).exitAt(link.fromPort());
        Part entered = flow.node(flow.unfolded.to(index)).entryAt(link.toPort());
        Taker to = entered == null ? null : entered.taker();
        if (from == null || to == null) {
            return; // the check tells of such a link
        }
        Way.Entry entry = to.entry(link.toPort(), link.travel() instanceof Travel.AtOnce ? from.toEdgeMetres() : 0);
        List<Way> ways = waysFrom.computeIfAbsent(from, key -> new ArrayList<>());
        ways.add(new Way(ways.size(), to, passage(index, link, to, entry), entry));
        linksFrom.computeIfAbsent(from, key -> new ArrayList<>()).add(link);
        if (link.travel().maxPieces() > 0 || !link.failures().isEmpty()) {
            limited.add(entered);
        }
    }

    private @Nullable Passage passage(int index, Link link, Taker to, Way.Entry entry) {
        if (link.travel() instanceof Travel.AtOnce) {
            return null;
        }
        Passage.Course course = new Passage.Course(index, link, flow.node(flow.unfolded.from(index)), to, entry);
        Passage passage = link.travel() instanceof Travel.Carried ? carried.make(flow, course) : new Transit(flow, course);
        passages.add(passage);
        return passage;
    }

    /** What does not leave to the side goes straight on: the last of the ways, with what the shares leave over. */
    private void goesStraightOn(Part from, Part to) {
        List<Way> ways = waysFrom.computeIfAbsent(from, key -> new ArrayList<>());
        List<Link> links = linksFrom.computeIfAbsent(from, key -> new ArrayList<>());
        boolean byShare = links.stream().anyMatch(link -> link.share().isPresent());
        double shared = links.stream().mapToDouble(link -> link.share().map(Quantity::amount).orElse(0.0)).sum();
        Taker taker = Objects.requireNonNull(to.taker(), "pieces go straight on into a stretch");
        Link link = new Link(from.name(), from.name(),
                byShare ? Optional.of(Quantity.percent(Math.max(0, 100 - shared))) : Optional.empty());
        ways.add(new Way(ways.size(), taker, null, new Way.Entry(Way.Entrance.STRAIGHT_ON, 0)));
        links.add(link);
    }

    private boolean mayShutOutlets() {
        return flow.blueprint.canDeadlock()
                || flow.unfolded.elements().stream().anyMatch(element -> !element.basics().outletShut().isEmpty())
                || flow.unfolded.rules().stream().flatMap(rule -> rule.then().stream()).anyMatch(Rule.Action.ShutOutlet.class::isInstance);
    }
}
