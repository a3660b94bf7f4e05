package rhombic.study.duty;

import java.io.Serializable;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Distribution;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.value.Count;
import rhombic.study.value.Identified;
import rhombic.study.value.Names;
import rhombic.study.value.StudyException;

/**
 * One way to break down. An element works only while none of its modes is active; the modes run independently of each other.
 *
 * @param id what its draws depend on, among the failures of one element; empty: not in a list yet
 * @param up from the end of one failure to the next
 * @param down how long the repair takes, its wait for repairers apart
 * @param firstFailure when it fails for the first time, by the same clock; null: as every other time. Counts for nothing where pieces
 *     are counted or a plan is followed
 * @param repairedBy who repairs it; nobody: it repairs itself
 * @param interruptedPiece what becomes of what is worked on
 * @param passesWhileDown whether pieces come in and go out while it is down; if not, its inlet and outlet are held too
 * @param stopsWith other equipment that stands still with it
 */
public record FailureMode(String id, String name, UpTime up, Distribution down, @Nullable Distribution firstFailure, List<Need> repairedBy,
        InterruptedPiece interruptedPiece,
        boolean passesWhileDown, List<String> stopsWith) implements Serializable, Identified<FailureMode> {
    public static final Composite<FailureMode> TYPE = Composite.of("failureMode", mode -> {
        var name = mode.required("name", "What the failure is called.", FieldType.OWN_NAME, FailureMode::name);
        var id = mode.optional("id", "What its random draws depend on, among the failures of the element; missing: its name.",
                FieldType.TEXT, "", FailureMode::id);
        var up = mode.required("up", "From the end of one failure to the next.", UpTime.TYPE, FailureMode::up);
        var down = mode.required("down", "How long the repair takes, the wait for repairers apart.", FieldType.DURATION, FailureMode::down);
        var first = mode.maybe("firstFailure", "When it fails for the first time; missing: as every other time.", FieldType.DURATION,
                m -> Optional.ofNullable(m.firstFailure));
        var repairedBy = mode.optional("repairedBy", "Who repairs it; missing: it repairs itself.", Need.SEVERAL, List.of(),
                FailureMode::repairedBy);
        var piece = mode.optional("interruptedPiece", "What becomes of what is worked on; missing: resume.",
                FieldType.Word.of(InterruptedPiece.values()), InterruptedPiece.RESUME, FailureMode::interruptedPiece);
        var passes = mode.optional("passesWhileDown", "Pieces come in and go out while it is down.", FieldType.FLAG, false,
                FailureMode::passesWhileDown);
        var stopsWith = mode.optional("stopsWith", "Other equipment that stands still with it.",
                new FieldType.Several<>(FieldType.ELEMENT), List.of(), FailureMode::stopsWith);
        return v -> new FailureMode(v.get(id), v.get(name), v.get(up), v.get(down), v.get(first).orElse(null), v.get(repairedBy),
                v.get(piece), v.get(passes), v.get(stopsWith));
    });
    /** The modes of one element. */
    public static final FieldType<List<FailureMode>> SEVERAL = new FieldType.Several<>(TYPE, FailureMode::complete);

    public static final int MAX = 50;

    /** What becomes of the piece that is worked on. */
    public enum InterruptedPiece {
        RESUME("goes on where it stopped"), AGAIN("is begun again"), SCRAP("is scrapped");

        private final String word;

        InterruptedPiece(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    public FailureMode {
        Names.checked(name);
        repairedBy = List.copyOf(repairedBy);
        stopsWith = List.copyOf(stopsWith);
        if (!(up instanceof UpTime.AfterCycles) && down.isAlwaysZero() && up instanceof UpTime.After after && after.time().isAlwaysZero()) {
            throw new StudyException("Failure " + name + " has neither up time nor down time: give it one");
        }
        if (up instanceof UpTime.Available && !(down.meanSeconds() > 0)) {
            throw new StudyException("Failure " + name + " has an availability but no down time, from which its up time would follow: "
                    + "give it a mean repair time");
        }
    }

    /** Of a kind that is in no list yet. */
    public FailureMode(String name, UpTime up, Distribution down, @Nullable Distribution firstFailure, List<Need> repairedBy,
            InterruptedPiece interruptedPiece, boolean passesWhileDown, List<String> stopsWith) {
        this("", name, up, down, firstFailure, repairedBy, interruptedPiece, passesWhileDown, stopsWith);
    }

    /** The modes of one element, each with an id: not too many, each with a name of its own. */
    public static List<FailureMode> complete(List<FailureMode> modes) {
        Count.between(0, MAX, "The failure modes of one element", modes.size());
        Set<String> names = new HashSet<>();
        for (FailureMode mode : modes) {
            if (!names.add(mode.name())) {
                throw new StudyException("Two failures are called \u201c" + mode.name() + "\u201d: rename one");
            }
        }
        return Identified.complete(modes, "failures of one element", (mode, place) -> mode.name());
    }

    /** By chance every 4 h for 10 min, repaired by itself. */
    public static FailureMode of(String name, UpTime up, Distribution down) {
        return new FailureMode(name, up, down, null, List.of(), InterruptedPiece.RESUME, false, List.of());
    }

    @Override
    public FailureMode withId(String newId) {
        return new FailureMode(newId, name, up, down, firstFailure, repairedBy, interruptedPiece, passesWhileDown, stopsWith);
    }

    public FailureMode named(String newName) {
        return new FailureMode(id, newName, up, down, firstFailure, repairedBy, interruptedPiece, passesWhileDown, stopsWith);
    }

    public FailureMode withUp(UpTime newUp) {
        return new FailureMode(id, name, newUp, down, firstFailure, repairedBy, interruptedPiece, passesWhileDown, stopsWith);
    }

    public FailureMode withDown(Distribution newDown) {
        return new FailureMode(id, name, up, newDown, firstFailure, repairedBy, interruptedPiece, passesWhileDown, stopsWith);
    }

    public FailureMode withFirstFailure(@Nullable Distribution newFirstFailure) {
        return new FailureMode(id, name, up, down, newFirstFailure, repairedBy, interruptedPiece, passesWhileDown, stopsWith);
    }

    public FailureMode withRepairedBy(List<Need> newRepair) {
        return new FailureMode(id, name, up, down, firstFailure, newRepair, interruptedPiece, passesWhileDown, stopsWith);
    }

    public FailureMode withInterruptedPiece(InterruptedPiece newPiece) {
        return new FailureMode(id, name, up, down, firstFailure, repairedBy, newPiece, passesWhileDown, stopsWith);
    }

    public FailureMode withPassesWhileDown(boolean newPassesWhileDown) {
        return new FailureMode(id, name, up, down, firstFailure, repairedBy, interruptedPiece, newPassesWhileDown, stopsWith);
    }

    public FailureMode withStopsWith(List<String> newStopsWith) {
        return new FailureMode(id, name, up, down, firstFailure, repairedBy, interruptedPiece, passesWhileDown, newStopsWith);
    }

    /** Mean up time by its clock, from which the availability follows; empty if it counts pieces. */
    public OptionalDouble meanUpSeconds() {
        return up.meanSeconds(down.meanSeconds());
    }

    /** Share of the time of its clock and its down time in which it works: up / (up + down), the wait for repairers apart. */
    public OptionalDouble availability() {
        OptionalDouble mean = meanUpSeconds();
        return mean.isEmpty() || mean.getAsDouble() + down.meanSeconds() <= 0
                ? OptionalDouble.empty()
                : OptionalDouble.of(mean.getAsDouble() / (mean.getAsDouble() + down.meanSeconds()));
    }
}
