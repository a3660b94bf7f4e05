package rhombic.validation;

import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** One of the cases about failures, repairers and shared operators; {@code ./rhombic validate} runs all of them. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class PeopleTheoryTest extends Theory {
    private static final String SHORT = "12-TEND-A";

    static List<Case> people() {
        return PeopleCases.all().stream().filter(one -> one.name().contains(SHORT)).toList();
    }

    @ParameterizedTest
    @MethodSource("people")
    void agreesWithTheory(Case theory) {
        check(theory);
    }

    @AfterAll
    void end() {
        endThreads();
    }
}
