package rhombic.validation;

import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import rhombic.insight.Diagnosis;
import rhombic.insight.Finding;

/** The limit is found in every line where it is known by construction. */
class LimitLinesTest {
    static List<LimitLines.Case> all() {
        return LimitLines.all();
    }

    @ParameterizedTest
    @MethodSource("all")
    void theLimitIsFound(LimitLines.Case one) {
        Diagnosis diagnosis = LimitLines.diagnosis(one.study().get());
        assertTrue(LimitLines.isRight(one, diagnosis), () -> one.name() + ", expected " + one.limits() + ", found "
                + diagnosis.findings().stream().filter(f -> f.kind() == Finding.Kind.LIMIT || f.kind() == Finding.Kind.SHIFTING).toList());
    }
}
