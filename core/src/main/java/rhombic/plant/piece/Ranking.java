package rhombic.plant.piece;

/** Which of the pieces that wait comes next: the one of lowest rank, equals as they came. */
public interface Ranking {
    /** When a rank can be known. */
    enum Kept {
        /** All rank alike: they go as they came. */
        AS_THEY_CAME,
        /** A piece keeps its rank as long as it waits, unless a rule changes the piece. */
        WHILE_IT_WAITS,
        /** The rank changes as time goes by, so it is asked for when a place becomes free. */
        NOT_AT_ALL
    }

    Ranking BY_AGE = new Ranking() {
        @Override
        public Kept kept() {
            return Kept.AS_THEY_CAME;
        }

        @Override
        public double rank(Piece piece) {
            return 0;
        }
    };

    Kept kept();

    double rank(Piece piece);
}
