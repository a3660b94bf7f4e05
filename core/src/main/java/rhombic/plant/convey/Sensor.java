package rhombic.plant.convey;

import org.jspecify.annotations.Nullable;
import rhombic.kernel.Event;
import rhombic.kernel.Simulator;

/**
 * Sees when a piece comes to a place on a lane and when its rear edge is past it. Knows the next piece to come and the one
 * that covers it, and the trains these go with, so each piece costs constant time.
 */
final class Sensor {
    private final Lane lane;
    private final Simulator simulator;
    private final int number;
    private final double metres;
    private final Lane.Listener listener;
    private Lane.@Nullable Rider next;
    private Lane.@Nullable Train nextTrain;
    private Lane.@Nullable Rider over;
    private Lane.@Nullable Train overTrain;

    private final Event event = new Event(true) {
        @Override
        protected void occur() {
            detect();
            listener.settle();
        }
    };

    Sensor(Lane lane, Simulator simulator, int number, double metres, Lane.Listener watch) {
        this.lane = lane;
        this.simulator = simulator;
        this.number = number;
        this.metres = metres;
        this.listener = watch;
    }

    /** A piece has come on, as the last. */
    void onEnter(Lane.Rider rider, Lane.Train train) {
        if (next == null) {
            next = rider;
            nextTrain = train;
            update();
        }
    }

    /** The piece has gone. */
    void onLeave(Lane.Rider rider) {
        if (next == rider) {
            passOn(); // it went by in this very instant
        }
        if (over == rider) {
            over = null;
            overTrain = null;
            listener.onCovered(lane, number, false);
        }
        update();
    }

    /** One train has become part of another. */
    void onMerged(Lane.Train gone, Lane.Train into) {
        if (nextTrain == gone) {
            nextTrain = into;
        }
        if (overTrain == gone) {
            overTrain = into;
        }
    }

    /** Works out anew when it has something to see. */
    void update() {
        simulator.cancel(event);
        long nanos = Math.min(nanosTo(over, overTrain, true), nanosTo(next, nextTrain, false));
        if (nanos < Drive.NEVER) {
            simulator.schedule(event, nanos);
        }
    }

    private long nanosTo(Lane.@Nullable Rider rider, Lane.@Nullable Train train, boolean rear) {
        return rider == null || train == null || train.stands ? Drive.NEVER : lane.nanosFor(toGo(rider, train, rear));
    }

    private double toGo(Lane.Rider rider, Lane.Train train, boolean rear) {
        return metres + (rear ? rider.length : 0) - lane.place(train, rider);
    }

    private void detect() {
        if (over != null && overTrain != null && toGo(over, overTrain, true) < Lane.TIE_METRES) {
            over = null;
            overTrain = null;
            listener.onCovered(lane, number, false);
        }
        if (over == null && next != null && nextTrain != null && toGo(next, nextTrain, false) < Lane.TIE_METRES) {
            passOn();
            listener.onCovered(lane, number, true);
        }
        update();
    }

    private void passOn() {
        Lane.Rider rider = next;
        Lane.Train train = nextTrain;
        assert rider != null && train != null : "nothing comes";
        over = rider;
        overTrain = train;
        next = rider.behind;
        nextTrain = next == null ? null : train.tail == rider ? train.behind : train;
    }
}
