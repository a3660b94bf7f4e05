package rhombic.desktop.card.phrases;

import static rhombic.desktop.card.text.Sentence.Token.cells;
import static rhombic.desktop.card.text.Sentence.Token.picked;
import static rhombic.desktop.card.text.Sentence.Token.script;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import rhombic.desktop.card.text.Offers;
import rhombic.desktop.card.text.Sentence.Grid;
import rhombic.desktop.card.text.Sentence.Part;
import rhombic.desktop.card.text.Sentence.Words;
import rhombic.desktop.card.text.Typed;
import rhombic.study.Study;
import rhombic.study.value.Attribute;
import rhombic.study.value.PieceType;
import rhombic.study.value.Table;
import rhombic.study.work.Recipe;

/** Says which pieces something needs or has on it, and what that depends on. */
public final class RecipeSentences {
    private final Study study;
    private final List<String> types;
    private final List<String> tables;
    private final List<String> offers;

    /** @param here the attributes of what it is about */
    public RecipeSentences(Study study, List<Attribute> here) {
        this.study = study;
        types = study.pieceTypes().stream().map(PieceType::name).toList();
        tables = study.tables().stream().map(Table::name).toList();
        offers = Offers.at(study, here);
    }

    /**
     * Tokens for a recipe, and a full stop.
     *
     * @param id of the first token, with which those of the others begin
     * @param base what it may depend on, as in a sentence
     * @param bases the types of that, for a recipe that begins to depend on it
     * @param mayDepend whether it may depend on anything
     */
    public List<Part> of(String id, Recipe recipe, String base, List<String> bases, boolean mayDepend,
            Function<Recipe, UnaryOperator<Study>> change) {
        String keyHint = "A formula about " + base + ", such as piece.type";
        List<Part> parts = new ArrayList<>();
        switch (recipe) {
            case Recipe.Fixed fixed -> parts.add(cells(id, fixed.parts().isEmpty() ? "+ parts" : text(fixed.parts()),
                    new Grid(List.of("part", "number"), rows(fixed.parts()),
                            "A piece type, or any, and how many; there are " + String.join(", ", types), false, 1,
                            filled -> change.apply(
                                    new Recipe.Fixed(filled.rows().stream().map(row -> part(row.get(0), row.get(1))).toList())))));
            case Recipe.ByKey byKey -> {
                parts.add(cells(id, byKey.parts().entrySet().stream().map(e -> text(e.getValue()) + " for " + e.getKey())
                        .collect(Collectors.joining("; ")), byKey(byKey, change)));
                parts.add(new Words(" by "));
                parts.add(script(id + " key", byKey.key(), byKey.key(), keyHint, offers,
                        text -> change.apply(new Recipe.ByKey(TimeSentences.formula(text), byKey.parts()))));
            }
            case Recipe.FromTable table -> {
                parts.add(new Words("what table "));
                parts.add(picked(id + " table", table.table(), tables, text -> change.apply(new Recipe.FromTable(text, table.key()))));
                parts.add(new Words(" says for "));
                parts.add(script(id + " key", table.key(), table.key(), keyHint, offers,
                        text -> change.apply(new Recipe.FromTable(table.table(), TimeSentences.formula(text)))));
            }
        }
        parts.add(new Words(". "));
        if (mayDepend) {
            parts.add(picked(id + " depends", "+ depends on",
                    tables.isEmpty() ? List.of("nothing", base) : List.of("nothing", base, "a table"),
                    text -> change.apply(text.equals(base)
                            ? new Recipe.ByKey("piece.type", perBase(recipe, bases))
                            : text.equals("a table")
                                    ? new Recipe.FromTable(study.tables().getFirst().name(), "piece.type")
                                    : new Recipe.Fixed(List.of()))));
        }
        return parts;
    }

    private static Map<String, List<Recipe.Part>> perBase(Recipe recipe, List<String> bases) {
        Map<String, List<Recipe.Part>> parts = new LinkedHashMap<>();
        bases.forEach(base -> parts.put(base, recipe instanceof Recipe.Fixed fixed ? fixed.parts() : List.of()));
        return parts;
    }

    private static Grid byKey(Recipe.ByKey byKey, Function<Recipe, UnaryOperator<Study>> change) {
        List<List<String>> rows = new ArrayList<>();
        byKey.parts().forEach((key, list) -> list.forEach(part -> rows.add(List.of(key, part.type(), String.valueOf(part.count())))));
        return new Grid(List.of("for", "part", "number"), rows, "For which value of " + byKey.key() + ", which part, and how many", false,
                2, filled -> {
                    Map<String, List<Recipe.Part>> parts = new LinkedHashMap<>();
                    filled.rows()
                            .forEach(row -> parts.computeIfAbsent(row.get(0), key -> new ArrayList<>()).add(part(row.get(1), row.get(2))));
                    return change.apply(new Recipe.ByKey(byKey.key(), parts));
                });
    }

    private static Recipe.Part part(String type, String count) {
        return new Recipe.Part(type, Typed.whole(count.isEmpty() ? "1" : count, "The number of parts"));
    }

    private static List<List<String>> rows(List<Recipe.Part> parts) {
        return parts.stream().map(part -> List.of(part.type(), String.valueOf(part.count()))).toList();
    }

    private static String text(List<Recipe.Part> parts) {
        return parts.stream().map(part -> part.count() + " " + part.type()).collect(Collectors.joining(", "));
    }
}
