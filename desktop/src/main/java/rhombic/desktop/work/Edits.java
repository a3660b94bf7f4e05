package rhombic.desktop.work;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import rhombic.space.NearPoints;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Rule;
import rhombic.study.Study;
import rhombic.study.duty.StopPoint;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.Kind;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Rack;
import rhombic.study.place.Bend;
import rhombic.study.place.Fitting;
import rhombic.study.place.Placement;
import rhombic.study.place.Port;
import rhombic.study.rack.TransferPoint;
import rhombic.study.value.Names;
import rhombic.study.value.PieceType;
import rhombic.study.value.Table;

/** What hands do on the floor, as functions from study to study. */
public final class Edits {
    /** Ports that are nearer to each other than this touch. */
    private static final double TOUCH_METRES = 0.05;

    private Edits() {}

    /** A new element with usual values; its name is free in the study. */
    public static PlantElement made(Kind<?> kind, Study study, Placement at) {
        return kind.placed(study.names(), study.pieceTypes(), at);
    }

    /** Adds a piece type of the usual size under a free name. */
    public static Study withNewType(Study study) {
        return withNewType(study, "Piece", PieceType::usual);
    }

    /** Adds a piece type that is made of a free name, such as a pallet or a truck. */
    public static Study withNewType(Study study, String name, Function<String, PieceType> made) {
        Set<String> taken = new HashSet<>(study.pieceTypes().stream().map(PieceType::name).toList());
        List<PieceType> types = new ArrayList<>(study.pieceTypes());
        PieceType type = made.apply(Names.free(name, taken));
        types.add(types.stream().anyMatch(other -> other.appearance().equals(type.appearance())) ? type.apartFrom(types) : type);
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
        Rule.When when = study.elements().stream().filter(PlantElement::takesPieces).findFirst()
                .map(element -> (Rule.When) new Rule.When.Piece(Rule.PieceEvent.ENTERS, element.name()))
                .orElse(new Rule.When.TimeOfDay("08:00"));
        rules.add(new Rule(Names.free("Rule 1", taken), when, "", List.of()));
        return study.withRules(rules);
    }

    /** Places it, and links it to what it touches end to end. */
    public static Study placed(Study study, PlantElement element) {
        List<PieceType> types = new ArrayList<>(study.pieceTypes());
        missingTypes(element, types);
        return joined(study.withPieceTypes(types).with(element), Set.of(element.name()));
    }

    /** Moves the named elements, with the bends of the links among them; what then touches end to end is linked. */
    public static Study moved(Study study, Set<String> names, double dx, double dy) {
        Study moved = study.changedAll(names, e -> e.placed(e.placement().movedBy(dx, dy)));
        return joined(Arranging.withBends(moved, names, b -> new Bend(b.xMetres() + dx, b.yMetres() + dy)), names);
    }

    /** Puts a bend into a link, or moves one: the path then goes by that point. */
    public static Study bent(Study study, Link link, int bend, boolean isNew, Bend to) {
        List<Bend> bends = new ArrayList<>(link.bends());
        if (isNew) {
            bends.add(bend, to);
        } else {
            bends.set(bend, to);
        }
        return withBends(study, link, bends);
    }

    public static Study straightened(Study study, Link link, int bend) {
        List<Bend> bends = new ArrayList<>(link.bends());
        bends.remove(bend);
        return withBends(study, link, bends);
    }

    private static Study withBends(Study study, Link link, List<Bend> bends) {
        return study.withLinks(study.links().stream()
                .map(l -> l.ends().equals(link.ends()) ? l.withBends(bends) : l).toList());
    }

    /** Links each to the next. */
    public static Study linkedInOrder(Study study, List<String> names) {
        Study result = study;
        for (int i = 0; i + 1 < names.size(); i++) {
            result = result.linked(names.get(i), names.get(i + 1));
        }
        return result;
    }

    /** A copied group: the elements, and the links among them. */
    public record Clip(List<PlantElement> elements, List<Link> links) {}

