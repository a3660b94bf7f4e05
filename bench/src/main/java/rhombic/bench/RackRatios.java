package rhombic.bench;

import java.lang.ref.Reference;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import org.jspecify.annotations.Nullable;
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
        Study moved = study(1000, SlotChoice.RANDOM, 0);
        keeps("a load that a crane stores", moved.withLinks(moved.links().subList(0, 1)));
        keeps("a load that lies there from the start", study(1000, SlotChoice.RANDOM, 80_000).withLinks(List.of()));
    }

    /** What a load of the only rack keeps, without a trace and in it; in the second round, when all that is made once is there. */
    private static void keeps(String load, Study study) {
        double without = 0;
        double with = 0;
        for (int round = 0; round < 2; round++) {
            without = bytes(study, null);
            with = bytes(study, new TraceWriter(study.elements().size(), study.links().size()));
        }
        say("%s keeps %.0f bytes in a run, and %.0f more in its trace (asked: at most 150)", load, without, with - without);
    }

    private static double bytes(Study study, @Nullable TraceWriter writer) {
        long before = Ratios.usedBytes();
        Plant plant = Plant.build(Blueprint.of(study), 1, writer);
        plant.advance(study.plan().length().nanos(), () -> false);
        if (writer != null) {
            writer.publish(plant.now());
        }
        long used = Ratios.usedBytes() - before;
        RackFigures rack = plant.figures().racks().getFirst();
        Reference.reachabilityFence(plant);
        return (double) used / rack.contentMax();
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
