package rhombic.study.kind;

import java.util.ArrayList;
import java.util.List;
import rhombic.study.duty.Need;
import rhombic.study.place.Footprint;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Work;

/** Equipment that works on pieces at places. */
public sealed interface WorkEquipment extends Equipment permits Station, AssemblyStation, UnpackingStation {
    /** How much of the floor one place takes, across the flow. */
    double PLACE_METRES = 1.6;

    int MAX_DRAWN_PLACES = 8;

    /** What formulas can ask of it: how many pieces wait before its places, and how many of these are busy. */
    String WAITING = "waiting";
    String BUSY = "busy";

    Work work();

    WorkEquipment with(Work work);

    @Override
    default List<String> readable() {
        return List.of(COMING, WAITING, BUSY);
    }

    /** Who must be there for what it does, for its operations first. */
    default List<Need> needs() {
        List<Need> all = new ArrayList<>();
        work().operations().forEach(operation -> all.addAll(operation.needs()));
        all.addAll(work().setupCrew());
        Work.Service service = work().service();
        if (service != null) {
            all.addAll(service.needs());
        }
        return all;
    }

    /** One body for each place, side by side, up to eight. */
    @Override
    default Footprint usualSize() {
        return new Footprint(2, Math.min(work().places(), MAX_DRAWN_PLACES) * PLACE_METRES, 1.9);
    }

    @Override
    default boolean takesNoTime() {
        return work().isTimeSet() && work().operations().stream()
                .allMatch(op -> op.time() instanceof TimeSource.Drawn drawn && drawn.time().isAlwaysZero());
    }

    /** Times that stand in a table are the table's, and no candidate of the equipment alone. */
    @Override
    default List<Candidate> candidates() {
        List<Candidate> all = new ArrayList<>();
        if (work().operations().stream().noneMatch(operation -> operation.time() instanceof TimeSource.FromTable)) {
            all.add(new Candidate(Candidate.Aspect.TIME, "times \u221210 %", () -> with(work().withOperations(work().operations().stream()
                    .map(operation -> operation.withTime(operation.time().scaled(Candidate.SHORTER))).toList()))));
        }
        all.add(new Candidate(Candidate.Aspect.PLACE, "one more place", () -> with(work().withPlaces(work().places() + 1))));
        TimeSource changeover = work().changeover();
        if (changeover != null && !(changeover instanceof TimeSource.FromTable)) {
            all.add(new Candidate(Candidate.Aspect.CHANGEOVER, "half the changeover time",
                    () -> with(work().withChangeover(changeover.scaled(0.5)))));
        }
        return all;
    }

    @Override
    default boolean works() {
        return true;
    }
}
