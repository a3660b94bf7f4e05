package rhombic.desktop.work;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.ToDoubleFunction;
import rhombic.chance.DistributionText;
import rhombic.study.Link;
import rhombic.study.Rule;
import rhombic.study.Study;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.Recipe;
import rhombic.study.kind.Station;
import rhombic.study.kind.Supply;
import rhombic.study.kind.UnpackingStation;
import rhombic.study.kind.Work;
import rhombic.study.value.Names;
import rhombic.study.value.PieceType;
import rhombic.study.value.Placement;
import rhombic.study.value.Table;
import rhombic.study.value.TimeSource;

/** What hands do on the floor, as functions from study to study. */
public final class Edits {
    /** Grid that placements snap to. */
    public static final double GRID_METRES = 0.5;

    /** How near two ends must come to join. */
    public static final double JOIN_METRES = 0.6;

    private Edits() {}

    /** A thing that can be taken from the shelf. */
    public enum Kind {
        GOODS_IN("Goods in"),
        BUFFER("Buffer"),
        STATION("Station"),
        ASSEMBLY("Assembly station"),
        UNPACKING("Unpacking station"),
        GOODS_OUT("Goods out");

        private final String word;

        Kind(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    /** A new thing with usual values; its name is free in the study. */
    public static Equipment made(Kind kind, Study study, Placement at) {
        String name = Names.free(kind == Kind.GOODS_IN || kind == Kind.GOODS_OUT ? kind.word : kind.word + " 1", study.names());
        String type = study.pieceTypes().isEmpty() ? "Piece" : study.pieceTypes().getFirst().name();
        Work minute = Work.of(1, 0, new TimeSource.Drawn(DistributionText.parse("60 s")));
        return switch (kind) {
            case GOODS_IN -> new GoodsIn(name, at, type, Optional.of(new Supply.Spaced(DistributionText.parse("exponential(90 s)"))),
                    GoodsIn.WhenFull.WAIT, OptionalInt.empty());
            case BUFFER -> new Buffer(name, at, OptionalInt.of(6), Buffer.Order.OLDEST_FIRST);
            case STATION -> new Station(name, at, 1, 0, Optional.of(DistributionText.parse("60 s")));
            case ASSEMBLY -> new AssemblyStation(Basics.of(name, at), minute, AssemblyStation.Way.PACK,
                    study.pieceTypes().stream().filter(PieceType::carrier).map(PieceType::name).limit(1).toList(), new Recipe.Fixed(List.of(new Recipe.Part(type, 4))), 8, "");
            case UNPACKING -> new UnpackingStation(Basics.of(name, at), minute, new UnpackingStation.Parting.TakeOff());
            case GOODS_OUT -> new GoodsOut(name, at);
        };
    }

    /** Adds a piece type, or a carrier, under a free name. */
    public static Study withNewType(Study study, boolean carrier) {
        Set<String> taken = new HashSet<>(study.pieceTypes().stream().map(PieceType::name).toList());
        List<PieceType> types = new ArrayList<>(study.pieceTypes());
        types.add(carrier ? PieceType.pallet(Names.free("Pallet", taken)) : PieceType.usual(Names.free("Piece", taken)));
        return study.withPieceTypes(types);
    }

    /** Adds a table of times by type, to begin with. */
    public static Study withNewTable(Study study) {
        Set<String> taken = new HashSet<>(study.tables().stream().map(Table::name).toList());
        List<Table> tables = new ArrayList<>(study.tables());
        List<Table.Row> rows = study.pieceTypes().stream().map(type -> new Table.Row(List.of(type.name()), "60 s")).toList();
        tables.add(new Table(Names.free("Times", taken), List.of("type"), rows, "", ""));
        return study.withTables(tables);
    }

    /** Adds a rule that does nothing yet. */
    public static Study withNewRule(Study study) {
        Set<String> taken = new HashSet<>(study.rules().stream().map(Rule::name).toList());
        List<Rule> rules = new ArrayList<>(study.rules());
        Rule.When when = study.equipment().stream().filter(Equipment::takesPieces).findFirst().map(thing -> (Rule.When) new Rule.When.Piece(Rule.PieceEvent.ENTERS, thing.name()))
                .orElse(new Rule.When.TimeOfDay("08:00"));
        rules.add(new Rule(Names.free("Rule 1", taken), when, "", List.of()));
        return study.withRules(rules);
    }

    /** Places it, and links it to what it touches end to end. */
    public static Study placed(Study study, Equipment thing) {
        List<PieceType> types = new ArrayList<>(study.pieceTypes());
        missingTypes(thing, types);
        return joined(study.withPieceTypes(types).with(thing), Set.of(thing.name()));
    }

    /** Moves the named things; what then touches end to end is linked. */
    public static Study moved(Study study, Set<String> names, double dx, double dy) {
        return joined(study.changedAll(names, e -> e.placed(e.placement().movedBy(dx, dy))), names);
    }

    /** Turns the named things about their common middle. */
    public static Study turned(Study study, Set<String> names, double degrees) {
        List<Equipment> things = things(study, names);
        if (things.isEmpty()) {
            return study;
        }
        double cx = things.stream().mapToDouble(e -> e.placement().xMetres()).average().orElse(0);
        double cy = things.stream().mapToDouble(e -> e.placement().yMetres()).average().orElse(0);
        double sin = Math.sin(Math.toRadians(degrees));
        double cos = Math.cos(Math.toRadians(degrees));
        return study.changedAll(names, e -> {
            double dx = e.placement().xMetres() - cx;
            double dy = e.placement().yMetres() - cy;
            return e.placed(e.placement().movedTo(tidy(cx + dx * cos - dy * sin), tidy(cy + dx * sin + dy * cos)).turnedBy(degrees));
        });
    }

    /** Links each to the next. */
    public static Study linkedInOrder(Study study, List<String> names) {
        Study result = study;
        for (int i = 0; i + 1 < names.size(); i++) {
            result = result.linked(names.get(i), names.get(i + 1));
        }
        return result;
    }

    /** Sets all in one line: along x (same y), or along y (same x). */
    public static Study aligned(Study study, Set<String> names, boolean alongX) {
        double mean = tidy(things(study, names).stream().mapToDouble(across(alongX)).average().orElse(0));
        return study.changedAll(names, e -> alongX ? at(e, e.placement().xMetres(), mean) : at(e, mean, e.placement().yMetres()));
    }

    /** Makes the distances between neighbours equal; the outermost stay. */
    public static Study spread(Study study, Set<String> names, boolean alongX) {
        List<Equipment> things = things(study, names).stream().sorted(Comparator.comparingDouble(across(!alongX))).toList();
        if (things.size() < 3) {
            return study;
        }
        double first = across(!alongX).applyAsDouble(things.getFirst());
        double step = (across(!alongX).applyAsDouble(things.getLast()) - first) / (things.size() - 1);
        Study result = study;
        for (int i = 0; i < things.size(); i++) {
            double value = tidy(first + i * step);
            result = result.changed(things.get(i).name(), e -> alongX ? at(e, value, e.placement().yMetres()) : at(e, e.placement().xMetres(), value));
        }
        return result;
    }

    /** A copied group: the things, and the links among them. */
    public record Clip(List<Equipment> things, List<Link> links) {}

    public static Clip copied(Study study, Set<String> names) {
        return new Clip(things(study, names), study.links().stream().filter(l -> names.contains(l.from()) && names.contains(l.to())).toList());
    }

    /** What pasting leads to. */
    public record Pasted(Study study, Set<String> names) {}

    /** Pastes under free names, beside the originals. Piece types that are not there come along. */
    public static Pasted pasted(Study study, Clip clip, double dx, double dy) {
        Set<String> taken = new HashSet<>(study.names());
        Map<String, String> renamed = new HashMap<>();
        List<Equipment> things = new ArrayList<>();
        List<PieceType> allTypes = new ArrayList<>(study.pieceTypes());
        for (Equipment thing : clip.things) {
            String name = Names.free(thing.name(), taken);
            taken.add(name);
            renamed.put(thing.name(), name);
            things.add(thing.named(name).placed(thing.placement().movedBy(dx, dy)));
            missingTypes(thing, allTypes);
        }
        List<Link> links = clip.links.stream().map(l -> l.between(renamed.get(l.from()), renamed.get(l.to()))).toList();
        return new Pasted(study.withPieceTypes(allTypes).with(things, links), Set.copyOf(renamed.values()));
    }

    private static void missingTypes(Equipment thing, List<PieceType> types) {
        if (thing instanceof GoodsIn in) {
            in.types().stream().filter(name -> types.stream().noneMatch(t -> t.name().equals(name))).forEach(name -> types.add(PieceType.usual(name)));
        }
    }

    /** Puts the link from one to another before all others of that giver. */
    public static Study preferred(Study study, String from, String to) {
        List<Link> links = new ArrayList<>(study.links());
        Optional<Link> wanted = links.stream().filter(l -> l.from().equals(from) && l.to().equals(to)).findFirst();
        wanted.ifPresent(link -> {
            links.remove(link);
            int first = 0;
            while (first < links.size() && !links.get(first).from().equals(from)) {
                first++;
            }
            links.add(first, link);
        });
        return study.withLinks(links);
    }

    public static Study unlinked(Study study, String from, String to) {
        return study.withLinks(study.links().stream().filter(l -> !(l.from().equals(from) && l.to().equals(to))).toList());
    }

    /** Where pieces leave (end = 1) or enter (end = -1) a thing. */
    public static double[] endOf(Equipment thing, int end) {
        double half = end * thing.footprint().lengthMetres() / 2;
        double angle = Math.toRadians(thing.placement().turnedDegrees());
        return new double[] {thing.placement().xMetres() + half * Math.cos(angle), thing.placement().yMetres() + half * Math.sin(angle)};
    }

    /** The placement nearest to the wanted one on the grid, or end to end with a neighbour that is near. */
    public static Placement snapped(Study study, Equipment thing, Set<String> without) {
        for (Equipment other : study.equipment()) {
            if (without.contains(other.name()) || other.name().equals(thing.name())) {
                continue;
            }
            for (int end : new int[] {1, -1}) {
                boolean fits = end > 0 ? thing.givesPieces() && other.takesPieces() : thing.takesPieces() && other.givesPieces();
                double[] mine = endOf(thing, end);
                double[] theirs = endOf(other, -end);
                if (fits && Math.hypot(mine[0] - theirs[0], mine[1] - theirs[1]) < JOIN_METRES) {
                    return thing.placement().movedBy(theirs[0] - mine[0], theirs[1] - mine[1]);
                }
            }
        }
        return thing.placement().movedTo(grid(thing.placement().xMetres()), grid(thing.placement().yMetres()));
    }

    private static Study joined(Study study, Set<String> names) {
        Study result = study;
        for (Equipment thing : things(study, names)) {
            for (Equipment other : study.equipment()) {
                if (!other.name().equals(thing.name())) {
                    result = touches(thing, other) ? result.linked(thing.name(), other.name()) : result;
                    result = touches(other, thing) ? result.linked(other.name(), thing.name()) : result;
                }
            }
        }
        return result;
    }

    private static boolean touches(Equipment giver, Equipment taker) {
        double[] out = endOf(giver, 1);
        double[] in = endOf(taker, -1);
        return giver.givesPieces() && taker.takesPieces() && Math.hypot(out[0] - in[0], out[1] - in[1]) < 0.05;
    }

    private static List<Equipment> things(Study study, Set<String> names) {
        return study.equipment().stream().filter(e -> names.contains(e.name())).toList();
    }

    private static ToDoubleFunction<Equipment> across(boolean alongX) {
        return e -> alongX ? e.placement().yMetres() : e.placement().xMetres();
    }

    private static Equipment at(Equipment thing, double x, double y) {
        return thing.placed(thing.placement().movedTo(x, y));
    }

    private static double grid(double metres) {
        return Math.round(metres / GRID_METRES) * GRID_METRES;
    }

    /** Whole millimetres, so that turning four times comes back to where it began. */
    private static double tidy(double metres) {
        return Math.round(metres * 1000) / 1000.0;
    }
}
