package rhombic.study.field;

/** What a text in a study means. */
public enum Reference {
    /** Nothing: any text. */
    NOTHING {
        @Override
        void report(String text, NameUse use) {}

        @Override
        String renamed(String text, NameChange change) {
            return text;
        }
    },
    /** The name of what has the text. */
    OWN_NAME {
        @Override
        void report(String text, NameUse use) {}

        @Override
        String renamed(String text, NameChange change) {
            return text;
        }
    },
    /** A piece type, by name. */
    PIECE_TYPE {
        @Override
        void report(String text, NameUse use) {
            use.type(text);
        }

        @Override
        String renamed(String text, NameChange change) {
            return change.type(text);
        }
    },
    /** A piece type, by name, or any of them. */
    PART_TYPE {
        @Override
        void report(String text, NameUse use) {
            if (!text.equals(ANY)) {
                use.type(text);
            }
        }

        @Override
        String renamed(String text, NameChange change) {
            return text.equals(ANY) ? text : change.type(text);
        }
    },
    /** A value that may be the name of a piece type: it follows its new name, but it needs not be one. */
    MAYBE_PIECE_TYPE {
        @Override
        void report(String text, NameUse use) {}

        @Override
        String renamed(String text, NameChange change) {
            return change.type(text);
        }
    },
    /** A table, by name. */
    TABLE {
        @Override
        void report(String text, NameUse use) {
            use.table(text);
        }

        @Override
        String renamed(String text, NameChange change) {
            return change.table(text);
        }
    },
    /** A formula, whatever it names. */
    FORMULA {
        @Override
        void report(String text, NameUse use) {
            use.formula(text);
        }

        @Override
        String renamed(String text, NameChange change) {
            return change.formula(text);
        }
    },
    /** An element, by name. */
    ELEMENT {
        @Override
        void report(String text, NameUse use) {
            use.equipment(text);
        }

        @Override
        String renamed(String text, NameChange change) {
            return change.equipment(text);
        }
    },
    /** A calendar, by name. */
    CALENDAR {
        @Override
        void report(String text, NameUse use) {
            use.calendar(text);
        }

        @Override
        String renamed(String text, NameChange change) {
            return change.calendar(text);
        }
    },
    /** A crew, or a skill that people of any crew have. */
    SKILL {
        @Override
        void report(String text, NameUse use) {
            use.skill(text);
        }

        @Override
        String renamed(String text, NameChange change) {
            return change.equipment(text);
        }
    };

    /** Stands for a piece of any type. */
    public static final String ANY = "any";

    /** Whether something is named by it. */
    public boolean isName() {
        return this != NOTHING && this != OWN_NAME;
    }

    abstract void report(String text, NameUse use);

    abstract String renamed(String text, NameChange change);
}
