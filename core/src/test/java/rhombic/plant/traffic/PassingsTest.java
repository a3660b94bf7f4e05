package rhombic.plant.traffic;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertNotSame;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import rhombic.plant.route.Route;
import rhombic.plant.route.Router;
import rhombic.plant.route.Routers;
import rhombic.space.Pose;
import rhombic.study.duty.TravelChoice;
import rhombic.study.kind.Basics;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Placement;
import rhombic.study.place.RoadSpace;
import rhombic.study.site.Aisle;
import rhombic.study.way.AisleNet;
import rhombic.study.way.Sections;

/** Which sections a route passes, for vehicles of 2 m by 1 m that keep half a metre. */
class PassingsTest {
    private static final RoadSpace SPACE = new RoadSpace(2, 1, 0.5);

    private final List<PlantElement> aisles;
    private final Sections sections;
    private final SectionBook book;
    private final Passings passings;
    private final Router router;

    PassingsTest() {
        aisles = List.of(aisle("A", Aisle.Direction.FORWARD, -40, 0, 40, 0), aisle("B", Aisle.Direction.BOTH_WAYS, 0, -40, 0, 40));
        sections = new Sections(AisleNet.of(aisles, false), SPACE);
        book = new SectionBook(sections);
        passings = new Passings(sections, book);
        router = new Routers(aisles).of(new Routers.Traveller(TravelChoice.ON_AISLES, false, true, 1, 0, 0.5, false, Set.of()));
    }

    private static PlantElement aisle(String name, Aisle.Direction direction, double x, double y, double toX, double toY) {
        return ((Aisle) Aisle.KIND.blank(Basics.of(name, Placement.at(0, 0)))
                .through(List.of(Pose.at(x, y, 0, 0), Pose.at(toX, toY, 0, 0))))
                .withDirection(direction);
    }

    private Route route(double x, double y, double heading, double toX, double toY) {
        return router.route(Pose.at(x, y, 0, heading), Pose.at(toX, toY, 0, heading));
    }

    private boolean isEmpty(Passing.Entry entry) {
        return entry.in() == entry.out();
    }

    /** What it is in follows from one section to the next, with the crossing as one. */
    @Test
    void sectionsFollowEachOtherAlongTheRoute() {
        for (Route route : List.of(route(-10, 0, 0, 15, 0), route(0, 20, 270, 0, -20), route(0, -20, 90, 0, 20))) {
            Passing passing = passings.of(route, false, 0);
            assertEquals(-1, passing.place);
            List<Passing.Entry> along = passing.entries.stream().filter(entry -> !isEmpty(entry)).toList();
            assertEquals(0, along.getFirst().in());
            for (int i = 1; i < along.size(); i++) {
                assertEquals(along.get(i - 1).out(), along.get(i).in(), 1e-9, "from one to the next");
                assertNotEquals(along.get(i - 1).section(), along.get(i).section(), "what is one crossing is one entry");
            }
            assertEquals(route.metres(), along.getLast().out(), 1e-9);
            List<Passing.Entry> crossing = along.stream().filter(entry -> book.name(entry.section()).contains("crossing")).toList();
            assertEquals(1, crossing.size());
            assertFalse(crossing.getFirst().isPlaceToWait());
        }
    }

    @Test
    void whoBeginsOnItsAisleAndLooksAheadNeedsNothingOfWhatIsBehind() {
        assertFalse(passings.of(route(-10, 0, 0, 15, 0), false, 0).entries.stream().limit(3).anyMatch(this::isEmpty));
        assertTrue(passings.of(route(-10, 0, 180, 15, 0), false, 0).entries.stream().anyMatch(this::isEmpty),
                "who turns first sweeps round");
        Passing beside = passings.of(route(-10, 3, 0, 15, 0), false, 0);
        Passing.Entry first = beside.entries.getFirst();
        assertEquals(0, first.in());
        assertTrue(first.out() >= 3 && first.out() < 5, "the way onto the aisle, 3 m beside it: " + first.out());
        Passing back = passings.of(route(0, 20, 270, 0, -20), false, 0);
        assertFalse(back.entries.stream().limit(3).anyMatch(this::isEmpty), "against the aisle's own direction too");
    }

    @Test
    void thePlaceAtTheEndIsOneForAllWhoGoThere() {
        Passing one = passings.of(route(-10, 0, 0, 15, 3), true, 0);
        Passing other = passings.of(route(-20, 0, 0, 15, 3), true, 0);
        assertTrue(one.place >= sections.sections().size());
        assertEquals(one.place, other.place);
        Passing near = passings.of(route(-20, 0, 0, 15.4, 3), true, 0);
        Passing far = passings.of(route(-20, 0, 0, 25, 3), true, 0);
        assertTrue(book.excluded(one.place).contains(near.place) && book.excluded(near.place).contains(one.place), "two that overlap");
        assertFalse(book.excluded(one.place).contains(far.place));
        assertEquals("the place at 15.0, 3.0", book.name(one.place));
        assertEquals(one.place, one.entries.getLast().section());
        assertEquals(Double.POSITIVE_INFINITY, one.entries.getLast().out());
        assertEquals(route(-10, 0, 0, 15, 3).metres() - 3, one.entries.getLast().in(), 1e-9, "from when it leaves the aisle");
    }

    /** On a one-way aisle all ahead as far as it takes to be clear of the place; where one may turn back nothing of it. */
    @Test
    void whatIsNeededToLeaveAPlaceAgain() {
        Passing oneWay = passings.of(route(-10, 0, 0, 15, 3), true, 0);
        List<Integer> exit = Arrays.stream(oneWay.exit).boxed().toList();
        double clear = 15 + 2 * SPACE.half();
        Stream<Sections.Cut> cuts = stretches().flatMap(stretch -> sections.cuts(stretch).stream()
                .filter(cut -> sections.net().along(stretch, cut.from()).y() == 0)
                .filter(cut -> sections.net().along(stretch, cut.from()).x() < clear && sections.net().along(stretch, cut.to()).x() > 15));
        List<Integer> ahead = cuts.map(Sections.Cut::section).distinct().toList();
        assertFalse(ahead.isEmpty());
        assertTrue(exit.containsAll(ahead), exit + " has " + ahead);
        Passing bothWays = passings.of(route(0, -20, 90, 3, 15), true, 0);
        long along = Arrays.stream(bothWays.exit).filter(section -> book.isPlaceToWait(section)).distinct().count();
        assertTrue(along <= 3, "only what it passes to come onto the aisle");
        assertEquals(0, passings.of(route(-10, 0, 0, 15, 0), false, 0).exit.length);
        assertEquals(0, passings.of(Route.straight(Pose.at(200, 200, 0, 0), Pose.at(201, 200, 0, 0)), true, 0).exit.length);
    }

    private Stream<Integer> stretches() {
        return Stream.iterate(0, i -> i < sections.net().stretches().size(), i -> i + 1);
    }

    @Test
    void aRouteIsReckonedOnceForEachSortOfVehicle() {
        Route route = route(-10, 0, 0, 15, 3);
        Passing known = passings.of(route, true, 0);
        assertSame(known, passings.of(route, true, 0));
        assertNotSame(known, passings.of(route, false, 0));
        assertNotSame(known, passings.of(route, true, 2));
        assertEquals(known.left(0) + 2, passings.of(route, true, 2).left(0), 1e-9, "what is pulled is left later");
    }
}
