package rhombic.plant.run;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.ToDoubleFunction;
import org.apache.commons.rng.UniformRandomProvider;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Purpose;
import rhombic.chance.RandomStreams;
import rhombic.formula.Formula;
import rhombic.kernel.Event;
import rhombic.kernel.Simulator;
import rhombic.measure.Diary;
import rhombic.plant.blueprint.Blueprint;
import rhombic.plant.blueprint.RunTroubleException;
import rhombic.plant.piece.Piece;
import rhombic.plant.piece.TableBook;
import rhombic.plant.piece.TypeBook;
import rhombic.plant.route.Route;
import rhombic.quantity.Clock;
import rhombic.space.Pace;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.Study;
import rhombic.study.duty.Calendar;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.trace.MoverMoment;
import rhombic.trace.TraceWriter;

/** One run: its clock, its draws, its records, what is in it, and what is to be done at this instant. Not for several threads. */
public abstract class Run {
    /** Of shifts, failures and hands: before what else happens at the instant. */
    public static final int STOP_PRIORITY = 0;
    /** Of what is to be done once all that comes at the instant is there. */
    public static final int LATE_PRIORITY = Simulator.LAST_PRIORITY - 2;
    private static final int GIVE_PRIORITY = Simulator.LAST_PRIORITY - 1;

    /** Steps at one instant after which the plant is taken for endless. */
    private static final int MAX_STEPS_AT_ONCE = 3_000_000;

    private static final int STEPS_NAMED = 64;

    public final Simulator simulator = new Simulator();
    /** Null if nothing is written. */
    public final @Nullable TraceWriter trace;
    /** Null if active periods are not written down. */
    public final @Nullable Diary diary;
    public final Blueprint blueprint;
    public final Study study;
    public final UnfoldedStudy unfolded;
    public final TypeBook types;
    public final TableBook tables;
    public final LocalDateTime start;
    public final Census census;

    private static final Pace AT_REST = Pace.over(0, 0);

    private final RandomStreams streams;
    private final Map<String, Shifts> shifts = new HashMap<>();
    /** Where those sit or stand who ride on others, each kept once. */
    private final Map<Pose, Path> rides = new HashMap<>();
    private final DeferredQueue afterwards = new DeferredQueue();
    private final DeferredQueue lastOfInstant = new DeferredQueue();
    private @Nullable Attended agendaFirst;
    private @Nullable Attended agendaLast;
    private boolean hasPeople;
    /** Whether anything but the agenda is to be done. */
    private boolean isDue;
    private long stepsInstant = -1;
    private int stepsAtInstant;
    private final Set<String> busiest = new LinkedHashSet<>();
    private String stoppedBy = "";

    /** Something to be done at this instant. */
    private static final class Deferred {
        final String of;
        final Runnable action;
        @Nullable Deferred behind;

        Deferred(String of, Runnable action) {
            this.of = of;
            this.action = action;
        }
    }

    /** A queue that costs one look where it is empty, as it is for nearly every event. */
    private static final class DeferredQueue {
        private @Nullable Deferred first;
        private @Nullable Deferred last;

        void add(Deferred deferred) {
            Deferred before = last;
            if (first == null || before == null) {
                first = deferred;
            } else {
                before.behind = deferred;
            }
            last = deferred;
        }

        @Nullable
        Deferred poll() {
            Deferred next = first;
            if (next != null) {
                first = next.behind;
            }
            return next;
        }
    }

    private final Event givesLater = new Event(true) {
        @Override
        protected void occur() {
            if (givePeople()) {
                countStep("people");
            }
            settle();
        }
    };

    protected Run(Blueprint blueprint, int replication, @Nullable TraceWriter trace, @Nullable Diary diary) {
        this.blueprint = blueprint;
        this.trace = trace;
        this.diary = diary;
        study = blueprint.study();
        unfolded = blueprint.unfolded();
        types = blueprint.types();
        tables = blueprint.tables();
        start = study.plan().start();
        streams = new RandomStreams(study.plan().seed(), replication);
        census = new Census(this);
    }

    public final long now() {
        return simulator.nowNanos();
    }

    public final UniformRandomProvider stream(String id, Purpose purpose) {
        return streams.stream(id, purpose);
    }

    public final long seed() {
        return streams.seed();
    }

    /** The calendar on the clock of this run. */
    public final Shifts shifts(Calendar calendar) {
        return shifts.computeIfAbsent(calendar.name(), name -> new Shifts(calendar, start));
    }

    public final Formula formula(String text) {
        return blueprint.formula(text);
    }

    /**
     * The number that a formula gives for a piece, at no equipment.
     *
     * @param stream that its draws come from
     */
    public abstract ToDoubleFunction<Piece> ofPiece(String formula, String stream);

    /** The number that a formula gives for a member of a group, of which its names are told. */
    public abstract ToDoubleFunction<ToDoubleFunction<String>> ofMember(String formula, String stream);

    /** Writes down that a mover sets out on a route at that pace; over in no time: it stands at its end. */
    public final void traceTravel(int mover, Route route, Pace pace, double curveMetres) {
        if (trace != null) {
            trace.travels(now(), mover, MoverMoment.FLOOR, route.path(curveMetres), route.to().heading(), pace, route.isItsOwn(pace));
        }
    }

