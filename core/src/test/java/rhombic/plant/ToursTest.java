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
import rhombic.insight.PieceStory;
import rhombic.measure.RunFigures;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.scene.Poses;
import rhombic.scene.Scene;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.AtShiftEnd;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.IdlePlace;
import rhombic.study.duty.Need;
import rhombic.study.duty.Trolley;
import rhombic.study.duty.UpTime;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Crew;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.ResourceGroup.Grip.Deck;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.PersonState;
import rhombic.study.value.ShutTime;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Work;
import rhombic.trace.Moment;
import rhombic.trace.PieceStatus;
import rhombic.trace.Trace;
import rhombic.validation.Lines;

/** Tours of people who carry, worked out by hand: what is promised when somebody comes, in which sequence they go, and in whose hands it is. */
class ToursTest {
    private static final double NEAR = 1e-6;
    private static final double BESIDE = 0.45;

    private final PlantElement a = buffer("A", -1).placed(Placement.at(0, 0));
    private final PlantElement b = buffer("B", -1).placed(Placement.at(4, 0));
    private final PlantElement x = goodsOut("X").placed(Placement.at(30, 0));
    private final PlantElement y = goodsOut("Y").placed(Placement.at(34, 0));

    private static double takeUp(PlantElement element) {
        return Layout.outlet(element, "").of(Pose.at(BESIDE, 0, 0, 180)).x();
    }

    private static double setDown(PlantElement element) {
        return Layout.inlet(element, "").of(Pose.at(-BESIDE, 0, 0, 0)).x();
    }

    /** They begin at A, one beside the other, and walk a metre in a second. */
    private Crew crew(String name, int people, double metresFromA) {
        Crew crew = Crew.usual(Basics.of(name, Placement.at(0, 0))).withPeople(people)
                .withSpeed(Optional.of(Quantity.parse("1 m/s", Dimension.SPEED)))
                .withRules(rules -> rules.withIdleAt(IdlePlace.WHERE_THEY_ARE));
        Pose home = Layout.home(crew, 0);
        return (Crew) crew.placed(Placement.at(takeUp(a) - home.x() + metresFromA, Layout.outlet(a, "").y() - home.y()));
    }

    private static Link carried(String from, String to, int max) {
        return new Link(from, to).withTravel(new Travel.Carried(Need.of("W"), max));
    }

    private Study two(int people, int max) {
        return new Lines().chain(stock("In A", "Piece", 1), a).chain(stock("In B", "Piece", 1), b).chain(x).chain(y)
                .link(carried("A", "X", max)).link(carried("B", "Y", max)).chain(crew("W", people, 0)).study(200 / 3600.0, 0, 1);
    }

    @Test
    void whoCanHoldTwoCollectsBothAndBringsThemInTheBestSequence() {
        RunFigures run = Runs.of(two(1, 2));
        double toX = setDown(x) - takeUp(a);
        double toY = setDown(y) - takeUp(a);
        assertEquals(2, run.out());
        assertEquals(1, person(run, "W").jobs(), "in one tour");
        assertEquals(toX, run.lead().min(), NEAR, "A, B, X, Y lie on one line");
        assertEquals(toY, run.lead().max(), NEAR);
        assertEquals(toY, person(run, "W").metres(), NEAR);
        assertEquals(toY / 200, person(run, "W").share(PersonState.CARRYING), NEAR, "something is in hand all the way");
    }

