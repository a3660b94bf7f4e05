package rhombic.plant.run;

import java.util.ArrayList;
import java.util.List;
import rhombic.formula.FormulaException;
import rhombic.measure.Diary;
import rhombic.measure.TypeFigures;
import rhombic.measure.tally.TotalTally;
import rhombic.measure.tally.TypeTally;
import rhombic.plant.blueprint.RunTroubleException;
import rhombic.plant.piece.Piece;
import rhombic.quantity.Clock;

/** Counts the pieces of a run as they come into being, change and go, and writes that to the trace. */
public final class Census {
    /** Of about 150 bytes each: what a run may take of the memory. */
    public static final int MAX_INSIDE = 3_000_000;

    private final Run run;
    private final TypeTally[] types;
    private final TotalTally total = new TotalTally();
    private long nextPiece;
    /** Pieces out after which the run ends; none during the warm-up. */
    private long stopAfterPieces = Long.MAX_VALUE;

    Census(Run run) {
        this.run = run;
        types = new TypeTally[run.types.count()];
        for (int i = 0; i < types.length; i++) {
            types[i] = new TypeTally();
        }
    }

    /** All pieces together. */
    public TotalTally total() {
        return total;
    }

    public List<TypeFigures> figures() {
        List<TypeFigures> all = new ArrayList<>();
        for (int i = 0; i < types.length; i++) {
            all.add(types[i].figures(run.types.name(i)));
        }
        return all;
    }

    /** The measures begin anew; what is inside stays inside. */
    public void restart() {
        for (TypeTally type : types) {
            type.restart();
        }
        total.restart(run.now());
    }

    /** From now on the run ends when so many pieces are out as its plan says, if it says so. */
    public void endAfterPieces() {
        int max = run.study.plan().stopAfterPieces();
        stopAfterPieces = max == 0 ? Long.MAX_VALUE : max;
    }

    /** What formulas can ask of the plant as a whole, where they stand at no equipment. */
    public Object value(String name) {
        return switch (name) {
            case "inside" -> (double) total.inside();
            case "in" -> (double) total.in();
            case "out" -> (double) piecesOut();
            case "scrapped" -> (double) total.scrapped();
            default -> throw new FormulaException("The formula stands at no equipment, so here is the plant, which has no \u201c" + name
                    + "\u201d: use here.inside, here.in, here.out, here.scrapped, or write at('Name')." + name);
        };
    }

    /** Pieces that have left, without the carriers and batches that held them. */
    public long piecesOut() {
        return total.out() - total.loadCarriersOut();
    }

    // ---- coming into being

    public void onEnter(Piece piece, int node) {
        onCreated(piece, node);
        types[piece.type].onEnter();
        total.onEnter(run.now());
        if (run.trace != null) {
            piece.body = run.trace.created(run.now(), node, piece.type);
            if (piece.values != null) {
                run.types.own(piece, (attribute, value) -> run.trace.sets(run.now(), piece.body, attribute, value));
            }
        }
    }

    /** A piece comes in that lies on another. */
    public void onBrought(Piece piece, int node, Piece on) {
        onCreated(piece, node);
        types[piece.type].onEnter();
        total.onEnter(run.now());
        if (run.trace != null) {
            piece.body = run.trace.brought(run.now(), node, piece.type);
            run.trace.onto(run.now(), piece.body, node, on.body);
        }
    }

    public void onMade(Piece piece, int node) {
        onCreated(piece, node);
        types[piece.type].made();
        total.made(run.now());
        if (run.trace != null) {
            piece.body = run.trace.made(run.now(), node, piece.type);
            if (piece.look != 0) {
                run.trace.look(run.now(), piece.body, node, piece.look);
            }
        }
    }

    private void onCreated(Piece piece, int node) {
        if (total.inside() >= MAX_INSIDE) {
            throw new RunTroubleException(run.unfolded.element(node).name(), "At " + Clock.elapsed(run.now()) + " " + MAX_INSIDE
                    + " pieces are inside and more come than leave, without end; the last came to "
                    + run.unfolded.element(node).name()
                    + ". Let fewer come, turn them away, or give rules that create them a condition.");
        }
        piece.id = nextPiece++;
        piece.createdNanos = run.now();
        piece.arrivedNanos = run.now();
    }

    // ---- changing

    /** A piece becomes part of another, or a batch is undone. */
    public void onJoined(Piece piece, int node) {
        piece.isGone = true;
        types[piece.type].joined();
        total.joined(run.now());
        if (run.trace != null) {
            run.trace.joined(run.now(), piece.body, node);
        }
    }

    public void setType(Piece piece, int type, int node) {
        types[piece.type].joined();
        types[type].made();
        piece.type = type;
        piece.look = 0;
        if (run.trace != null) {
            run.trace.type(run.now(), piece.body, node, type);
            run.trace.look(run.now(), piece.body, node, 0);
        }
    }

    public void setLook(Piece piece, int look, int node) {
        if (piece.look != look) {
            piece.look = (byte) look;
            if (run.trace != null) {
                run.trace.look(run.now(), piece.body, node, look);
            }
        }
    }

    // ---- going

    /** The piece ends as scrap, with all that lies on it. */
    public void onScrapped(Piece piece, int node) {
        if (run.trace != null) {
            run.trace.scrapped(run.now(), piece.body, node);
        }
        countScrapped(piece);
    }

    private void countScrapped(Piece piece) {
        piece.isGone = true;
        types[piece.type].scrapped();
        total.scrapped(run.now());
        if (piece.load != null) {
            piece.load.forEach(this::countScrapped);
        }
    }

    public void onLeave(Piece piece, int node) {
        if (run.trace != null) {
            run.trace.gone(run.now(), piece.body, node);
        }
        countLeaving(piece);
        if (piecesOut() >= stopAfterPieces) {
            run.stop(run.study.plan().stopAfterPieces() + " pieces out");
        }
    }

    /** What holds others counts apart from the rest, be it a carrier or a batch. */
    private void countLeaving(Piece piece) {
        piece.isGone = true;
        long now = run.now();
        long lead = now - piece.createdNanos;
        boolean holdsOthers = run.types.isLoadCarrier(piece.type) || piece.load != null && !piece.load.isEmpty();
        total.onLeave(now, lead, types[piece.type], holdsOthers);
        types[piece.type].onLeave(lead, piece.workNanos, piece.blockedNanos, piece.moveNanos, piece.crewNanos, piece.valueNanos);
        if (run.diary != null && !holdsOthers) {
            run.diary.onLeft(new Diary.Journey(piece.body, piece.type, piece.createdNanos, now, piece.workNanos, piece.blockedNanos,
                    piece.moveNanos, piece.crewNanos));
        }
        if (piece.load != null) {
            piece.load.forEach(this::countLeaving);
        }
    }
}