    /** A mover rides on another from now on, at that place of it. */
    public final void traceRides(int mover, int on, Pose at) {
        if (trace != null) {
            Path stays = rides.computeIfAbsent(at, place -> Path.through(List.of(place, place), 0));
            trace.travels(now(), mover, on, stays, at.heading(), AT_REST, true);
        }
    }

    // ---- its end

    /** Ends the run at this instant; the first reason counts. */
    public final void stop(String reason) {
        stoppedBy = isStopped() ? stoppedBy : reason;
        simulator.stop();
    }

    public final boolean isStopped() {
        return simulator.isStopped();
    }

    /** Why it has ended before its length; empty if it has not. */
    public final String stoppedBy() {
        return stoppedBy;
    }

    // ---- this instant

    /*
     * What happens at one instant: shifts, failures and the opening and shutting by hand come first. What ends at the very instant at which it
     * is stopped has ended all the same (Activity.isEnding), so this is as if ends came before. Then all that ends or comes does, each time with
     * the moves that follow from it; then what waits for the last of the instant; and when nothing else is left of the instant, people are
     * given out, the most urgent job first. What follows from that at the same instant comes after it, in the same order.
     */

    /**
     * Has something done at this instant, after what is being agreed and carried out.
     *
     * @param of name of the rule or equipment that wants it
     */
    public final void afterwards(String of, Runnable action) {
        isDue = true;
        afterwards.add(new Deferred(of, action));
    }

    /** Has something done once all else at this instant is done. */
    public final void atEndOfInstant(Runnable action) {
        isDue = true;
        lastOfInstant.add(new Deferred("", action));
    }

    /** Has it attended to before time goes on. */
    public final void toAgenda(Attended one) {
        if (one.next != null) {
            return;
        }
        one.next = one;
        if (agendaLast == null) {
            agendaFirst = one;
        } else {
            agendaLast.next = one;
        }
        agendaLast = one;
    }

    /** Whether nothing else is to be done before what follows now. */
    public final boolean isClear() {
        return agendaFirst == null && afterwards.first == null;
    }

    /** There are people, so it has to be asked whether something is due for them. */
    protected final void watchPeople() {
        hasPeople = true;
    }

    /** Whether there may be something to give people out for, or somebody to go home. */
    protected abstract boolean arePeopleDue();

    /** Gives people out; says whether any were, or more may be. */
    protected abstract boolean givePeople();

    /** Whether something else happens at this instant; then people are given out after it. */
    private boolean isMoreToCome() {
        if (!simulator.hasEventUntil(now())) {
            return false;
        }
        if (!givesLater.isPending()) {
            simulator.schedule(givesLater, 0, GIVE_PRIORITY);
        }
        return true;
    }

    /** Works off the agenda: all that follows at this instant; mostly nothing does. */
    public final void settle() {
        while (agendaFirst != null && afterwards.first == null) {
            attendNext();
        }
        if (isDue || hasPeople && arePeopleDue()) {
            workOff();
        }
    }

    /** Attends to the first on the agenda; says whether there was one. */
    private boolean attendNext() {
        Attended one = agendaFirst;
        if (one == null) {
            return false;
        }
        agendaFirst = one.next == one ? null : one.next;
        if (agendaFirst == null) {
            agendaLast = null;
        }
        one.next = null;
        countStep(one);
        one.attend();
        return true;
    }

    private void workOff() {
        while (true) {
            Deferred next = afterwards.poll();
            if (next != null) {
                countStep(next.of);
                next.action.run();
                continue;
            }
            if (attendNext()) {
                continue;
            }
            Deferred last = lastOfInstant.poll();
            if (last != null) {
                last.action.run();
                continue;
            }
            isDue = false;
            if (!arePeopleDue() || isMoreToCome() || !givePeople()) {
                return;
            }
            countStep("people");
        }
    }

    /**
     * Finds an instant that does not end.
     *
     * @throws RunTroubleException that names those who move most, if it is one step too many
     */
    public final void countStep(Attended one) {
        if (isOneStepTooMany()) {
            busiest(one.name());
        }
    }

    /** The same for a rule. */
    public final void countStep(String rule) {
        if (isOneStepTooMany()) {
            busiest(rule);
        }
    }

    private boolean isOneStepTooMany() {
        if (stepsInstant != now()) {
            stepsInstant = now();
            stepsAtInstant = 0;
        }
        return ++stepsAtInstant > MAX_STEPS_AT_ONCE - STEPS_NAMED;
    }

    private void busiest(String name) {
        busiest.add(name);
        if (stepsAtInstant > MAX_STEPS_AT_ONCE) {
            List<String> names = new ArrayList<>(busiest).subList(0, Math.min(6, busiest.size()));
            throw new RunTroubleException("", "At " + Clock.elapsed(now()) + " pieces move without end while no time passes, at "
                    + String.join(", ", names) + ". Give one of them a time above 0 s or a limited room.");
        }
    }
}
