package rhombic.measure;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.PersonState;

/**
 * Writes down when stations and crews were active without a break: that is when none of their places or people waited for others (Roser,
 * Nakano and Tanaka 2001). Kept only for runs that are analysed; others pay nothing for it.
 */
public final class Diary {
    /**
     * Active from one moment to another.
     *
     * @param who index of the equipment; for people, that of their crew
     */
    public record Period(int who, long fromNanos, long toNanos) {
        public long nanos() {
            return toNanos - fromNanos;
        }
    }

    /**
     * The way of one piece through the plant, and what its lead time was made of; what is none of the parts it waited.
     *
     * @param body its number in the trace, if one was written; used again for later pieces
     */
    public record Journey(int body, int type, long bornNanos, long leftNanos, long workNanos, long blockedNanos, long moveNanos,
            long crewNanos) {
        public long leadNanos() {
            return leftNanos - bornNanos;
        }

        public long waitNanos() {
            return leadNanos() - workNanos - blockedNanos - moveNanos - crewNanos;
        }
    }

    private final List<Journey> journeys = new ArrayList<>();
    private final List<Period> periods = new ArrayList<>();
    private final Course[] courses;
    private final int[] crewOf;
    private final PersonState[] doing;

    /** Of one station or crew. */
    private static final class Course {
        int idle;
        int busy;
        long since = -1;
    }

    /**
     * @param units of each equipment: places of stations, people of crews, 0 for all else
     * @param crewOf for each person, the index of the crew among the equipment
     */
    public Diary(int[] units, int[] crewOf) {
        courses = new Course[units.length];
        for (int i = 0; i < units.length; i++) {
            courses[i] = new Course();
            courses[i].idle = units[i];
        }
        this.crewOf = crewOf.clone();
        doing = new PersonState[crewOf.length];
        Arrays.fill(doing, PersonState.WAITING);
    }

    /** A piece has left the plant. Those who read are other threads than the one that runs. */
    public void left(Journey journey) {
        synchronized (journeys) {
            journeys.add(journey);
        }
    }

    /** Of the pieces that have left so far, in that order. */
    public List<Journey> journeys() {
        synchronized (journeys) {
            return List.copyOf(journeys);
        }
    }

    /** One place of a station changes its state. */
    public void unit(int equipment, long now, EquipmentState from, EquipmentState to) {
        Course course = courses[equipment];
        course.idle += (isIdle(to) ? 1 : 0) - (isIdle(from) ? 1 : 0);
        course.busy += (to.isBusy() ? 1 : 0) - (from.isBusy() ? 1 : 0);
        note(equipment, course, now);
    }

    private static boolean isIdle(EquipmentState state) {
        return !state.isBusy() && state != EquipmentState.OFF_SHIFT;
    }

    /** Somebody begins to do something else. */
    public void person(int person, long now, PersonState to) {
        PersonState from = doing[person];
        doing[person] = to;
        Course course = courses[crewOf[person]];
        course.idle += (to == PersonState.WAITING ? 1 : 0) - (from == PersonState.WAITING ? 1 : 0);
        course.busy += (to.isBusy() ? 1 : 0) - (from.isBusy() ? 1 : 0);
        note(crewOf[person], course, now);
    }

    private void note(int who, Course course, long now) {
        boolean isActive = course.idle == 0 && course.busy > 0;
        if (isActive && course.since < 0) {
            course.since = now;
        } else if (!isActive && course.since >= 0) {
            if (now > course.since) {
                periods.add(new Period(who, course.since, now));
            }
            course.since = -1;
        }
    }

    /** All periods up to now, those under way cut off; those that touch are one. */
    public List<Period> periods(long now) {
        List<Period> all = new ArrayList<>(periods);
        for (int i = 0; i < courses.length; i++) {
            if (courses[i].since >= 0 && now > courses[i].since) {
                all.add(new Period(i, courses[i].since, now));
            }
        }
        return joined(all);
    }

    /** A station that takes its next piece in the instant in which it gives the last has not waited. */
    private List<Period> joined(List<Period> all) {
        Period[] last = new Period[courses.length];
        List<Period> joined = new ArrayList<>();
        all.sort(java.util.Comparator.comparingLong(Period::fromNanos));
        for (Period period : all) {
            Period before = last[period.who];
            if (before != null && before.toNanos >= period.fromNanos) {
                last[period.who] = new Period(period.who, before.fromNanos, Math.max(before.toNanos, period.toNanos));
            } else {
                if (before != null) {
                    joined.add(before);
                }
                last[period.who] = period;
            }
        }
        for (Period period : last) {
            if (period != null) {
                joined.add(period);
            }
        }
        joined.sort(java.util.Comparator.comparingLong(Period::fromNanos));
        return joined;
    }
}
