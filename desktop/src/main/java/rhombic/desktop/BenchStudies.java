package rhombic.desktop;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import rhombic.chance.DistributionText;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.duty.Need;
import rhombic.study.fleet.VehicleType;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Rack;
import rhombic.study.kind.StackerCrane;
import rhombic.study.kind.Station;
import rhombic.study.place.ConveyorPath;
import rhombic.study.place.Placement;
import rhombic.study.rack.LevelHeights;
import rhombic.study.rack.RackStock;
import rhombic.study.rack.SlotChoice;
import rhombic.study.value.PieceType;
import rhombic.study.value.ShutTime;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Supply;
import rhombic.study.work.Work;

/** What the window is measured with. */
final class BenchStudies {
    static final int BELTS = 40;
    static final int ON_EACH_BELT = 500;
    static final int FLEETS = 10;
    static final int IN_EACH_FLEET = 50;
    static final int LANES = 50;
    static final int IN_EACH_LANE = 40;

    private BenchStudies() {}

    /** Ten aisles of 100,000 slots in all, of which four fifths or a fiftieth are full; its cranes fetch one load after the other. */
    static Study rack(boolean isFull) {
        Rack rack = Rack.KIND.blank(Basics.of("Rack", Placement.at(0, 0)))
                .withLayout(l -> l.withAisles(10).withBays(250).withBayPitch(Quantity.metres(1))
                        .withLevels(LevelHeights.of(20, Quantity.metres(1))))
                .withStoring(storing -> storing.withSlotRule(SlotChoice.RANDOM))
                .withStock(List.of(new RackStock("Piece", isFull ? 80_000 : 2_000)));
        StackerCrane cranes = StackerCrane.KIND.blank(Basics.of("Cranes", Placement.at(-130, 40))).withRack("Rack").withCranes(10);
        GoodsOut out = new GoodsOut("Out", Placement.at(-150, 30));
        Study base = Study.empty();
        PieceType small = new PieceType("Piece", Quantity.metres(0.9), Quantity.metres(0.7), Quantity.metres(0.8), "#2E7F9E");
        return new Study("Rack", base.plan().withLength(Quantity.minutes(60)).withReplications(1), List.of(small),
                List.of(rack, out, cranes),
                List.of(new Link("Rack", "Out")));
    }

    /** Ten runways of two cranes each, over flows that they lift; without cranes what they would lift goes by itself, in time. */
    static Study cranes(boolean areThere) {
        List<PlantElement> elements = new ArrayList<>();
        List<Link> links = new ArrayList<>();
        for (int i = 0; i < 10; i++) {
            double y = 16 * i;
            if (areThere) {
                elements.add(BridgeCrane.KIND.blank(Basics.of("Cranes " + i, Placement.at(0, y))).withCranes(2));
            }
            for (int side = -1; side <= 1; side += 2) {
                String name = i + (side < 0 ? " left" : " right");
                elements.add(new GoodsIn("In " + name, Placement.at(20 * side, y), "Piece", Optional.of(new Supply.OnDemand()),
                        GoodsIn.WhenFull.WAIT, OptionalInt.empty()));
                elements.add(Buffer.KIND.blank(Basics.of("From " + name, Placement.at(12 * side, y - 4))).withCapacity(OptionalInt.of(3)));
                elements.add(new GoodsOut("To " + name, Placement.at(4 * side, y + 4)));
                links.add(new Link("In " + name, "From " + name));
                links.add(new Link("From " + name, "To " + name).withTravel(areThere
                        ? new Travel.Carried(Need.of("Cranes " + i), 1)
                        : new Travel.InTime(DistributionText.parse("60 s"), 1)));
            }
        }
        Study base = Study.empty();
        return new Study("Cranes", base.plan().withLength(Quantity.minutes(60)).withReplications(1), List.of(PieceType.usual("Piece")),
                elements, links);
    }

    /** Fifty lines of a hundred elements. */
    static Study grid() {
        List<PlantElement> elements = new ArrayList<>();
        List<Link> links = new ArrayList<>();
        for (int line = 0; line < 50; line++) {
            String before = "In " + (line + 1);
            elements.add(new GoodsIn(before, Placement.at(-4, 4 * line), "Piece",
                    Optional.of(new Supply.Spaced(DistributionText.parse("exponential(20 min)"))), GoodsIn.WhenFull.WAIT,
                    OptionalInt.empty()));
            for (int i = 0; i < 98; i++) {
                String name = "S " + (line + 1) + "/" + (i + 1);
                elements.add(new Station(name, Placement.at(4 * i, 4 * line), 1, 2, Optional.of(DistributionText.parse("60 s"))));
                links.add(new Link(before, name));
                before = name;
            }
            elements.add(new GoodsOut("Out " + (line + 1), Placement.at(4 * 98, 4 * line)));
            links.add(new Link(before, "Out " + (line + 1)));
        }
        Study base = Study.empty();
        return new Study("Grid", base.plan().withReplications(1), base.pieceTypes(), elements, links);
    }

