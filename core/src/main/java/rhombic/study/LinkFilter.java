package rhombic.study;

import java.io.Serializable;
import java.util.List;
import rhombic.study.value.StudyException;

/**
 * Which pieces a link is for. A piece that fits links with a filter goes one of those; the links without one are for
 * the rest.
 */
public sealed interface LinkFilter extends Serializable {
    /** For every piece. */
    record All() implements LinkFilter {}

    /** For pieces of these types. */
    record Types(List<String> types) implements LinkFilter {
        public Types {
            types = List.copyOf(types);
            if (types.isEmpty()) {
                throw new StudyException("A link for certain types must name at least one");
            }
        }
    }

    /** For pieces for which the formula says yes. */
    record Condition(String formula) implements LinkFilter {
        public Condition {
            if (formula.isBlank()) {
                throw new StudyException("A link with a condition needs a formula that gives yes or no, such as piece.joints > 4");
            }
        }
    }

    /** For the carriers, at an unpacking station. */
    record LoadCarriers() implements LinkFilter {}

    /** For what was on the carriers, at an unpacking station. */
    record Contents() implements LinkFilter {}

    LinkFilter ALL = new All();
}
