package rhombic.study.change;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Variation;
import rhombic.study.kind.PlantElement;

/** Changes said in words, one short line for each: <i>Leak tester 2 added</i>, <i>Frame buffer: room 4 → 8</i>. */
public final class ChangeWords {
    private static final int MAX_LEAVES = 3;
    private static final int MAX_NAMES = 4;

    private final Study base;
    private final List<String> lines = new ArrayList<>();
    private final Set<String> added = new LinkedHashSet<>();
    private final Set<String> gone = new LinkedHashSet<>();
    private final Set<String> moved = new LinkedHashSet<>();

    private ChangeWords(Study base) {
        this.base = base;
    }

    /** @param base to which they are made: it knows what elements are called */
    public static List<String> of(Study base, Variation variation) {
        ChangeWords words = new ChangeWords(base);
        List<Change> all = ((Changes) variation).all();
        for (Change change : all) {
            if (change instanceof Change.Add add && add.item() instanceof PlantElement element) {
                words.added.add(element.name());
            } else if (change instanceof Change.TakeOut out && out.item() instanceof PlantElement element) {
                words.gone.add(element.name());
            }
        }
        words.names(words.added, "added");
        words.names(words.gone, "taken out");
        all.forEach(words::say);
        words.names(words.moved, "moved");
        return List.copyOf(words.lines);
    }

    private void names(Set<String> names, String label) {
        if (!names.isEmpty()) {
            lines.add(names.stream().limit(MAX_NAMES).collect(Collectors.joining(", "))
                    + (names.size() > MAX_NAMES ? " and " + (names.size() - MAX_NAMES) + " more" : "") + " " + label);
        }
    }

    private void say(Change change) {
        switch (change) {
            case Change.Set set -> {
                String name = base.elements().stream().filter(e -> e.id().equals(set.at().element())).map(PlantElement::name).findFirst()
                        .orElse(set.at().element());
                if (set.at().field().equals("position")) {
                    moved.add(name);
                } else {
                    differences(name, field(set.at().field()), Structure.differences(set.valueBefore(), set.valueAfter()));
                }
            }
            case Change.Replace replace -> {
                List<Structure.Difference> differences = Structure.differences(replace.before(), replace.after());
                differences(capital(Part.text(replace.after())), "", differences);
            }
            case Change.Add add when add.item() instanceof Link link -> {
                if (!added.contains(link.from()) && !added.contains(link.to())) {
                    lines.add(link.from() + " linked to " + link.to());
                }
            }
            case Change.TakeOut out when out.item() instanceof Link link -> {
                if (!gone.contains(link.from()) && !gone.contains(link.to())) {
                    lines.add(link.from() + " no longer linked to " + link.to());
                }
            }
            case Change.Add add when !(add.item() instanceof PlantElement) -> lines.add(capital(Part.text(add.item())) + " added");
            case Change.TakeOut out when !(out.item() instanceof PlantElement) -> lines.add(capital(Part.text(out.item())) + " taken out");
            case Change.Add add -> {}
            case Change.TakeOut out -> {}
            case Change.Rename rename -> lines.add(rename.renaming().from() + " called " + rename.renaming().to());
            case Change.SetPlan plan -> differences("The run", "", Structure.differences(plan.before(), plan.after()));
            case Change.Reorder order -> {
                if (order.part() == Part.LINK) {
                    lines.add("Order of links changed");
                }
            }
            case Change.NameStudy name -> {}
            case Change.SetComparison comparison -> {}
        }
    }

    private void differences(String name, String field, List<Structure.Difference> all) {
        List<String> texts = new ArrayList<>();
        for (Structure.Difference one : all) {
            String label = one.path().isEmpty() ? field : field(one.last());
            String before = Structure.text(one.before());
            String after = Structure.text(one.after());
            texts.add(before.isEmpty() || after.isEmpty() ? label + " changed" : label + " " + before + " \u2192 " + after);
        }
        lines.add(name + ": " + (texts.isEmpty()
                ? field + " as set here"
                : texts.stream().distinct().limit(MAX_LEAVES).collect(Collectors.joining(", "))
                        + (texts.size() > MAX_LEAVES ? " and more" : "")));
    }

    /** The name of a field as words: {@code inputCapacity} as input capacity. */
    static String field(String name) {
        return name.replaceAll("([a-z])([A-Z])", "$1 $2").toLowerCase(Locale.ROOT);
    }

    private static String capital(String text) {
        return text.substring(0, 1).toUpperCase(Locale.ROOT) + text.substring(1);
    }

    /** Equipment that is not as in the base: added, or set otherwise. */
    public static Set<String> touched(Study base, Study other) {
        Set<String> names = new LinkedHashSet<>();
        Map<String, PlantElement> before = base.elements().stream().collect(Collectors.toMap(PlantElement::id, e -> e));
        for (PlantElement element : other.elements()) {
            if (!element.equals(before.get(element.id()))) {
                names.add(element.name());
            }
        }
        Set<Link> links = new LinkedHashSet<>(other.links());
        base.links().forEach(links::remove);
        Set<Link> lost = new LinkedHashSet<>(base.links());
        other.links().forEach(lost::remove);
        links.addAll(lost);
        Set<String> there = other.names();
        links.stream().map(Link::from).filter(there::contains).forEach(names::add);
        return names;
    }
}
