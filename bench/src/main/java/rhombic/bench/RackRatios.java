package rhombic.bench;

import java.lang.ref.Reference;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import rhombic.chance.DistributionText;
import rhombic.measure.RackFigures;
import rhombic.plant.Plant;
import rhombic.plant.blueprint.Blueprint;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.RunPlan;
import rhombic.study.Study;
import rhombic.study.kind.Basics;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.Rack;
import rhombic.study.kind.StackerCrane;
import rhombic.study.place.Placement;
import rhombic.study.rack.LevelHeights;
import rhombic.study.rack.RackStock;
import rhombic.study.rack.SlotChoice;
import rhombic.study.value.PieceType;
import rhombic.study.work.Supply;
import rhombic.trace.TraceWriter;

/** A large rack against a small one, and what a stored load keeps. */
final class RackRatios {
    private static final int LEVELS = 50;
    private static final int ROUNDS = 6;
    private static final double HOURS = 20;

    private RackRatios() {}

    static void all() {
        for (SlotChoice rule : List.of(SlotChoice.NEAREST, SlotChoice.RANDOM)) {
            double small = Double.MAX_VALUE;
            double large = Double.MAX_VALUE;
            for (int round = 0; round < ROUNDS; round++) {
                small = Math.min(small, nanosForALoad(10, rule));
                large = Math.min(large, nanosForALoad(1000, rule));
            }
            say("a load stored and fetched, %s: %.0f ns in 1,000 slots, %.0f ns in 100,000; %.2f times (asked: at most 2)", rule.word(),
                    small,
                    large, large / small);
        }
        Study study = study(1000, SlotChoice.RANDOM, 0);
        Study filled = study.changed("Out", element -> element).withLinks(study.links().subList(0, 1));
        long before = Ratios.usedBytes();
        TraceWriter writer = new TraceWriter(filled.elements().size(), filled.links().size());
        Plant watched = Plant.build(Blueprint.of(filled), 1, writer);
        watched.advance(filled.plan().length().nanos(), () -> false);
        writer.publish(watched.now());
        long withTrace = Ratios.usedBytes() - before;
        long stored = watched.figures().racks().getFirst().stored();
        before = Ratios.usedBytes();
        Plant plain = Plant.build(Blueprint.of(filled), 1, null);
        plain.advance(filled.plan().length().nanos(), () -> false);
        long without = Ratios.usedBytes() - before;
        say("a stored load keeps %.0f bytes in a run, and %.0f more in its trace (asked: at most 150)", (double) without / stored,
                (double) (withTrace - without) / stored);
        Reference.reachabilityFence(watched);
        Reference.reachabilityFence(plain);
    }

    private static double nanosForALoad(int bays, SlotChoice rule) {
        Study study = study(bays, rule, bays * LEVELS);
        Plant plant = Plant.build(Blueprint.of(study), 1, null);
        long begins = System.nanoTime();
        plant.advance(study.plan().length().nanos(), () -> false);
        double nanos = System.nanoTime() - begins;
        RackFigures figures = plant.figures().racks().getFirst();
        return nanos / figures.stored();
    }

    /** One aisle, both sides, its crane always busy. */
    private static Study study(int bays, SlotChoice rule, int stock) {
        Quantity fast = Quantity.parse("40 m/s", Dimension.SPEED);
        Rack rack = Rack.KIND.blank(Basics.of("Rack", Placement.at(0, 0)))
                .withLayout(
                        l -> l.withBays(bays).withBayPitch(Quantity.metres(0.1)).withLevels(LevelHeights.of(LEVELS, Quantity.metres(0.1))))
                .withStoring(s -> s.withSlotRule(rule)).withStock(stock == 0 ? List.of() : List.of(new RackStock("Piece", stock)));
        StackerCrane crane = StackerCrane.KIND.blank(Basics.of("Crane", Placement.at(0, 20))).withRack("Rack")
                .withDriving(d -> d.withTravel(axis -> axis.with(fast)).withLift(axis -> axis.with(fast))
                        .withTravel(axis -> axis.with(Optional.empty()))
                        .withLift(axis -> axis.with(Optional.empty())))
                .withCycles(c -> c.withForkTime(DistributionText.parse("0.2 s")));
        PieceType small = new PieceType("Piece", Quantity.metres(0.05), Quantity.metres(0.05), Quantity.metres(0.05), "#2E7F9E");
        return new Study("Rack", RunPlan.ONE_SHIFT.withLength(Quantity.hours(HOURS)), List.of(small),
                List.of(new GoodsIn("In", Placement.at(-9, 0), "Piece", Optional.of(new Supply.OnDemand()), GoodsIn.WhenFull.WAIT,
                        OptionalInt.empty()), rack, new GoodsOut("Out", Placement.at(-9, 5)), crane),
                List.of(new Link("In", "Rack"), new Link("Rack", "Out")));
    }

    private static void say(String text, Object... values) {
        System.out.printf(Locale.ROOT, text + "%n", values);
    }
}
