package rhombic.plant.rules;

import org.jspecify.annotations.Nullable;
import rhombic.formula.Formula;
import rhombic.formula.FormulaException;
import rhombic.kernel.Event;
import rhombic.plant.blueprint.RunTroubleException;
import rhombic.plant.goods.GoodsInNode;
import rhombic.plant.handover.FaultyNode;
import rhombic.plant.handover.Flow;
import rhombic.plant.handover.Node;
import rhombic.plant.handover.PlantScope;
import rhombic.plant.handover.Reaction;
import rhombic.plant.piece.Piece;
import rhombic.plant.run.Census;
import rhombic.study.Rule;

/** One rule of a running plant. */
final class RunningRule implements Reaction {
    private static final int MAX_TEXT_LENGTH = 10_000;

    private final Rule rule;
    private final Flow flow;
    private final RuleBook book;
    private final @Nullable Formula condition;
    private final PlantScope conditionScope;
    /** The equipment at which it begins; null if it begins at none. */
    private final @Nullable Node place;
    private final Act[] acts;

    /** An action made ready: its formula read, what it names looked up. */
    private interface Act {
        void act(@Nullable Node node, @Nullable Piece piece);
    }

    /** An action after which the others have to wait. */
    private record Wait(long nanos) implements Act {
        @Override
        public void act(@Nullable Node node, @Nullable Piece piece) {
            throw new IllegalStateException("A wait does nothing itself");
        }
    }

    RunningRule(Rule rule, Flow flow, RuleBook book) {
        this.rule = rule;
        this.flow = flow;
        this.book = book;
        place = switch (rule.when()) {
            case Rule.When.Piece about -> flow.find(about.at());
            case Rule.When.StateChanges change -> flow.find(change.at());
            case Rule.When.Signal signal -> null;
            case Rule.When.TimeOfDay time -> null;
            case Rule.When.Every every -> null;
        };
        condition = rule.condition().isBlank() ? null : flow.formula(rule.condition());
        conditionScope = scope("if");
        acts = new Act[rule.then().size()];
        for (int i = 0; i < acts.length; i++) {
            acts[i] = ready(rule.then().get(i), scope("then " + i));
        }
    }

    private PlantScope scope(String part) {
        return new PlantScope(flow, place, "rule\u0000" + rule.id() + "\u0000" + part);
    }

    private Act ready(Rule.Action action, PlantScope scope) {
        return switch (action) {
            case Rule.Action.Set set -> ready(set, scope);
            case Rule.Action.ChangeLook look -> (node, piece) -> changeLook(scope, look.look(), node, piece);
            case Rule.Action.Shut shut -> (node, piece) -> node(scope, shut.equipment()).gates.setInletShut(true);
            case Rule.Action.Open open -> (node, piece) -> node(scope, open.equipment()).gates.setInletShut(false);
            case Rule.Action.ShutOutlet shut -> (node, piece) -> node(scope, shut.equipment()).gates.setOutletShut(true);
            case Rule.Action.Switch drive -> (node, piece) -> node(scope, drive.equipment()).setOff(!drive.on());
            case Rule.Action.OpenOutlet open -> (node, piece) -> node(scope, open.equipment()).gates.setOutletShut(false);
            case Rule.Action.Signal signal -> (node, piece) -> book.signal(signal.name());
            case Rule.Action.Create create -> (node, piece) -> flow.afterwards(rule.name(), () -> create(scope, create));
            case Rule.Action.Scrap() -> (node, piece) -> {
                if (piece != null) {
                    piece.toScrap = true;
                }
            };
            case Rule.Action.StopRun() -> (node, piece) -> flow.stop(rule.name());
            case Rule.Action.Wait wait -> new Wait(wait.time().nanos());
        };
    }

    private Act ready(Rule.Action.Set set, PlantScope scope) {
        Formula formula = flow.formula(set.formula());
        if (!set.of().isEmpty()) {
            return (node, piece) -> {
                Object value = value(scope, formula, piece);
                if (!node(scope, set.of()).set(set.attribute(), value)) {
                    throw notSet(scope, set, value, set.of() + " has", piece);
                }
            };
        }
        int slot = flow.types.slot(set.attribute());
        return (node, piece) -> {
            if (piece != null && piece.isGone) {
                return; // it has left in the meantime, and nobody can see it any more
            }
            Object value = value(scope, formula, piece);
            if (piece == null || !flow.types.set(piece, slot, value)) {
                throw notSet(scope, set, value,
                        piece == null ? "there is no piece, so nothing has" : "pieces of type " + flow.types.name(piece.type) + " have",
                        piece);
            }
            if (flow.trace != null) {
                flow.trace.sets(flow.now(), piece.body, set.attribute(), Formula.plain(value));
            }
        };
    }

