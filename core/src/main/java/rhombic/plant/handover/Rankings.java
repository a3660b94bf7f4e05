package rhombic.plant.handover;

import java.util.List;
import rhombic.formula.Formula;
import rhombic.plant.piece.Piece;
import rhombic.plant.piece.Ranking;
import rhombic.study.value.Selection;

/** Makes the ranking of a taker ready. */
final class Rankings {
    private Rankings() {}

    static Ranking of(Selection selection, Flow flow, PlantScope scope) {
        return switch (selection.choice()) {
            case OLDEST -> Ranking.BY_AGE;
            case TYPE -> {
                double[] rank = new double[flow.types.count()];
                List<String> types = selection.types();
                for (int type = 0; type < rank.length; type++) {
                    int at = types.indexOf(flow.types.name(type));
                    rank[type] = at < 0 ? types.size() : at;
                }
                yield new Kept(Ranking.Kept.WHILE_IT_WAITS, piece -> rank[piece.type]);
            }
            case FORMULA -> byFormula(flow.formula(selection.formula()), scope);
        };
    }

    private static Ranking byFormula(Formula formula, PlantScope scope) {
        if (formula.text().strip().equals("piece.age")) {
            return new Kept(Ranking.Kept.WHILE_IT_WAITS, piece -> piece.createdNanos); // who is older stays older
        }
        return new Kept(formula.isOfPieceAlone() ? Ranking.Kept.WHILE_IT_WAITS : Ranking.Kept.NOT_AT_ALL,
                piece -> -scope.evaluate(formula, piece, formula::number));
    }

    private interface Rank {
        double of(Piece piece);
    }

    private record Kept(Ranking.Kept kept, Rank rank) implements Ranking {
        @Override
        public double rank(Piece piece) {
            return rank.of(piece);
        }
    }
}
