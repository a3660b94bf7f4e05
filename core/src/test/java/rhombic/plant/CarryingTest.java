package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.Peopled.person;
import static rhombic.plant.Runs.at;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.stock;
import static rhombic.validation.Lines.timetable;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import rhombic.measure.RunFigures;
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
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Crew;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Placement;
import rhombic.study.value.PersonState;
import rhombic.validation.Lines;

/** People who carry, worked out by hand: who is called, how often each goes, and when what is brought is there. */
class CarryingTest {
    private static final double NEAR = 1e-6;
    private static final double BESIDE = 0.45;
    private static final double SECONDS = 1000;

    private final PlantElement store = buffer("Store", -1).placed(Placement.at(0, 0));
    private final PlantElement out = goodsOut("Out").placed(Placement.at(20, 0));
    /** Where they take up, and how far it is from there to where they set down. */
    private final Pose from = Layout.outlet(store, "").of(Pose.at(BESIDE, 0, 0, 180));
    private final double metres = Math.hypot(Layout.inlet(out, "").of(Pose.at(-BESIDE, 0, 0, 0)).x() - from.x(), 0);

    /** They begin beside the store, one beside the other, and walk a metre in a second. */
    private Crew crew(int people) {
        Crew crew = Crew.usual(Basics.of("W", Placement.at(0, 0))).withPeople(people)
                .withSpeed(Optional.of(Quantity.parse("1 m/s", Dimension.SPEED)))
                .withRules(rules -> rules.withIdleAt(IdlePlace.WHERE_THEY_ARE));
        Pose home = Layout.home(crew, 0);
        return (Crew) crew.placed(Placement.at(from.x() - home.x(), from.y() - home.y()));
    }

    private Study carried(int pieces, int max, Crew crew, PlantElement to) {
        return new Lines().chain(stock("In", "Piece", pieces), store).chain(to)
                .link(new Link("Store", to.name()).withTravel(new Travel.Carried(Need.of("W"), max))).chain(crew)
                .study(SECONDS / 3600, 0, 1);
    }

    @Test
    void onePersonGoesThereAndBackForEachPiece() {
        RunFigures run = Runs.of(carried(3, 1, crew(1), out));
        assertEquals(3, run.out());
        assertEquals(5 * metres, run.lead().max(), NEAR, "three times there, twice back");
        assertEquals((1 + 3 + 5) / 3.0 * metres, run.lead().mean(), NEAR);
        assertEquals(3, person(run, "W").jobs());
        assertEquals(3 * metres / SECONDS, person(run, "W").share(PersonState.CARRYING), NEAR);
        assertEquals(2 * metres / SECONDS, person(run, "W").share(PersonState.WALKING), NEAR);
        assertEquals(5 * metres, person(run, "W").metres(), NEAR);
    }

    @Test
    void whoCanHoldTwoTakesTwoWhereTwoWait() {
        RunFigures run = Runs.of(carried(3, 2, crew(1), out));
        assertEquals(3 * metres, run.lead().max(), NEAR, "two, then one");
        assertEquals((1 + 1 + 3) / 3.0 * metres, run.lead().mean(), NEAR);
        assertEquals(2, person(run, "W").jobs());
    }

    @Test
    void asManyComeAsThereArePieces() {
        RunFigures two = Runs.of(carried(4, 1, crew(2), out));
        assertEquals(4, two.out());
        assertEquals(4, two.crews().getFirst().jobs());
        assertTrue(two.lead().max() < 3 * metres + 4, "two at a time, twice: " + two.lead().max());
        RunFigures three = Runs.of(carried(2, 1, crew(3), out));
        assertEquals(2, three.crews().getFirst().jobs());
        assertEquals(1, three.crews().getFirst().people().stream().filter(p -> p.jobs() == 0).count(), "the third is not needed");
        RunFigures holdTwo = Runs.of(carried(4, 2, crew(3), out));
        assertEquals(2, holdTwo.crews().getFirst().jobs(), "two who take two each");
    }

    @Test
    void nobodyIsCalledForWhatHasNoRoomWhereItGoes() {
        // The shelf takes one piece; a station takes it off after 100 s each, so there is room for the next only then.
        Buffer shelf = (Buffer) buffer("Shelf", 1).placed(Placement.at(20, 0));
        Study study = new Lines().chain(stock("In", "Piece", 3), store)
                .chain(shelf, station("S", 1, 0, "100 s"), goodsOut("Out"))
                .link(new Link("Store", "Shelf").withTravel(new Travel.Carried(Need.of("W"), 1))).chain(crew(3))
                .study(SECONDS / 3600, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(3, run.out());
        assertEquals(3, run.crews().getFirst().jobs());
        double way = Math.hypot(Layout.inlet(shelf, "").of(Pose.at(-BESIDE, 0, 0, 0)).x() - from.x(), 0);
        // The first is there after one way; the station works from then without a pause, since the next waits on the shelf.
        assertEquals(way + 3 * 100, run.lead().max(), NEAR);
        assertTrue(at(run, "Shelf").contentMax() <= 1, "room holds");
    }

    @Test
    void whatSomebodyComesForIsBoundAlsoWhereAnotherWayBecomesFree() {
        // The second piece is fetched from 100 m away; after 50 s the press next to it is free, and takes nothing.
        Crew far = (Crew) crew(1).placed(Placement.at(from.x() - 100, from.y()));
        Study study = new Lines().chain(timetable("In", "0 s 2 Piece"), buffer("Near", 5), station("Press", 1, 0, "50 s"), goodsOut("Done"))
                .chain(out).link(new Link("Near", "Out").withTravel(new Travel.Carried(Need.of("W"), 1))).chain(far)
                .study(150 / 3600.0, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(1, at(run, "Press").out());
        assertEquals(1, person(run, "W").jobs());
        assertEquals(1, at(run, "Out").out());
    }

    @Test
    void whatIsCarriedComesInAsPromisedAlsoWhereOthersWantIn() {
        // Both links lead to a shelf for one; whoever promised first brings first, and nothing is ever dropped on the way.
        Study study = new Lines().chain(timetable("In 1", "0 s 4 Piece"), buffer("A", -1))
                .chain(timetable("In 2", "0 s 4 Piece"), buffer("B", -1))
                .chain(buffer("Shelf", 1).placed(Placement.at(12, 0)), station("S", 1, 0, "20 s"), goodsOut("Out"))
                .link(new Link("A", "Shelf").withTravel(new Travel.Carried(Need.of("W"), 1)))
                .link(new Link("B", "Shelf").withTravel(new Travel.Carried(Need.of("W"), 1))).chain(crew(2)).study(1, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(8, run.out());
        assertEquals(8, run.crews().getFirst().jobs());
        assertEquals(List.of(4L, 4L), run.links().stream().map(l -> l.arrived()).toList());
        assertEquals(OptionalInt.of(1),
                run.equipment().stream().filter(e -> e.name().equals("Shelf")).mapToInt(e -> e.contentMax()).max());
    }
}
