package rhombic.study;

import java.io.Serializable;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import rhombic.study.duty.Calendar;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.Need;
import rhombic.study.field.NameChange;
import rhombic.study.kind.Kinds;
import rhombic.study.kind.PlantElement;
import rhombic.study.value.Names;
import rhombic.study.value.PieceType;
import rhombic.study.value.Table;

/** A new name for something, carried to every place that says the old one, formulas included. */
public record Renaming(Kind kind, String from, String to) implements NameChange, Serializable {
    /** What is renamed. */
    public enum Kind {
        EQUIPMENT, PIECE_TYPE, TABLE, CALENDAR
    }

    public Renaming {
        Names.checked(to);
    }

    public Link in(Link link) {
        String newFrom = kind == Kind.EQUIPMENT ? name(link.from()) : link.from();
        String newTo = kind == Kind.EQUIPMENT ? name(link.to()) : link.to();
        LinkFilter filter = switch (link.filter()) {
            case LinkFilter.Types types -> new LinkFilter.Types(types(types.types()));
            case LinkFilter.Condition condition -> new LinkFilter.Condition(formula(condition.formula()));
            case LinkFilter.All all -> all;
            case LinkFilter.LoadCarriers carriers -> carriers;
            case LinkFilter.Contents contents -> contents;
        };
        Travel travel = link.travel() instanceof Travel.Carried carried
                ? carried.by(Need.TYPE.renamed(carried.need(), this))
                : link.travel();
        return link.between(newFrom, newTo).withFilter(filter).withTravel(travel)
                .withFailures(FailureMode.SEVERAL.renamed(link.failures(), this));
    }

    public PieceType in(PieceType type) {
        return kind == Kind.PIECE_TYPE && type.name().equals(from) ? type.named(to) : type;
    }

    /** In tables, keys that are the name of the type follow too. */
    public Table in(Table table) {
        Table named = kind == Kind.TABLE && table.name().equals(from) ? table.named(to) : table;
        if (kind != Kind.PIECE_TYPE) {
            return named;
        }
        return named.withRows(named.keys(), named.rows().stream().map(row -> new Table.Row(types(row.keys()), row.value())).toList(),
                named.source());
    }

    public Calendar in(Calendar calendar) {
        return kind == Kind.CALENDAR && calendar.name().equals(from) ? calendar.named(to) : calendar;
    }

    public PlantElement in(PlantElement element) {
        return Kinds.renamed(element, this);
    }

    public Rule in(Rule rule) {
        Rule.When when = switch (rule.when()) {
            case Rule.When.Piece piece -> new Rule.When.Piece(piece.event(), equipment(piece.at()));
            case Rule.When.StateChanges state -> new Rule.When.StateChanges(equipment(state.at()), state.state());
            case Rule.When.Signal signal -> signal;
            case Rule.When.TimeOfDay time -> time;
            case Rule.When.Every every -> every;
        };
        List<Rule.Action> then = new ArrayList<>();
        for (Rule.Action action : rule.then()) {
            then.add(switch (action) {
                case Rule.Action.Set set -> new Rule.Action.Set(equipment(set.of()), set.attribute(), formula(set.formula()));
                case Rule.Action.Shut shut -> new Rule.Action.Shut(equipment(shut.equipment()));
                case Rule.Action.Open open -> new Rule.Action.Open(equipment(open.equipment()));
                case Rule.Action.ShutOutlet shut -> new Rule.Action.ShutOutlet(equipment(shut.equipment()));
                case Rule.Action.Switch drive -> new Rule.Action.Switch(equipment(drive.equipment()), drive.on());
                case Rule.Action.OpenOutlet open -> new Rule.Action.OpenOutlet(equipment(open.equipment()));
                case Rule.Action.Create create -> new Rule.Action.Create(equipment(create.goodsIn()), type(create.type()), create.pieces());
                case Rule.Action.ChangeLook look -> look;
                case Rule.Action.Wait wait -> wait;
                case Rule.Action.Signal signal -> signal;
                case Rule.Action.Scrap scrap -> scrap;
                case Rule.Action.StopRun stop -> stop;
            });
        }
        return new Rule(rule.id(), rule.name(), when, formula(rule.condition()), then);
    }

    private String name(String name) {
        return name.equals(from) ? to : name;
    }

    @Override
    public String equipment(String name) {
        return kind == Kind.EQUIPMENT ? name(name) : name;
    }

    @Override
    public String calendar(String name) {
        return kind == Kind.CALENDAR ? name(name) : name;
    }

    @Override
    public String table(String name) {
        return kind == Kind.TABLE ? name(name) : name;
    }

    @Override
    public String type(String name) {
        return kind == Kind.PIECE_TYPE ? name(name) : name;
    }

    private List<String> types(List<String> names) {
        return names.stream().map(this::type).toList();
    }

    /** In formulas, names stand as texts in quotes: after at( and table(, or, for types, anywhere. */
    @Override
    public String formula(String formula) {
        if (formula.isBlank()) {
            return formula;
        }
        String before = switch (kind) {
            case EQUIPMENT -> "(\\bat\\s*\\(\\s*)";
            case TABLE -> "(\\btable\\s*\\(\\s*)";
            case PIECE_TYPE -> "()";
            case CALENDAR -> "(?!)()";
        };
        return Pattern.compile(before + "(['\"])" + Pattern.quote(from) + "\\2").matcher(formula)
                .replaceAll(m -> Matcher.quoteReplacement(m.group(1) + m.group(2) + to + m.group(2)));
    }
}
