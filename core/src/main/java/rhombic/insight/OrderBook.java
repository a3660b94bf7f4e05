package rhombic.insight;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import rhombic.study.Link;
import rhombic.study.Travel;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.trace.Moment;
import rhombic.trace.PieceStatus;

/** What there is to carry at a moment for those who may be called: what waits, what is fetched, and what is carried. */
public final class OrderBook {
    private final UnfoldedStudy study;
    private final Waits waits;

    /** How far an order has come. */
    public enum State {
        /** Nobody comes for it yet. */
        WAITS,
        /** Somebody is on the way to fetch it, or is there. */
        FETCHED,
        /** It is on its way, or has come and waits for room. */
        CARRIED
    }

    /**
     * One piece that is to be carried.
     *
     * @param piece what it is called
     * @param sinceNanos since when it waits; of what is carried, since when it is
     * @param by who comes for it or carries it; empty while it waits
     */
    public record Order(String piece, String from, String to, State state, long sinceNanos, String by) {}

    /**
     * @param orders first what waits, the oldest in front, then what is fetched, then what is carried
     * @param behind how many pieces stand behind those that wait, and are called for when it is their turn
     */
    public record Page(List<Order> orders, int behind) {
        public Page {
            orders = List.copyOf(orders);
        }

        public long count(State state) {
            return orders.stream().filter(order -> order.state == state).count();
        }
    }

    public OrderBook(UnfoldedStudy study) {
        this.study = study;
        waits = new Waits(study);
    }

    /** Whether anything is carried by those who call that group at all. */
    public boolean concerns(ResourceGroup group) {
        return study.links().stream().anyMatch(link -> isFor(group, link));
    }

    /** All for which members of the group may be called, whoever else may. */
    public Page of(ResourceGroup group, Moment moment) {
        List<Order> orders = new ArrayList<>();
        int behind = 0;
        for (int node = 0; node < study.size(); node++) {
            boolean isWaiting = false;
            int others = 0;
            int[] links = Arrays.stream(study.linksFrom(node)).filter(link -> isFor(group, study.link(link))).toArray();
            for (int link : links) {
                addCarried(orders, link, moment);
            }
            for (PieceStatus status : links.length == 0 ? List.<PieceStatus>of() : moment.at(node)) {
                int link = moment.calledAlong(status.body());
                if (link >= 0 && isFor(group, study.link(link))) {
                    orders.add(called(status, link, moment));
                    isWaiting |= moment.calledMover(status.body()) < 0;
                } else if (link < 0 && status.activity() == PieceStatus.Activity.WAITS) {
                    others++;
                }
            }
            behind += isWaiting ? others : 0;
        }
        orders.sort(Comparator.comparing(Order::state).thenComparingLong(Order::sinceNanos));
        return new Page(orders, behind);
    }

    private static boolean isFor(ResourceGroup group, Link link) {
        return link.travel() instanceof Travel.Carried by && group.meets(by.need());
    }

    private Order called(PieceStatus status, int link, Moment moment) {
        int mover = moment.calledMover(status.body());
        return order(status, link, mover < 0 ? State.WAITS : State.FETCHED, moment.calledSinceNanos(status.body()), mover);
    }

    private void addCarried(List<Order> orders, int link, Moment moment) {
        for (PieceStatus status : moment.onLink(link)) {
            int carrier = moment.carrierOf(status.body());
            orders.add(order(status, link, carrier < 0 ? State.WAITS : State.CARRIED, status.sinceNanos(), carrier));
        }
    }

    private Order order(PieceStatus status, int link, State state, long since, int mover) {
        return new Order(waits.type(status).name() + " " + (status.piece() + 1), study.element(study.from(link)).name(),
                study.element(study.to(link)).name(), state, since, mover < 0 ? "" : study.members().get(mover).person().name());
    }
}
