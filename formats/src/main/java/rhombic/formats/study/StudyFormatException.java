package rhombic.formats.study;

import java.util.List;
import java.util.stream.Collectors;

/** A text is no study; says every place and remedy that could be found. */
public final class StudyFormatException extends Exception {
    /**
     * One fault.
     *
     * @param place path such as {@code equipment[2].time}, or line and column
     */
    public record Fault(String place, String message) {
        @Override
        public String toString() {
            return place + ": " + message;
        }
    }

    private final transient List<Fault> faults;

    public StudyFormatException(List<Fault> faults) {
        super(faults.stream().map(Fault::toString).collect(Collectors.joining("\n")));
        this.faults = List.copyOf(faults);
    }

    public StudyFormatException(String place, String message) {
        this(List.of(new Fault(place, message)));
    }

    public List<Fault> faults() {
        return faults;
    }
}
