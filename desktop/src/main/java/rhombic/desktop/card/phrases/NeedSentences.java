package rhombic.desktop.card.phrases;

import static rhombic.desktop.card.text.Sentence.Token.cells;
import static rhombic.desktop.card.text.Sentence.Token.picked;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import rhombic.desktop.card.text.Sentence.Grid;
import rhombic.desktop.card.text.Sentence.Part;
import rhombic.desktop.card.text.Typed;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Study;
import rhombic.study.duty.Need;
import rhombic.study.kind.ResourceGroup;

/** Who must be there for something: one token, that is picked first and edited as a table then. */
public final class NeedSentences {
    private NeedSentences() {}

    /** All by whom somebody can be asked for: groups, then skills. */
    static List<String> choices(Study study) {
        return choices(study.groups().stream().filter(ResourceGroup::comeWhenCalled).toList());
    }

    /** The same for work, which only people do. */
    private static List<String> workers(Study study) {
        return choices(study.groups().stream().filter(ResourceGroup::arePeople).toList());
    }

    private static List<String> choices(List<ResourceGroup> groups) {
        Set<String> all = new LinkedHashSet<>();
        groups.forEach(group -> all.add(group.name()));
        groups.forEach(group -> {
            all.addAll(group.skills());
            group.members().forEach(member -> all.addAll(member.skills()));
        });
        return List.copyOf(all);
    }

    /**
     * The token that says who drives; empty where there is nobody who could.
     *
     * @param now a crew or skill; empty: nobody
     * @param none what it shows then
     * @param prefix what it shows before the crew or skill otherwise
     * @param change makes an edit of who drives
     */
    public static Optional<Part> driver(Study study, String id, String now, String none, String prefix,
            Function<String, UnaryOperator<Study>> change) {
        List<String> drivers = workers(study);
        if (drivers.isEmpty() && now.isEmpty()) {
            return Optional.empty();
        }
        List<String> choices = Stream.concat(Stream.of(none), drivers.stream().map(one -> prefix + one)).toList();
        return Optional.of(picked(id, now.isEmpty() ? none : prefix + now, choices,
                text -> change.apply(text.equals(none) ? "" : text.substring(prefix.length()))));
    }

    /**
     * The token.
     *
     * @param empty what it shows while nobody is needed; it is picked from then, or given as lines of cells parted by tabs
     * @param change makes an edit of who is needed
     */
    public static Part token(Study study, String id, List<Need> needs, String empty, Function<List<Need>, UnaryOperator<Study>> change) {
        List<String> choices = workers(study);
        if (needs.isEmpty()) {
            return picked(id, empty, choices.isEmpty() ? List.of("Place a crew first: it is on the shelf, under People") : choices,
                    text -> {
                        if (choices.isEmpty()) {
                            throw new IllegalArgumentException("There is no crew yet: place one from the shelf, under People");
                        }
                        return change.apply(text.lines().map(line -> need(List.of(line.split("\t")))).toList());
                    });
        }
        return cells(id, text(needs), new Grid(List.of("whom", "people", "part", "priority", "yields"),
                needs.stream().map(NeedSentences::row).toList(),
                "A crew or skill, or several as in A or else B" + (choices.isEmpty() ? "" : " (" + String.join(", ", choices) + ")")
                        + ", how many, for which part of the time (such as 40 %), how urgent (higher goes first), and yes if they may be "
                        + "called away to something more urgent. No row: nobody",
                false, 1, filled -> change.apply(filled.rows().stream().map(NeedSentences::need).toList())));
    }

    /** As in {@code 2 Brazer and 1 Fitter for 40 %}. */
    static String text(List<Need> needs) {
        return needs.stream()
                .map(need -> need.people() + " " + need.inWords() + (need.isAllTheTime() ? "" : " for the first " + need.share())
                        + (need.priority() == 0 ? "" : ", priority " + need.priority())
                        + (need.preemptible() ? ", may be called away" : ""))
                .collect(Collectors.joining(" and "));
    }

    private static List<String> row(Need need) {
        return List.of(need.inWords(), String.valueOf(need.people()), need.share().toString(), String.valueOf(need.priority()),
                need.preemptible() ? "yes" : "no");
    }

    private static Need need(List<String> row) {
        List<String> cells = new ArrayList<>(row);
        while (cells.size() < 5) {
            cells.add("");
        }
        if (cells.get(0).isBlank()) {
            throw new IllegalArgumentException("Each row begins with a crew or a skill");
        }
        return new Need("somebody", cells.get(1).isBlank() ? 1 : Typed.whole(cells.get(1), "The people"),
                cells.get(2).isBlank() ? Need.ALL : Quantity.parse(cells.get(2), Dimension.SHARE),
                cells.get(3).isBlank() ? 0 : Typed.whole(cells.get(3), "The priority"), cells.get(4).strip().equalsIgnoreCase("yes"))
                .withSkills(Arrays.stream(cells.get(0).split("\\s+or else\\s+")).map(String::strip).toList());
    }
}
