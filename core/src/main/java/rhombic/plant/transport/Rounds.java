package rhombic.plant.transport;

import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import rhombic.kernel.Event;
import rhombic.plant.handover.Flow;
import rhombic.plant.resource.Allocation;
import rhombic.plant.resource.Job;
import rhombic.plant.staff.Staff;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.duty.Need;
import rhombic.study.fleet.Round;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.place.Port;

/** The rounds of one group: its stops, with the links that it serves there, and when one of its vehicles sets out. */
final class Rounds {
    private static final long DAY_NANOS = 86_400_000_000_000L;

    private final Flow flow;
    private final ResourceGroup group;
    private final Round round;
    private final Allocation allocation;
    private final List<Job.Demand> demands;
    private final List<Halt> halts = new ArrayList<>();
    /** Asked for, or given. */
    private final List<RoundTour> underWay = new ArrayList<>();
    private final List<RoundTour> unused = new ArrayList<>();
    /** How many are asked for and have nobody yet. */
    private int waiting;

    /**
     * One stop: where something is set down, or else where something is taken up.
     *
     * @param setDown links that end there
     * @param takenUp links that begin there
     */
    record Halt(PlantElement element, List<Carriage> setDown, List<Carriage> takenUp) {
        Pose location() {
            if (!setDown.isEmpty()) {
                return setDown.getFirst().to;
            }
            if (!takenUp.isEmpty()) {
                return takenUp.getFirst().from;
            }
            boolean takes = element.ports().stream().anyMatch(Port::isIn);
            return takes
                    ? Layout.setDown(Layout.inlet(element, ""), ResourceGroup.PERSON_REACH_METRES)
                    : Layout.pickUp(Layout.outlet(element, ""), ResourceGroup.PERSON_REACH_METRES);
        }

        boolean isAt(String name) {
            return element.name().equals(name);
        }
    }

    private final Event departure = new Event(true) {
        @Override
        protected void occur() {
            if (waiting == 0) {
                ask();
            }
            scheduleNext();
            flow.settle();
        }
    };

    Rounds(Flow flow, ResourceGroup group, Round round) {
        this.flow = flow;
        this.group = group;
        this.round = round;
        Staff staff = flow.staffed();
        allocation = staff.allocation();
        for (String name : round.stops()) {
            flow.unfolded.find(name).stream().mapToObj(flow.unfolded::element).filter(Equipment.class::isInstance)
                    .forEach(element -> halts.add(new Halt(element, new ArrayList<>(), new ArrayList<>())));
        }
        demands = staff.request(Job.Kind.CARRY, List.of(Need.of(group.name()))).demands();
    }

    /** One more link that its vehicles serve, between two of its stops; a link that does not lead between such is not served. */
    void add(Carriage carriage, String from, String to) {
        boolean leads = halts.stream().anyMatch(halt -> halt.isAt(from)) && halts.stream().anyMatch(halt -> halt.isAt(to));
        if (leads) {
            halts.stream().filter(halt -> halt.isAt(from)).forEach(halt -> halt.takenUp.add(carriage));
            halts.stream().filter(halt -> halt.isAt(to)).forEach(halt -> halt.setDown.add(carriage));
        }
    }

    Flow flow() {
        return flow;
    }

    Allocation allocation() {
        return allocation;
    }

    List<Halt> halts() {
        return Collections.unmodifiableList(halts);
    }

    // ---- when one sets out

    void begin() {
        if (halts.isEmpty()) {
            return; // the check tells of it
        }
        switch (round.departure()) {
            case Round.Departure.WhenBack back -> {
                for (int i = 0; i < group.count(); i++) {
                    ask();
                }
            }
            case Round.Departure.Every every -> flow.simulator.schedule(departure, 0);
            case Round.Departure.AtTimes times -> scheduleNext();
            case Round.Departure.OnCall call -> {}
        }
    }

    private void scheduleNext() {
        switch (round.departure()) {
            case Round.Departure.Every every -> flow.simulator.schedule(departure, every.interval().nanos());
            case Round.Departure.AtTimes times -> flow.simulator.schedule(departure, untilNext(times.times()));
            case Round.Departure.WhenBack back -> {}
            case Round.Departure.OnCall call -> {}
        }
    }

    /** Until the next of those times, which is not now but at the very start. */
    private long untilNext(List<LocalTime> times) {
        long sinceMidnight = flow.start.toLocalTime().toNanoOfDay() + flow.now();
        long ofDay = sinceMidnight % DAY_NANOS;
        boolean isStart = flow.now() == 0 && waiting == 0 && underWay.isEmpty();
        for (LocalTime time : times) {
            long until = time.toNanoOfDay() - ofDay;
            if (until > 0 || until == 0 && isStart) {
                return until;
            }
        }
        return DAY_NANOS - ofDay + times.getFirst().toNanoOfDay();
    }

    /** A piece of the link waits, for which there is room where it goes. */
    void onWaiting(Carriage carriage) {
        boolean isServed = halts.stream().anyMatch(halt -> halt.takenUp.contains(carriage));
        if (round.departure() instanceof Round.Departure.OnCall && isServed
                && underWay.stream().noneMatch(tour -> tour.willCallAt(carriage))) {
            ask();
        }
    }

    private void ask() {
        Job.Request request = new Job.Request(Job.Kind.CARRY, halts.getFirst().location(), demands, 0, false);
        RoundTour tour = unused.isEmpty() ? new RoundTour(this, request) : unused.removeLast();
        underWay.add(tour);
        waiting++;
        tour.job.reset(request, flow.now(), flow.now(), null, Job.Insistence.NO);
        allocation.ask(tour.job);
    }

    void onGiven(RoundTour tour) {
        waiting--;
    }

    void onReturned(RoundTour tour) {
        waiting++;
    }

    void onEnded(RoundTour tour) {
        underWay.remove(tour);
        unused.add(tour);
        flow.countStep(group.name()); // where stops are all in one place, a round may take no time
        if (round.departure() instanceof Round.Departure.WhenBack) {
            ask();
        } else {
            halts.forEach(halt -> halt.takenUp.forEach(carriage -> carriage.taker().toAgenda())); // something may have been left behind
        }
    }
}
