package rhombic.study.change;

import java.io.Serializable;
import java.util.Optional;
import rhombic.study.Study;
import rhombic.study.kind.Kind;
import rhombic.study.kind.PlantElement;

/**
 * Names one value of a study.
 *
 * @param cell path of the cells it lies in, from the outermost; empty outside of cells
 * @param element id of the equipment
 * @param field as its kind declares it
 */
public record Address(String cell, String element, String field) implements Serializable {
    public static Address of(PlantElement element, String field) {
        return new Address("", element.id(), field);
    }

    /** The value there, if the study has it. */
    public Optional<Object> value(Study study) {
        return study.elements().stream().filter(e -> e.id().equals(element)).findFirst().flatMap(e -> value(e.declaration(), e));
    }

    private <E extends PlantElement> Optional<Object> value(Kind<E> kind, PlantElement e) {
        return kind.field(field).map(found -> (Object) found.of(kind.type().cast(e)));
    }

    @Override
    public String toString() {
        return (cell.isEmpty() ? "" : cell + "/") + element + "/" + field;
    }
}
