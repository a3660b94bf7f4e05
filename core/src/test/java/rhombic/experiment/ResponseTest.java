package rhombic.experiment;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.arrivals;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.station;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import rhombic.measure.RunFigures;
import rhombic.plant.Plant;
import rhombic.study.Study;
import rhombic.study.value.EquipmentState;
import rhombic.validation.Lines;

class ResponseTest {
    private final Study study = new Lines().chain(arrivals("In", "exponential(80 s)", 1), buffer("Shelf", 5),
            station("Drill", 2, 1, "exponential(120 s)"), goodsOut("Out")).study(8, 1, 3);
    private final List<Response> all = Response.all(study);

    private RunFigures run(int replication) {
        Plant plant = Plant.build(study, replication, null);
        plant.advance(study.plan().length().nanos(), () -> false);
        return plant.figures();
    }

    private Response find(String place, String name) {
        return all.stream().filter(r -> r.subject().equals(place) && r.name().equals(name)).findFirst().orElseThrow();
    }

    @Test
    void everyPlaceHasItsResponsesAndNoTwoAreCalledAlike() {
        Set<String> names = new HashSet<>();
        all.forEach(response -> assertTrue(names.add(response.subject() + "\u0000" + response.name()),
                response.subject() + ": " + response.name()));
        int eachEquipment = 11 + EquipmentState.values().length;
        assertEquals(Response.OF_PLANT.size() + 4 * eachEquipment + 7, all.size());
    }

    @Test
    void aResponseIsTheFigureOfItsPlace() {
        RunFigures run = run(1);
        assertEquals(run.equipment().get(2).out(), find("Drill", "out").value().applyAsDouble(run));
        assertEquals(run.equipment().get(1).contentMean(), find("Shelf", "content mean").value().applyAsDouble(run));
        assertEquals(run.equipment().get(2).share(EquipmentState.WORKING), find("Drill", "working").value().applyAsDouble(run));
        assertEquals(run.types().getFirst().waitMean(), find("Piece", "wait mean").value().applyAsDouble(run));
        assertEquals(run.equipment().get(2).waits().mean(), find("Drill", "wait mean").value().applyAsDouble(run));
        assertEquals(run.equipment().get(1).emptyShare(), find("Shelf", "empty").value().applyAsDouble(run));
        assertEquals(run.throughputPerHour(), Response.THROUGHPUT.value().applyAsDouble(run));
    }

    @Test
    void whatAPlaceDoesNotHaveIsNoNumberAndNoZero() {
        assertTrue(Double.isNaN(find("Out", "working").value().applyAsDouble(run(1))), "a goods out has no states");
        assertEquals(0, find("Drill", "changeover").value().applyAsDouble(run(1)), "a station has, and never changed over");
    }

    @Test
    void aLeadTimeIsWorkWaitBlockedAndMoveTogether() {
        for (int replication = 1; replication <= 3; replication++) {
            RunFigures run = run(replication);
            double parts = List.of("work mean", "wait mean", "blocked mean", "move mean").stream()
                    .mapToDouble(name -> find("Piece", name).value().applyAsDouble(run)).sum();
            assertEquals(find("Piece", "lead time mean").value().applyAsDouble(run), parts, 1e-9);
        }
    }

    @Test
    void unitsAreThoseOfTheFigures() {
        for (Response response : all) {
            boolean isTime = response.name().contains("time") || response.name().endsWith("stay mean")
                    || Set.of("work mean", "wait mean", "blocked mean", "move mean", "wait for crew mean", "value-adding work mean")
                            .contains(response.name());
            assertEquals(isTime, response.unit().equals("s"), response.subject() + ": " + response.name());
        }
        assertFalse(Response.THROUGHPUT.unit().isEmpty());
    }
}
