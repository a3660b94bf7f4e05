package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.stock;
import static rhombic.validation.Lines.time;

import java.time.LocalTime;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import rhombic.insight.TruckStory;
import rhombic.measure.EquipmentFigures;
import rhombic.measure.RunFigures;
import rhombic.measure.TypeFigures;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.scene.Poses;
import rhombic.scene.Scene;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.check.Problem;
import rhombic.study.check.StudyCheck;
import rhombic.study.duty.AtShiftEnd;
import rhombic.study.duty.Calendar;
import rhombic.study.duty.IdlePlace;
import rhombic.study.duty.Need;
import rhombic.study.duty.UpTime;
import rhombic.study.fleet.Loading;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Crew;
import rhombic.study.kind.Dock;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Placement;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.PieceType;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Recipe;
import rhombic.study.work.Supply;
import rhombic.trace.Moment;
import rhombic.trace.Trace;
import rhombic.validation.Lines;

/** Docks worked out by hand: trucks that bring three pallets and take two boxes along. */
class DocksTest {
    private static final double NEAR = 1e-6;
    private static final double SECONDS = 2000;
    private static final PieceType TRUCK = PieceType.truck("Truck");
    private static final PieceType PALLET = PieceType.usual("Pallet");
    private static final PieceType BOX = PieceType.usual("Box");

    private static Recipe of(int count, String type) {
        return new Recipe.Fixed(List.of(new Recipe.Part(type, count)));
    }

    private static Dock dock(String name) {
        return Dock.KIND.blank(Basics.of(name, Placement.at(0, 0))).withDockingTime(time("60 s")).withLeavingTime(time("30 s"));
    }

    private static GoodsIn trucks(Recipe load, String... rows) {
        return Lines.timetable("Trucks", rows).withLoad(load);
    }

    private static Lines lines() {
        return new Lines().types(TRUCK, PALLET, BOX);
    }

    private static Link to(String from, String to, String fromPort, String toPort) {
        return new Link(from, to).withPorts(fromPort, toPort);
    }

    private static EquipmentFigures figures(RunFigures run, String name) {
        return run.equipment().stream().filter(one -> one.name().equals(name)).findFirst().orElseThrow();
    }

    private static TypeFigures type(RunFigures run, String name) {
        return run.types().stream().filter(one -> one.name().equals(name)).findFirst().orElseThrow();
    }

    private static boolean isConserved(RunFigures run) {
        return run.in() + run.made() == run.out() + run.joined() + run.scrapped() + run.inside();
    }

