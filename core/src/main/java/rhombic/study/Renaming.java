package rhombic.study;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import rhombic.chance.Distribution;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.Operation;
import rhombic.study.kind.Recipe;
import rhombic.study.kind.Station;
import rhombic.study.kind.Supply;
import rhombic.study.kind.UnpackingStation;
import rhombic.study.kind.Work;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.value.MixPart;
import rhombic.study.value.Names;
import rhombic.study.value.PieceType;
import rhombic.study.value.Table;
import rhombic.study.value.Taking;
import rhombic.study.value.TimeSource;
import rhombic.study.value.Timetable;
import rhombic.study.value.WayOut;

/** A new name for something, carried to every place that says the old one, formulas included. */
public record Renaming(What what, String from, String to) {
    /** What is renamed. */
    public enum What {
        EQUIPMENT,
        PIECE_TYPE,
        TABLE
    }

    public Renaming {
        Names.checked(to);
    }

    Link in(Link link) {
        String newFrom = what == What.EQUIPMENT ? name(link.from()) : link.from();
        String newTo = what == What.EQUIPMENT ? name(link.to()) : link.to();
        LinkFilter filter = switch (link.filter()) {
            case LinkFilter.Types types -> new LinkFilter.Types(types(types.types()));
            case LinkFilter.Where where -> new LinkFilter.Where(formula(where.formula()));
            case LinkFilter.All all -> all;
            case LinkFilter.Carriers carriers -> carriers;
            case LinkFilter.Contents contents -> contents;
        };
        return link.between(newFrom, newTo).withFilter(filter);
    }

    PieceType in(PieceType type) {
        return what == What.PIECE_TYPE && type.name().equals(from) ? type.named(to) : type;
    }

    /** In tables, keys that are the name of the type follow too. */
    Table in(Table table) {
        Table named = what == What.TABLE && table.name().equals(from) ? table.named(to) : table;
        if (what != What.PIECE_TYPE) {
            return named;
        }
        return named.withRows(named.keys(), named.rows().stream().map(row -> new Table.Row(types(row.keys()), row.value())).toList(), named.source());
    }

    Equipment in(Equipment thing) {
        Basics basics = thing.basics();
        Equipment result = thing.with(basics.withWayOut(new WayOut(basics.wayOut().choice(), formula(basics.wayOut().formula())))
                .withTaking(new Taking(basics.taking().choice(), types(basics.taking().types()), formula(basics.taking().formula()))));
        if (result instanceof WorkEquipment station) {
            result = station.with(work(station.work()));
        }
        return switch (result) {
            case GoodsIn in -> goodsIn(in);
            case AssemblyStation assembly -> assembly.withBases(types(assembly.bases())).withResult(type(assembly.result())).withRecipe(recipe(assembly.recipe()));
            case UnpackingStation unpacking -> unpacking.parting() instanceof UnpackingStation.Parting.Split split
                    ? unpacking.withParting(new UnpackingStation.Parting.Split(split.pieces(), type(split.type()))) : unpacking;
            case Station station -> station;
            case Buffer buffer -> buffer;
            case GoodsOut out -> out;
        };
    }

    Rule in(Rule rule) {
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
                case Rule.Action.OpenOutlet open -> new Rule.Action.OpenOutlet(equipment(open.equipment()));
                case Rule.Action.Create create -> new Rule.Action.Create(equipment(create.goodsIn()), type(create.type()), create.pieces());
                case Rule.Action.ChangeLook look -> look;
                case Rule.Action.Wait wait -> wait;
                case Rule.Action.Signal signal -> signal;
                case Rule.Action.Scrap scrap -> scrap;
                case Rule.Action.StopRun stop -> stop;
            });
        }
        return new Rule(rule.name(), when, formula(rule.condition()), then);
    }

    private GoodsIn goodsIn(GoodsIn in) {
        GoodsIn mixed = in.withMix(in.mix().stream().map(part -> new MixPart(type(part.type()), part.weight())).toList());
        if (!(mixed.supply().orElse(null) instanceof Supply.ByTimetable supply) || what != What.PIECE_TYPE) {
            return mixed;
        }
        Timetable table = supply.timetable();
        return mixed.withSupply(new Supply.ByTimetable(new Timetable(table.repeat(), table.rows().stream()
                .map(row -> new Timetable.Row(row.atSeconds(), type(row.type()), row.quantity(), row.attributes())).toList(), table.source())));
    }

    private Work work(Work work) {
        Work changed = work.withOperations(work.operations().stream().map(op -> new Operation(op.name(), time(op.time()), op.addsValue())).toList());
        TimeSource changeover = work.changeover();
        return changeover == null ? changed : changed.withChangeover(time(changeover));
    }

    private TimeSource time(TimeSource time) {
        return switch (time) {
            case TimeSource.Drawn drawn -> drawn;
            case TimeSource.ByType byType -> {
                Map<String, Distribution> times = new LinkedHashMap<>();
                byType.times().forEach((type, value) -> times.put(type(type), value));
                yield new TimeSource.ByType(times, byType.otherwise());
            }
            case TimeSource.FromTable table -> new TimeSource.FromTable(table(table.table()), table.keys().stream().map(this::formula).toList());
            case TimeSource.ByFormula formula -> new TimeSource.ByFormula(formula(formula.formula()), formula.unit());
        };
    }

    private Recipe recipe(Recipe recipe) {
        return switch (recipe) {
            case Recipe.Fixed fixed -> new Recipe.Fixed(parts(fixed.parts()));
            case Recipe.ByKey byKey -> {
                Map<String, List<Recipe.Part>> parts = new LinkedHashMap<>();
                byKey.parts().forEach((key, list) -> parts.put(type(key), parts(list)));
                yield new Recipe.ByKey(formula(byKey.key()), parts);
            }
            case Recipe.FromTable table -> new Recipe.FromTable(table(table.table()), formula(table.key()));
        };
    }

    private List<Recipe.Part> parts(List<Recipe.Part> parts) {
        return parts.stream().map(part -> new Recipe.Part(type(part.type()), part.count())).toList();
    }

    private String name(String name) {
        return name.equals(from) ? to : name;
    }

    private String equipment(String name) {
        return what == What.EQUIPMENT ? name(name) : name;
    }

    private String table(String name) {
        return what == What.TABLE ? name(name) : name;
    }

    private String type(String name) {
        return what == What.PIECE_TYPE ? name(name) : name;
    }

    private List<String> types(List<String> names) {
        return names.stream().map(this::type).toList();
    }

    /** In formulas, names stand as texts in quotes: after at( and table(, or, for types, anywhere. */
    private String formula(String formula) {
        if (formula.isBlank()) {
            return formula;
        }
        String before = switch (what) {
            case EQUIPMENT -> "(\\bat\\s*\\(\\s*)";
            case TABLE -> "(\\btable\\s*\\(\\s*)";
            case PIECE_TYPE -> "()";
        };
        return Pattern.compile(before + "(['\"])" + Pattern.quote(from) + "\\2").matcher(formula)
                .replaceAll(m -> java.util.regex.Matcher.quoteReplacement(m.group(1) + m.group(2) + to + m.group(2)));
    }
}
