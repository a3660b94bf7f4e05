package rhombic.plant.crane;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** The cranes of one runway, which can't pass each other: who may travel, and who stands aside. */
final class RunwayTraffic {
    /*
     * Each crane holds an interval of the runway: where it stands, or all between where it set out and where it goes. Intervals of neighbours are never nearer than
     * the safe distance, so the cranes never are, also between events. Cranes that want to travel are served in a fixed order: loaded before empty, on a job before
     * on the way to rest, the older order first. The first in that order is only ever kept by cranes that travel or work, which ends, or by others that stand,
     * which are sent aside, the farthest first; those behind it in order are given no interval that it wants. So it gets there, and then the next is the first. Who is
     * kept comes as near meanwhile as others leave room.
     */
    private static final double TINY_METRES = 1e-6;
    /** A shorter way towards where a crane wants to be is not worth setting out for. */
    private static final double WORTH_METRES = 2;
    private static final Comparator<Overhead> FIRST = Comparator.comparing(Overhead::isLoaded).reversed()
            .thenComparing(Comparator.comparing(Overhead::isOnJob).reversed()).thenComparingLong(Overhead::askedNanos)
            .thenComparingInt(Overhead::number);

    private final double apart;
    private final List<Overhead> cranes = new ArrayList<>();
    private boolean isServing;
    private boolean isToServe;

    /** @param apart the least distance of two bridges, metres */
    RunwayTraffic(double apart) {
        this.apart = apart;
    }

    /** One more, beyond all others along the runway. */
    void add(Overhead crane) {
        cranes.add(crane);
    }

    /** Whether the crane of that number fetches nothing for now. */
    boolean isAway(int number) {
        return cranes.get(number).isAway();
    }

    /** Something has changed: those that can travel now do. */
    void serve() {
        isToServe = true;
        if (isServing) {
            return;
        }
        isServing = true;
        while (isToServe) {
            isToServe = false;
            serveAll();
        }
        isServing = false;
    }

    private void serveAll() {
        List<Overhead> waiting = cranes.stream().filter(Overhead::isWaiting).sorted(FIRST).toList();
        List<Overhead> kept = new ArrayList<>();
        for (Overhead crane : waiting) {
            boolean may = isFree(crane, crane.goal()) && kept.stream().allMatch(first -> isBeside(crane, crane.goal(), first));
            if (may) {
                crane.setOut();
            } else {
                kept.add(crane);
            }
        }
        for (int i = 0; i < kept.size(); i++) {
            clear(kept.get(i), kept.subList(0, i));
            if (kept.get(i).isWaiting()) {
                comeNearer(kept.get(i), kept.subList(0, i));
            }
        }
    }

    /** It travels towards where it wants to be as far as others leave it room, if that is worth while. */
    private void comeNearer(Overhead crane, List<Overhead> before) {
        double low = Double.NEGATIVE_INFINITY;
        double high = Double.POSITIVE_INFINITY;
        for (Overhead other : cranes) {
            boolean isFirst = before.contains(other);
            if (other.number() > crane.number()) {
                high = Math.min(high, isFirst ? edge(crane, other) : other.low() - distance(crane, other));
            } else if (other != crane) {
                low = Math.max(low, isFirst ? edge(crane, other) : other.high() + distance(crane, other));
            }
        }
        double to = crane.goal() > crane.at() ? Math.min(high, crane.goal()) : Math.max(low, crane.goal());
        boolean isTowards = (to - crane.at()) * (crane.goal() - crane.at()) > 0;
        if (isTowards && Math.abs(to - crane.at()) >= WORTH_METRES && isFree(crane, to)) {
            crane.standAside(to);
        }
    }

    /** How far two of them keep from each other: all between them have room too. */
    private double distance(Overhead one, Overhead other) {
        return Math.abs(one.number() - other.number()) * apart;
    }

    /** Whether no other holds what it would travel over. */
    private boolean isFree(Overhead crane, double to) {
        double low = Math.min(crane.at(), to);
        double high = Math.max(crane.at(), to);
        for (Overhead other : cranes) {
            if (other != crane && !(other.number() > crane.number()
                    ? other.low() >= high + distance(crane, other) - TINY_METRES
                    : other.high() <= low - distance(crane, other) + TINY_METRES)) {
                return false;
            }
        }
        return true;
    }

    /** Whether a place is out of the way of another that wants to travel. */
    private boolean isBeside(Overhead crane, double place, Overhead other) {
        double edge = edge(crane, other);
        return crane.number() > other.number() ? place >= edge - TINY_METRES : place <= edge + TINY_METRES;
    }

    /** Where a crane is out of the way of another, and no farther. */
    private double edge(Overhead crane, Overhead other) {
        return crane.number() > other.number()
                ? Math.max(other.at(), other.goal()) + distance(crane, other)
                : Math.min(other.at(), other.goal()) - distance(crane, other);
    }

    /** Sends aside who stands in the way of one that waits. */
    private void clear(Overhead crane, List<Overhead> before) {
        for (int i = cranes.size() - 1; i > crane.number(); i--) {
            sendAside(cranes.get(i), crane, before);
        }
        for (int i = 0; i < crane.number(); i++) {
            sendAside(cranes.get(i), crane, before);
        }
    }

    private void sendAside(Overhead other, Overhead crane, List<Overhead> before) {
        boolean isInTheWay = !isBeside(other, other.at(), crane);
        boolean gives = other.canStandAside() && (!other.isWaiting() || FIRST.compare(crane, other) < 0);
        if (!isInTheWay || !gives) {
            return;
        }
        double edge = edge(other, crane);
        boolean may = other.reaches(edge) && isFree(other, edge) && before.stream().allMatch(first -> isBeside(other, edge, first));
        if (may) {
            other.standAside(edge);
        }
    }
}
