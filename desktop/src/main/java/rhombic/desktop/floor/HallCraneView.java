package rhombic.desktop.floor;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import javafx.scene.Group;
import javafx.scene.Node;
import javafx.scene.paint.PhongMaterial;
import javafx.scene.transform.Scale;
import rhombic.desktop.floor.body.HallCraneForm;
import rhombic.scene.HallCraneScene;
import rhombic.space.Pose;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.unfold.UnfoldedStudy;

/** The hall cranes on the floor: bridge, trolley, ropes, hook and sling. */
final class HallCraneView {
    private static final double BLOCK_METRES = 0.45;
    private static final double MIN_METRES = 0.01;

    private final Group view = new Group();
    private final PhongMaterial palette;
    private final List<One> cranes = new ArrayList<>();
    private List<BridgeCrane> shown = List.of();

    /** One crane as drawn. */
    private final class One {
        final PlacedBody bridge = new PlacedBody(palette);
        final PlacedBody trolley = new PlacedBody(palette);
        final PlacedBody ropes = new PlacedBody(palette);
        final PlacedBody hook = new PlacedBody(palette);
        final PlacedBody sling = new PlacedBody(palette);
        final Scale drawnOut = new Scale(1, 1, 1);
        final Scale slung = new Scale(1, 1, 1);
        /** How high the ropes end. */
        final double ropesMetres;

        One(BridgeCrane crane) {
            ropesMetres = crane.railMetres() + HallCraneForm.ropesEndMetres(crane);
            bridge.setMesh(HallCraneForm.bridge(crane));
            trolley.setMesh(HallCraneForm.trolley(crane));
            ropes.setMesh(HallCraneForm.ropes());
            hook.setMesh(HallCraneForm.hook());
            sling.setMesh(HallCraneForm.sling());
            ropes.view().getTransforms().add(drawnOut);
            sling.view().getTransforms().add(slung);
        }

        void setVisible(boolean visible) {
            bodies().forEach(one -> one.setVisible(visible));
        }

        private Stream<PlacedBody> bodies() {
            return Stream.of(bridge, trolley, ropes, hook, sling);
        }

        Stream<Node> all() {
            return bodies().map(PlacedBody::view);
        }

        void show(Pose middle, Pose hangs, double slingMetres) {
            bridge.at(middle.x(), middle.y(), 0, middle.heading());
            trolley.at(hangs.x(), hangs.y(), 0, middle.heading());
            hook.at(hangs);
            double top = hangs.z() + BLOCK_METRES;
            ropes.at(hangs.x(), hangs.y(), top, middle.heading());
            drawnOut.setY(Math.max(MIN_METRES, ropesMetres - top));
            sling.at(hangs.x(), hangs.y(), hangs.z(), middle.heading());
            slung.setY(Math.max(MIN_METRES, slingMetres));
            sling.setVisible(slingMetres > 0);
        }
    }

    HallCraneView(PhongMaterial palette) {
        this.palette = palette;
    }

    Group view() {
        return view;
    }

    /** Those of the study; where they are the same as before they stay as they are drawn, until the next moment is shown. */
    void setStudy(UnfoldedStudy study) {
        HallCraneScene scene = new HallCraneScene(study);
        List<BridgeCrane> all = IntStream.range(0, scene.count()).mapToObj(scene::group).toList();
        if (all.equals(shown)) {
            return;
        }
        shown = all;
        cranes.clear();
        all.forEach(crane -> cranes.add(new One(crane)));
        view.getChildren().setAll(cranes.stream().flatMap(One::all).toList());
    }

    void hide() {
        cranes.forEach(one -> one.setVisible(false));
    }

    /** @param posed as they are at the moment to show */
    void show(HallCraneScene posed) {
        for (int i = 0; i < cranes.size() && i < posed.count(); i++) {
            One one = cranes.get(i);
            one.setVisible(posed.isSeen(i));
            if (posed.isSeen(i)) {
                one.show(posed.bridge(i), posed.hook(i), posed.slingMetres(i));
            }
        }
    }
}
