package rhombic.desktop.floor.hand;

import java.util.List;
import java.util.Optional;
import rhombic.desktop.floor.FloorView;
import rhombic.desktop.floor.Viewpoint;
import rhombic.desktop.work.Workbench;
import rhombic.space.Path;
import rhombic.study.Study;

/** A place of a way that was taken hold of: a corner that is there, or one that comes into being as it is dragged. */
sealed interface Grip permits LinkGrip, PathGrip, LineGrip, ArrowGrip, StandGrip, StopGrip, CornerGrip {
    /** The nearest of what can be taken hold of there. */
    static Optional<? extends Grip> at(FloorView floor, Workbench bench, double x, double y, boolean isOverSomething) {
        Optional<StandGrip> stand = StandGrip.at(floor, bench, x, y);
        if (stand.isPresent()) {
            return stand;
        }
        Optional<? extends Grip> way = Optional.<Grip>empty().or(() -> PathGrip.at(floor, bench, x, y))
                .or(() -> StopGrip.at(floor, bench, x, y)).or(() -> ArrowGrip.at(floor, bench, x, y))
                .or(() -> LineGrip.at(floor, bench, x, y))
                .or(() -> CornerGrip.at(floor, bench, x, y));
        return way.isPresent() ? way : isOverSomething ? Optional.empty() : LinkGrip.at(floor, x, y);
    }

    boolean isNew();

    /** Selects that whose card says more. */
    void select(Workbench bench);

    /** What dragging it does, as the history says it. */
    String noun();

    /** What can be done with it, said beside the pointer. */
    default String hint() {
        return isNew() ? "drag to bend" : "drag, or double-click to straighten";
    }

    /** How high above the floor it is, and stays while it is dragged. */
    default double heightMetres() {
        return 0;
    }

    /** The study with the grip dragged to a spot of the floor, on a fine grid. */
    Study dragged(Study study, Viewpoint.FloorPoint spot);

    /** What taking it out does, as the history says it. */
    default String takenOutText() {
        return "take a bend out";
    }

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
