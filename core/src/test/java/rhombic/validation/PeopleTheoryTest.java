package rhombic.validation;

import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Some of the cases about failures, repairers and shared operators; {@code ./rhombic validate} runs all of them. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class PeopleTheoryTest extends Theory {
    private static final List<String> SHORT = List.of("12-TEND-A",
            "12-LINEOP-A3");

    static List<Case> people() {
        return PeopleCases.all().stream()
                .filter(one -> SHORT.stream().anyMatch(one.name()::contains)).toList();
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
