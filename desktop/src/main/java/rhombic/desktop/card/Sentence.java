package rhombic.desktop.card;

import java.util.List;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import rhombic.study.Study;

/** One sentence of a job card: words, and values that can be changed. Needs no toolkit. */
record Sentence(List<Part> parts) {
    Sentence(Part... parts) {
        this(List.of(parts));
    }

    sealed interface Part {}

    record Words(String text) implements Part {}

    /**
     * A value in a sentence.
     *
     * @param id names it for keyboard focus and tests
     * @param shown in the sentence
     * @param typed what the editor begins with
     * @param hint how to write it
     * @param choices to pick from; empty if it is typed
     * @param change makes an edit of what was typed or picked; throws {@link IllegalArgumentException} with a message for
     *     the person if it can't be used
     */
    record Token(String id, String shown, String typed, String hint, List<String> choices, Function<String, UnaryOperator<Study>> change) implements Part {
        static Token typed(String id, String shown, String typed, String hint, Function<String, UnaryOperator<Study>> change) {
            return new Token(id, shown, typed, hint, List.of(), change);
        }

        static Token picked(String id, String shown, List<String> choices, Function<String, UnaryOperator<Study>> change) {
            return new Token(id, shown, shown, "", choices, change);
        }
    }

    /** Only the text, as it would be read aloud. */
    String text() {
        StringBuilder text = new StringBuilder();
        for (Part part : parts) {
            text.append(switch (part) {
                case Words words -> words.text;
                case Token token -> token.shown;
            });
        }
        return text.toString();
    }
}
