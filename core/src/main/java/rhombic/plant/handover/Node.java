package rhombic.plant.handover;

import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.ToDoubleFunction;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import rhombic.formula.FormulaException;
import rhombic.measure.ModeFigures;
import rhombic.measure.Tally;
import rhombic.plant.activity.Hold;
import rhombic.plant.activity.Holds;
import rhombic.plant.piece.Piece;
import rhombic.plant.piece.RankedQueue;
import rhombic.plant.piece.Ranking;
import rhombic.plant.run.Attended;
import rhombic.study.Rule;
import rhombic.study.duty.FailureMode;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.PlantElement;
import rhombic.study.value.Attribute;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.Routing;

/** One element of a running plant: equipment may take pieces, may give them. */
public abstract class Node extends Attended implements Giver {
    public final Flow flow;
    public final int index;
    public final Tally tally;
    /** Offers of others that wait for room here. */
    public final RankedQueue<Offer.QueuedOffer> line = new RankedQueue<>();
    /** Rules that something here may set off; null if none can. */
    public @Nullable NodeRules rules;
    /** When something last came here, went from here or was done here. */
    public long touchedNanos;

    /** What breaks it and when it is on duty; null if nothing ever does and it always is. */
    public final @Nullable Maintenance maintenance;

    /** What opens and shuts its inlet and its outlet. */
    public final Gates gates;

    /** Its number among all that takes and gives. */
    int part;

    private final PlantElement element;
    private final Map<String, Object> attributes = new HashMap<>();
    private final Holds inlet = new Holds();
    private final Holds outlet = new Holds();
    private @Nullable OutgoingLinks outgoingLinks;
    private boolean mayPassOver;
    private @Nullable EquipmentState state;
    /** Held by pieces on their way, in the order in which they set out. */
    private final Set<Claim> claims = new LinkedHashSet<>();
    /** The same by spot; empty while no link that leads here takes time. */
    private int[] claimsAt = new int[0];

