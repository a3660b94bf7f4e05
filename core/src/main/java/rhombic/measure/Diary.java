package rhombic.measure;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
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
     * @param participant index of the equipment; for people, that of their crew
     */
    public record Period(int participant, long fromNanos, long toNanos) {
        public long nanos() {
            return toNanos - fromNanos;
        }
    }

    /**
     * The way of one piece through the plant, and what its lead time was made of; what is none of the parts it waited.
     *
     * @param body its number in the trace, if one was written; used again for later pieces
     */
    public record Journey(int body, int type, long createdNanos, long leftNanos, long workNanos, long blockedNanos, long moveNanos,
            long crewNanos) {
        public long leadNanos() {
            return leftNanos - createdNanos;
        }

        public long waitNanos() {
            return leadNanos() - workNanos - blockedNanos - moveNanos - crewNanos;
        }
    }

    /** Of about 80 bytes each, what one run may take of the memory. */
    static final int MAX_JOURNEYS = 200_000;
    /** Of about 32 bytes each. */
    static final int MAX_PERIODS = 1_000_000;

    private final ArrayDeque<Journey> journeys = new ArrayDeque<>();
    private List<Period> periods = new ArrayList<>();
    private final ActivityLog[] logs;
    private final int[] crewNumber;
    private final PersonState[] doing;

    /** Of one station or crew. */
    private static final class ActivityLog {
        int idle;
        int busy;
        long since = -1;
        /** Where its last period stands in the list; -1 if it has none there. */
        int last = -1;
    }

    /**
     * @param units of each equipment: places of stations, people of crews, 0 for all else
     * @param crewOf for each person, the index of the crew among the equipment
     */
    public Diary(int[] units, int[] crewOf) {
        logs = new ActivityLog[units.length];
        for (int i = 0; i < units.length; i++) {
            logs[i] = new ActivityLog();
            logs[i].idle = units[i];
        }
        this.crewNumber = crewOf.clone();
        doing = new PersonState[crewOf.length];
        Arrays.fill(doing, PersonState.WAITING);
    }

    /** A piece has left the plant. Those who read are other threads than the one that runs. */
    public void onLeft(Journey journey) {
        synchronized (journeys) {
            if (journeys.size() == MAX_JOURNEYS) {
                journeys.removeFirst();
            }
            journeys.add(journey);
        }
    }

    /** Of the latest {@value #MAX_JOURNEYS} pieces that have left so far, in that order. */
    public List<Journey> journeys() {
        synchronized (journeys) {
            return List.copyOf(journeys);
        }
    }

    /** One place of a station changes its state. */
    public void onUnit(int equipment, long now, EquipmentState from, EquipmentState to) {
        ActivityLog log = logs[equipment];
        log.idle += (isIdle(to) ? 1 : 0) - (isIdle(from) ? 1 : 0);
        log.busy += (to.isBusy() ? 1 : 0) - (from.isBusy() ? 1 : 0);
        note(equipment, log, now);
    }

    private static boolean isIdle(EquipmentState state) {
        return !state.isBusy() && state != EquipmentState.OFF_SHIFT;
    }

    /** Somebody begins to do something else. */
    public void onPerson(int person, long now, PersonState to) {
        PersonState from = doing[person];
        doing[person] = to;
        ActivityLog log = logs[crewNumber[person]];
        log.idle += (to == PersonState.WAITING ? 1 : 0) - (from == PersonState.WAITING ? 1 : 0);
        log.busy += (to.isBusy() ? 1 : 0) - (from.isBusy() ? 1 : 0);
        note(crewNumber[person], log, now);
    }

    private void note(int participant, ActivityLog log, long now) {
        boolean isActive = log.idle == 0 && log.busy > 0;
        if (isActive && log.since < 0) {
            log.since = now;
        } else if (!isActive && log.since >= 0) {
            if (now > log.since) {
                keep(participant, log, now);
            }
            log.since = -1;
        }
    }

    /** A station that takes its next piece in the instant in which it gives the last has not waited: that is one period. */
    private void keep(int participant, ActivityLog log, long now) {
        Period last = log.last < 0 ? null : periods.get(log.last);
        if (last != null && last.toNanos == log.since) {
            periods.set(log.last, new Period(participant, last.fromNanos, now));
            return;
        }
        if (periods.size() == MAX_PERIODS) {
            forgetShort();
        }
        log.last = periods.size();
        periods.add(new Period(participant, log.since, now));
    }

    /** The shorter half tells least: at each moment the longest says what limits the plant. */
    private void forgetShort() {
        long[] lengths = periods.stream().mapToLong(Period::nanos).sorted().toArray();
        long median = lengths[lengths.length / 2];
        int spare = lengths.length / 2;
        List<Period> longer = new ArrayList<>(MAX_PERIODS / 2);
        for (ActivityLog log : logs) {
            log.last = -1;
        }
        for (Period period : periods) {
            if (spare > 0 && period.nanos() <= median) {
                spare--;
            } else {
                logs[period.participant].last = longer.size();
                longer.add(period);
            }
        }
        periods = longer;
    }

    /** All periods up to now, those under way cut off; those that touch are one. */
    public List<Period> periods(long now) {
        List<Period> all = new ArrayList<>(periods);
        for (int i = 0; i < logs.length; i++) {
            if (logs[i].since >= 0 && now > logs[i].since) {
                all.add(new Period(i, logs[i].since, now));
            }
        }
        return joined(all);
    }

    /** A station that takes its next piece in the instant in which it gives the last has not waited. */
    private List<Period> joined(List<Period> all) {
        Period[] last = new Period[logs.length];
        List<Period> joined = new ArrayList<>();
        all.sort(Comparator.comparingLong(Period::fromNanos));
        for (Period period : all) {
            Period before = last[period.participant];
            if (before != null && before.toNanos >= period.fromNanos) {
                last[period.participant] = new Period(period.participant, before.fromNanos, Math.max(before.toNanos, period.toNanos));
            } else {
                if (before != null) {
                    joined.add(before);
                }
                last[period.participant] = period;
            }
        }
        for (Period period : last) {
            if (period != null) {
                joined.add(period);
            }
        }
        joined.sort(Comparator.comparingLong(Period::fromNanos));
        return joined;
    }
}
