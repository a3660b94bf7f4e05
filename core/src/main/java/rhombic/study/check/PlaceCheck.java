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
import rhombic.study.site.Structure;

/** How things stand on the floor, which no run depends on: two in one place are told. */
final class PlaceCheck {
    /** Of the smaller of two, so much may lie within the other: frames that touch, a chute that reaches in. */
    private static final double MAX_SHARED = 0.3;
    /** Of a wall or a column, square metres that may lie within equipment. */
    private static final double MAX_IN_WALL = 0.02;
    private static final double STEP_METRES = 0.5;
    private static final int MAX_STEPS = 200;
    private static final int MAX_TOLD = 20;

    private final GeometryFactory shapes = new GeometryFactory();
    private final STRtree index = new STRtree();
    private final List<Body> bodies = new ArrayList<>();

    /** What stands on the floor, seen from above. */
    private record Body(int number, PlantElement element, Polygon shape, double low, double high) {
        boolean isBuilding() {
            return element instanceof Structure;
        }

        boolean covers(Body other) {
            double smaller = Math.min(shape.getArea(), other.shape.getArea());
            double shared = isBuilding() || other.isBuilding() ? MAX_IN_WALL : MAX_SHARED * smaller;
            return low < other.high && other.low < high && shape.intersects(other.shape)
                    && shape.intersection(other.shape).getArea() > shared;
        }
    }

    private PlaceCheck(Study study) {
        study.elements().stream().filter(Structure.class::isInstance).forEach(this::addBuilding); // first: it is the equipment that gives way
        for (PlantElement element : study.elements()) {
            if (element instanceof Equipment && element.along().isEmpty()) {
                add(body(bodies.size(), element));
            }
        }
    }

    private void addBuilding(PlantElement structure) {
        double low = structure.placement().zMetres();
        for (List<Pose> outline : structure.outlines()) {
            add(new Body(bodies.size(), structure, polygon(outline), low, low + structure.footprint().heightMetres()));
        }
    }

    private void add(Body body) {
        bodies.add(body);
        index.insert(body.shape.getEnvelopeInternal(), body);
    }

    private Polygon polygon(List<Pose> outline) {
        Coordinate[] round = new Coordinate[outline.size() + 1];
        for (int i = 0; i < round.length; i++) {
            Pose at = outline.get(i % outline.size());
            round[i] = new Coordinate(at.x(), at.y());
        }
        return shapes.createPolygon(round);
    }

    /** Hints, each with a way out. */
    static List<Problem> of(Study study) {
        PlaceCheck check = new PlaceCheck(study);
        List<Problem> problems = new ArrayList<>();
        for (Body body : check.bodies) {
            if (body.isBuilding()) {
                continue;
            }
            check.under(body).filter(first -> problems.size() < MAX_TOLD).ifPresent(first -> problems.add(new Problem(Problem.Grade.HINT,
                    Problem.Kind.IN_ONE_PLACE, body.element.name(), "It stands where " + first.element.name() + " stands", "Move it aside",
                    Problem.Fix.of("Move aside", body.element, element -> check.aside(element, body.number)))));
        }
        return problems;
    }

    private Body body(int number, PlantElement element) {
        double low = element.placement().zMetres();
        return new Body(number, element, polygon(element.onFootprint()), low, low + element.footprint().heightMetres());
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