    /** With a trolley that is pushed at half the speed and has room for two, whatever the link says. */
    @Test
    void aTrolleyHasRoomForSoManyAndIsSlowerWhenLoaded() {
        Crew pushing = crew("W", 1, 0).withTrolley(Optional.of(new Trolley(2, Optional.of(Quantity.parse("0.5 m/s", Dimension.SPEED)))));
        Study study = new Lines().chain(stock("In A", "Piece", 3), a).chain(x).link(carried("A", "X", 9)).chain(pushing)
                .study(200 / 3600.0, 0, 1);
        RunFigures run = Runs.of(study);
        double way = setDown(x) - takeUp(a);
        assertEquals(2, person(run, "W").jobs(), "two, and then one");
        assertEquals(2 * way, run.lead().min(), NEAR);
        assertEquals(2 * way + way + 2 * way, run.lead().max(), NEAR, "back without a load at the usual speed");
        Scene scene = new Scene(UnfoldedStudy.of(study));
        Poses poses = new Poses();
        scene.pose(Runs.traceOf(study).at(Math.round(way * 1e9)), 0, poses);
        assertTrue(scene.people().hasTrailers(0));
        Pose trolley = scene.people().trailer(0, 0);
        assertEquals(scene.people().x(0) + Deck.TROLLEY.aheadMetres(), trolley.x(), NEAR, "it is before who pushes it");
        int on = 0;
        for (int i = 0; i < poses.count(); i++) {
            boolean isOn = Math.abs(poses.x(i) - trolley.x()) < Deck.TROLLEY.lengthMetres() / 2
                    && Math.abs(poses.y(i) - trolley.y()) < Deck.TROLLEY.widthMetres() / 2
                    && poses.z(i) >= Deck.TROLLEY.heightMetres() - NEAR;
            on += isOn ? 1 : 0;
        }
        assertEquals(2, on);
    }