    /** Looks at the condition and, if it holds, acts: at once, up to the first wait. */
    @Override
    public void setOff(@Nullable Node node, @Nullable Piece piece) {
        if (condition == null || holds(conditionScope, condition, piece)) {
            act(0, node, piece);
        }
    }

    private boolean holds(PlantScope scope, Formula formula, @Nullable Piece piece) {
        try {
            return formula.truth(scope.with(piece));
        } catch (FormulaException e) {
            throw problem(scope, e, piece);
        }
    }

    private Object value(PlantScope scope, Formula formula, @Nullable Piece piece) {
        Object value;
        try {
            value = formula.value(scope.with(piece));
        } catch (FormulaException e) {
            throw problem(scope, e, piece);
        }
        if (value instanceof String text && text.length() > MAX_TEXT_LENGTH) {
            throw problem(scope,
                    new FormulaException(
                            "It makes a text longer than " + MAX_TEXT_LENGTH + " characters: let it not add to itself again and again"),
                    piece);
        }
        return value;
    }

    private RunTroubleException problem(PlantScope scope, FormulaException e, @Nullable Piece piece) {
        return new RunTroubleException(rule.name(), "Rule " + rule.name() + ": " + scope.problem(e, piece).getMessage());
    }

    private RunTroubleException notSet(PlantScope scope, Rule.Action.Set set, Object value, String owner, @Nullable Piece piece) {
        return problem(scope,
                new FormulaException("It sets \u201c" + set.attribute() + "\u201d to \u201c" + Formula.plain(value) + "\u201d, but " + owner
                        + " no such attribute of that kind"),
                piece);
    }

    private void act(int from, @Nullable Node node, @Nullable Piece piece) {
        for (int i = from; i < acts.length; i++) {
            if (acts[i] instanceof Wait wait) {
                continueLater(wait.nanos, i + 1, node, piece);
                return;
            }
            acts[i].act(node, piece);
        }
    }

    private void continueLater(long nanos, int next, @Nullable Node node, @Nullable Piece piece) {
        flow.simulator.schedule(new Event() {
            @Override
            protected void occur() {
                act(next, node, piece);
                if (piece != null) {
                    flow.ranksMayHaveChanged(); // it may wait somewhere by now
                }
                flow.settle();
            }
        }, nanos);
    }

    private void changeLook(PlantScope scope, String name, @Nullable Node node, @Nullable Piece piece) {
        if (piece != null && piece.isGone) {
            return; // it has left in the meantime, and nobody can see it any more
        }
        int look = piece == null ? -1 : flow.types.look(piece.type, name);
        if (piece == null || look < 0) {
            throw problem(scope, new FormulaException("It gives the look \u201c" + name + "\u201d, which "
                    + (piece == null ? "needs a piece" : "pieces of type " + flow.types.name(piece.type) + " do not have")), piece);
        }
        flow.census.setLook(piece, look, node == null ? 0 : node.index);
    }

    private void create(PlantScope scope, Rule.Action.Create create) {
        int type = flow.types.number(create.type());
        if (node(scope, create.goodsIn()) instanceof FaultyNode) {
            return; // it has an error, which the check tells, and takes no part
        }
        if (type < 0 || !(node(scope, create.goodsIn()) instanceof GoodsInNode goodsIn)) {
            throw problem(scope, new FormulaException("It creates \u201c" + create.type() + "\u201d at \u201c" + create.goodsIn()
                    + "\u201d, which is not a piece type and a goods in"), null);
        }
        if (flow.census.total().inside() + create.pieces() > Census.MAX_INSIDE) {
            throw problem(scope,
                    new FormulaException(
                            "It creates pieces without end: " + Census.MAX_INSIDE
                                    + " are inside. Give it a condition, or let fewer be created"),
                    null);
        }
        goodsIn.create(type, create.pieces());
    }

    private Node node(PlantScope scope, String name) {
        Node node = flow.find(name);
        if (node == null) {
            throw problem(scope, new FormulaException("There is no equipment \u201c" + name + "\u201d"), null);
        }
        return node;
    }

    String name() {
        return rule.name();
    }
}
