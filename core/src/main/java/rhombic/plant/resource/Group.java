package rhombic.plant.resource;

import java.util.function.ToDoubleFunction;
import org.jspecify.annotations.Nullable;
import rhombic.kernel.Simulator;
import rhombic.plant.piece.Piece;
import rhombic.plant.route.AisleUse;
import rhombic.plant.route.Mover;
import rhombic.plant.route.Router;
import rhombic.plant.traffic.Traffic;
import rhombic.space.Pose;
import rhombic.study.duty.AtShiftEnd;
import rhombic.study.duty.Dispatching;
import rhombic.study.duty.IdlePlace;
import rhombic.study.duty.ResourceChoice;

/** Resources of one sort, with the rules that they go by. */
public final class Group {
    private final Allocation allocation;
    private final String name;
    final Mover mover;
    final Mover loaded;
    private final Router router;
    private final @Nullable Traffic traffic;
    private final double trailingMetres;
    private final Whereabouts.Maker whereabouts;
    final ResourceRule resourceRule;
    final JobRule jobRule;
    private final Rules rules;
    private int firstNumber = Integer.MAX_VALUE;

    /**
     * What its resources go by.
     *
     * @param number of a piece, where its formula says which job is first
     * @param memberNumber of a member of which its names are told, where a formula says who comes; null: none does
     * @param breakArea null: they spend breaks at home
     */
    public record Rules(Dispatching dispatching, ToDoubleFunction<Piece> number,
            @Nullable ToDoubleFunction<ToDoubleFunction<String>> memberNumber, AtShiftEnd atShiftEnd, @Nullable Pose breakArea) {}

    /**
     * How its resources get from one place to another.
     *
     * @param loaded how they move with what they bring
     * @param traffic in which they keep their distance; null: they take no notice of others
     * @param trailingMetres that what each of them pulls reaches behind it
     * @param whereabouts how one of them gets about
     */
    public record Ways(Mover mover, Mover loaded, Router router, @Nullable Traffic traffic, double trailingMetres,
            Whereabouts.Maker whereabouts) {
        /** On the floor. */
        public Ways(Mover mover, Mover loaded, Router router, @Nullable Traffic traffic, double trailingMetres) {
            this(mover, loaded, router, traffic, trailingMetres, OnGround::new);
        }
    }

    Group(Allocation allocation, String name, Ways ways, Rules rules, ResourceRule resourceRule) {
        this.allocation = allocation;
        this.name = name;
        mover = ways.mover;
        loaded = ways.loaded;
        router = ways.router;
        traffic = ways.traffic;
        trailingMetres = ways.trailingMetres;
        whereabouts = ways.whereabouts;
        this.rules = rules;
        this.resourceRule = resourceRule;
        jobRule = switch (rules.dispatching.jobRule()) {
            case OLDEST -> new OldestJob();
            case NEAREST -> new NearestJob();
            case FULLEST -> new FullestJob();
            case FORMULA -> new JobByNumber(rules.number);
        };
    }

    /** Whether who did something last does it again if free. */
    public boolean isBySame() {
        return rules.dispatching.resourceRule() == ResourceChoice.SAME;
    }

    boolean isGoingHome() {
        return rules.dispatching.idleAt() == IdlePlace.AT_HOME;
    }

    AtShiftEnd atShiftEnd() {
        return rules.atShiftEnd;
    }

    @Nullable
    Pose breakArea() {
        return rules.breakArea;
    }

    /** A member is added; they follow each other by number. */
    void onAdded(Resource resource) {
        firstNumber = Math.min(firstNumber, resource.number);
    }

    int firstNumber() {
        return firstNumber;
    }

    public String name() {
        return name;
    }

    public long now() {
        return allocation.now();
    }

    Whereabouts whereabouts(Resource resource, String resourceName, Pose home) {
        return whereabouts.of(resource, resourceName, this, home);
    }

    Router router() {
        return router;
    }

    @Nullable
    Traffic traffic() {
        return traffic;
    }

    /** Counts who has gone along which aisle. */
    AisleUse use() {
        return allocation.use();
    }

    double trailingMetres() {
        return trailingMetres;
    }

    void onStopped(Resource resource) {
        allocation.onStopped(resource);
    }

    void onInTheWay(Resource resource) {
        allocation.duties().onInTheWay(resource);
    }

    Simulator simulator() {
        return allocation.simulator();
    }

    void stands(Resource resource, double x, double y) {
        allocation.stands(resource, x, y);
    }

    void onArrived(Resource resource) {
        allocation.onArrived(resource);
    }
}
