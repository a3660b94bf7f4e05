package rhombic.plant;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import rhombic.plant.piece.Piece;
import rhombic.study.Rule;

/** The rules that something at one equipment sets off. */
final class NodeRules {
    private static final RunningRule[] NONE = {};

    private final Node node;
    private final RunningRule[][] ofPieces = new RunningRule[Rule.PieceEvent.values().length][];
    private final Map<String, RunningRule[]> ofChanges = new HashMap<>();
    private RunningRule[] ofAnyChange = NONE;

    NodeRules(Node node) {
        this.node = node;
        Arrays.fill(ofPieces, NONE);
    }

    void add(Rule.PieceEvent event, RunningRule rule) {
        ofPieces[event.ordinal()] = with(ofPieces[event.ordinal()], rule);
    }

    /** @param word of what it becomes; empty for whatever it becomes */
    void add(String word, RunningRule rule) {
        if (word.isEmpty()) {
            ofAnyChange = with(ofAnyChange, rule);
        } else {
            ofChanges.merge(word, new RunningRule[] {rule}, (before, more) -> with(before, more[0]));
        }
    }

    private static RunningRule[] with(RunningRule[] rules, RunningRule rule) {
        RunningRule[] more = Arrays.copyOf(rules, rules.length + 1);
        more[rules.length] = rule;
        return more;
    }

    void happens(Rule.PieceEvent event, Piece piece) {
        for (RunningRule rule : ofPieces[event.ordinal()]) {
            rule.setOff(node, piece);
        }
    }

    void becomes(String word) {
        for (RunningRule rule : ofChanges.getOrDefault(word, NONE)) {
            rule.setOff(node, null);
        }
        for (RunningRule rule : ofAnyChange) {
            rule.setOff(node, null);
        }
    }
}
