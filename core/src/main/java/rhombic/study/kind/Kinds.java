package rhombic.study.kind;

import java.util.List;
import java.util.Optional;
import rhombic.study.area.BreakArea;
import rhombic.study.area.ChargingArea;
import rhombic.study.area.ParkingArea;
import rhombic.study.area.Zone;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.field.Field;
import rhombic.study.field.FieldType;
import rhombic.study.field.NameChange;
import rhombic.study.field.NameUse;
import rhombic.study.site.Aisle;
import rhombic.study.site.Column;
import rhombic.study.site.Fence;
import rhombic.study.site.Wall;
import rhombic.study.value.PieceType;

/** All kinds of elements. */
public final class Kinds {
    /** In the order in which they are offered. */
    public static final List<Kind<?>> ALL = List.of(GoodsIn.KIND, Buffer.KIND, Conveyor.KIND, Station.KIND,
            AssemblyStation.KIND,
            UnpackingStation.KIND, Rack.KIND, StackerCrane.KIND, Dock.KIND, GoodsOut.KIND, Crew.KIND, BreakArea.KIND, Fleet.KIND,
            BridgeCrane.KIND,
            ChargingArea.KIND, ParkingArea.KIND,
            Zone.KIND, Aisle.KIND,
            Wall.KIND,
            Fence.KIND, Column.KIND);

    private Kinds() {}

    /** The first there is. */
    static String usualType(List<PieceType> types) {
        return types.isEmpty() ? "Piece" : types.getFirst().name();
    }

    public static Optional<Kind<?>> ofFileWord(String word) {
        return ALL.stream().filter(kind -> kind.fileWord().equals(word)).findFirst();
    }

    /** The element with new names in all its fields; its own name stays. */
    public static PlantElement renamed(PlantElement element, NameChange change) {
        return element.declaration().renamed(element, change);
    }

    /** Tells all that the element names. */
    public static void uses(PlantElement element, NameUse use) {
        element.declaration().uses(element, use);
    }

    /**
     * The element as one of another kind, with its name, place and whatever both kinds have in common.
     *
     * @throws rhombic.study.value.StudyException if what they have in common breaks a rule there
     */
    public static <E extends PlantElement> E changedTo(Kind<E> kind, PlantElement element) {
        E changed = kind.blank(element.basics());
        for (Field<E, ?> field : kind.fields()) {
            changed = taken(changed, field, element);
        }
        return changed;
    }

    private static <E extends PlantElement, V> E taken(E into, Field<E, V> field, PlantElement from) {
        return valueIn(from.declaration(), from, field.name(), field.type()).map(value -> field.with().apply(into, cast(field, value)))
                .orElse(into);
    }

    @SuppressWarnings("unchecked") // both fields have the same type, so their values are of one class
    private static <E extends PlantElement, V> V cast(Field<E, V> field, Object value) {
        return (V) value;
    }

    private static <F extends PlantElement> Optional<Object> valueIn(Kind<F> kind, PlantElement from, String name, FieldType<?> type) {
        F element = kind.type().cast(from);
        return kind.fields().stream().filter(field -> field.name().equals(name) && field.type().equals(type)).findFirst()
                .map(field -> (Object) field.of(element));
    }
}
