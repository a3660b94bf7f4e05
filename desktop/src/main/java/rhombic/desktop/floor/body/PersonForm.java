package rhombic.desktop.floor.body;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javafx.scene.shape.TriangleMesh;
import org.jspecify.annotations.Nullable;
import rhombic.desktop.floor.body.MeshMaker.Point;
import rhombic.scene.PeopleScene.Posture;
import rhombic.study.kind.ResourceGroup.Grip.Deck;
import rhombic.study.place.Footprint;

/** The body of a person, looking east: standing, in the steps of walking, at work, with hands full. Also where people wait and rest. */
public final class PersonForm {
    private static final List<Swatch> JACKETS = List.of(Swatch.VERDIGRIS, Swatch.CLAY, Swatch.SLATE, Swatch.OCHRE);
    private static final double HIP = 0.86;
    private static final double SHOULDER = 1.42;
    private static final double REACH = 0.62;

    private record Key(Posture posture, int frame, int jacket) {}

    private final Map<Key, TriangleMesh> made = new HashMap<>();
    private final Map<Key, TriangleMesh> plain = new HashMap<>();
    private @Nullable TriangleMesh trolley;

    /** In so many pictures a motion of that posture is shown. */
    public static int frames(Posture posture) {
        return switch (posture) {
            case WALKS, CARRIES -> 8;
            case WORKS -> 4;
            case STANDS, SITS -> 1;
        };
    }

    /** @param crew whose number gives the colour of the jacket */
    public TriangleMesh of(Posture posture, int frame, int crew) {
        return made.computeIfAbsent(new Key(posture, frame % frames(posture), crew % JACKETS.size()), PersonForm::body);
    }

    /** A deck on four castors with a handle behind, on which pieces lie. */
    public TriangleMesh trolley() {
        TriangleMesh known = trolley;
        if (known == null) {
            Deck deck = Deck.TROLLEY;
            double l = deck.lengthMetres();
            double w = deck.widthMetres();
            MeshMaker maker = new MeshMaker().box(0, 0, deck.heightMetres() - 0.08, l, w, 0.08, Swatch.WOOD, Swatch.BODY_EDGE);
            for (int side : new int[] {-1, 1}) {
                double y = side * (w / 2 - 0.05);
                maker.limb(new Point(-l / 2 + 0.03, y, 0.36), new Point(-l / 2 - 0.12, y, 1.02), 0.05, Swatch.STEEL_DARK);
                for (int end : new int[] {-1, 1}) {
                    maker.bar(end * (l / 2 - 0.1), y, 0, 0.14, 0.06, 0.32, Swatch.INK);
                }
            }
            maker.bar(-l / 2 - 0.12, 0, 1, 0.05, w - 0.08, 0.05, Swatch.STEEL_DARK);
            known = maker.mesh();
            trolley = known;
        }
        return known;
    }

    /** The same as seen from far away: no more than an outline. */
    public TriangleMesh plain(Posture posture, int crew) {
        return plain.computeIfAbsent(new Key(posture == Posture.SITS ? posture : Posture.STANDS, 0, crew % JACKETS.size()), key -> {
            double lift = key.posture == Posture.SITS ? -0.42 : 0;
            return new MeshMaker().bar(0, 0, 0, 0.2, 0.34, HIP + lift, Swatch.TROUSERS)
                    .bar(0, 0, HIP + lift, 0.26, 0.5, SHOULDER - HIP, JACKETS.get(key.jacket))
                    .bar(0, 0, SHOULDER + lift, 0.2, 0.2, 0.32, Swatch.SKIN).mesh();
        });
    }

    private static TriangleMesh body(Key key) {
        Swatch jacket = JACKETS.get(key.jacket);
        double phase = 2 * Math.PI * key.frame / frames(key.posture);
        boolean walks = key.posture == Posture.WALKS || key.posture == Posture.CARRIES;
        double swing = walks ? Math.sin(phase) : 0;
        double lift = key.posture == Posture.SITS ? -0.42 : walks ? 0.02 * Math.cos(2 * phase) - 0.02 : 0;
        MeshMaker maker = new MeshMaker();
        for (int side : new int[] {-1, 1}) {
            leg(maker, side, side * swing, key.posture == Posture.SITS, lift);
            arm(maker, side, key, -side * swing, phase, lift, jacket);
        }
        double lean = walks ? 0.05 : key.posture == Posture.WORKS ? 0.1 : 0;
        maker.limb(new Point(0, 0, HIP + lift - 0.04), new Point(lean * 0.6, 0, SHOULDER + lift + 0.04), 0.3, jacket);
        maker.limb(new Point(lean * 0.6, -0.2, SHOULDER + lift - 0.02), new Point(lean * 0.6, 0.2, SHOULDER + lift - 0.02), 0.16, jacket);
        maker.limb(new Point(lean, 0, SHOULDER + lift), new Point(lean, 0, SHOULDER + lift + 0.12), 0.1, Swatch.SKIN);
        maker.post(lean, 0, SHOULDER + lift + 0.1, 0.105, 0.2, 8, Swatch.SKIN);
        maker.post(lean - 0.01, 0, SHOULDER + lift + 0.24, 0.125, 0.1, 8, Swatch.BODY);
        maker.bar(lean + 0.1, 0, SHOULDER + lift + 0.24, 0.12, 0.18, 0.02, Swatch.BODY);
        return maker.mesh();
    }

