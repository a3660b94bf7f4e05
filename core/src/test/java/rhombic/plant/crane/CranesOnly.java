package rhombic.plant.crane;

import java.util.function.ToDoubleFunction;
import rhombic.plant.blueprint.Blueprint;
import rhombic.plant.piece.Piece;
import rhombic.plant.run.Run;
import rhombic.study.Study;

/** A run in which nothing happens but what cranes do; formulas give 0. */
final class CranesOnly extends Run {
    CranesOnly(Study study) {
        super(Blueprint.of(study), 1, null, null);
    }

    @Override
    public ToDoubleFunction<Piece> ofPiece(String formula, String stream) {
        return piece -> 0;
    }

    @Override
    public ToDoubleFunction<ToDoubleFunction<String>> ofMember(String formula, String stream) {
        return member -> 0;
    }

    @Override
    protected boolean arePeopleDue() {
        return false;
    }

    @Override
    protected boolean givePeople() {
        return false;
    }
}
