package rhombic.plant.work;

import java.util.List;
import org.apache.commons.rng.UniformRandomProvider;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Purpose;
import rhombic.chance.TimeSampler;
import rhombic.plant.formula.PieceTime;
import rhombic.plant.handover.Flow;
import rhombic.plant.handover.Node;
import rhombic.plant.handover.PlantScope;
import rhombic.plant.piece.Piece;
import rhombic.plant.piece.TypeBook;
import rhombic.plant.resource.Job;
import rhombic.plant.resource.Resource;
import rhombic.plant.staff.Staff;
import rhombic.plant.staff.Staffing;
import rhombic.study.duty.Need;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Operation;
import rhombic.study.work.Work;

/** How long what takes where work is done: its operations, changeover, service and pause. */
final class WorkTimes {
    private final PlantScope changeoverScope;
    private final TypeBook types;
    private final Step[] steps;
    private final @Nullable PlantScope[] scopes;
    private final Staffing.@Nullable Request setupCrew;
    private final Staffing.@Nullable Request serviceCrew;
    private final @Nullable PieceTime changeover;
    private final int serviceEvery;
    private final @Nullable TimeSampler service;
    private final @Nullable TimeSampler pause;

    /**
     * One operation.
     *
     * @param drawn its time if that is the same for all pieces; else null, and the next one tells
     * @param crew who must be there; null: nobody
     */
    private record Step(@Nullable TimeSampler drawn, @Nullable PieceTime byPiece, boolean addsValue, Staffing.@Nullable Request crew) {
        long nanos(Piece piece) {
            if (drawn != null) {
                return drawn.nextNanos();
            }
            assert byPiece != null : "an operation without a time";
            return byPiece.nanos(piece);
        }
    }

    WorkTimes(Work work, Node node) {
        Flow flow = node.flow;
        String name = node.id();
        changeoverScope = node.scope("changeover");
        types = flow.types;
        steps = new Step[work.operations().size()];
        scopes = new PlantScope[steps.length];
        for (int i = 0; i < steps.length; i++) {
            Operation operation = work.operations().get(i);
            UniformRandomProvider stream = flow.stream(operation.id().equals(Operation.FIRST_ID) ? name : name + "\u0000" + operation.id(),
                    Purpose.WORK);
            steps[i] = operation.time() instanceof TimeSource.Drawn same
                    ? new Step(same.time().onlySampler(stream), null, operation.addsValue(), crew(Job.Kind.WORK, operation.needs(), node))
                    : byPiece(operation, scopes[i] = node.scope("operation " + operation.id()), flow, stream, node);
        }
        TimeSource change = work.changeover();
        changeover = change == null ? null : PieceTime.of(change, flow, changeoverScope, flow.stream(name, Purpose.CHANGEOVER));
        setupCrew = crew(Job.Kind.CHANGEOVER, work.setupCrew(), node);
        Work.Service after = work.service();
        serviceCrew = after == null ? null : crew(Job.Kind.SERVICE, after.needs(), node);
        serviceEvery = after == null ? Integer.MAX_VALUE : after.everyPieces();
        service = after == null ? null : after.time().sampler(flow.stream(name, Purpose.SERVICE));
        pause = work.pause() == null ? null : work.pause().sampler(flow.stream(name, Purpose.PAUSE));
    }

    private static Step byPiece(Operation operation, PlantScope scope, Flow flow, UniformRandomProvider stream, Node node) {
        return new Step(null, PieceTime.of(operation.time(), flow, scope, stream), operation.addsValue(),
                crew(Job.Kind.WORK, operation.needs(), node));
    }

    private static Staffing.@Nullable Request crew(Job.Kind kind, List<Need> needs, Node node) {
        Staff staff = node.flow.staff();
        return needs.isEmpty() || staff == null ? null : staff.request(kind, needs);
    }

    /** Who must be there for the operation; null: nobody. */
    Staffing.@Nullable Request crew(int operation) {
        return steps[operation].crew;
    }

    Staffing.@Nullable Request setupCrew() {
        return setupCrew;
    }

    Staffing.@Nullable Request serviceCrew() {
        return serviceCrew;
    }

    /** Who does what is asked for next. */
    void by(int operation, @Nullable Resource person) {
        PlantScope scope = scopes[operation];
        if (scope != null) {
            scope.by(person);
        }
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

    /** Whether a place does nothing but one operation on each piece, if need be after a changeover, and needs nobody for that. */
    boolean isStraight() {
        return steps.length == 1 && steps[0].crew == null && setupCrew == null && service == null && pause == null;
    }

    /** How long the first operation takes, if that is the same for all pieces. */
    @Nullable
    TimeSampler drawn() {
        return steps[0].drawn;
    }

    boolean hasChangeover() {
        return changeover != null;
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
