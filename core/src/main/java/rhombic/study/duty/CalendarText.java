package rhombic.study.duty;

import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import rhombic.study.value.StudyException;

/** Reads and writes the spells of a calendar as people say them: {@code Mon–Fri 06:00 to 14:00; break Mon–Fri 09:00 to 09:15}. */
public final class CalendarText {
    private static final Pattern SPELL = Pattern
            .compile("(?i)\\s*(break)?\\s*(.*?)\\s*(\\d{1,2}:\\d{2}(?::\\d{2})?)\\s*(?:to|-|\u2013)\\s*(\\d{1,2}:\\d{2}(?::\\d{2})?)\\s*");
    private static final List<DayOfWeek> ALL = List.of(DayOfWeek.values());

    private CalendarText() {}

    public static String of(List<Spell> week) {
        return week.stream().map(spell -> (spell.isBreak() ? "break " : "") + times(spell, true)).collect(Collectors.joining("; "));
    }

    private static String times(Spell spell, boolean withDays) {
        return (withDays ? Spell.text(spell.days()) + " " : "") + Spell.clock(spell.from()) + " to "
                + (spell.to().equals(LocalTime.MIDNIGHT) ? "24:00" : Spell.clock(spell.to()));
    }

    /** As in {@code 2027-01-06 free; 2027-05-01 08:00 to 12:00}; several spells of one day stand one after the other. */
    public static String ofExceptions(List<Calendar.Exception> exceptions) {
        return exceptions.stream()
                .map(exception -> exception.spells().isEmpty()
                        ? exception.date() + " free"
                        : exception.spells().stream()
                                .map(spell -> exception.date() + " " + (spell.isBreak() ? "break " : "") + times(spell, false))
                                .collect(Collectors.joining("; ")))
                .collect(Collectors.joining("; "));
    }

    /**
     * The spells of a week.
     *
     * @throws StudyException naming what can't be read, and how it is written
     */
    public static List<Spell> week(String text) {
        List<Spell> spells = new ArrayList<>();
        for (String one : text.split("[;\n]")) {
            if (!one.isBlank()) {
                Matcher m = matched(one);
                spells.add(
                        new Spell(m.group(2).isBlank() ? ALL : days(m.group(2)), time(m.group(3)), time(m.group(4)), m.group(1) != null));
            }
        }
        return spells;
    }

    /** The days that are not as others. */
    public static List<Calendar.Exception> exceptions(String text) {
        List<Calendar.Exception> exceptions = new ArrayList<>();
        for (String one : text.split("[;\n]")) {
            if (one.isBlank()) {
                continue;
            }
            String[] words = one.strip().split("\\s+", 2);
            LocalDate date;
            try {
                date = LocalDate.parse(words[0]);
            } catch (DateTimeException e) {
                throw new StudyException("An exception begins with a date, as in 2027-01-06 free; got \u201c" + one.strip() + "\u201d");
            }
            List<Spell> spells = new ArrayList<>();
            exceptions.stream().filter(known -> known.date().equals(date)).forEach(known -> spells.addAll(known.spells()));
            exceptions.removeIf(known -> known.date().equals(date));
            if (words.length > 1 && !words[1].equalsIgnoreCase("free")) {
                Matcher m = matched(words[1]);
                if (!m.group(2).isBlank()) {
                    throw new StudyException("After the date of an exception come times, as in 2027-05-01 08:00 to 12:00; got \u201c"
                            + m.group(2).strip() + "\u201d");
                }
                spells.add(new Spell(List.of(date.getDayOfWeek()), time(m.group(3)), time(m.group(4)), m.group(1) != null));
            }
            exceptions.add(new Calendar.Exception(date, spells));
        }
        return exceptions;
    }

    private static Matcher matched(String text) {
        Matcher m = SPELL.matcher(text);
        if (!m.matches()) {
            throw new StudyException("Write days and times, such as Mon\u2013Fri 06:00 to 14:00, and break before a break; got \u201c"
                    + text.strip() + "\u201d");
        }
        return m;
    }

    private static LocalTime time(String text) {
        String padded = text.indexOf(':') == 1 ? "0" + text : text;
        if (padded.equals("24:00")) {
            return LocalTime.MIDNIGHT;
        }
        try {
            return LocalTime.parse(padded);
        } catch (DateTimeException e) {
            throw new StudyException("\u201c" + text + "\u201d is no time of day; write one such as 06:00");
        }
    }

