package rhombic.study.value;

/** A value of a study breaks a rule; the message says the rule and the value got, for the person who typed it. */
public final class StudyException extends IllegalArgumentException {
    public StudyException(String message) {
        super(message);
    }
}
