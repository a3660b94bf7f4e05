package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.Peopled.needs;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.stock;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import rhombic.formula.FormulaException;
import rhombic.study.Study;
import rhombic.study.duty.Need;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Crew;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;
import rhombic.study.value.Attribute;
import rhombic.study.value.Value;
import rhombic.validation.Lines;

/** What formulas read off a running plant. */
class GaugeTest {
    private static final long SECOND = 1_000_000_000L;

    private static Plant at(Study study, long seconds) {
        Plant plant = Plant.build(study, 1, null);
        plant.advance(seconds * SECOND, () -> false);
        return plant;
    }

    /** Six pieces; two places that each need somebody for 60 s, room for three before them; three people. */
    private static Study line() {
        Crew crew = Crew.usual(Basics.of("W", Placement.at(0, 0))).withPeople(3).withSpeed(Optional.empty());
        return new Lines().chain(stock("In", "Piece", 6), needs(station("S", 2, 3, "60 s"), Need.of("W")), goodsOut("Out")).chain(crew)
                .study(1, 0, 1);
    }

    @Test
    void aStationTellsWhatWaitsAndIsBusyAndACrewWhoIs() {
        Plant plant = at(line(), 30);
        assertEquals(2, plant.gauge("at('S').busy").now());
        assertEquals(3, plant.gauge("at('S').waiting").now());
        assertEquals(5, plant.gauge("at('S').content").now());
        assertEquals(2, plant.gauge("at('W').busy").now());
        assertEquals(1, plant.gauge("at('W').free").now());
        assertEquals(6, plant.gauge("here.inside").now());
        assertEquals(0, plant.gauge("here.out").now());
        plant.advance(170 * SECOND, () -> false);
        assertEquals(2, plant.gauge("at('S').busy").now(), "the last two");
        assertEquals(0, plant.gauge("at('S').waiting").now());
        assertEquals(4, plant.gauge("here.out").now());
        assertEquals(1, plant.gauge("at('S').busy == 2 and clock.seconds > 100").now(), "yes is 1");
        plant.advance(300 * SECOND, () -> false);
        assertEquals(0, plant.gauge("at('S').busy + at('W').busy").now());
        assertEquals(3, plant.gauge("at('W').free").now());
    }

    @Test
    void whatComesToNothingSaysWhyAndGoesOnTellingTheRest() {
        Plant plant = at(line(), 30);
        Gauge lost = plant.gauge("at('Nowhere').content");
        assertTrue(Double.isNaN(lost.now()));
        assertTrue(lost.problem().contains("Nowhere"), lost.problem());
        Gauge text = plant.gauge("at('S').name");
        assertTrue(Double.isNaN(text.now()) && text.problem().contains("a text"), text.problem());
        Gauge here = plant.gauge("here.content");
        assertTrue(Double.isNaN(here.now()) && here.problem().contains("here.inside"), here.problem());
        assertThrows(FormulaException.class, () -> plant.gauge("at('S').busy +"));
    }

    @Test
    void anAttributeOfThatNameComesFirst() {
        Study named = line().changed("S",
                e -> ((Station) e).with(e.basics().withAttributes(List.of(new Attribute("waiting", new Value.Num(42))))));
        assertEquals(42, at(named, 30).gauge("at('S').waiting").now(), "studies that had it before go on as before");
    }
}
