package rhombic.study.check;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.arrivals;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.onDemand;
import static rhombic.validation.Lines.station;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import rhombic.study.Link;
import rhombic.study.RunPlan;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.duty.Need;
import rhombic.study.kind.Basics;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;
import rhombic.study.value.StudyException;
import rhombic.validation.Lines;

class StudyCheckTest {
    private static List<String> kinds(Study study) {
        return StudyCheck.of(study).stream().map(p -> p.grade() + " " + p.kind() + " " + p.subject()).toList();
    }

    @Test
    void aSoundLineHasNoProblems() {
        Study study = new Lines().chain(arrivals("In", "exponential(90 s)", 1), station("S", 1, 2, "60 s"), goodsOut("Out")).study(8, 0, 1);
        assertEquals(List.of(), StudyCheck.of(study));
    }

    @Test
    void allProblemsAreNamedAtOnceErrorsFirst() {
        Station unset = new Station("S", Lines.SOMEWHERE, 1, 0, Optional.empty());
        Study study = new Lines().chain(arrivals("In", "0 s", 1)).chain(unset).chain(buffer("B", 3)).study(8, 0, 1);
        assertEquals(List.of("ERROR ENDLESS_SUPPLY In", "ERROR NO_TIME S", "WARNING NO_WAY_OUT In", "WARNING NO_WAY_OUT S",
                "WARNING NO_WAY_OUT B", "WARNING UNREACHABLE S", "WARNING UNREACHABLE B", "HINT NOTHING_LEAVES "), kinds(study));
        StudyCheck.of(study).forEach(p -> assertTrue(!p.remedy().isBlank() && !p.message().isBlank()));
    }

    @Test
    void aCircleWithoutTimeIsNamedWithItsMembers() {
        Study study = new Lines().chain(arrivals("In", "60 s", 1), buffer("A", 3), station("Zero", 1, 0, "0 s"), buffer("C", 3))
                .link("C", "A").study(8, 0, 1);
        List<Problem> circle = StudyCheck.of(study).stream().filter(p -> p.kind() == Problem.Kind.CIRCLE_WITHOUT_TIME).toList();
        assertEquals(List.of("A", "Zero", "C"), circle.stream().map(Problem::subject).toList());
        assertTrue(circle.getFirst().message().contains("A \u2192 Zero \u2192 C"), circle.getFirst().message());
    }

    @Test
    void aCircleThatTakesTimeOrIsLeftByChanceIsNone() {
        Study timed = new Lines().chain(arrivals("In", "60 s", 1), buffer("A", 3), station("S", 1, 0, "1 s")).link("S", "A").study(8, 0, 1);
        Study byChance = new Lines().chain(arrivals("In", "60 s", 1), buffer("A", 3), buffer("B", 3)).chain(goodsOut("Out"))
                .link("B", "A", 20).link("B", "Out", 80).study(8, 0, 1);
        assertTrue(kinds(timed).stream().noneMatch(k -> k.contains("CIRCLE")));
        assertTrue(kinds(byChance).stream().noneMatch(k -> k.contains("CIRCLE")));
    }

    @Test
    void supplyOnDemandMustNotFillSomethingEndless() {
        Study study = new Lines().chain(onDemand("In"), buffer("Gate", 2), buffer("Pit", -1)).study(8, 0, 1);
        Problem problem = StudyCheck.of(study).getFirst();
        assertEquals(Problem.Kind.ENDLESS_SUPPLY, problem.kind());
        assertTrue(problem.message().contains("Pit"));
    }

