package rhombic.study.rack;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * The way of a picker through the aisles of a rack, from its front and back to it. Aisles are joined by cross aisles at the front and at the rear. The three
 * sequences are those compared by R. W. Hall, Distance approximations for routing manual pickers in a warehouse, IIE Transactions 25 (1993).
 */
public final class PickRoute {
    /** So far outside the rack the middle of a cross aisle is. */
    public static final double CROSS_METRES = 1;

    private final double length;
    private final List<Step> steps = new ArrayList<>();

    /**
     * What is picked at one place.
     *
     * @param aisle from 0
     * @param along metres from the front of the rack
     * @param number of the pick, for who asks
     */
    public record Pick(int aisle, double along, int number) {}

    /**
     * A place where the picker comes by.
     *
     * @param picks what is picked there, by their numbers; empty: it is an end of the aisle
     */
    public record Step(int aisle, double along, List<Integer> picks) {}

    private PickRoute(double length) {
        this.length = length;
    }

    /**
     * The steps from the first end of an aisle to the last.
     *
     * @param lengthMetres of the aisles
     * @param isFromLast whether it begins with the last aisle in place of the first
     */
    public static List<Step> of(PickSequence sequence, double lengthMetres, List<Pick> picks, boolean isFromLast) {
        PickRoute route = new PickRoute(lengthMetres);
        Map<Integer, List<Pick>> byAisle = new TreeMap<>(
                isFromLast ? Comparator.<Integer>reverseOrder() : Comparator.<Integer>naturalOrder());
        picks.forEach(pick -> byAisle.computeIfAbsent(pick.aisle, aisle -> new ArrayList<>()).add(pick));
        byAisle.values().forEach(of -> of.sort(Comparator.comparingDouble(Pick::along)));
        List<List<Pick>> aisles = new ArrayList<>(byAisle.values());
        switch (sequence) {
            case S_SHAPE -> route.through(aisles);
            case RETURN -> aisles.forEach(route::inAndBack);
            case LARGEST_GAP -> route.leavingGaps(aisles);
        }
        return route.steps;
    }

    private void end(int aisle, boolean isFront) {
        steps.add(new Step(aisle, isFront ? -CROSS_METRES : length + CROSS_METRES, List.of()));
    }

    /** What lies at one place is picked in one go. */
    private void pick(List<Pick> inOrder) {
        for (Pick pick : inOrder) {
            Step last = steps.isEmpty() ? null : steps.getLast();
            if (last != null && !last.picks.isEmpty() && last.aisle == pick.aisle && last.along == pick.along) {
                List<Integer> more = new ArrayList<>(last.picks);
                more.add(pick.number);
                steps.set(steps.size() - 1, new Step(last.aisle, last.along, more));
            } else {
                steps.add(new Step(pick.aisle, pick.along, List.of(pick.number)));
            }
        }
    }

    private static List<Pick> reversed(List<Pick> picks) {
        List<Pick> back = new ArrayList<>(picks);
        Collections.reverse(back);
        return back;
    }

    private void through(List<List<Pick>> aisles) {
        boolean isAtFront = true;
        for (int i = 0; i < aisles.size(); i++) {
            List<Pick> picks = aisles.get(i);
            if (isAtFront && i == aisles.size() - 1) {
                inAndBack(picks);
                return;
            }
            int aisle = picks.getFirst().aisle;
            end(aisle, isAtFront);
            pick(isAtFront ? picks : reversed(picks));
            isAtFront = !isAtFront;
            end(aisle, isAtFront);
        }
    }

    private void inAndBack(List<Pick> picks) {
        int aisle = picks.getFirst().aisle;
        end(aisle, true);
        pick(picks);
        end(aisle, true);
    }

    private void leavingGaps(List<List<Pick>> aisles) {
        if (aisles.size() < 3) {
            through(aisles);
            return;
        }
        List<List<Pick>> middle = aisles.subList(1, aisles.size() - 1);
        int first = aisles.getFirst().getFirst().aisle;
        end(first, true);
        pick(aisles.getFirst());
        end(first, false);
        List<Integer> splits = new ArrayList<>();
        for (List<Pick> picks : middle) {
            int split = split(picks);
            splits.add(split);
            if (split < picks.size()) {
                int aisle = picks.getFirst().aisle;
                end(aisle, false);
                pick(reversed(picks.subList(split, picks.size())));
                end(aisle, false);
            }
        }
        int last = aisles.getLast().getFirst().aisle;
        end(last, false);
        pick(reversed(aisles.getLast()));
        end(last, true);
        for (int i = middle.size() - 1; i >= 0; i--) {
            if (splits.get(i) > 0) {
                inAndBack(middle.get(i).subList(0, splits.get(i)));
            }
        }
    }

    /** How many of them are picked from the front: those before the largest gap, which may lie before the first or behind the last. */
    private int split(List<Pick> picks) {
        int best = 0;
        double largest = picks.getFirst().along;
        for (int i = 1; i <= picks.size(); i++) {
            double gap = (i == picks.size() ? length : picks.get(i).along) - picks.get(i - 1).along;
            if (gap > largest) {
                largest = gap;
                best = i;
            }
        }
        return best;
    }

    /**
     * How long a way is.
     *
     * @param pitchMetres from one aisle to the next
     */
    public static double metres(List<Step> steps, double pitchMetres) {
        double sum = 0;
        for (int i = 1; i < steps.size(); i++) {
            Step a = steps.get(i - 1);
            Step b = steps.get(i);
            sum += Math.abs(b.along - a.along) + Math.abs(b.aisle - a.aisle) * pitchMetres;
        }
        return sum;
    }
}
