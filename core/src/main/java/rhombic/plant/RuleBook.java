package rhombic.plant;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import rhombic.kernel.Event;
import rhombic.study.Rule;
import rhombic.study.value.Timetable;

/** All rules of a plant, each tied to what sets it off. */
final class RuleBook {
    private static final long DAY_NANOS = 86_400_000_000_000L;

    private final Plant plant;
    private final Map<String, List<RunningRule>> bySignal = new HashMap<>();
    private final List<Runnable> starts = new ArrayList<>();

    /** @param broken rules with errors, which are left out */
    RuleBook(Plant plant, List<Rule> rules, Set<String> broken) {
        this.plant = plant;
        for (Rule rule : rules) {
            if (!broken.contains(rule.name())) {
                tie(rule, new RunningRule(rule, plant, this));
            }
        }
    }

    private void tie(Rule rule, RunningRule running) {
        switch (rule.when()) {
            case Rule.When.Piece piece -> rulesOf(piece.at()).add(piece.event(), running);
            case Rule.When.StateChanges change -> rulesOf(change.at()).add(change.state(), running);
            case Rule.When.Signal signal -> bySignal.computeIfAbsent(signal.name(), key -> new ArrayList<>()).add(running);
            case Rule.When.TimeOfDay time -> {
                long at = Math.round(Timetable.seconds(Timetable.Repeat.DAILY, time.clock()) * 1e9)
                        - plant.start.toLocalTime().toNanoOfDay();
                starts.add(() -> again(running, at < 0 ? at + DAY_NANOS : at, DAY_NANOS));
            }
            case Rule.When.Every every -> starts.add(() -> again(running, every.interval().nanos(), every.interval().nanos()));
        }
    }

    private NodeRules rulesOf(String equipment) {
        Node node = plant.find(equipment);
        if (node == null) {
            throw new IllegalStateException("A rule stands at \u201c" + equipment + "\u201d, which is not there");
        }
        NodeRules rules = node.rules;
        if (rules == null) {
            rules = new NodeRules(node);
            node.rules = rules;
        }
        return rules;
    }

    void begin() {
        starts.forEach(Runnable::run);
    }

    private void again(RunningRule rule, long firstNanos, long everyNanos) {
        plant.simulator.schedule(new Event() {
            @Override
            protected void occur() {
                plant.simulator.schedule(this, everyNanos);
                rule.setOff(null, null);
                plant.settle();
            }
        }, firstNanos);
    }

    /** Sets off, at this instant but after all that is going on, what waits for the signal. */
    void signal(String name) {
        for (RunningRule rule : bySignal.getOrDefault(name, List.of())) {
            plant.simulator.schedule(new Event() {
                @Override
                protected void occur() {
                    plant.countStep(rule.name());
                    rule.setOff(null, null);
                    plant.settle();
                }
            }, 0);
        }
    }
}
