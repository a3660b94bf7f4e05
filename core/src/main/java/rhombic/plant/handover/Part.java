package rhombic.plant.handover;

import java.util.Arrays;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import rhombic.plant.piece.Ranking;
import rhombic.plant.run.Attended;
import rhombic.study.value.Routing;

/** Where pieces come and go by itself: equipment, or one stretch of a conveyor. What takes them is its {@link Taker}. */
public abstract class Part extends Attended {
    public final Flow flow;
    /** When something last came here, went from here or was done here. */
    public long touchedNanos;

    /** Its number among all parts. */
    int number;

    private @Nullable OutgoingLinks outgoingLinks;

    protected Part(Flow flow) {
        this.flow = flow;
    }

    /** What takes the pieces that come here; null if none ever do. */
    @Nullable
    protected Taker taker() {
        return null;
    }

    /** The element that it is, or is a part of. */
    protected abstract Node node();

    /** What formulas for one use here can see; each use draws from a stream of its own. */
    public abstract PlantScope scope(String use);

    /** What a formula here can see that draws from that stream. */
    public abstract PlantScope scopeWithStream(String stream);

    /**
     * Called once, when all parts are there; not where pieces never come and go.
     *
     * @param ranking of what waits here, by itself or in line
     */
    protected void connect(OutgoingLinks ways, Ranking ranking) {
        outgoingLinks = ways;
    }

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

    /** The part of the same equipment from which pieces go straight on into this one. */
    @Nullable
    protected Part previous() {
        return null;
    }

    /** How far it is from where pieces wait to go out to its edge. */
    protected double toEdgeMetres() {
        return 0;
    }

    public Routing routing() {
        return node().element().basics().routing();
    }

    /** Which of those that wait comes next. */
    public Ranking ranking() {
        return Rankings.of(node().element().basics().selection(), flow, scope("taking"));
    }

    /** What its draws hang on. */
    protected String streamId() {
        return node().id();
    }

    /** Whether a piece may go from here where no link leads: back to whoever made it. */
    protected boolean mayOfferAnywhere() {
        return false;
    }

    /** More pieces wait to go out than are on offer. */
    protected final void onMoreWaiting() {
        Way[] ways = outgoingLinks().ways;
        Passage only = ways.length == 1 ? ways[0].passage() : null;
        if (only != null) {
            only.onBacklog();
        }
    }

    /** Asks for kept ranks once more. */
    public void updateRanks() {
        Taker takes = taker();
        if (takes != null) {
            takes.line.updateRanks();
        }
    }

    // ---- whether it gets on

    /** Whether something goes on here by itself, so that it may have room later. */
    protected boolean isAtWork() {
        return false;
    }

    /** Whether it waits for pieces to go on with those it has. */
    protected boolean isWaitingForMore() {
        return false;
    }

    /** Whether no piece is in it. */
    protected abstract boolean isEmpty();

    /** Whether nothing may come in for now. */
    protected boolean isInletHeld() {
        return node().isInletHeld();
    }

    /** Whether nothing may go out for now. */
    public abstract boolean isOutletHeld();
}
