package rhombic.plant.piece;

import java.util.Collection;
import java.util.List;
import rhombic.space.Pose;

/** Pieces that are picked where each of them lies, on a way from one to the next, and not where they would go out. */
public interface PickPlaces {
    /**
     * A place on the way.
     *
     * @param pieces that are picked there; empty: the way only leads by
     */
    record PickStop(Pose location, List<Piece> pieces) {}

    /**
     * The way on which those are picked.
     *
     * @param from where the picker is
     */
    List<PickStop> way(Collection<Piece> pieces, Pose from);

    /** Whether a piece may be picked in one tour with the others. */
    boolean canJoin(Piece piece, Collection<Piece> others);

    /** How long it takes at a place before the first is picked. */
    long stopNanos();

    /** How long it takes to pick one, which may stand for several units. */
    long pieceNanos(Piece piece);
}
