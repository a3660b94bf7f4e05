package rhombic.plant.rules;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import rhombic.kernel.Event;
import rhombic.plant.handover.Flow;
import rhombic.plant.handover.Node;
import rhombic.plant.handover.NodeRules;
import rhombic.study.Rule;
import rhombic.study.value.Timetable;

/** All rules of a plant, each tied to what sets it off. */
public final class RuleBook {
    private static final long DAY_NANOS = 86_400_000_000_000L;

    private final Flow flow;
    private final Map<String, List<RunningRule>> bySignal = new HashMap<>();
    private final List<Runnable> starts = new ArrayList<>();

    /** @param broken rules with errors, which are left out */
    public RuleBook(Flow flow, List<Rule> rules, Set<String> broken) {
        this.flow = flow;
        for (Rule rule : rules) {
            if (!broken.contains(rule.name())) {
                tie(rule, new RunningRule(rule, flow, this));
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
                        - flow.start.toLocalTime().toNanoOfDay();
                starts.add(() -> again(running, at < 0 ? at + DAY_NANOS : at, DAY_NANOS));
            }
            case Rule.When.Every every -> starts.add(() -> again(running, every.interval().nanos(), every.interval().nanos()));
        }
    }

    private NodeRules rulesOf(String equipment) {
        Node node = flow.find(equipment);
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

    public void begin() {
        starts.forEach(Runnable::run);
    }

    private void again(RunningRule rule, long firstNanos, long everyNanos) {
        flow.simulator.schedule(new Event() {
            @Override
            protected void occur() {
                flow.countStep(rule.name()); // an interval below a nanosecond ends no instant
                flow.simulator.schedule(this, everyNanos);
                rule.setOff(null, null);
                flow.settle();
            }
        }, firstNanos);
    }

    /** Sets off, at this instant but after all that is going on, what waits for the signal. */
    void signal(String name) {
        for (RunningRule rule : bySignal.getOrDefault(name, List.of())) {
            flow.countStep(rule.name()); // here, so that signals that multiply are found before they fill the memory
            flow.simulator.schedule(new Event() {
                @Override
                protected void occur() {
                    rule.setOff(null, null);
                    flow.settle();
                }
            }, 0);
        }
    }
}
