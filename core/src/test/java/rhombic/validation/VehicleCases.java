package rhombic.validation;

import static rhombic.validation.Lines.arrivals;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.time;

import java.util.List;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Travel;
import rhombic.study.duty.IdlePlace;
import rhombic.study.duty.Need;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Placement;
import rhombic.study.value.PersonState;
import rhombic.validation.Theory.Case;
import rhombic.validation.Theory.Exact;

/**
 * Fleets as queues. A fleet whose vehicles set down where they pick up is the servers of an M/M/c queue: what is to be carried comes as a Poisson
 * process, and is served by the first vehicle that is free, oldest first, in an exponential time, that of picking it up. The mean wait is that of
 * Erlang's delay formula (A. K. Erlang, 1917), C / (c/s - 1/a) with the probability of waiting C.
 */
final class VehicleCases {
    private static final int REPLICATIONS = 20;

    private VehicleCases() {}

    static List<Case> all() {
        return List.of(fleet(1, 20, 12), fleet(3, 20, 48), fleet(6, 10, 54));
    }

    private static Case fleet(int vehicles, double between, double service) {
        double load = service / between;
        double sum = 0;
        double term = 1;
        for (int k = 0; k < vehicles; k++) {
            sum += term;
            term *= load / (k + 1);
        }
        double full = term / (1 - load / vehicles);
        double wait = full / (sum + full) / (vehicles / service - 1 / between);
        PlantElement store = buffer("Store", -1).placed(Placement.at(0, 0));
        Fleet usual = Fleet.KIND.blank(Basics.of("F", Placement.at(20, 20))).withVehicles(vehicles)
                .withDriving(driving -> driving.withSpeed(Quantity.parse("50 m/s", Dimension.SPEED)))
                .withLoading(loading -> loading.withPickUpTime(time("exponential(" + service + " s)")))
                .withRules(rules -> rules.withIdleAt(IdlePlace.WHERE_THEY_ARE));
        Pose outlet = Layout.outlet(store, "");
        PlantElement out = goodsOut("Out").placed(Placement.at(0, 0));
        out = out.placed(Placement.at(outlet.x() + 2 * usual.reachMetres() - Layout.inlet(out, "").x(), outlet.y()));
        Lines lines = new Lines().chain(arrivals("In", "exponential(" + between + " s)", 1), store).chain(out)
                .link(new Link("Store", "Out").withTravel(new Travel.Carried(Need.of("F"), 1))).chain(usual);
        return new Case(vehicles + " vehicles as an M/M/c queue", lines.study(400, 10, REPLICATIONS), List.of(
                new Exact("mean time until picked up, s", wait + service, 0.02 * (wait + service),
                        run -> run.equipment().stream().filter(e -> e.name().equals("Store")).findFirst().orElseThrow().stay().mean()),
                new Exact("share of time picking up", load / vehicles, 0.01,
                        run -> run.crews().getFirst().share(PersonState.PICKING_UP))));
    }
}
