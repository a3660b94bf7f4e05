package rhombic.insight;

import java.util.List;
import java.util.Optional;
import rhombic.experiment.Summary;
import rhombic.measure.DeadlockFigures;
import rhombic.measure.RunFigures;
import rhombic.quantity.Clock;
import rhombic.study.kind.ResourceGroup;

/** Says that something stands still for good, because each waits for the next. */
public final class DeadlockFinding {
    private static final int MAX_REASONS = 3;

    private DeadlockFinding() {}

    /** Of the first run in which something does; empty if nothing does in any. */
    public static Optional<Finding> of(Summary summary) {
        List<DeadlockFigures> all = summary.runs().stream().map(RunFigures::deadlock).filter(standing -> !standing.isNone()).toList();
        if (all.isEmpty()) {
            return Optional.empty();
        }
        DeadlockFigures first = all.getFirst();
        String reasons = String.join("; ", first.reasons().subList(0, Math.min(MAX_REASONS, first.reasons().size())));
        String more = first.reasons().size() > MAX_REASONS ? "; and " + (first.reasons().size() - MAX_REASONS) + " more" : "";
        return Optional.of(new Finding(first.equipment().getFirst(),
                "Stands still for good from " + Clock.span(first.sinceSeconds()) + " on: " + reasons + more,
                "in " + all.size() + " of " + summary.runs().size() + " runs; " + remedy(summary, first.equipment().getFirst())));
    }

    private static String remedy(Summary summary, String first) {
        boolean areVehicles = summary.study().find(first, ResourceGroup.class).isPresent();
        return areVehicles
                ? "take fewer vehicles, let them stop beside the aisle, or open another way round"
                : "give one of them room, or another way out";
    }

    /** What is said first of a study: what stands still if that is usual, else what limits it, with the few runs that stand still. */
    public static Optional<Finding> orLimit(Summary summary) {
        Optional<Finding> standing = of(summary);
        Optional<Finding> limit = Limit.of(summary);
        long runs = summary.runs().stream().filter(run -> !run.deadlock().isNone()).count();
        if (standing.isEmpty() || limit.isEmpty() || 2 * runs >= summary.runs().size()) {
            return standing.or(() -> limit);
        }
        return limit.map(l -> new Finding(l.subject(), l.text() + "; stands still in " + runs + " of " + summary.runs().size() + " runs",
                l.evidence() + "; " + standing.get().text()));
    }
}
