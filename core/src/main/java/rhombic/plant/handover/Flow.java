package rhombic.plant.handover;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.ToDoubleFunction;
import org.jspecify.annotations.Nullable;
import rhombic.formula.Formula;
import rhombic.measure.DeadlockFigures;
import rhombic.measure.Diary;
import rhombic.plant.blueprint.Blueprint;
import rhombic.plant.piece.Piece;
import rhombic.plant.run.Run;
import rhombic.plant.staff.Members;
import rhombic.plant.staff.Staff;
import rhombic.trace.TraceWriter;

/** A run with its elements, the links between it, and its people. */
public final class Flow extends Run {
    private final List<Node> nodes = new ArrayList<>();
    /** What takes and gives: the nodes, or, of a conveyor, its stretches. */
    private final List<Part> parts = new ArrayList<>();
    private final List<Passage> passages = new ArrayList<>();
    private final Map<String, Node> byName = new HashMap<>();
    private final Map<Node, List<Taker>> takers = new IdentityHashMap<>();
    private final @Nullable Staff staff;

    /** @param resources makes the members of each group */
    public Flow(Blueprint blueprint, int replication, @Nullable TraceWriter trace, @Nullable Diary diary, Members.Maker resources) {
        super(blueprint, replication, trace, diary);
        staff = unfolded.groups().isEmpty() ? null : new Staff(this, unfolded.groups(), resources);
        if (staff != null) {
            watchPeople();
        }
    }

    /** Adds an element, in the order of the study. */
    public void add(Node node) {
        nodes.add(node);
        byName.put(node.name(), node);
    }

    /**
     * All equipment is there: it is linked as the study has it.
     *
     * @param carried makes the passages along which pieces are carried
     */
    public void link(Passage.Maker carried) {
        nodes.forEach(node -> parts.addAll(node.parts()));
        for (int i = 0; i < parts.size(); i++) {
            parts.get(i).number = i;
        }
        passages.addAll(new Wiring(this, parts, carried).lay());
    }

    public List<Node> nodes() {
        return Collections.unmodifiableList(nodes);
    }

    /** Links on which pieces take time. */
    public List<Passage> passages() {
        return Collections.unmodifiableList(passages);
    }

    public Node node(int index) {
        return nodes.get(index);
    }

    public @Nullable Node find(String name) {
        return byName.get(name);
    }

    /** @throws IllegalStateException if there is none of that name, which the check of the study would have told */
    public Node known(String name) {
        Node node = byName.get(name);
        if (node == null) {
            throw new IllegalStateException("\u201c" + name + "\u201d is not there");
        }
        return node;
    }

    /** Its people; null if it has none. */
    public @Nullable Staff staff() {
        return staff;
    }

    /** Its people, where there must be some. */
    public Staff staffed() {
        Staff known = staff;
        assert known != null : "nobody is there";
        return known;
    }

    @Override
    public ToDoubleFunction<Piece> ofPiece(String text, String stream) {
        Formula formula = formula(text);
        PlantScope scope = new PlantScope(this, null, stream);
        return piece -> scope.evaluate(formula, piece, formula::number);
    }

    @Override
    public ToDoubleFunction<ToDoubleFunction<String>> ofMember(String text, String stream) {
        Formula formula = formula(text);
        PlantScope scope = new PlantScope(this, null, stream);
        return member -> scope.choosing(member).evaluate(formula, null, formula::number);
    }

    @Override
    protected boolean arePeopleDue() {
        return staff != null && staff.isDue();
    }

    @Override
    protected boolean givePeople() {
        return staff != null && staff.give();
    }

    /** All equipment, links and people begin; called once. */
    public void begin() {
        nodes.forEach(node -> node.gates.begin());
        nodes.forEach(Node::begin);
        passages.forEach(Passage::begin);
        if (staff != null) {
            staff.begin();
        }
        for (Node node : nodes) {
            if (node.maintenance != null) {
                node.maintenance.begin();
            }
        }
    }

    /** All measures begin anew. */
    public void restartMeasures() {
        nodes.forEach(Node::restartMeasures);
        if (staff != null) {
            staff.restart();
        }
        passages.forEach(Passage::restart);
        census.restart();
    }

    /** What stands still for good now, because each waits for the next. */
    public DeadlockFigures deadlock() {
        return new Deadlock(parts, passages).figures();
    }

    /** A rule has changed a piece that may wait somewhere: ranks that are kept are asked for once more. */
    public void ranksMayHaveChanged() {
        parts.forEach(Part::updateRanks);
    }

    /** What waits to go out of it may go now and could not before: whoever may take it serves its line. */
    void serveTakersOf(Node giver) {
        giver.parts().forEach(part -> part.waysTo().map(Way::passage).filter(Objects::nonNull).forEach(Passage::onOutletOpens));
        for (Taker taker : giver.mayOfferAnywhere() ? takers() : takersOf(giver)) {
            if (!taker.line.isEmpty()) {
                taker.toAgenda();
            }
        }
    }

    /** All that takes pieces. */
    List<Taker> takers() {
        return parts.stream().map(Part::taker).filter(Objects::nonNull).toList();
    }

    /** In the order of all parts, whatever the order of the links. */
    private List<Taker> takersOf(Node giver) {
        return takers.computeIfAbsent(giver, node -> node.parts().stream().flatMap(part -> part.waysTo())
                .map(Way::taker).distinct().sorted(Comparator.comparingInt(taker -> taker.part.number)).toList());
    }
}
