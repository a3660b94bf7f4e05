package rhombic.plant;

import org.jspecify.annotations.Nullable;
import rhombic.formula.Formula;
import rhombic.formula.FormulaException;
import rhombic.kernel.Event;
import rhombic.plant.piece.Piece;
import rhombic.study.Rule;

/** One rule of a running plant. */
final class RunningRule {
    private final Rule rule;
    private final Plant plant;
    private final RuleBook book;
    private final @Nullable Formula condition;
    private final Act[] acts;

    /** An action made ready: its formula read, what it names looked up. */
    private interface Act {
        void act(PlantScope scope, @Nullable Node node, @Nullable Piece piece);
    }

    /** An action after which the others have to wait. */
    private record Wait(long nanos) implements Act {
        @Override
        public void act(PlantScope scope, @Nullable Node node, @Nullable Piece piece) {
            throw new IllegalStateException("A wait does nothing itself");
        }
    }

    RunningRule(Rule rule, Plant plant, RuleBook book) {
        this.rule = rule;
        this.plant = plant;
        this.book = book;
        condition = rule.condition().isBlank() ? null : plant.formula(rule.condition());
        acts = rule.then().stream().map(this::ready).toArray(Act[]::new);
    }

    private Act ready(Rule.Action action) {
        return switch (action) {
            case Rule.Action.Set set -> ready(set);
            case Rule.Action.ChangeLook look -> (scope, node, piece) -> changeLook(scope, look.look(), node, piece);
            case Rule.Action.Shut shut -> (scope, node, piece) -> node(scope, shut.equipment()).setShut(true);
            case Rule.Action.Open open -> (scope, node, piece) -> node(scope, open.equipment()).setShut(false);
            case Rule.Action.Signal signal -> (scope, node, piece) -> book.signal(signal.name());
            case Rule.Action.Create create -> (scope, node, piece) -> create(scope, create);
            case Rule.Action.Scrap() -> (scope, node, piece) -> {
                if (piece != null) {
                    piece.toScrap = true;
                }
            };
            case Rule.Action.StopRun() -> (scope, node, piece) -> plant.stop(rule.name());
            case Rule.Action.Wait wait -> new Wait(wait.time().nanos());
        };
    }

    private Act ready(Rule.Action.Set set) {
        Formula formula = plant.formula(set.formula());
        if (!set.of().isEmpty()) {
            return (scope, node, piece) -> {
                Object value = value(scope, formula, piece);
                if (!node(scope, set.of()).set(set.attribute(), value)) {
                    throw notSet(scope, set, value, set.of() + " has", piece);
                }
            };
        }
        int slot = plant.types.slot(set.attribute());
        return (scope, node, piece) -> {
            Object value = value(scope, formula, piece);
            if (piece == null || !plant.types.set(piece, slot, value)) {
                throw notSet(scope, set, value, piece == null ? "there is no piece, so nothing has" : "pieces of type " + plant.types.name(piece.type) + " have", piece);
            }
            if (plant.trace != null) {
                plant.trace.sets(plant.now(), piece.id, set.attribute(), Formula.plain(value));
            }
        };
    }

    /** Looks at the condition and, if it holds, acts: at once, up to the first wait. */
    void setOff(PlantScope scope, @Nullable Node node, @Nullable Piece piece) {
        if (condition == null || holds(scope, condition, piece)) {
            act(scope, 0, node, piece);
        }
    }

    private boolean holds(PlantScope scope, Formula formula, @Nullable Piece piece) {
        try {
            return formula.truth(scope.with(piece));
        } catch (FormulaException e) {
            throw trouble(scope, e, piece);
        }
    }

    private Object value(PlantScope scope, Formula formula, @Nullable Piece piece) {
        try {
            return formula.value(scope.with(piece));
        } catch (FormulaException e) {
            throw trouble(scope, e, piece);
        }
    }

    private RunTroubleException trouble(PlantScope scope, FormulaException e, @Nullable Piece piece) {
        return new RunTroubleException(rule.name(), "Rule " + rule.name() + ": " + scope.trouble(e, piece).getMessage());
    }

    private RunTroubleException notSet(PlantScope scope, Rule.Action.Set set, Object value, String whose, @Nullable Piece piece) {
        return trouble(scope, new FormulaException("It sets \u201c" + set.attribute() + "\u201d to \u201c" + Formula.plain(value) + "\u201d, but " + whose
                + " no such attribute of that kind"), piece);
    }

    private void act(PlantScope scope, int from, @Nullable Node node, @Nullable Piece piece) {
        for (int i = from; i < acts.length; i++) {
            if (acts[i] instanceof Wait wait) {
                goOnLater(scope, wait.nanos, i + 1, node, piece);
                return;
            }
            acts[i].act(scope, node, piece);
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
