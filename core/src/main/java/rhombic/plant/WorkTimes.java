package rhombic.plant;

import org.apache.commons.rng.UniformRandomProvider;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Purpose;
import rhombic.chance.TimeSampler;
import rhombic.study.Operation;
import rhombic.study.TimeSource;
import rhombic.study.Work;

/** How long what takes where work is done: its operations, changeover, service and pause. */
final class WorkTimes {
    private final PlantScope scope;
    private final TypeBook types;
    /** The sampler of each operation whose time is the same for all pieces; else null, and {@link #byPiece} tells. */
    private final @Nullable TimeSampler[] drawn;
    private final @Nullable PieceTime[] byPiece;
    private final boolean[] addsValue;
    private final @Nullable PieceTime changeover;
    private final int serviceEvery;
    private final @Nullable TimeSampler service;
    private final @Nullable TimeSampler pause;

    WorkTimes(Work work, Node node) {
        Plant plant = node.plant;
        String name = node.name();
        scope = node.scope;
        types = plant.types;
        int operations = work.operations().size();
        drawn = new @Nullable TimeSampler[operations];
        byPiece = new @Nullable PieceTime[operations];
        addsValue = new boolean[operations];
        for (int i = 0; i < operations; i++) {
            Operation operation = work.operations().get(i);
            UniformRandomProvider stream = plant.stream(i == 0 ? name : name + "\u0000" + i, Purpose.WORK);
            drawn[i] = operation.time() instanceof TimeSource.Drawn same ? same.time().sampler(stream) : null;
            byPiece[i] = drawn[i] != null ? null : PieceTime.of(operation.time(), plant, scope, stream);
            addsValue[i] = operation.addsValue();
        }
        TimeSource change = work.changeover();
        changeover = change == null ? null : PieceTime.of(change, plant, scope, plant.stream(name, Purpose.CHANGEOVER));
        Work.Service after = work.service();
        serviceEvery = after == null ? Integer.MAX_VALUE : after.everyPieces();
        service = after == null ? null : after.time().sampler(plant.stream(name, Purpose.SERVICE));
        pause = work.pause() == null ? null : work.pause().sampler(plant.stream(name, Purpose.PAUSE));
    }

    int operations() {
        return addsValue.length;
    }

    boolean addsValue(int operation) {
        return addsValue[operation];
    }

    /** How long the operation takes for the piece; longer or shorter if it is done again. */
    long operationNanos(int operation, Piece piece) {
        TimeSampler same = drawn[operation];
        PieceTime own = byPiece[operation];
        assert same != null || own != null : "an operation without a time";
        long nanos = same != null ? same.nextNanos() : own.nanos(piece);
        return piece.rework == null ? nanos : Math.round(nanos * piece.rework.factor);
    }

    /** How long a place takes to change from one type to that of the piece; 0 if the type is the same. */
    long changeoverNanos(int fromType, Piece piece) {
        if (changeover == null || fromType == piece.type) {
            return 0;
        }
        scope.changing(types.name(fromType), types.name(piece.type));
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