    private static void leg(MeshMaker maker, int side, double swing, boolean sits, double lift) {
        double y = side * 0.1;
        Point hip = new Point(0, y, HIP + lift);
        Point knee = sits ? new Point(0.42, y, 0.46) : new Point(0.1 * Math.max(0, swing) + 0.16 * swing, y, 0.46);
        Point foot = sits ? new Point(0.42, y, 0.06) : new Point(0.33 * swing, y, 0.06 + 0.1 * Math.max(0, -swing));
        maker.limb(hip, knee, 0.15, Swatch.TROUSERS).limb(knee, foot, 0.12, Swatch.TROUSERS);
        maker.limb(new Point(foot.x() - 0.06, y, foot.z() - 0.02), new Point(foot.x() + 0.18, y, foot.z() - 0.02), 0.08, Swatch.INK);
    }

    private static void arm(MeshMaker maker, int side, Key key, double swing, double phase, double lift, Swatch jacket) {
        double y = side * 0.26;
        Point shoulder = new Point(0.03, y, SHOULDER + lift - 0.04);
        Point elbow;
        Point hand;
        switch (key.posture) {
            case WORKS -> {
                double reach = 0.06 * Math.sin(phase + (side > 0 ? Math.PI / 2 : 0));
                elbow = new Point(0.16, y + side * 0.03, 1.14);
                hand = new Point(0.46 + reach, side * 0.16, 1.06 + reach);
            }
            case CARRIES -> {
                elbow = new Point(0.1, y, 1.12 + lift);
                hand = new Point(0.42, side * 0.2, 1.0 + lift);
            }
            case SITS -> {
                elbow = new Point(0.08, y, 1.1 + lift);
                hand = new Point(0.34, side * 0.12, 1.02 + lift);
            }
            case WALKS, STANDS -> {
                elbow = new Point(0.14 * swing, y, SHOULDER + lift - 0.04 - REACH / 2);
                hand = new Point(0.34 * swing + 0.04, y, SHOULDER + lift - 0.04 - REACH);
            }
            default -> throw new IllegalStateException("no posture");
        }
        maker.limb(shoulder, elbow, 0.11, jacket).limb(elbow, hand, 0.09, jacket);
        maker.limb(hand, new Point(hand.x() + 0.07, hand.y(), hand.z() - 0.03), 0.08, Swatch.SKIN);
    }

    // ---- where they wait and rest

    /** A mat with a line round it and a row of lockers behind. */
    static TriangleMesh home(Footprint footprint) {
        double l = footprint.lengthMetres();
        double w = footprint.widthMetres();
        MeshMaker maker = new MeshMaker().bar(0, 0, 0, l, w, 0.015, Swatch.MAT);
        for (int side : new int[] {-1, 1}) {
            maker.ribbon(-l / 2, side * (w / 2 - 0.03), l / 2, side * (w / 2 - 0.03), 0.06, 0.02, Swatch.SLATE);
            maker.ribbon(side * (l / 2 - 0.03), -w / 2, side * (l / 2 - 0.03), w / 2, 0.06, 0.02, Swatch.SLATE);
        }
        int lockers = Math.max(1, (int) Math.floor(l / 0.42));
        double pitch = l / lockers;
        for (int i = 0; i < lockers; i++) {
            double x = (i + 0.5) * pitch - l / 2;
            maker.box(x, -w / 2 - 0.24, 0, pitch - 0.02, 0.4, 1.75, Swatch.BODY, Swatch.BODY_EDGE);
            maker.bar(x + pitch / 2 - 0.09, -w / 2 - 0.03, 0.9, 0.03, 0.03, 0.14, Swatch.STEEL_DARK);
        }
        return maker.mesh();
    }

    /** A table with a bench on either side, on a mat. */
    static TriangleMesh breakArea(Footprint footprint) {
        double l = footprint.lengthMetres();
        double w = footprint.widthMetres();
        MeshMaker maker = new MeshMaker().bar(0, 0, 0, l, w, 0.015, Swatch.MAT);
        maker.box(0, 0, 0.7, l * 0.72, w * 0.3, 0.05, Swatch.WOOD, Swatch.BODY_EDGE);
        for (int end : new int[] {-1, 1}) {
            maker.bar(end * l * 0.28, 0, 0, 0.08, w * 0.22, 0.7, Swatch.STEEL_DARK);
        }
        for (int side : new int[] {-1, 1}) {
            maker.box(0, side * w * 0.32, 0.42, l * 0.72, 0.32, 0.05, Swatch.WOOD, Swatch.BODY_EDGE);
            for (int end : new int[] {-1, 1}) {
                maker.bar(end * l * 0.28, side * w * 0.32, 0, 0.08, 0.24, 0.42, Swatch.STEEL_DARK);
            }
        }
        return maker.mesh();
    }
}