    public static Clip copied(Study study, Set<String> names) {
        return new Clip(elements(study, names),
                study.links().stream().filter(l -> names.contains(l.from()) && names.contains(l.to())).toList());
    }

    /** What pasting leads to. */
    public record Pasted(Study study, Set<String> names) {}

    /** Pastes under free names, beside the originals. Piece types that are not there come along. */
    public static Pasted pasted(Study study, Clip clip, double dx, double dy) {
        Set<String> taken = new HashSet<>(study.names());
        Map<String, String> renamed = new HashMap<>();
        List<PlantElement> elements = new ArrayList<>();
        List<PieceType> allTypes = new ArrayList<>(study.pieceTypes());
        for (PlantElement element : clip.elements) {
            String name = Names.free(element.name(), taken);
            taken.add(name);
            renamed.put(element.name(), name);
            elements.add(element.named(name).placed(element.placement().movedBy(dx, dy)));
            missingTypes(element, allTypes);
        }
        List<Link> links = clip.links.stream()
                .map(l -> l.between(renamed.getOrDefault(l.from(), l.from()), renamed.getOrDefault(l.to(), l.to())).withId("")
                        .withBends(l.bends().stream().map(b -> new Bend(b.xMetres() + dx, b.yMetres() + dy)).toList()))
                .toList();
        return new Pasted(study.withPieceTypes(allTypes).with(elements, links), Set.copyOf(renamed.values()));
    }

    private static void missingTypes(PlantElement element, List<PieceType> types) {
        if (element instanceof GoodsIn in) {
            in.types().stream().filter(name -> types.stream().noneMatch(t -> t.name().equals(name)))
                    .forEach(name -> types.add(PieceType.usual(name).apartFrom(types)));
        }
    }

    /** Puts the link before all others of its giver. */
    public static Study preferred(Study study, Link link) {
        List<Link> links = new ArrayList<>(study.links());
        if (links.remove(link)) {
            int first = 0;
            while (first < links.size() && !links.get(first).from().equals(link.from())) {
                first++;
            }
            links.add(first, link);
        }
        return study.withLinks(links);
    }

    public static Study unlinked(Study study, Link link) {
        return study.withLinks(study.links().stream().filter(l -> !l.ends().equals(link.ends())).toList());
    }

    /** Lays a conveyor another way; what it then touches end to end is linked. */
    public static Study laid(Study study, Conveyor conveyor) {
        return joined(study.changed(conveyor.name(), e -> conveyor), Set.of(conveyor.name()));
    }

    /** Takes a divert, merge or sensor out, with the links that begin or end there. */
    public static Study withoutFitting(Study study, Conveyor conveyor, String fitting) {
        return study.withLinks(study.links().stream()
                .filter(l -> !(l.from().equals(conveyor.name()) && l.fromPort().equals(fitting)
                        || l.to().equals(conveyor.name()) && l.toPort().equals(fitting)))
                .toList())
                .changed(conveyor.name(), e -> e instanceof Conveyor now
                        ? now.withFittings(now.fittings().stream().filter(one -> !one.name().equals(fitting)).toList())
                        : e);
    }

    /** Takes a further infeed or outfeed of a rack out, with the links at its port; those of the ports behind it stay with theirs. */
    public static Study withoutPoint(Study study, Rack rack, boolean isIn, int number) {
        List<TransferPoint> left = new ArrayList<>(isIn ? rack.moreInfeeds() : rack.moreOutfeeds());
        left.remove(number - 1);
        return study.withLinks(study.links().stream().filter(link -> portNumber(link, rack, isIn) != number).map(link -> {
            int at = portNumber(link, rack, isIn);
            String port = rack.portOf(isIn, Math.max(0, at - 1));
            return at < number ? link : isIn ? link.withPorts(link.fromPort(), port) : link.withPorts(port, link.toPort());
        }).toList()).changed(rack.name(), e -> isIn ? ((Rack) e).withMoreInfeeds(left) : ((Rack) e).withMoreOutfeeds(left))
                .changed(rack.name(), e -> withStops(e, port -> {
                    int at = rack.pointAt(isIn, port);
                    return at == number ? "" : at < number ? port : rack.portOf(isIn, at - 1);
                }));
    }

