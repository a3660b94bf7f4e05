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

    /** How many zones there are, each with people of its own; 1: all pick everywhere. */
    int zones();

    /** The zone of somebody, by the number in the group: they are spread evenly. */
    default int zoneOf(int member) {
        return member % zones();
    }

    /**
     * Whether somebody may pick it now: it lies in the zone, and all that its order needs from the zones before has come.
     *
     * @param zone negative: wherever it lies
     */
    boolean mayPick(Piece piece, int zone);

    /** The next zone that goes on with what has been picked for the order of a piece, after a zone; negative: it is brought where it goes. */
    int nextZone(Piece piece, int zone);

    /** Where what goes on to a zone is handed on. */
    Pose handOn(int zone);

    /** A piece that was picked is where it is handed on to a zone. */
    void onHandedOn(Piece piece, int zone);

    /** A piece that was picked is brought where it goes. */
    void onComplete(Piece piece);

    /** How long it takes at a place before the first is picked. */
    long stopNanos();

    /** How long it takes to pick one, which may stand for several units. */
    long pieceNanos(Piece piece);
}
