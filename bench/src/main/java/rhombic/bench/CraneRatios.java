package rhombic.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import rhombic.chance.DistributionText;
import rhombic.measure.CrewFigures;
import rhombic.measure.PersonFigures;
import rhombic.plant.Plant;
import rhombic.plant.blueprint.Blueprint;
import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.RunPlan;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.duty.Need;
import rhombic.study.fleet.Loading;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Placement;
import rhombic.study.value.PieceType;
import rhombic.study.work.Supply;

/** Ten bridge cranes that lift all the time, two on each of five runways. */
final class CraneRatios {
    private static final int RUNWAYS = 5;
    private static final double HOURS = 40;
    private static final int ROUNDS = 4;

    private CraneRatios() {}

    static void all() {
        double best = 0;
        long lifts = 0;
        for (int round = 0; round < ROUNDS; round++) {
            Study study = study();
            Plant plant = Plant.build(Blueprint.of(study), 1, null);
            long begins = System.nanoTime();
            plant.advance(study.plan().length().nanos(), () -> false);
            best = Math.max(best, HOURS * 3.6e12 / (System.nanoTime() - begins));
            lifts = plant.figures().crews().stream().map(CrewFigures::people).flatMap(List::stream).mapToLong(PersonFigures::jobs).sum();
        }
        System.out.printf(Locale.ROOT, "ten bridge cranes, %.0f lifts an hour: %.0f times real time (asked: 1,000 with 3,000 lifts)%n",
                lifts / HOURS, best);
    }

    private static Study study() {
        List<PlantElement> elements = new ArrayList<>();
        List<Link> links = new ArrayList<>();
        for (int i = 0; i < RUNWAYS; i++) {
            double y = 20 * i;
            elements.add(BridgeCrane.KIND.blank(Basics.of("Cranes " + i, Placement.at(0, y))).withCranes(2)
                    .with(new Loading(DistributionText.parse("1 s"), DistributionText.parse("1 s")))
                    .withDriving(d -> d.each(axis -> axis.faster(8))));
            for (int side = -1; side <= 1; side += 2) {
                String name = i + (side < 0 ? " left" : " right");
                elements.add(new GoodsIn("In " + name, Placement.at(40 * side, y), "Piece", Optional.of(new Supply.OnDemand()),
                        GoodsIn.WhenFull.WAIT, OptionalInt.empty()));
                elements.add(Buffer.KIND.blank(Basics.of("From " + name, Placement.at(12 * side, y - 4))).withCapacity(OptionalInt.of(3)));
                elements.add(new GoodsOut("To " + name, Placement.at(4 * side, y + 4)));
                links.add(new Link("In " + name, "From " + name));
                links.add(new Link("From " + name, "To " + name).withTravel(new Travel.Carried(Need.of("Cranes " + i), 1)));
            }
        }
        return new Study("Cranes", RunPlan.ONE_SHIFT.withLength(Quantity.hours(HOURS)), List.of(PieceType.usual("Piece")), elements, links);
    }
}
