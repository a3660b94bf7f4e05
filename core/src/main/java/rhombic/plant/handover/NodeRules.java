package rhombic.plant.handover;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import rhombic.plant.piece.Piece;
import rhombic.study.Rule;

/** The rules that something at one equipment sets off. */
public final class NodeRules {
    private static final Reaction[] NONE = {};

    private final Node node;
    private final Reaction[][] ofPieces = new Reaction[Rule.PieceEvent.values().length][];
    private final Map<String, Reaction[]> ofChanges = new HashMap<>();
    private Reaction[] ofAnyChange = NONE;

    public NodeRules(Node node) {
        this.node = node;
        Arrays.fill(ofPieces, NONE);
    }

    public void add(Rule.PieceEvent event, Reaction rule) {
        ofPieces[event.ordinal()] = with(ofPieces[event.ordinal()], rule);
    }

    /** @param word of what it becomes; empty for whatever it becomes */
    public void add(String word, Reaction rule) {
        if (word.isEmpty()) {
            ofAnyChange = with(ofAnyChange, rule);
        } else {
            ofChanges.merge(word, new Reaction[] {rule}, (before, more) -> with(before, more[0]));
        }
    }

    private static Reaction[] with(Reaction[] rules, Reaction rule) {
        Reaction[] more = Arrays.copyOf(rules, rules.length + 1);
        more[rules.length] = rule;
        return more;
    }

    void onPieceEvent(Rule.PieceEvent event, Piece piece) {
        for (Reaction rule : ofPieces[event.ordinal()]) {
            rule.setOff(node, piece);
        }
    }

    void onState(String word) {
        for (Reaction rule : ofChanges.getOrDefault(word, NONE)) {
            rule.setOff(node, null);
        }
        for (Reaction rule : ofAnyChange) {
            rule.setOff(node, null);
        }
    }
}
