package rhombic.desktop.card.sentences;

import static rhombic.desktop.card.text.Sentence.Token.picked;
import static rhombic.desktop.card.text.Sentence.Token.time;
import static rhombic.desktop.card.text.Sentence.Token.typed;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import rhombic.chance.DistributionText;
import rhombic.desktop.card.phrases.AxisWords;
import rhombic.desktop.card.phrases.DutySentences;
import rhombic.desktop.card.phrases.FailureSentences;
import rhombic.desktop.card.text.Sentence;
import rhombic.desktop.card.text.Sentence.Token;
import rhombic.desktop.card.text.Sentence.Words;
import rhombic.desktop.card.text.Typed;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Study;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Rack;
import rhombic.study.kind.StackerCrane;
import rhombic.study.rack.AisleTransfer;
import rhombic.study.rack.CraneCycles;
import rhombic.study.rack.RackLayout;
import rhombic.study.rack.TransferPoint;

/** What the card of stacker cranes says. */
final class CraneSentences {
    private static final String NO_RACK = "no rack yet";
    private static final String IN_THEIR_AISLE = "stays in its aisle";

    private final Study study;
    private final StackerCrane crane;

    private CraneSentences(Study study, StackerCrane crane) {
        this.study = study;
        this.crane = crane;
    }

    static List<Sentence> of(Study study, StackerCrane crane) {
        CraneSentences sentences = new CraneSentences(study, crane);
        List<Sentence> all = new ArrayList<>(List.of(sentences.served(), sentences.moving(), sentences.fork(), sentences.cycles(),
                sentences.transfer()));
        all.add(DutySentences.calendarOf(study, crane));
        FailureSentences failures = FailureSentences.of(study, crane);
        all.addAll(failures.all());
        all.add(new Sentence(failures.add()));
        return all;
    }

    private Sentence served() {
        List<String> racks = new ArrayList<>(
                study.all(Rack.class).stream().map(PlantElement::name).toList());
        racks.add(NO_RACK);
        return new Sentence(
                typed("cranes", String.valueOf(crane.cranes()), String.valueOf(crane.cranes()),
                        "A whole number from 1 to " + RackLayout.MAX_AISLES
                                + ", one for each aisle, or fewer if a transfer takes them from aisle to aisle",
                        text -> crane(c -> c.withCranes(Typed.whole(text, "The cranes of a rack")))),
                new Words(crane.cranes() == 1 ? " crane serves the aisle of " : " cranes serve the aisles of "),
                picked("rack", crane.rack().isEmpty() ? NO_RACK : crane.rack(), racks,
                        text -> crane(c -> c.withRack(text.equals(NO_RACK) ? "" : text))),
                new Words("."));
    }

    private Sentence moving() {
        AxisWords travel = new AxisWords(crane.driving().travel(), axis -> crane(c -> c.withDriving(d -> d.withTravel(axis))));
        AxisWords lift = new AxisWords(crane.driving().lift(), axis -> crane(c -> c.withDriving(d -> d.withLift(axis))));
        return new Sentence(new Words("They travel at "), travel.speed("speed"), new Words(", speed up and brake "),
                travel.acceleration("acceleration"), new Words(", and lift meanwhile at "), lift.speed("lift speed"),
                new Words(", reached "),
                lift.acceleration("lift acceleration"), new Words("."));
    }