    /** Sent for the far one, he takes up what lies on the way there first: he turns to it in the instant in which he sets out. */
    @Test
    void whoIsSentForTheFarOneFetchesTheNearOneFirst() {
        Study study = new Lines().chain(stock("In B", "Piece", 1), b).chain(stock("In A", "Piece", 1), a).chain(x).chain(y)
                .link(carried("B", "Y", 2)).link(carried("A", "X", 2)).chain(crew("W", 1, -10)).study(200 / 3600.0, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(1, person(run, "W").jobs());
        assertEquals(10 + setDown(x) - takeUp(a), run.lead().min(), NEAR, "A, B, X, Y");
        assertEquals(10 + setDown(y) - takeUp(a), run.lead().max(), NEAR);
        assertEquals(10 + setDown(y) - takeUp(a), person(run, "W").metres(), NEAR);
    }

    @Test
    void whoCanHoldOneBringsOneAfterTheOther() {
        RunFigures run = Runs.of(two(1, 1));
        double there = setDown(x) - takeUp(a);
        double back = setDown(x) - takeUp(b);
        assertEquals(2, person(run, "W").jobs());
        assertEquals(there + back + setDown(y) - takeUp(b), run.lead().max(), NEAR);
    }

    @Test
    void whereSomebodyElseIsFreeEachBringsOne() {
        RunFigures run = Runs.of(two(2, 2));
        assertEquals(List.of(1L, 1L), run.crews().getFirst().people().stream().map(one -> one.jobs()).toList());
    }

    @Test
    void whatWouldBeALongerWayIsFetchedAfterwards() {
        // B lies 40 m behind A: to fetch its piece on the way to X is no shorter than to go for it afterwards.
        PlantElement behind = buffer("B", -1).placed(Placement.at(70, 0));
        PlantElement beyond = goodsOut("Y").placed(Placement.at(90, 0));
        Study study = new Lines().chain(stock("In A", "Piece", 1), a).chain(stock("In B", "Piece", 1), behind).chain(x).chain(beyond)
                .link(carried("A", "X", 2)).link(carried("B", "Y", 2)).chain(crew("W", 1, 0)).study(200 / 3600.0, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(2, person(run, "W").jobs());
        assertEquals(setDown(x) - takeUp(a), run.lead().min(), NEAR);
        assertEquals(setDown(beyond) - takeUp(a), run.lead().max(), NEAR);
    }

    @Test
    void fromAssignmentOnThePieceIsBoundAndItsSpotIsKept() {
        // The shelf takes one. Who fetches the piece from A comes from 50 m away; B is beside the shelf and could be there long before.
        Buffer shelf = (Buffer) buffer("Shelf", 1).placed(Placement.at(30, 0));
        Study study = new Lines().chain(stock("In A", "Piece", 1), a).chain(timetable("In B", "10 s 1 Piece"), b)
                .chain(shelf, station("S", 1, 0, "500 s"), goodsOut("Out")).link(carried("A", "Shelf", 1))
                .link(new Link("B", "Shelf")).chain(crew("W", 1, -50)).study(150 / 3600.0, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(1, at(run, "A").out(), "fetched after 50 s");
        double brought = 50 + setDown(shelf) - takeUp(a);
        assertEquals(brought / 150, at(run, "S").share(EquipmentState.STARVED), NEAR, "the shelf was kept for it until it came");
        assertEquals(1, at(run, "B").contentNow() + at(run, "Shelf").contentNow(), "the other comes once there is room again");
    }

    @Test
    void untilSomebodyIsAssignedAnotherWayMayTakeThePiece() {
        // The one who carries works elsewhere for 100 s; after 50 s the press takes the second piece.
        Study study = new Lines().chain(timetable("In", "0 s 2 Piece"), buffer("Near", 5), station("Press", 1, 0, "50 s"), goodsOut("Done"))
                .chain(stock("Other", "Piece", 1), Peopled.needs(station("Busy", 1, 0, "100 s"), Need.of("W")), goodsOut("Gone"))
                .chain(x).link(carried("Near", "X", 1)).chain(crew("W", 1, 0)).study(150 / 3600.0, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(2, at(run, "Press").out());
        assertEquals(1, person(run, "W").jobs(), "the work, and nothing to carry");
    }

    @Test
    void whoGoesHomeOnTheWayThereLeavesThePieceToSomebodyElse() {
        // The first comes from 4,000 m away and goes home an hour after the start; one of the others, 5,000 m away, comes then.
        Crew early = Peopled.onDuty(crew("Early", 1, -4000).withSkills(List.of("W")), "C", AtShiftEnd.STOP);
        Study plain = new Lines().chain(stock("In A", "Piece", 1), a).chain(x).link(carried("A", "X", 1)).chain(early)
                .chain(crew("Late", 2, -5000).withSkills(List.of("W"))).study(3, 0, 1);
        String start = plain.plan().start().toLocalTime().toString();
        String end = plain.plan().start().plusHours(1).toLocalTime().toString();
        Study study = plain.withCalendars(List.of(Peopled.calendar(start + " " + end)));
        RunFigures run = Runs.of(study);
        assertEquals(1, run.out());
        assertEquals(3600 + 5000 + setDown(x) - takeUp(a), run.lead().max(), 2);
        assertEquals(0, run.crews().get(0).jobs());
        assertEquals(1, run.crews().get(1).jobs());
        assertEquals(1, run.crews().get(1).people().stream().filter(one -> one.metres() > 0).count(), "the other is not needed");
    }

    @Test
    void whoseShiftEndsBringsWhatIsInHandAndFetchesNothingMore() {
        // From A over B, 4 km away, to X and Y, 8 km away; after an hour, on the way to B, the shift is over.
        PlantElement farB = buffer("B", -1).placed(Placement.at(4000, 0));
        PlantElement farX = goodsOut("X").placed(Placement.at(8000, 0));
        PlantElement farY = goodsOut("Y").placed(Placement.at(8004, 0));
        Study plain = new Lines().chain(stock("In A", "Piece", 1), a).chain(stock("In B", "Piece", 1), farB).chain(farX).chain(farY)
                .link(carried("A", "X", 2)).link(carried("B", "Y", 2)).chain(Peopled.onDuty(crew("W", 1, 0), "C", AtShiftEnd.FINISH))
                .study(4, 0, 1);
        String start = plain.plan().start().toLocalTime().toString();
        String end = plain.plan().start().plusHours(1).toLocalTime().toString();
        RunFigures all = Runs.of(plain.withCalendars(List.of(Peopled.calendar(start + " 23:59"))));
        assertEquals(1, person(all, "W").jobs(), "both in one tour where there is time");
        assertEquals(2, all.out());
        RunFigures run = Runs.of(plain.withCalendars(List.of(Peopled.calendar(start + " " + end))));
        assertEquals(1, at(run, "X").out());
        assertEquals(0, at(run, "Y").out());
        assertEquals(1, at(run, "B").contentNow(), "left to others");
        assertEquals(setDown(farX) - takeUp(a), person(run, "W").metres(), 1, "and nobody goes to Y for nothing");
        assertEquals(0, run.links().stream().mapToInt(link -> link.onTheWay()).sum());
    }

    private PlantElement shut(PlantElement buffer, String from, String until) {
        return buffer.with(buffer.basics().withOutletShut(
                List.of(new ShutTime(Quantity.parse(from, Dimension.TIME), Quantity.parse(until, Dimension.TIME)))));
    }

    @Test
    void thePartsOfALoadAddUpToOneAtMost() {
        // A half and a third leave no room for another third; a half and two quarters fill a load.
        for (int max : new int[] {3, 4}) {
            Study study = new Lines().chain(stock("In A", "Piece", 1), a).chain(stock("In B", "Piece", 2), b).chain(x).chain(y)
                    .link(carried("A", "X", 2)).link(carried("B", "Y", max)).chain(crew("W", 1, 0)).study(200 / 3600.0, 0, 1);
            RunFigures run = Runs.of(study);
            assertEquals(3, run.out());
            assertEquals(max == 3 ? 2 : 1, person(run, "W").jobs(), "B allows " + max);
        }
    }

    @Test
    void aTourCallsAtFourLinksAtMost() {
        Lines lines = new Lines();
        for (int i = 0; i < 5; i++) {
            lines.chain(stock("In " + i, "Piece", 1), buffer("From " + i, -1).placed(Placement.at(2 * i, 0)))
                    .chain(goodsOut("To " + i).placed(Placement.at(40 + 2 * i, 0)));
        }
        for (int i = 0; i < 5; i++) {
            lines.link(carried("From " + i, "To " + i, 5));
        }
        RunFigures run = Runs.of(lines.chain(crew("W", 1, 0)).study(400 / 3600.0, 0, 1));
        assertEquals(5, run.out());
        assertEquals(2, person(run, "W").jobs());
    }

    @Test
    void whatOthersCarryIsNotTakenAlong() {
        // V works at a station beside its home for a minute first.
        PlantElement busy = Peopled.needs(station("Busy", 1, 0, "60 s"), Need.of("V")).placed(Placement.at(-100, 0));
        Study study = new Lines().chain(stock("In", "Piece", 1), busy, goodsOut("Gone")).chain(stock("In A", "Piece", 1), a)
                .chain(stock("In B", "Piece", 1), b).chain(x).chain(y).link(carried("A", "X", 2))
                .link(new Link("B", "Y").withTravel(new Travel.Carried(Need.of("V"), 2))).chain(crew("W", 1, 0)).chain(crew("V", 1, -100))
                .study(400 / 3600.0, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(1, person(run, "W").jobs());
        assertEquals(2, person(run, "V").jobs());
        assertTrue(at(run, "B").stay().max() > 60 + 90, "its piece waits for V: " + at(run, "B").stay().max());
    }

    @Test
    void whoComesWaitsUntilThePieceMayGoOut() {
        Study study = new Lines().chain(stock("In A", "Piece", 1), shut(a, "5 s", "60 s")).chain(x).link(carried("A", "X", 1))
                .chain(crew("W", 1, -20)).study(200 / 3600.0, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(60 + setDown(x) - takeUp(a), run.lead().max(), NEAR);
        assertEquals(20.0 / 200, person(run, "W").share(PersonState.WALKING), NEAR);
        assertEquals(1, person(run, "W").jobs());
    }

    @Test
    void whoseShiftEndsWhileThePieceMayNotGoOutLeavesIt() {
        Crew early = Peopled.onDuty(crew("Early", 1, -10).withSkills(List.of("W")), "C", AtShiftEnd.FINISH);
        Study plain = new Lines().chain(stock("In A", "Piece", 1), shut(a, "1 s", "2 h")).chain(x).link(carried("A", "X", 1)).chain(early)
                .chain(crew("Late", 2, -50).withSkills(List.of("W"))).study(3, 0, 1);
        String start = plain.plan().start().toLocalTime().toString();
        String end = plain.plan().start().plusHours(1).toLocalTime().toString();
        RunFigures run = Runs.of(plain.withCalendars(List.of(Peopled.calendar(start + " " + end))));
        assertEquals(1, run.out());
        // Nobody comes as long as the piece may not go out; then it is some 50 m.
        assertEquals(7200 + 50 + setDown(x) - takeUp(a), run.lead().max(), 2);
        assertEquals(0, run.crews().get(0).jobs());
        assertEquals(1, run.crews().get(1).jobs());
        assertEquals(1, run.crews().get(1).people().stream().filter(one -> one.metres() > 0).count(),
                "only one of them comes in his place");
    }

    @Test
    void whatWasBroughtIsHeldWhereItsSpotHadToBeGivenAway() {
        // The oven waits 50 s for a load of three, then begins with what is there: the two who are on the way then hold their pieces until it is
        // done.
        Station oven = new Station(Basics.of("Oven", Placement.at(30, 0)), Work.of(1, 0, new TimeSource.Drawn(Lines.time("100 s"))),
                new Work.Load(3, Quantity.seconds(50)), null);
        Study study = new Lines().chain(timetable("In", "0 s 1 Piece", "60 s 2 Piece"), a).chain(oven, goodsOut("Out"))
                .link(carried("A", "Oven", 1)).chain(crew("W", 2, 0)).study(400 / 3600.0, 0, 1);
        double way = Layout.inlet(oven, "").of(Pose.at(-BESIDE, 0, 0, 0)).x() - takeUp(a);
        Trace trace = Runs.traceOf(study);
        int link = study.links().size() - 1;
        int node = study.elements().indexOf(study.find("Oven").orElseThrow());
        Moment held = trace.at(Math.round((way + 50 + 90) * 1e9));
        assertEquals(1, held.content(node), "begun with one");
        assertEquals(2, held.contentOfLink(link), "two are held");
        PieceStatus first = held.onLink(link).getFirst();
        assertTrue(held.atEndOfLinkNanos(first.body()) > 0);
        assertTrue(new PieceStory(UnfoldedStudy.of(study), trace).doing(first, held).contains("has waited there"));
        Moment after = trace.at(Math.round((way + 50 + 101) * 1e9));
        assertEquals(List.of(2, 0), List.of(after.content(node), after.contentOfLink(link)));
        RunFigures run = Runs.of(study);
        assertEquals(3, run.out());
        assertEquals(3, run.crews().getFirst().jobs());
        // Taken over at way + 150 s, they wait 50 s for a third, and are worked on for 100 s.
        assertEquals(way + 300 - 60, run.lead().max(), NEAR);
    }

    @Test
    void whereNobodyIsThereWhoCouldCarryThePieceWaitsAndTheRestRuns() {
        for (boolean isAnybodyThere : new boolean[] {false, true}) {
            Lines lines = new Lines().chain(stock("In A", "Piece", 1), a).chain(x).chain(stock("In B", "Piece", 1), b).chain(y)
                    .link(carried("A", "X", 1)).link(new Link("B", "Y"));
            RunFigures run = Runs.of((isAnybodyThere ? lines.chain(crew("Others", 1, 0)) : lines).study(0.1, 0, 1));
            assertEquals(0, at(run, "X").out());
            assertEquals(1, at(run, "Y").out());
        }
    }

    @Test
    void asManyComeAsPiecesAreOnOfferWhereTheyCanGoSeveralWays() {
        // Whichever of four pieces can go goes to X or to Y, which both have room: four come at once.
        Buffer any = new Buffer("A", Placement.at(0, 0), OptionalInt.empty(), Buffer.Order.ANY);
        Study study = new Lines().chain(stock("In A", "Piece", 4), any).chain(x).chain(y).link(carried("A", "X", 1))
                .link(carried("A", "Y", 1)).chain(crew("W", 4, 0)).study(100 / 3600.0, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(4, run.out());
        assertEquals(List.of(1L, 1L, 1L, 1L), run.crews().getFirst().people().stream().map(one -> one.jobs()).toList());
        assertTrue(run.lead().max() < setDown(y) - takeUp(a) + 4, "nobody goes twice: " + run.lead().max());
    }

    @Test
    void afterTheWarmUpALinkCountsAnewAndItsFailureComesAfterSoManyPieces() {
        Study plain = new Lines().chain(timetable("In", "0 s 1 Piece", "100 s 1 Piece", "200 s 1 Piece", "300 s 1 Piece"), a).chain(x)
                .link(carried("A", "X", 1)).chain(crew("W", 1, 0)).study(380 / 3600.0, 50 / 3600.0, 1);
        RunFigures run = Runs.of(plain);
        assertEquals(3, run.links().getLast().arrived());
        assertEquals(3, run.links().getLast().departed());
        // After two pieces it is down for 150 s: nobody comes for the third before.
        FailureMode worn = FailureMode.of("worn", new UpTime.AfterCycles(2, false), Lines.time("150 s"));
        Study fails = plain.withLinks(plain.links().stream()
                .map(link -> link.travel() instanceof Travel.Carried ? link.withFailures(List.of(worn)) : link).toList());
        RunFigures failing = Runs.of(fails);
        double way = setDown(x) - takeUp(a);
        assertEquals(1, failing.links().getLast().modes().getFirst().failures());
        assertEquals(100 + 2 * way + 150 - 200 + 2 * way, failing.lead().max(), NEAR);
    }

    @Test
    void whatIsCarriedIsInTheHandsOfWhoCarriesIt() {
        Study study = two(1, 2);
        Trace trace = Runs.traceOf(study);
        Scene scene = new Scene(UnfoldedStudy.of(study));
        Poses poses = new Poses();
        PieceStory story = new PieceStory(UnfoldedStudy.of(study), trace);
        double toB = takeUp(b) - takeUp(a);
        for (double seconds : new double[] {1, toB - 0.01, toB + 0.01, 10.5, 20.25, setDown(x) - takeUp(a) + 1}) {
            Moment moment = trace.at(Math.round(seconds * 1e9));
            scene.pose(moment, 0, poses);
            moment.pieces().stream().filter(piece -> piece.link() >= 0)
                    .forEach(piece -> assertTrue(story.doing(piece, moment).startsWith("Is carried by W from "),
                            story.doing(piece, moment)));
            int inHands = 0;
            for (int i = 0; i < poses.count(); i++) {
                if (moment.carrierOf(poses.body(i)) == 0 && poses.place(i) >= moment.nodes()) {
                    inHands++;
                    assertEquals(scene.people().x(0), takeUp(a) + seconds, NEAR, "he walks on at a metre in a second");
                    assertEquals(scene.people().y(0), poses.y(i), NEAR);
                    assertTrue(poses.x(i) > scene.people().x(0) && poses.x(i) < scene.people().x(0) + 1, "before him, within reach");
                    assertEquals(90, poses.headingDegrees(i), NEAR, "across his way");
                    assertTrue(poses.z(i) > 0.9, "on his arms");
                }
            }
            assertEquals(seconds < toB ? 1 : seconds < setDown(x) - takeUp(a) ? 2 : 1, inHands, "at " + seconds + " s");
        }
    }
}
