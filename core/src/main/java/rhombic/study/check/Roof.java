package rhombic.study.check;

import java.util.Optional;
import rhombic.study.Study;
import rhombic.study.site.Barrier;

/** What stands in a building is no higher than its walls. */
final class Roof {
    /** What is lower is a fence or a partition. */
    private static final double MIN_METRES = 3;

    private Roof() {}

    /** How high the walls are, if they are lower than that. */
    static Optional<Double> lowerThan(Study study, double metres) {
        return study.all(Barrier.class).stream().map(element -> element.footprint().heightMetres()).max(Double::compare)
                .filter(wall -> wall >= MIN_METRES && wall < metres);
    }
}
