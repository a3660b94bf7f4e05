package rhombic.study.value;

import java.io.Serializable;
import java.util.List;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.field.OneOf;

/**
 * Which of the pieces that wait for an equipment, before it or in its input room, comes next. Equals go by age. What
 * comes back for rework goes before all others.
 *
 * @param types in order of preference, for {@link Choice#TYPE}; types that are not named come last
 * @param formula for {@link Choice#FORMULA}; the highest number comes first
 */
public record Selection(Choice choice, List<String> types, String formula) implements Serializable {
    /** Which of those that wait comes next. */
    public static final FieldType<Selection> TYPE = OneOf.of("selection",
            OneOf.variant("formula", "", (Selection selection) -> selection.choice == Choice.FORMULA,
                    Composite.of("selectionByFormula", selection -> {
                        var formula = selection.required("formula", "The piece with the highest number is taken first.", FieldType.FORMULA,
                                Selection::formula);
                        return v -> byFormula(v.get(formula));
                    })),
            OneOf.variant("types", "", selection -> true, Composite.of("selectionByType", selection -> {
                var types = selection.required("types", "The first of these types that waits is taken first.",
                        new FieldType.Several<>(FieldType.PIECE_TYPE), Selection::types);
                return v -> byType(v.get(types));
            })));

    public static final Selection OLDEST = new Selection(Choice.OLDEST, List.of(), "");

    /** Rules of choice. */
    public enum Choice {
        OLDEST("the longest waiting"), TYPE("by type"), FORMULA("the highest of a formula");

        private final String word;

        Choice(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    public Selection {
        types = List.copyOf(types);
        if (choice == Choice.FORMULA && formula.isBlank()) {
            throw new StudyException("Taking by formula needs a formula that gives a number, such as piece.priority");
        }
    }

    public static Selection byType(List<String> types) {
        return new Selection(Choice.TYPE, types, "");
    }

    public static Selection byFormula(String formula) {
        return new Selection(Choice.FORMULA, List.of(), formula);
    }
}
