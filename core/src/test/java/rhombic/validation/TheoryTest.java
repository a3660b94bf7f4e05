package rhombic.validation;

import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** A few of the cases with exact values, one of each kind of plant, on five runs each; {@code ./rhombic validate} runs all of them, on twenty. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class TheoryTest extends Theory {
    private static final Set<String> SHORT = Set.of("M/M/3 (1-MM3-A)", "random arrivals at a conveyor (10-ENTRY-A)",
            "straight conveyor (10-CONV-A)",
            "straight conveyor, accumulating, its end shut (10-CONV-A)", "straight conveyor, rigid, its end shut (10-CONV-A)");

    static List<Case> some() {
        return cases().stream().filter(one -> SHORT.contains(one.name())).map(Case::shorter).toList();
    }

    @ParameterizedTest
    @MethodSource("some")
    void agreesWithTheory(Case theory) {
        check(theory);
    }

    @AfterAll
    void end() {
        endThreads();
    }
}
