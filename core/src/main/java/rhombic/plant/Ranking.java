package rhombic.plant;

import rhombic.formula.Formula;
import rhombic.plant.piece.Piece;
import rhombic.study.value.Taking;

/** Which of the pieces that wait for an equipment comes next: the one of lowest rank, equals by age. */
interface Ranking {
    /** Of what comes back for rework, and so goes before all others. */
    double REWORK = Double.NEGATIVE_INFINITY;

    Ranking BY_AGE = piece -> 0;

    double rank(Piece piece);

    static Ranking of(Taking taking, Plant plant, PlantScope scope) {
        return switch (taking.choice()) {
            case OLDEST -> BY_AGE;
            case TYPE -> piece -> {
                int at = taking.types().indexOf(plant.types.name(piece.type));
                return at < 0 ? taking.types().size() : at;
            };
            case FORMULA -> {
                Formula formula = plant.formula(taking.formula());
                yield piece -> -scope.evaluate(formula, piece, formula::number);
            }
        };
    }
}