    /** A link that takes time ends what happens at one instant, a crane that carries too. */
    @Test
    void linksThatTakeTimeEndAnInstant() {
        Lines pit = new Lines().chain(onDemand("In"), buffer("Gate", 2)).chain(buffer("Pit", -1));
        Study timed = pit.link(new Link("Gate", "Pit").withTravel(new Travel.InTime(Lines.time("5 s"), 2))).study(8, 0, 1);
        Study endless = new Lines().chain(onDemand("In"), buffer("Gate", 2)).chain(buffer("Pit", -1))
                .link(new Link("Gate", "Pit").withTravel(new Travel.InTime(Lines.time("5 s"), 0))).study(8, 0, 1);
        assertTrue(kinds(endless).stream().anyMatch(k -> k.contains("ENDLESS")), "any number set out at once");
        Study carried = new Lines().chain(arrivals("In", "60 s", 1), buffer("A", 3), buffer("B", 3))
                .chain(BridgeCrane.KIND.blank(Basics.of("Crane", Placement.at(0, 0))))
                .link(new Link("B", "A").withTravel(new Travel.Carried(Need.of("Crane"), 1))).study(8, 0, 1);
        assertTrue(kinds(timed).stream().noneMatch(k -> k.contains("ENDLESS")), kinds(timed).toString());
        assertTrue(kinds(carried).stream().noneMatch(k -> k.contains("CIRCLE")), kinds(carried).toString());
    }

    @Test
    void sharesThatDoNotAddUpAreTold() {
        Study none = new Lines().chain(arrivals("In", "60 s", 1)).chain(goodsOut("A")).link("In", "A", 0).study(8, 0, 1);
        Study less = new Lines().chain(arrivals("In", "60 s", 1)).chain(goodsOut("A")).link("In", "A", 90).study(8, 0, 1);
        assertEquals("ERROR SHARES In", kinds(none).getFirst());
        assertEquals("WARNING SHARES In", kinds(less).getFirst());
    }

    @Test
    void arrivalsFasterThanTheStationIsAreToldWithFigures() {
        Study study = new Lines().chain(arrivals("In", "exponential(30 s)", 1), station("S", 1, 2, "60 s"), goodsOut("Out")).study(8, 0, 1);
        Problem problem = StudyCheck.of(study).getFirst();
        assertEquals(Problem.Kind.OVERLOAD, problem.kind());
        assertEquals("120.0 pieces an hour come but it can work only 60.0", problem.message());
    }

    @Test
    void aLineOfFiveThousandIsCheckedWithoutDeepRecursion() {
        PlantElement[] chain = IntStream.range(0, 5000).mapToObj(i -> buffer("B" + i, 2)).toArray(PlantElement[]::new);
        Study study = new Lines().chain(chain).link("B4999", "B0").study(8, 0, 1);
        assertEquals(5000, StudyCheck.of(study).stream().filter(p -> p.kind() == Problem.Kind.CIRCLE_WITHOUT_TIME).count());
    }

    @Test
    void aStudyHoldsTogether() {
        Study study = new Lines().chain(buffer("A", 1), buffer("B", 1)).study(8, 0, 1);
        assertThrows(StudyException.class, () -> study.with(buffer("A", 1)));
        assertThrows(StudyException.class, () -> study.with(List.of(), List.of(new Link("A", "Nobody"))));
        assertThrows(StudyException.class, () -> study.with(List.of(), List.of(new Link("A", "B"))));
        assertEquals(List.of(new Link("Z", "B").withId("A\u0000B")), study.changed("A", e -> e.named("Z")).links());
        assertEquals(List.of(), study.without(Set.of("B")).links());
        assertEquals(study, study.linked("B", "Nobody"));
    }

    @Test
    void valuesBeyondTheirLimitsAreRefused() {
        assertThrows(StudyException.class, () -> new Placement(Double.NaN, 0, 0));
        assertThrows(StudyException.class, () -> station("S", 0, 0, "1 s"));
        assertThrows(StudyException.class, () -> buffer(" padded", 1));
        assertThrows(StudyException.class, () -> RunPlan.ONE_SHIFT.withReplications(0));
        assertThrows(StudyException.class, () -> RunPlan.ONE_SHIFT.withWarmUp(RunPlan.ONE_SHIFT.length()));
        assertEquals(90, new Placement(0, 0, -270).headingDegrees());
    }
}
