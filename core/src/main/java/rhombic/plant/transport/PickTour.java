package rhombic.plant.transport;

import java.util.ArrayList;
import java.util.List;
import rhombic.plant.piece.PickPlaces;
import rhombic.plant.piece.PickPlaces.PickStop;
import rhombic.plant.piece.Piece;
import rhombic.plant.resource.Job;
import rhombic.space.Pose;

/**
 * Pieces of one link that are picked where each lies, on a way through what holds them; then all are brought where the link leads. In a zone it takes on first
 * what was picked before, and hands on what other zones have to add to.
 */
final class PickTour extends CalledTour {
    private final PickPlaces places;
    /** Known once all that it takes has been taken. */
    private List<PickStop> way = List.of();
    private int at;
    private boolean isPlanned;
    /** Of who makes it. */
    private int zone;
    /** Where it goes when all is picked: the zone to which pieces are handed on, or the end if negative. */
    private int goesTo;

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
        return !isPlanned && places.mayPick(piece, zone) && isRoomFor(carriage, piece);
    }

    /** Whether there is room for it beside the rest. */
    boolean isRoomFor(Carriage carriage, Piece piece) {
        return super.hasRoomFor(carriage, piece) && places.canJoin(piece, pieces());
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
        zone = places.zoneOf(carrier().numberInGroup());
        link().handedOn.takenOnBy(this, zone);
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
        way = way();
        if (job.state() == Job.State.BEGUN) {
            go();
        } else {
            allocation().redirect(job, way.getFirst().location());
        }
    }

    /** First to what was handed on, then through the rack. */
    private List<PickStop> way() {
        List<Piece> takenOn = orders().stream().filter(TransportOrder::wasHandedOn).map(order -> order.trip.piece()).toList();
        List<Piece> picked = orders().stream().filter(order -> !order.wasHandedOn()).map(order -> order.trip.piece()).toList();
        List<PickStop> all = new ArrayList<>();
        if (!takenOn.isEmpty()) {
            all.add(new PickStop(places.handOn(zone), takenOn));
        }
        if (!picked.isEmpty()) {
            all.addAll(places.way(picked, takenOn.isEmpty() ? carrier().pose() : places.handOn(zone)));
        }
        return all;
    }

    private void go() {
        isThere = false;
        allocation().goOn(job, at < way.size() ? way.get(at).location() : setDownPlace(), isLoaded());
    }

    /** Where it goes when nothing more is to be picked: what is handed on comes first, the nearest zone before the next. */
    private Pose setDownPlace() {
        goesTo = Integer.MAX_VALUE;
        for (TransportOrder order : orders()) {
            order.zone = places.nextZone(order.trip.piece(), zone);
            goesTo = order.zone >= 0 ? Math.min(goesTo, order.zone) : goesTo;
        }
        if (goesTo < Integer.MAX_VALUE) {
            return places.handOn(goesTo);
        }
        goesTo = -1;
        orders().forEach(order -> places.onComplete(order.trip.piece()));
        return link().to;
    }

    @Override
    public void onReady(Job given) {
        if (!isPlanned) {
            return;
        }
        arrive();
        if (at >= way.size()) {
            orders().stream().filter(order -> order.isInHand() && order.zone == goesTo).toList().forEach(order -> handle(order, false));
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
        here().stream().filter(order -> !isBeingHandled(order) && (order.wasHandedOn() || !order.offer.isOutletHeld()))
                .forEach(order -> handle(order, true));
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
    void onSetDown(TransportOrder order) {
        if (goesTo < 0) {
            super.onSetDown(order);
            return;
        }
        release(order);
        places.onHandedOn(order.trip.piece(), goesTo);
        link().handOn(order, goesTo);
        if (orders().isEmpty()) {
            end();
        } else if (orders().stream().noneMatch(other -> other.zone == goesTo)) {
            go();
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
