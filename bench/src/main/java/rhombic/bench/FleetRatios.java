package rhombic.bench;

import java.lang.ref.Reference;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import rhombic.chance.DistributionText;
import rhombic.plant.Plant;
import rhombic.plant.blueprint.Blueprint;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.Link;
import rhombic.study.RunPlan;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.IdlePlace;
import rhombic.study.duty.Need;
import rhombic.study.fleet.VehicleType;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Placement;
import rhombic.study.site.Aisle;
import rhombic.study.value.PieceType;
import rhombic.study.work.Supply;
import rhombic.trace.TraceWriter;

/** A hundred vehicles on a net of two thousand stretches. */
final class FleetRatios {
    private static final int AISLES = 32;
    private static final double APART_METRES = 10;
    private static final int LINKS = 50;
    private static final int VEHICLES = 100;
    private static final int ROUNDS = 3;

    private FleetRatios() {}

    static void all() {
        Study free = study(false);
        Blueprint blueprint = Blueprint.of(free);
        double[] times = timesRealTime(free, blueprint);
        long before = Ratios.usedBytes();
        TraceWriter writer = new TraceWriter(free.elements().size(), free.links().size());
        Plant watched = Plant.build(blueprint, 1, writer);
        watched.advance(free.plan().length().nanos(), () -> false);
        writer.publish(watched.now());
        long used = Ratios.usedBytes() - before;
        long orders = watched.figures().crews().getFirst().jobs();
        say("%d vehicles, %.0f orders an hour on %d aisles that cross: %.0f times real time when routes are looked for, %.0f when they are known "
                + "(asked: at least 500)", VEHICLES, orders / free.plan().length().inBaseUnit() * 3600, 2 * AISLES, times[0], times[1]);
        say("an order, there and back with its legs, keeps %.0f bytes of trace and plant (asked: at most 600 for two trips)",
                (double) used / orders);
        Reference.reachabilityFence(watched);
        Study shared = study(true);
        double[] inTraffic = timesRealTime(shared, Blueprint.of(shared));
        say("the same on one-way aisles on which they keep their distance: %.0f and %.0f times real time, %.0f orders an hour "
                + "(asked: at least 500)", inTraffic[0], inTraffic[1], inTraffic[2]);
    }

    /** In the first round, in the best, and the orders an hour. */
    private static double[] timesRealTime(Study study, Blueprint blueprint) {
        double seconds = study.plan().length().inBaseUnit();
        double[] measured = new double[3];
        for (int round = 0; round < ROUNDS; round++) {
            long begins = System.nanoTime();
            Plant plant = Plant.build(blueprint, 1, null);
            plant.advance(study.plan().length().nanos(), () -> false);
            double times = seconds / ((System.nanoTime() - begins) / 1e9);
            measured[0] = round == 0 ? times : measured[0];
            measured[1] = Math.max(measured[1], times);
            measured[2] = plant.figures().crews().getFirst().jobs() / (seconds / 3600);
        }
        return measured;
    }

    /** @param inTraffic whether they keep their distance; then aisles are one-way, each other than the next */
    private static Study study(boolean inTraffic) {
        List<PlantElement> elements = new ArrayList<>();
        double end = (AISLES - 1) * APART_METRES;
        for (int i = 0; i < AISLES; i++) {
            double at = i * APART_METRES;
            elements.add(aisle("Along " + i, inTraffic, i % 2 == 0, 0, at, end, at));
            elements.add(aisle("Across " + i, inTraffic, i % 2 == 1, at, 0, at, end));
        }
        Random random = new Random(5);
        List<Link> links = new ArrayList<>();
        for (int i = 0; i < LINKS; i++) {
            elements.add(new GoodsIn("In " + i, anywhere(random), "Piece",
                    Optional.of(new Supply.Spaced(DistributionText.parse("exponential(36 s)"), 1, Optional.empty())), GoodsIn.WhenFull.WAIT,
                    OptionalInt.empty()));
            elements.add(new GoodsOut("Out " + i, anywhere(random)));
            links.add(new Link("In " + i, "Out " + i).withTravel(new Travel.Carried(Need.of("AGVs"), 1)));
        }
        elements.add(Fleet.KIND.blank(Basics.of("AGVs", Placement.at(end / 2, -20))).withVehicles(VEHICLES).withForm(VehicleType.AGV)
                .withDriving(driving -> driving.withSpeed(Quantity.parse("8 m/s", Dimension.SPEED)))
                .withDriving(driving -> driving.withAcceleration(Optional.of(Quantity.parse("2 m/s²", Dimension.ACCELERATION))))
                .withDriving(driving -> driving.withSafeDistance(inTraffic ? Optional.of(Quantity.metres(0.5)) : Optional.empty()))
                .withLoading(loading -> loading.withPickUpTime(DistributionText.parse("4 s")))
                .withLoading(loading -> loading.withSetDownTime(DistributionText.parse("4 s")))
                .withRules(rules -> rules.withIdleAt(IdlePlace.WHERE_THEY_ARE)));
        return new Study("Grid", RunPlan.ONE_SHIFT.withLength(Quantity.hours(4)), List.of(PieceType.usual("Piece")), elements, links);
    }

    private static PlantElement aisle(String name, boolean isOneWay, boolean forward, double fromX, double fromY, double toX, double toY) {
        Aisle aisle = (Aisle) Aisle.KIND.blank(Basics.of(name, Placement.at(0, 0)))
                .through(List.of(Pose.at(fromX, fromY, 0, 0), Pose.at(toX, toY, 0, 0)));
        Aisle.Direction oneWay = forward ? Aisle.Direction.FORWARD : Aisle.Direction.BACKWARD;
        return aisle.withDirection(isOneWay ? oneWay : Aisle.Direction.BOTH_WAYS);
    }

    private static Placement anywhere(Random random) {
        return Placement.at(random.nextInt(AISLES - 1) * APART_METRES + 5, random.nextInt(AISLES - 1) * APART_METRES + 4);
    }

    private static void say(String text, Object... values) {
        System.out.printf(Locale.ROOT, text + "%n", values);
    }
}
