package rhombic.desktop.card.phrases;

import static rhombic.desktop.card.text.Sentence.Token.typed;

import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleFunction;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import rhombic.desktop.card.text.Sentence;
import rhombic.desktop.card.text.Sentence.Part;
import rhombic.desktop.card.text.Sentence.Words;
import rhombic.desktop.card.text.Typed;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Study;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Footprint;
import rhombic.study.place.PieceOffset;

/** How large an element is, how high it stands, and where pieces sit on it. */
public final class PlacementSentences {
    private final PlantElement element;

    private PlacementSentences(PlantElement element) {
        this.element = element;
    }

    public static List<Sentence> of(PlantElement element) {
        PlacementSentences sentences = new PlacementSentences(element);
        List<Sentence> all = new ArrayList<>(List.of(sentences.size()));
        if (!element.basics().pieceOffset().equals(PieceOffset.USUAL)) {
            all.add(sentences.pieceOffset());
        }
        return all;
    }

    private Sentence size() {
        Footprint size = element.footprint();
        double z = element.placement().zMetres();
        List<Part> parts = new ArrayList<>();
        if (element.hasOwnSize()) {
            parts.addAll(sides(size));
        }
        parts.addAll(List.of(new Words(element.hasOwnSize() ? " high and stands " : "Stands "),
                typed("z", z == 0 ? "on the floor" : metres(z) + " above it", metres(z),
                        "Height above the floor, such as 2.5 m; 0 m stands on it",
                        text -> change(e -> e.placed(e.placement().raisedTo(metres(text))))),
                new Words(". ")));
        if (element.basics().pieceOffset().equals(PieceOffset.USUAL) && element instanceof Equipment) {
            parts.add(Sentence.Token.act("seat", "+ where pieces sit",
                    change(e -> e.with(e.basics().withPieceOffset(new PieceOffset(0, 0, 0.1, 0))))));
        }
        return new Sentence(parts);
    }

    private List<Part> sides(Footprint size) {
        return List.of(new Words("Is "),
                side("length", size.lengthMetres(), metres -> new Footprint(metres, size.widthMetres(), size.heightMetres())),
                new Words(" long, "),
                side("width", size.widthMetres(), metres -> new Footprint(size.lengthMetres(), metres, size.heightMetres())),
                new Words(" wide, "),
                side("height", size.heightMetres(), metres -> new Footprint(size.lengthMetres(), size.widthMetres(), metres)));
    }

    private Part side(String id, double metres, DoubleFunction<Footprint> with) {
        return typed(id, metres(metres), metres(metres), "Such as 2.4 m; empty for the usual size of its kind",
                text -> size(text.isBlank() ? null : with.apply(metres(text))));
    }

    private UnaryOperator<Study> size(@Nullable Footprint size) {
        return change(e -> e.with(e.basics().withSize(size)));
    }

    private Sentence pieceOffset() {
        PieceOffset offset = element.basics().pieceOffset();
        return new Sentence(new Words("Pieces sit "),
                pieceOffset("seat x", offset.xMetres(),
                        x -> new PieceOffset(x, offset.yMetres(), offset.zMetres(), offset.headingDegrees())),
                new Words(" along the flow, "),
                pieceOffset("seat y", offset.yMetres(),
                        y -> new PieceOffset(offset.xMetres(), y, offset.zMetres(), offset.headingDegrees())),
                new Words(" to its left and "),
                pieceOffset("seat z", offset.zMetres(),
                        z -> new PieceOffset(offset.xMetres(), offset.yMetres(), z, offset.headingDegrees())),
                new Words(" above where they usually do, turned "),
                typed("piece heading", Typed.degreesText(offset.headingDegrees()), Typed.degreesText(offset.headingDegrees()),
                        "Anticlockwise, such as 90\u00b0",
                        text -> change(e -> e
                                .with(e.basics().withPieceOffset(
                                        new PieceOffset(offset.xMetres(), offset.yMetres(), offset.zMetres(), Typed.degrees(text)))))),
                new Words(". "),
                Sentence.Token.act("seat usual", "as usual", change(e -> e.with(e.basics().withPieceOffset(PieceOffset.USUAL)))));
    }

    private Part pieceOffset(String id, double metres, DoubleFunction<PieceOffset> with) {
        return typed(id, metres(metres), metres(metres), "A length such as 0.2 m, or -0.2 m the other way",
                text -> change(e -> e.with(e.basics().withPieceOffset(with.apply(metres(text))))));
    }

    private UnaryOperator<Study> change(UnaryOperator<PlantElement> change) {
        return study -> study.changed(element.name(), change);
    }

    private static double metres(String text) {
        return Quantity.parse(text, Dimension.LENGTH).inBaseUnit();
    }

    static String metres(double metres) {
        return Quantity.metres(Math.round(metres * 1000) / 1000.0).toString();
    }
}
