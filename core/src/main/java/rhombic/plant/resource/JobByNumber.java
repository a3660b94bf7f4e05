package rhombic.plant.resource;

import java.util.function.ToDoubleFunction;
import rhombic.plant.piece.Piece;

/** The one whose piece has the highest number; what is about no piece comes last. */
final class JobByNumber implements JobRule {
    private final ToDoubleFunction<Piece> number;

    JobByNumber(ToDoubleFunction<Piece> number) {
        this.number = number;
    }

    @Override
    public boolean isFirstInLine() {
        return false;
    }

    @Override
    public double rank(Resource resource, Job job) {
        Piece piece = job.owner().piece(job);
        return piece == null ? Double.MAX_VALUE : -number.applyAsDouble(piece);
    }
}
