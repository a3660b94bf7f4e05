package rhombic.desktop.floor;

import java.util.List;
import java.util.Optional;
import rhombic.desktop.work.Workbench;
import rhombic.space.Path;
import rhombic.study.Study;

/** A place of a way that was taken hold of: a corner that is there, or one that comes into being as it is dragged. */
sealed interface Grip permits LinkGrip, WayGrip {
    /** The nearest of what can be taken hold of there. */
    static Optional<? extends Grip> at(FloorView floor, Workbench bench, double x, double y, boolean isOverSomething) {
        Optional<WayGrip> way = WayGrip.at(floor, bench, x, y);
        return way.isPresent() ? way : isOverSomething ? Optional.empty() : LinkGrip.at(floor, x, y);
    }

    boolean isNew();

    /** The equipment whose card says more. */
    String owner();

    /** What dragging it does, as the history says it. */
    String what();

    /** The study with the grip dragged to a spot of the floor, on a fine grid. */
    Study dragged(Study study, Viewpoint.Spot spot);

    /** The study without the corner. */
    Study takenOut(Study study);

    /** The way in a study in which it was dragged. */
    Optional<Path> path(Study study);

    /** The corners that can be taken hold of beside it. */
    List<Viewpoint.Pixel> corners(FloorView floor);

    static double fine(double metres) {
        return Math.round(metres * 4) / 4.0;
    }
}
