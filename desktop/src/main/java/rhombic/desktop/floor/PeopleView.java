package rhombic.desktop.floor;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.Group;
import javafx.scene.paint.PhongMaterial;
import javafx.scene.shape.MeshView;
import javafx.scene.shape.TriangleMesh;
import javafx.scene.transform.Rotate;
import rhombic.desktop.floor.body.PersonForm;
import rhombic.study.Study;
import rhombic.study.kind.Crew;
import rhombic.study.value.PersonState;
import rhombic.trace.Moment;
import rhombic.trace.PeopleMoment;

/** The people on the floor: each a body that walks, stands, works, carries or sits. */
final class PeopleView {
    /** Work is seen to go on so many times a second of the run. */
    private static final double STROKES_A_SECOND = 1.2;
    /** How far from each other people sit at a break, and how far the benches are from the middle of the table. */
    private static final double OFFSET_METRES = 0.55;

    private static final double BENCH_METRES = 0.77;
    /** Nearer than this two who stand would be drawn inside each other; the one with less to do is drawn so far aside. */
    private static final double NEAREST_METRES = 0.45;

    private static final double ASIDE_METRES = 0.6;

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
        boolean stands;
        boolean works;

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

    /** Those of the study; where they are the same people as before they stay as they are drawn, until the next moment is shown. */
    void setStudy(Study study) {
        List<String> crews = study.crews().stream().flatMap(crew -> crew.members().stream().map(person -> crew.name())).toList();
        if (crews.equals(people.stream().map(one -> one.crewName).toList())) {
            return;
        }
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
            one.stands = false;
            if (isThere) {
                place(one, i, now, nanos);
            }
        }
        for (int i = 0; i < people.size(); i++) {
            if (people.get(i).stands) {
                stepAside(people.get(i), i);
            }
        }
    }

    private void stepAside(One one, int number) {
        int steps = 0;
        for (int i = 0; i < people.size() && steps < 4; i++) {
            One other = people.get(i);
            boolean wasHereFirst = other.works != one.works ? other.works : i < number;
            if (other.stands && other != one && wasHereFirst && Math.hypot(other.x - one.x, other.y - one.y) < NEAREST_METRES) {
                double turn = Math.toRadians(-one.turned.getAngle());
                one.x += ASIDE_METRES * Math.sin(turn);
                one.y -= ASIDE_METRES * Math.cos(turn);
                steps++;
                i = -1; // it may stand in a third one now
            }
        }
        one.body.setTranslateX(one.x);
        one.body.setTranslateZ(one.y);
    }

    /** Who has gone home is not on the floor; who still walks there is. */
    private static boolean isSeen(PeopleMoment now, int person, long nanos) {
        return now.state(person) != PersonState.OFF_SHIFT || now.isWalking(person, nanos);
    }

    private void place(One one, int number, PeopleMoment now, long nanos) {
        one.x = now.x(number, nanos);
        one.y = now.y(number, nanos);
        double heading = now.headingDegrees(number, nanos);
        PersonForm.Posture posture = now.isWalking(number, nanos) ? onTheWay(now.state(number)) : inPlace(now.state(number));
        int frame = switch (posture) {
            case WALKS, CARRIES -> (int) (now.metresGone(number, nanos) / PersonForm.STRIDE_METRES * posture.frames);
            case WORKS -> (int) (nanos / 1e9 * STROKES_A_SECOND * posture.frames) + number;
            case STANDS, SITS -> 0;
        };
        if (posture == PersonForm.Posture.SITS) {
            // on the two benches, four on each, the next behind them
            int bench = number % 2 == 0 ? 1 : -1;
            double along = (number / 2 % 4 - 1.5) * OFFSET_METRES;
            double across = bench * (BENCH_METRES + number / 8 % 3 * OFFSET_METRES);
            double turn = Math.toRadians(heading);
            one.x += along * Math.cos(turn) - across * Math.sin(turn);
            one.y += along * Math.sin(turn) + across * Math.cos(turn);
            heading -= 90 * bench;
        }
        TriangleMesh mesh = forms.of(posture, frame, one.crew);
        if (one.body.getMesh() != mesh) {
            one.body.setMesh(mesh);
        }
        one.body.setTranslateX(one.x);
        one.body.setTranslateZ(one.y);
        one.turned.setAngle(-heading);
        one.stands = posture == PersonForm.Posture.STANDS || posture == PersonForm.Posture.WORKS;
        one.works = posture == PersonForm.Posture.WORKS;
    }

    private static PersonForm.Posture onTheWay(PersonState state) {
        return state == PersonState.CARRYING ? PersonForm.Posture.CARRIES : PersonForm.Posture.WALKS;
    }

    private static PersonForm.Posture inPlace(PersonState state) {
        return switch (state) {
            case WORKING, CHANGEOVER, SERVICE, REPAIR -> PersonForm.Posture.WORKS;
            case CARRYING -> PersonForm.Posture.CARRIES;
            case ON_BREAK -> PersonForm.Posture.SITS;
            case WALKING, STANDING_BY, WAITING, OFF_SHIFT, DOWN -> PersonForm.Posture.STANDS;
        };
    }

    /** Who is drawn nearest to the pixel, within a few pixels: the name of the crew. */
    Optional<String> crewAt(Viewpoint seen, double pixelX, double pixelY, double width, double height) {
        String nearest = null;
        double min = 14;
        for (One one : people) {
            if (one.body.isVisible()) {
                Optional<Viewpoint.Pixel> at = seen.project(one.x, one.y, 1.1, width, height);
                double distance = at.map(p -> Math.hypot(p.x() - pixelX, p.y() - pixelY)).orElse(Double.MAX_VALUE);
                if (distance < min) {
                    min = distance;
                    nearest = one.crewName;
                }
            }
        }
        return Optional.ofNullable(nearest);
    }
}
