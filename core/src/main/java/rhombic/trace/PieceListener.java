package rhombic.trace;

/** Hears what happens to pieces, in the order of time. */
@FunctionalInterface
public interface PieceListener {
    /** What can happen. */
    enum Event {
        ENTERS("enters"), MADE("is made"), WAITS("waits"), WORK_BEGINS("work begins"), WORK_ENDS("work ends"), SETS_OUT(
                "sets out"), GOES_ONTO(
                        "is put onto"), COMES_OFF("is taken off"), JOINED("becomes part"), SCRAPPED("is scrapped"), LEAVES("leaves");

        private final String word;

        Event(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    /**
     * Something happens.
     *
     * @param body number of the piece while it is inside
     * @param node index of the equipment
     * @param other its type where it enters or is made, the body of the holder where it goes onto one; else without meaning
     */
    void onEvent(long timeNanos, Event event, int body, int node, int other);
}
