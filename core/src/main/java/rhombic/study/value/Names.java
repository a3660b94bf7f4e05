package rhombic.study.value;

import java.util.Set;

/** What a name may be, and how a free one is found. */
public final class Names {
    public static final int MAX_LENGTH = 80;

    private Names() {}

    /** Returns the name; fails if it is blank, too long, or has blanks at its ends or control characters. */
    public static String checked(String name) {
        if (name.isBlank()) {
            throw new StudyException("A name must have at least one visible character");
        }
        if (name.length() > MAX_LENGTH) {
            throw new StudyException("A name must have at most " + MAX_LENGTH + " characters; got " + name.length());
        }
        if (!name.equals(name.strip()) || name.chars().anyMatch(Character::isISOControl)) {
            throw new StudyException(
                    "A name must not begin or end with a blank or contain a line break; got \u201c" + name.strip() + "\u201d");
        }
        if (name.codePoints().anyMatch(c -> c >= Character.MIN_SURROGATE && c <= Character.MAX_SURROGATE)) {
            throw new StudyException("A name must not hold half a character; type it anew");
        }
        return name;
    }

    /** The wanted name, or the first of "wanted 2", "wanted 3", … that is not taken. */
    public static String free(String wanted, Set<String> taken) {
        if (!taken.contains(wanted)) {
            return wanted;
        }
        String stem = wanted.replaceFirst(" \\d+$", "");
        for (int i = 2;; i++) {
            String suffix = " " + i;
            int end = Math.min(stem.length(), MAX_LENGTH - suffix.length());
            if (end < stem.length() && Character.isHighSurrogate(stem.charAt(end - 1))) {
                end--;
            }
            String candidate = stem.substring(0, end) + suffix;
            if (!taken.contains(candidate)) {
                return candidate;
            }
        }
    }
}
