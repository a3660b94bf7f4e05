package rhombic.desktop.card.phrases;

import java.util.function.UnaryOperator;
import rhombic.study.Study;
import rhombic.study.kind.Basics;
import rhombic.study.kind.PlantElement;

/** A study in which an element is another than before. */
public final class Changed {
    private Changed() {}

    /** With other basics. */
    public static UnaryOperator<Study> basics(PlantElement element, UnaryOperator<Basics> change) {
        return study -> study.changed(element.name(), now -> now.with(change.apply(now.basics())));
    }
}
