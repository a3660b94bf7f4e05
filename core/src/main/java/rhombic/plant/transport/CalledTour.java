package rhombic.plant.transport;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.plant.piece.Piece;
import rhombic.plant.resource.Job;
import rhombic.plant.resource.Resource;
import rhombic.space.Pose;

/** A tour that is called for by what waits: of one link, and of others where that saves way; its stops are in the best sequence. */
class CalledTour extends Tour {
    /** A tour calls at so many links at most: beyond that all sequences are too many to look at. */
    private static final int MAX_LINKS = 4;
    /** Less than this is not worth another sequence. */
    private static final double SAVED_METRES = 1e-6;

    private final Carriage first;
    /** Those that are still to come, the one where it is or where it goes first. */
    private final List<Stop> stops = new ArrayList<>();

    /** Where pieces of a link are taken up, or set down. */
    private record Stop(Carriage carriage, boolean takesUp) {
        Pose location() {
            return takesUp ? carriage.from : carriage.to;
        }

        static boolean mustComeBefore(Stop one, Stop other) {
            return one.takesUp && !other.takesUp && one.carriage == other.carriage;
        }
    }

    CalledTour(Carriage first, Job.Request request) {
        super(first.flow(), first.allocation(), request);
        this.first = first;
    }

    @Override
    boolean comesTo(Carriage carriage) {
        return stops.contains(new Stop(carriage, true));
    }

    @Override
    boolean isAt(Carriage carriage) {
        return isThere && !stops.isEmpty() && stops.getFirst().takesUp && stops.getFirst().carriage == carriage;
    }

    // ---- what the allocation asks and tells

    @Override
    public boolean isPossible(Job asked) {
        return first.canBeServed();
    }

    @Override
    public boolean suits(Job asked, Resource resource) {
        return first.canBeServedBy(resource);
    }

    @Override
    public int waiting(Job asked) {
        return first.waiting();
    }

    @Override
    public @Nullable Piece piece(Job asked) {
        return first.firstWaiting();
    }

    @Override
    public void onGiven(Job given) {
        isThere = false;
        stops.add(new Stop(first, true));
        stops.add(new Stop(first, false));
        first.onComing(this);
        first.taker().serveLine();
        flow.atEndOfInstant(this::onAllTaken);
    }

    @Override
    public void onReady(Job given) {
        arrive();
        Stop here = stops.getFirst();
        if (here.takesUp) {
            takeUp(here.carriage);
        } else {
            setDown(here.carriage);
        }
    }

    @Override
    public List<Pose> stops(Job given) {
        return List.of(first.from, first.to);
    }

    @Override
    public void onReturned(Job given) {
        giveUp();
        first.onAskedAgain(this);
    }

    /** Nothing is in hand, and nothing is fetched any more. */
    private void giveUp() {
        fetchNoMore();
        isThere = false;
    }

    private void fetchNoMore() {
        leaveToOthers();
        stops.removeIf(stop -> stop.takesUp || orders().stream().noneMatch(order -> order.carriage == stop.carriage));
    }

    // ---- from stop to stop

    @Override
    void goOn() {
        if (stops.isEmpty() || !isThere || !stops.getFirst().takesUp) {
            return;
        }
        Carriage here = stops.getFirst().carriage;
        boolean waits = orders().stream().anyMatch(order -> order.carriage == here && !order.isInHand());
        if (waits) {
            return;
        }
        stops.removeFirst();
        here.taker().toAgenda(); // more may wait to be carried
        leave();
    }

    @Override
    void leave() {
        isThere = false;
        if (carrier().isHeld()) {
            fetchNoMore();
        }
        if (stops.isEmpty()) {
            allocation().done(job);
            first.onEnded(this);
        } else {
            allocation().goOn(job, stops.getFirst().location(), isLoaded());
        }
    }

    @Override
    void onBrought(Carriage here) {
        if (orders().stream().noneMatch(order -> order.carriage == here)) {
            stops.remove(new Stop(here, false));
            leave();
        }
    }

    // ---- several links in one tour

    /** The link that it begins with. */
    final Carriage link() {
        return first;
    }

    /** Whether somebody makes it. */
    final boolean isGiven() {
        return !stops.isEmpty();
    }

    /** It is over. */
    final void end() {
        isThere = false;
        stops.clear();
        allocation().done(job);
        first.onEnded(this);
    }

    /** Nobody else is free for pieces of other links: they are taken along where that saves way. */
    void onAllTaken() {
        if (stops.isEmpty()) {
            return;
        }
        if (orders().isEmpty()) {
            giveUp();
            allocation().drop(job);
            first.onEnded(this);
            return;
        }
        int before = stops.size();
        Stop next = stops.getFirst();
        for (Carriage other : first.transports.carriages()) {
            boolean may = stops.size() < 2 * MAX_LINKS && other.isAskedFor() && other.isOfSameCrew(first) && other.isFetchedBy(carrier())
                    && !stops.contains(new Stop(other, false)) && other.hasOneFor(this);
            if (may) {
                takeAlong(other);
            }
        }
        if (stops.size() > before && !isThere && !stops.getFirst().equals(next)) {
            allocation().redirect(job, stops.getFirst().location());
        }
    }

    /** Takes pieces of that link along, if the way through all stops is shorter than if they were fetched after all others. */
    private void takeAlong(Carriage other) {
        List<Stop> all = new ArrayList<>(stops);
        all.add(new Stop(other, true));
        all.add(new Stop(other, false));
        List<Stop> best = sequence(all);
        if (metres(best) >= metres(all) - SAVED_METRES) {
            return;
        }
        stops.clear();
        stops.addAll(best);
        other.onTakenAlong(this);
        if (orders().stream().noneMatch(order -> order.carriage == other)) {
            stops.removeIf(stop -> stop.carriage == other);
        }
    }

    /** The best sequence of the stops; where it is stays the first. */
    private List<Stop> sequence(List<Stop> all) {
        List<Stop> best = new ArrayList<>(isThere ? all.subList(0, 1) : List.of());
        best.addAll(new TourPlan<>(begins(all), all.subList(best.size(), all.size()), Stop::location, Stop::mustComeBefore,
                this::metres).sequence());
        return best;
    }

    private double metres(Pose one, Pose other) {
        return allocation().metres(job, one, other);
    }

    private Pose begins(List<Stop> all) {
        return isThere ? all.getFirst().location() : carrier().pose();
    }

    private double metres(List<Stop> sequence) {
        double sum = 0;
        Pose at = begins(sequence);
        for (Stop stop : sequence) {
            sum += metres(at, stop.location());
            at = stop.location();
        }
        return sum;
    }
}
