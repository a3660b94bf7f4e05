package rhombic.plant.handover;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.plant.resource.Allocation;
import rhombic.plant.resource.Job;
import rhombic.plant.staff.Staffing;
import rhombic.space.Pose;
import rhombic.study.Travel;

/**
 * People who carry pieces along one link. Somebody is asked for when a piece waits and there is room where it goes; he comes,
 * takes as many as wait and as he can hold, for which there is room, and brings them there. As many are asked for as are needed for
 * all that waits and has room. A piece stays with its giver until it is taken up.
 */
final class Carriers {
    private static final double BESIDE_METRES = 0.45;

    private final Flow flow;
    private final Channel channel;
    private final Allocation allocation;
    private final Job.Request request;
    private final int max;
    private final Pose to;
    private final List<Load> unused = new ArrayList<>();
    private final List<Load> carrying = new ArrayList<>();
    /** Those who are asked for, on the way here, or here. */
    private final List<Load> asked = new ArrayList<>();
    /** How many people there are who could come, at least 1. */
    private final int able;

    /** One person with what he carries. */
    private final class Load implements Job.Owner {
        final Job job = new Job(this, request);
        final List<Channel.Trip> trips = new ArrayList<>();
        private boolean isHere;
        private boolean isDelivering;

        @Override
        public void onReady(Job given) {
            if (isDelivering) {
                for (Channel.Trip trip : List.copyOf(trips)) {
                    channel.arrive(trip);
                }
                return;
            }
            isHere = true;
            flow.toAgenda(channel.taker());
            flow.atEndOfInstant(Carriers.this::endOfInstant);
        }

        @Override
        public void onLeft(Job given) {
            isHere = false;
        }

        @Override
        public boolean canLeave(Job given) {
            return trips.isEmpty();
        }

        private void setOut() {
            isHere = false;
            isDelivering = true;
            carrying.add(this);
            channel.setOut(trips, allocation.nanosTo(job, to));
            allocation.goOn(job, to);
        }

        private void removeDelivered(Channel.Trip trip) {
            trips.remove(trip);
            if (trips.isEmpty()) {
                isDelivering = false;
                carrying.remove(this);
                allocation.done(job);
                unused.add(this);
            }
        }
    }

    Carriers(Flow flow, Channel channel, Travel.Carried travel, Pose outlet, Pose inlet) {
        this.flow = flow;
        this.channel = channel;
        allocation = flow.staffed().allocation();
        max = travel.maxPieces();
        Pose from = outlet.of(Pose.at(BESIDE_METRES, 0, -outlet.z(), 180));
        to = inlet.of(Pose.at(-BESIDE_METRES, 0, -inlet.z(), 0));
        Staffing.Request needed = flow.staffed().request(Job.Kind.CARRY, List.of(travel.need()));
        request = new Job.Request(Job.Kind.CARRY, from, needed.demands(), needed.priority(), false);
        able = Math.max(1, allocation.countSkilled(needed.demands().getFirst()));
    }

    /** Whether somebody is here who can take one more. */
    boolean canTake() {
        return !asked.isEmpty() && nextTaker() != null;
    }

    private @Nullable Load nextTaker() {
        for (Load load : asked) {
            if (load.isHere && load.trips.size() < max) {
                return load;
            }
        }
        return null;
    }

    /** A piece waits for which there is room. */
    void call() {
        int needed = needed();
        while (asked.size() < needed) {
            Load load = unused.isEmpty() ? new Load() : unused.removeLast();
            asked.add(load);
            load.job.reset(request, flow.now(), flow.now(), null, Job.Insistence.NO);
            allocation.ask(load.job);
        }
    }

    /** How many must come for what waits here and has room where it goes; one if it has none yet. */
    private int needed() {
        int pieces = channel.waitingPieces();
        return pieces == 0 ? 0 : Math.min(able, Math.ceilDiv(pieces, max));
    }

    void take(Channel.Trip trip) {
        Load here = nextTaker();
        assert here != null : "nobody is here to take it";
        here.trips.add(trip);
        flow.atEndOfInstant(this::endOfInstant);
    }

    /** What can be taken in this instant has been taken: set out, or wait, or go if nothing waits any more. */
    void endOfInstant() {
        boolean anySetsOut = false;
        for (int i = asked.size() - 1; i >= 0; i--) {
            Load load = asked.get(i);
            if (!load.trips.isEmpty()) {
                asked.remove(i);
                load.setOut();
                anySetsOut = true;
            }
        }
        for (int surplus = asked.size() - needed(); surplus > 0; surplus--) {
            Load last = asked.removeLast();
            last.isHere = false;
            allocation.drop(last.job);
            unused.add(last);
        }
        if (anySetsOut) {
            flow.toAgenda(channel.taker()); // more may wait to be carried
        }
    }

    /** What was brought has been taken over. */
    void onTakenOver(Channel.Trip trip) {
        Load load = carrying.stream().filter(one -> one.trips.contains(trip)).findFirst().orElseThrow();
        load.removeDelivered(trip);
    }
}
