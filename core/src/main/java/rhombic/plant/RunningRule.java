package rhombic.plant;

import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.formula.Formula;
import rhombic.formula.FormulaException;
import rhombic.kernel.Event;
import rhombic.study.Rule;

/** One rule of a running plant. */
final class RunningRule {
    private final Rule rule;
    private final Plant plant;
    private final RuleBook book;
    private final @Nullable Formula condition;
    private final List<@Nullable Formula> values;

    RunningRule(Rule rule, Plant plant, RuleBook book) {
        this.rule = rule;
        this.plant = plant;
        this.book = book;
        condition = rule.condition().isBlank() ? null : plant.formula(rule.condition());
        values = new java.util.ArrayList<>();
        rule.then().forEach(action -> values.add(action instanceof Rule.Action.Set set ? plant.formula(set.formula()) : null));
    }

    /** Looks at the condition and, if it holds, acts: at once, up to the first wait. */
    void setOff(PlantScope scope, @Nullable Node node, @Nullable Piece piece) {
        if (condition == null || evaluate(scope, condition, piece, condition::truth)) {
            act(scope, 0, node, piece);
        }
    }

    private <T> T evaluate(PlantScope scope, Formula formula, @Nullable Piece piece, java.util.function.Function<PlantScope, T> use) {
        try {
            return use.apply(scope.with(piece));
        } catch (FormulaException e) {
            throw trouble(scope, e, piece);
        }
    }

    private RunTroubleException trouble(PlantScope scope, FormulaException e, @Nullable Piece piece) {
        return new RunTroubleException(rule.name(), "Rule " + rule.name() + ": " + scope.trouble(e, piece).getMessage());
    }

    private void act(PlantScope scope, int from, @Nullable Node node, @Nullable Piece piece) {
        for (int i = from; i < rule.then().size(); i++) {
            Formula value = values.get(i);
            switch (rule.then().get(i)) {
                case Rule.Action.Set set when value != null -> set(scope, set, value, piece);
                case Rule.Action.Set set -> throw new IllegalStateException("A value without a formula");
                case Rule.Action.ChangeLook look -> changeLook(scope, look.look(), node, piece);
                case Rule.Action.Shut shut -> node(scope, shut.equipment()).setShut(true);
                case Rule.Action.Open open -> node(scope, open.equipment()).setShut(false);
                case Rule.Action.Signal signal -> book.signal(signal.name());
                case Rule.Action.Create create -> create(scope, create);
                case Rule.Action.Scrap() -> {
                    if (piece != null) {
                        piece.toScrap = true;
                    }
                }
                case Rule.Action.StopRun() -> plant.stop(rule.name());
                case Rule.Action.Wait wait -> {
                    goOnLater(scope, wait.time().nanos(), i + 1, node, piece);
                    return;
                }
            }
        }
    }

    private void goOnLater(PlantScope scope, long nanos, int next, @Nullable Node node, @Nullable Piece piece) {
        plant.simulator.schedule(new Event() {
            @Override
            protected void occur() {
                act(scope, next, node, piece);
                plant.settle();
            }
        }, nanos);
    }

    private void set(PlantScope scope, Rule.Action.Set set, Formula formula, @Nullable Piece piece) {
        Object value = evaluate(scope, formula, piece, formula::value);
        boolean done;
        if (!set.of().isEmpty()) {
            done = node(scope, set.of()).set(set.attribute(), value);
        } else if (piece != null) {
            done = plant.types.set(piece, set.attribute(), value);
            if (done && plant.trace != null) {
                plant.trace.sets(plant.now(), piece.id, set.attribute(), Formula.plain(value));
            }
        } else {
            done = false;
        }
        if (!done) {
            String whose = !set.of().isEmpty() ? set.of() + " has" : piece == null ? "there is no piece, so nothing has" : "pieces of type " + plant.types.name(piece.type) + " have";
            throw trouble(scope, new FormulaException("It sets \u201c" + set.attribute() + "\u201d to \u201c" + Formula.plain(value) + "\u201d, but " + whose + " no such attribute of that kind"), piece);
        }
    }

    private void changeLook(PlantScope scope, String name, @Nullable Node node, @Nullable Piece piece) {
        int look = piece == null ? -1 : plant.types.look(piece.type, name);
        if (look < 0) {
            throw trouble(scope, new FormulaException("It gives the look \u201c" + name + "\u201d, which "
                    + (piece == null ? "needs a piece" : "pieces of type " + plant.types.name(piece.type) + " do not have")), piece);
        }
        plant.look(piece, look, node == null ? 0 : node.index);
    }

    private void create(PlantScope scope, Rule.Action.Create create) {
        int type = plant.types.number(create.type());
        if (node(scope, create.goodsIn()) instanceof IdleNode) {
            return; // it has an error, which the check tells, and takes no part
        }
        if (type < 0 || !(node(scope, create.goodsIn()) instanceof GoodsInNode goodsIn)) {
            throw trouble(scope, new FormulaException("It creates \u201c" + create.type() + "\u201d at \u201c" + create.goodsIn() + "\u201d, which is not a piece type and a goods in"), null);
        }
        goodsIn.create(type, create.pieces());
    }

    private Node node(PlantScope scope, String name) {
        Node node = plant.find(name);
        if (node == null) {
            throw trouble(scope, new FormulaException("There is no equipment \u201c" + name + "\u201d"), null);
        }
        return node;
    }

    String name() {
        return rule.name();
    }
}
