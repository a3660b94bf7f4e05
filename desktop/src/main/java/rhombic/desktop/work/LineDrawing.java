package rhombic.desktop.work;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import rhombic.space.Pose;
import rhombic.study.Study;
import rhombic.study.kind.Kind;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Placement;
import rhombic.study.site.LineElement;
import rhombic.study.site.Structure;

/** A wall, a fence or an aisle while it is drawn: it keeps to the corners and lines of others of its sort, and ends where it began. */
public final class LineDrawing extends CornerDrawing {
    private final Kind<?> kind;

    /** @param kind of what is drawn, which lies along a line */
    public LineDrawing(Kind<?> kind) {
        this.kind = kind;
    }

    @Override
    public boolean endsThere(Study study) {
        return corners().size() > 3 && corners().getLast().to(corners().getFirst()) < MIN_METRES;
    }

    @Override
    public String beginning() {
        return "; near another it keeps to that";
    }

    @Override
    public String ending() {
        return ", as a click where it began";
    }

    @Override
    Optional<Corner> near(Study study, double x, double y) {
        Stream<Pose> own = corners().stream().limit(Math.max(0, corners().size() - 2)).map(corner -> Pose.at(corner.x(), corner.y(), 0, 0));
        return nearest(Stream.concat(own, alike(study).flatMap(line -> line.cornersOnFloor().stream())), x, y, Snapping.JOIN_METRES)
                .or(() -> nearest(alike(study).map(line -> line.nearestOnFloor(x, y)), x, y, Snapping.JOIN_METRES / 2));
    }

    /** Aisles keep to aisles, and walls and fences to these. */
    private Stream<LineElement> alike(Study study) {
        boolean isStructure = Structure.class.isAssignableFrom(kind.type());
        return study.elements().stream().filter(LineElement.class::isInstance).filter(other -> other instanceof Structure == isStructure)
                .map(LineElement.class::cast);
    }

    private static Optional<Corner> nearest(Stream<Pose> places, double x, double y, double within) {
        return places.filter(at -> Math.hypot(at.x() - x, at.y() - y) < within)
                .min(Comparator.comparingDouble(at -> Math.hypot(at.x() - x, at.y() - y)))
                .map(at -> new Corner(at.x(), at.y(), Optional.empty()));
    }

    @Override
    Optional<Branch> on(Study study, double x, double y) {
        return Optional.empty();
    }

    @Override
    Optional<Drawn> made(Study study, List<Corner> through) {
        List<Corner> apart = apart(through);
        if (apart.size() < 2) {
            return Optional.empty();
        }
        PlantElement usual = Edits.made(kind, study, Placement.at(0, 0));
        if (!(usual instanceof LineElement line)) {
            throw new IllegalStateException(kind.word() + " lies along no line");
        }
        LineElement laid = line.through(apart.stream().map(corner -> Pose.at(corner.x(), corner.y(), 0, 0)).toList());
        return Optional.of(new Drawn(laid, laid.line().metres(), List.of()));
    }
}
