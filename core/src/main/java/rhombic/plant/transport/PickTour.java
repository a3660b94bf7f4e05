package rhombic.plant.transport;

import java.util.List;
import rhombic.plant.piece.PickPlaces;
import rhombic.plant.piece.PickPlaces.PickStop;
import rhombic.plant.piece.Piece;
import rhombic.plant.resource.Job;

/** Pieces of one link that are picked where each lies, on a way through what holds them; then all are brought where the link leads. */
final class PickTour extends CalledTour {
    private final PickPlaces places;
    /** Known once all that it takes has been taken. */
    private List<PickStop> way = List.of();
    private int at;
    private boolean isPlanned;

    PickTour(Carriage link, Job.Request request, PickPlaces places) {
        super(link, request);
        this.places = places;
    }

    @Override
    boolean comesTo(Carriage carriage) {
        return isPlanned ? at < way.size() && carriage == link() : super.comesTo(carriage);
    }

    @Override
    boolean isAt(Carriage carriage) {
        return isPlanned && isThere && at < way.size() && carriage == link();
    }

    @Override
    boolean hasRoomFor(Carriage carriage, Piece piece) {
        return !isPlanned && super.hasRoomFor(carriage, piece) && places.canJoin(piece, pieces());
    }

    private List<Piece> pieces() {
        return orders().stream().map(order -> order.trip.piece()).toList();
    }

    // ---- from place to place

    @Override
    public void onGiven(Job given) {
        isPlanned = false;
        way = List.of();
        at = 0;
        super.onGiven(given);
    }

    @Override
    void onAllTaken() {
        if (isPlanned || !isGiven()) {
            return;
        }
        if (orders().isEmpty()) {
            super.onAllTaken();
            return;
        }
        isPlanned = true;
        way = places.way(pieces(), carrier().pose());
        if (job.state() == Job.State.BEGUN) {
            go();
        } else {
            allocation().redirect(job, way.getFirst().location());
        }
    }

    private void go() {
        isThere = false;
        allocation().goOn(job, at < way.size() ? way.get(at).location() : link().to, isLoaded());
    }

    @Override
    public void onReady(Job given) {
        if (!isPlanned) {
            return;
        }
        arrive();
        if (at >= way.size()) {
            setDown(link());
        } else if (here().isEmpty()) {
            goFarther();
        } else {
            takeUp(link());
        }
    }

    /** What is still to be picked where it is. */
    private List<TransportOrder> here() {
        List<Piece> wanted = way.get(at).pieces();
        return orders().stream().filter(order -> !order.isInHand() && wanted.contains(order.trip.piece())).toList();
    }

    @Override
    void takeUp(Carriage from) {
        if (!isAt(from)) {
            return;
        }
        if (carrier().isHeld()) {
            if (!isHandling()) {
                leave();
            }
            return;
        }
        here().stream().filter(order -> !isBeingHandled(order) && !order.offer.isOutletHeld()).forEach(order -> handle(order, true));
        flow.atEndOfInstant(this::goOn);
    }

    @Override
    void goOn() {
        if (isPlanned && isThere && at < way.size() && here().isEmpty() && !isHandling()) {
            goFarther();
        }
    }

    private void goFarther() {
        at++;
        if (carrier().isHeld()) {
            leave();
        } else if (at >= way.size() && !isLoaded()) {
            end();
        } else {
            go();
        }
    }

    /** It picks no more, and brings what it has. */
    @Override
    void leave() {
        leaveToOthers();
        at = way.size();
        if (isLoaded()) {
            go();
        } else {
            end();
        }
    }

    @Override
    void onBrought(Carriage there) {
        if (orders().isEmpty()) {
            end();
        }
    }

    @Override
    public void onReturned(Job given) {
        isPlanned = false;
        super.onReturned(given);
    }
}
