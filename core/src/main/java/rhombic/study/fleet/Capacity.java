package rhombic.study.fleet;

import java.io.Serializable;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rhombic.quantity.Quantity;
import rhombic.study.value.Count;
import rhombic.study.value.StudyException;

/**
 * What one of them carries at a time.
 *
 * @param ownPieces 1 to 1000; what counts where it has no trailers
 * @param maxWeight of all of it, above 0 to 1000 t; empty: any
 * @param trailers that it pulls, from the first on, at most 10
 */
public record Capacity(int ownPieces, Optional<Quantity> maxWeight, List<Trailer> trailers) implements Serializable {
    private static final int MAX_TRAILERS = 10;

    public Capacity {
        Count.between(1, 1000, "The pieces that a vehicle carries", ownPieces);
        maxWeight.ifPresent(weight -> {
            if (!(weight.inBaseUnit() > 0 && weight.inBaseUnit() <= 1e6)) {
                throw new StudyException("What a vehicle carries must weigh above 0 kg and at most 1000 t; got " + weight);
            }
        });
        trailers = List.copyOf(trailers);
        Count.between(0, MAX_TRAILERS, "The trailers of a vehicle", trailers.size());
    }

    /** So many by itself, of any weight. */
    public static Capacity of(int pieces) {
        return new Capacity(pieces, Optional.empty(), List.of());
    }

    /** On itself, or on its trailers. */
    public int pieces() {
        return trailers.isEmpty() ? ownPieces : trailers.stream().mapToInt(Trailer::pieces).sum();
    }

    public Capacity withOwnPieces(int newPieces) {
        return new Capacity(newPieces, maxWeight, trailers);
    }

    public Capacity withMaxWeight(Optional<Quantity> newWeight) {
        return new Capacity(ownPieces, newWeight, trailers);
    }

    public Capacity withTrailers(List<Trailer> newTrailers) {
        return new Capacity(ownPieces, maxWeight, newTrailers);
    }

    /** Optional values can't be serialised, so this stands in for the record on its way. */
    private record Stored(int ownPieces, @Nullable Quantity maxWeight, List<Trailer> trailers) implements Serializable {
        private Object readResolve() {
            return new Capacity(ownPieces, Optional.ofNullable(maxWeight), trailers);
        }
    }

    private Object writeReplace() {
        return new Stored(ownPieces, maxWeight.orElse(null), trailers);
    }
}
