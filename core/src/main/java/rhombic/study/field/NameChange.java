package rhombic.study.field;

/** A new name for something, as whatever names it sees the change. Each method gives the name that stands there now. */
public interface NameChange {
    String equipment(String name);

    String type(String name);

    String table(String name);

    String calendar(String name);

    /** The formula with the new name in it. */
    String formula(String text);
}
