package rhombic.study.work;

import java.io.Serializable;
import java.util.List;
import java.util.Optional;
import rhombic.study.duty.Need;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.field.Part;
import rhombic.study.value.Identified;
import rhombic.study.value.Names;
import rhombic.study.value.TimeSource;

/**
 * One step of the work at a station.
 *
 * @param id what its draws depend on, among the operations of its station; empty: not in a list yet
 * @param addsValue whether the customer would pay for it; inspecting and handling do not add value
 * @param needs who must be there; nobody: it works by itself
 */
public record Operation(String id, String name, TimeSource time, boolean addsValue, List<Need> needs)
        implements
            Serializable,
            Identified<Operation> {
    /** The name of the only step of a station that has one. */
    public static final String WORK = "work";

    /** The id of the first operation that a station is given. Its draws depend on the id of the station alone. */
    public static final String FIRST_ID = "0";

    private static final Composite<Operation> TYPE = Composite.of("operation", operation -> {
        var name = operation.required("name", "What is done.", FieldType.OWN_NAME, Operation::name);
        var id = operation.optional("id",
                "What its random draws depend on, among the operations of the station; missing: the smallest free number, from 0.",
                FieldType.TEXT, "", Operation::id);
        var time = operation.required("time", "How long it takes.", TimeSource.TYPE, Operation::time);
        var addsValue = operation.written("addsValue", "Whether the customer would pay for it; missing: no.", FieldType.FLAG, false,
                Operation::addsValue);
        var needs = operation.optional("needs", "Who must be there.", Need.SEVERAL, List.of(), Operation::needs);
        return v -> new Operation(v.get(id), v.get(name), v.get(time), v.get(addsValue), v.get(needs));
    });
    /** Steps in sequence; a usual single one by its time alone. */
    public static final FieldType<List<Operation>> SEVERAL = new FieldType.Shortened<>(
            new FieldType.Several<>(TYPE, operations -> Identified.numbered(operations, "operations of a station")),
            Part.maybe("time", "How long its only operation takes; missing: not set yet, and then it takes nothing.", TimeSource.TYPE,
                    Operation::usualTime),
            time -> new Operation(FIRST_ID, WORK, time, true, List.of()));

    private static Optional<TimeSource> usualTime(List<Operation> operations) {
        return operations.size() == 1
                && operations.equals(List.of(new Operation(FIRST_ID, WORK, operations.getFirst().time, true, List.of())))
                        ? Optional.of(operations.getFirst().time)
                        : Optional.empty();
    }

    public Operation {
        Names.checked(name);
        needs = List.copyOf(needs);
    }

    public Operation(String name, TimeSource time, boolean addsValue, List<Need> needs) {
        this("", name, time, addsValue, needs);
    }

    /** Without anybody. */
    public Operation(String name, TimeSource time, boolean addsValue) {
        this(name, time, addsValue, List.of());
    }

    public Operation withTime(TimeSource newTime) {
        return new Operation(id, name, newTime, addsValue, needs);
    }

    public Operation withAddsValue(boolean newAddsValue) {
        return new Operation(id, name, time, newAddsValue, needs);
    }

    public Operation withNeeds(List<Need> newNeeds) {
        return new Operation(id, name, time, addsValue, newNeeds);
    }

    public Operation named(String newName) {
        return new Operation(id, newName, time, addsValue, needs);
    }

    @Override
    public Operation withId(String newId) {
        return new Operation(newId, name, time, addsValue, needs);
    }
}
