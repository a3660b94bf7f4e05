package rhombic.plant.piece;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.BiConsumer;
import org.jspecify.annotations.Nullable;
import rhombic.formula.Formula;
import rhombic.study.value.Attribute;
import rhombic.study.value.Look;
import rhombic.study.value.PieceType;

/** The piece types of a plant, by number; every attribute name has one slot for all types. */
public final class TypeBook {
    private final List<PieceType> types;
    private final Map<String, Integer> numbers = new HashMap<>();
    private final Map<String, Integer> slots = new HashMap<>();
    private final @Nullable Object[][] usual;
    private final boolean[] loadCarriers;

    public TypeBook(List<PieceType> types) {
        this.types = types;
        for (PieceType type : types) {
            numbers.put(type.name(), numbers.size());
            type.attributes().forEach(attribute -> slots.putIfAbsent(attribute.name(), slots.size()));
        }
        usual = new Object[types.size()][slots.size()];
        loadCarriers = new boolean[types.size()];
        for (int i = 0; i < types.size(); i++) {
            loadCarriers[i] = types.get(i).loadCarrier();
            for (Attribute attribute : types.get(i).attributes()) {
                usual[i][Objects.requireNonNull(slots.get(attribute.name()))] = attribute.value().asObject();
            }
        }
    }

    public int count() {
        return types.size();
    }

    public String name(int type) {
        return types.get(type).name();
    }

    public boolean isLoadCarrier(int type) {
        return loadCarriers[type];
    }

    /** What it weighs with all that lies on it. */
    public double kilograms(Piece piece) {
        double sum = types.get(piece.type).weight().inBaseUnit();
        if (piece.load != null) {
            for (Piece on : piece.load) {
                sum += kilograms(on);
            }
        }
        return sum;
    }

    public int number(String name) {
        return numbers.getOrDefault(name, -1);
    }

    public List<String> names() {
        return new ArrayList<>(numbers.keySet().stream().sorted(Comparator.comparing(numbers::get)).toList());
    }

    /** The value of the attribute of that number; null if pieces of its type do not have it. */
    public @Nullable Object value(Piece piece, int slot) {
        @Nullable
        Object[] own = piece.values;
        Object set = own == null ? null : own[slot];
        return set == null ? usual[piece.type][slot] : set;
    }

    /** Number of an attribute; -1 if no type has it. */
    public int slot(String attribute) {
        return slots.getOrDefault(attribute, -1);
    }

    /** Says whether pieces of its type have the attribute and a value of that kind. */
    public boolean set(Piece piece, int slot, Object value) {
        Object before = slot < 0 ? null : usual[piece.type][slot];
        if (before == null || before.getClass() != value.getClass()) {
            return false;
        }
        @Nullable
        Object[] own = piece.values;
        if (own == null) {
            own = new Object[slots.size()];
            piece.values = own;
        }
        own[slot] = value;
        return true;
    }

    /** Tells every attribute whose value is the piece's own. */
    public void own(Piece piece, BiConsumer<String, String> told) {
        @Nullable
        Object[] values = piece.values;
        slots.forEach((attribute, slot) -> {
            Object value = values == null ? null : values[slot];
            if (value != null) {
                told.accept(attribute, Formula.plain(value));
            }
        });
    }

    /** Number of the look in its type; -1 if the type does not have it. */
    public int look(int type, String name) {
        List<Look> looks = types.get(type).looks();
        for (int i = 0; i < looks.size(); i++) {
            if (looks.get(i).name().equals(name)) {
                return i;
            }
        }
        return -1;
    }

    public String lookName(Piece piece) {
        return types.get(piece.type).looks().get(piece.look).name();
    }
}
