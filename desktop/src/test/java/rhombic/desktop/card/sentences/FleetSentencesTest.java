package rhombic.desktop.card.sentences;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import rhombic.desktop.card.text.Sentence;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.area.ChargingArea;
import rhombic.study.area.ParkingArea;
import rhombic.study.area.Zone;
import rhombic.study.duty.Need;
import rhombic.study.fleet.Battery;
import rhombic.study.fleet.VehicleType;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Crew;
import rhombic.study.kind.Fleet;
import rhombic.study.place.Placement;
import rhombic.study.site.Aisle;
import rhombic.study.value.TimeSource;

/** What the cards of fleets and of charging areas say, and what their tokens change. */
class FleetSentencesTest {
    private final Study study = Study.empty()
            .with(List.of(Fleet.KIND.blank(Basics.of("AGVs", Placement.at(0, 0))).withForm(VehicleType.AGV),
                    new ChargingArea(Basics.of("Charging", Placement.at(9, 0)), 2)), List.of());

    private static Study edited(Study study, String name, String id, String text) {
        return Sentences.of(study, study.find(name).orElseThrow()).stream().flatMap(sentence -> sentence.parts().stream())
                .filter(Sentence.Token.class::isInstance).map(Sentence.Token.class::cast).filter(token -> token.id().equals(id)).findFirst()
                .orElseThrow().change().apply(text).apply(study);
    }

    private static boolean says(Study study, String name, String text) {
        return Sentences.of(study, study.find(name).orElseThrow()).stream().anyMatch(sentence -> sentence.text().contains(text));
    }

    private static Battery battery(Study study) {
        return ((Fleet) study.find("AGVs").orElseThrow()).battery().orElseThrow();
    }

    @Test
    void aDistanceIsKeptOnceItIsTyped() {
        assertTrue(says(study, "AGVs", "On aisles they keep no distance from each other."));
        Study apart = edited(study, "AGVs", "safe distance", "0.6 m");
        assertTrue(says(apart, "AGVs", "On aisles they keep 0.6 m from each other."));
        assertTrue(((Fleet) apart.find("AGVs").orElseThrow()).roadSpace().isPresent());
        assertEquals(study, edited(apart, "AGVs", "safe distance", ""));
        assertThrows(IllegalArgumentException.class, () -> edited(study, "AGVs", "safe distance", "30 m"));
    }

    @Test
    void anAisleSaysHowManyShareIt() {
        Study with = study
                .with(Aisle.KIND.blank(Basics.of("A", Placement.at(0, 0))).through(List.of(Pose.at(0, 5, 0, 0), Pose.at(20, 5, 0, 0))));
        assertEquals(false, says(with, "A", "keep their distance"));
        assertTrue(says(with, "A", "Of fleets, all use it, with vehicles of any height that can carry any load."));
        assertTrue(says(edited(with, "A", "fleets", "AGVs"), "A", "Of fleets, only AGVs uses it, with vehicles of any height"));
        Study apart = edited(with, "AGVs", "safe distance", "0.6 m");
        assertTrue(says(apart, "A", "Of vehicles that keep their distance, several are on a stretch of it at a time."));
        assertEquals(Aisle.Traffic.ONE, ((Aisle) edited(apart, "A", "traffic", "one").find("A").orElseThrow()).traffic());
    }

    private static Fleet fleet(Study study) {
        return (Fleet) study.find("AGVs").orElseThrow();
    }

    @Test
    void whatItCarriesIsLimitedByPiecesAndWeight() {
        assertTrue(says(study, "AGVs", "1 AGV that carries 1 piece of any weight at a time."));
        Study strong = edited(edited(study, "AGVs", "max weight", "1.5 t"), "AGVs", "capacity", "2");
        assertTrue(says(strong, "AGVs", "1 AGV that carries 2 pieces of at most 1.5 t at a time."));
        assertEquals(study, edited(edited(strong, "AGVs", "max weight", ""), "AGVs", "capacity", "1"));
        assertThrows(IllegalArgumentException.class, () -> edited(study, "AGVs", "max weight", "0 kg"));
    }

    @Test
    void whoDrivesIsChosenWhereThereArePeople() {
        assertEquals(false, says(study, "AGVs", "driver"));
        Study with = study.with(Crew.KIND.blank(Basics.of("Drivers", Placement.at(0, 9))).withSkills(List.of("Licence")));
        assertTrue(says(with, "AGVs", "Each needs no driver."));
        Study driven = edited(with, "AGVs", "driver", "is driven by one of Licence");
        assertEquals("Licence", driven.groups().getFirst().driver());
        assertTrue(says(driven, "AGVs", "Each is driven by one of Licence, who comes when there is something to do"));
        assertEquals(with, edited(driven, "AGVs", "driver", "needs no driver"));
    }

