package rhombic.study.rack;

import java.io.Serializable;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.value.StudyException;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.value.Count;

/**
 * Takes stacker cranes from one aisle of their rack to another, across the ends of the aisles, one crane at a time: a few cranes serve many aisles.
 *
 * @param end of the aisles at which it runs
 * @param speed at which it runs
 * @param driveOnTime that a crane takes to drive onto it, and again to drive off it; at most a day
 * @param maxCycles after which a crane leaves its aisle although there is more to do, if another aisle waits for a crane
 */
public record AisleTransfer(TransferPoint.End end, Quantity speed, Quantity driveOnTime, int maxCycles) implements Serializable {
    private static final double MAX_SPEED = 50;
    private static final int MAX_CYCLES = 100_000;
    private static final double MAX_SECONDS = 86_400;
    /** From the middle of a crane with one fork to its end. */
    private static final double HALF_CRANE_METRES = 1.5;
    /** Between a crane that waits at the end of its aisle, and the transfer. */
    private static final double GAP_METRES = 0.3;
    /** At the rear, 0.5 m/s, 30 s to drive on, ten cycles in each aisle. */
    public static final AisleTransfer USUAL = new AisleTransfer(TransferPoint.End.REAR, new Quantity(0.5, Unit.METRE_PER_SECOND),
            Quantity.seconds(30), 10);

    public static final Composite<AisleTransfer> TYPE = Composite.of("aisleTransfer", transfer -> {
        var end = transfer.optional("end", "Of the aisles at which it runs; missing: the rear.",
                FieldType.Word.of(TransferPoint.End.values()),
                USUAL.end, AisleTransfer::end);
        var speed = transfer.optional("speed", "At which it runs; missing: 0.5 m/s.", new FieldType.Measured(Dimension.SPEED), USUAL.speed,
                AisleTransfer::speed);
        var driveOn = transfer.optional("driveOnTime", "To drive onto it, and again to drive off it; missing: 30 s.",
                new FieldType.Measured(Dimension.TIME), USUAL.driveOnTime, AisleTransfer::driveOnTime);
        var cycles = transfer.optional("maxCycles",
                "Cycles after which a crane leaves its aisle although there is more to do, if another aisle waits; missing: 10.",
                new FieldType.Whole(1, MAX_CYCLES), USUAL.maxCycles, AisleTransfer::maxCycles);
        return v -> new AisleTransfer(v.get(end), v.get(speed), v.get(driveOn), v.get(cycles));
    });

    public AisleTransfer {
        Count.between(1, MAX_CYCLES, "The cycles in an aisle", maxCycles);
        if (speed.unit().dimension() != Dimension.SPEED || !(speed.inBaseUnit() > 0 && speed.inBaseUnit() <= MAX_SPEED)) {
            throw new StudyException("The speed of a transfer must be above 0 m/s and at most 50 m/s; got " + speed);
        }
        if (driveOnTime.unit().dimension() != Dimension.TIME
                || !(driveOnTime.inBaseUnit() >= 0 && driveOnTime.inBaseUnit() <= MAX_SECONDS)) {
            throw new StudyException("The time to drive onto a transfer must be from 0 s to 1 d; got " + driveOnTime);
        }
    }

    /** Where a crane waits for it, at the end of its aisle, in metres from the front of a rack. */
    public double beforeMetres(RackLayout layout) {
        return end == TransferPoint.End.FRONT ? 0 : layout.lengthMetres();
    }

    /**
     * The same of the middle of a crane that stands on it.
     *
     * @param loads that the crane takes at a time, side by side
     */
    public double onMetres(RackLayout layout, int loads) {
        double beyond = lengthMetres(layout, loads) + GAP_METRES;
        return end == TransferPoint.End.FRONT ? -beyond : layout.lengthMetres() + beyond;
    }

    /** How long it is, along the aisles: as long as a crane. */
    public double lengthMetres(RackLayout layout, int loads) {
        return 2 * HALF_CRANE_METRES + (loads - 1) * layout.bayPitch().inBaseUnit();
    }

    public AisleTransfer withEnd(TransferPoint.End newEnd) {
        return new AisleTransfer(newEnd, speed, driveOnTime, maxCycles);
    }

    public AisleTransfer withSpeed(Quantity newSpeed) {
        return new AisleTransfer(end, newSpeed, driveOnTime, maxCycles);
    }

    public AisleTransfer withDriveOnTime(Quantity newTime) {
        return new AisleTransfer(end, speed, newTime, maxCycles);
    }

    public AisleTransfer withMaxCycles(int newCycles) {
        return new AisleTransfer(end, speed, driveOnTime, newCycles);
    }
}
