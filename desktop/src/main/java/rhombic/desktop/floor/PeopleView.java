package rhombic.desktop.floor;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import javafx.scene.Group;
import javafx.scene.paint.PhongMaterial;
import javafx.scene.shape.MeshView;
import javafx.scene.shape.TriangleMesh;
import javafx.scene.transform.Rotate;
import org.jspecify.annotations.Nullable;
import rhombic.desktop.floor.body.PersonForm;
import rhombic.desktop.floor.body.VehicleForm;
import rhombic.scene.PeopleScene;
import rhombic.space.Pose;
import rhombic.study.Study;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.kind.Crew;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.kind.StackerCrane;
import rhombic.study.unfold.UnfoldedStudy;

/** The people on the floor: each a body that walks, stands, works, carries or sits, as the scene has it. */
final class PeopleView {
    /** The height at which a person is pointed at. */
    private static final double MIDDLE_METRES = 1.1;
    private static final double NEAR_PIXELS = 14;

    private final Group view = new Group();
    private final PersonForm forms = new PersonForm();
    private final VehicleForm vehicles = new VehicleForm();
    private final PhongMaterial palette;
    private final List<One> people = new ArrayList<>();
    /** Of those that lift, what rises; null of all others. */
    private final List<@Nullable One> forks = new ArrayList<>();
    /** What each of them pulls. */
    private final List<List<One>> trailers = new ArrayList<>();
    private List<String> crewNames = List.of();
    private List<ResourceGroup> groups = List.of();
    private PeopleScene scene = new PeopleScene(UnfoldedStudy.of(Study.empty()));

    /** One person as drawn. */
    private static final class One {
        final MeshView body = new MeshView();
        final Rotate turned = new Rotate(0, Rotate.Y_AXIS);

        One(PhongMaterial palette) {
            body.getTransforms().add(turned);
            body.setMaterial(palette);
            body.setVisible(false);
        }

        void at(double x, double y, double headingDegrees) {
            body.setTranslateX(x);
            body.setTranslateZ(y);
            turned.setAngle(-headingDegrees);
        }
    }

    PeopleView(PhongMaterial palette) {
        this.palette = palette;
    }

    Group view() {
        return view;
    }

    /** Those of the study; where they are the same people as before they stay as they are drawn, until the next moment is shown. */
    void setStudy(UnfoldedStudy study) {
        List<String> names = study.members().stream().map(member -> study.element(member.group()).name()).toList();
        groups = study.members().stream().map(member -> (ResourceGroup) study.element(member.group())).toList();
        List<Integer> pulled = groups.stream().map(group -> group.grip().trailers().size()).toList();
        List<Boolean> lift = groups.stream().map(group -> group.grip().lifts()).toList();
        if (names.equals(crewNames) && pulled.equals(trailers.stream().map(List::size).toList())
                && lift.equals(forks.stream().map(Objects::nonNull).toList())) {
            return;
        }
        crewNames = names;
        people.clear();
        forks.clear();
        trailers.clear();
        names.forEach(name -> people.add(new One(palette)));
        groups.forEach(group -> forks.add(group.grip().lifts() ? new One(palette) : null));
        for (int count : pulled) {
            List<One> train = Stream.generate(() -> new One(palette)).limit(count).toList();
            train.forEach(one -> one.body.setMesh(vehicles.trailer()));
            trailers.add(train);
        }
        view.getChildren()
                .setAll(Stream.of(people.stream(), forks.stream().filter(Objects::nonNull), trailers.stream().flatMap(List::stream))
                        .flatMap(all -> all).map(one -> one.body).toList());
    }

    void hide() {
        people.forEach(one -> one.body.setVisible(false));
        forks.stream().filter(Objects::nonNull).forEach(one -> one.body.setVisible(false));
        trailers.forEach(train -> train.forEach(one -> one.body.setVisible(false)));
    }

    /** @param posed as they are at the moment to show */
    void show(PeopleScene posed) {
        scene = posed;
        for (int i = 0; i < people.size(); i++) {
            One one = people.get(i);
            one.body.setVisible(scene.isSeen(i));
            One rising = forks.get(i);
            if (rising != null) {
                rising.body.setVisible(scene.isSeen(i));
            }
            if (scene.isSeen(i)) {
                place(one, i);
            }
            for (int k = 0; k < trailers.get(i).size(); k++) {
                One trailer = trailers.get(i).get(k);
                trailer.body.setVisible(scene.isSeen(i));
                if (scene.isSeen(i)) {
                    Pose pose = scene.trailer(i, k);
                    trailer.at(pose.x(), pose.y(), pose.heading());
                }
            }
        }
    }

    private void place(One one, int number) {
        PeopleScene.Posture posture = scene.posture(number);
        // who works beside another does not move in step with it
        int frame = (int) (scene.phase(number) * PersonForm.frames(posture)) + (posture == PeopleScene.Posture.WORKS ? number : 0);
        TriangleMesh mesh = switch (groups.get(number)) {
            case Crew crew -> forms.of(posture, frame, scene.crew(number));
            case Fleet fleet -> vehicles.of(fleet.form());
            case StackerCrane crane -> throw new IllegalStateException("Cranes are drawn in their aisles");
            case BridgeCrane crane -> throw new IllegalStateException("Bridge cranes are drawn on their runways");
        };
        if (one.body.getMesh() != mesh) {
            one.body.setMesh(mesh);
        }
        one.at(scene.x(number), scene.y(number), scene.headingDegrees(number));
        One rising = forks.get(number);
        if (rising != null && groups.get(number) instanceof Fleet fleet) {
            rising.body.setMesh(vehicles.forks(fleet.form()));
            rising.at(scene.x(number), scene.y(number), scene.headingDegrees(number));
            rising.body.setTranslateY(-scene.raisedMetres(number));
        }
    }

    /** Who is drawn nearest to the pixel, within a few pixels: the name of the crew. */
    Optional<String> crewAt(Viewpoint seen, double pixelX, double pixelY, double width, double height) {
        String nearest = null;
        double min = NEAR_PIXELS;
        for (int i = 0; i < people.size(); i++) {
            if (people.get(i).body.isVisible()) {
                Optional<Viewpoint.Pixel> at = seen.project(scene.x(i), scene.y(i), MIDDLE_METRES, width, height);
                double distance = at.map(p -> Math.hypot(p.x() - pixelX, p.y() - pixelY)).orElse(Double.MAX_VALUE);
                if (distance < min) {
                    min = distance;
                    nearest = crewNames.get(i);
                }
            }
        }
        return Optional.ofNullable(nearest);
    }
}
