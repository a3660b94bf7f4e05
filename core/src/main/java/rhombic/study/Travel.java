package rhombic.study;

import java.io.Serializable;
import java.util.Optional;
import java.util.OptionalInt;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Distribution;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.duty.Need;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.field.OneOf;
import rhombic.study.value.Count;
import rhombic.study.value.StudyException;

/** What lies between the two ends of a link: nothing, or a way that takes time. */
public sealed interface Travel extends Serializable {
    /** The piece is there in the same instant. */
    Travel AT_ONCE = new AtOnce();

    /** What takes time; in a file a link that takes none says nothing of it. */
    OneOf<Travel> TYPE = OneOf.of("travel", OneOf.variant("time", InTime.class, InTime.declared()),
            OneOf.variant("speed", AtSpeed.class, AtSpeed.declared()), OneOf.variant("carriedBy", Carried.class, Carried.declared()));

    /** Pieces that may be on the way at a time, or on one person; 0 for no limit. */
    int maxPieces();

    /** The same with another limit. */
    Travel withMaxPieces(int newMaxPieces);

    default OptionalInt limit() {
        return maxPieces() == 0 ? OptionalInt.empty() : OptionalInt.of(maxPieces());
    }

    /** The piece is there in the same instant. */
    record AtOnce() implements Travel {
        @Override
        public int maxPieces() {
            return 0;
        }

        @Override
        public Travel withMaxPieces(int newMaxPieces) {
            return this;
        }
    }

    /**
     * Each takes a time of its own, whatever the length of the way.
     *
     * @param maxPieces pieces on the way at a time; 0 for no limit
     */
    record InTime(Distribution time, int maxPieces) implements Travel {
        private static Composite<InTime> declared() {
            return Composite.of("travelInTime", way -> {
                var time = way.required("time", "How long a piece is on the way.", FieldType.DURATION, InTime::time);
                var max = way.optional("maxPieces", "Pieces on the way at a time; missing: no limit.",
                        new FieldType.Whole(1, FieldType.MANY), 0, InTime::maxPieces);
                return v -> new InTime(v.get(time), v.get(max));
            });
        }

        public InTime {
            Count.atLeast(0, "The max. pieces on a link", maxPieces);
        }

        @Override
        public Travel withMaxPieces(int newMaxPieces) {
            return new InTime(time, newMaxPieces);
        }
    }

    /**
     * Members of a group carry them. A piece stays where it is until somebody takes it up.
     *
     * @param need who carries; one for each way
     * @param maxPieces pieces that one takes at a time, 1 or more
     * @param fullLoadWithin how long what waits is left for a full load, from its first piece on, 0 s to 1000 h; empty: one comes at once
     */
    record Carried(Need need, int maxPieces, Optional<Quantity> fullLoadWithin) implements Travel {
        private static Composite<Carried> declared() {
            return Composite.of("travelCarried", carried -> {
                var need = carried.required("carriedBy", "Who carries them.", Need.TYPE, Carried::need);
                var max = carried.written("maxPieces", "How many one takes at a time; missing: 1.", new FieldType.Whole(1, 1000), 1,
                        Carried::maxPieces);
                var full = carried.maybe("fullLoadWithin",
                        "How long what waits is left for a full load, from its first piece on; missing: one comes at once.",
                        new FieldType.Measured(Dimension.TIME), Carried::fullLoadWithin);
                return v -> new Carried(v.get(need), v.get(max), v.get(full));
            });
        }

        public Carried {
            Count.between(1, 1_000, "The pieces that one person carries", maxPieces);
            fullLoadWithin.ifPresent(time -> {
                if (!(time.inBaseUnit() >= 0 && time.inBaseUnit() <= 3.6e6)) {
                    throw new StudyException("What waits is left for a full load for 0 s to 1000 h; got " + time);
                }
            });
        }

        /** One comes at once. */
        public Carried(Need need, int maxPieces) {
            this(need, maxPieces, Optional.empty());
        }

        @Override
        public Carried withMaxPieces(int newMaxPieces) {
            return new Carried(need, newMaxPieces, fullLoadWithin);
        }

        public Carried by(Need newNeed) {
            return new Carried(newNeed, maxPieces, fullLoadWithin);
        }

        public Carried withFullLoadWithin(Optional<Quantity> newTime) {
            return new Carried(need, maxPieces, newTime);
        }

        /** Optional values can't be serialised, so this stands in for the record on its way. */
        private record Stored(Need need, int maxPieces, @Nullable Quantity fullLoadWithin) implements Serializable {
            private Object readResolve() {
                return new Carried(need, maxPieces, Optional.ofNullable(fullLoadWithin));
            }
        }

        private Object writeReplace() {
            return new Stored(need, maxPieces, fullLoadWithin.orElse(null));
        }
    }

    /**
     * All go at one speed along the path of the link.
     *
     * @param speed above 0, at most 100 m/s
     * @param maxPieces pieces on the way at a time; 0 for no limit
     */
    record AtSpeed(Quantity speed, int maxPieces) implements Travel {
        private static Composite<AtSpeed> declared() {
            return Composite.of("travelAtSpeed", way -> {
                var speed = way.required("speed", "How fast a piece goes along the path.", new FieldType.Measured(Dimension.SPEED),
                        AtSpeed::speed);
                var max = way.optional("maxPieces", "Pieces on the way at a time; missing: no limit.",
                        new FieldType.Whole(1, FieldType.MANY), 0, AtSpeed::maxPieces);
                return v -> new AtSpeed(v.get(speed), v.get(max));
            });
        }

        public AtSpeed {
            if (speed.unit().dimension() != Dimension.SPEED || !(speed.inBaseUnit() > 0 && speed.inBaseUnit() <= 100)) {
                throw new StudyException("The speed on a link must be above 0 m/s and at most 100 m/s; got " + speed);
            }
            Count.atLeast(0, "The max. pieces on a link", maxPieces);
        }

        @Override
        public Travel withMaxPieces(int newMaxPieces) {
            return new AtSpeed(speed, newMaxPieces);
        }
    }
}
