package rhombic.study.duty;

import java.io.Serializable;
import java.time.DayOfWeek;
import java.time.LocalTime;
import java.util.List;
import java.util.OptionalDouble;
import rhombic.chance.Distribution;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.field.OneOf;
import rhombic.study.value.Count;
import rhombic.study.value.StudyException;

/** How long something works from the end of one failure to the next of the same mode. */
public sealed interface UpTime extends Serializable {
    OneOf<UpTime> TYPE = OneOf.of("upTime",
            OneOf.variant("cycles", AfterCycles.class, AfterCycles.declared()),
            OneOf.variant("availability", Available.class, Available.declared()),
            OneOf.variant("days", Planned.class, Planned.declared()),
            OneOf.variant("after", After.class, After.declared()));

    /** What its clock counts. */
    enum Clock {

        /** Always, but for its own down time. */
        CALENDAR("of calendar time"),
        /** Only while it works. */
        WORKING("of working time");

        static final String MEANING = "What is counted: calendar time, or only the time in which it works; missing: calendar.";
        static final FieldType<Clock> TYPE = FieldType.Word.of(values());

        private final String word;

        Clock(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    /** A time that is drawn. */
    record After(Distribution time, Clock clock) implements UpTime {
        private static Composite<After> declared() {
            return Composite.of("upTimeAfter", up -> {
                var time = up.required("after", "A time or a distribution.", FieldType.DURATION, After::time);
                var clock = up.written("clock", Clock.MEANING, Clock.TYPE, Clock.CALENDAR, After::clock);
                return v -> new After(v.get(time), v.get(clock));
            });
        }
    }

    /**
     * So many pieces done.
     *
     * @param cycles 1 or more
     * @param byChance whether that is only their mean: then each may be the last with the same chance
     */
    record AfterCycles(int cycles, boolean byChance) implements UpTime {
        private static Composite<AfterCycles> declared() {
            return Composite.of("upTimeInCycles", up -> {
                var cycles = up.required("cycles", "Pieces, loads or jobs.", new FieldType.Whole(1, FieldType.MANY), AfterCycles::cycles);
                var byChance = up.optional("byChance", "The number is only their mean.", FieldType.FLAG, false, AfterCycles::byChance);
                return v -> new AfterCycles(v.get(cycles), v.get(byChance));
            });
        }

        public AfterCycles {
            Count.atLeast(1, "The pieces between failures", cycles);
        }
    }

    /**
     * By chance (exponential), so long on average that the share of time in which it works comes out.
     *
     * @param share above 0 % and below 100 %
     */
    record Available(Quantity share, Clock clock) implements UpTime {
        private static Composite<Available> declared() {
            return Composite.of("upTimeByAvailability", up -> {
                var share = up.required("availability",
                        "Above 0 % and below 100 %; the mean up time is A / (1 - A) times the mean down time, by chance.",
                        new FieldType.Measured(Dimension.SHARE), Available::share);
                var clock = up.written("clock", Clock.MEANING, Clock.TYPE, Clock.CALENDAR, Available::clock);
                return v -> new Available(v.get(share), v.get(clock));
            });
        }

        /** No time may be longer: what is that far off never comes. */
        public static final double MAX_UP_SECONDS = 1e9;

        public Available {
            if (share.unit().dimension() != Dimension.SHARE || !(share.amount() > 0 && share.amount() < 100)) {
                throw new StudyException("An availability must be above 0 % and below 100 %: with 100 % take the failure out, with 0 % it "
                        + "never works; got " + share);
            }
        }

        /** Mean up time: A / (1 − A) times the mean down time, since A = up / (up + down). */
        public double meanUpSeconds(double meanDownSeconds) {
            double a = share.amount() / 100;
            return a / (1 - a) * meanDownSeconds;
        }
    }

    /** At that time of day on those days: planned maintenance. */
    record Planned(List<DayOfWeek> days, LocalTime time) implements UpTime {
        private static Composite<Planned> declared() {
            return Composite.of("upTimeByPlan", up -> {
                var days = up.required("days", "On which days.", Spell.DAYS, Planned::days);
                var time = up.required("time", "A time of day.", new FieldType.TimeOfDay(), Planned::time);
                return v -> new Planned(v.get(days), v.get(time));
            });
        }

        public Planned {
            days = days.stream().sorted().distinct().toList();
            time = time.withNano(0);
            if (days.isEmpty()) {
                throw new StudyException("Planned maintenance must be on at least one day of the week");
            }
        }
    }

    default boolean isPlanned() {
        return this instanceof Planned;
    }

    /** Mean time between the end of a failure and the next, by its own clock; empty if it counts pieces. */
    default OptionalDouble meanSeconds(double meanDownSeconds) {
        return switch (this) {
            case After after -> OptionalDouble.of(after.time.meanSeconds());
            case AfterCycles cycles -> OptionalDouble.empty();
            case Available available -> OptionalDouble.of(available.meanUpSeconds(meanDownSeconds));
            case Planned planned -> OptionalDouble.of(Math.max(0, 7.0 * Spell.DAY / planned.days.size() - meanDownSeconds));
        };
    }
}
