package rhombic.plant.formula;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import rhombic.formula.Formula;
import rhombic.formula.FormulaException;
import rhombic.plant.handover.Flow;
import rhombic.plant.handover.PlantScope;
import rhombic.plant.piece.Piece;
import rhombic.plant.piece.TableBook;
import rhombic.study.work.Recipe;

/** What a recipe says is needed for a piece: how many parts of each type. */
public final class PieceNeeds {
    private final Flow flow;
    private final PlantScope scope;
    private final boolean[] isPart;
    private final int any;
    private final Rule rule;

    /** How many parts of each type a base needs; the last is of any type. */
    private interface Rule {
        int[] of(@Nullable Piece base);
    }

    /** @param scope of the formulas of the recipe */
    public PieceNeeds(Recipe recipe, Flow flow, PlantScope scope) {
        this.flow = flow;
        this.scope = scope;
        any = flow.types.count();
        isPart = new boolean[any + 1];
        rule = rule(recipe);
    }

    /**
     * For each type how many parts of it are needed, and last how many of any type; not to be changed.
     *
     * @param base null only where the recipe does not depend on it
     */
    public int[] of(@Nullable Piece base) {
        return rule.of(base);
    }

    /** The number that stands for any type, behind all types. */
    public int any() {
        return any;
    }

    /** Which of the numbers parts of a type count at: their own, or that of any type; negative if none needs them. */
    public int numberOf(int type) {
        return isPart[type] ? type : isPart[any] ? any : -1;
    }

    private Rule rule(Recipe recipe) {
        return switch (recipe) {
            case Recipe.Fixed fixed -> {
                int[] need = counted(fixed.parts());
                yield base -> need;
            }
            case Recipe.ByKey byKey -> {
                Formula key = flow.formula(byKey.key());
                Map<String, int[]> byValue = new HashMap<>();
                byKey.parts().forEach((value, parts) -> byValue.put(value, counted(parts)));
                yield remembered(key, base -> {
                    String value = scope.evaluate(key, base, key::asText);
                    int[] need = byValue.get(value);
                    if (need == null) {
                        throw scope.problem(
                                new FormulaException(
                                        "Its recipe says nothing for " + key.text() + " = \u201c" + value + "\u201d: add the parts for it"),
                                base);
                    }
                    return need;
                });
            }
            case Recipe.FromTable fromTable -> {
                Formula key = flow.formula(fromTable.key());
                TableBook.Lookup table = flow.tables.find(fromTable.table());
                boolean[] named = new boolean[any];
                for (String part : flow.study.table(fromTable.table()).orElseThrow().keyValues(1)) {
                    int type = flow.types.number(part);
                    if (type >= 0) {
                        named[type] = true;
                        isPart[type] = true;
                    }
                }
                Map<String, int[]> byValue = new HashMap<>();
                yield remembered(key, base -> scope.evaluate(key, base, now -> byValue.computeIfAbsent(key.asText(now), value -> {
                    int[] need = new int[any + 1];
                    for (int type = 0; type < any; type++) {
                        need[type] = named[type] ? table.count(value, flow.types.name(type)) : 0;
                    }
                    return need;
                })));
            }
        };
    }

    /** What the key gives is kept for each type, where it depends on nothing else. */
    private Rule remembered(Formula key, Rule rule) {
        if (!key.isOfTypeAlone()) {
            return rule;
        }
        int @Nullable [][] ofType = new int[any][];
        return base -> {
            assert base != null : "a batch, which has no base, has a fixed recipe";
            int[] known = ofType[base.type];
            if (known == null) {
                known = rule.of(base);
                ofType[base.type] = known;
            }
            return known;
        };
    }

    private int[] counted(List<Recipe.Part> parts) {
        int[] need = new int[any + 1];
        for (Recipe.Part part : parts) {
            int type = part.type().equals(Recipe.ANY_TYPE) ? any : flow.types.number(part.type());
            need[type] += part.count();
            isPart[type] = true;
        }
        return need;
    }
}
