package rhombic.study.kind;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Function;
import rhombic.study.field.Field;
import rhombic.study.field.NameChange;
import rhombic.study.field.NameUse;
import rhombic.study.place.ConveyorPath;
import rhombic.study.place.FloorLine;
import rhombic.study.place.Placement;
import rhombic.study.value.Names;
import rhombic.study.value.PieceType;

/**
 * How one kind of element is declared: its word, its fields, and one with usual values to begin with. What reads, writes,
 * compares and renames elements follows from here.
 *
 */
public final class Kind<E extends PlantElement> {
    private static final Basics SOMEBODY = Basics.of("Somebody", Placement.at(0, 0));

    private final String word;
    private final Family family;
    private final Class<E> type;
    private final List<Field<E, ?>> fields;
    private final List<Field<E, ?>> allFields;
    private final Function<Basics, E> blank;
    private final BiFunction<Basics, List<PieceType>, E> fresh;

    /**
     * Declares a kind.
     *
     * @param word as WORDS.md has it
     * @param fields those that only this kind has, in the order in which they are written
     * @param blank makes one with the usual value in every field
     * @param fresh makes one as it is placed by hand: ready to run with the piece types there are
     */
    public Kind(String word, Family family, Class<E> type, List<Field<E, ?>> fields, Function<Basics, E> blank,
            BiFunction<Basics, List<PieceType>, E> fresh) {
        this.word = word;
        this.family = family;
        this.fresh = fresh;
        this.type = type;
        this.fields = List.copyOf(fields);
        this.blank = blank;
        List<Field<E, ?>> all = new ArrayList<>();
        SharedFields.of(blank.apply(SOMEBODY)).forEach(field -> all.add(narrowed(field)));
        all.addAll(fields);
        allFields = List.copyOf(all);
    }

    public String word() {
        return word;
    }

    /** With its article, as in "an assembly station". */
    public String oneOf() {
        boolean isCounted = family != Family.IN_OUT;
        return (!isCounted ? "" : "aeiou".indexOf(fileWord().charAt(0)) >= 0 ? "an " : "a ") + fileWord();
    }

    public Family family() {
        return family;
    }

    /** Whether it is drawn along a way, corner by corner, instead of being put down. */
    public boolean isDrawn() {
        return fields.stream().anyMatch(field -> field.type() == ConveyorPath.TYPE || field.type() == FloorLine.TYPE);
    }

    /** A new one as it is placed by hand, with a name that is not taken. */
    public E placed(Set<String> taken, List<PieceType> types, Placement at) {
        String name = Names.free(family == Family.IN_OUT ? word : word + " 1", taken);
        return fresh.apply(Basics.of(name, at), types);
    }

    public Class<E> type() {
        return type;
    }

    /** Those that only this kind has. */
    public List<Field<E, ?>> fields() {
        return fields;
    }

    /** One with the usual value in every field. */
    public E blank(Basics basics) {
        return blank.apply(basics);
    }

    /** As it stands in files. */
    public String fileWord() {
        return word.toLowerCase(Locale.ROOT);
    }

    /** All that can be set of it: what it shares with other kinds, then what only this kind has. */
    public List<Field<E, ?>> allFields() {
        return allFields;
    }

    public Optional<Field<E, ?>> field(String name) {
        return allFields.stream().filter(field -> field.name().equals(name)).findFirst();
    }

    private <V> Field<E, V> narrowed(Field<PlantElement, V> field) {
        return field.within(element -> element, (element, changed) -> type.cast(changed));
    }

    /** The element, which is of this kind, with new names in all its fields. */
    E renamed(PlantElement element, NameChange change) {
        E changed = type.cast(element);
        for (Field<E, ?> field : allFields) {
            changed = field.renamed(changed, change);
        }
        return changed;
    }

    void uses(PlantElement element, NameUse use) {
        E one = type.cast(element);
        allFields.forEach(field -> field.uses(one, use));
    }
}