    @Test
    void whoCarriesMayPushATrolley() {
        Study with = study.with(Crew.KIND.blank(Basics.of("Porters", Placement.at(0, 9))));
        assertEquals(false, says(with, "Porters", "in their hands"), "they carry nothing yet");
        Study carry = with.with(List.of(new Buffer("A", Placement.at(0, 20), OptionalInt.empty(), Buffer.Order.OLDEST_FIRST),
                new Buffer("B", Placement.at(9, 20), OptionalInt.empty(), Buffer.Order.OLDEST_FIRST)),
                List.of(new Link("A", "B").withTravel(new Travel.Carried(Need.of("Porters"), 4))));
        assertTrue(says(carry, "Porters", "They carry in their hands."));
        Study pushed = edited(edited(edited(carry, "Porters", "add trolley", ""), "Porters", "trolley pieces", "12"), "Porters",
                "trolley speed", "0.8 m/s");
        assertTrue(says(pushed, "Porters", "Who carries pushes a trolley with room for 12 pieces, loaded at 0.8 m/s."));
        assertEquals(carry, edited(pushed, "Porters", "take out trolley", ""));
        assertThrows(IllegalArgumentException.class, () -> edited(pushed, "Porters", "trolley pieces", "0"));
    }

    @Test
    void aRoundIsGivenChangedAndTakenOut() {
        assertTrue(says(study, "AGVs", "They go where they are needed."));
        Study plant = study.with(List.of(new Buffer("A", Placement.at(0, 0), OptionalInt.empty(), Buffer.Order.OLDEST_FIRST),
                new Buffer("B", Placement.at(9, 0), OptionalInt.empty(), Buffer.Order.OLDEST_FIRST)), List.of());
        Study round = edited(plant, "AGVs", "add round", "B\nA");
        assertTrue(says(round, "AGVs", "They make a round: B, A. One sets out as soon as it is back."));
        assertTrue(says(edited(round, "AGVs", "departure", "every 15 min"), "AGVs", "One sets out every 15 min."));
        Study timed = edited(round, "AGVs", "departure", "at 9:30, 06:00");
        assertTrue(says(timed, "AGVs", "One sets out at 06:00, 09:30."));
        assertTrue(says(edited(timed, "AGVs", "departure", "on call"), "AGVs", "One sets out on call."));
        assertThrows(IllegalArgumentException.class, () -> edited(round, "AGVs", "departure", "at noon"));
        assertThrows(IllegalArgumentException.class, () -> edited(round, "AGVs", "departure", "sometimes"));
        assertEquals(plant, edited(edited(timed, "AGVs", "departure", "as soon as it is back"), "AGVs", "take out round", ""));
        assertEquals(List.of("A"), fleet(edited(round, "AGVs", "stops", "A")).round().orElseThrow().stops());
    }

    @Test
    void whatTheyDoFirstMayFollowAFormula() {
        assertTrue(says(study, "AGVs", "of what is most urgent they do the longest waiting first."));
        Study byFormula = edited(edited(study, "AGVs", "job rule", "what is highest by formula"), "AGVs", "job formula", "-piece.due");
        assertTrue(says(byFormula, "AGVs", "they do what is highest by formula, -piece.due, first."));
        assertTrue(says(edited(study, "AGVs", "job rule", "where most waits"), "AGVs", "they do where most waits first."));
    }

    @Test
    void handlingTakesATimeByTypeAndAtEachStop() {
        Study timed = edited(edited(study, "AGVs", "pick up", "12 s"), "AGVs", "stop time", "5 s");
        assertTrue(says(timed, "AGVs",
                "Picking a piece up takes 12 s + depends on, setting it down 0 s + depends on, and each stop 5 s more."));
        Study byType = edited(timed, "AGVs", "pick up depends", "by type");
        assertTrue(fleet(byType).loading().pickUpTime() instanceof TimeSource.ByType);
    }

    @Test
    void anAisleIsForLowAndLightVehicles() {
        Study with = study
                .with(Aisle.KIND.blank(Basics.of("A", Placement.at(0, 0))).through(List.of(Pose.at(0, 5, 0, 0), Pose.at(20, 5, 0, 0))));
        Aisle low = (Aisle) edited(with, "A", "max height", "0.5 m").find("A").orElseThrow();
        assertEquals(false, low.admits(fleet(study)));
        assertTrue(low.with(low.limits().withMaxHeight(Optional.of(Quantity.metres(2)))).admits(fleet(study)));
        Aisle light = (Aisle) edited(with, "A", "max load", "1 t").find("A").orElseThrow();
        assertEquals(false, light.admits(fleet(study)), "it may carry anything");
        assertTrue(light.admits(fleet(edited(study, "AGVs", "max weight", "800 kg"))));
        assertTrue(says(edited(with, "A", "max load", "1 t"), "A", "with vehicles of any height that can carry at most 1 t."));
    }

