package rhombic.plant;

import org.apache.commons.rng.UniformRandomProvider;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Purpose;
import rhombic.chance.TimeSampler;
import rhombic.plant.piece.Piece;
import rhombic.plant.piece.TypeBook;
import rhombic.study.kind.Operation;
import rhombic.study.kind.Work;
import rhombic.study.value.TimeSource;

/** How long what takes where work is done: its operations, changeover, service and pause. */
final class WorkTimes {
    private final PlantScope changeoverScope;
    private final TypeBook types;
    private final Step[] steps;
    private final @Nullable PieceTime changeover;
    private final int serviceEvery;
    private final @Nullable TimeSampler service;
    private final @Nullable TimeSampler pause;

    /**
     * One operation.
     *
     * @param drawn its time if that is the same for all pieces; else null, and the next one tells
     */
    private record Step(@Nullable TimeSampler drawn, @Nullable PieceTime byPiece, boolean addsValue) {
        long nanos(Piece piece) {
            if (drawn != null) {
                return drawn.nextNanos();
            }
            assert byPiece != null : "an operation without a time";
            return byPiece.nanos(piece);
        }
    }

    WorkTimes(Work work, Node node) {
        Plant plant = node.plant;
        String name = node.id();
        changeoverScope = node.scope("changeover");
        types = plant.types;
        steps = new Step[work.operations().size()];
        for (int i = 0; i < steps.length; i++) {
            Operation operation = work.operations().get(i);
            UniformRandomProvider stream = plant.stream(i == 0 ? name : name + "\u0000" + i, Purpose.WORK);
            steps[i] = operation.time() instanceof TimeSource.Drawn same
                    ? new Step(same.time().sampler(stream), null, operation.addsValue())
                    : new Step(null, PieceTime.of(operation.time(), plant, node.scope("operation " + i), stream), operation.addsValue());
        }
        TimeSource change = work.changeover();
        changeover = change == null ? null : PieceTime.of(change, plant, changeoverScope, plant.stream(name, Purpose.CHANGEOVER));
        Work.Service after = work.service();
        serviceEvery = after == null ? Integer.MAX_VALUE : after.everyPieces();
        service = after == null ? null : after.time().sampler(plant.stream(name, Purpose.SERVICE));
        pause = work.pause() == null ? null : work.pause().sampler(plant.stream(name, Purpose.PAUSE));
    }

    int operations() {
        return steps.length;
    }

    boolean addsValue(int operation) {
        return steps[operation].addsValue;
    }

    /** How long the operation takes for the piece; longer or shorter if it is done again. */
    long operationNanos(int operation, Piece piece) {
        long nanos = steps[operation].nanos(piece);
        return piece.rework == null ? nanos : Math.round(nanos * piece.rework.factor);
    }

    /** How long a place takes to change from one type to that of the piece; 0 if the type is the same. */
    long changeoverNanos(int fromType, Piece piece) {
        if (changeover == null || fromType == piece.type) {
            return 0;
        }
        changeoverScope.changing(types.name(fromType), types.name(piece.type));
        return changeover.nanos(piece);
    }

    /** Pieces after which a service is due; {@link Integer#MAX_VALUE} if none ever is. */
    int serviceEvery() {
        return serviceEvery;
    }

    long serviceNanos() {
        return service == null ? 0 : service.nextNanos();
    }

    boolean hasPause() {
        return pause != null;
    }

    long pauseNanos() {
        return pause == null ? 0 : pause.nextNanos();
    }
}
