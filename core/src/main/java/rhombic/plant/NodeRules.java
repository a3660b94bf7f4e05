package rhombic.plant;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import rhombic.chance.Purpose;
import rhombic.study.Rule;
import rhombic.trace.EquipmentState;

/** The rules that something at one equipment sets off. */
final class NodeRules {
    private final Node node;
    private final PlantScope scope;
    private final Map<Rule.PieceEvent, List<RunningRule>> ofPieces = new EnumMap<>(Rule.PieceEvent.class);
    private final Map<EquipmentState, List<RunningRule>> ofStates = new EnumMap<>(EquipmentState.class);

    NodeRules(Node node) {
        this.node = node;
        scope = new PlantScope(node.plant, node, node.plant.stream(node.name(), Purpose.RULE));
    }

    void add(Rule.PieceEvent event, RunningRule rule) {
        ofPieces.computeIfAbsent(event, key -> new ArrayList<>()).add(rule);
    }

    void add(EquipmentState state, RunningRule rule) {
        ofStates.computeIfAbsent(state, key -> new ArrayList<>()).add(rule);
    }

    void happens(Rule.PieceEvent event, Piece piece) {
        for (RunningRule rule : ofPieces.getOrDefault(event, List.of())) {
            rule.setOff(scope, node, piece);
        }
    }

    void changes(EquipmentState state) {
        for (RunningRule rule : ofStates.getOrDefault(state, List.of())) {
            rule.setOff(scope, node, null);
        }
    }
}
