package rhombic.study.fleet;

import java.io.Serializable;
import java.util.Optional;
import java.util.OptionalInt;
import org.jspecify.annotations.Nullable;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.field.Reference;
import rhombic.study.value.StudyException;

/**
 * What each vehicle of a fleet drives on. It runs down evenly with distance and with time, and a little each time that something is picked up or set
 * down; charging fills it evenly.
 *
 * @param range metres that a full one lasts, from 10 m to 10,000 km, if it only drives
 * @param standby how long a full one lasts, from 1 min to 1000 d, if it only stands; empty: standing takes nothing
 * @param liftings how many pieces are picked up or set down with a full one, if it does nothing else; empty: that takes nothing
 * @param chargeTime from empty to full, or for a swap, 1 s to 100 h
 * @param swaps whether it is swapped for a full one, which takes that time whatever is left
 * @param chargeBelow the level below which it goes to charge when it has nothing in hand, 0 % to 100 %
 * @param leaveAt the level from which on it takes orders again; it goes on charging while there are none
 * @param whenIdle whether it charges whenever there is nothing to do
 * @param at where it charges, by the name of a charging area; empty: where it parks
 */
public record Battery(Quantity range, Optional<Quantity> standby, OptionalInt liftings, Quantity chargeTime, boolean swaps,
        Quantity chargeBelow, Quantity leaveAt, boolean whenIdle, String at) implements Serializable {
    private static final Quantity USUAL_BELOW = Quantity.percent(20);
    private static final Quantity USUAL_LEAVE = Quantity.percent(60);

    /** Drives 8 km, stands for 20 h, charges in 1 h. */
    public static final Battery USUAL = new Battery(new Quantity(8, Unit.KILOMETRE), Optional.of(Quantity.hours(20)), OptionalInt.empty(),
            Quantity.hours(1), false, USUAL_BELOW, USUAL_LEAVE, false, "");

    public static final Composite<Battery> TYPE = Composite.of("battery", battery -> {
        var range = battery.required("range", "Driven with a full one.", new FieldType.Measured(Dimension.LENGTH), Battery::range);
        var standby = battery.maybe("standby", "How long a full one lasts standing; missing: standing takes nothing.",
                new FieldType.Measured(Dimension.TIME), Battery::standby);
        var liftings = battery.optional("liftings", "Pieces picked up or set down with a full one; missing: that takes nothing.",
                new FieldType.WholeOrNone(1, FieldType.MANY), OptionalInt.empty(), Battery::liftings);
        var chargeTime = battery.required("chargeTime", "From empty to full, or for a swap.", new FieldType.Measured(Dimension.TIME),
                Battery::chargeTime);
        var swaps = battery.optional("swaps", "Whether it is swapped for a full one instead of charged; missing: no.",
                new FieldType.Flag(), false, Battery::swaps);
        var below = battery.optional("chargeBelow", "Level below which it goes to charge; missing: 20 %.",
                new FieldType.Measured(Dimension.SHARE), USUAL_BELOW, Battery::chargeBelow);
        var leave = battery.optional("leaveAt", "Level from which on it takes orders again; missing: 60 %.",
                new FieldType.Measured(Dimension.SHARE), USUAL_LEAVE, Battery::leaveAt);
        var idle = battery.optional("whenIdle", "Whether it charges whenever there is nothing to do; missing: no.", new FieldType.Flag(),
                false, Battery::whenIdle);
        var at = battery.optional("at", "The charging area; missing: where it parks.", new FieldType.Text(Reference.ELEMENT), "",
                Battery::at);
        return v -> new Battery(v.get(range), v.get(standby), v.get(liftings), v.get(chargeTime), v.get(swaps), v.get(below), v.get(leave),
                v.get(idle), v.get(at));
    });

    public Battery {
        within("The range of a battery", range, range.inBaseUnit() >= 10 && range.inBaseUnit() <= 1e7, "10 m to 10,000 km");
        standby.ifPresent(time -> within("The time for which a battery lasts", time, time.inBaseUnit() >= 60 && time.inBaseUnit() <= 8.64e7,
                "1 min to 1000 d"));
        within("The charge time", chargeTime, chargeTime.inBaseUnit() >= 1 && chargeTime.inBaseUnit() <= 360_000, "1 s to 100 h");
        within("The level below which it goes to charge", chargeBelow, isShare(chargeBelow), "0 % to 100 %");
        within("The level from which on it takes orders", leaveAt, isShare(leaveAt), "0 % to 100 %");
        if (leaveAt.inBaseUnit() < chargeBelow.inBaseUnit()) {
            throw new StudyException("A battery takes orders again from at least the level below which it goes to charge, " + chargeBelow
                    + "; got " + leaveAt);
        }
    }

    private static boolean isShare(Quantity level) {
        return level.inBaseUnit() >= 0 && level.inBaseUnit() <= 1;
    }

    private static void within(String label, Quantity value, boolean isWithin, String limits) {
        if (!isWithin) {
            throw new StudyException(label + " must be from " + limits + "; got " + value);
        }
    }

    public Battery withRange(Quantity newRange) {
        return new Battery(newRange, standby, liftings, chargeTime, swaps, chargeBelow, leaveAt, whenIdle, at);
    }

    public Battery withStandby(Optional<Quantity> newStandby) {
        return new Battery(range, newStandby, liftings, chargeTime, swaps, chargeBelow, leaveAt, whenIdle, at);
    }

    public Battery withLiftings(OptionalInt newLiftings) {
        return new Battery(range, standby, newLiftings, chargeTime, swaps, chargeBelow, leaveAt, whenIdle, at);
    }

    public Battery withChargeTime(Quantity newTime) {
        return new Battery(range, standby, liftings, newTime, swaps, chargeBelow, leaveAt, whenIdle, at);
    }

    public Battery withSwaps(boolean newSwaps) {
        return new Battery(range, standby, liftings, chargeTime, newSwaps, chargeBelow, leaveAt, whenIdle, at);
    }

    public Battery withLevels(Quantity newBelow, Quantity newLeaveAt) {
        return new Battery(range, standby, liftings, chargeTime, swaps, newBelow, newLeaveAt, whenIdle, at);
    }

    public Battery withWhenIdle(boolean newWhenIdle) {
        return new Battery(range, standby, liftings, chargeTime, swaps, chargeBelow, leaveAt, newWhenIdle, at);
    }

    public Battery withAt(String newAt) {
        return new Battery(range, standby, liftings, chargeTime, swaps, chargeBelow, leaveAt, whenIdle, newAt);
    }

    /** What driving that far in that time takes, and picking up or setting down so often, as a part of a full one. */
    public double taken(double metres, double seconds, long handled) {
        return metres / range.inBaseUnit() + (standby.isPresent() ? seconds / standby.get().inBaseUnit() : 0)
                + (liftings.isPresent() ? (double) handled / liftings.getAsInt() : 0);
    }

    /** Optional values can't be serialised, so this stands in for the record on its way. */
    private record Stored(Quantity range, @Nullable Quantity standby, int liftings, Quantity chargeTime, boolean swaps,
            Quantity chargeBelow,
            Quantity leaveAt, boolean whenIdle, String at) implements Serializable {
        private Object readResolve() {
            return new Battery(range, Optional.ofNullable(standby), liftings == 0 ? OptionalInt.empty() : OptionalInt.of(liftings),
                    chargeTime,
                    swaps, chargeBelow, leaveAt, whenIdle, at);
        }
    }

    private Object writeReplace() {
        return new Stored(range, standby.orElse(null), liftings.orElse(0), chargeTime, swaps, chargeBelow, leaveAt, whenIdle, at);
    }
}
