package rhombic.desktop.card.text;

import java.util.List;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import rhombic.study.Study;

/** One sentence of a job card: words, and values that can be changed. Needs no toolkit. */
public record Sentence(List<Part> parts) {
    public Sentence(Part... parts) {
        this(List.of(parts));
    }

    public sealed interface Part {}

    public record Words(String text) implements Part {}

    /** A quiet line above the sentences of one subject. */
    public record Heading(String text) implements Part {}

    /**
     * How long something works and how long it is down, drawn under the words.
     *
     * @param ofWork whether the time up is counted while it works
     */
    public record Timeline(double upSeconds, double downSeconds, boolean ofWork) implements Part {}

    /** How a token is edited. */
    public sealed interface Editor {
        /** @param hint how to write it */
        record Line(String hint) implements Editor {}

        /** A time or a distribution of times, with its curve shown while it is typed. */
        record Time() implements Editor {}

        /**
         * A formula, or a line that holds one.
         *
         * @param offers all that can be said in it
         */
        record Script(String hint, List<String> offers) implements Editor {}

        /** The spells of a week, painted or typed. */
        record Week() implements Editor {}

        record Pick(List<String> choices) implements Editor {}

        /** Several of the choices, in order. */
        record PickSeveral(List<String> choices) implements Editor {}

        /** A table of cells. */
        record Cells(Grid grid) implements Editor {}

        /** Nothing to edit: choosing the token does it. */
        record Act() implements Editor {}
    }

    /**
     * A table of cells that can be edited, pasted into and, if the subject allows, read from a file.
     *
     * @param headings of the columns
     * @param rows of texts, each as wide as the headings
     * @param hint what the columns mean
     * @param headingsCount whether the headings are part of what is edited, as those of a timetable are
     * @param needed how many of the first cells no row can lack; the others have a usual value, or the change says what is missing
     * @param change makes an edit of headings and rows
     */
    public record Grid(List<String> headings, List<List<String>> rows, String hint, boolean headingsCount, int needed,
            Function<Filled, UnaryOperator<Study>> change) {
        /** @throws IllegalArgumentException with a message for the person if what was filled in can't be used */
        public UnaryOperator<Study> edit(Filled filled) {
            for (int row = 0; row < filled.rows().size(); row++) {
                List<String> cells = filled.rows().get(row);
                for (int i = 0; i < needed; i++) {
                    if (i >= cells.size() || cells.get(i).isBlank()) {
                        throw new IllegalArgumentException("Row " + (row + 1) + ": its " + headings.get(i) + " is missing");
                    }
                }
            }
            return change.apply(filled);
        }
    }

    /**
     * What was filled in.
     *
     * @param source file it was read from; empty if it was typed or pasted
     */
    public record Filled(List<String> headings, List<List<String>> rows, String source) {}

    /**
     * A value in a sentence.
     *
     * @param id names it for keyboard focus and tests
     * @param shown in the sentence
     * @param typed what the editor begins with
     * @param change makes an edit of what was typed or picked; throws {@link IllegalArgumentException} with a message for
     *     the person if it can't be used
     */
    public record Token(String id, String shown, String typed, Editor editor,
            Function<String, UnaryOperator<Study>> change) implements Part {
        public static Token typed(String id, String shown, String typed, String hint, Function<String, UnaryOperator<Study>> change) {
            return new Token(id, shown, typed, new Editor.Line(hint), change);
        }

        public static Token time(String id, String shown, String typed, Function<String, UnaryOperator<Study>> change) {
            return new Token(id, shown, typed, new Editor.Time(), change);
        }

        public static Token script(String id, String shown, String typed, String hint, List<String> offers,
                Function<String, UnaryOperator<Study>> change) {
            return new Token(id, shown, typed, new Editor.Script(hint, offers), change);
        }

        public static Token picked(String id, String shown, List<String> choices, Function<String, UnaryOperator<Study>> change) {
            return new Token(id, shown, shown, new Editor.Pick(choices), change);
        }

        /** Several choices, one on each line of what is handed over. */
        public static Token several(String id, String shown, List<String> now, List<String> choices,
                Function<List<String>, UnaryOperator<Study>> change) {
            return new Token(id, shown, String.join("\n", now), new Editor.PickSeveral(choices),
                    text -> change.apply(text.lines().filter(line -> !line.isBlank()).toList()));
        }

        public static Token cells(String id, String shown, Grid grid) {
            return new Token(id, shown, "", new Editor.Cells(grid), text -> UnaryOperator.identity());
        }

        public static Token act(String id, String shown, UnaryOperator<Study> change) {
            return new Token(id, shown, "", new Editor.Act(), text -> change);
        }
    }

    /** Only the text, as it would be read aloud. */
    public String text() {
        StringBuilder text = new StringBuilder();
        for (Part part : parts) {
            text.append(switch (part) {
                case Words words -> words.text;
                case Heading heading -> heading.text;
                case Timeline line -> "";
                case Token token -> token.shown;
            });
        }
        return text.toString();
    }
}