    protected Node(Flow flow, int index, PlantElement element, Tally tally) {
        this.flow = flow;
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

    /** What formulas for one use here can see; each use draws from a stream of its own. */
    public PlantScope scope(String use) {
        return scopeWithStream(id() + "\u0000" + use);
    }

    /** What a formula here can see that draws from that stream. */
    public PlantScope scopeWithStream(String stream) {
        return new PlantScope(flow, this, stream);
    }

    /**
     * Called once, when all nodes are there.
     *
     * @param someMayNotGo whether an offer here may be one that can't go for now, whoever has room
     */
    public void connect(OutgoingLinks ways, Ranking ranking, boolean someMayNotGo) {
        outgoingLinks = ways;
        line.rankBy(ranking);
        mayPassOver = isCapacityByPiece() || someMayNotGo;
    }

    @Override
    public final OutgoingLinks outgoingLinks() {
        if (outgoingLinks == null) {
            throw new IllegalStateException(name() + " is used before it is connected");
        }
        return outgoingLinks;
    }

    /** Its ways out; none where it stands idle. */
    final Stream<Way> waysTo() {
        return outgoingLinks == null ? Stream.of() : Arrays.stream(outgoingLinks.ways);
    }

    /** The one that takes and gives, each for itself: usually the equipment as a whole. */
    protected List<? extends Node> parts() {
        return List.of(this);
    }

    /** What takes the pieces that come in at a port. */
    protected Node takerAt(String port) {
        return this;
    }

    /** What gives the pieces that go out at a port. */
    protected Node giverAt(String port) {
        return this;
    }

    /** The part of the same equipment from which pieces go straight on into this one. */
    @Nullable
    protected Node previous() {
        return null;
    }

    /** How far it is from where pieces wait to go out to its edge. */
    protected double toEdgeMetres() {
        return 0;
    }

    /**
     * How pieces come in at a port.
     *
     * @param fromMetres how far they still have to go in what they leave
     */
    protected Way.Entry entry(String port, double fromMetres) {
        return Way.Entry.USUAL;
    }

    public Routing routing() {
        return element.basics().routing();
    }

    /** Which of those that wait comes next. */
    public Ranking ranking() {
        return Rankings.of(element.basics().selection(), flow, scope("taking"));
    }

    /** What its draws hang on. */
    protected String streamId() {
        return id();
    }

    /** Whether a piece may go from here where no link leads: back to whoever made it. */
    protected boolean mayOfferAnywhere() {
        return false;
    }

    /** Whether no piece is in it. */
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

    /**
     * The spot where there is room for the piece, which comes that way, beside what is claimed; {@link Claim#NO_SPOT} if there is none.
     * Whether the inlet is open counts for nothing, and to ask changes nothing.
     */
    protected abstract int spotFor(Way way, Piece piece);

    /** The piece stands in line, and nothing was said yet of when there is room: what can say so does. */
    protected void awaitRoom(Way way, Piece piece) {}

    /** For how many pieces like that there is room, as far as is known; if there is room at all, at least 1. */
    protected int capacityFor(Piece piece) {
        return 1;
    }

    /** More pieces wait to go out than are on offer. */
    protected final void onMoreWaiting() {
        Way[] ways = outgoingLinks().ways;
        Passage only = ways.length == 1 ? ways[0].passage() : null;
        if (only != null) {
            only.onBacklog();
        }
    }

    /** Takes the piece that had the claim. */
    protected abstract void accept(Claim claim, Piece piece);

    /** Whether there may be room for one piece and none for another. */
    protected boolean isCapacityByPiece() {
        return false;
    }

    /** Asks for kept ranks once more. */
    public void updateRanks() {
        line.updateRanks();
    }

    /** Whether something goes on here by itself, so that it may have room later. */
    protected boolean isAtWork() {
        return false;
    }

    /** Whether it waits for pieces to go on with those it has. */
    protected boolean isWaitingForMore() {
        return false;
    }

    // ---- spots claimed by what is on its way

    final void addClaim(Claim claim) {
        claims.add(claim);
        if (claim.spot() >= claimsAt.length) {
            claimsAt = Arrays.copyOf(claimsAt, claim.spot() + 1);
        }
        claimsAt[claim.spot()]++;
    }

    final void removeClaim(Claim claim) {
        claims.remove(claim);
        claimsAt[claim.spot()]--;
    }

    /** How many pieces on their way have a claim. */
    public final int claims() {
        return claims.size();
    }

    /** How many of them on that spot. */
    protected final int claimsAt(int spot) {
        return spot < claimsAt.length ? claimsAt[spot] : 0;
    }

    /** The most of something that any of them has; 0 if there is none. */
    protected final double maxClaimed(ToDoubleFunction<Piece> of) {
        double max = 0;
        for (Claim claim : claims) {
            max = Math.max(max, of.applyAsDouble(claim.piece()));
        }
        return max;
    }

    /** There is less room on the spot than is claimed: whoever set out last for it must wait at the end of its link. */
    protected final void deferClaims(int spot, int room) {
        while (claimsAt(spot) > room) {
            Claim last = null;
            for (Claim claim : claims) {
                last = claim.spot() == spot ? claim : last;
            }
            assert last != null : "more is claimed than has set out";
            removeClaim(last);
            last.defer();
        }
    }

    // ---- agreeing

    /** The spot that a piece can go to in this instant, with none in line before it; {@link Claim#NO_SPOT} if there is none. */
    final int spotAtOnce(Way way, Piece piece) {
        return line.isEmpty() && !isInletHeld(way) ? spotFor(way, piece) : Claim.NO_SPOT;
    }

    /** Whether a new offer is served now: there is room, and none waits that could be served as well. */
    protected final boolean canTakeAtOnce(Offer.QueuedOffer entry, Piece piece) {
        if (isInletHeld(entry.way) || !entry.way.isFree()) {
            return false;
        }
        entry.spot = spotFor(entry.way, piece);
        if (entry.spot == Claim.NO_SPOT) {
            return false;
        }
        return line.isEmpty() || mayPassOver && line.firstThat(this::canServe) == null;
    }

    private boolean canServe(Offer.QueuedOffer entry) {
        return entry.mayGo() && spotFor(entry.way, entry.offer.piece()) != Claim.NO_SPOT;
    }

    /** Lets those in line hand on while there is room. */
    public final void serveLine() {
        Offer.QueuedOffer entry = line.first();
        while (entry != null && !isInletHeld(entry.way)) {
            Offer offer = entry.offer;
            Passage passage = entry.way.passage();
            if (passage != null) {
                passage.onLookedAt(entry);
            }
            if (mayPassOver && !entry.mayGo()) {
                entry = line.next(entry);
            } else if (!offer.giver.stillOffers(offer)) {
                entry = line.first();
            } else {
                entry.spot = spotFor(entry.way, offer.piece());
                if (entry.spot != Claim.NO_SPOT) {
                    offer.takeUp(entry);
                    entry = line.first();
                } else {
                    awaitRoom(entry.way, offer.piece());
                    entry = mayPassOver ? line.next(entry) : null;
                }
            }
        }
    }

    /** Whether there is room for it and nothing but its passage keeps it from going. */
    public final boolean waitsForPassageOnly(Offer.QueuedOffer entry) {
        return !isInletHeld(entry.way) && !entry.offer.giver.isOutletHeld() && spotFor(entry.way, entry.piece()) != Claim.NO_SPOT;
    }

    /** For how many pieces like that there is room beside what is claimed, as far as is known. */
    public final int roomFor(Piece piece) {
        return capacityFor(piece);
    }

    /** How many pieces are here or on their way here. */
    protected final int pressure() {
        return tally.content() + claims.size();
    }

    /** What was bound here is offered again, unless something else is by then. */
    @Override
    public void onUnbound(Offer offer) {
        flow.afterwards(name(), () -> {
            if (!offer.isOpen()) {
                offer.make(offer.piece());
            }
        });
    }

    // ---- gates

    @Override
    public boolean isOutletHeld() {
        return outlet.isHeld();
    }

    public final boolean isInletHeld() {
        return inlet.isHeld();
    }

    /** Whether nothing comes in that way. */
    protected boolean isInletHeld(Way way) {
        return inlet.isHeld();
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
        return name.equals(Equipment.COMING) && element.takesPieces() ? (Object) (double) claims.size() : null;
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
