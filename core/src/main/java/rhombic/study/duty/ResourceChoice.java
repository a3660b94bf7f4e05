package rhombic.study.duty;

/** Which of those who are free does something. */
public enum ResourceChoice {
    NEAREST("the nearest"), LEAST_USED("the least used"), IN_TURN("each in turn"), IN_ORDER("the first in order"), SAME(
            "who did it last"), FORMULA("the lowest by formula");

    private final String word;

    ResourceChoice(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }
}
