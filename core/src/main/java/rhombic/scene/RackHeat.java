package rhombic.scene;

import java.util.Arrays;
import java.util.stream.IntStream;
import rhombic.study.kind.Rack;
import rhombic.study.rack.RackLayout;
import rhombic.study.rack.RackPlaces;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.PieceType;
import rhombic.trace.Moment;

/**
 * How hot each load of a rack is: by how long it has lain there, by how full its slot is, or by its class, the first class coldest. It follows from a moment;
 * made for one rack, used by one thread.
 */
public final class RackHeat {
    /** What loads of a rack are coloured by. */
    public enum By {
        TYPE("by type"), AGE("by age"), CLASS("by class"), FILL("by fill"),
        /** One type has its colour, all others are pale. */
        ONE_TYPE("only ");

        private final String word;

        By(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }

        /** Whether it is shown as heat. */
        public boolean isHeat() {
            return this == AGE || this == CLASS || this == FILL;
        }
    }

    /**
     * What is to be seen.
     *
     * @param rack by name; empty: none
     * @param type the only one that is; empty: all are
     */
    public record Choice(String rack, By by, String type) {
        /** All as they are. */
        public static final Choice PLAIN = new Choice("", By.TYPE, "");
    }

    /** Levels of heat, from 0. */
    public static final int LEVELS = 6;
    /** Above all levels: a load that has stayed too long. */
    public static final int OVERDUE = LEVELS;

    private final Rack rack;
    private final RackLayout layout;
    private final int node;
    private final By by;
    private final int[] classes;
    private final int lastClass;
    private final long maxNanos;
    private final int[] filled;
    private long longestNanos;

    public RackHeat(UnfoldedStudy study, Rack rack, int node, By by) {
        this.rack = rack;
        this.node = node;
        this.by = by;
        layout = rack.layout();
        classes = study.study().pieceTypes().stream().map(PieceType::name).mapToInt(rack.storing()::classOf).toArray();
        lastClass = IntStream.of(classes).max().orElse(0);
        maxNanos = rack.fetching().maxStay().map(time -> time.nanos()).orElse(Long.MAX_VALUE);
        filled = new int[layout.aisles() * layout.lanesInAisle()];
    }

    /** Takes what is in the rack at a moment; then {@link #level} tells of it. */
    public void look(Moment moment) {
        if (by == By.CLASS) {
            return;
        }
        Arrays.fill(filled, 0);
        longestNanos = 0;
        for (int body = moment.firstAt(node); body >= 0; body = moment.next(body)) {
            int place = moment.placeOf(body);
            if (moment.carrierOf(body) < 0 && place >= 0 && place < layout.places()) {
                filled[place / layout.laneCapacity()]++;
                longestNanos = Math.max(longestNanos, moment.timeNanos() - moment.sinceNanos(body));
            }
        }
    }

    /** The name of the rack. */
    public String rack() {
        return rack.name();
    }

    /** How hot a load is that is at the rack: 0 to below {@link #LEVELS}, or {@link #OVERDUE}. */
    public int level(Moment moment, int body) {
        return switch (by) {
            case TYPE, ONE_TYPE -> 0;
            case CLASS -> lastClass == 0 ? 0 : classes[moment.typeOf(body)] * (LEVELS - 1) / lastClass;
            case AGE -> {
                long nanos = moment.timeNanos() - moment.sinceNanos(body);
                yield nanos > maxNanos ? OVERDUE : level(longestNanos == 0 ? 0 : (double) nanos / longestNanos);
            }
            case FILL -> {
                int place = RackPlaces.slotOf(moment.placeOf(body));
                boolean isInSlot = moment.carrierOf(body) < 0 && place >= 0 && place < layout.places();
                yield isInSlot ? level((double) filled[place / layout.laneCapacity()] / layout.laneCapacity()) : 0;
            }
        };
    }

    private static int level(double share) {
        return Math.clamp(Math.round(share * (LEVELS - 1)), 0, LEVELS - 1);
    }
}
