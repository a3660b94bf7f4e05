package rhombic.study.check;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.stock;

import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.Need;
import rhombic.study.fleet.Round;
import rhombic.study.fleet.Trailer;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Fleet;
import rhombic.study.place.Placement;
import rhombic.study.value.PieceType;
import rhombic.validation.Lines;

class CarryCheckTest {
    private static Study study(Need need, UnaryOperator<Fleet> change) {
        return new Lines().types(PieceType.usual("Piece").withWeight(new Quantity(900, Unit.KILOGRAM)))
                .chain(stock("In", "Piece", 9), buffer("Store", -1).placed(Placement.at(0, 0)))
                .chain(goodsOut("Out").placed(Placement.at(50, 0)))
                .link(new Link("Store", "Out").withTravel(new Travel.Carried(need, 1)))
                .chain(change.apply(Fleet.KIND.blank(Basics.of("F", Placement.at(0, -5)))))
                .chain(Fleet.KIND.blank(Basics.of("G", Placement.at(0, -9)))).study(1, 0, 1);
    }

    private static Study study(UnaryOperator<Fleet> change) {
        return study(Need.of("F"), change);
    }

    private static List<Problem> problems(Study study) {
        return CarryCheck.of(study, new TypeFlow(study));
    }

    private static Round round(String... stops) {
        return new Round(List.of(stops), Round.Departure.WHEN_BACK);
    }

    private static void isToldAndMended(Study study, String message) {
        List<Problem> problems = problems(study);
        assertEquals(List.of(message), problems.stream().map(Problem::message).toList());
        assertEquals(List.of(), problems(problems.getFirst().fixes().getFirst().changes().applyTo(study)));
    }

    @Test
    void aLoadThatNoVehicleCanCarryIsTold() {
        assertEquals(List.of(), problems(study(f -> f)));
        Study weak = study(f -> f.with(f.capacity().withMaxWeight(Optional.of(new Quantity(500, Unit.KILOGRAM)))));
        isToldAndMended(weak,
                "None of its forklifts can carry pieces of type Piece from Store to Out: they weigh 900 kg, and it can carry 500 kg");
        Need either = Need.of("F").withSkills(List.of("F", "G"));
        assertEquals(List.of(),
                problems(study(either, f -> f.with(f.capacity().withMaxWeight(Optional.of(new Quantity(500, Unit.KILOGRAM)))))),
                "others can");
    }

    @Test
    void aTypeWithoutATrailerIsTold() {
        Study boxes = study(f -> f.with(f.capacity().withTrailers(List.of(new Trailer(4, List.of("Box"))))));
        assertEquals(List.of("A trailer is for pieces of type \u201cBox\u201d, which there is not",
                "None of its trailers is for pieces of type Piece from Store to Out"),
                problems(boxes).stream().map(Problem::message).toList());
        assertEquals(List.of(), problems(study(f -> f.with(f.capacity().withTrailers(List.of(new Trailer(4, List.of("Piece"))))))));
    }

    @Test
    void aRoundThatDoesNotCallWhereItIsNeededIsTold() {
        assertEquals(List.of(), problems(study(f -> f.withRound(Optional.of(round("Store", "Out"))))));
        isToldAndMended(study(f -> f.withRound(Optional.of(round("Store")))),
                "It is to carry from Store to Out, but its round does not call at Out, so that waits for ever");
        isToldAndMended(study(f -> f.withRound(Optional.of(round("Store", "Out", "Shelf")))),
                "Its round calls at \u201cShelf\u201d, which is no equipment that is there");
        isToldAndMended(study(Need.of("G"), f -> f.withRound(Optional.of(round("G")))),
                "Its round calls at \u201cG\u201d, which is no equipment that is there");
        assertTrue(problems(study(Need.of("F").withSkills(List.of("F", "G")), f -> f.withRound(Optional.of(round("Store"))))).isEmpty());
    }
}
