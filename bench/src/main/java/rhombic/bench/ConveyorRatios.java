package rhombic.bench;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import rhombic.chance.DistributionText;
import rhombic.experiment.LiveRun;
import rhombic.plant.Plant;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.RunPlan;
import rhombic.study.Study;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.place.ConveyorPath;
import rhombic.study.place.Placement;
import rhombic.study.value.PieceType;
import rhombic.study.work.Supply;

/** What a piece on a conveyor costs, however many there are. */
final class ConveyorRatios {
    private static final Placement AT = Placement.at(0, 0);
    private static final int ROUNDS = 5;
    private static final int LANES = 16;

    private ConveyorRatios() {}

    static void all() {
        double few = Double.MAX_VALUE;
        double many = Double.MAX_VALUE;
        for (int i = 0; i < ROUNDS; i++) {
            few = Math.min(few, nanosForAPiece(10));
            many = Math.min(many, nanosForAPiece(10_000));
        }
        say("a piece on a full conveyor that stops and goes with each: %.0f ns with 10 on it, %.0f ns with 10,000, %.2f times (asked: at most 1.5)",
                few, many, many / few);
        memory();
        candles();
    }

    /** Ten full conveyors of ten thousand pieces each, which then stand. */
    private static void memory() {
        List<PlantElement> elements = new ArrayList<>();
        List<Link> links = new ArrayList<>();
        for (int i = 0; i < 10; i++) {
            elements.add(
                    new GoodsIn("In " + i, AT, "Piece", Optional.of(new Supply.OnDemand()), GoodsIn.WhenFull.WAIT, OptionalInt.empty()));
            elements.add(Conveyor.usual(Basics.of("Belt " + i, AT), ConveyorPath.straight(1000)).withGap(metres("0.4 m"))
                    .withSpeed(speed("2 m/s"))
                    .withLanes(10));
            links.add(new Link("In " + i, "Belt " + i));
        }
        Study study = new Study("Full", RunPlan.ONE_SHIFT, List.of(PieceType.usual("Piece")), elements, links);
        Plant plant = Plant.build(study, 1, null);
        long before = Ratios.usedBytes();
        plant.advance(study.plan().length().nanos(), () -> false);
        long used = Ratios.usedBytes() - before;
        say("a piece on a conveyor takes %.0f bytes, %d of them (asked: at most 200)", (double) used / plant.figures().inside(),
                plant.figures().inside());
    }

    /** A full conveyor in front of a station that takes one piece after the other: all stop and start with each. */
    private static double nanosForAPiece(int pieces) {
        Conveyor belt = Conveyor.usual(Basics.of("Belt", AT), ConveyorPath.straight(1)).withGap(metres("0.4 m")).withSpeed(speed("2 m/s"));
        Conveyor full = pieces <= 1000
                ? belt.withConveyorPath(ConveyorPath.straight(pieces))
                : belt.withConveyorPath(new ConveyorPath(
                        Collections.nCopies(pieces / 1000, new ConveyorPath.PathLeg.Straight(1000, 0))));
        Study study = new Study("Full", RunPlan.ONE_SHIFT.withLength(Quantity.hours(200)), List.of(PieceType.usual("Piece")),
                List.of(new GoodsIn("In", AT, "Piece", Optional.of(new Supply.OnDemand()), GoodsIn.WhenFull.WAIT, OptionalInt.empty()),
                        full,
                        new Station("S", AT, 1, 0, Optional.of(DistributionText.parse("1 s"))), new GoodsOut("Out", AT)),
                List.of(new Link("In", "Belt"), new Link("Belt", "S"), new Link("S", "Out")));
        Plant plant = Plant.build(study, 1, null);
        plant.advance(Quantity.hours(20).nanos(), () -> false); // filled
        long before = plant.figures().out();
        long begun = System.nanoTime();
        plant.advance(Quantity.hours(180).nanos(), () -> false);
        return (System.nanoTime() - begun) / (double) (plant.figures().out() - before);
    }

    /** Tea lights in sixteen lanes through a tunnel, 20,000 of them, which narrows to one lane. */
    private static void candles() {
        PieceType light = PieceType.usual("Tea light").sized(metres("40 mm"), metres("40 mm"), metres("20 mm"));
        Conveyor tunnel = Conveyor.usual(Basics.of("Tunnel", AT), ConveyorPath.straight(62.5)).withGap(metres("10 mm"))
                .withWidth(metres("0.06 m"))
                .withSpeed(speed("0.1 m/s")).withLanes(LANES);
        Conveyor outfeed = Conveyor.usual(Basics.of("Narrow", AT), ConveyorPath.straight(10)).withGap(metres("10 mm"))
                .withWidth(metres("0.06 m"))
                .withSpeed(speed("1.6 m/s"));
        Study study = new Study("Candles", RunPlan.ONE_SHIFT.withLength(Quantity.hours(4)), List.of(light),
                List.of(new GoodsIn("Pouring", AT, "Tea light", Optional.of(new Supply.OnDemand()), GoodsIn.WhenFull.WAIT,
                        OptionalInt.empty()),
                        tunnel, outfeed, new GoodsOut("Packing", AT)),
                List.of(new Link("Pouring", "Tunnel"), new Link("Tunnel", "Narrow"), new Link("Narrow", "Packing")));
        long end = study.plan().length().nanos();
        long begun = System.nanoTime();
        Plant plant = Plant.build(study, 1, null);
        plant.advance(end, () -> false);
        double bare = (System.nanoTime() - begun) / 1e9;
        begun = System.nanoTime();
        new LiveRun(study).advance(end, () -> false);
        double traced = (System.nanoTime() - begun) / 1e9;
        say("sixteen lanes of tea lights, %d of them, %.0f an hour: %.0f times real time, %.0f with the trace (asked: 200 and 50)",
                plant.figures().inside(), plant.figures().out() / 4.0, end / 1e9 / bare, end / 1e9 / traced);
    }

    private static Quantity metres(String text) {
        return Quantity.parse(text, Dimension.LENGTH);
    }

    private static Quantity speed(String text) {
        return Quantity.parse(text, Dimension.SPEED);
    }

    private static void say(String format, Object... values) {
        System.out.println(String.format(Locale.ROOT, format, values));
    }
}
