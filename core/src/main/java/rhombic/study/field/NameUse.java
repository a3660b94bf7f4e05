package rhombic.study.field;

/** Hears what a value names. */
public interface NameUse {
    void type(String name);

    void table(String name);

    void formula(String text);

    void equipment(String name);

    void calendar(String name);

    /** A crew, or a skill. */
    void skill(String name);
}