    /** Days as they are said: {@code Mon–Fri}, {@code Mon, Wed}, {@code every day}. */
    public static List<DayOfWeek> days(String text) {
        if (text.strip().equalsIgnoreCase("every day")) {
            return ALL;
        }
        List<DayOfWeek> days = new ArrayList<>();
        for (String part : text.split("\\s*,\\s*")) {
            String[] ends = part.strip().split("\\s*[-\u2013]\\s*");
            if (ends.length > 2) {
                throw new StudyException(
                        "\u201c" + part.strip() + "\u201d is no span of days; write two with a dash, as in Mon\u2013Fri, or "
                                + "single ones with commas, as in Mon, Wed, Fri");
            }
            int from = day(ends[0]);
            int to = day(ends[ends.length - 1]);
            for (int i = 0; i <= (to - from + 7) % 7; i++) {
                days.add(ALL.get((from + i) % 7));
            }
        }
        return days;
    }

    private static int day(String text) {
        String wanted = text.strip().toLowerCase(Locale.ROOT);
        int at = wanted.length() < 3
                ? -1
                : Arrays.stream(DayOfWeek.values()).filter(day -> day.name().toLowerCase(Locale.ROOT).startsWith(wanted))
                        .mapToInt(DayOfWeek::ordinal).findFirst().orElse(-1);
        if (at < 0) {
            throw new StudyException("\u201c" + text.strip() + "\u201d is no day; write Mon, Tue, Wed, Thu, Fri, Sat or Sun");
        }
        return at;
    }

    /**
     * A week painted in cells of equal length, as spells: neighbours of one day join, across midnight too, and days that are alike
     * are said together.
     *
     * @param cells of each day from Monday, each day equally many
     */
    public static List<Spell> painted(Calendar.Mode[][] cells) {
        List<Spell> spells = new ArrayList<>();
        for (boolean breaks : new boolean[] {false, true}) {
            record Part(int from, int to) {}
            Map<Part, List<DayOfWeek>> daysOf = new LinkedHashMap<>();
            int perDay = cells[0].length;
            boolean always = true;
            for (Calendar.Mode[] day : cells) {
                for (Calendar.Mode mode : day) {
                    always &= is(mode, breaks);
                }
            }
            if (always) {
                spells.add(new Spell(ALL, LocalTime.MIDNIGHT, LocalTime.MIDNIGHT, breaks));
                continue;
            }
            int all = 7 * perDay;
            for (int begin = 0; begin < all; begin++) {
                if (!is(cells, begin, perDay, breaks) || is(cells, (begin + all - 1) % all, perDay, breaks)) {
                    continue;
                }
                int end = begin;
                while (is(cells, end % all, perDay, breaks)) {
                    end++;
                }
                for (int at = begin; at < end; at += perDay) { // a spell lasts for a day at most
                    int last = Math.min(end, at + perDay);
                    daysOf.computeIfAbsent(new Part(at % perDay, at % perDay + last - at), key -> new ArrayList<>())
                            .add(ALL.get(at / perDay % 7));
                }
            }
            daysOf.forEach((part, days) -> spells
                    .add(new Spell(days, ofCell(part.from, perDay), ofCell(part.to % perDay, perDay), breaks)));
        }
        return spells;
    }

    private static boolean is(Calendar.Mode mode, boolean breaks) {
        return breaks ? mode == Calendar.Mode.BREAK : mode != Calendar.Mode.OFF;
    }

    private static boolean is(Calendar.Mode[][] cells, int at, int perDay, boolean breaks) {
        return is(cells[at / perDay][at % perDay], breaks);
    }

    private static LocalTime ofCell(int cell, int perDay) {
        return LocalTime.ofSecondOfDay(cell * Spell.DAY / perDay % Spell.DAY);
    }

    /** What each cell of a week holds at its beginning, for painting. */
    public static Calendar.Mode[][] cells(Calendar calendar, int perDay) {
        Calendar plain = calendar.withExceptions(List.of());
        Calendar.Mode[][] cells = new Calendar.Mode[7][perDay];
        for (int day = 0; day < 7; day++) {
            for (int cell = 0; cell < perDay; cell++) {
                cells[day][cell] = plain.at(LocalDate.of(2001, 1, 1 + day).atTime(ofCell(cell, perDay)));
            }
        }
        return cells;
    }
}
