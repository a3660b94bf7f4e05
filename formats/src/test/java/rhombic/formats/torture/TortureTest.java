package rhombic.formats.torture;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.CancellationException;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import rhombic.experiment.LocalEngine;
import rhombic.experiment.ResponseNames;
import rhombic.experiment.RunListener;
import rhombic.experiment.RunRecord;
import rhombic.experiment.Summary;
import rhombic.formats.results.ResultsFile;
import rhombic.formats.study.StudyFormatException;
import rhombic.formats.study.StudyReader;
import rhombic.formats.study.StudyWriter;
import rhombic.formats.table.SheetException;
import rhombic.formats.table.SheetReader;
import rhombic.formats.table.TableSheet;
import rhombic.formats.table.TimetableSheet;
import rhombic.formula.Formula;
import rhombic.formula.FormulaException;
import rhombic.insight.DeadlockFinding;
import rhombic.quantity.Quantity;
import rhombic.study.Study;
import rhombic.study.check.Problem;
import rhombic.study.check.StudyCheck;
import rhombic.study.value.Timetable;
import rhombic.testplants.RandomStudies;

/**
 * Mutilated studies, tables, kept runs and formulas, for as long as is asked ({@code -Dtorture.minutes}), from a fresh seed that is told
 * ({@code -Dtorture.seed} makes it again). Whatever is not refused in words or carried out is a fault.
 */
@Tag("validation")
class TortureTest {
    private static final long MAX_RUN_MILLIS = 400;
    private static final List<String> OF_PROGRAMMERS = List.of("Exception", "java.", "null", "at rhombic", "@");

    @TempDir Path folder;

    private final long seed = Long.getLong("torture.seed", System.nanoTime());
    private final Random random = new Random(seed);
    private final Mutilation mutilation = new Mutilation(random);
    private final Map<String, Integer> counts = new TreeMap<>();
    private final List<String> faults = new ArrayList<>();

    private interface Doing {
        void run() throws Exception;
    }

    private void count(String what) {
        counts.merge(what, 1, Integer::sum);
    }

    /** Refusals are told in words; anything else that is thrown is a fault, and what it was thrown at is kept. */
    private void attempt(String kind, byte[] given, Doing doing) throws IOException {
        count(kind);
        try {
            doing.run();
        } catch (StudyFormatException | SheetException | FormulaException e) {
            count(kind + " refused");
            String told = String.valueOf(e.getMessage());
            if (told.isBlank() || OF_PROGRAMMERS.subList(0, 2).stream().anyMatch(told::contains)) {
                fault(kind, given, "refused in a programmer's words: " + told, null);
            }
        } catch (Throwable e) {
            fault(kind, given, e.toString(), e);
        }
    }

    private void fault(String kind, byte[] given, String told, Throwable thrown) throws IOException {
        Path kept = Path.of("target", "torture-" + kind.replace(' ', '-') + "-" + faults.size());
        Files.write(kept, given);
        StringBuilder where = new StringBuilder();
        if (thrown != null) {
            for (StackTraceElement element : thrown.getStackTrace()) {
                if (where.length() < 900) {
                    where.append("\n      ").append(element);
                }
            }
        }
        faults.add(kind + ": " + told + " (kept as formats/" + kept + ")" + where);
    }

    @Test
    void nothingThatIsReadStopsTheProgram() throws Exception {
        System.out.println("torture seed " + seed);
        List<String> bases = new ArrayList<>();
        try (Stream<Path> demos = Files.walk(Path.of("../demo"))) {
            for (Path demo : demos.filter(file -> file.toString().endsWith(".rhombic.json")).sorted().toList()) {
                bases.add(Files.readString(demo));
            }
        }
        byte[] sheet = Files.readAllBytes(Path.of("../demo/arrivals.xlsx"));
        String csv = "time,type,quantity,joints\n08:00,S,3,4\nmon 09:30,L,1,7\n10:00:05,M,2,\n";
        String runs = keptRuns();
        long until = System.nanoTime() + (long) (Double.parseDouble(System.getProperty("torture.minutes", "1")) * 60e9);
        while (System.nanoTime() < until && faults.size() < 20) {
            switch (random.nextInt(12)) {
                case 0 -> table(mutilation.text(csv));
                case 1 -> spreadsheet(mutilation.bytes(sheet));
                case 2 -> keptRuns(mutilation.text(runs));
                case 3, 4 -> formula(mutilation.formula());
                case 5, 6 -> study(mutilation.json(StudyWriter.write(RandomStudies.of(random.nextLong()))));
                default -> study(mutilation.json(bases.get(random.nextInt(bases.size()))));
            }
        }
        StringBuilder told = new StringBuilder("seed " + seed + "\n");
        counts.forEach((what, number) -> told.append(String.format(Locale.ROOT, "%,9d %s%n", number, what)));
        told.append(faults.isEmpty() ? "no fault\n" : faults.size() + " faults:\n" + String.join("\n", faults) + "\n");
        Files.writeString(Path.of("target", "torture.txt"), told);
        assertEquals(List.of(), faults, told::toString);
    }

