package rhombic.plant;

import java.util.ArrayList;
import org.jspecify.annotations.Nullable;

/** Whatever flows. Small, since a plant may hold a great many. */
final class Piece {
    static final int NOT_IN_YET = -1;

    /** Given when it comes into the plant. */
    int id = NOT_IN_YET;
    int type;
    int look;
    long bornNanos;
    /** When it came to the equipment that holds it. */
    long arrivedNanos;
    long workNanos;
    long blockedNanos;
    /** Its order among those that wait at one place; lower goes first. */
    double rank;
    /** Values of its attributes that are not as usual; null if all are. */
    @Nullable Object @Nullable [] values;
    /** What lies on it, first on first; null if nothing does. */
    @Nullable ArrayList<Piece> load;
    /** How often it was worked on again. */
    int reworks;
    /** On the time of the next work, for what is done again. */
    double factor = 1;
    boolean failed;
    /** Pieces that may wait for rework where it goes back to. */
    int reworkRoom;
    boolean toScrap;
    /** Station that worked on it last. */
    @Nullable WorkNode madeBy;

    Piece(int type) {
        this.type = type;
    }
}
