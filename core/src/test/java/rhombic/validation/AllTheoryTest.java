package rhombic.validation;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.io.IOException;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** All cases with exact values. Minutes long, so apart from the usual tests; writes what it found into the build folder. */
@Tag("validation")
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class AllTheoryTest extends Theory {
    static List<Case> all() {
        return cases();
    }

    @ParameterizedTest
    @MethodSource("all")
    void agreesWithTheory(Case theory) {
        check(theory);
    }

    @AfterAll
    void writeThePage() throws IOException {
        endThreads();
        assertEquals(cases().stream().mapToInt(one -> one.exact().size()).sum(), told.size(), "figures judged");
        ValidationPage.write(told.values());
    }
}
