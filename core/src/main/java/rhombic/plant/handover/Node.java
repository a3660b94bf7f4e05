package rhombic.plant.handover;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import rhombic.formula.FormulaException;
import rhombic.measure.ModeFigures;
import rhombic.measure.tally.Tally;
import rhombic.plant.activity.Hold;
import rhombic.plant.activity.Holds;
import rhombic.plant.piece.PickPlaces;
import rhombic.plant.piece.Piece;
import rhombic.study.Rule;
import rhombic.study.duty.FailureMode;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.PlantElement;
import rhombic.study.value.Attribute;
import rhombic.study.value.EquipmentState;

/** One element of a running plant. */
public abstract class Node extends Part {
    public final int index;
    public final Tally tally;
    /** Rules that something here may set off; null if none can. */
    public @Nullable NodeRules rules;

    /** What breaks it and when it is on duty; null if nothing ever does and it always is. */
    public final @Nullable Maintenance maintenance;

    /** What opens and shuts its inlet and its outlet. */
    public final Gates gates;

    private final PlantElement element;
    private final Map<String, Object> attributes = new HashMap<>();
    private final Holds inlet = new Holds();
    private final Holds outlet = new Holds();
    private @Nullable EquipmentState state;

    /** Where each piece is picked by itself; null: pieces are taken up where they go out. */
    public @Nullable PickPlaces pickPlaces() {
        return null;
    }

    protected Node(Flow flow, int index, PlantElement element, Tally tally) {
        super(flow);
        this.index = index;
        this.element = element;
        this.tally = tally;
        gates = new Gates(this, inlet, outlet);
        maintenance = Maintenance.of(this);
        for (Attribute attribute : element.basics().attributes()) {
            attributes.put(attribute.name(), attribute.value().asObject());
        }
    }

    @Override
    public final String name() {
        return element.name();
    }

    public String id() {
        return element.id();
    }

    public PlantElement element() {
        return element;
    }

    @Override
    protected final Node node() {
        return this;
    }

    @Override
    public PlantScope scope(String use) {
        return scopeWithStream(id() + "\u0000" + use);
    }

    @Override
    public PlantScope scopeWithStream(String stream) {
        return new PlantScope(flow, this, stream);
    }

    /** Where pieces come and go, each by itself: usually the equipment as a whole; none where they never do. */
    protected List<? extends Part> parts() {
        return List.of(this);
    }

    /** Where the pieces come in that come to a port; null if they never do. */
    @Nullable
    protected Part entryAt(String port) {
        return this;
    }

    /** Where the pieces go out that leave by a port; null if they never do. */
    @Nullable
    protected Part exitAt(String port) {
        return this;
    }

    @Override
    protected boolean isEmpty() {
        return tally.content() == 0;
    }

    /** Called once at the start of the run, in the order of the study. */
    protected void begin() {}

    /** The measures begin anew: what is under way is booked up to now, and counts from now on. */
    protected void restartMeasures() {
        book();
        tally.restart(flow.now());
        Maintenance kept = maintenance;
        if (kept != null) {
            kept.modes().restart();
        }
    }

    /** Books the time of all that is under way up to now. */
    public void book() {}

    // ---- gates

    @Override
    public boolean isOutletHeld() {
        return outlet.isHeld();
    }

    @Override
    public final boolean isInletHeld() {
        return inlet.isHeld();
    }

    final Holds inlet() {
        return inlet;
    }

    /**
     * It stands still for that reason from now on, or no longer.
     *
     * @param holdsGates whether nothing comes in and goes out meanwhile
     */
    public void setHeld(Hold reason, boolean on, boolean holdsGates) {
        if (holdsGates) {
            gates.hold(reason, on);
        }
    }

    /** Its shift or break begins or ends. */
    protected void setOffShift(boolean off) {
        setHeld(Hold.OFF_SHIFT, off, true);
    }

    /** What becomes of what is worked on when it breaks down. */
    protected void onInterrupted(FailureMode.InterruptedPiece piece) {}

    /** What keeps it from working has changed: whatever shows that is brought up to date. */
    protected void onMaintenanceChanged() {}

    /** So many pieces are done or have gone through: as many cycles of what counts cycles. */
    public final void countCycles(int pieces) {
        Maintenance kept = maintenance;
        if (kept != null) {
            kept.modes().count(pieces);
        }
    }

    /** Switches its drive off or on, if it has one. */
    public void setOff(boolean off) {}

    // ---- what formulas and rules see

    /** What formulas can ask of it. */
    protected Object value(String name) {
        return switch (name) {
            case "name" -> name();
            case "content" -> (double) tally.content();
            case "done" -> (double) tally.out();
            default -> {
                Object attribute = attributes.get(name);
                Object value = attribute == null ? further(name) : attribute;
                if (value == null) {
                    throw new FormulaException(name() + " has no attribute \u201c" + name + "\u201d: add it there");
                }
                yield value;
            }
        };
    }

    /** What its kind has beside that; null if it has nothing of that name. */
    @Nullable
    public Object further(String name) {
        if (!name.equals(Equipment.COMING) || !element.takesPieces()) {
            return null;
        }
        Taker takes = taker();
        return takes == null ? (Object) 0.0 : (Object) (double) takes.claims();
    }

    /** What has broken it, how often and for how long. */
    public List<ModeFigures> modes() {
        return maintenance == null ? List.of() : maintenance.modes().figures();
    }

    /** Says whether it has the attribute, of that kind. */
    public boolean set(String attribute, Object value) {
        Object before = attributes.get(attribute);
        if (before == null || before.getClass() != value.getClass()) {
            return false;
        }
        attributes.put(attribute, value);
        return true;
    }

    public final void notifyRules(Rule.PieceEvent event, Piece piece) {
        NodeRules told = rules;
        if (told != null) {
            told.onPieceEvent(event, piece);
        }
    }

    /** Tells rules what it has become. */
    public final void notifyRules(String word) {
        NodeRules told = rules;
        if (told != null) {
            told.onState(word);
        }
    }

    /** Sets the state of the equipment as a whole. */
    protected final void noteState(EquipmentState now) {
        if (now != state) {
            boolean first = state == null;
            state = now;
            if (flow.trace != null) {
                flow.trace.state(flow.now(), index, now);
            }
            if (!first) {
                notifyRules(now.word());
            }
        }
    }
}