    /** A station takes each pallet off the truck in 20 s; the last leaves the truck when the one before it is done. */
    @Test
    void aTruckDocksIsUnloadedAndLeaves() {
        Study study = lines().chain(trucks(of(3, "Pallet"), "100 s Truck"), dock("Dock"), goodsOut("Gate"))
                .chain(Lines.station("Check", 1, 0, "20 s"), goodsOut("Store")).link(to("Dock", "Check", Dock.UNLOADING, ""))
                .study(SECONDS / 3600, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(60 + 40 + 30, type(run, "Truck").lead().max(), NEAR);
        assertEquals(60 + 3 * 20, type(run, "Pallet").lead().max(), NEAR);
        assertEquals(4, run.out());
        assertEquals(0, run.inside());
        EquipmentFigures dock = figures(run, "Dock");
        assertEquals((60 + 30) / SECONDS, dock.share(EquipmentState.WORKING), NEAR);
        assertEquals(40 / SECONDS, dock.share(EquipmentState.BLOCKED), NEAR, "the station has no room");
        assertTrue(isConserved(run));
    }

    @Test
    void nothingIsLoadedBeforeAllIsUnloadedAndItLeavesWhenItHasAll() {
        Dock dock = dock("Dock").withLoad(of(2, "Box"));
        Study study = lines().chain(trucks(of(3, "Pallet"), "100 s Truck"), dock, goodsOut("Gate"))
                .chain(Lines.station("Check", 1, 0, "20 s"), goodsOut("Store")).link(to("Dock", "Check", Dock.UNLOADING, ""))
                .chain(Lines.timetable("Boxes", "10 s Box", "20 s Box", "30 s Box"), buffer("Shelf", -1))
                .link(to("Shelf", "Dock", "", Dock.LOADING)).study(SECONDS / 3600, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(60 + 40 + 30, type(run, "Truck").lead().max(), NEAR, "boxes are there");
        assertEquals(2, type(run, "Box").out(), "they leave with it");
        assertEquals(100 + 60 + 40 + 30 - 10, type(run, "Box").lead().max(), NEAR);
        assertEquals(1, run.inside(), "the third box stays");
        assertTrue(isConserved(run));
    }

    /** The second box comes after 500 s: the truck waits for it, or leaves before. */
    @Test
    void itLeavesWithoutTheRestWhenItsTimeIsUp() {
        UnaryOperator<Dock> plain = UnaryOperator.identity();
        assertEquals(400 + 30, leads(plain), NEAR, "it came at 100 s");
        assertEquals(250 + 30, leads(dock -> dock.withLeaveAfter(Optional.of(new TimeSource.Drawn(time("250 s"))))), NEAR);
        assertEquals(60 + 30, leads(dock -> dock.withLeaveAfter(Optional.of(new TimeSource.Drawn(time("5 s"))))), NEAR, "it docks first");
    }

    private static double leads(UnaryOperator<Dock> change) {
        Study study = lines().chain(trucks(new Recipe.Fixed(List.of()), "100 s Truck"), change.apply(dock("Dock").withLoad(of(2, "Box"))),
                goodsOut("Gate")).chain(Lines.timetable("Boxes", "10 s Box", "500 s Box"), buffer("Shelf", -1))
                .link(to("Shelf", "Dock", "", Dock.LOADING)).study(SECONDS / 3600, 0, 1);
        RunFigures run = Runs.of(study);
        assertTrue(isConserved(run));
        return type(run, "Truck").lead().max();
    }

    /** Three trucks at once for two docks: the third waits in the yard until the first is done. */
    @Test
    void whoFindsNoFreeDockWaitsInTheYard() {
        Study study = lines()
                .chain(trucks(new Recipe.Fixed(List.of()), "100 s 3 Truck"), buffer("Yard", -1), dock("Dock 1"), goodsOut("Gate"))
                .chain(dock("Dock 2")).link("Yard", "Dock 2").link("Dock 2", "Gate").study(SECONDS / 3600, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(90, type(run, "Truck").lead().min(), NEAR);
        assertEquals(180, type(run, "Truck").lead().max(), NEAR);
        assertEquals(3, run.out());
    }

    /** A forklift, 1 m/s, takes 10 s to pick up and 5 s to set down. */
    @Test
    void aForkliftUnloadsItAndStatesSayWhy() {
        Fleet fleet = Fleet.KIND.blank(Basics.of("F", Placement.at(4, -4)))
                .withDriving(driving -> driving.withSpeed(Quantity.parse("1 m/s", Dimension.SPEED)))
                .with(new Loading(time("10 s"), time("5 s"))).withRules(rules -> rules.withIdleAt(IdlePlace.WHERE_THEY_ARE));
        PlantElement store = buffer("Store", -1).placed(Placement.at(20, 0));
        Study study = lines().chain(trucks(of(3, "Pallet"), "100 s Truck"), dock("Dock"), goodsOut("Gate")).chain(store).chain(fleet)
                .link(to("Dock", "Store", Dock.UNLOADING, "").withTravel(new Travel.Carried(Need.of("F"), 1))).study(SECONDS / 3600, 0, 1);
        RunFigures run = Runs.of(study);
        Trace trace = Runs.traceOf(study);
        assertEquals(3, figures(run, "Store").in());
        assertEquals(1, run.out());
        EquipmentFigures dock = figures(run, "Dock");
        double served = type(run, "Truck").lead().max() - 90;
        assertEquals((served + 90) / SECONDS, dock.share(EquipmentState.WORKING) + dock.share(EquipmentState.WAITING_FOR_CREW), NEAR);
        assertTrue(dock.share(EquipmentState.WAITING_FOR_CREW) > 10 / SECONDS, "it waits while the forklift brings one");
        Moment moment = trace.at(170_000_000_000L);
        assertEquals(4, moment.inside());
        Scene scene = new Scene(UnfoldedStudy.of(study));
        Poses poses = new Poses();
        scene.pose(moment, 0, poses);
        double edge = -dock("D").footprint().lengthMetres() / 2;
        int onDeck = 0;
        for (int p = 0; p < poses.count(); p++) {
            boolean isTruck = moment.typeOf(poses.body(p)) == 0;
            if (isTruck) {
                assertEquals(edge - 0.1 - 6.8, poses.x(p), 1e-9, "its rear at the edge");
                assertEquals(180, poses.headingDegrees(p), 1e-9, "its cab outside");
            } else if (moment.spot(poses.body(p)).isOnAnother()) {
                assertEquals(1.2, poses.z(p), 1e-9, "on its deck");
                onDeck++;
            }
        }
        assertTrue(onDeck >= 2, "what is not picked up yet lies on it: " + onDeck);
    }

    /** The first is at the dock, the second waits; at the end both have left. */
    @Test
    void itIsToldHowManyTrucksCameAndWhyThoseInsideStand() {
        Study study = lines().chain(trucks(of(3, "Pallet"), "100 s 2 Truck"), buffer("Yard", -1), dock("Dock"), goodsOut("Gate"))
                .chain(Lines.station("Check", 1, 0, "20 s"), goodsOut("Store")).link(to("Dock", "Check", Dock.UNLOADING, ""))
                .study(SECONDS / 3600, 0, 1);
        Trace trace = Runs.traceOf(study);
        TruckStory story = new TruckStory(UnfoldedStudy.of(study));
        assertEquals(List.of("2 trucks have come, 0 have left, 2 are inside.",
                "Dock: Truck 1 has stood here for 1 min 10 s with 2 pieces on it: there has been no room where what it brings goes for 10 s.",
                "Truck 5 has waited in Yard for 1 min 10 s for room at Dock."), story.at(trace.at(170_000_000_000L)));
        assertEquals(List.of("2 trucks have come, 2 have left, 0 are inside."), story.at(trace.at(1_900_000_000_000L)));
        assertTrue(story.concerns(0) && story.concerns(1) && story.concerns(2), "trucks come there");
        assertEquals(false, story.concerns(4), "what they bring goes there");
    }

    @Test
    void whatATruckTakesFollowsFromItsAttributesByATable() {
        Study study = lines().tables(Lines.table("Orders", "Truck:Box:2", "Truck:Pallet:1"))
                .chain(trucks(new Recipe.Fixed(List.of()), "100 s Truck"),
                        dock("Dock").withLoad(new Recipe.FromTable("Orders", "piece.type")),
                        goodsOut("Gate"))
                .chain(stock("Boxes", "Box", 5), buffer("Shelf", -1)).chain(stock("Pallets", "Pallet", 5), buffer("Floor", -1))
                .link(to("Shelf", "Dock", "", Dock.LOADING)).link(to("Floor", "Dock", "", Dock.LOADING)).study(SECONDS / 3600, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(2, type(run, "Box").out());
        assertEquals(1, type(run, "Pallet").out());
        assertEquals(90, type(run, "Truck").lead().max(), NEAR);
    }

    @Test
    void untilFullItTakesWhateverComes() {
        Dock dock = dock("Dock").withLoad(of(3, Recipe.ANY_TYPE));
        Study study = lines().chain(trucks(new Recipe.Fixed(List.of()), "100 s Truck"), dock, goodsOut("Gate"))
                .chain(Lines.timetable("Mixed", "10 s Box", "300 s Pallet", "400 s Box", "500 s Box"), buffer("Shelf", -1))
                .link(to("Shelf", "Dock", "", Dock.LOADING)).study(SECONDS / 3600, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(300 + 30, type(run, "Truck").lead().max(), NEAR);
        assertEquals(1, run.inside());
    }

    /** One comes from 4 km away for the first pallet, and goes home after an hour; another brings all of them then. */
    @Test
    void whoGoesHomeOnTheWayLeavesWhatIsOnTheTruckToOthers() {
        RunFigures run = Runs.of(handedOver(lines().chain(trucks(of(3, "Pallet"), "100 s Truck"), dock("Dock"), goodsOut("Gate"))
                .chain(goodsOut("Store").placed(Placement.at(20, 0)))
                .link(to("Dock", "Store", Dock.UNLOADING, "").withTravel(new Travel.Carried(Need.of("W"), 1)))));
        assertEquals(3, figures(run, "Store").in());
        TypeFigures pallets = type(run, "Pallet");
        assertEquals(3, pallets.out(), "each once");
        assertEquals(0, run.inside());
        assertTrue(isConserved(run));
        assertEquals(pallets.lead().mean(), pallets.workMean() + pallets.waitMean() + pallets.blockedMean() + pallets.moveMean()
                + pallets.crewMean(), NEAR);
        assertTrue(pallets.blockedMean() >= 0 && pallets.waitMean() >= 60 - NEAR, "while the truck docks: " + pallets);
    }

    /** The truck itself is towed away: it has waited for that, and for nothing else, since it was done. */
    @Test
    void whoGoesHomeOnTheWayLeavesTheTruckToOthers() {
        RunFigures run = Runs.of(handedOver(lines().chain(trucks(new Recipe.Fixed(List.of()), "100 s Truck"), dock("Dock"))
                .chain(goodsOut("Gate").placed(Placement.at(-40, 0)))
                .link(new Link("Dock", "Gate").withTravel(new Travel.Carried(Need.of("W"), 1))).chain(stock("Boxes", "Box", 1),
                        goodsOut("Elsewhere"))));
        assertEquals(1, figures(run, "Gate").in());
        TypeFigures trucks = type(run, "Truck");
        assertEquals(0, trucks.blockedMean(), NEAR);
        assertEquals(90, trucks.workMean(), NEAR);
        assertEquals(trucks.lead().mean() - 90 - trucks.moveMean(), trucks.crewMean(), NEAR);
    }

    private static Study handedOver(Lines lines) {
        Study plain = lines.chain(Peopled.onDuty(walks("Early", 4000), "C", AtShiftEnd.STOP))
                .chain(Peopled.onDuty(walks("Late", 50), "D", AtShiftEnd.FINISH)).study(6, 0, 1);
        LocalTime start = plain.plan().start().toLocalTime();
        Calendar early = Peopled.calendar(start + " " + start.plusHours(1));
        Calendar late = new Calendar("D", Peopled.calendar(start.plusHours(1) + " " + start.plusHours(7)).week(), List.of());
        return plain.withCalendars(List.of(early, late));
    }

    private static Crew walks(String name, double away) {
        return (Crew) Crew.usual(Basics.of(name, Placement.at(away, 0))).withSpeed(Optional.of(Quantity.parse("1 m/s", Dimension.SPEED)))
                .withRules(rules -> rules.withIdleAt(IdlePlace.WHERE_THEY_ARE)).withSkills(List.of("W"));
    }

    private static List<String> messages(Study study) {
        return StudyCheck.of(study).stream().filter(problem -> problem.grade() != Problem.Grade.HINT).map(Problem::message).toList();
    }

    @Test
    void whatCannotWorkIsTold() {
        Study plain = lines().chain(trucks(of(3, "Pallet"), "100 s Truck"), dock("Dock"), goodsOut("Gate")).study(SECONDS / 3600, 0, 1);
        assertTrue(messages(plain).contains("None of its links is for pieces of type Pallet, so they stay and block it"),
                messages(plain)::toString);
        Study wrong = lines().chain(trucks(of(3, "Pallet"), "100 s Pallet"), dock("Dock"), goodsOut("Gate")).study(SECONDS / 3600, 0, 1);
        assertTrue(
                messages(wrong).contains("Pieces of type Pallet come where trucks come, but are no load carriers, so they wait for ever"),
                messages(wrong)::toString);
        assertTrue(messages(wrong).contains("It is said what load carriers bring, but none of its types is one"),
                messages(wrong)::toString);
        Study nothing = lines()
                .chain(trucks(new Recipe.Fixed(List.of()), "100 s Truck"), dock("Dock").withLoad(of(2, "Box")), goodsOut("Gate"))
                .study(SECONDS / 3600, 0, 1);
        assertTrue(messages(nothing).contains("Trucks are to take Box along, but none comes to be loaded, so they wait for ever"),
                messages(nothing)::toString);
        Study many = lines()
                .chain(new GoodsIn("Trucks", Lines.SOMEWHERE, "Truck", Optional.of(new Supply.Spaced(time("80 s"))),
                        GoodsIn.WhenFull.WAIT, OptionalInt.empty()), buffer("Yard", -1), dock("Dock"), goodsOut("Gate"))
                .study(SECONDS / 3600, 0, 1);
        assertTrue(messages(many).contains(
                "45.0 trucks an hour come, but its dock could serve only 40.0 even if nothing had to be moved, so ever more wait"),
                messages(many)::toString);
    }

    /** Random docks, forklifts and timetables: nothing is lost, trucks leave with what they are to take, watched as unwatched. */
    @ParameterizedTest
    @MethodSource("rhombic.plant.Runs#nets")
    void nothingIsLostAndWatchedIsAsUnwatched(long seed) {
        Random random = new Random(seed);
        int count = 1 + random.nextInt(3);
        int boxes = random.nextInt(3);
        Lines lines = lines().chain(new GoodsIn("Trucks", Lines.SOMEWHERE, "Truck",
                Optional.of(new Supply.Spaced(time("exponential(" + (60 + random.nextInt(200)) + " s)"))),
                GoodsIn.WhenFull.WAIT, OptionalInt.empty()).withLoad(of(2 + random.nextInt(4), "Pallet")), buffer("Yard", -1));
        lines.chain(goodsOut("Gate")).chain(buffer("Store", -1).placed(Placement.at(25, 0)),
                Lines.station("Work", 1, 2, "exponential(20 s)"),
                buffer("Shelf", -1).placed(Placement.at(25, 8)));
        Fleet fleet = Fleet.KIND.blank(Basics.of("F", Placement.at(5, -6))).withVehicles(1 + random.nextInt(3))
                .withCapacity(1 + random.nextInt(2))
                .with(new Loading(time("exponential(5 s)"), time("3 s")));
        for (int i = 0; i < count; i++) {
            Dock dock = (Dock) dock("Dock " + i).withLoad(boxes == 0 ? new Recipe.Fixed(List.of()) : of(boxes, "Pallet"))
                    .withLeaveAfter(random.nextBoolean() ? Optional.of(new TimeSource.Drawn(time("exponential(300 s)"))) : Optional.empty())
                    .placed(Placement.at(0, 5 * i));
            lines.chain(dock).link("Yard", "Dock " + i).link("Dock " + i, "Gate");
            lines.link(to("Dock " + i, "Store", Dock.UNLOADING, "").withTravel(new Travel.Carried(Need.of("F"), 1 + random.nextInt(2))));
            if (dock.loads()) {
                lines.link(to("Shelf", "Dock " + i, "", Dock.LOADING).withTravel(new Travel.Carried(Need.of("F"), 1)));
            }
        }
        fleet = random.nextBoolean()
                ? Peopled.fails(fleet, Peopled.mode("chain", "exponential(6 min)", UpTime.Clock.CALENDAR, "40 s"))
                : fleet;
        boolean hasShifts = random.nextBoolean();
        fleet = hasShifts ? Peopled.onDuty(fleet, "C", AtShiftEnd.values()[random.nextInt(AtShiftEnd.values().length)]) : fleet;
        Study study = lines.chain(fleet).study(2, random.nextInt(2) * 0.5, 1);
        study = hasShifts
                ? study.withCalendars(
                        List.of(Peopled.calendar("00:00 23:59", "06:10 06:30 break", "06:50 07:10 break", "07:30 07:35 break")))
                : study;
        Runs.sound(study, seed);
        RunFigures run = Runs.of(study);
        assertTrue(type(run, "Truck").out() > 0, "seed " + seed + ": trucks leave");
    }
}
