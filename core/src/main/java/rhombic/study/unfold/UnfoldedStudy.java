package rhombic.study.unfold;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import rhombic.study.Link;
import rhombic.study.Rule;
import rhombic.study.Study;
import rhombic.study.change.Address;
import rhombic.study.duty.Person;
import rhombic.study.kind.Crew;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.ResourceGroup;

/**
 * A study with its cells expanded and all of it numbered from 0: elements, links, rules and people, each in its order. Made once for a
 * study and shared by all that run or show it; nothing in it changes.
 */
public final class UnfoldedStudy {
    /**
     * One of a group.
     *
     * @param group its number among the elements
     */
    public record Member(int group, Person person) {}

    private final Study study;
    private final List<Expanded> expanded;
    private final List<PlantElement> elements;
    private final Study flat;
    private final List<Link> links;
    private final List<Rule> rules;
    private final List<ResourceGroup> groups;
    private final List<Crew> crews;
    private final List<Member> members;
    private final Map<String, Integer> numbers;
    private final int[] from;
    private final int[] to;
    private final int[][] outgoing;
    private final int[][] incoming;

    UnfoldedStudy(Study study, List<Expanded> expanded, List<Link> links, List<Rule> rules) {
        this.study = study;
        this.expanded = List.copyOf(expanded);
        this.links = List.copyOf(links);
        this.rules = List.copyOf(rules);
        elements = expanded.stream().map(Expanded::element).toList();
        boolean hasCells = expanded.stream().anyMatch(one -> !one.cell().isEmpty());
        flat = hasCells ? study.onFloor(elements, links, rules) : study;
        numbers = HashMap.newHashMap(elements.size());
        List<ResourceGroup> ofResources = new ArrayList<>();
        List<Member> people = new ArrayList<>();
        for (int i = 0; i < elements.size(); i++) {
            numbers.put(elements.get(i).name(), i);
            if (elements.get(i) instanceof ResourceGroup group) {
                ofResources.add(group);
                for (Person person : group.members()) {
                    people.add(new Member(i, person));
                }
            }
        }
        groups = List.copyOf(ofResources);
        crews = groups.stream().filter(Crew.class::isInstance).map(Crew.class::cast).toList();
        members = List.copyOf(people);
        from = links.stream().mapToInt(link -> number(link.from())).toArray();
        to = links.stream().mapToInt(link -> number(link.to())).toArray();
        outgoing = byEnd(from);
        incoming = byEnd(to);
    }

    /** Cells can't be placed yet, so every element is one of its own. */
    public static UnfoldedStudy of(Study study) {
        return new UnfoldedStudy(study, study.elements().stream().map(Expanded::plain).toList(), study.links(), study.rules());
    }

    private int[][] byEnd(int[] ends) {
        int[] counts = new int[elements.size()];
        Arrays.stream(ends).forEach(end -> counts[end]++);
        int[][] all = new int[elements.size()][];
        Arrays.setAll(all, element -> new int[counts[element]]);
        for (int link = ends.length - 1; link >= 0; link--) {
            all[ends[link]][--counts[ends[link]]] = link;
        }
        return all;
    }

    /** What it was made from, and what is edited. */
    public Study study() {
        return study;
    }

    /** The same as a study without cells: what is checked. Its elements, links and rules are numbered as here, its names are paths. */
    public Study flat() {
        return flat;
    }

    /** All elements by their numbers. */
    public List<PlantElement> elements() {
        return elements;
    }

    public PlantElement element(int number) {
        return elements.get(number);
    }

    public int size() {
        return elements.size();
    }

    /** The number of the element with that path for a name; fails if there is none. */
    public int number(String path) {
        Integer number = numbers.get(path);
        if (number == null) {
            throw new IllegalArgumentException("There is no element \u201c" + path + "\u201d");
        }
        return number;
    }

    /** The same, or nothing if there is none. */
    public OptionalInt find(String path) {
        Integer number = numbers.get(path);
        return number == null ? OptionalInt.empty() : OptionalInt.of(number);
    }

    /** All links by their numbers. */
    public List<Link> links() {
        return links;
    }

    public Link link(int number) {
        return links.get(number);
    }

    /** Number of the element where the link begins. */
    public int from(int link) {
        return from[link];
    }

    /** Number of the element where the link ends. */
    public int to(int link) {
        return to[link];
    }

    /** Numbers of the links that begin at the element, in its order of preference. */
    public int[] linksFrom(int element) {
        return outgoing[element].clone();
    }

    /** Numbers of the links that end at the element. */
    public int[] linksTo(int element) {
        return incoming[element].clone();
    }

    /** All rules by their numbers. */
    public List<Rule> rules() {
        return rules;
    }

    /** All groups of resources, in the order of the elements. */
    public List<ResourceGroup> groups() {
        return groups;
    }

    /** In the order of the elements. */
    public List<Crew> crews() {
        return crews;
    }

    /** All resources by their numbers: group after group. */
    public List<Member> members() {
        return members;
    }

    /** Where that value of the element is edited. */
    public Address address(int element, String field) {
        Expanded one = expanded.get(element);
        return new Address(one.cell(), one.ownId(), field);
    }

    /** The number of the element whose value the address names, if it is there. */
    public OptionalInt element(Address address) {
        for (int i = 0; i < expanded.size(); i++) {
            if (expanded.get(i).ownId().equals(address.element()) && expanded.get(i).cell().equals(address.cell())) {
                return OptionalInt.of(i);
            }
        }
        return OptionalInt.empty();
    }
}
