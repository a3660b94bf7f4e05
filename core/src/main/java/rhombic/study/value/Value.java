package rhombic.study.value;

import java.io.Serializable;
import rhombic.formula.Formula;

/** What an attribute holds: a number, a text or yes/no. */
public sealed interface Value extends Serializable {
    /** The kinds a value can have. */
    enum Kind {
        NUMBER("number"), TEXT("text"), YES_NO("yes/no");

        private final String word;

        Kind(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    /** As formulas see it. */
    Object asObject();

    Kind kind();

    record Num(double number) implements Value {
        public Num {
            if (!Double.isFinite(number)) {
                throw new StudyException("A number must be finite; got " + number);
            }
            if (number == 0) {
                number = 0.0; // no negative zero: it is written, compared and shown as 0
            }
        }

        @Override
        public Object asObject() {
            return number;
        }

        @Override
        public Kind kind() {
            return Kind.NUMBER;
        }

        @Override
        public String toString() {
            return Formula.plain(number);
        }
    }

    record Text(String text) implements Value {
        @Override
        public Object asObject() {
            return text;
        }

        @Override
        public Kind kind() {
            return Kind.TEXT;
        }

        @Override
        public String toString() {
            return text;
        }
    }

    record YesNo(boolean yes) implements Value {
        @Override
        public Object asObject() {
            return yes;
        }

        @Override
        public Kind kind() {
            return Kind.YES_NO;
        }

        @Override
        public String toString() {
            return yes ? "yes" : "no";
        }
    }

    /** Reads a value as it is typed: {@code yes} and {@code no}, then numbers, else text. */
    static Value parse(String typed) {
        String text = typed.strip();
        if (text.equalsIgnoreCase("yes") || text.equalsIgnoreCase("no")) {
            return new YesNo(text.equalsIgnoreCase("yes"));
        }
        return text.matches("[-+]?[0-9]*\\.?[0-9]+([eE][-+]?[0-9]{1,3})?") ? new Num(Double.parseDouble(text)) : new Text(text);
    }

    /** The value that a formula gave. */
    static Value of(Object object) {
        return switch (object) {
            case Number number -> new Num(number.doubleValue());
            case Boolean yes -> new YesNo(yes);
            default -> new Text(String.valueOf(object));
        };
    }
}
