package rhombic.desktop.floor;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import javafx.scene.Scene;
import javafx.scene.image.WritableImage;
import javafx.scene.paint.Color;
import rhombic.desktop.work.Edits;
import rhombic.study.Study;
import rhombic.study.kind.PlantElement;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.trace.Moment;

/** Pictures of floors that stand in no window. */
public final class FloorPictures {
    /** What is lower is seen whole: it is a mark on the floor. */
    private static final double FLAT_METRES = 0.3;

    private FloorPictures() {}

    /** The whole plant looked at like that, at a moment if one is given: for what is handed on. */
    public static WritableImage whole(Study study, Viewpoint from, Optional<Moment> moment, int width, int height) {
        FloorView floor = floor(study, width, height);
        floor.look(from);
        floor.fit(Set.of());
        moment.ifPresent(m -> floor.showMoment(m, 0));
        return new Scene(floor, width, height).snapshot(null);
    }

    /** One element, alone: for the shelf. */
    public static WritableImage thumbnail(PlantElement element, int width, int height) {
        FloorView floor = floor(Edits.placed(Study.empty(), element), width, height);
        floor.showOnlyBodies();
        boolean isFlat = element.footprint().heightMetres() < FLAT_METRES;
        double half = isFlat ? element.footprint().lengthMetres() / 2 : Math.min(2, element.footprint().lengthMetres() / 2);
        double side = isFlat ? element.footprint().widthMetres() / 2 : 0.8;
        double high = isFlat ? 1.3 : 2.2;
        floor.look(new Viewpoint(0, 0, 28, 26, 10, Viewpoint.USUAL_FIELD)
                .fitted(List.of(new double[] {-half, -side, 0}, new double[] {half, side, 0}, new double[] {half, -side, 0},
                        new double[] {-half, side, 0}, new double[] {0, 0, high}), width, height));
        Scene alone = new Scene(floor, width, height);
        alone.setFill(Color.TRANSPARENT);
        return alone.snapshot(null);
    }

    private static FloorView floor(Study study, int width, int height) {
        FloorView floor = new FloorView();
        floor.resize(width, height);
        floor.setStudy(UnfoldedStudy.of(study));
        floor.layout();
        return floor;
    }
}
