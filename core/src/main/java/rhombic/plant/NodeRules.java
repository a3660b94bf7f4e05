package rhombic.plant;

import java.util.Arrays;
import rhombic.chance.Purpose;
import rhombic.plant.piece.Piece;
import rhombic.study.Rule;
import rhombic.study.value.EquipmentState;

/** The rules that something at one equipment sets off. */
final class NodeRules {
    private static final RunningRule[] NONE = {};

    private final Node node;
    private final PlantScope scope;
    private final RunningRule[][] ofPieces = none(Rule.PieceEvent.values().length);
    private final RunningRule[][] ofStates = none(EquipmentState.values().length);

    NodeRules(Node node) {
        this.node = node;
        scope = new PlantScope(node.plant, node, node.plant.stream(node.name(), Purpose.RULE));
    }

    private static RunningRule[][] none(int count) {
        RunningRule[][] rules = new RunningRule[count][];
        Arrays.fill(rules, NONE);
        return rules;
    }

    void add(Rule.PieceEvent event, RunningRule rule) {
        add(ofPieces, event.ordinal(), rule);
    }

    void add(EquipmentState state, RunningRule rule) {
        add(ofStates, state.ordinal(), rule);
    }

    private static void add(RunningRule[][] rules, int at, RunningRule rule) {
        RunningRule[] more = Arrays.copyOf(rules[at], rules[at].length + 1);
        more[rules[at].length] = rule;
        rules[at] = more;
    }

    void happens(Rule.PieceEvent event, Piece piece) {
        for (RunningRule rule : ofPieces[event.ordinal()]) {
            rule.setOff(scope, node, piece);
        }
    }

    void changes(EquipmentState state) {
        for (RunningRule rule : ofStates[state.ordinal()]) {
            rule.setOff(scope, node, null);
        }
    }
}
