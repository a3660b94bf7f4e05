package rhombic.cli;

import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;
import rhombic.study.Study;
import rhombic.study.check.FloorCheck;
import rhombic.study.check.Problem;
import rhombic.study.check.StudyCheck;

/** Says everything that is wrong or missing in a study. */
@Command(name = "check", description = "Names every problem of a study, its place and its remedy.")
final class CheckCommand implements Callable<Integer> {
    @Spec private CommandSpec spec;

    @Parameters(paramLabel = "STUDY", description = "The study file.") private Path file;

    @Option(names = "--reload", description = "Reads timetables and tables from their sources anew.") private boolean reload;

    @Override
    public Integer call() {
        PrintWriter out = spec.commandLine().getOut();
        Optional<Study> study = StudyFile.open(file, reload, spec.commandLine().getErr());
        if (study.isEmpty()) {
            return Main.FAULTY;
        }
        List<Problem> problems = Stream.concat(StudyCheck.of(study.get()).stream(), FloorCheck.of(study.get()).stream()).toList();
        problems.forEach(p -> out.println(p.grade().name().toLowerCase(Locale.ROOT) + "  " + p));
        long errors = problems.stream().filter(Problem::isError).count();
        out.println(problems.isEmpty()
                ? "No problems."
                : errors + (errors == 1 ? " error, " : " errors, ") + (problems.size() - errors) + " other.");
        return errors > 0 ? Main.FAULTY : Main.FINE;
    }
}
