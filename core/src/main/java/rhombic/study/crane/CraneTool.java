package rhombic.study.crane;

import java.io.Serializable;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Distribution;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.value.Names;
import rhombic.study.value.StudyException;

/**
 * What a hall crane grips some pieces with: a hook, a clamp, a magnet.
 *
 * @param name of the tool
 * @param types of the pieces that are gripped with it
 * @param pickUpTime to grip a piece; empty: what it takes the crane
 * @param setDownTime to release it; empty: what it takes the crane
 */
public record CraneTool(String name, List<String> types, Optional<Distribution> pickUpTime,
        Optional<Distribution> setDownTime) implements Serializable {
    public static final Composite<CraneTool> TYPE = Composite.of("craneTool", tool -> {
        var name = tool.required("name", "Of the tool.", FieldType.TEXT, CraneTool::name);
        var types = tool.required("types", "Of the pieces that are gripped with it.", new FieldType.Several<>(FieldType.PIECE_TYPE),
                CraneTool::types);
        var pickUp = tool.maybe("pickUpTime", "To grip a piece; missing: what it takes the crane.", FieldType.DURATION,
                CraneTool::pickUpTime);
        var setDown = tool.maybe("setDownTime", "To release it; missing: what it takes the crane.", FieldType.DURATION,
                CraneTool::setDownTime);
        return v -> new CraneTool(v.get(name), v.get(types), v.get(pickUp), v.get(setDown));
    });

    public CraneTool {
        if (name.isBlank()) {
            throw new StudyException("A tool of a crane needs a name");
        }
        types = List.copyOf(types);
        types.forEach(Names::checked);
    }

    /** Optional values can't be serialised, so this stands in for the record on its way. */
    private record Stored(String name, List<String> types, @Nullable Distribution pickUpTime,
            @Nullable Distribution setDownTime) implements Serializable {
        private Object readResolve() {
            return new CraneTool(name, types, Optional.ofNullable(pickUpTime), Optional.ofNullable(setDownTime));
        }
    }

    private Object writeReplace() {
        return new Stored(name, types, pickUpTime.orElse(null), setDownTime.orElse(null));
    }
}
