package rhombic.study.value;

import java.io.Serializable;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;

/**
 * How a piece chooses among the links of an equipment that it may go. Links with a share go by chance whatever is
 * chosen here.
 *
 * @param formula that gives the name of the equipment it goes to; empty unless the choice is {@link Choice#FORMULA}
 */
public record Routing(Choice choice, String formula) implements Serializable {
    /** How a piece chooses among the links; in a file a word, or a formula. */
    public static final FieldType<Routing> TYPE = new FieldType.TextOr<>(
            new FieldType.Mapped<>(FieldType.Word.of(Choice.PREFERENCE, Choice.FIRST_FREE, Choice.IN_TURN, Choice.SHORTEST_QUEUE),
                    Routing::choice,
                    choice -> new Routing(choice, "")),
            Composite.of("routingByFormula", routing -> {
                var formula = routing.required("formula", "Gives the name of the element that the piece goes to.", FieldType.FORMULA,
                        Routing::formula);
                return v -> new Routing(Choice.FORMULA, v.get(formula));
            }), routing -> routing.choice != Choice.FORMULA);

    public static final Routing PREFERENCE = new Routing(Choice.PREFERENCE, "");

    /** Rules of choice. */
    public enum Choice {
        /** The first link, in order, that has room. */
        PREFERENCE("the first with room, in order"),
        /** Whichever has room; if several have, the one after the last that was used. */
        FIRST_FREE("whichever is free"),
        /** One after the other; it waits for the one whose turn it is. */
        IN_TURN("in turn"),
        /** The one with the fewest pieces in it and waiting for it; it then waits for that one. */
        SHORTEST_QUEUE("the shortest queue"),
        /** The one a formula names. */
        FORMULA("a formula");

        private final String word;

        Choice(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    public Routing {
        if ((choice == Choice.FORMULA) == formula.isBlank()) {
            throw new StudyException(choice == Choice.FORMULA
                    ? "A way out by formula needs a formula that gives a name, such as table('Routes', piece.type)"
                    : "Only a way out by formula has a formula; got " + formula);
        }
    }
}
