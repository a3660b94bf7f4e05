package rhombic.plant.transport;

import java.util.List;
import rhombic.plant.resource.Job;
import rhombic.space.Pose;

/**
 * One round of a fixed sequence of stops. At each, what goes there is set down first, and then what waits there is taken up. What is still on it at
 * the end goes round once more.
 */
final class RoundTour extends Tour {
    private enum Phase {
        TO_STOP, SETTING_DOWN, TAKING_UP
    }

    private final Rounds rounds;
    /** The number of the stop where it is or where it goes. */
    private int at;
    private Phase phase = Phase.TO_STOP;
    private boolean isGiven;

    RoundTour(Rounds rounds, Job.Request request) {
        super(rounds.flow(), rounds.allocation(), request);
        this.rounds = rounds;
    }

    private Rounds.Halt here() {
        return rounds.halts().get(at);
    }

    /** Whether it will yet call where pieces of the link are taken up. */
    boolean willCallAt(Carriage carriage) {
        List<Rounds.Halt> halts = rounds.halts();
        for (int i = isGiven ? at : 0; i < halts.size(); i++) {
            boolean isStillToCome = !isGiven || i > at || phase != Phase.TAKING_UP || isAt(carriage);
            if (isStillToCome && halts.get(i).takenUp().contains(carriage)) {
                return true;
            }
        }
        return false;
    }

    @Override
    boolean comesTo(Carriage carriage) {
        return isAt(carriage);
    }

    @Override
    boolean isAt(Carriage carriage) {
        return isThere && phase == Phase.TAKING_UP && here().takenUp().contains(carriage);
    }

    // ---- what the allocation asks and tells

    @Override
    public void onGiven(Job given) {
        isThere = false;
        isGiven = true;
        at = 0;
        phase = Phase.TO_STOP;
        rounds.onGiven(this);
    }

    @Override
    public List<Pose> stops(Job given) {
        return rounds.halts().stream().map(Rounds.Halt::location).toList();
    }

    @Override
    public void onReady(Job given) {
        arrive();
        phase = Phase.SETTING_DOWN;
        here().setDown().forEach(this::setDown);
        takeUpIfEmptied();
    }

    @Override
    public void onReturned(Job given) {
        leaveToOthers();
        isThere = false;
        isGiven = false;
        rounds.onReturned(this);
    }

    // ---- at a stop

    @Override
    void onBrought(Carriage carriage) {
        takeUpIfEmptied();
    }

    private void takeUpIfEmptied() {
        boolean hasMore = orders().stream().anyMatch(order -> order.isInHand() && here().setDown().contains(order.carriage));
        if (phase != Phase.SETTING_DOWN || hasMore || isHandling()) {
            return;
        }
        phase = Phase.TAKING_UP;
        if (!carrier().isHeld()) {
            for (Carriage carriage : here().takenUp()) {
                carriage.addComing(this);
                carriage.taker().toAgenda();
            }
        }
        flow.atEndOfInstant(this::goOn);
    }

    @Override
    void goOn() {
        if (!isThere || phase != Phase.TAKING_UP || isHandling()) {
            return;
        }
        boolean comesOut = orders().stream().anyMatch(order -> !order.isInHand() && !order.offer.isOutletHeld());
        if (!comesOut || carrier().isHeld()) {
            leave();
        }
    }

    @Override
    void leave() {
        leaveToOthers();
        isThere = false;
        phase = Phase.TO_STOP;
        do {
            at++;
            if (at == rounds.halts().size()) {
                if (!isLoaded()) {
                    isGiven = false;
                    allocation().done(job);
                    rounds.onEnded(this);
                    return;
                }
                at = 0;
            }
        } while (carrier().isHeld() && !hasSomethingFor(here()));
        allocation().goOn(job, here().location(), isLoaded());
    }

    /** Who is to go off duty brings what is on it, and calls nowhere else. */
    private boolean hasSomethingFor(Rounds.Halt halt) {
        return orders().stream().anyMatch(order -> halt.setDown().contains(order.carriage));
    }
}
