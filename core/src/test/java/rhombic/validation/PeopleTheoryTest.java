package rhombic.validation;

import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Failures, repairers and shared operators against their exact values. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class PeopleTheoryTest extends Theory {
    static List<Case> people() {
        return PeopleCases.all();
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
