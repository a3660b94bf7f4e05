package rhombic.plant.convey;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.kernel.Event;
import rhombic.plant.activity.Hold;
import rhombic.plant.activity.Holds;
import rhombic.plant.handover.ContentNode;
import rhombic.plant.handover.Flow;
import rhombic.plant.handover.Maintenance;
import rhombic.plant.piece.Piece;
import rhombic.study.Rule;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.Equipment;
import rhombic.study.place.Fitting;
import rhombic.study.value.PieceType;
import rhombic.study.value.ShutTime;

/**
 * A conveyor as a whole: its contents, its drive and its sensors. Pieces are on its stretches, which reach from one divert or
 * merge to the next, and hand on to each other as any equipment does. It has contents and no states.
 */
public final class ConveyorNode extends ContentNode {
    final Conveyor conveyor;
    /** How much of a lane a piece of each type takes. */
    final double[] lengthOf;
    /** Whether all types lie on it alike. */
    final boolean isOfOneLength;
    private final List<ConveyorSection> sections = new ArrayList<>();
    private final List<Sight> sights = new ArrayList<>();
    private final double[] weightOf;
    private final double maxWeight;
    private final int[] standingIn;
    private final Holds drive = new Holds();
    private double weight;
    private double speed;
    private int standing;

    /** What a sensor has seen. */
    private final class Sight extends Event {
        private final Fitting.Sensor sensor;
        private int lanesCovered;
        private boolean isCovered;
        private long passed;

        Sight(Fitting.Sensor sensor) {
            this.sensor = sensor;
        }

        void setCovered(boolean coversNow) {
            lanesCovered += coversNow ? 1 : -1;
            passed += coversNow ? 1 : 0;
            if (coversNow && lanesCovered == 1) {
                if (sensor.after().nanos() == 0) {
                    change(true);
                } else {
                    flow.simulator.schedule(this, sensor.after().nanos());
                }
            } else if (lanesCovered == 0) {
                flow.simulator.cancel(this);
                change(false);
            }
        }

        @Override
        protected void occur() {
            change(true);
            flow.settle();
        }

        private void change(boolean coveredNow) {
            if (coveredNow != isCovered) {
                isCovered = coveredNow;
                notifyRules(coveredNow ? sensor.coveredWord() : sensor.clearWord());
            }
        }
    }

    public ConveyorNode(Flow flow, int index, Conveyor conveyor) {
        super(flow, index, conveyor);
        this.conveyor = conveyor;
        List<PieceType> types = flow.study.pieceTypes();
        lengthOf = types.stream().mapToDouble(conveyor::lengthOf).toArray();
        isOfOneLength = Arrays.stream(lengthOf).distinct().count() <= 1;
        weightOf = types.stream().mapToDouble(type -> type.weight().inBaseUnit()).toArray();
        maxWeight = conveyor.maxWeight().map(q -> q.inBaseUnit()).orElse(Double.POSITIVE_INFINITY);
        speed = conveyor.speed().inBaseUnit();
        standingIn = new int[conveyor.lanes()];
        ConveyorSection before = null;
        Fitting begins = null;
        double from = 0;
        List<Fitting.Sensor> seen = new ArrayList<>();
        for (Fitting fitting : conveyor.fittings()) {
            if (fitting instanceof Fitting.Sensor sensor) {
                sights.add(new Sight(sensor));
                seen.add(sensor);
            } else {
                before = addSection(before, begins, fitting, from, conveyor.metresOf(fitting), seen);
                begins = fitting;
                from = conveyor.metresOf(fitting);
                seen.clear();
            }
        }
        addSection(before, begins, null, from, conveyor.conveyorPath().metres(), seen);
    }

    private ConveyorSection addSection(@Nullable ConveyorSection before, @Nullable Fitting begins, @Nullable Fitting ends, double from,
            double to,
            List<Fitting.Sensor> seen) {
        ConveyorSection made = new ConveyorSection(this, sections.size(), before, begins, ends, from, to - from);
        for (Fitting.Sensor sensor : seen) {
            made.addSensor(conveyor.metresOf(sensor) - from, sights.stream().map(s -> s.sensor).toList().indexOf(sensor));
        }
        sections.add(made);
        return made;
    }

    @Override
    protected void begin() {
        sections.forEach(ConveyorSection::begin);
        runs();
        countsWork(true);
        for (ShutTime time : conveyor.offTimes()) {
            switchAt(time.from().nanos(), true);
            if (time.until() != null) {
                switchAt(time.until().nanos(), false);
            }
        }
        traceContent();
    }

    private void switchAt(long nanos, boolean off) {
        if (nanos == 0) {
            setOff(off);
            return;
        }
        flow.simulator.schedule(new Event() {
            @Override
            protected void occur() {
                setOff(off);
                flow.settle();
            }
        }, nanos, 0);
    }

