package rhombic.plant.resource;

import org.jspecify.annotations.Nullable;
import rhombic.kernel.Simulator;
import rhombic.plant.route.Mover;
import rhombic.plant.route.Router;
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
    final ResourceRule resourceRule;
    final JobRule jobRule;
    private final Rules rules;

    /**
     * What its resources go by.
     *
     * @param breakArea null: they spend breaks at home
     */
    public record Rules(Dispatching dispatching, AtShiftEnd atShiftEnd, @Nullable Pose breakArea) {}

    Group(Allocation allocation, String name, Mover mover, Mover loaded, Router router, Rules rules, ResourceRule resourceRule) {
        this.allocation = allocation;
        this.name = name;
        this.mover = mover;
        this.loaded = loaded;
        this.router = router;
        this.rules = rules;
        this.resourceRule = resourceRule;
        jobRule = switch (rules.dispatching.jobRule()) {
            case OLDEST -> new OldestJob();
            case NEAREST -> new NearestJob();
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

    public String name() {
        return name;
    }

    public long now() {
        return allocation.now();
    }

    Router router() {
        return router;
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
