package rhombic.study.place;

/**
 * The room that a vehicle needs on an aisle that it shares with others, in metres.
 *
 * @param distance that it keeps from the one before it
 * @param trailing how far what it pulls reaches behind it
 */
public record RoadSpace(double length, double width, double distance, double trailing) {
    private static final double MARGIN_METRES = 0.02;

    /** Of what pulls nothing. */
    public RoadSpace(double length, double width, double distance) {
        this(length, width, distance, 0);
    }

    /** How far from its middle it reaches when it turns. */
    public double reach() {
        return Math.hypot(length, width) / 2 + MARGIN_METRES;
    }

    /** How far before and behind its middle it keeps free, beside what it pulls. */
    public double half() {
        return (length + distance) / 2;
    }

    /** How far to each side of its middle it keeps free. */
    public double side() {
        return width / 2 + MARGIN_METRES;
    }

    /** What is enough for both. */
    public RoadSpace and(RoadSpace other) {
        return new RoadSpace(Math.max(length, other.length), Math.max(width, other.width), Math.max(distance, other.distance),
                Math.max(trailing, other.trailing));
    }
}
