package rhombic.validation;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import rhombic.chance.Distribution;
import rhombic.chance.DistributionText;
import rhombic.quantity.Quantity;
import rhombic.study.Buffer;
import rhombic.study.Equipment;
import rhombic.study.GoodsIn;
import rhombic.study.GoodsOut;
import rhombic.study.Link;
import rhombic.study.PieceType;
import rhombic.study.Placement;
import rhombic.study.RunPlan;
import rhombic.study.Station;
import rhombic.study.Study;
import rhombic.study.Supply;

/** Small plants for tests, written as one would say them. */
public final class Lines {
    public static final Placement SOMEWHERE = Placement.at(0, 0);

    private final List<Equipment> equipment = new ArrayList<>();
    private final List<Link> links = new ArrayList<>();

    public static Distribution time(String text) {
        return DistributionText.parse(text);
    }

    public static GoodsIn arrivals(String name, String between, int together) {
        return new GoodsIn(name, SOMEWHERE, "Piece", Optional.of(new Supply.Spaced(time(between), together, Optional.empty())),
                GoodsIn.WhenFull.WAIT, OptionalInt.empty());
    }

    public static GoodsIn onDemand(String name) {
        return new GoodsIn(name, SOMEWHERE, "Piece", Optional.of(new Supply.OnDemand()), GoodsIn.WhenFull.WAIT, OptionalInt.empty());
    }

    public static Buffer buffer(String name, int room) {
        return new Buffer(name, SOMEWHERE, room < 0 ? OptionalInt.empty() : OptionalInt.of(room), Buffer.Order.OLDEST_FIRST);
    }

    public static Station station(String name, int places, int inputRoom, String time) {
        return new Station(name, SOMEWHERE, places, inputRoom, Optional.of(time(time)));
    }

    public static GoodsOut goodsOut(String name) {
        return new GoodsOut(name, SOMEWHERE);
    }

    /** Adds equipment, each linked to the one before. */
    public Lines chain(Equipment... things) {
        for (int i = 0; i < things.length; i++) {
            equipment.add(things[i]);
            if (i > 0) {
                links.add(new Link(things[i - 1].name(), things[i].name()));
            }
        }
        return this;
    }

    public Lines link(String from, String to) {
        links.add(new Link(from, to));
        return this;
    }

    public Lines link(String from, String to, double percent) {
        links.add(new Link(from, to, Optional.of(Quantity.percent(percent))));
        return this;
    }

    public Study study(double hours, double warmUpHours, int replications) {
        RunPlan plan = RunPlan.ONE_SHIFT.withLength(Quantity.hours(hours)).withWarmUp(Quantity.hours(warmUpHours))
                .withSeed(20_261_123).withReplications(replications);
        return new Study("Test", plan, List.of(PieceType.usual("Piece")), equipment, links);
    }
}
