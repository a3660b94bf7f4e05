package rhombic.desktop.card.sentences;

import static rhombic.desktop.card.text.Sentence.Token.picked;
import static rhombic.desktop.card.text.Sentence.Token.typed;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.ToDoubleFunction;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import rhombic.desktop.card.text.Sentence;
import rhombic.desktop.card.text.Sentence.Grid;
import rhombic.desktop.card.text.Sentence.Part;
import rhombic.desktop.card.text.Sentence.Token;
import rhombic.desktop.card.text.Sentence.Words;
import rhombic.desktop.card.text.Typed;
import rhombic.desktop.work.Arranging;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Study;
import rhombic.study.kind.Kind;
import rhombic.study.kind.Kinds;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Placement;

/** What can be said of several elements at once: how they stand, and the sentences that all of them share. */
public final class SharedSentences {
    /** Shown where they differ. */
    static final String DIFFERENT = "different";

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

    /** Sentences that all elements have; a token that is changed changes all of them, and where they differ it makes them alike. */
    public static List<Sentence> of(Study study, List<PlantElement> elements) {
        List<Map<String, Sentence>> all = representatives(study, elements).stream()
                .map(element -> byTokens(Sentences.of(study, element))).toList();
        List<String> names = elements.stream().map(PlantElement::name).toList();
        List<Sentence> shared = new ArrayList<>();
        all.getFirst().forEach((key, sentence) -> {
            if (isForAll(sentence) && all.stream().allMatch(map -> map.containsKey(key))) {
                shared.add(merged(key, all.stream().map(map -> Optional.ofNullable(map.get(key)).orElseThrow()).toList(), names));
            }
        });
        return shared;
    }

    /** Of those that are alike but for where they stand, one is enough, and those that stand farthest to each side. */
    private static List<PlantElement> representatives(Study study, List<PlantElement> elements) {
        Map<Object, PlantElement> unlike = new LinkedHashMap<>();
        for (PlantElement element : elements) {
            int links = Math.min(2, study.linksFrom(element.name()).size());
            unlike.putIfAbsent(List.of(links, element.with(element.basics().withId("like")).named("like").placed(Placement.at(0, 0))),
                    element);
        }
        Set<PlantElement> chosen = new LinkedHashSet<>(unlike.values());
        for (ToDoubleFunction<Placement> side : List.<ToDoubleFunction<Placement>>of(Placement::xMetres, Placement::yMetres,
                Placement::zMetres, Placement::headingDegrees)) {
            Comparator<PlantElement> bySide = Comparator.comparingDouble(element -> side.applyAsDouble(element.placement()));
            elements.stream().min(bySide).ifPresent(chosen::add);
            elements.stream().max(bySide).ifPresent(chosen::add);
        }
        return List.copyOf(chosen);
    }

    private static boolean isForAll(Sentence sentence) {
        List<Token> tokens = tokens(sentence);
        return !tokens.isEmpty() && tokens.stream().noneMatch(token -> OF_ONE_ALONE.stream().anyMatch(token.id()::startsWith));
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

    private static Sentence merged(String key, List<Sentence> sentences, List<String> names) {
        List<Part> parts = new ArrayList<>();
        int index = 0;
        for (Part part : sentences.getFirst().parts()) {
            if (part instanceof Token token) {
                int at = index++;
                parts.add(merged(sentences.stream().map(sentence -> tokens(sentence).get(at)).toList(), new ForAll(names, key, at)));
            } else {
                parts.add(part);
            }
        }
        return new Sentence(parts);
    }

    private static Token merged(List<Token> tokens, ForAll change) {
        Token first = tokens.stream().filter(token -> token.editor() instanceof Sentence.Editor.Cells).findFirst()
                .orElse(tokens.getFirst());
        if (first.editor() instanceof Sentence.Editor.Cells cells) {
            Grid grid = cells.grid();
            boolean alike = tokens.stream().allMatch(token -> token.editor() instanceof Sentence.Editor.Cells other
                    && other.grid().rows().equals(grid.rows()) && other.grid().headings().equals(grid.headings()));
            return Token.cells(first.id(), alike ? first.shown() : DIFFERENT,
                    new Grid(grid.headings(), grid.rows(), grid.hint(), grid.headingsCount(), grid.needed(),
                            filled -> change.by(first, token -> token.editor() instanceof Sentence.Editor.Cells its
                                    ? its.grid().edit(filled)
                                    : token.change().apply(lines(filled)))));
        }
        boolean alike = tokens.stream().allMatch(token -> token.shown().equals(first.shown()));
        return new Token(first.id(), alike ? first.shown() : DIFFERENT, alike ? first.typed() : "", first.editor(),
                text -> change.by(first, token -> token.change().apply(text)));
    }

    /** Where one of them has nothing yet, and picks what others have a table of. */
    private static String lines(Sentence.Filled filled) {
        return filled.rows().stream().map(row -> String.join("\t", row)).collect(Collectors.joining("\n"));
    }

    /**
     * Changes the same token of many elements. Each is changed in a study of its own, and all are put back at once: the time grows with
     * their number, not with its square. What a change does beside the element is done in the whole study.
     *
     * @param key of the sentence
     * @param at place of the token among those of its sentence
     */
    private record ForAll(List<String> names, String key, int at) {
        /** @throws IllegalArgumentException if the first can't be changed that way */
        UnaryOperator<Study> by(Token first, Function<Token, UnaryOperator<Study>> change) {
            change.apply(first);
            return study -> {
                Study now = study;
                Map<String, PlantElement> changed = new HashMap<>();
                for (String name : names) {
                    PlantElement element = study.find(name).orElseThrow();
                    Study alone = study.alone(element);
                    Optional<Study> after = token(alone, element).map(token -> change.apply(token).apply(alone));
                    if (after.isPresent() && after.get().changed(name, e -> element).equals(alone)) {
                        changed.put(name, after.get().find(name).orElseThrow());
                    } else {
                        now = now.changedAll(changed.keySet(), e -> changed.getOrDefault(e.name(), e));
                        changed.clear();
                        Token token = token(now, element).orElseThrow();
                        now = change.apply(token).apply(now);
                    }
                }
                return now.changedAll(changed.keySet(), e -> changed.getOrDefault(e.name(), e));
            };
        }

        private Optional<Token> token(Study study, PlantElement element) {
            return Optional.ofNullable(byTokens(Sentences.of(study, element)).get(key)).map(sentence -> tokens(sentence).get(at));
        }
    }
}
