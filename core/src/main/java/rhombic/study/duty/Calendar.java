package rhombic.study.duty;

import java.io.Serializable;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.value.Count;
import rhombic.study.value.Names;
import rhombic.study.value.StudyException;

/**
 * When there is work: spells of every week, and other ones on single days. The clock of a plant knows no summer time: every
 * day has 24 hours, and a night from 22:00 to 06:00 always has eight.
 *
 * @param week spells of work and of breaks; spells of work must not overlap, nor must breaks
 * @param exceptions days whose spells are others than those of their day of the week; each date once
 */
public record Calendar(String name, List<Spell> week, List<Exception> exceptions) implements Serializable {
    public static final Composite<Calendar> TYPE = Composite.of("calendar", calendar -> {
        var name = calendar.required("name", "By which elements mean it.", FieldType.OWN_NAME, Calendar::name);
        var week = calendar.required("week", "The shifts and breaks of every week.", new FieldType.Several<>(Spell.TYPE), Calendar::week);
        var exceptions = calendar.optional("exceptions", "Days that are not as others; without spells they are free.",
                new FieldType.Several<>(Exception.TYPE), List.of(), Calendar::exceptions);
        return v -> new Calendar(v.get(name), v.get(week), v.get(exceptions));
    });

    public static final int MAX_SPELLS = 500;
    private static final List<DayOfWeek> WORKDAYS = List.of(DayOfWeek.MONDAY, DayOfWeek.TUESDAY, DayOfWeek.WEDNESDAY, DayOfWeek.THURSDAY,
            DayOfWeek.FRIDAY);
    /** A change is looked for on as many days as two years have, exceptions or not. */
    private static final int DAYS_LOOKED_AT = 740;

    /** What it says of a moment. */
    public enum Mode {
        ON, BREAK, OFF
    }

    /**
     * A day that is not as others.
     *
     * @param spells that begin on it, whose days of the week count for nothing; none: it is free
     */
    public record Exception(LocalDate date, List<Spell> spells) implements Serializable {
        static final Composite<Exception> TYPE = Composite.of("exceptionalDay", day -> {
            var date = day.required("date", "The day, such as 2027-01-06.", new FieldType.Date(), Exception::date);
            var spells = day.written("spells", "The shifts and breaks that begin on it.", new FieldType.Several<>(Spell.ON_ONE_DAY),
                    List.of(),
                    Exception::spells);
            return v -> new Exception(v.get(date),
                    v.get(spells).stream().map(spell -> spell.on(List.of(v.get(date).getDayOfWeek()))).toList());
        });

        public Exception {
            spells = List.copyOf(spells);
        }
    }

    /** From one moment on. */
    public record Transition(LocalDateTime at, Mode mode) {}

    public Calendar {
        Names.checked(name);
        week = List.copyOf(week);
        exceptions = exceptions.stream().sorted(Comparator.comparing(Exception::date)).toList();
        Count.between(0, MAX_SPELLS, "The spells of a calendar", week.size());
        apart(name, week, false);
        apart(name, week, true);
        Set<LocalDate> dates = new HashSet<>();
        for (Exception exception : exceptions) {
            if (!dates.add(exception.date)) {
                throw new StudyException("Calendar " + name + " has two exceptions on " + exception.date + ": keep one");
            }
            List<Spell> sameDay = exception.spells.stream()
                    .map(s -> new Spell(List.of(exception.date.getDayOfWeek()), s.from(), s.to(), s.isBreak())).toList();
            apart(name, sameDay, false);
            apart(name, sameDay, true);
        }
    }

    /** One early shift from Monday to Friday, with two breaks. */
    public static Calendar usual(String name) {
        return new Calendar(name, List.of(new Spell(WORKDAYS, LocalTime.of(6, 0), LocalTime.of(14, 0), false),
                new Spell(WORKDAYS, LocalTime.of(9, 0), LocalTime.of(9, 15), true),
                new Spell(WORKDAYS, LocalTime.of(11, 30), LocalTime.of(12, 0), true)), List.of());
    }

