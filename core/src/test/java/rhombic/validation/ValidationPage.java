package rhombic.validation;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collection;
import java.util.Locale;
import java.util.TreeSet;
import rhombic.insight.Diagnosis;
import rhombic.insight.Finding;

/** Writes what the tests found into the build folder, to be held against docs/validation.md. */
final class ValidationPage {
    private static final Path PAGE = Path.of("target/validation.md");

    /** One figure of one case. */
    record Line(String name, String figure, double exact, double ours, double halfWidth, boolean agrees, boolean second) {}

    private ValidationPage() {}

    static void write(Collection<Line> lines) throws IOException {
        StringBuilder page = new StringBuilder("""
                # Validation

                Written by `./rhombic validate`; the seeds are fixed, so the same code writes the same page.
                Each case has an exact value, in closed form or from its Markov chain. A figure *agrees* when the exact value lies in
                our 95 % confidence interval, from 20 replications after the warm-up, and the interval is so narrow (1 % of the value,
                2 % for waits and contents at high utilisation) that a wrong model falls outside. One figure in twenty of a right
                model lies outside its 95 % interval by chance: a figure that does is judged once more on a second seed, chosen
                beforehand; those are marked *on the second seed*.

                | case | figure | exact | ours | half-width | verdict |
                |---|---|---|---|---|---|
                """);
        for (Line line : lines) {
            page.append(String.format(Locale.ROOT, "| %s | %s | %.6g | %.6g | %.2g | %s |%n", line.name, line.figure, line.exact, line.ours,
                    line.halfWidth,
                    (line.agrees ? "agrees" : "misses") + (line.second ? ", on the second seed" : "")));
        }
        page.append(
                """

                        Not covered yet, since their kinds are still to come: racks (8) and vehicles (9) of the list
                        of exact values. Everything else that the flow can do is checked against hand calculations in deterministic
                        plants, to the last digit: `HandOverTest`, `StationTest`, `RoutingTest`, `InspectionTest`, `JoiningTest`, `SupplyTest`,
                        `RulesTest`, `RunEndTest`, `HandOverDetailsTest`; on 250 random plants of all kinds mixed: `PlantPropertiesTest`,
                        `WaitsHaveReasonsTest`; and against laws that hold on every path, such as Little’s, monotony and reversibility: `LawsTest`.
                        """);
        page.append("""

                ## The limit, found where it is known

                Lines whose limit follows from how they are made: the place that needs most time for a piece, all that it loses counted in.
                The finding is right when it names that place; where two are alike, when the limit is told to shift between them.

                | line | limit | why | found |
                |---|---|---|---|
                """);
        for (LimitLines.Case one : LimitLines.all()) {
            Diagnosis diagnosis = LimitLines.diagnosis(one.study().get());
            String found = diagnosis.findings().stream()
                    .filter(f -> f.kind() == (one.shifts() ? Finding.Kind.SHIFTING : Finding.Kind.LIMIT))
                    .map(Finding::text).findFirst().orElse("nothing");
            page.append(String.format(Locale.ROOT, "| %s | %s | %s | %s%s |%n", one.name(),
                    String.join(" and ", new TreeSet<>(one.limits())), one.why(),
                    LimitLines.isRight(one, diagnosis) ? "" : "WRONG: ", found));
        }
        Files.writeString(PAGE, page.toString());
    }
}
