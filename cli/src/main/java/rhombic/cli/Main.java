package rhombic.cli;

import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Map;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import rhombic.formats.file.ErrorLog;

/** Where the commands start. */
@Command(name = "rhombic", subcommands = {RunCommand.class, CheckCommand.class, SchemaCommand.class,
        DiagnoseCommand.class, CompareCommand.class, ReportCommand.class}, description = "Simulates plants.")
public final class Main {
    /** All went well. */
    static final int FINE = 0;
    /** What was asked for can't be done. */
    static final int REFUSED = 1;
    /** The study has errors, or the command line has. */
    static final int FAULTY = 2;
    /** In a run something stood still for good. */
    static final int DEADLOCK = 3;

    /** What options were called in older programs. They go on working, with a hint. */
    private static final Map<String, String> OPTIONS_BEFORE = Map.of("--even-so", "--ignore-errors", "--matters", "--indifference");

    private Main() {}

    public static void main(String[] args) {
        PrintWriter out = new PrintWriter(System.out, true, StandardCharsets.UTF_8);
        PrintWriter err = new PrintWriter(System.err, true, StandardCharsets.UTF_8);
        try {
            System.exit(run(out, err, args));
        } catch (OutOfMemoryError e) {
            err.println("The memory is full: shorten the run, use fewer threads, or give more with JAVA_TOOL_OPTIONS=-Xmx8g.");
            System.exit(REFUSED);
        }
    }

    static int run(PrintWriter out, PrintWriter err, String... args) {
        return new CommandLine(new Main())
                .setOut(out)
                .setErr(err)
                .setParameterExceptionHandler((e, given) -> {
                    err.println(e.getMessage());
                    err.println("Use: " + e.getCommandLine().getUsageMessage(CommandLine.Help.Ansi.OFF).strip());
                    return FAULTY;
                })
                .setExecutionExceptionHandler((e, command, result) -> {
                    err.println(ErrorLog.usual().told(e));
                    return REFUSED;
                })
                .execute(Arrays.stream(args).map(arg -> renamed(arg, err)).toArray(String[]::new));
    }

    private static String renamed(String arg, PrintWriter err) {
        int end = arg.indexOf('=') < 0 ? arg.length() : arg.indexOf('=');
        String now = OPTIONS_BEFORE.get(arg.substring(0, end));
        if (now == null) {
            return arg;
        }
        err.println(arg.substring(0, end) + " is called " + now + " now");
        return now + arg.substring(end);
    }
}
