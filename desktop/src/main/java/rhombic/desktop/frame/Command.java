package rhombic.desktop.frame;

import java.util.Locale;

/**
 * Something that can be done, found by a few letters.
 *
 * @param keys how it is reached without looking; empty if it is not
 * @param placed the word of what it places; empty if it places nothing
 * @param does what Enter does when it is chosen
 */
record Command(String name, String keys, String placed, String does, Runnable action) {
    Command(String name, String keys, Runnable action) {
        this(name, keys, "", name.endsWith("\u2026") ? name.substring(0, name.length() - 1) : name, action);
    }

    /** Goes to an element that is there. */
    static Command toElement(String name, String kind, Runnable action) {
        return new Command(name, kind, "", "Select " + name + " and show it", action);
    }

    static Command placing(String word, String oneOf, Runnable action) {
        return new Command("Place " + oneOf, "", word, "Place " + oneOf + " at the pointer", action);
    }

    /** Lower is better; negative: the letters do not occur in this order. What can be placed comes first where things are placed. */
    int rank(String letters, boolean isBuilding) {
        int byWord = placed.isEmpty() ? -1 : match(placed, letters);
        if (isBuilding && byWord >= 0 && byWord < 3) {
            return byWord;
        }
        int byName = match(letters);
        return byName < 0 ? byName : byName + 3;
    }

    int match(String letters) {
        return match(name, letters);
    }

    private static int match(String name, String letters) {
        String wanted = letters.toLowerCase(Locale.ROOT).strip();
        String text = name.toLowerCase(Locale.ROOT);
        if (text.startsWith(wanted)) {
            return 0;
        }
        if (text.contains(" " + wanted)) {
            return 1;
        }
        if (text.contains(wanted)) {
            return 2;
        }
        int from = 0;
        for (char c : wanted.toCharArray()) {
            from = text.indexOf(c, from) + 1;
            if (from == 0) {
                return -1;
            }
        }
        return 3;
    }
}
