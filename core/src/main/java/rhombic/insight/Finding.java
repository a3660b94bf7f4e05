package rhombic.insight;

import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Something the figures say.
 *
 * @param kind what it is about
 * @param subject equipment it is about; empty for the whole plant
 * @param text in one sentence
 * @param evidence figures that show it
 * @param trial something that may be better, to be tried as an alternative; null: nothing
 */
public record Finding(Kind kind, String subject, String text, String evidence, @Nullable Trial trial) {
    /** Kinds in the order in which they are told. */
    public enum Kind {
        DEADLOCK("Standstill"), LIMIT("Limit"), SHIFTING("Shifting limit"), GROWTH("Growth"), LOSS("Losses"), LEAD_TIME(
                "Lead time"), BUFFER("Buffers"), TARGET("Targets"), WARM_UP("Warm-up");

        private final String word;

        Kind(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    public Finding(String subject, String text, String evidence) {
        this(Kind.LIMIT, subject, text, evidence, null);
    }

    public Optional<Trial> trialNote() {
        return Optional.ofNullable(trial);
    }

    Finding as(Kind newKind) {
        return new Finding(newKind, subject, text, evidence, trial);
    }

    Finding with(Optional<Trial> newTrial) {
        return new Finding(kind, subject, text, evidence, newTrial.orElse(null));
    }

    /** Its evidence, one figure to a line. */
    public List<String> lines() {
        return List.of(evidence.split("; "));
    }
}