    @Test
    void aBatteryIsGivenChangedAndTakenOut() {
        assertTrue(says(study, "AGVs", "They never run down."));
        Study driven = edited(study, "AGVs", "add battery", "");
        assertEquals(Battery.USUAL, battery(driven));
        assertTrue(says(driven, "AGVs",
                "A full battery lasts 8 km of driving, 20 h of standing or any number of pieces picked up or set down. "
                        + "Below 20 % it is charged, from empty to full in 1 h, where they park, only then; from 60 % on they take orders again."));
        Study changed = edited(edited(edited(edited(driven, "AGVs", "range", "5 km"), "AGVs", "standby", ""), "AGVs", "liftings", "900"),
                "AGVs",
                "charges at", "at Charging");
        assertEquals(Battery.USUAL.withRange(Quantity.parse("5 km", Dimension.LENGTH)).withStandby(Optional.empty())
                .withLiftings(OptionalInt.of(900)).withAt("Charging"), battery(changed));
        assertTrue(says(changed, "Charging", "2 vehicles at a time. For AGVs."));
        assertTrue(battery(edited(changed, "AGVs", "swaps", "swapped for a full one")).swaps());
        assertTrue(battery(edited(changed, "AGVs", "when idle", "and whenever there is nothing to do")).whenIdle());
        assertThrows(IllegalArgumentException.class, () -> edited(changed, "AGVs", "charge below", "70 %"), "it would leave before");
        assertThrows(IllegalArgumentException.class, () -> edited(changed, "AGVs", "charge time", "0 s"));
        assertEquals(study, edited(driven, "AGVs", "take out battery", ""));
    }

    @Test
    void aChargingAreaHasPlaces() {
        assertTrue(says(study, "Charging", "No fleet charges here yet"));
        assertEquals(5, ((ChargingArea) edited(study, "Charging", "places", "5").find("Charging").orElseThrow()).places());
        assertThrows(IllegalArgumentException.class, () -> edited(study, "Charging", "places", "0"));
    }

    private final Study deployed = study.with(Fleet.KIND.blank(Basics.of("Trucks", Placement.at(0, 9))))
            .with(new ParkingArea(Basics.of("Parking", Placement.at(9, 9)), 3)).with(new Zone(Basics.of("North", Placement.at(9, 20))));

    @Test
    void whereTheyWaitAndFetchIsSaidWhereThereIsAChoice() {
        assertTrue(says(study, "AGVs", "They wait for orders at home."));
        assertFalse(says(study, "AGVs", "They fetch"), "there are no zones");
        assertFalse(says(study, "AGVs", "They are part of"), "there is no other fleet");
        Study parked = edited(deployed, "AGVs", "parking", "Parking");
        assertTrue(says(parked, "AGVs", "They wait for orders at the nearest free place of Parking."));
        assertTrue(says(parked, "Parking", "3 vehicles at a time. For AGVs."));
        assertTrue(says(deployed, "Parking", "No fleet waits here yet"));
        assertEquals(deployed, edited(parked, "AGVs", "parking", ""));
        assertTrue(says(deployed, "AGVs", "They fetch from everywhere."));
        Study zoned = edited(deployed, "AGVs", "zones", "North");
        assertTrue(says(zoned, "AGVs", "They fetch only from North."));
        assertTrue(says(zoned, "North", "Vehicles of AGVs fetch what comes out here."));
    }

    @Test
    void aFleetCanBePartOfAnother() {
        assertTrue(says(deployed, "AGVs", "They are part of no other fleet."));
        Study part = edited(deployed, "AGVs", "part of", "Trucks");
        assertTrue(says(part, "AGVs", "They are part of Trucks: who calls that one calls them too, and its rule says which of all comes."));
        assertTrue(says(part, "Trucks", "Who calls them calls AGVs too: these are of the same fleet."));
        assertEquals(deployed, edited(part, "AGVs", "part of", "no other fleet"));
    }

    @Test
    void aSpeedRoundCornersCanBeSaidOfWhatSpeedsUpAndDoesNotTurnOnTheSpot() {
        Study slow = edited(study, "AGVs", "acceleration", "0.5 m/s\u00b2");
        assertTrue(says(slow, "AGVs", "and go round corners without stopping, at full speed."));
        Study limited = edited(slow, "AGVs", "corner speed", "0.8 m/s");
        assertTrue(says(limited, "AGVs", "and go round corners without stopping, at 0.8 m/s."));
        assertThrows(IllegalArgumentException.class, () -> edited(slow, "AGVs", "corner speed", "0 m/s"));
        assertFalse(says(edited(limited, "AGVs", "quarter turn", "4 s"), "AGVs", "round corners"));
    }

    @Test
    void theyStopBesideTheAisleOrOnIt() {
        assertTrue(says(study, "AGVs", "pick up and set down beside the aisle."));
        assertTrue(says(edited(study, "AGVs", "stops", "from the aisle"), "AGVs", "pick up and set down from the aisle."));
        assertTrue(says(edited(study, "AGVs", "form", "tugger trains"), "AGVs", "pick up and set down from the aisle.")
                || says(edited(study, "AGVs", "form", "tugger train"), "AGVs", "pick up and set down from the aisle."));
    }
}