    /** Each filled within 100 s from 25 lanes at once; those that do not move are switched off then. */
    static Study belts(boolean withPieces, int moving) {
        List<PlantElement> elements = new ArrayList<>();
        List<Link> links = new ArrayList<>();
        for (int belt = 0; belt < BELTS; belt++) {
            double y = (belt - BELTS / 2) * 3.2;
            String n = " " + (belt + 1);
            GoodsIn in = new GoodsIn("In" + n, Placement.at(-16, y), "Piece",
                    withPieces ? Optional.of(new Supply.OnDemand()) : Optional.of(new Supply.Spaced(DistributionText.parse("300 d"))),
                    GoodsIn.WhenFull.WAIT, OptionalInt.empty());
            Conveyor conveyor = Conveyor.usual(Basics.of("Belt" + n, Placement.at(0, y)), ConveyorPath.straight(24))
                    .withLanes(10).withWidth(Quantity.metres(0.25)).withGap(Quantity.metres(0.28))
                    .withSpeed(new Quantity(0.3, Unit.METRE_PER_SECOND))
                    .withOffTimes(belt < moving ? List.of() : ShutTime.parse("110 s on"));
            GoodsOut out = new GoodsOut("Out" + n, Placement.at(16, y));
            elements.addAll(List.of(in, conveyor, out));
            links.addAll(List.of(new Link(in.name(), conveyor.name()), new Link(conveyor.name(), out.name())));
        }
        Study base = Study.empty();
        PieceType small = new PieceType("Piece", Quantity.metres(0.2), Quantity.metres(0.2), Quantity.metres(0.2), "#2E7F9E");
        return new Study("Belts", base.plan().withLength(Quantity.minutes(10)).withReplications(1), List.of(small), elements, links);
    }

    /** Fifty lines of twenty stations. */
    static Study formulas() {
        List<PlantElement> elements = new ArrayList<>();
        List<Link> links = new ArrayList<>();
        for (int line = 0; line < 50; line++) {
            double y = 4 * line;
            elements.add(new GoodsIn("In " + (line + 1), Placement.at(-6, y), "Piece",
                    Optional.of(new Supply.Spaced(DistributionText.parse("exponential(20 min)"))), GoodsIn.WhenFull.WAIT,
                    OptionalInt.empty()));
            String before = "In " + (line + 1);
            for (int i = 0; i < 20; i++) {
                String name = "S " + (line * 20 + i + 1);
                elements.add(new Station(Basics.of(name, Placement.at(4 * i, y)),
                        Work.of(1, 2, new TimeSource.ByFormula("60 + " + i + " * 2 + exponential(5)", Unit.SECOND)),
                        Work.Load.SINGLE, null));
                links.add(new Link(before, name));
                before = name;
            }
            elements.add(new GoodsOut("Out " + (line + 1), Placement.at(82, y)));
            links.add(new Link(before, "Out " + (line + 1)));
        }
        Study base = Study.empty();
        return new Study("Formulas", base.plan().withReplications(2), base.pieceTypes(), elements, links);
    }

    /** Fleets that carry from a full store all the time; with few, one vehicle in each, and nothing to carry. */
    static Study driven(boolean areMany) {
        List<PlantElement> elements = new ArrayList<>();
        List<Link> links = new ArrayList<>();
        for (int i = 0; i < FLEETS; i++) {
            String n = " " + (i + 1);
            double y = 9 * i;
            elements.add(new GoodsIn("In" + n, Placement.at(0, y), "Piece",
                    Optional.of(new Supply.Spaced(DistributionText.parse(areMany ? "1 s" : "300 d"))), GoodsIn.WhenFull.WAIT,
                    OptionalInt.empty()));
            elements.add(new Buffer("Store" + n, Placement.at(6, y), OptionalInt.empty(), Buffer.Order.OLDEST_FIRST));
            elements.add(new GoodsOut("Out" + n, Placement.at(66, y)));
            links.add(new Link("In" + n, "Store" + n));
            Link link = new Link("Store" + n, "Out" + n);
            links.add(link.withTravel(new Travel.Carried(Need.of("Fleet" + n), 1)));
            elements.add(Fleet.KIND.blank(Basics.of("Fleet" + n, Placement.at(20, y + 4.5))).withForm(VehicleType.AGV)
                    .withVehicles(areMany ? IN_EACH_FLEET : 1)
                    .withLoading(loading -> loading.withPickUpTime(DistributionText.parse("exponential(5 s)"))));
        }
        Study base = Study.empty();
        return new Study("Driven", base.plan().withLength(Quantity.minutes(10)).withReplications(1), base.pieceTypes(), elements, links);
    }

    /** Each lane: supply on demand through a station into a full row; every piece moves within each second. */
    static Study lanes(boolean withPieces) {
        List<PlantElement> elements = new ArrayList<>();
        List<Link> links = new ArrayList<>();
        for (int lane = 0; lane < LANES; lane++) {
            double y = (lane - LANES / 2) * 1.5;
            String n = " " + (lane + 1);
            GoodsIn in = new GoodsIn("In" + n, Placement.at(-12, y), "Piece",
                    withPieces ? Optional.of(new Supply.OnDemand()) : Optional.of(new Supply.Spaced(DistributionText.parse("300 d"))),
                    GoodsIn.WhenFull.WAIT, OptionalInt.empty());
            Station station = new Station("S" + n, Placement.at(0, y), 1, IN_EACH_LANE - 1,
                    Optional.of(DistributionText.parse("uniform(200 ms, 400 ms)")));
            GoodsOut out = new GoodsOut("Out" + n, Placement.at(8, y));
            elements.addAll(List.of(in, station, out));
            links.addAll(List.of(new Link(in.name(), station.name()), new Link(station.name(), out.name())));
        }
        Study base = Study.empty();
        return new Study("Lanes", base.plan().withLength(Quantity.minutes(10)).withReplications(1), base.pieceTypes(), elements, links);
    }
}
