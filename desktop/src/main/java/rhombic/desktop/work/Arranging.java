package rhombic.desktop.work;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.ToDoubleFunction;
import java.util.function.UnaryOperator;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.kind.Kind;
import rhombic.study.kind.Kinds;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Bend;
import rhombic.study.place.Placement;

/** Layout by hand of several elements at once, as functions from study to study. Links among them go along. */
public final class Arranging {
    public static final int MAX_COPIES = 1000;

    private Arranging() {}

    /** Which line several elements are brought to. */
    public enum Line {
        MIDDLES_IN_A_ROW("middles in a row"), MIDDLES_IN_A_COLUMN("middles in a column"), WEST("west edges"), EAST("east edges"), NORTH(
                "north edges"), SOUTH("south edges");

        private final String word;

        Line(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    /** Brings all to one line: the mean of their middles, or the outermost of their edges. */
    public static Study aligned(Study study, Set<String> names, Line line) {
        List<PlantElement> elements = Edits.elements(study, names);
        if (elements.size() < 2) {
            return study;
        }
        return switch (line) {
            case MIDDLES_IN_A_ROW -> {
                double y = tidy(elements.stream().mapToDouble(e -> e.placement().yMetres()).average().orElse(0));
                yield study.changedAll(names, e -> at(e, e.placement().xMetres(), y));
            }
            case MIDDLES_IN_A_COLUMN -> {
                double x = tidy(elements.stream().mapToDouble(e -> e.placement().xMetres()).average().orElse(0));
                yield study.changedAll(names, e -> at(e, x, e.placement().yMetres()));
            }
            case WEST -> {
                double edge = elements.stream().mapToDouble(e -> e.placement().xMetres() - reach(e, true)).min().orElse(0);
                yield study.changedAll(names, e -> at(e, tidy(edge + reach(e, true)), e.placement().yMetres()));
            }
            case EAST -> {
                double edge = elements.stream().mapToDouble(e -> e.placement().xMetres() + reach(e, true)).max().orElse(0);
                yield study.changedAll(names, e -> at(e, tidy(edge - reach(e, true)), e.placement().yMetres()));
            }
            case SOUTH -> {
                double edge = elements.stream().mapToDouble(e -> e.placement().yMetres() - reach(e, false)).min().orElse(0);
                yield study.changedAll(names, e -> at(e, e.placement().xMetres(), tidy(edge + reach(e, false))));
            }
            case NORTH -> {
                double edge = elements.stream().mapToDouble(e -> e.placement().yMetres() + reach(e, false)).max().orElse(0);
                yield study.changedAll(names, e -> at(e, e.placement().xMetres(), tidy(edge - reach(e, false))));
            }
        };
    }

    /** Makes the distances between the middles of neighbours equal; the outermost stay. */
    public static Study distributed(Study study, Set<String> names, boolean alongX) {
        ToDoubleFunction<PlantElement> position = alongX ? e -> e.placement().xMetres() : e -> e.placement().yMetres();
        List<PlantElement> elements = Edits.elements(study, names).stream().sorted(Comparator.comparingDouble(position)).toList();
        if (elements.size() < 3) {
            return study;
        }
        double first = position.applyAsDouble(elements.getFirst());
        double step = (position.applyAsDouble(elements.getLast()) - first) / (elements.size() - 1);
        Study result = study;
        for (int i = 0; i < elements.size(); i++) {
            double value = tidy(first + i * step);
            result = result.changed(elements.get(i).name(),
                    e -> alongX ? at(e, value, e.placement().yMetres()) : at(e, e.placement().xMetres(), value));
        }
        return result;
    }

    /** Turns the named elements as one about their common middle. */
    public static Study turned(Study study, Set<String> names, double degrees) {
        List<PlantElement> elements = Edits.elements(study, names);
        if (elements.isEmpty()) {
            return study;
        }
        double cx = middle(elements, true);
        double cy = middle(elements, false);
        double sin = Math.sin(Math.toRadians(degrees));
        double cos = Math.cos(Math.toRadians(degrees));
        Study turned = study.changedAll(names, e -> {
            double dx = e.placement().xMetres() - cx;
            double dy = e.placement().yMetres() - cy;
            return e.placed(e.placement().movedTo(tidy(cx + dx * cos - dy * sin), tidy(cy + dx * sin + dy * cos)).turnedBy(degrees));
        });
        return withBends(turned, names, b -> new Bend(tidy(cx + (b.xMetres() - cx) * cos - (b.yMetres() - cy) * sin),
                tidy(cy + (b.xMetres() - cx) * sin + (b.yMetres() - cy) * cos)));
    }

    /** Reflects the group about its middle: east and west change places, or north and south. */
    public static Study mirrored(Study study, Set<String> names, boolean eastWest) {
        List<PlantElement> elements = Edits.elements(study, names);
        if (elements.isEmpty()) {
            return study;
        }
        double twiceX = 2 * middle(elements, true);
        double twiceY = 2 * middle(elements, false);
        Study mirrored = study.changedAll(names, e -> {
            Placement at = e.placement();
            return e.mirrored().placed(eastWest
                    ? at.movedTo(tidy(twiceX - at.xMetres()), at.yMetres()).headedTo(180 - at.headingDegrees())
                    : at.movedTo(at.xMetres(), tidy(twiceY - at.yMetres())).headedTo(-at.headingDegrees()));
        });
        return withBends(mirrored, names,
                b -> eastWest ? new Bend(tidy(twiceX - b.xMetres()), b.yMetres()) : new Bend(b.xMetres(), tidy(twiceY - b.yMetres())));
    }

    /**
     * Repeats the group in rows: so many columns to the east and rows to the north, the original included.
     *
     * @param columnPitch from one column to the next, metres
     * @param rowPitch from one row to the next, metres
     */
    public static Edits.Pasted repeated(Study study, Set<String> names, int columns, int rows, double columnPitch, double rowPitch) {
        if (columns < 1 || rows < 1 || columns * (long) rows * Math.max(1, names.size()) > MAX_COPIES) {
            throw new IllegalArgumentException("Columns and rows count from 1, and at most " + MAX_COPIES + " elements come of it; got "
                    + columns + " by " + rows + " of " + names.size());
        }
        Edits.Clip clip = Edits.copied(study, names);
        Study result = study;
        Set<String> all = new HashSet<>(names);
        for (int row = 0; row < rows; row++) {
            for (int column = 0; column < columns; column++) {
                if (row > 0 || column > 0) {
                    Edits.Pasted pasted = Edits.pasted(result, clip, column * columnPitch, row * rowPitch);
                    result = pasted.study();
                    all.addAll(pasted.names());
                }
            }
        }
        return new Edits.Pasted(result, all);
    }

    /** Makes the named elements another kind; place, links, and all that both kinds have stay. Links a kind can't have go. */
    public static Study changedTo(Study study, Set<String> names, Kind<?> kind) {
        Study changed = study.changedAll(names, e -> e.declaration().equals(kind) ? e : Kinds.changedTo(kind, e));
        List<Link> links = new ArrayList<>();
        for (Link link : changed.links()) {
            boolean gives = changed.find(link.from()).filter(PlantElement::givesPieces).isPresent();
            boolean takes = changed.find(link.to()).filter(PlantElement::takesPieces).isPresent();
            if (gives && takes) {
                links.add(link);
            }
        }
        return changed.withLinks(links);
    }

    /** Bends of the links among the named elements. */
    static Study withBends(Study study, Set<String> names, UnaryOperator<Bend> change) {
        boolean any = study.links().stream().anyMatch(l -> !l.bends().isEmpty() && names.contains(l.from()) && names.contains(l.to()));
        return !any
                ? study
                : study.withLinks(study.links().stream().map(
                        l -> names.contains(l.from()) && names.contains(l.to()) ? l.withBends(l.bends().stream().map(change).toList()) : l)
                        .toList());
    }

    private static double middle(List<PlantElement> elements, boolean ofX) {
        return elements.stream().mapToDouble(e -> ofX ? e.placement().xMetres() : e.placement().yMetres()).average().orElse(0);
    }

    /** How far the turned footprint reaches from its middle, along x or along y. */
    static double reach(PlantElement element, boolean alongX) {
        double angle = Math.toRadians(element.placement().headingDegrees());
        double along = Math.abs(alongX ? Math.cos(angle) : Math.sin(angle));
        double across = Math.abs(alongX ? Math.sin(angle) : Math.cos(angle));
        return along * element.footprint().lengthMetres() / 2 + across * element.footprint().widthMetres() / 2;
    }

    private static PlantElement at(PlantElement element, double x, double y) {
        return element.placed(element.placement().movedTo(x, y));
    }

    /** Whole millimetres, so that turning four times comes back to where it began. */
    private static double tidy(double metres) {
        return Math.round(metres * 1000) / 1000.0;
    }
}