    /** Its stops for the ports of other names; those of none are taken out. */
    private static PlantElement withStops(PlantElement element, UnaryOperator<String> renamed) {
        List<StopPoint> stops = element.basics().duty().stops().stream()
                .map(stop -> new StopPoint(renamed.apply(stop.port()), stop.xMetres(), stop.yMetres()))
                .filter(stop -> !stop.port().isEmpty()).toList();
        return element.with(element.basics().withDuty(element.basics().duty().withStops(stops)));
    }

    /** At which infeed or outfeed of the rack it ends or begins; 0 for the usual one, and for links of others. */
    private static int portNumber(Link link, Rack rack, boolean isIn) {
        boolean isOfRack = (isIn ? link.to() : link.from()).equals(rack.name());
        return isOfRack ? rack.pointAt(isIn, isIn ? link.toPort() : link.fromPort()) : 0;
    }

    /** Gives it another name; its links stay. */
    public static Study renamedFitting(Study study, Conveyor conveyor, Fitting fitting, String name) {
        String before = fitting.name();
        return study.withLinks(study.links().stream()
                .map(l -> l.withPorts(l.from().equals(conveyor.name()) && l.fromPort().equals(before) ? name : l.fromPort(),
                        l.to().equals(conveyor.name()) && l.toPort().equals(before) ? name : l.toPort()))
                .toList())
                .changed(conveyor.name(), e -> e instanceof Conveyor now ? now.withFitting(before, fitting.named(name)) : e)
                .changed(conveyor.name(), e -> withStops(e, port -> port.equals(before) ? name : port));
    }

    /** A port of an element and where it is. */
    private record Outlet(int number, PlantElement element, Port port, Pose pose) {}

    /** Links the named elements to what touches them end to end. */
    private static Study joined(Study study, Set<String> names) {
        NearPoints<Outlet> ports = new NearPoints<>();
        List<Outlet> ofNamed = new ArrayList<>();
        for (int i = 0; i < study.elements().size(); i++) {
            PlantElement element = study.elements().get(i);
            for (Port port : element.ports()) {
                Outlet one = new Outlet(i, element, port, Layout.pose(element, port));
                ports.add(one.pose, one);
                if (names.contains(element.name())) {
                    ofNamed.add(one);
                }
            }
        }
        List<Link> more = new ArrayList<>();
        Set<Link.Ends> taken = new HashSet<>(study.links().stream().map(Link::ends).toList());
        for (Outlet mine : ofNamed) {
            List<Outlet> others = new ArrayList<>(ports.near(mine.pose, TOUCH_METRES));
            others.sort(Comparator.comparingInt(Outlet::number));
            for (Outlet other : others) {
                Outlet out = mine.port.isIn() ? other : mine;
                Outlet in = mine.port.isIn() ? mine : other;
                if (other.number != mine.number && !out.port.isIn() && in.port.isIn() && touch(out.pose, in.pose)
                        && out.element.givesPieces() && in.element.takesPieces()) {
                    Link link = new Link(out.element.name(), in.element.name()).withPorts(named(out.port, Port.OUT),
                            named(in.port, Port.IN));
                    if (taken.add(link.ends())) {
                        more.add(link);
                    }
                }
            }
        }
        return more.isEmpty() ? study : study.with(List.of(), more);
    }

    private static String named(Port port, String usual) {
        return port.name().equals(usual) ? "" : port.name();
    }

    private static boolean touch(Pose out, Pose in) {
        return Math.hypot(out.x() - in.x(), out.y() - in.y()) < TOUCH_METRES && Math.abs(out.z() - in.z()) < TOUCH_METRES;
    }

    static List<PlantElement> elements(Study study, Set<String> names) {
        return study.elements().stream().filter(e -> names.contains(e.name())).toList();
    }
}
