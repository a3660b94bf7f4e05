package rhombic.study.field;

/** What a text in a study means. */
public enum Reference {
    /** Nothing: any text. */
    NOTHING,
    /** The name of what has the text. */
    OWN_NAME,
    /** A piece type, by name. */
    PIECE_TYPE,
    /** A piece type, by name, or any of them. */
    PART_TYPE,
    /** A value that may be the name of a piece type: it follows its new name, but it needs not be one. */
    MAYBE_PIECE_TYPE,
    /** A table, by name. */
    TABLE,
    /** A formula, whatever it names. */
    FORMULA,
    /** An element, by name. */
    ELEMENT,
    /** A calendar, by name. */
    CALENDAR,
    /** A crew, or a skill that people of any crew have. */
    SKILL;

    /** Stands for a piece of any type. */
    public static final String ANY = "any";

    /** Whether something is named by it. */
    public boolean isName() {
        return this != NOTHING && this != OWN_NAME;
    }

    void report(String text, NameUse use) {
        switch (this) {
            case NOTHING, OWN_NAME, MAYBE_PIECE_TYPE -> {}
            case PIECE_TYPE -> use.type(text);
            case PART_TYPE -> {
                if (!text.equals(ANY)) {
                    use.type(text);
                }
            }
            case TABLE -> use.table(text);
            case FORMULA -> use.formula(text);
            case ELEMENT -> use.equipment(text);
            case CALENDAR -> use.calendar(text);
            case SKILL -> use.skill(text);
        }
    }

    String renamed(String text, NameChange change) {
        return switch (this) {
            case NOTHING, OWN_NAME -> text;
            case PIECE_TYPE, MAYBE_PIECE_TYPE -> change.type(text);
            case PART_TYPE -> text.equals(ANY) ? text : change.type(text);
            case TABLE -> change.table(text);
            case FORMULA -> change.formula(text);
            case ELEMENT, SKILL -> change.equipment(text);
            case CALENDAR -> change.calendar(text);
        };
    }
}
