package rhombic.study.check;

import java.util.List;
import java.util.stream.Stream;
import rhombic.study.Study;

/** All that is told of how things stand and lie on the floor, without which a study runs all the same. */
public final class FloorCheck {
    private FloorCheck() {}

    /** Warnings and hints, some with a way out. */
    public static List<Problem> of(Study study) {
        return Stream
                .of(RouteCheck.of(study), TrafficCheck.of(study), BatteryCheck.of(study), DeploymentCheck.of(study), PlaceCheck.of(study))
                .flatMap(List::stream)
                .toList();
    }
}
