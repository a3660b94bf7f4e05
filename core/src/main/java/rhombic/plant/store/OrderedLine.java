package rhombic.plant.store;

/** A line of a customer order: so many pieces of one type. */
final class OrderedLine {
    final CustomerOrder order;
    final int type;
    /** Pieces for which no load is chosen yet. */
    int missing;
    /** Pieces that have not left the rack yet. */
    int left;

    OrderedLine(CustomerOrder order, int type, int pieces) {
        this.order = order;
        this.type = type;
        missing = pieces;
        left = pieces;
    }

    /** What a customer asks for at a time. */
    static final class CustomerOrder {
        final long number;
        final long cameNanos;
        final long dueNanos;
        final boolean isUrgent;
        int openLines;

        CustomerOrder(long number, long cameNanos, long dueNanos, boolean isUrgent) {
            this.number = number;
            this.cameNanos = cameNanos;
            this.dueNanos = dueNanos;
            this.isUrgent = isUrgent;
        }

        /** Whether it goes before the other: what is urgent, then what is due first, then what came first. */
        int compareTo(CustomerOrder other) {
            if (isUrgent != other.isUrgent) {
                return isUrgent ? -1 : 1;
            }
            return dueNanos != other.dueNanos ? Long.compare(dueNanos, other.dueNanos) : Long.compare(number, other.number);
        }
    }
}
