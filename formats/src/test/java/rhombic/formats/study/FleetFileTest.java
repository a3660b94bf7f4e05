package rhombic.formats.study;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import rhombic.chance.DistributionText;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.Need;
import rhombic.study.fleet.Round;
import rhombic.study.fleet.Trailer;
import rhombic.study.fleet.VehicleType;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.GoodsOut;
import rhombic.study.place.Placement;
import rhombic.study.site.Aisle;
import rhombic.study.value.TimeSource;

/** All that can be said of vehicles and of what they carry is written and read. */
class FleetFileTest {
    private static Study study(Round.Departure departure) {
        Fleet fleet = Fleet.KIND.blank(Basics.of("Train", Placement.at(0, 0))).withForm(VehicleType.TUGGER)
                .withRound(Optional.of(new Round(List.of("A", "B"), departure)))
                .withLoading(loading -> loading.withStopTime(DistributionText.parse("20 s"))
                        .withPickUpTime(new TimeSource.ByType(Map.of("Piece", DistributionText.parse("4 s")), null)));
        Fleet train = fleet.with(fleet.capacity().withMaxWeight(Optional.of(Quantity.parse("2 t", Dimension.MASS)))
                .withTrailers(List.of(new Trailer(4, List.of()), new Trailer(2, List.of("Piece")))));
        Aisle aisle = Aisle.KIND.blank(Basics.of("Aisle", Placement.at(0, 0)));
        return Study.empty()
                .with(List.of(train, aisle.with(aisle.limits().withMaxHeight(Optional.of(Quantity.metres(2.5)))
                        .withMaxLoad(Optional.of(Quantity.parse("3 t", Dimension.MASS)))), new GoodsOut("A", Placement.at(0, 9)),
                        new GoodsOut("B", Placement.at(9, 9))), List.of())
                .withLinks(List.of(new Link("A", "B").withTravel(new Travel.Carried(Need.of("Train"), 3)
                        .withFullLoadWithin(Optional.of(Quantity.parse("10 min", Dimension.TIME))))));
    }

    @Test
    void trainsTheirRoundsAndAislesWithLimitsAreWrittenAndRead() throws StudyFormatException {
        for (Round.Departure departure : List.of(Round.Departure.WHEN_BACK, new Round.Departure.OnCall(),
                new Round.Departure.Every(Quantity.parse("15 min", Dimension.TIME)),
                new Round.Departure.AtTimes(List.of(LocalTime.of(6, 0), LocalTime.of(9, 30))))) {
            Study study = study(departure);
            Study read = StudyReader.read(StudyWriter.write(study));
            assertEquals(study.elements().toString(), read.elements().toString());
            assertEquals(study.links().getFirst().travel(), read.links().getFirst().travel());
        }
    }

    @Test
    void whatARoundCannotBeIsToldAtItsPlace() {
        String text = StudyWriter.write(study(new Round.Departure.OnCall()));
        StudyFormatException none = assertThrows(StudyFormatException.class,
                () -> StudyReader.read(text.replace("\"onCall\" : true", "\"onCall\" : false")));
        assertTrue(none.getMessage().contains("must be true, or be left out"), none.getMessage());
        StudyFormatException weak = assertThrows(StudyFormatException.class, () -> StudyReader.read(text.replace("\"2 t\"", "\"0 t\"")));
        assertTrue(weak.getMessage().contains("must weigh above 0 kg"), weak.getMessage());
    }
}
