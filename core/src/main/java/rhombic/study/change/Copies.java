package rhombic.study.change;

import java.util.ArrayList;
import java.util.List;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Placement;
import rhombic.study.value.Count;
import rhombic.study.value.Names;
import rhombic.study.value.StudyException;

/** Several of one element, side by side, linked as it is. */
public final class Copies {
    public static final int MAX = 100;
    private static final double BESIDE_METRES = 1;

    private Copies() {}

    /**
     * The study with that many of the element in all.
     *
     * @throws StudyException if it is not there, or the number is not from 1 to {@link #MAX}
     */
    public static Study of(Study study, String name, int count) {
        PlantElement one = study.find(name).orElseThrow(() -> new StudyException("There is no " + name + " to have several of"));
        Count.between(1, MAX, "How many of " + name, count);
        Study result = study;
        double angle = Math.toRadians(one.placement().headingDegrees() - 90);
        double apart = one.footprint().widthMetres() + BESIDE_METRES;
        for (int i = 1; i < count; i++) {
            String copy = Names.free(name, result.names());
            Placement at = one.placement().movedBy(i * apart * Math.cos(angle), i * apart * Math.sin(angle));
            List<Link> links = new ArrayList<>();
            for (Link link : study.links()) {
                if (link.from().equals(name) && !link.to().equals(name)) {
                    links.add(link.between(copy, link.to()).withId(""));
                } else if (link.to().equals(name) && !link.from().equals(name)) {
                    links.add(link.between(link.from(), copy).withId(""));
                }
            }
            result = result.with(List.of(one.with(one.basics().named(copy).withId(copy).placed(at))), links);
        }
        return result;
    }
}
