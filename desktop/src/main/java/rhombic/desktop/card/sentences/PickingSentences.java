package rhombic.desktop.card.sentences;

import static rhombic.desktop.card.text.Sentence.Token.act;
import static rhombic.desktop.card.text.Sentence.Token.picked;
import static rhombic.desktop.card.text.Sentence.Token.time;
import static rhombic.desktop.card.text.Sentence.Token.typed;

import java.util.Arrays;
import java.util.Optional;
import java.util.function.UnaryOperator;
import rhombic.chance.DistributionText;
import rhombic.desktop.card.text.Sentence;
import rhombic.desktop.card.text.Sentence.Words;
import rhombic.desktop.card.text.Typed;
import rhombic.study.Study;
import rhombic.study.kind.Rack;
import rhombic.study.rack.PickSequence;
import rhombic.study.rack.Picking;

/** What the card of a rack says of how people pick from it. */
final class PickingSentences {
    private static final String EVERYWHERE = "each in all aisles";
    private static final String ANY_ORDERS = "any number of orders";

    private final Rack rack;

    PickingSentences(Rack rack) {
        this.rack = rack;
    }

    Sentence sentence() {
        if (rack.picking().isEmpty()) {
            return new Sentence(new Words("Whoever fetches takes what goes out at its port. "),
                    act("add picking", "+ picked from its slots", picking(Optional.of(Picking.USUAL))));
        }
        Picking now = rack.picking().get();
        return new Sentence(new Words("Whoever fetches picks from its slots, going "),
                picked("pick sequence", now.sequence().word(), Arrays.stream(PickSequence.values()).map(PickSequence::word).toList(),
                        text -> picking(Optional.of(now.withSequence(Typed.choice(PickSequence.values(), PickSequence::word, text))))),
                new Words(", "),
                typed("orders per tour",
                        now.ordersPerTour() == 0 ? ANY_ORDERS : now.ordersPerTour() == 1 ? "1 order" : now.ordersPerTour() + " orders",
                        now.ordersPerTour() == 0 ? "" : String.valueOf(now.ordersPerTour()), "A whole number; empty: any number",
                        text -> picking(Optional.of(now.withOrdersPerTour(
                                text.isBlank() || text.strip().equals(ANY_ORDERS) ? 0 : Typed.whole(text, "The orders of a tour"))))),
                new Words(" in a tour, "),
                typed("aisles per zone", zones(now), now.aislesPerZone() == 0 ? "" : String.valueOf(now.aislesPerZone()),
                        "How many aisles each zone has, with people of its own who hand on what an order has got so far; empty: all pick everywhere",
                        text -> picking(Optional.of(now.withAislesPerZone(
                                text.isBlank() || text.strip().equals(EVERYWHERE) ? 0 : Typed.whole(text, "The aisles of a zone"))))),
                new Words(". Each place takes "),
                time("line time", now.lineTime().toString(), now.lineTime().toString(),
                        text -> picking(Optional.of(now.withLineTime(DistributionText.parse(text))))),
                new Words(", and each piece "),
                time("piece time", now.pieceTime().toString(), now.pieceTime().toString(),
                        text -> picking(Optional.of(now.withPieceTime(DistributionText.parse(text))))),
                new Words(" more ("), act("take out picking", "take it out", picking(Optional.empty())), new Words(")."));
    }

    private static String zones(Picking now) {
        return switch (now.aislesPerZone()) {
            case 0 -> EVERYWHERE;
            case 1 -> "in zones of 1 aisle, handed on";
            default -> "in zones of " + now.aislesPerZone() + " aisles, handed on";
        };
    }

    private UnaryOperator<Study> picking(Optional<Picking> picking) {
        return s -> s.changed(rack.name(), e -> ((Rack) e).withPicking(picking));
    }
}
