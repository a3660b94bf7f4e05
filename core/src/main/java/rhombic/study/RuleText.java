package rhombic.study;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.value.StudyException;

/**
 * The triggers and actions of rules as they are read and typed: {@code set joints to piece.joints + 1}. A name that could
 * be taken for something else stands in quotes: {@code 'signal box' becomes blocked}.
 */
public final class RuleText {
    /** How each trigger is written. */
    public static final List<String> WHEN_FORMS = List.of("a piece enters Oven", "a piece starts at Oven", "a piece finishes at Oven",
            "a piece leaves Oven", "Oven becomes blocked",
            "Oven changes its state", "signal more", "it is 08:30", "every 5 min");
    /** How each action is written. */
    public static final List<String> ACTION_FORMS = List.of("set joints to piece.joints + 1", "set skill of Oven to 2", "look failed",
            "shut Oven", "open Oven", "shut outlet of Oven", "open outlet of Oven", "switch off Belt", "switch on Belt", "wait 2 min",
            "signal more",
            "create 2 Coil at Goods in", "scrap", "stop the run");

    private static final Pattern SET_OF = Pattern.compile("set\\s+(\\w+)\\s+of\\s+('[^']*'|.+?)\\s+to\\s+(.+)", Pattern.CASE_INSENSITIVE);
    private static final Pattern SET = Pattern.compile("set\\s+(?:piece\\.)?(\\w+)\\s+to\\s+(.+)", Pattern.CASE_INSENSITIVE);
    private static final Pattern CREATE = Pattern.compile("create\\s+(\\d{1,5})\\s+('[^']*'|.+?)\\s+at\\s+(.+)", Pattern.CASE_INSENSITIVE);
    private static final Pattern STATE_CHANGE = Pattern.compile("('[^']*'|.+?)\\s+becomes\\s+(.+)", Pattern.CASE_INSENSITIVE);
    private static final Pattern CHANGES = Pattern.compile("('[^']*'|.+?)\\s+changes its state", Pattern.CASE_INSENSITIVE);

    private RuleText() {}

    public static String of(Rule.When when) {
        String plain = written(when, UnaryOperator.identity());
        return reads(plain, RuleText::when, when) ? plain : written(when, RuleText::quoted);
    }

    public static String of(Rule.Action action) {
        String plain = written(action, UnaryOperator.identity());
        return reads(plain, RuleText::action, action) ? plain : written(action, RuleText::quoted);
    }

    private static <T> boolean reads(String text, Function<String, T> reader, T meant) {
        try {
            return reader.apply(text).equals(meant);
        } catch (IllegalArgumentException e) {
            return false; // without quotes it says nothing at all
        }
    }

    private static String written(Rule.When when, UnaryOperator<String> name) {
        return switch (when) {
            case Rule.When.Piece piece -> "a piece " + piece.event().word() + " " + name.apply(piece.at());
            case Rule.When.StateChanges change ->
                name.apply(change.at()) + (change.state().isEmpty() ? " changes its state" : " becomes " + change.state());
            case Rule.When.Signal signal -> "signal " + name.apply(signal.name());
            case Rule.When.TimeOfDay time -> "it is " + time.clock();
            case Rule.When.Every every -> "every " + every.interval();
        };
    }

    private static String written(Rule.Action action, UnaryOperator<String> name) {
        return switch (action) {
            case Rule.Action.Set set ->
                "set " + set.attribute() + (set.of().isEmpty() ? "" : " of " + name.apply(set.of())) + " to " + set.formula();
            case Rule.Action.ChangeLook look -> "look " + name.apply(look.look());
            case Rule.Action.Shut shut -> "shut " + name.apply(shut.equipment());
            case Rule.Action.Open open -> "open " + name.apply(open.equipment());
            case Rule.Action.ShutOutlet shut -> "shut outlet of " + name.apply(shut.equipment());
            case Rule.Action.Switch drive -> "switch " + (drive.on() ? "on " : "off ") + name.apply(drive.equipment());
            case Rule.Action.OpenOutlet open -> "open outlet of " + name.apply(open.equipment());
            case Rule.Action.Wait wait -> "wait " + wait.time();
            case Rule.Action.Signal signal -> "signal " + name.apply(signal.name());
            case Rule.Action.Create create ->
                "create " + create.pieces() + " " + name.apply(create.type()) + " at " + name.apply(create.goodsIn());
            case Rule.Action.Scrap() -> "scrap";
            case Rule.Action.StopRun() -> "stop the run";
        };
    }

