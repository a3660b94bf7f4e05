package rhombic.plant;

import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.stock;

import java.util.Optional;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.IdlePlace;
import rhombic.study.duty.Need;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Placement;
import rhombic.validation.Lines;

/** A fleet that carries pieces from a store to the way out, straight ahead: what it does can be worked out by hand. */
final class OneFleet {
    /** So long the plant runs. */
    static final double SECONDS = 1000;
    static final PlantElement STORE = buffer("Store", -1).placed(Placement.at(0, 0));

    private OneFleet() {}

    static Optional<Quantity> some(String text, Dimension dimension) {
        return Optional.of(Quantity.parse(text, dimension));
    }

    static Fleet usual() {
        return Fleet.KIND.blank(Basics.of("F", Placement.at(0, 0)))
                .withDriving(driving -> driving.withSpeed(Quantity.parse("1 m/s", Dimension.SPEED)))
                .withRules(rules -> rules.withIdleAt(IdlePlace.WHERE_THEY_ARE));
    }

    /** Where a forklift stands to pick up from the store. */
    static Pose spot(Fleet fleet) {
        return Layout.pickUp(Layout.outlet(STORE, ""), fleet.reachMetres());
    }

    /** The first of them begins where it picks up. */
    static Fleet beside(Fleet fleet) {
        Pose home = Layout.home(fleet, 0);
        Pose spot = spot(fleet);
        return (Fleet) fleet.placed(Placement.at(spot.x() - home.x(), spot.y() - home.y()));
    }

    /** That far from where it stands to pick up to where it stands to set down. */
    static PlantElement out(Fleet fleet, double metres) {
        PlantElement out = goodsOut("Out").placed(Placement.at(0, 0));
        double inlet = Layout.inlet(out, "").x();
        return out.placed(Placement.at(spot(fleet).x() + metres + fleet.reachMetres() - inlet, 0));
    }

    static Study carried(int pieces, int max, double metres, Fleet given) {
        Fleet fleet = beside(given);
        return new Lines().chain(stock("In", "Piece", pieces), STORE).chain(out(fleet, metres))
                .link(new Link("Store", "Out").withTravel(new Travel.Carried(Need.of("F"), max))).chain(fleet)
                .study(SECONDS / 3600, 0, 1);
    }
}
