package rhombic.study.work;

import java.io.Serializable;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Distribution;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.field.OneOf;
import rhombic.study.value.Count;
import rhombic.study.value.StudyException;
import rhombic.study.value.Timetable;

/** When pieces come to a goods in. */
public sealed interface Supply extends Serializable {
    OneOf<Supply> TYPE = OneOf.of("supply",
            OneOf.variant("onDemand", OnDemand.class, OnDemand.declared()),
            OneOf.variant("atStart", AtStart.class, AtStart.declared()),
            OneOf.variant("timetable", ByTimetable.class, ByTimetable.declared()),
            OneOf.variant("interarrival", Spaced.class, Spaced.declared()));

    /**
     * Arrivals with a time between them.
     *
     * @param interarrival time from one arrival to the next
     * @param pieces that come together at each arrival, 1 to 10000
     * @param firstArrival time of the first arrival; empty: one drawn time after the start
     */
    record Spaced(Distribution interarrival, int pieces, Optional<Quantity> firstArrival) implements Supply {
        private static Composite<Spaced> declared() {
            return Composite.of("supplySpaced", spaced -> {
                var interarrival = spaced.required("interarrival", "From one arrival to the next.", FieldType.DURATION,
                        Spaced::interarrival);
                var pieces = spaced.required("pieces", "How many come at each arrival.", new FieldType.Whole(1, 10_000), Spaced::pieces);
                var first = spaced.maybe("firstArrival", "When the first come; missing: after one interarrival time.",
                        new FieldType.Measured(Dimension.TIME), Spaced::firstArrival);
                return v -> new Spaced(v.get(interarrival), v.get(pieces), v.get(first));
            });
        }

        public Spaced {
            Count.between(1, 10_000, "The pieces of an arrival", pieces);
            firstArrival.ifPresent(time -> {
                if (time.unit().dimension() != Dimension.TIME || !(time.amount() >= 0)) {
                    throw new StudyException("The first arrival must be a time of at least 0 s; got " + time);
                }
            });
        }

        public Spaced(Distribution between) {
            this(between, 1, Optional.empty());
        }

        public Spaced withInterarrival(Distribution newInterarrival) {
            return new Spaced(newInterarrival, pieces, firstArrival);
        }

        public Spaced withPieces(int newPieces) {
            return new Spaced(interarrival, newPieces, firstArrival);
        }

        public Spaced withFirstArrival(Optional<Quantity> newFirstArrival) {
            return new Spaced(interarrival, pieces, newFirstArrival);
        }

        /** Optional values can't be serialised, so this stands in for the record on its way. */
        private record Stored(Distribution interarrival, int pieces, @Nullable Quantity firstArrival) implements Serializable {
            private Object readResolve() {
                return new Spaced(interarrival, pieces, Optional.ofNullable(firstArrival));
            }
        }

        private Object writeReplace() {
            return new Stored(interarrival, pieces, firstArrival.orElse(null));
        }
    }

    /** There is always a piece for whoever can take one. */
    record OnDemand() implements Supply {
        private static Composite<OnDemand> declared() {
            return Composite.of("supplyOnDemand", demand -> {
                var onDemand = demand.required("onDemand", "True: a piece comes whenever there is room for it.", FieldType.FLAG, d -> true);
                return v -> {
                    if (!v.get(onDemand)) {
                        throw new StudyException("\u201conDemand\u201d must be true, or be left out");
                    }
                    return new OnDemand();
                };
            });
        }
    }

    /**
     * All at the start of the run, and then none: what goes round in the plant, or lies in it.
     *
     * @param pieces 1 to 100000, of the types in the proportions of the mix
     */
    record AtStart(int pieces) implements Supply {
        private static Composite<AtStart> declared() {
            return Composite.of("supplyAtStart", stock -> {
                var pieces = stock.required("atStart", "A fixed stock at the start of the run.", new FieldType.Whole(1, 100_000),
                        AtStart::pieces);
                return v -> new AtStart(v.get(pieces));
            });
        }

        public AtStart {
            Count.between(1, 100_000, "The stock at the start", pieces);
        }
    }

    /** By a timetable, which names the types. */
    record ByTimetable(Timetable timetable) implements Supply {
        private static Composite<ByTimetable> declared() {
            return Composite.of("supplyByTimetable", by -> {
                var timetable = by.required("timetable", "What comes when.", Timetable.TYPE, ByTimetable::timetable);
                return v -> new ByTimetable(v.get(timetable));
            });
        }
    }
}
