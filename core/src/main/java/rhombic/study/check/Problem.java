package rhombic.study.check;

import java.io.Serializable;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import rhombic.study.change.Change;
import rhombic.study.change.Changes;
import rhombic.study.change.Part;
import rhombic.study.kind.PlantElement;

/**
 * Something wrong or missing in a study.
 *
 * @param subject name of the equipment, or empty for the study as a whole
 * @param message is the matter
 * @param remedy what to do
 * @param fixes each of which repairs it by itself; none: a person must choose
 */
public record Problem(Grade grade, Kind kind, String subject, String message, String remedy, List<Fix> fixes) {
    /** How much it matters. */
    public enum Grade {
        /** The element takes and gives nothing until it is repaired; the rest runs. */
        ERROR, WARNING, HINT
    }

    /**
     * What repairs it.
     *
     * @param name what it does, for a button
     */
    public record Fix(String name, Changes changes) {
        static @Nullable Fix of(String name, PlantElement element, UnaryOperator<PlantElement> change) {
            return tried(name, () -> Changes.of(element, change.apply(element)));
        }

        /** Changes those of the items of one list that the change makes another of. */
        static <T extends Serializable> @Nullable Fix of(String name, Part part, List<T> items, UnaryOperator<T> change) {
            return tried(name, () -> {
                List<Change> changes = new ArrayList<>();
                for (T item : items) {
                    T changed = change.apply(item);
                    if (!changed.equals(item)) {
                        changes.add(new Change.Replace(part, item, changed));
                    }
                }
                return new Changes(changes);
            });
        }

        static @Nullable Fix adds(String name, Part part, List<?> to, Supplier<? extends Serializable> item) {
            return tried(name, () -> new Changes(List.of(new Change.Add(part, to.size(), item.get()))));
        }

        /** @param at where the item stands in its list */
        static Fix takesOut(String name, Part part, int at, Serializable item) {
            return new Fix(name, new Changes(List.of(new Change.TakeOut(part, at, item))));
        }

        /** None, where what it would make can't be: a name too long for a type, a conveyor too wide. */
        private static @Nullable Fix tried(String name, Supplier<Changes> changes) {
            try {
                return new Fix(name, changes.get());
            } catch (IllegalArgumentException e) {
                return null;
            }
        }
    }

    /** Which check found it. */
    public enum Kind {
        NO_SUPPLY, NO_TIME, ENDLESS_SUPPLY, CIRCLE_WITHOUT_TIME, NO_WAY_OUT, UNREACHABLE, SHARES, NOTHING_LEAVES, NOTHING_ENTERS, OVERLOAD, UNUSED_TYPE, TYPES_ALIKE, IN_ONE_PLACE, UNUSED_TABLE, UNKNOWN_NAME, MIX, RECIPE, ROOM_TOO_SMALL, FORMULA, TABLE, TIME_UNIT, ATTRIBUTE_NEVER_READ, ATTRIBUTE_NEVER_SET, SHUT, RULE, CONVEYOR, CREW, CALENDAR, FAILURE, ROUTE
    }

    public Problem(Grade grade, Kind kind, String place, String message, String remedy) {
        this(grade, kind, place, message, remedy, List.of());
    }

    Problem(Grade grade, Kind kind, String place, String message, String remedy, @Nullable Fix fix) {
        this(grade, kind, place, message, remedy, fix == null ? List.of() : List.of(fix));
    }

    public boolean isError() {
        return grade == Grade.ERROR;
    }

    @Override
    public String toString() {
        return (subject.isEmpty() ? "" : subject + ": ") + message + ". " + remedy + ".";
    }
}
