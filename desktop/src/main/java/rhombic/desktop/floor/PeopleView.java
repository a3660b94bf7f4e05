package rhombic.desktop.floor;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import javafx.scene.Group;
import javafx.scene.paint.PhongMaterial;
import javafx.scene.shape.TriangleMesh;
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
    /** Where a metre is smaller than that they are drawn with fewer faces. */
    private static final double FAR_PIXELS = 14;

    private final Group view = new Group();
    private final PersonForm forms = new PersonForm();
    private final VehicleForm vehicles = new VehicleForm();
    private final PhongMaterial palette;
    private final List<PlacedBody> people = new ArrayList<>();
    /** Of those that lift, what rises; null of all others. */
    private final List<@Nullable PlacedBody> forks = new ArrayList<>();
    /** What each of them pulls. */
    private final List<List<PlacedBody>> trailers = new ArrayList<>();
    private boolean isShown;
    private List<String> crewNames = List.of();
    private List<ResourceGroup> groups = List.of();
    private PeopleScene scene = new PeopleScene(UnfoldedStudy.of(Study.empty()));

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
        isShown = false;
        people.clear();
        forks.clear();
        trailers.clear();
        names.forEach(name -> people.add(new PlacedBody(palette)));
        groups.forEach(group -> forks.add(group.grip().lifts() ? new PlacedBody(palette) : null));
        for (ResourceGroup group : groups) {
            List<PlacedBody> train = Stream.generate(() -> new PlacedBody(palette)).limit(group.grip().trailers().size()).toList();
            train.forEach(one -> one.setMesh(group.arePeople() ? forms.trolley() : vehicles.trailer()));
            trailers.add(train);
        }
        view.getChildren()
                .setAll(Stream.of(people.stream(), forks.stream().filter(Objects::nonNull), trailers.stream().flatMap(List::stream))
                        .flatMap(all -> all).map(PlacedBody::view).toList());
    }

    void hide() {
        isShown = false;
        people.forEach(one -> one.setVisible(false));
        forks.stream().filter(Objects::nonNull).forEach(one -> one.setVisible(false));
        trailers.forEach(train -> train.forEach(one -> one.setVisible(false)));
    }

    /**
     * Shows them; those who are far away plainer than those who are near.
     *
     * @param posed as they are at the moment to show
     * @param height of the view in pixels
     */
    void show(PeopleScene posed, Viewpoint seen, double height) {
        scene = posed;
        isShown = true;
        refine(seen, height);
    }

    /** Who was near may be far now. */
    void refine(Viewpoint seen, double height) {
        if (isShown) {
            placeAll(seen.far(FAR_PIXELS, height));
        }
    }

    private void placeAll(Viewpoint.Far far) {
        for (int i = 0; i < people.size(); i++) {
            PlacedBody one = people.get(i);
            one.setVisible(scene.isSeen(i));
            PlacedBody rising = forks.get(i);
            boolean isFar = scene.isSeen(i) && far.isFar(scene.x(i), scene.y(i));
            if (rising != null) {
                rising.setVisible(scene.isSeen(i) && !(isFar && scene.raisedMetres(i) == 0));
            }
            if (scene.isSeen(i)) {
                place(one, i, isFar);
            }
            for (int k = 0; k < trailers.get(i).size(); k++) {
                PlacedBody trailer = trailers.get(i).get(k);
                trailer.setVisible(scene.isSeen(i) && scene.hasTrailers(i));
                if (scene.isSeen(i)) {
                    Pose pose = scene.trailer(i, k);
                    trailer.at(pose.x(), pose.y(), 0, pose.heading());
                }
            }
        }
    }

    private void place(PlacedBody one, int number, boolean isFar) {
        PeopleScene.Posture posture = scene.posture(number);
        // who works beside another does not move in step with it
        int frame = (int) (scene.phase(number) * PersonForm.frames(posture)) + (posture == PeopleScene.Posture.WORKS ? number : 0);
        TriangleMesh mesh = switch (groups.get(number)) {
            case Crew crew -> isFar ? forms.plain(posture, scene.crew(number)) : forms.of(posture, frame, scene.crew(number));
            case Fleet fleet -> isFar ? vehicles.plain(fleet.form()) : vehicles.of(fleet.form(), fleet.driver().isEmpty());
            case StackerCrane crane -> throw new IllegalStateException("Cranes are drawn in their aisles");
            case BridgeCrane crane -> throw new IllegalStateException("Bridge cranes are drawn on their runways");
        };
        one.setMesh(mesh);
        one.at(scene.x(number), scene.y(number), scene.crew(number) < 0 ? 0 : scene.z(number), scene.headingDegrees(number));
        PlacedBody rising = forks.get(number);
        if (rising != null && groups.get(number) instanceof Fleet fleet) {
            rising.setMesh(vehicles.forks(fleet.form()));
            rising.at(scene.x(number), scene.y(number), scene.raisedMetres(number), scene.headingDegrees(number));
        }
    }

    /** Who is drawn nearest to the pixel, within a few pixels: the name of the crew. */
    Optional<String> crewAt(Viewpoint seen, double pixelX, double pixelY, double width, double height) {
        String nearest = null;
        double min = NEAR_PIXELS;
        for (int i = 0; i < people.size(); i++) {
            if (people.get(i).view().isVisible()) {
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
