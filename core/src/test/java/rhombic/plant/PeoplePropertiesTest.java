package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import net.jqwik.api.Assume;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import rhombic.measure.CrewFigures;
import rhombic.measure.EquipmentFigures;
import rhombic.measure.ModeFigures;
import rhombic.measure.PersonFigures;
import rhombic.measure.RunFigures;
import rhombic.measure.TypeFigures;
import rhombic.study.Renaming;
import rhombic.study.Study;
import rhombic.study.kind.Crew;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.PersonState;
import rhombic.testplants.RandomStudies;
import rhombic.trace.Moment;
import rhombic.trace.MoverMoment;
import rhombic.trace.Trace;
import rhombic.trace.TraceWriter;

/**
 * Random plants with people, failures, calendars, conveyors and all else. That nothing waits for who is free and able, that a
 * person does one job at a time, and that no work goes on while something holds it, the plant asserts by itself in every run.
 */
class PeoplePropertiesTest {
    private static final long STEP_NANOS = 700_000_000L;

    private static boolean isStaffed(Study study) {
        return !study.crews().isEmpty();
    }

    @Property(tries = 250, seed = "20261125")
    void sharesOfTimeAddUpAndDownTimeIsThatOfItsModes(@ForAll long seed) {
        Study study = RandomStudies.of(seed);
        Assume.that(isStaffed(study));
        RunFigures run = Runs.of(study);
        for (CrewFigures crew : run.crews()) {
            for (PersonFigures person : crew.people()) {
                assertEquals(1, person.shares().values().stream().mapToDouble(Double::doubleValue).sum(), 1e-9, person.name());
            }
        }
        for (int i = 0; i < run.equipment().size(); i++) {
            EquipmentFigures e = run.equipment().get(i);
            if (!e.shares().isEmpty()) {
                assertEquals(1, e.shares().values().stream().mapToDouble(Double::doubleValue).sum(), 1e-9, e.name());
            }
            double shown = e.share(EquipmentState.DOWN) + e.share(EquipmentState.WAITING_FOR_REPAIR);
            double ofModes = e.modes().stream().mapToDouble(ModeFigures::downShare).sum();
            boolean withOthers = study.elements().stream().flatMap(t -> t.basics().duty().failures().stream())
                    .anyMatch(m -> m.stopsWith().contains(e.name()));
            assertTrue(withOthers || shown <= ofModes + 1e-9, e.name() + " shows more down time than its modes had");
        }
    }

    /** With failures, shifts and people: what a piece does is one thing at a time, and so is what is done with the time of a place. */
    @Property(tries = 250, seed = "20261129")
    void thePartsOfLeadTimeAndOfTimeAddUp(@ForAll long seed) {
        Study study = RandomStudies.of(seed);
        Assume.that(isStaffed(study));
        RunFigures run = Runs.of(study);
        for (TypeFigures type : run.types()) {
            if (type.lead().count() > 0) {
                double[] parts = {type.workMean(), type.waitMean(), type.blockedMean(), type.moveMean(), type.crewMean()};
                assertEquals(type.lead().mean(), Arrays.stream(parts).sum(), 1e-6 * Math.max(1, type.lead().mean()), type.name());
                for (double part : parts) {
                    assertTrue(part > -1e-6, type.toString());
                }
                assertTrue(type.valueMean() <= type.workMean() + 1e-9, type.toString());
            }
        }
        for (EquipmentFigures e : run.equipment()) {
            assertTrue(e.shares().isEmpty() || e.valueShare() <= e.share(EquipmentState.WORKING) + 1e-9,
                    e.name() + " adds value while it does not work");
            assertTrue(e.waits().waited() <= e.waits().begun(), e.name());
            for (ModeFigures mode : e.modes()) {
                assertTrue(mode.waitingShare() >= 0 && mode.repairShare() >= 0 && mode.downShare() <= 1 + 1e-9, mode.toString());
            }
        }
        for (CrewFigures crew : run.crews()) {
            double busy = crew.people().stream().filter(p -> p.onDuty() > 0).mapToDouble(p -> p.utilisation() * p.onDuty()).sum();
            double shares = Arrays.stream(PersonState.values()).filter(PersonState::isBusy).mapToDouble(crew::share).sum();
            assertEquals(shares * crew.people().size(), busy, 1e-9, crew.name());
        }
    }

    /** Nobody jumps: between two moments a person goes no farther than its speed allows. */
    @Property(tries = 60, seed = "20261125")
    void nobodyIsInTwoPlacesOrWalksFasterThanHeCan(@ForAll long seed) {
        Study study = RandomStudies.of(seed);
        Assume.that(isStaffed(study));
        List<Double> speeds = new ArrayList<>();
        for (Crew crew : study.crews()) {
            crew.members().forEach(person -> speeds.add(crew.speed().map(q -> q.inBaseUnit()).orElse(Double.POSITIVE_INFINITY)));
        }
        TraceWriter writer = new TraceWriter(study.elements().size(), study.links().size());
        Plant plant = Plant.build(study, 1, writer);
        plant.advance(600_000_000_000L, () -> false);
        writer.publish(plant.now());
        Trace trace = writer.trace();
        double[] x = new double[speeds.size()];
        double[] y = new double[speeds.size()];
        long before = 0;
        Moment moment = trace.at(0);
        for (long at = 0; at <= plant.now(); at += STEP_NANOS) {
            moment = trace.at(at, moment);
            MoverMoment people = moment.movers();
            assertEquals(speeds.size(), people.count());
            for (int i = 0; i < speeds.size(); i++) {
                double moved = Math.hypot(people.pose(i, at).x() - x[i], people.pose(i, at).y() - y[i]);
                assertTrue(at == 0 || moved <= speeds.get(i) * (at - before) / 1e9 + 1e-6, "person " + i + " moved " + moved + " m");
                if (at / STEP_NANOS % 97 == 0) {
                    MoverMoment direct = trace.at(at).movers();
                    assertEquals(people.pose(i, at).x(), direct.pose(i, at).x(), "reached at once or step by step");
                    assertEquals(people.state(i), direct.state(i));
                }
                x[i] = people.pose(i, at).x();
                y[i] = people.pose(i, at).y();
            }
            before = at;
        }
    }

    @Property(tries = 60, seed = "20261125")
    void renamingCrewsCalendarsAndEquipmentChangesNoFigure(@ForAll long seed) {
        Study study = RandomStudies.of(seed);
        Assume.that(isStaffed(study));
        Study renamed = study.changed("Crew A", e -> e.named("Welders"))
                .renamed(new Renaming(Renaming.Kind.CALENDAR, "Early", "Morning"));
        RunFigures before = Runs.of(study);
        RunFigures after = Runs.of(renamed);
        assertEquals(before.events(), after.events());
        assertEquals(before.out(), after.out());
        assertEquals(before.types(), after.types());
        for (int i = 0; i < before.crews().size(); i++) {
            assertEquals(before.crews().get(i).jobs(), after.crews().get(i).jobs());
        }
    }
}
