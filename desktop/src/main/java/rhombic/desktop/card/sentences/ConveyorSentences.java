package rhombic.desktop.card.sentences;

import static rhombic.desktop.card.text.Sentence.Token.act;
import static rhombic.desktop.card.text.Sentence.Token.picked;
import static rhombic.desktop.card.text.Sentence.Token.typed;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import rhombic.desktop.card.text.Sentence;
import rhombic.desktop.card.text.Sentence.Part;
import rhombic.desktop.card.text.Sentence.Words;
import rhombic.desktop.card.text.Typed;
import rhombic.desktop.work.Belts;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Study;
import rhombic.study.kind.Conveyor;
import rhombic.study.place.ConveyorPath;
import rhombic.study.value.ShutTime;

/** What a conveyor does, and which way it goes, leg by leg. */
final class ConveyorSentences {
    private final Study study;
    private final Conveyor conveyor;

    private ConveyorSentences(Study study, Conveyor conveyor) {
        this.study = study;
        this.conveyor = conveyor;
    }

    static List<Sentence> of(Study study, Conveyor conveyor) {
        ConveyorSentences sentences = new ConveyorSentences(study, conveyor);
        List<Sentence> all = new ArrayList<>(List.of(sentences.way(), sentences.pace(), sentences.pieces()));
        all.addAll(FittingSentences.of(study, conveyor));
        return all;
    }

    private Sentence way() {
        List<Part> parts = new ArrayList<>(List.of(new Words("Runs ")));
        List<ConveyorPath.PathLeg> legs = conveyor.conveyorPath().legs();
        for (int i = 0; i < legs.size(); i++) {
            parts.add(leg(i, legs.get(i)));
            parts.add(new Words(i + 1 < legs.size() ? ", then " : legs.size() > 1 ? ", " : ". "));
        }
        if (legs.size() > 1) {
            parts.add(new Words(metres(Math.round(conveyor.conveyorPath().metres() * 1000) / 1000.0) + " in all. "));
        }
        parts.add(act("add straight", "+ straight", legs(all -> all.add(new ConveyorPath.PathLeg.Straight(2, 0)))));
        parts.add(act("add turn", "+ turn", legs(all -> all.add(new ConveyorPath.PathLeg.Arc(1, 90)))));
        parts.add(new Words(" "));
        parts.add(typed("cut", "+ cut in two", metres(Math.round(conveyor.conveyorPath().metres() * 5) / 10.0),
                "How far along it is cut, such as 3 m; what leads out goes to the second part",
                text -> study -> Belts.split(study, conveyor, length(text))));
        Belts.next(study, conveyor).ifPresent(next -> {
            parts.add(new Words(" "));
            parts.add(act("join", "join with " + next.name(), all -> Belts.joined(all, conveyor, next)));
        });
        return new Sentence(parts);
    }

    private Part leg(int index, ConveyorPath.PathLeg leg) {
        return switch (leg) {
            case ConveyorPath.PathLeg.Straight straight -> typed("leg " + (index + 1),
                    metres(straight.metres()) + " straight" + slope(straight.slopeDegrees()),
                    metres(straight.metres()) + (straight.slopeDegrees() == 0 ? "" : ", " + number(straight.slopeDegrees()) + "\u00b0"),
                    "A length such as 4 m, and if it slopes, by how much: 4 m, 3\u00b0; empty takes it out",
                    text -> replaced(index, text, parts -> new ConveyorPath.PathLeg.Straight(length(parts[0]),
                            parts.length > 1 ? Typed.degrees(parts[1]) : 0)));
            case ConveyorPath.PathLeg.Arc arc -> typed("leg " + (index + 1),
                    number(Math.abs(arc.turnDegrees())) + "\u00b0 to the " + (arc.turnDegrees() > 0 ? "left" : "right") + " about "
                            + metres(arc.radiusMetres()),
                    number(arc.turnDegrees()) + "\u00b0, " + metres(arc.radiusMetres()),
                    "Degrees to the left, negative to the right, and the radius: 90\u00b0, 1 m; empty takes it out",
                    text -> replaced(index, text,
                            parts -> new ConveyorPath.PathLeg.Arc(parts.length > 1 ? length(parts[1]) : arc.radiusMetres(),
                                    Typed.degrees(parts[0]))));
        };
    }

    private static String slope(double degrees) {
        return degrees == 0 ? "" : degrees > 0 ? " up by " + number(degrees) + "\u00b0" : " down by " + number(-degrees) + "\u00b0";
    }

    private UnaryOperator<Study> replaced(int index, String text, Function<String[], ConveyorPath.PathLeg> made) {
        return legs(all -> {
            if (text.isBlank()) {
                all.remove(index);
            } else {
                all.set(index, made.apply(text.split(",", 2)));
            }
        });
    }

    private interface LegChange {
        void on(List<ConveyorPath.PathLeg> legs);
    }

    /** The beginning stays where it is, whatever becomes of the way. */
    private UnaryOperator<Study> legs(LegChange change) {
        return change(now -> {
            List<ConveyorPath.PathLeg> legs = new ArrayList<>(now.conveyorPath().legs());
            change.on(legs);
            return now.continuing(new ConveyorPath(legs));
        });
    }

