package rhombic.study;

import java.io.Serializable;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import rhombic.space.Pose;
import rhombic.study.duty.Calendar;
import rhombic.study.duty.Need;
import rhombic.study.kind.Crew;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.value.Identified;
import rhombic.study.value.Names;
import rhombic.study.value.PieceType;
import rhombic.study.value.StudyException;
import rhombic.study.value.Table;

/**
 * The whole of one study, as a value. Names are unique among elements and among piece types, ids among elements; every
 * link joins elements that are there. Whether it makes sense as a plant is for {@link StudyCheck} to say.
 *
 * @param elements whatever it places, in the order by which they are numbered
 * @param links in order; those of one equipment stand in its order of preference
 * @param rules in the order in which they are looked at
 * @param views of the floor, kept by name; no run depends on them
 * @param calendars when people and equipment are on duty
 * @param comparison what is compared; no run depends on it
 */
public record Study(String name, RunPlan plan, List<PieceType> pieceTypes, List<PlantElement> elements, List<Link> links,
        List<Table> tables,
        List<Rule> rules, List<NamedView> views, List<Calendar> calendars, Comparison comparison) implements Serializable {
    public static final int MAX_EQUIPMENT = 50_000;

    public Study {
        Names.checked(name);
        pieceTypes = List.copyOf(pieceTypes);
        elements = IndexedList.Elements.of(elements);
        links = IndexedList.Links.of(withIds(links, elements));
        if (elements.size() > MAX_EQUIPMENT) {
            throw new StudyException("A study must have at most " + MAX_EQUIPMENT + " pieces of equipment; got " + elements.size());
        }
        tables = List.copyOf(tables);
        rules = Identified.complete(rules, "rules", (rule, place) -> rule.name());
        views = List.copyOf(views);
        calendars = List.copyOf(calendars);
        unique("piece types", pieceTypes.stream().map(PieceType::name).toList());
        unique("tables", tables.stream().map(Table::name).toList());
        unique("rules", rules.stream().map(Rule::name).toList());
        unique("calendars", calendars.stream().map(Calendar::name).toList());
        unique("views", views.stream().map(NamedView::name).toList());
        Set<String> names = unique("pieces of equipment", elements.stream().map(PlantElement::name).toList());
        unique("pieces of equipment have the id", elements.stream().map(PlantElement::id).toList());
        Set<Link.Ends> ways = new HashSet<>();
        for (Link link : links) {
            for (String end : List.of(link.from(), link.to())) {
                if (!names.contains(end)) {
                    throw new StudyException(
                            "There is no equipment \u201c" + end + "\u201d for the link from " + link.from() + " to " + link.to());
                }
            }
            if (!ways.add(link.ends())) {
                throw new StudyException("There are two links from " + link.from() + " to " + link.to() + ": keep one");
            }
        }
    }

    /** A study without tables and rules. */
    public Study(String name, RunPlan plan, List<PieceType> pieceTypes, List<PlantElement> elements, List<Link> links) {
        this(name, plan, pieceTypes, elements, links, List.of(), List.of(), List.of(), List.of(), Comparison.NONE);
    }

    /** A study in which nothing is compared. */
    public Study(String name, RunPlan plan, List<PieceType> pieceTypes, List<PlantElement> elements, List<Link> links, List<Table> tables,
            List<Rule> rules, List<NamedView> views, List<Calendar> calendars) {
        this(name, plan, pieceTypes, elements, links, tables, rules, views, calendars, Comparison.NONE);
    }

    /** A study without calendars. */
    public Study(String name, RunPlan plan, List<PieceType> pieceTypes, List<PlantElement> elements, List<Link> links, List<Table> tables,
            List<Rule> rules, List<NamedView> views) {
        this(name, plan, pieceTypes, elements, links, tables, rules, views, List.of(), Comparison.NONE);
    }

    /** A study without views. */
    public Study(String name, RunPlan plan, List<PieceType> pieceTypes, List<PlantElement> elements, List<Link> links, List<Table> tables,
            List<Rule> rules) {
        this(name, plan, pieceTypes, elements, links, tables, rules, List.of(), List.of(), Comparison.NONE);
    }

    /** An empty floor. */
    public static Study empty() {
        return new Study("New study", RunPlan.ONE_SHIFT, List.of(PieceType.usual("Piece")), List.of(), List.of());
    }

    public Optional<PlantElement> find(String wanted) {
        return ((IndexedList.Elements) elements).first(wanted);
    }

    /** The element of that name, if it is one of that kind or branch. */
    public <E extends PlantElement> Optional<E> find(String wanted, Class<E> type) {
        return find(wanted).filter(type::isInstance).map(type::cast);
    }

    /** All elements of that kind or branch. */
    public <E extends PlantElement> List<E> all(Class<E> type) {
        return elements.stream().filter(type::isInstance).map(type::cast).toList();
    }

    public List<Link> linksFrom(String from) {
        return ((IndexedList.Links) links).all(from);
    }

    /** Who must come to carry what leaves that equipment. */
    public List<Need> carryNeedsFrom(String from) {
        return linksFrom(from).stream().map(Link::travel).filter(Travel.Carried.class::isInstance)
                .map(travel -> ((Travel.Carried) travel).need()).toList();
    }

    public Set<String> names() {
        Set<String> names = HashSet.newHashSet(elements.size());
        elements.forEach(e -> names.add(e.name()));
        return names;
    }

    public Study named(String newName) {
        return new Study(newName, plan, pieceTypes, elements, links, tables, rules, views, calendars, comparison);
    }

    public Study withPlan(RunPlan newPlan) {
        return new Study(name, newPlan, pieceTypes, elements, links, tables, rules, views, calendars, comparison);
    }

    public Study withPieceTypes(List<PieceType> newTypes) {
        return new Study(name, plan, newTypes, elements, links, tables, rules, views, calendars, comparison);
    }

    public Study withTables(List<Table> newTables) {
        return new Study(name, plan, pieceTypes, elements, links, newTables, rules, views, calendars, comparison);
    }

    public Study withRules(List<Rule> newRules) {
        return new Study(name, plan, pieceTypes, elements, links, tables, newRules, views, calendars, comparison);
    }

    public Study withCalendars(List<Calendar> newCalendars) {
        return new Study(name, plan, pieceTypes, elements, links, tables, rules, views, newCalendars, comparison);
    }

    public Study withComparison(Comparison newComparison) {
        return new Study(name, plan, pieceTypes, elements, links, tables, rules, views, calendars, newComparison);
    }

    /** Only what runs depend on: without views, without what is compared, and with one replication. */
    public Study forRunning() {
        return new Study("Study", plan.withReplications(1).withTarget(TargetBand.USUAL), pieceTypes, elements, links, tables, rules,
                List.of(), calendars,
                Comparison.NONE);
    }

    public Optional<Calendar> calendar(String wanted) {
        return calendars.stream().filter(c -> c.name().equals(wanted)).findFirst();
    }

    /** The elements that pieces enter or leave, in their order. */
    public List<Equipment> equipment() {
        return ((IndexedList.Elements) elements).of(Equipment.class);
    }

    public List<Crew> crews() {
        return ((IndexedList.Elements) elements).of(Crew.class);
    }

    /** All groups of resources, in their order. */
    public List<ResourceGroup> groups() {
        return ((IndexedList.Elements) elements).of(ResourceGroup.class);
    }

    public Study withViews(List<NamedView> newViews) {
        return new Study(name, plan, pieceTypes, elements, links, tables, rules, newViews, calendars, comparison);
    }

    public Optional<PieceType> type(String wanted) {
        return pieceTypes.stream().filter(t -> t.name().equals(wanted)).findFirst();
    }

    public Optional<Table> table(String wanted) {
        return tables.stream().filter(t -> t.name().equals(wanted)).findFirst();
    }

    /** The same on another floor: with other elements, links and rules. */
    public Study onFloor(List<PlantElement> newElements, List<Link> newLinks, List<Rule> newRules) {
        return new Study(name, plan, pieceTypes, newElements, newLinks, tables, newRules, views, calendars, comparison);
    }

    public Study withLinks(List<Link> newLinks) {
        return new Study(name, plan, pieceTypes, elements, newLinks, tables, rules, views, calendars, comparison);
    }

    /** Adds elements, and links that may lead to it. */
    public Study with(Collection<? extends PlantElement> moreElements, Collection<Link> moreLinks) {
        List<PlantElement> allElements = new ArrayList<>(elements);
        Set<String> ids = HashSet.newHashSet(elements.size());
        elements.forEach(element -> ids.add(element.id()));
        for (PlantElement element : moreElements) {
            // something that has another name by now may still have this one's as its id
            String id = Names.free(element.id(), ids);
            ids.add(id);
            allElements.add(id.equals(element.id()) ? element : element.with(element.basics().withId(id)));
        }
        List<Link> allLinks = new ArrayList<>(links);
        allLinks.addAll(moreLinks);
        return new Study(name, plan, pieceTypes, allElements, allLinks, tables, rules, views, calendars, comparison);
    }

    public Study with(PlantElement element) {
        return with(List.of(element), List.of());
    }

    /** Adds a link, unless the two are linked that way already or the ends cannot give or take. */
    public Study linked(String from, String to) {
        return linked(from, "", to, "");
    }

    /** The same from one port to another; an empty name means the usual one. */
    public Study linked(String from, String fromPort, String to, String toPort) {
        boolean giver = find(from).filter(PlantElement::givesPieces).isPresent();
        boolean taker = find(to).filter(PlantElement::takesPieces).isPresent();
        Link link = withUsualPorts(new Link(from, to).withPorts(fromPort, toPort));
        boolean there = linksFrom(from).stream().anyMatch(l -> l.ends().equals(link.ends()));
        return !giver || !taker || there ? this : with(List.of(), List.of(link));
    }

    /** The link, where it names no port at the one that its ends have for each other. */
    public Link withUsualPorts(Link link) {
        Optional<PlantElement> from = find(link.from());
        Optional<PlantElement> to = find(link.to());
        if (from.isEmpty() || to.isEmpty()) {
            return link;
        }
        Pose begins = from.get().placement().pose();
        Pose ends = to.get().placement().pose();
        return link.withPorts(link.fromPort().isEmpty() ? from.get().usualPort(ends, false) : link.fromPort(),
                link.toPort().isEmpty() ? to.get().usualPort(begins, true) : link.toPort());
    }

    /** Takes the named elements out, with every link that joins it. */
    public Study without(Set<String> gone) {
        return new Study(name, plan, pieceTypes,
                elements.stream().filter(e -> !gone.contains(e.name())).toList(),
                links.stream().filter(l -> !gone.contains(l.from()) && !gone.contains(l.to())).toList(), tables, rules, views, calendars,
                comparison);
    }

    /** Puts a changed version in the place of the element; if its name changes, all that names it follows. */
    public Study changed(String which, UnaryOperator<PlantElement> change) {
        List<PlantElement> all = new ArrayList<>(elements.size());
        String newName = which;
        for (PlantElement element : elements) {
            PlantElement changed = element.name().equals(which) ? change.apply(element) : element;
            newName = element.name().equals(which) ? changed.name() : newName;
            all.add(changed);
        }
        List<Link> allLinks = links;
        if (!newName.equals(which)) {
            Renaming renaming = new Renaming(Renaming.Kind.EQUIPMENT, which, newName);
            all.replaceAll(renaming::in);
            allLinks = links.stream().map(renaming::in).toList();
            return new Study(name, plan, pieceTypes, all, allLinks, tables, rules.stream().map(renaming::in).toList(), views, calendars,
                    comparison.renamed(renaming));
        }
        return new Study(name, plan, pieceTypes, all, allLinks, tables, rules, views, calendars, comparison);
    }

    /** Only that element, beside people and areas; without links. */
    public Study alone(PlantElement element) {
        return new Study(name, plan, pieceTypes, elements.stream().filter(e -> e == element || !(e instanceof Equipment)).toList(),
                List.of(),
                tables, rules, views, calendars, comparison);
    }

    /** Renames a piece type, a table or an attribute everywhere; an element is renamed by {@link #changed}. */
    public Study renamed(Renaming renaming) {
        boolean taken = !renaming.from().equals(renaming.to()) && switch (renaming.kind()) {
            case PIECE_TYPE -> type(renaming.to()).isPresent();
            case TABLE -> table(renaming.to()).isPresent();
            case EQUIPMENT -> find(renaming.to()).isPresent();
            case CALENDAR -> calendar(renaming.to()).isPresent();
        };
        if (taken) {
            throw new StudyException("\u201c" + renaming.to() + "\u201d is there already: choose another name");
        }
        return new Study(name, plan, pieceTypes.stream().map(renaming::in).toList(), elements.stream().map(renaming::in).toList(),
                links.stream().map(renaming::in).toList(), tables.stream().map(renaming::in).toList(),
                rules.stream().map(renaming::in).toList(), views, calendars.stream().map(renaming::in).toList(),
                comparison.renamed(renaming));
    }

    /** Changes every element that is named, names kept. */
    public Study changedAll(Set<String> which, UnaryOperator<PlantElement> change) {
        return new Study(name, plan, pieceTypes,
                elements.stream().map(e -> which.contains(e.name()) ? change.apply(e) : e).toList(), links, tables, rules, views,
                calendars, comparison);
    }

    /** The first link between two elements has an id made of theirs, so that studies from before links had ids keep their draws. */
    private static List<Link> withIds(List<Link> links, List<PlantElement> elements) {
        if (links.stream().noneMatch(link -> link.id().isEmpty())) {
            return Identified.complete(links, "links", (link, place) -> "");
        }
        Map<String, String> idOf = HashMap.newHashMap(elements.size());
        elements.forEach(element -> idOf.put(element.name(), element.id()));
        return Identified.complete(links, "links",
                (link, place) -> Link.usualId(idOf.getOrDefault(link.from(), link.from()), idOf.getOrDefault(link.to(), link.to())));
    }

    private static Set<String> unique(String label, List<String> names) {
        Set<String> seen = new HashSet<>();
        for (String name : names) {
            if (!seen.add(name)) {
                throw new StudyException("Two " + label + (label.endsWith("id") ? " " : " are called ") + "\u201c" + name + "\u201d: "
                        + (label.endsWith("id") ? "change one" : "rename one"));
            }
        }
        return seen;
    }
}
