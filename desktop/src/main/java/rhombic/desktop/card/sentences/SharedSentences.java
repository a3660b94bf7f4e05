package rhombic.desktop.card.sentences;

import static rhombic.desktop.card.sentences.Sentence.Token.picked;
import static rhombic.desktop.card.sentences.Sentence.Token.typed;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import rhombic.desktop.card.sentences.Sentence.Part;
import rhombic.desktop.card.sentences.Sentence.Token;
import rhombic.desktop.card.sentences.Sentence.Words;
import rhombic.desktop.work.Arranging;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Study;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.Kind;
import rhombic.study.kind.Kinds;

/** What can be said of several elements at once: how they stand, and the sentences that all of them share. */
public final class SharedSentences {
    /** Shown where they differ. */
    static final String DIFFERS = "differs";

    private static final Pattern REPEAT = Pattern
            .compile("(\\d{1,4})\\s*[x\u00d7]\\s*(\\d{1,4})\\s*,\\s*([^,]+?)\\s*(?:,\\s*([^,]+?)\\s*)?");
    /** Tokens whose sentences are of one element alone: where its links lead, and what it is called. */
    private static final List<String> OF_ONE_ALONE = List.of("way ", "share ", "only ", "travel", "bends", "link", "shares");

    private SharedSentences() {}

    /** How the elements stand to each other; of one element, only what makes sense for one. */
    public static List<Sentence> layout(Set<String> names) {
        List<Sentence> all = new ArrayList<>();
        boolean several = names.size() > 1;
        String them = several ? "them" : "it";
        if (several) {
            List<String> lines = Arrays.stream(Arranging.Line.values()).map(Arranging.Line::word).toList();
            all.add(new Sentence(new Words("Line them up: "), picked("align", "+ middles or edges", lines,
                    text -> s -> Arranging.aligned(s, names,
                            Typed.choice(Arranging.Line.values(), Arranging.Line::word, text))),
                    new Words(", space them evenly: "),
                    picked("distribute", "+ in a row or column", List.of("in a row", "in a column"),
                            text -> s -> Arranging.distributed(s, names, text.equals("in a row"))),
                    new Words(".")));
            all.add(new Sentence(new Words("Turn them as one: "),
                    typed("turn by", "+ degrees", "90\u00b0", "Anticlockwise, such as 90\u00b0",
                            text -> s -> Arranging.turned(s, names, Typed.degrees(text))),
                    new Words(", mirror them: "),
                    picked("mirror", "+ about their middle", List.of("east to west", "north to south"),
                            text -> s -> Arranging.mirrored(s, names, text.equals("east to west"))),
                    new Words(".")));
        }
        List<String> kinds = Kinds.ALL.stream().map(Kind::word).toList();
        all.add(new Sentence(new Words("Repeat " + them + ": "),
                typed("repeat", "+ in columns and rows", "3 x 1, 4 m", "Columns x rows, the pitch east, and north: 3 x 2, 5 m, 4 m",
                        text -> repeat(names, text)),
                new Words(", make " + them + ": "),
                picked("kind", "+ another kind", kinds,
                        text -> s -> Arranging.changedTo(s, names,
                                Kinds.ALL.stream().filter(k -> k.word().equals(text)).findFirst().orElseThrow())),
                new Words(".")));
        return all;
    }

    private static UnaryOperator<Study> repeat(Set<String> names, String text) {
        Matcher m = REPEAT.matcher(text.strip());
        if (!m.matches()) {
            throw new IllegalArgumentException(
                    "Write columns x rows and the pitches, such as 3 x 2, 5 m, 4 m; got \u201c" + text.strip() + "\u201d");
        }
        double east = Quantity.parse(m.group(3), Dimension.LENGTH).inBaseUnit();
        double north = m.group(4) == null ? east : Quantity.parse(m.group(4), Dimension.LENGTH).inBaseUnit();
        return s -> Arranging.repeated(s, names, Integer.parseInt(m.group(1)), Integer.parseInt(m.group(2)), east, north).study();
    }

    /** Sentences that all elements have; a token that is changed changes all of them. */
    public static List<Sentence> of(Study study, List<Equipment> elements) {
        List<Map<String, Sentence>> others = elements.subList(1, elements.size()).stream()
                .map(element -> byTokens(Sentences.of(study, element)))
                .toList();
        List<Sentence> shared = new ArrayList<>();
        byTokens(Sentences.of(study, elements.getFirst())).forEach((key, sentence) -> {
            if (isForAll(sentence) && others.stream().allMatch(map -> map.containsKey(key))) {
                shared.add(merged(sentence, others.stream().map(map -> Optional.ofNullable(map.get(key)).orElseThrow()).toList()));
            }
        });
        return shared;
    }

    private static boolean isForAll(Sentence sentence) {
        List<Token> tokens = tokens(sentence);
        return !tokens.isEmpty()
                && tokens.stream().noneMatch(token -> OF_ONE_ALONE.stream().anyMatch(token.id()::startsWith) || isTableOfOne(token));
    }

    /** A timetable, or another table that a whole sentence is about. */
    private static boolean isTableOfOne(Token token) {
        return token.editor() instanceof Sentence.Editor.Cells && !token.id().equals("attributes");
    }

    /** Two sentences are the same if they have the same tokens in the same order; what their words say may differ by number. */
    private static Map<String, Sentence> byTokens(List<Sentence> sentences) {
        Map<String, Sentence> map = new LinkedHashMap<>();
        sentences.forEach(sentence -> map.putIfAbsent(String.join("|", tokens(sentence).stream().map(Token::id).toList()), sentence));
        return map;
    }

    private static List<Token> tokens(Sentence sentence) {
        return sentence.parts().stream().filter(Token.class::isInstance).map(Token.class::cast).toList();
    }

    private static Sentence merged(Sentence first, List<Sentence> others) {
        List<Part> parts = new ArrayList<>();
        int index = 0;
        for (Part part : first.parts()) {
            if (!(part instanceof Token token)) {
                parts.add(part);
                continue;
            }
            int at = index++;
            if (token.editor() instanceof Sentence.Editor.Cells) {
                continue; // attributes are of one element alone; what stands before them is not
            }
            List<Token> same = others.stream().map(other -> tokens(other).get(at)).toList();
            boolean differs = same.stream().anyMatch(other -> !other.shown().equals(token.shown()));
            parts.add(new Token(token.id(), differs ? DIFFERS : token.shown(), differs ? "" : token.typed(), token.editor(), text -> {
                List<UnaryOperator<Study>> changes = new ArrayList<>(List.of(token.change().apply(text)));
                same.forEach(other -> changes.add(other.change().apply(text)));
                return study -> {
                    Study changed = study;
                    for (UnaryOperator<Study> change : changes) {
                        changed = change.apply(changed);
                    }
                    return changed;
                };
            }));
        }
        return new Sentence(parts);
    }
}