    /** No two of a sort at the same time, also not across midnight. */
    private static void apart(String name, List<Spell> spells, boolean breaks) {
        record One(long from, long to, Spell of) {}
        List<One> all = new ArrayList<>();
        for (Spell spell : spells) {
            if (spell.isBreak() == breaks) {
                for (DayOfWeek day : spell.days()) {
                    long midnight = (day.getValue() - 1) * Spell.DAY;
                    all.add(new One(midnight + spell.beginSeconds(), midnight + spell.endSeconds(), spell));
                }
            }
        }
        all.sort(Comparator.comparingLong(One::from));
        for (int i = 0; i < all.size(); i++) {
            One one = all.get(i);
            One next = all.get((i + 1) % all.size());
            long begins = i + 1 < all.size() ? next.from : next.from + 7 * Spell.DAY;
            if (all.size() > 1 && one.to > begins) {
                throw new StudyException("In calendar " + name + ", " + one.of + " and " + next.of
                        + " overlap: let one end before the other begins");
            }
        }
    }

    public Calendar named(String newName) {
        return new Calendar(newName, week, exceptions);
    }

    public Calendar withWeek(List<Spell> newWeek) {
        return new Calendar(name, newWeek, exceptions);
    }

    public Calendar withExceptions(List<Exception> newExceptions) {
        return new Calendar(name, week, newExceptions);
    }

    /** What it says of that moment; a spell includes its beginning and not its end. */
    public Mode at(LocalDateTime moment) {
        boolean on = false;
        boolean pause = false;
        for (int back = 1; back >= 0; back--) {
            LocalDate day = moment.toLocalDate().minusDays(back);
            long second = moment.toLocalTime().toSecondOfDay() + back * Spell.DAY;
            for (Spell spell : spellsOf(day)) {
                if (spell.beginSeconds() <= second && second < spell.endSeconds()) {
                    on |= !spell.isBreak();
                    pause |= spell.isBreak();
                }
            }
        }
        return !on ? Mode.OFF : pause ? Mode.BREAK : Mode.ON;
    }

    /** When it next says something else; empty if it never does, or not within two years. */
    public Optional<Transition> after(LocalDateTime moment) {
        Mode now = at(moment);
        LocalDate first = moment.toLocalDate().minusDays(1);
        for (int ahead = 0; ahead < DAYS_LOOKED_AT; ahead++) {
            LocalDate day = first.plusDays(ahead);
            // what begins on the day before may end on this one, so both are looked at together
            List<LocalDateTime> moments = new ArrayList<>();
            for (LocalDate of : List.of(day.minusDays(1), day)) {
                for (Spell spell : spellsOf(of)) {
                    moments.add(of.atStartOfDay().plusSeconds(spell.beginSeconds()));
                    moments.add(of.atStartOfDay().plusSeconds(spell.endSeconds()));
                }
            }
            moments.sort(Comparator.naturalOrder());
            for (LocalDateTime at : moments) {
                if (at.isAfter(moment) && at.toLocalDate().equals(day) && at(at) != now) {
                    return Optional.of(new Transition(at, at(at)));
                }
            }
        }
        return Optional.empty();
    }

    private List<Spell> spellsOf(LocalDate day) {
        for (Exception exception : exceptions) {
            if (exception.date.equals(day)) {
                return exception.spells;
            }
        }
        return week.stream().filter(spell -> spell.days().contains(day.getDayOfWeek())).toList();
    }

    /** Seconds on duty in a week without exceptions, breaks apart. */
    public long weeklySeconds() {
        return seconds(false) - seconds(true);
    }

    /** Seconds of breaks within the work of a week without exceptions. */
    public long weeklyBreakSeconds() {
        return seconds(true);
    }

    private long seconds(boolean breaks) {
        LocalDateTime monday = LocalDate.of(2001, 1, 1).atStartOfDay();
        Calendar plain = exceptions.isEmpty() ? this : withExceptions(List.of());
        long sum = 0;
        LocalDateTime at = monday;
        LocalDateTime end = monday.plusWeeks(1);
        while (at.isBefore(end)) {
            Mode mode = plain.at(at);
            LocalDateTime next = plain.after(at).map(Transition::at).filter(next2 -> next2.isBefore(end)).orElse(end);
            long seconds = Duration.between(at, next).toSeconds();
            sum += (breaks ? mode == Mode.BREAK : mode != Mode.OFF) ? seconds : 0;
            at = next;
        }
        return sum;
    }
}
