package rhombic.study.rack;

/** Which of the free slots that fit a load is stored in. */
public enum SlotChoice {
    /** From the infeed on, bay by bay, and in each from the lowest level up. */
    FIRST_FREE("in the first free slot"),
    /** The one that is reached soonest from the infeed. */
    NEAREST("in the nearest free slot"),
    /** Any of them, each as likely as the other. */
    RANDOM("in any free slot"),
    /** Any in the part of the rack that is kept for the class of the load; if that is full, in the next. */
    BY_CLASS("by class"),
    /** The one for which a formula gives the smallest number. */
    BY_FORMULA("by a formula");

    private final String word;

    SlotChoice(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }
}
