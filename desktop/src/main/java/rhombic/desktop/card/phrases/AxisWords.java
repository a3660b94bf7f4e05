package rhombic.desktop.card.phrases;

import static rhombic.desktop.card.text.Sentence.Token.typed;

import java.util.Optional;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import rhombic.desktop.card.text.Sentence.Part;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Study;
import rhombic.study.place.AxisDriving;

/** What cards say of how a crane moves in one direction. */
public final class AxisWords {
    private static final String AT_ONCE = "at once";

    private final AxisDriving now;
    private final Function<AxisDriving, UnaryOperator<Study>> change;

    /** @param change of the study to one in which the crane moves like that */
    public AxisWords(AxisDriving now, Function<AxisDriving, UnaryOperator<Study>> change) {
        this.now = now;
        this.change = change;
    }

    public Part speed(String id) {
        return typed(id, now.speed().toString(), now.speed().toString(), "A speed such as 0.8 m/s",
                text -> change.apply(now.with(Quantity.parse(text, Dimension.SPEED))));
    }

    public Part acceleration(String id) {
        return typed(id, now.acceleration().map(value -> "by " + value).orElse(AT_ONCE),
                now.acceleration().map(Quantity::toString).orElse(""),
                "Such as 0.5 m/s\u00b2; empty: at once",
                text -> change.apply(text.isBlank() || text.strip().equals(AT_ONCE)
                        ? now.atOnce()
                        : now.with(Optional.of(Quantity.parse(text, Dimension.ACCELERATION)))));
    }
}
