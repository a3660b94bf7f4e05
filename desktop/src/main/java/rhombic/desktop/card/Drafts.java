package rhombic.desktop.card;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import rhombic.desktop.card.text.Sentence;

/** What was typed or pasted and not used yet: it is kept when its editor folds, and is there again when it unfolds. */
final class Drafts {
    private final Map<String, Object> kept = new HashMap<>();

    /** Of one token of one subject. */
    record Slot(Drafts drafts, String key) {
        Optional<String> text() {
            return drafts.kept.get(key) instanceof String text ? Optional.of(text) : Optional.empty();
        }

        Optional<Sentence.Filled> filled() {
            return drafts.kept.get(key) instanceof Sentence.Filled filled ? Optional.of(filled) : Optional.empty();
        }

        void keep(String text) {
            drafts.kept.put(key, text);
        }

        void keep(Sentence.Filled filled) {
            drafts.kept.put(key, filled);
        }

        void drop() {
            drafts.kept.remove(key);
        }

        boolean isKept() {
            return drafts.kept.containsKey(key);
        }
    }

    Slot of(String subject, String token) {
        return new Slot(this, subject + "\u0000" + token);
    }

    void clear() {
        kept.clear();
    }
}