    private static String quoted(String name) {
        return "'" + name + "'";
    }

    private static String unquoted(String name) {
        String bare = name.strip();
        return bare.length() > 2 && bare.startsWith("'") && bare.endsWith("'") ? bare.substring(1, bare.length() - 1) : bare;
    }

    /** Reads a trigger; throws a {@link StudyException} that shows the forms if it can't. */
    public static Rule.When when(String typed) {
        String text = typed.strip();
        for (Rule.PieceEvent event : Rule.PieceEvent.values()) {
            Optional<String> at = after(text, "a piece " + event.word() + " ");
            if (at.isPresent()) {
                return new Rule.When.Piece(event, unquoted(at.get()));
            }
        }
        Optional<Rule.When> other = Stream.<Optional<? extends Rule.When>>of(
                after(text, "signal ").map(name -> new Rule.When.Signal(unquoted(name))),
                after(text, "it is ").map(Rule.When.TimeOfDay::new),
                after(text, "every ").map(time -> new Rule.When.Every(Quantity.parse(time, Dimension.TIME)))).flatMap(Optional::stream)
                .map(found -> (Rule.When) found).findFirst();
        if (other.isPresent()) {
            return other.get();
        }
        Matcher changes = CHANGES.matcher(text);
        if (changes.matches()) {
            return new Rule.When.StateChanges(unquoted(changes.group(1)), "");
        }
        Matcher match = STATE_CHANGE.matcher(text);
        if (match.matches()) {
            return new Rule.When.StateChanges(unquoted(match.group(1)), match.group(2).strip());
        }
        throw new StudyException(
                "\u201c" + text + "\u201d is nothing that can set a rule off; write it as in " + String.join(" \u00b7 ", WHEN_FORMS));
    }

    /** Reads an action; throws a {@link StudyException} that shows the forms if it can't. */
    public static Rule.Action action(String typed) {
        String text = typed.strip();
        Matcher setOf = SET_OF.matcher(text);
        if (setOf.matches()) {
            return new Rule.Action.Set(unquoted(setOf.group(2)), setOf.group(1), setOf.group(3));
        }
        Matcher set = SET.matcher(text);
        if (set.matches()) {
            return new Rule.Action.Set("", set.group(1), set.group(2));
        }
        Matcher create = CREATE.matcher(text);
        if (create.matches()) {
            return new Rule.Action.Create(unquoted(create.group(3)), unquoted(create.group(2)), Integer.parseInt(create.group(1)));
        }
        if (text.equalsIgnoreCase("scrap")) {
            return new Rule.Action.Scrap();
        }
        if (text.equalsIgnoreCase("stop the run")) {
            return new Rule.Action.StopRun();
        }
        return Stream.<Optional<? extends Rule.Action>>of(
                after(text, "look ").map(name -> new Rule.Action.ChangeLook(unquoted(name))),
                after(text, "switch off ").map(name -> new Rule.Action.Switch(unquoted(name), false)),
                after(text, "switch on ").map(name -> new Rule.Action.Switch(unquoted(name), true)),
                after(text, "shut outlet of ").map(name -> new Rule.Action.ShutOutlet(unquoted(name))),
                after(text, "open outlet of ").map(name -> new Rule.Action.OpenOutlet(unquoted(name))),
                after(text, "shut ").map(name -> new Rule.Action.Shut(unquoted(name))),
                after(text, "open ").map(name -> new Rule.Action.Open(unquoted(name))),
                after(text, "signal ").map(name -> new Rule.Action.Signal(unquoted(name))),
                after(text, "wait ").map(time -> new Rule.Action.Wait(Quantity.parse(time, Dimension.TIME))))
                .flatMap(Optional::stream).map(found -> (Rule.Action) found).findFirst()
                .orElseThrow(() -> new StudyException(
                        "\u201c" + text + "\u201d is nothing that a rule can do; write it as in " + String.join(" \u00b7 ", ACTION_FORMS)));
    }

    private static Optional<String> after(String text, String beginning) {
        return text.regionMatches(true, 0, beginning, 0, beginning.length()) && text.length() > beginning.length()
                ? Optional.of(text.substring(beginning.length()).strip())
                : Optional.empty();
    }
}