    // ---- stretches

    @Override
    protected List<ConveyorSection> parts() {
        return sections;
    }

    @Override
    protected ConveyorSection entryAt(String port) {
        return sections.stream().filter(one -> one.begins() instanceof Fitting.Merge merge && merge.name().equals(port)).findFirst()
                .orElse(sections.getFirst());
    }

    @Override
    protected ConveyorSection exitAt(String port) {
        return sections.stream().filter(one -> one.ends() instanceof Fitting.Divert divert && divert.name().equals(port)).findFirst()
                .orElse(sections.getLast());
    }

    /** Half a width is to go between the middle and the side. */
    double halfWidth() {
        return conveyor.totalWidthMetres() / 2;
    }

    /** Where a rigid lane has stopped, all of it stops. */
    void halt(int lane, ConveyorSection by, boolean nowHalted) {
        for (ConveyorSection section : sections) {
            if (section != by) {
                section.halt(lane, nowHalted);
            }
        }
    }

    void onStanding(int lane, boolean standsNow) {
        int before = standingIn[lane];
        standingIn[lane] += standsNow ? 1 : -1;
        if (before == 0 || standingIn[lane] == 0) {
            standing += standsNow ? 1 : -1;
            tally.belt().setStandingShare(flow.now(), (double) standing / standingIn.length);
        }
    }

    /** Its drive moves, or no longer; all its stretches move with the first. */
    void runs() {
        tally.belt().setRunningShare(flow.now(), (double) sections.getFirst().moving() / standingIn.length);
    }

    void onCovered(int sensor, boolean coversNow) {
        sights.get(sensor).setCovered(coversNow);
    }

    // ---- what comes and goes

    boolean carriesMore(Piece more) {
        return weight + weightOf(more) <= maxWeight * (1 + 1e-12);
    }

    private double weightOf(Piece piece) {
        double sum = weightOf[piece.type];
        if (piece.load != null) {
            for (int i = 0; i < piece.load.size(); i++) {
                sum += weightOf(piece.load.get(i));
            }
        }
        return sum;
    }

    void onComingIn(Piece piece) {
        counts(piece);
        if (maxWeight < Double.POSITIVE_INFINITY) {
            weight += weightOf(piece);
        }
    }

    void onCameIn(Piece piece) {
        notifyRules(Rule.PieceEvent.ENTERS, piece);
        noteMore();
    }

    void onGoneOut(Piece piece) {
        if (maxWeight < Double.POSITIVE_INFINITY) {
            weight = tally.content() == 1 ? 0 : weight - weightOf(piece);
            sections.forEach(flow::toAgenda);
        }
        noteLess(piece);
    }

    // ---- the drive

    @Override
    public void setOff(boolean off) {
        if (off != drive.isHeldBy(Hold.SHUT)) {
            holdDrive(Hold.SHUT, off);
        }
        flow.toAgenda(this);
    }

    private void holdDrive(Hold reason, boolean on) {
        boolean changed = on ? drive.hold(reason) : drive.release(reason);
        if (changed) {
            sections.forEach(section -> section.setOff(on));
            flow.toAgenda(this);
            countsWork(!on);
        }
    }

    /** Clocks of working time run while its drive is on. */
    private void countsWork(boolean works) {
        Maintenance kept = maintenance;
        if (kept != null && works) {
            kept.modes().onWorkBegins(Long.MAX_VALUE);
        } else if (kept != null) {
            kept.modes().onWorkEnds();
        }
    }

    @Override
    public void setHeld(Hold reason, boolean on, boolean gates) {
        holdDrive(reason, on);
        super.setHeld(reason, on, gates);
    }

    double speed() {
        return speed;
    }

    @Override
    public boolean set(String attribute, Object value) {
        if (!attribute.equals(Conveyor.SPEED)) {
            return super.set(attribute, value);
        }
        if (!(value instanceof Double metres && metres > 0 && metres <= 100)) {
            return false;
        }
        speed = metres;
        sections.forEach(section -> section.setSpeed(metres));
        return true;
    }

    @Override
    @Nullable
    public Object further(String name) {
        for (Sight sight : sights) {
            if (sight.sensor.name().equals(name)) {
                return sight.isCovered;
            }
            if (sight.sensor.passed().equals(name)) {
                return (double) sight.passed;
            }
        }
        return switch (name) {
            case Conveyor.SPEED -> (Object) speed;
            case Equipment.COMING -> (double) sections.stream().mapToInt(section -> section.taker().claims()).sum();
            default -> super.further(name);
        };
    }

    /** Something has changed for the whole of it, such as its inlet. */
    @Override
    public void attend() {
        sections.forEach(flow::toAgenda);
    }
}
