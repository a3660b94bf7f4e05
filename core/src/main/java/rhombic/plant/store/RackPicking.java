package rhombic.plant.store;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.stream.Stream;
import rhombic.chance.Purpose;
import rhombic.chance.TimeSampler;
import rhombic.plant.piece.PickPlaces;
import rhombic.plant.piece.Piece;
import rhombic.plant.store.OrderedLine.CustomerOrder;
import rhombic.space.Pose;
import rhombic.study.rack.PickRoute;
import rhombic.study.rack.Picking;
import rhombic.study.rack.RackLayout;

/** Picks from the slots of a rack: where, on which way, and how long they take. */
final class RackPicking implements PickPlaces {
    private static final long NO_ORDER = -1;

    private final RackNode rack;
    private final RackLayout layout;
    private final Picking picking;
    private final TimeSampler line;
    private final TimeSampler piece;
    private final PickZones zones;

    RackPicking(RackNode rack, Picking picking) {
        this.rack = rack;
        layout = rack.layout;
        this.picking = picking;
        zones = new PickZones(picking, layout.aisles());
        String id = rack.rack.id() + "\u0000picking";
        line = picking.lineTime().onlySampler(rack.flow.stream(id, Purpose.STOP));
        piece = picking.pieceTime().onlySampler(rack.flow.stream(id, Purpose.PICK_UP));
    }

    @Override
    public List<PickStop> way(Collection<Piece> pieces, Pose from) {
        List<Piece> all = List.copyOf(pieces);
        List<PickRoute.Pick> picks = new ArrayList<>();
        int first = Integer.MAX_VALUE;
        int last = 0;
        for (int i = 0; i < all.size(); i++) {
            Load load = rack.load(all.get(i));
            picks.add(new PickRoute.Pick(load.aisle, layout.bayMetres(layout.bay(load.lane)), i));
            first = Math.min(first, load.aisle);
            last = Math.max(last, load.aisle);
        }
        boolean isFromLast = from.distanceTo(place(last, -PickRoute.CROSS_METRES)) < from.distanceTo(place(first, -PickRoute.CROSS_METRES));
        return PickRoute.of(picking.sequence(), layout.lengthMetres(), picks, isFromLast).stream()
                .map(step -> new PickStop(place(step.aisle(), step.along()), step.picks().stream().map(all::get).toList())).toList();
    }

    private Pose place(int aisle, double along) {
        return rack.pose().of(Pose.at(along - layout.lengthMetres() / 2, layout.aisleMetres(aisle), -rack.pose().z(), 0));
    }

    @Override
    public boolean canJoin(Piece more, Collection<Piece> others) {
        return picking.ordersPerTour() == 0
                || Stream.concat(Stream.of(more), others.stream()).mapToLong(this::order).distinct().count() <= picking.ordersPerTour();
    }

    private long order(Piece of) {
        CustomerOrder picked = zones.order(of);
        if (picked != null) {
            return picked.number;
        }
        OrderedLine asked = rack.load(of).line;
        return asked == null ? NO_ORDER : asked.order.number;
    }

    // ---- zones

    /** Of a rack that is picked zone by zone. */
    PickZones byZone() {
        return zones;
    }

    @Override
    public int zones() {
        return zones.count();
    }

    @Override
    public boolean mayPick(Piece of, int zone) {
        return zones.mayPick(rack.load(of), zone);
    }

    @Override
    public int nextZone(Piece of, int zone) {
        return zones.next(of, zone);
    }

    @Override
    public Pose handOn(int zone) {
        return rack.rack.handOn(zone);
    }

    @Override
    public void onHandedOn(Piece of, int zone) {
        zones.onHandedOn(of, zone);
        rack.flow.toAgenda(rack);
    }

    @Override
    public void onComplete(Piece of) {
        zones.onComplete(of);
        rack.flow.toAgenda(rack);
    }

    // ---- times

    @Override
    public long stopNanos() {
        return line.nextNanos();
    }

    @Override
    public long pieceNanos(Piece picked) {
        long nanos = 0;
        for (int i = 0; i < Math.max(1, rack.load(picked).taken); i++) {
            nanos += piece.nextNanos();
        }
        return nanos;
    }
}
