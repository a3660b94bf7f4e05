package rhombic.plant.handover;

import org.jspecify.annotations.Nullable;
import rhombic.plant.piece.Piece;

/** What something at equipment sets off: a rule of the study. */
public interface Reaction {
    /**
     * Looks whether it applies and, if so, acts.
     *
     * @param node where it was set off; null if it was set off by nothing at any equipment
     * @param piece that set it off; null if none did
     */
    void setOff(@Nullable Node node, @Nullable Piece piece);
}
