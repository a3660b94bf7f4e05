package rhombic.formats.study;

import java.util.List;
import java.util.Optional;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Rule;

/** Reads one rule. */
final class RuleReader {
    static final List<String> EVENTS = List.of("enters", "starts", "finishes", "leaves");

    private RuleReader() {}

    static Optional<Rule> read(Fields fields) {
        String id = fields.textOr("id");
        String name = fields.text("name", "Rule");
        Fields when = fields.object("when");
        Optional<Rule.When> trigger = when(when);
        when.refuseUnread();
        String condition = fields.textOr("if");
        List<Rule.Action> then = fields.list("then", RuleReader::action);
        return trigger.flatMap(t -> fields.tried(null, () -> new Rule(id, name, t, condition, then)));
    }

    private static Optional<Rule.When> when(Fields fields) {
        if (fields.has("piece")) {
            Rule.PieceEvent event = fields.word("piece", EVENTS, List.of(Rule.PieceEvent.values()));
            return Optional.of(new Rule.When.Piece(event, fields.text("element", "")));
        }
        if (fields.has("state")) {
            return Optional.of(new Rule.When.StateChanges(fields.text("element", ""), fields.text("state", "")));
        }
        if (fields.has("signal")) {
            return fields.tried("signal", () -> new Rule.When.Signal(fields.text("signal", "")));
        }
        if (fields.has("timeOfDay")) {
            return fields.tried("timeOfDay", () -> new Rule.When.TimeOfDay(fields.text("timeOfDay", "")));
        }
        if (fields.has("every")) {
            Quantity every = fields.quantity("every", Dimension.TIME);
            return fields.tried("every", () -> new Rule.When.Every(every));
        }
        fields.fault(fields.at("piece"), "is missing: a rule begins with \"piece\", \"state\", \"signal\", \"timeOfDay\" or \"every\"");
        return Optional.empty();
    }

    private static Optional<Rule.Action> action(Fields fields) {
        if (fields.has("set")) {
            return Optional.of(new Rule.Action.Set(fields.textOr("of"), fields.text("set", ""), fields.text("to", "")));
        }
        if (fields.has("look")) {
            return Optional.of(new Rule.Action.ChangeLook(fields.text("look", "")));
        }
        if (fields.has("shut")) {
            return Optional.of(new Rule.Action.Shut(fields.text("shut", "")));
        }
        if (fields.has("open")) {
            return Optional.of(new Rule.Action.Open(fields.text("open", "")));
        }
        if (fields.has("shutOutlet")) {
            return Optional.of(new Rule.Action.ShutOutlet(fields.text("shutOutlet", "")));
        }
        if (fields.has("openOutlet")) {
            return Optional.of(new Rule.Action.OpenOutlet(fields.text("openOutlet", "")));
        }
        if (fields.has("switchOff")) {
            return Optional.of(new Rule.Action.Switch(fields.text("switchOff", ""), false));
        }
        if (fields.has("switchOn")) {
            return Optional.of(new Rule.Action.Switch(fields.text("switchOn", ""), true));
        }
        if (fields.has("wait")) {
            Quantity wait = fields.quantity("wait", Dimension.TIME);
            return fields.tried("wait", () -> new Rule.Action.Wait(wait));
        }
        if (fields.has("signal")) {
            return fields.tried("signal", () -> new Rule.Action.Signal(fields.text("signal", "")));
        }
        if (fields.has("create")) {
            String type = fields.text("create", "");
            String goodsIn = fields.text("goodsIn", "");
            int pieces = fields.whole("pieces", 1);
            return fields.tried(null, () -> new Rule.Action.Create(goodsIn, type, pieces));
        }
        if (fields.isTrue("scrap")) {
            return Optional.of(new Rule.Action.Scrap());
        }
        if (fields.isTrue("stop")) {
            return Optional.of(new Rule.Action.StopRun());
        }
        fields.fault(fields.at("set"),
                "is missing: an action is \"set\", \"look\", \"shut\", \"open\", \"shutOutlet\", \"openOutlet\", \"wait\", \"signal\", \"create\", \"scrap\" or \"stop\"");
        return Optional.empty();
    }
}