    private Sentence pace() {
        return new Sentence(new Words("Is "),
                picked("mode", conveyor.mode().word(), Arrays.stream(Conveyor.Mode.values()).map(Conveyor.Mode::word).toList(),
                        text -> change(c -> c.withMode(
                                Typed.choice(Conveyor.Mode.values(), Conveyor.Mode::word, text)))),
                new Words(conveyor.mode() == Conveyor.Mode.ACCUMULATING
                        ? ": pieces close up behind one that stands. Moves at "
                        : ": it stops as a whole behind one that stands. Moves at "),
                typed("speed", conveyor.speed().toString(), conveyor.speed().toString(), "A speed such as 0.3 m/s",
                        text -> change(c -> c.withSpeed(Quantity.parse(text, Dimension.SPEED)))),
                new Words(conveyor.acceleration().isPresent() ? ", gets there with " : ". "),
                typed("acceleration", conveyor.acceleration().map(Quantity::toString).orElse("+ acceleration"),
                        conveyor.acceleration().map(Quantity::toString).orElse(""),
                        "How fast the drive starts and stops, such as 0.5 m/s\u00b2; empty: at once",
                        text -> change(c -> c.withAcceleration(
                                text.isBlank() ? Optional.empty() : Optional.of(Quantity.parse(text, Dimension.ACCELERATION))))),
                new Words(conveyor.acceleration().isPresent() ? ". " : " "),
                typed("off times", conveyor.offTimes().isEmpty() ? "+ switch off" : "Is switched off " + ShutTime.text(conveyor.offTimes()),
                        ShutTime.text(conveyor.offTimes()), "Times from the start, such as 2 h to 2.5 h, 6 h on; empty for never",
                        text -> change(c -> c.withOffTimes(text.isBlank() ? List.of() : ShutTime.parse(text)))));
    }

    private Sentence pieces() {
        return new Sentence(new Words("Pieces lie "),
                picked("orientation", conveyor.orientation().word(),
                        Arrays.stream(Conveyor.Orientation.values()).map(Conveyor.Orientation::word).toList(),
                        text -> change(c -> c.withOrientation(
                                Typed.choice(Conveyor.Orientation.values(), Conveyor.Orientation::word, text)))),
                new Words(", at least "),
                typed("gap", conveyor.gap().toString(), conveyor.gap().toString(), "A distance such as 0.1 m; 0 m for none",
                        text -> change(c -> c.withGap(Quantity.parse(text, Dimension.LENGTH)))),
                new Words(" apart, on "),
                typed("lanes", conveyor.lanes() == 1 ? "1 lane" : conveyor.lanes() + " lanes", String.valueOf(conveyor.lanes()),
                        "How many lanes lie side by side; each stops by itself",
                        text -> change(c -> c.withLanes(Typed.whole(text, "The number of lanes")))),
                new Words(" "),
                typed("lane width", conveyor.width() + " wide", conveyor.width().toString(), "A width such as 0.8 m",
                        text -> change(c -> c.withWidth(Quantity.parse(text, Dimension.LENGTH)))),
                new Words(". "),
                typed("max pieces",
                        conveyor.maxPieces().isPresent()
                                ? "At most " + Typed.pieces(conveyor.maxPieces().getAsInt()) + " on a lane"
                                : "+ max. pieces",
                        conveyor.maxPieces().isPresent() ? String.valueOf(conveyor.maxPieces().getAsInt()) : "",
                        "Max. pieces on a lane; empty: as many as fit",
                        text -> change(c -> c.withMaxPieces(
                                text.isBlank() ? OptionalInt.empty() : OptionalInt.of(Typed.whole(text, "The max. pieces"))))),
                new Words(" "),
                typed("positions", positions(), typedPositions(),
                        "Positions of fixed length: 0.5 m, and, if it is known, how many: 0.5 m, 24; empty: pieces lie anywhere",
                        text -> change(c -> c.withIndexing(indexing(text)))),
                new Words(" "),
                typed("max weight", conveyor.maxWeight().map(max -> "Carries at most " + max).orElse("+ max. weight"),
                        conveyor.maxWeight().map(Quantity::toString).orElse(""), "Max. weight on it, such as 500 kg; empty: any",
                        text -> change(c -> c.withMaxWeight(
                                text.isBlank() ? Optional.empty() : Optional.of(Quantity.parse(text, Dimension.MASS))))));
    }

    private String positions() {
        return conveyor.indexing().pitch().map(pitch -> conveyor.indexing().positions().isPresent()
                ? conveyor.indexing().positions().getAsInt() + " positions of " + pitch
                : "Positions of " + pitch).orElse("+ positions");
    }

    private String typedPositions() {
        return conveyor.indexing().pitch().map(pitch -> conveyor.indexing().positions().isPresent()
                ? pitch + ", " + conveyor.indexing().positions().getAsInt()
                : pitch.toString()).orElse("");
    }

    private static Conveyor.Indexing indexing(String text) {
        if (text.isBlank()) {
            return Conveyor.Indexing.NONE;
        }
        String[] parts = text.split(",", 2);
        return new Conveyor.Indexing(Optional.of(Quantity.parse(parts[0].strip(), Dimension.LENGTH)),
                parts.length < 2 ? OptionalInt.empty() : OptionalInt.of(Typed.whole(parts[1].strip(), "The number of positions")));
    }

    private UnaryOperator<Study> change(UnaryOperator<Conveyor> change) {
        return study -> study.changed(conveyor.name(), e -> e instanceof Conveyor now ? change.apply(now) : e);
    }

    private static double length(String text) {
        return Quantity.parse(text.strip(), Dimension.LENGTH).inBaseUnit();
    }

    private static String metres(double metres) {
        return Quantity.metres(metres).toString();
    }

    private static String number(double value) {
        return Quantity.plain(value);
    }
}
