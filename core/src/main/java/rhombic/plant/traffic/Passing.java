package rhombic.plant.traffic;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;

/** The sections that a route passes, in the order in which they are entered, and where one can wait between them. Never changes. */
final class Passing {
    /** Where body and sections touch is not within. */
    private static final double TINY_METRES = 1e-6;

    /**
     * One section of a route.
     *
     * @param in metres along the route from which the middle of the vehicle is in it
     * @param out where it is no more
     * @param reaches to where the section reaches along the route: who goes to a place beside an aisle keeps the way there until it has arrived
     */
    record Entry(int section, double in, double out, boolean isPlaceToWait, double reaches) {
        Entry(int section, double in, double out, boolean isPlaceToWait) {
            this(section, in, out, isPlaceToWait, out);
        }
    }

    /** In the order in which they are entered. */
    final List<Entry> entries;
    /** For each group of sections that are given at once, the number of its last entry plus 1. */
    final int[] groupEnds;
    /** For each group but the last, where a vehicle stands that waits for the next; then infinity. */
    final double[] stops;
    /** The entries in the order in which they are left. */
    final int[] leaving;
    /** The section that is kept at the end of the route; none if negative. */
    final int place;
    /** What a vehicle needs to leave that place again. */
    final int[] exit;
    /** The sections of each group. */
    private final int[][] groups;
    private final double front;
    private final double back;

    /**
     * @param front what a vehicle keeps free before its middle
     * @param back what it keeps free behind it, with what it pulls
     * @param place where it ends; negative if nothing is kept there
     * @param exit what is needed to leave it again: nobody waits there for it
     */
    Passing(List<Entry> all, double front, double back, int place, int[] exit) {
        this.front = front;
        this.back = back;
        this.exit = exit;
        this.place = place;
        entries = all.stream().sorted(Comparator.comparingDouble(Entry::in)).toList();
        leaving = IntStream.range(0, entries.size()).boxed()
                .sorted(Comparator.comparingDouble(i -> entries.get(i).out)).mapToInt(i -> i).toArray();
        List<Integer> ends = new ArrayList<>();
        List<Double> waits = new ArrayList<>();
        for (int i = 1; i < entries.size(); i++) {
            double stop = entries.get(i).in - front;
            boolean isFarther = stop > (waits.isEmpty() ? 0 : waits.getLast()) + TINY_METRES;
            if (isFarther && entries.get(i).in > entries.get(i - 1).in + TINY_METRES && canWaitAt(stop)) {
                ends.add(i);
                waits.add(stop);
            }
        }
        ends.add(entries.size());
        waits.add(Double.POSITIVE_INFINITY);
        groupEnds = ends.stream().mapToInt(i -> i).toArray();
        stops = waits.stream().mapToDouble(d -> d).toArray();
        groups = IntStream.range(0, groupEnds.length)
                .mapToObj(group -> entries.subList(groupBegins(group), groupEnds[group]).stream().mapToInt(Entry::section).toArray())
                .toArray(int[][]::new);
    }

    /** What is needed after so many groups: the next, or after the last what is needed to leave the place again. */
    int[] after(int given) {
        return given < groups.length ? groups[given] : exit;
    }

    private boolean isInExit(int section) {
        return Arrays.stream(exit).anyMatch(one -> one == section);
    }

    /** Whether a vehicle whose middle is there is in nobody's way but of those behind it. */
    boolean canWaitAt(double stop) {
        boolean any = false;
        for (Entry entry : entries) {
            if (isIn(entry, stop)) {
                if (!entry.isPlaceToWait || isInExit(entry.section)) {
                    return false;
                }
                any = true;
            }
        }
        return any;
    }

    /** Where it can wait, from there on, if so many groups are given to it; infinite if only at the end of its route. */
    double waitingPlace(double nearest, int given) {
        return Arrays.stream(stops, 0, given).filter(stop -> stop >= nearest).findFirst().orElse(Double.POSITIVE_INFINITY);
    }

    /** Whether a vehicle whose middle is there, with what it keeps free, is in that section. */
    boolean isIn(Entry entry, double metres) {
        return entry.in - front < metres - TINY_METRES && metres + TINY_METRES < entry.out + back;
    }

    /** Whether what a vehicle pulls whose middle is there, or itself, is over that section. */
    boolean covers(Entry entry, double metres) {
        return isIn(entry, metres) && metres + TINY_METRES < entry.reaches + back;
    }

    /** Where the middle of the vehicle is when it has left the section. */
    double left(int entry) {
        return entries.get(entry).out + back;
    }

    int groupBegins(int group) {
        return group == 0 ? 0 : groupEnds[group - 1];
    }
}