    private void study(String text) throws IOException {
        attempt("studies", Mutilation.utf8(text), () -> {
            Study study = StudyReader.read(text);
            count("studies read");
            String written = StudyWriter.write(study);
            if (!StudyReader.read(written).equals(study)) {
                throw new IllegalStateException("written and read again it is another study");
            }
            List<Problem> problems = StudyCheck.of(study);
            problems.stream().flatMap(problem -> problem.fixes().stream()).limit(5).forEach(fix -> {
                try {
                    fix.changes().applyTo(study);
                    count("remedies taken");
                } catch (IllegalArgumentException refused) {
                    count("remedies refused in words");
                }
            });
            run(study);
        });
    }

    /** The first two hours of it, for as long as that takes a short while. */
    private void run(Study study) {
        Study once = study.withPlan(study.plan().withReplications(1).withWarmUp(Quantity.hours(0)).withLength(Quantity.hours(2)));
        long until = System.nanoTime() + MAX_RUN_MILLIS * 1_000_000;
        try (LocalEngine engine = new LocalEngine(1)) {
            Summary summary = Summary.of(once, engine, RunListener.NONE, () -> System.nanoTime() > until);
            DeadlockFinding.orLimit(summary);
            count("studies run");
        } catch (CancellationException late) {
            count("studies run in part");
        } catch (RuntimeException told) {
            if (!told.getClass().getSimpleName().equals("RunTroubleException")) { // which is not for this module to see
                throw told;
            }
            count("runs ended in words");
        }
    }

    private void table(String text) throws IOException {
        attempt("tables", Mutilation.utf8(text), () -> {
            TimetableSheet.read(SheetReader.parse(text, "table.csv"), Timetable.Repeat.WEEKLY, List.of());
            count("timetables read");
        });
        attempt("tables", Mutilation.utf8(text), () -> TableSheet.read(SheetReader.parse(text, "table.csv"), "Table", ""));
    }

    private void spreadsheet(byte[] bytes) throws IOException {
        Path file = folder.resolve("table.xlsx");
        Files.write(file, bytes);
        attempt("spreadsheets", bytes, () -> {
            SheetReader.open(file);
            count("spreadsheets read");
        });
    }

    private void formula(String text) throws IOException {
        attempt("formulas", Mutilation.utf8(text), () -> {
            Formula.parse(text);
            count("formulas read");
        });
    }

    private static RunRecord record(int replication) {
        return new RunRecord(replication, 7, new ResponseNames(List.of("throughput", "lead")), new double[] {replication, 1.5});
    }

    private String keptRuns() throws IOException {
        Path file = folder.resolve("whole.runs.jsonl");
        try (ResultsFile archive = ResultsFile.open(file)) {
            for (int r = 1; r <= 6; r++) {
                archive.keep("abc", record(r));
            }
        }
        return Files.readString(file);
    }

    private void keptRuns(String text) throws IOException {
        Path file = folder.resolve("damaged.runs.jsonl");
        Files.write(file, Mutilation.utf8(text));
        attempt("kept runs", Mutilation.utf8(text), () -> {
            try (ResultsFile archive = ResultsFile.open(file)) {
                archive.keep("abc", record(9));
                archive.keep("other", record(1));
            } catch (IOException refused) {
                count("kept runs refused");
                return;
            }
            try (ResultsFile again = ResultsFile.open(file)) {
                if (again.find("abc", 9).isEmpty() || again.find("other", 1).isEmpty()) {
                    throw new IllegalStateException("runs kept after the damage are not read again");
                }
            }
            count("kept runs added to");
        });
    }
}
