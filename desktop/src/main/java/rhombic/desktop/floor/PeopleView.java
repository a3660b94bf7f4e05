package rhombic.desktop.floor;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.Group;
import javafx.scene.paint.PhongMaterial;
import javafx.scene.shape.MeshView;
import javafx.scene.shape.TriangleMesh;
import javafx.scene.transform.Rotate;
import rhombic.study.Study;
import rhombic.study.kind.Crew;
import rhombic.study.value.PersonState;
import rhombic.trace.Moment;
import rhombic.trace.PeopleMoment;

/** The people on the floor: each a body that walks, stands, works, carries or sits. */
final class PeopleView {
    /** Work is seen to go on so many times a second of the run. */
    private static final double STROKES_A_SECOND = 1.2;
    /** Those who are at a break sit round its middle. */
    private static final double SEAT_RADIUS = 0.8;

    private final Group view = new Group();
    private final PersonForm forms = new PersonForm();
    private final PhongMaterial palette;
    private final List<One> people = new ArrayList<>();

    /** One person as drawn. */
    private static final class One {
        final int crew;
        final String crewName;
        final MeshView body = new MeshView();
        final Rotate turned = new Rotate(0, Rotate.Y_AXIS);
        double x;
        double y;

        One(int crew, String crewName) {
            this.crew = crew;
            this.crewName = crewName;
            body.getTransforms().add(turned);
        }
    }

    PeopleView(PhongMaterial palette) {
        this.palette = palette;
    }

    Group view() {
        return view;
    }

    void setStudy(Study study) {
        people.clear();
        int number = 0;
        for (Crew crew : study.crews()) {
            int of = number++;
            crew.members().forEach(person -> people.add(new One(of, crew.name())));
        }
        people.forEach(one -> {
            one.body.setMaterial(palette);
            one.body.setVisible(false);
        });
        view.getChildren().setAll(people.stream().map(one -> one.body).toList());
    }

    void hide() {
        people.forEach(one -> one.body.setVisible(false));
    }

    void show(Moment moment) {
        PeopleMoment now = moment.people();
        long nanos = moment.timeNanos();
        for (int i = 0; i < people.size(); i++) {
            One one = people.get(i);
            boolean isThere = i < now.count() && isSeen(now, i, nanos);
            one.body.setVisible(isThere);
            if (isThere) {
                place(one, i, now, nanos);
            }
        }
    }

    /** Who has gone home is not on the floor; who still walks there is. */
    private static boolean isSeen(PeopleMoment now, int person, long nanos) {
        return now.state(person) != PersonState.OFF_SHIFT || now.isWalking(person, nanos);
    }

    private void place(One one, int number, PeopleMoment now, long nanos) {
        boolean walks = now.isWalking(number, nanos);
        PersonState state = now.state(number);
        double heading = now.headingDegrees(number, nanos);
        one.x = now.x(number, nanos);
        one.y = now.y(number, nanos);
        PersonForm.Posture posture = PersonForm.Posture.STANDS;
        int frame = 0;
        if (walks) {
            posture = state == PersonState.CARRYING ? PersonForm.Posture.CARRIES : PersonForm.Posture.WALKS;
            frame = (int) (now.metresGone(number, nanos) / PersonForm.STRIDE_METRES * posture.frames);
        } else if (state == PersonState.ON_BREAK) {
            posture = PersonForm.Posture.SITS;
            double angle = number * 2.4; // the golden angle: no two sit in one place
            one.x += SEAT_RADIUS * Math.cos(angle);
            one.y += SEAT_RADIUS * Math.sin(angle);
            heading = Math.toDegrees(angle) + 180;
        } else
            if (state == PersonState.WORKING || state == PersonState.REPAIR || state == PersonState.SERVICE
                    || state == PersonState.CHANGEOVER) {
                        posture = PersonForm.Posture.WORKS;
                        frame = (int) (nanos / 1e9 * STROKES_A_SECOND * posture.frames) + number;
                    } else
                if (state == PersonState.CARRYING) {
                    posture = PersonForm.Posture.CARRIES;
                }
        TriangleMesh mesh = forms.of(posture, frame, one.crew);
        if (one.body.getMesh() != mesh) {
            one.body.setMesh(mesh);
        }
        one.body.setTranslateX(one.x);
        one.body.setTranslateZ(one.y);
        one.turned.setAngle(-heading);
    }

    /** Who is drawn nearest to the pixel, within a few pixels: the name of the crew. */
    Optional<String> crewAt(Viewpoint seen, double pixelX, double pixelY, double width, double height) {
        String nearest = null;
        double least = 14;
        for (One one : people) {
            if (one.body.isVisible()) {
                Optional<Viewpoint.Pixel> at = seen.project(one.x, one.y, 1.1, width, height);
                double distance = at.map(p -> Math.hypot(p.x() - pixelX, p.y() - pixelY)).orElse(Double.MAX_VALUE);
                if (distance < least) {
                    least = distance;
                    nearest = one.crewName;
                }
            }
        }
        return Optional.ofNullable(nearest);
    }
}
