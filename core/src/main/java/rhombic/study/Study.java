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

/**
 * The whole of one study, as a value. Names are ids: unique among equipment and among piece types; every link
 * joins equipment that is there. Whether it makes sense as a plant is for {@link StudyCheck} to say.
 *
 * @param links in order; those of one equipment stand in its order of preference
 */
public record Study(String name, RunPlan plan, List<PieceType> pieceTypes, List<Equipment> equipment, List<Link> links) implements Serializable {
    public static final int MOST_EQUIPMENT = 50_000;

    public Study {
        Names.checked(name);
        pieceTypes = List.copyOf(pieceTypes);
        equipment = List.copyOf(equipment);
        links = List.copyOf(links);
        if (equipment.size() > MOST_EQUIPMENT) {
            throw new StudyException("A study must have at most " + MOST_EQUIPMENT + " pieces of equipment; got " + equipment.size());
        }
        Set<String> types = unique("piece type", pieceTypes.stream().map(PieceType::name).toList());
        Set<String> names = unique("equipment", equipment.stream().map(Equipment::name).toList());
        for (Equipment thing : equipment) {
            if (thing instanceof GoodsIn in && !types.contains(in.pieceType())) {
                throw new StudyException("There is no piece type \u201c" + in.pieceType() + "\u201d for " + in.name());
            }
        }
        Set<Link> ways = new HashSet<>();
        for (Link link : links) {
            for (String end : List.of(link.from(), link.to())) {
                if (!names.contains(end)) {
                    throw new StudyException("There is no equipment \u201c" + end + "\u201d for the link from " + link.from() + " to " + link.to());
                }
            }
            if (!ways.add(new Link(link.from(), link.to()))) {
                throw new StudyException("There are two links from " + link.from() + " to " + link.to() + ": keep one");
            }
        }
    }

    /** An empty floor. */
    public static Study empty() {
        return new Study("New study", RunPlan.ONE_SHIFT, List.of(PieceType.usual("Piece")), List.of(), List.of());
    }

    public Optional<Equipment> find(String wanted) {
        return equipment.stream().filter(e -> e.name().equals(wanted)).findFirst();
    }

    public List<Link> linksFrom(String from) {
        return links.stream().filter(link -> link.from().equals(from)).toList();
    }

    public Set<String> names() {
        Set<String> names = HashSet.newHashSet(equipment.size());
        equipment.forEach(e -> names.add(e.name()));
        return names;
    }

    public Study named(String newName) {
        return new Study(newName, plan, pieceTypes, equipment, links);
    }

    public Study withPlan(RunPlan newPlan) {
        return new Study(name, newPlan, pieceTypes, equipment, links);
    }

    public Study withPieceTypes(List<PieceType> newTypes) {
        return new Study(name, plan, newTypes, equipment, links);
    }

    public Study withLinks(List<Link> newLinks) {
        return new Study(name, plan, pieceTypes, equipment, newLinks);
    }

    /** Adds equipment, and links that may lead to it. */
    public Study with(Collection<? extends Equipment> things, Collection<Link> moreLinks) {
        List<Equipment> allThings = new ArrayList<>(equipment);
        allThings.addAll(things);
        List<Link> allLinks = new ArrayList<>(links);
        allLinks.addAll(moreLinks);
        return new Study(name, plan, pieceTypes, allThings, allLinks);
    }

    public Study with(Equipment thing) {
        return with(List.of(thing), List.of());
    }

    /** Adds a link, unless the two are linked that way already or the ends cannot give or take. */
    public Study linked(String from, String to) {
        boolean giver = find(from).filter(Equipment::givesPieces).isPresent();
        boolean taker = find(to).filter(Equipment::takesPieces).isPresent();
        boolean there = links.stream().anyMatch(l -> l.from().equals(from) && l.to().equals(to));
        return !giver || !taker || there ? this : with(List.of(), List.of(new Link(from, to)));
    }

    /** Takes the named equipment out, with every link that joins it. */
    public Study without(Set<String> gone) {
        return new Study(name, plan, pieceTypes,
                equipment.stream().filter(e -> !gone.contains(e.name())).toList(),
                links.stream().filter(l -> !gone.contains(l.from()) && !gone.contains(l.to())).toList());
    }

    /** Puts a changed version in the place of the equipment; if its name changes, its links follow. */
    public Study changed(String which, UnaryOperator<Equipment> change) {
        Map<String, String> renamed = new HashMap<>();
        List<Equipment> all = new ArrayList<>(equipment.size());
        for (Equipment thing : equipment) {
            Equipment changed = thing.name().equals(which) ? change.apply(thing) : thing;
            if (!changed.name().equals(thing.name())) {
                renamed.put(thing.name(), changed.name());
            }
            all.add(changed);
        }
        return new Study(name, plan, pieceTypes, all, renamed.isEmpty() ? links : following(renamed));
    }

    /** Changes every piece of equipment that is named, names kept. */
    public Study changedAll(Set<String> which, UnaryOperator<Equipment> change) {
        return new Study(name, plan, pieceTypes,
                equipment.stream().map(e -> which.contains(e.name()) ? change.apply(e) : e).toList(), links);
    }

    private List<Link> following(Map<String, String> renamed) {
        return links.stream()
                .map(l -> new Link(renamed.getOrDefault(l.from(), l.from()), renamed.getOrDefault(l.to(), l.to()), l.share()))
                .toList();
    }

    private static Set<String> unique(String what, List<String> names) {
        Set<String> seen = new HashSet<>();
        for (String name : names) {
            if (!seen.add(name)) {
                throw new StudyException("Two pieces of " + what + " are called \u201c" + name + "\u201d: rename one");
            }
        }
        return seen;
    }
}
