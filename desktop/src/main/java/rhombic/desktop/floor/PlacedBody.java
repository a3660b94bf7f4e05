package rhombic.desktop.floor;

import javafx.scene.paint.PhongMaterial;
import javafx.scene.shape.Mesh;
import javafx.scene.shape.MeshView;
import javafx.scene.transform.Rotate;
import rhombic.space.Pose;

/** A body on the floor that is moved and turned; not seen until it is shown, and never in the way of the pointer. */
final class PlacedBody {
    private final MeshView view = new MeshView();
    private final Rotate turned = new Rotate(0, Rotate.Y_AXIS);

    PlacedBody(PhongMaterial palette) {
        view.setMaterial(palette);
        view.setMouseTransparent(true);
        view.setVisible(false);
        view.getTransforms().add(turned);
    }

    MeshView view() {
        return view;
    }

    void setMesh(Mesh mesh) {
        if (view.getMesh() != mesh) {
            view.setMesh(mesh);
        }
    }

    void setVisible(boolean visible) {
        view.setVisible(visible);
    }

    /** It is there, and looks that way. */
    void at(double x, double y, double z, double headingDegrees) {
        view.setTranslateX(x);
        view.setTranslateZ(y); // the toolkit has y down and z into the picture
        view.setTranslateY(-z);
        turned.setAngle(-headingDegrees);
    }

    void at(Pose pose) {
        at(pose.x(), pose.y(), pose.z(), pose.heading());
    }
}