    private Sentence fork() {
        CraneCycles cycles = crane.cycles();
        return new Sentence(new Words("Each takes "),
                typed("loads", cycles.loads() == 1 ? "1 load" : cycles.loads() + " loads", String.valueOf(cycles.loads()),
                        "A whole number from 1 to " + CraneCycles.MAX_LOADS + "; each has a fork of its own",
                        text -> crane(c -> c.withCycles(y -> y.withLoads(Typed.whole(text, "The loads that a crane takes at a time"))))),
                new Words(" at a time. To pick "), new Words(cycles.loads() == 1 ? "it" : "one"),
                new Words(" up or to set it down takes "),
                time("fork time", cycles.forkTime().toString(), cycles.forkTime().toString(),
                        text -> crane(c -> c.withCycles(y -> y.withForkTime(DistributionText.parse(text))))),
                new Words(", and "),
                time("deep time", cycles.deepTime().isAlwaysZero() ? "no more" : cycles.deepTime() + " more", cycles.deepTime().toString(),
                        text -> crane(c -> c.withCycles(y -> y.withDeepTime(DistributionText.parse(text))))),
                new Words(" for each place farther back in a slot."));
    }

    private Sentence cycles() {
        CraneCycles cycles = crane.cycles();
        return new Sentence(new Words("They work "),
                picked("cycle", cycles.rule().word(), Arrays.stream(CraneCycles.Cycle.values()).map(CraneCycles.Cycle::word).toList(),
                        text -> crane(c -> c.withCycles(
                                y -> y.withRule(Typed.choice(CraneCycles.Cycle.values(), CraneCycles.Cycle::word, text))))),
                new Words(". With nothing to do they "),
                picked("dwell", cycles.dwell().word(), Arrays.stream(CraneCycles.Dwell.values()).map(CraneCycles.Dwell::word).toList(),
                        text -> crane(c -> c.withCycles(
                                y -> y.withDwell(Typed.choice(CraneCycles.Dwell.values(), CraneCycles.Dwell::word, text))))),
                new Words("."));
    }

    private Sentence transfer() {
        Optional<AisleTransfer> by = crane.transfer();
        List<String> ends = new ArrayList<>(Arrays.stream(TransferPoint.End.values()).map(CraneSentences::byTransfer).toList());
        ends.add(IN_THEIR_AISLE);
        Token where = picked("transfer", by.map(one -> byTransfer(one.end())).orElse(IN_THEIR_AISLE), ends,
                text -> crane(c -> c.withTransfer(text.equals(IN_THEIR_AISLE)
                        ? Optional.empty()
                        : Optional.of(c.transfer().orElse(AisleTransfer.USUAL)
                                .withEnd(Typed.choice(TransferPoint.End.values(), CraneSentences::byTransfer, text))))));
        if (by.isEmpty()) {
            return new Sentence(new Words("Each "), where, new Words("."));
        }
        AisleTransfer transfer = by.get();
        return new Sentence(new Words("Each "), where, new Words(", which runs at "),
                typed("transfer speed", transfer.speed().toString(), transfer.speed().toString(), "A speed, such as 0.5 m/s",
                        text -> transfer(t -> t.withSpeed(Quantity.parse(text, Dimension.SPEED)))),
                new Words("; to drive onto it, and off it, takes "),
                typed("drive on", transfer.driveOnTime().toString(), transfer.driveOnTime().toString(), "A time, such as 30 s",
                        text -> transfer(t -> t.withDriveOnTime(Quantity.parse(text, Dimension.TIME)))),
                new Words(". It leaves when nothing is left to do there, or after "),
                typed("cycles", transfer.maxCycles() == 1 ? "1 cycle" : transfer.maxCycles() + " cycles",
                        String.valueOf(transfer.maxCycles()),
                        "A whole number of cycles, at least 1",
                        text -> transfer(t -> t.withMaxCycles(Typed.whole(text, "The cycles in an aisle")))),
                new Words(" if another aisle waits."));
    }

    private static String byTransfer(TransferPoint.End end) {
        return "changes aisles by a transfer " + end.word();
    }

    private UnaryOperator<Study> transfer(UnaryOperator<AisleTransfer> change) {
        return crane(c -> c.withTransfer(c.transfer().map(change)));
    }

    private UnaryOperator<Study> crane(UnaryOperator<StackerCrane> change) {
        return s -> s.changed(crane.name(), e -> change.apply((StackerCrane) e));
    }
}
