package rhombic.study.check;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.locationtech.jts.geom.Coordinate;
import org.locationtech.jts.geom.GeometryFactory;
import org.locationtech.jts.geom.Polygon;
import org.locationtech.jts.index.strtree.STRtree;
import rhombic.space.Pose;
import rhombic.study.Study;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.PlantElement;

/** How things stand on the floor, which no run depends on: two in one place are told. */
public final class PlaceCheck {
    /** Of the smaller of two, so much may lie within the other: frames that touch, a chute that reaches in. */
    private static final double MAX_SHARED = 0.3;
    private static final double STEP_METRES = 0.5;
    private static final int MAX_STEPS = 200;
    private static final int MAX_TOLD = 20;

    private final GeometryFactory shapes = new GeometryFactory();
    private final STRtree index = new STRtree();
    private final List<Body> bodies = new ArrayList<>();

    /** What stands on the floor, seen from above. */
    private record Body(int number, PlantElement element, Polygon shape, double low, double high) {
        boolean covers(Body other) {
            double smaller = Math.min(shape.getArea(), other.shape.getArea());
            return low < other.high && other.low < high && shape.intersects(other.shape)
                    && shape.intersection(other.shape).getArea() > MAX_SHARED * smaller;
        }
    }

    private PlaceCheck(Study study) {
        for (PlantElement element : study.elements()) {
            if (element instanceof Equipment && element.along().isEmpty()) {
                Body body = body(bodies.size(), element);
                bodies.add(body);
                index.insert(body.shape.getEnvelopeInternal(), body);
            }
        }
    }

    /** Hints, each with a way out. */
    public static List<Problem> of(Study study) {
        PlaceCheck check = new PlaceCheck(study);
        List<Problem> problems = new ArrayList<>();
        for (Body body : check.bodies) {
            check.under(body).filter(first -> problems.size() < MAX_TOLD).ifPresent(first -> problems.add(new Problem(Problem.Grade.HINT,
                    Problem.Kind.IN_ONE_PLACE, body.element.name(), "It stands where " + first.element.name() + " stands", "Move it aside",
                    Problem.Fix.of("Move aside", body.element, element -> check.aside(element, body.number)))));
        }
        return problems;
    }

    private Body body(int number, PlantElement element) {
        double l = element.footprint().lengthMetres() / 2;
        double w = element.footprint().widthMetres() / 2;
        Pose middle = element.placement().pose();
        Coordinate[] round = new Coordinate[5];
        double[][] corners = {{-l, -w}, {l, -w}, {l, w}, {-l, w}, {-l, -w}};
        for (int i = 0; i < round.length; i++) {
            Pose at = middle.of(Pose.at(corners[i][0], corners[i][1], 0, 0));
            round[i] = new Coordinate(at.x(), at.y());
        }
        double low = element.placement().zMetres();
        return new Body(number, element, shapes.createPolygon(round), low, low + element.footprint().heightMetres());
    }

    /** The first of those before it in the study that stand in its place. */
    private Optional<Body> under(Body body) {
        List<Body> near = new ArrayList<>();
        index.query(body.shape.getEnvelopeInternal(), found -> near.add((Body) found));
        return near.stream().filter(other -> other.number < body.number && other.covers(body))
                .min(Comparator.comparingInt(Body::number));
    }

    /** As near as it can stand without standing in the place of another, to the south first. */
    private PlantElement aside(PlantElement element, int number) {
        for (int step = 1; step <= MAX_STEPS; step++) {
            for (double[] side : new double[][] {{0, -1}, {0, 1}, {1, 0}, {-1, 0}}) {
                PlantElement moved = element
                        .placed(element.placement().movedBy(side[0] * step * STEP_METRES, side[1] * step * STEP_METRES));
                Body body = body(number, moved);
                List<Body> near = new ArrayList<>();
                index.query(body.shape.getEnvelopeInternal(), found -> near.add((Body) found));
                if (near.stream().noneMatch(other -> other.number != number && other.shape.intersects(body.shape))) {
                    return moved;
                }
            }
        }
        return element;
    }
}
