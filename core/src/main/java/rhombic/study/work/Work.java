package rhombic.study.work;

import java.io.Serializable;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Distribution;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.duty.Need;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.value.Count;
import rhombic.study.value.Identified;
import rhombic.study.value.StudyException;
import rhombic.study.value.TimeSource;

/**
 * How a station works.
 *
 * @param places that work at the same time, each by itself, 1 to 10000
 * @param inputCapacity pieces that may wait before the work, 0 or more; with 0 a piece waits where it comes from
 * @param operations in sequence; empty while no time is set yet, and then the station takes nothing
 * @param changeover time lost before a piece of another type than the last at the same place; null: none
 * @param service of the place after every n-th piece; null: none
 * @param pause before a place lets the next piece in; null: none
 * @param setupCrew who must be there for a changeover
 */
public record Work(int places, int inputCapacity, List<Operation> operations, @Nullable TimeSource changeover, @Nullable Service service,
        @Nullable Distribution pause, List<Need> setupCrew) implements Serializable {
    public static final int MAX_OPERATIONS = 50;

    /**
     * Service of a station.
     *
     * @param everyPieces after how many pieces of the station it is due, 1 or more
     * @param needs who must be there for it
     */
    public record Service(int everyPieces, Distribution time, List<Need> needs) implements Serializable {
        public static final Composite<Service> TYPE = Composite.of("service", service -> {
            var every = service.required("everyPieces", "After how many pieces it is due.", new FieldType.Whole(1, FieldType.MANY),
                    Service::everyPieces);
            var time = service.required("time", "How long it takes.", FieldType.DURATION, Service::time);
            var needs = service.optional("needs", "Who must be there.", Need.SEVERAL, List.of(), Service::needs);
            return v -> new Service(v.get(every), v.get(time), v.get(needs));
        });

        public Service {
            needs = List.copyOf(needs);
            Count.atLeast(1, "The pieces between services", everyPieces);
        }

        /** Without anybody. */
        public Service(int everyPieces, Distribution time) {
            this(everyPieces, time, List.of());
        }

        public Service withNeeds(List<Need> newNeeds) {
            return new Service(everyPieces, time, newNeeds);
        }
    }

    /**
     * Several pieces worked on together.
     *
     * @param pieces in a full load, 1 or more
     * @param maxWait after which work begins with what there is; null: only when full
     */
    public record Load(int pieces, @Nullable Quantity maxWait) implements Serializable {
        public static final Composite<Load> TYPE = Composite.of("load", load -> {
            var pieces = load.required("pieces", "In a full load.", new FieldType.Whole(1, 10_000), Load::pieces);
            var wait = load.maybe("maxWait", "After which work begins with what there is; missing: only when full.",
                    new FieldType.Measured(Dimension.TIME), l -> Optional.ofNullable(l.maxWait));
            return v -> new Load(v.get(pieces), v.get(wait).orElse(null));
        });

        public static final Load SINGLE = new Load(1, null);

        public Load {
            Count.between(1, 10_000, "The pieces worked on together", pieces);
            if (maxWait != null && (maxWait.unit().dimension() != Dimension.TIME || !(maxWait.amount() >= 0))) {
                throw new StudyException("The longest wait for a full load must be a time of at least 0 s; got " + maxWait);
            }
        }
    }

    public Work {
        Count.between(1, 10_000, "The places of a station", places);
        Count.atLeast(0, "The input room of a station", inputCapacity);
        operations = Identified.numbered(operations, "operations of a station");
        setupCrew = List.copyOf(setupCrew);
        Count.between(0, MAX_OPERATIONS, "The number of operations", operations.size());
    }

    /** Without setup crew. */
    public Work(int places, int inputCapacity, List<Operation> operations, @Nullable TimeSource changeover, @Nullable Service service,
            @Nullable Distribution pause) {
        this(places, inputCapacity, operations, changeover, service, pause, List.of());
    }

    /** One operation and nothing else. */
    public static Work of(int places, int inputCapacity, TimeSource time) {
        return new Work(places, inputCapacity, List.of(new Operation(Operation.WORK, time, true)), null, null, null, List.of());
    }

    public boolean isTimeSet() {
        return !operations.isEmpty();
    }

    public Work withPlaces(int newPlaces) {
        return new Work(newPlaces, inputCapacity, operations, changeover, service, pause, setupCrew);
    }

    public Work withInputCapacity(int newInputCapacity) {
        return new Work(places, newInputCapacity, operations, changeover, service, pause, setupCrew);
    }

    public Work withOperations(List<Operation> newOperations) {
        return new Work(places, inputCapacity, newOperations, changeover, service, pause, setupCrew);
    }

    /** Sets the time of its only, or its first, operation. */
    public Work withTime(TimeSource time) {
        if (operations.isEmpty()) {
            return withOperations(List.of(new Operation(Operation.WORK, time, true)));
        }
        List<Operation> changed = new ArrayList<>(operations);
        changed.set(0, operations.getFirst().withTime(time));
        return withOperations(changed);
    }

    public Work withChangeover(@Nullable TimeSource newChangeover) {
        return new Work(places, inputCapacity, operations, newChangeover, service, pause, setupCrew);
    }

    public Work withService(@Nullable Service newService) {
        return new Work(places, inputCapacity, operations, changeover, newService, pause, setupCrew);
    }

    public Work withPause(@Nullable Distribution newPause) {
        return new Work(places, inputCapacity, operations, changeover, service, newPause, setupCrew);
    }

    public Work withSetupCrew(List<Need> newSetupCrew) {
        return new Work(places, inputCapacity, operations, changeover, service, pause, newSetupCrew);
    }
}
