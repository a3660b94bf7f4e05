package rhombic.formats.study;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import rhombic.chance.Distribution;
import rhombic.quantity.Dimension;
import rhombic.quantity.Unit;
import rhombic.study.duty.Need;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Operation;
import rhombic.study.work.Work;

/** Reads how a station works. */
final class WorkReader {
    private static final List<Unit> TIME_UNITS = List.of(Unit.values()).stream().filter(unit -> unit.dimension() == Dimension.TIME)
            .toList();

    private WorkReader() {}

    /** Either one time, or steps that each have one. */
    static List<Operation> operations(Fields fields) {
        if (fields.has("operations")) {
            if (fields.has("time")) {
                fields.fault(fields.at("time"),
                        "must not be there beside \"operations\": put the time into one of the operations, or leave the operations out");
                time(fields, "time");
            }
            return fields.list("operations", WorkReader::operation);
        }
        return time(fields, "time").map(time -> List.of(new Operation(Operation.WORK, time, true))).orElse(List.of());
    }

    static Optional<Work.Service> service(Fields one) {
        int every = one.whole("everyPieces", 1);
        Optional<Distribution> time = one.optionalDistribution("time");
        if (time.isEmpty() && !one.has("time")) {
            one.fault(one.at("time"), "is missing: add a time such as \"5 min\"");
        }
        List<Need> needs = DutyReader.needs(one, "needs");
        one.refuseUnread();
        return time.flatMap(t -> one.tried(null, () -> new Work.Service(every, t, needs)));
    }

    private static Optional<Operation> operation(Fields fields) {
        String id = fields.textOr("id");
        String name = fields.text("name", Operation.WORK);
        Optional<TimeSource> time = time(fields, "time");
        boolean addsValue = fields.isTrue("addsValue");
        List<Need> needs = DutyReader.needs(fields, "needs");
        if (time.isEmpty() && !fields.has("time")) {
            fields.fault(fields.at("time"), "is missing: add a time such as \"90 s\"");
        }
        return time.flatMap(t -> fields.tried(null, () -> new Operation(id, name, t, addsValue, needs)));
    }

    static Optional<TimeSource> time(Fields fields, String field) {
        if (!fields.holdsObject(field)) {
            return fields.optionalDistribution(field).map(TimeSource.Drawn::new);
        }
        Fields source = fields.object(field);
        Optional<TimeSource> time;
        if (source.has("table")) {
            time = source.tried(null, () -> new TimeSource.FromTable(source.text("table", "Table"), source.texts("keys")));
        } else if (source.has("formula")) {
            Unit unit = source.word("unit", TIME_UNITS.stream().map(Unit::symbol).toList(), TIME_UNITS);
            time = source.tried("formula", () -> new TimeSource.ByFormula(source.text("formula", ""), unit));
        } else {
            Map<String, Distribution> times = new LinkedHashMap<>();
            Fields byType = source.object("byType");
            byType.names().forEach(type -> byType.optionalDistribution(type).ifPresent(t -> times.put(type, t)));
            Optional<Distribution> otherwise = source.optionalDistribution("otherwise");
            time = source.tried("byType", () -> new TimeSource.ByType(times, otherwise.orElse(null)));
        }
        source.refuseUnread();
        return time;
    }
}
