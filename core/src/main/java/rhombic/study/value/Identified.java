package rhombic.study.value;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.BiFunction;

/**
 * Something whose random draws depend on an id. The id is made once, when it comes into its list, and stays whatever becomes of its name
 * and place; it is never shown. A value that is in no list yet has an empty id.
 *
 * @param <T> the type itself
 */
public interface Identified<T> {
    int MAX_ID_LENGTH = 400;

    String id();

    T withId(String newId);

    /**
     * The list with an id for each item that lacks one. Ids that are there stay as they are.
     *
     * @param label of the items, as in <i>operations</i>
     * @param derived the id that an item without one is given, by its place from 0; if it is taken, with a number behind it
     * @throws StudyException if two items have the same id
     */
    static <T extends Identified<? extends T>> List<T> complete(List<? extends T> items, String label,
            BiFunction<T, Integer, String> derived) {
        Set<String> taken = new HashSet<>();
        boolean isComplete = true;
        for (T item : items) {
            if (item.id().isEmpty()) {
                isComplete = false;
            } else if (item.id().length() > MAX_ID_LENGTH) {
                throw new StudyException("An id must have at most " + MAX_ID_LENGTH + " characters; got " + item.id().length());
            } else if (!taken.add(item.id())) {
                throw new StudyException("Two " + label + " have the id \u201c" + item.id().replace('\u0000', ' ') + "\u201d: change one");
            }
        }
        if (isComplete) {
            return List.copyOf(items);
        }
        ArrayList<T> complete = new ArrayList<>(items.size());
        for (T item : items) {
            complete.add(item.id().isEmpty() ? item.withId(free(derived.apply(item, complete.size()), taken)) : item);
        }
        return List.copyOf(complete);
    }

    /** The smallest whole number from 0 that is no id there yet. */
    static String number(Set<String> taken) {
        int number = 0;
        while (taken.contains(Integer.toString(number))) {
            number++;
        }
        return Integer.toString(number);
    }

    /** The list with the smallest free numbers as ids where there are none. */
    static <T extends Identified<? extends T>> List<T> numbered(List<? extends T> items, String label) {
        Set<String> taken = new HashSet<>();
        items.forEach(item -> taken.add(item.id()));
        return complete(items, label, (item, place) -> {
            String number = number(taken);
            taken.add(number);
            return number;
        });
    }

    private static String free(String wanted, Set<String> taken) {
        String id = wanted;
        for (int i = 2; !taken.add(id); i++) {
            id = wanted + " " + i;
        }
        return id;
    }
}
