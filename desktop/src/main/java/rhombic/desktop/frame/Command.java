package rhombic.desktop.frame;

import java.util.Locale;

/**
 * Something that can be done, found by a few letters.
 *
 * @param keys how it is reached without looking; empty if it is not
 */
record Command(String name, String keys, Runnable action) {

    /** Lower is better; negative: the letters do not occur in this order. */
    int match(String letters) {
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
