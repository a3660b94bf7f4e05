package rhombic.plant;

import java.util.List;
import rhombic.chance.Purpose;
import rhombic.measure.ModeFigures;
import rhombic.measure.ModeTally;
import rhombic.plant.doers.Job;
import rhombic.plant.upkeep.Breakdown;
import rhombic.space.Pose;
import rhombic.study.duty.FailureMode;
import rhombic.study.value.EquipmentState;

/** All modes of failure of one thing: of equipment, of a link, or of what one person works with. */
final class Modes {
    private final Plant plant;
    private final List<Breakdown> all;
    /** Those whose clock counts work, and those that count pieces. */
    private final Breakdown[] ofWork;
    private final Breakdown[] ofCycles;

    /**
     * @param id what its draws hang on
     * @param staff who repairs; null if there is nobody, then all mends itself
     */
    Modes(Plant plant, @org.jspecify.annotations.Nullable Staff staff, String id, List<FailureMode> modes, Breakdown.Site site) {
        this.plant = plant;
        all = modes.stream().map(mode -> {
            Manning.Order order = mode.repair().isEmpty() || staff == null ? null : staff.order(Job.What.REPAIR, mode.repair());
            String stream = id + "\u0000" + mode.name();
            return new Breakdown(plant.simulator, mode, site, plant.start, plant.stream(stream, Purpose.FAILURE),
                    plant.stream(stream, Purpose.REPAIR), staff == null ? null : staff.allocation(),
                    order == null
                            ? null
                            : new Job.Order(order.what(), Pose.at(0, 0, 0, 0), order.demands(), order.priority(), order.yields()));
        }).toList();
        ofWork = all.stream().filter(Breakdown::countsWork).toArray(Breakdown[]::new);
        ofCycles = all.stream().filter(Breakdown::countsCycles).toArray(Breakdown[]::new);
    }

    void begin() {
        all.forEach(Breakdown::begin);
    }

    void restart() {
        all.forEach(mode -> mode.tally().restart(plant.now()));
    }

    List<ModeFigures> figures() {
        return all.stream().map(mode -> mode.tally().figures(mode.mode().name(), plant.now())).toList();
    }

    boolean countsWork() {
        return ofWork.length > 0;
    }

    /** Work begins, for at most so long. */
    void workBegins(long nanosAhead) {
        for (Breakdown mode : ofWork) {
            mode.workBegins(nanosAhead);
        }
    }

    void workEnds() {
        for (Breakdown mode : ofWork) {
            mode.workEnds();
        }
    }

    void cycle() {
        for (Breakdown mode : ofCycles) {
            mode.cycle();
        }
    }

    /** Whether one of them is being mended, so that it does not only wait for that. */
    boolean isMended() {
        return all.stream().anyMatch(mode -> mode.tally().stage() == ModeTally.Stage.REPAIR);
    }

    /** What a thing shows that one of them holds. */
    EquipmentState state() {
        return isMended() ? EquipmentState.DOWN : EquipmentState.AWAITING_REPAIR;
    }
}
