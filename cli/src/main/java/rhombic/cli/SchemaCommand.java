package rhombic.cli;

import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;
import rhombic.formats.study.StudySchema;

/** Prints what a study file may hold. */
@Command(name = "schema", description = "Prints the JSON schema of study files.")
final class SchemaCommand implements Callable<Integer> {
    @Spec private CommandSpec spec;

    @Override
    public Integer call() {
        spec.commandLine().getOut().print(StudySchema.write());
        spec.commandLine().getOut().flush();
        return Main.FINE;
    }
}
