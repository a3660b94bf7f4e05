package rhombic.plant.doers;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.LongSupplier;

/** Brings the jobs and the doers of one group together. */
public final class Allocation {
    /** Which doer a job gets, among those who are free and able. A preferred one goes first. */
    public enum DoerRule {
        NEAREST, LEAST_USED, IN_TURN,
        /** In the order of the group. */
        IN_ORDER
    }

    /** Which job a doer gets, among those of the highest priority. */
    public enum JobRule {
        OLDEST, NEAREST
    }

    private final List<Doer> doers;
    private final DoerRule doerRule;
    private final JobRule jobRule;
    private final LongSupplier clock;
    private final List<Job> asked = new ArrayList<>();
    private long given;

    /** @param clock gives the time of the run in nanoseconds */
    public Allocation(List<Doer> doers, DoerRule doerRule, JobRule jobRule, LongSupplier clock) {
        this.doers = List.copyOf(doers);
        this.doerRule = doerRule;
        this.jobRule = jobRule;
        this.clock = clock;
    }

    /** Jobs that wait for doers. */
    public List<Job> waiting() {
        return List.copyOf(asked);
    }

    /** Asks for a job to be done; it is given at once if enough are free. */
    public void ask(Job job) {
        asked.add(job);
        giveWhatCanBeGiven();
    }

    /** Takes a job back that has not been given. */
    public void withdraw(Job job) {
        if (!asked.remove(job)) {
            throw new IllegalArgumentException("Only a job that still waits can be taken back; this one is " + job.state());
        }
    }

    /** A job is done; its doers are free for the next. */
    public void done(Job job) {
        job.ends();
        job.doers().forEach(doer -> doer.isDone(clock.getAsLong()));
        giveWhatCanBeGiven();
    }

    /** Somebody may have become free, as at the end of a break. */
    public void lookAgain() {
        giveWhatCanBeGiven();
    }

    private void giveWhatCanBeGiven() {
        boolean more = true;
        while (more) {
            more = false;
            for (Job job : inOrder()) {
                List<Doer> chosen = chosenFor(job);
                if (chosen.size() == job.doersNeeded()) {
                    asked.remove(job);
                    long now = clock.getAsLong();
                    chosen.forEach(doer -> doer.takes(job, now, given++));
                    job.giveTo(chosen);
                    more = true; // who is left may be nearest to another job now
                    break;
                }
            }
        }
    }

    /** Waiting jobs, the one to be looked at first in front. The sort keeps the order in which equals were asked for. */
    private List<Job> inOrder() {
        Comparator<Job> order = Comparator.comparingInt(Job::priority).reversed();
        order = switch (jobRule) {
            case OLDEST -> order.thenComparingLong(Job::askedNanos);
            case NEAREST -> order.thenComparingDouble(this::nearestDistance);
        };
        return asked.stream().sorted(order).toList();
    }

    private double nearestDistance(Job job) {
        return doers.stream().filter(doer -> doer.isFree() && doer.can(job)).mapToDouble(doer -> doer.place().distanceTo(job.where())).min()
                .orElse(Double.MAX_VALUE);
    }

    private List<Doer> chosenFor(Job job) {
        Comparator<Doer> order = Comparator.comparing((Doer doer) -> doer != job.preferred());
        order = switch (doerRule) {
            case NEAREST -> order.thenComparingDouble(doer -> doer.place().distanceTo(job.where()));
            case LEAST_USED -> order.thenComparingLong(doer -> doer.busyNanos(clock.getAsLong()));
            case IN_TURN -> order.thenComparingLong(Doer::lastGiven);
            case IN_ORDER -> order;
        };
        return doers.stream().filter(doer -> doer.isFree() && doer.can(job)).sorted(order).limit(job.doersNeeded()).toList();
    }
}
