package rhombic.desktop.floor;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.geometry.Point3D;
import javafx.scene.AmbientLight;
import javafx.scene.DirectionalLight;
import javafx.scene.Group;
import javafx.scene.Node;
import javafx.scene.PerspectiveCamera;
import javafx.scene.SceneAntialiasing;
import javafx.scene.SubScene;
import javafx.scene.image.WritableImage;
import javafx.scene.layout.Region;
import javafx.scene.paint.Color;
import javafx.scene.paint.PhongMaterial;
import javafx.scene.shape.MeshView;
import javafx.scene.shape.TriangleMesh;
import javafx.scene.transform.Affine;
import javafx.scene.transform.Rotate;
import javafx.scene.transform.Scale;
import org.jspecify.annotations.Nullable;
import rhombic.desktop.floor.body.Bodies;
import rhombic.desktop.floor.body.Lamps;
import rhombic.desktop.floor.body.MeshMaker;
import rhombic.desktop.floor.body.Swatch;
import rhombic.desktop.work.Edits;
import rhombic.scene.Poses;
import rhombic.scene.Scene;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.value.Footprint;
import rhombic.study.value.NamedView;
import rhombic.study.value.Placement;
import rhombic.trace.Moment;

/** Draws the floor: ground, bodies, links, pieces and state lamps in 3D, names and numbers over them. */
public final class FloorView extends Region {
    private static final Color PAPER = Color.web("#E6E1D4");
    /** With more equipment than this, only what is near is drawn in detail. */
    private static final int CROWD_FROM = 600;
    private static final int MOST_DETAILED = 300;
    private static final double DETAIL_PIXELS = 9;
    private static final double DEGREES_PER_PIXEL = 0.35;
    private static final double PIECE_PIXELS = 9;
    /** Pixels for a metre below which rollers and lanes can't be told apart. */
    private static final double FAR_PIXELS = 14;

    private final Group bodies = new Group();
    /** So many meshes at most are pieces of one type and look drawn in; each is touched only if something in it moves. */
    private static final int MOST_MESHES = 100;

    private final Group swarms = new Group();
    private final Group underlay = new Group();
    private final PerspectiveCamera camera = new PerspectiveCamera(true);
    private final SubScene scene;
    private final FloorOverlay overlay = new FloorOverlay();
    private final Bodies shapes = new Bodies();
    private final PhongMaterial palette = new PhongMaterial();
    private final PeopleView people = new PeopleView(palette);
    private final Lamps lamps = new Lamps(palette);
    private final Map<String, Body> bodyOf = new HashMap<>();
    private final Map<String, Equipment> byName = new HashMap<>();
    private final MeshView travelling = new MeshView();
    private final Group ghost = new Group();

    private Study study = Study.empty();
    private Scenery.Ground ground = Scenery.Ground.of(study);
    private Scene poser = new Scene(study);
    private final Poses poses = new Poses();
    private List<PieceSwarm> pieceSwarms = List.of();
    private Viewpoint view = Viewpoint.usual();
    private double lastYaw = view.yawDegrees();
    private double lastPitch = view.pitchDegrees();
    private @Nullable Moment shown;
    private long shownNanos = -2;
    private double shownGlide = -1;

    public FloorView() {
        palette.setDiffuseMap(Swatch.texture());
        palette.setSpecularColor(Color.TRANSPARENT);
        DirectionalLight sun = new DirectionalLight(Color.gray(0.68));
        sun.setDirection(new Point3D(0.45, 0.85, 0.62));
        Group world = new Group(underlay, bodies, swarms, people.view(), lamps.besideLinks(), travelling, ghost,
                new AmbientLight(Color.gray(0.5)), sun);
        travelling.setMaterial(palette);
        scene = new SubScene(world, 640, 480, true, smooth() ? SceneAntialiasing.BALANCED : SceneAntialiasing.DISABLED);
        scene.setFill(PAPER);
        scene.setCamera(camera);
        camera.setVerticalFieldOfView(true);
        getChildren().addAll(scene, overlay);
        setFocusTraversable(true);
        setId("floor");
        getStyleClass().add("floor");
        setMinSize(200, 120);
        setPrefSize(640, 480);
        look(view);
        rebuild();
    }

    /** Smooth edges cost a third of a frame where there is no graphics card; the launcher then goes without. */
    private static boolean smooth() {
        return !"false".equals(System.getProperty("rhombic.smooth"));
    }

    @Override
    protected void layoutChildren() {
        if (overlay.getWidth() == getWidth() && overlay.getHeight() == getHeight()) {
            return;
        }
        scene.setWidth(getWidth());
        scene.setHeight(getHeight());
        overlay.setWidth(getWidth());
        overlay.setHeight(getHeight());
        look(view);
    }

    // ---- what is shown

    /** Shows another study. What looks as before stays untouched, so that the scene need not be drawn anew. */
    public void setStudy(Study newStudy) {
        boolean newTypes = !newStudy.pieceTypes().equals(study.pieceTypes());
        study = newStudy;
        poser = new Scene(study);
        if (newTypes || pieceSwarms.isEmpty()) {
            pieceSwarms = study.pieceTypes().stream().flatMap(type -> type.looks().stream().map(look -> new PieceSwarm(type, look)))
                    .toList();
            swarms.getChildren().setAll(pieceSwarms.stream().map(PieceSwarm::view).toList());
        }
        people.setStudy(study);
        lamps.standAt(study, poser);
        shown = null;
        shownNanos = -2;
        rebuild();
    }

    /**
     * Shows a moment of the run.
     *
     * @param glideNanos time of the run over which a hand-over is drawn as a movement
     */
    public void showMoment(Moment moment, double glideNanos) {
        if (moment.nodes() != study.equipment().size()) {
            return; // of the study before the edit; the new run's moment follows
        }
        boolean same = shown == moment && shownNanos == moment.timeNanos() && shownGlide == glideNanos;
        if (same) {
            return;
        }
        shown = moment;
        shownNanos = moment.timeNanos();
        shownGlide = glideNanos;
        pieceSwarms.forEach(PieceSwarm::begin);
        poser.pose(moment, glideNanos, poses);
        int placesTogether = 1 + study.equipment().size() / MOST_MESHES;
        for (int i = 0; i < poses.count(); i++) {
            pieceSwarms.get(poses.kind(i)).add(poses.place(i) / placesTogether, poses.x(i), poses.y(i), poses.z(i), poses.turned(i));
        }
        pieceSwarms.forEach(swarm -> swarm.end(view, getHeight()));
        people.show(moment);
        lamps.show(study, moment);
        overlay.setMoment(moment);
        drawOverlay();
    }

    public void clearMoment() {
        shown = null;
        shownNanos = -2;
        pieceSwarms.forEach(swarm -> {
            swarm.begin();
            swarm.end(view, getHeight());
        });
        people.hide();
        overlay.setMoment(null);
        drawOverlay();
    }

    public FloorOverlay overlay() {
        return overlay;
    }

    public FloorOverlay.Options options() {
        return overlay.options();
    }

    public void markSelected(java.util.Set<String> names) {
        overlay.setSelection(names);
        drawOverlay();
    }

    /** Rims the labels of what has errors. */
    public void markFaulty(java.util.Set<String> names) {
        overlay.setFaulty(names);
        drawOverlay();
    }

    /** What limits the output is named before all others. */
    public void markLimit(java.util.Set<String> names) {
        overlay.setLimit(names);
        drawOverlay();
    }

    /** Stands charts beside their equipment. */
    public void showCharts(Map<String, rhombic.chart.Chart> charts) {
        overlay.setCharts(charts);
        drawOverlay();
    }

    /** Shows how hot each equipment is, 0 to 1; none: no heat. */
    public void showHeat(Map<String, Double> heat) {
        overlay.setHeat(heat);
        drawOverlay();
    }

    /** Marks what an alternative has added or changed. */
    public void markDifferent(java.util.Set<String> names) {
        overlay.setDifferent(names);
        drawOverlay();
    }

    public void drawOverlay() {
        overlay.draw(study, ground, view, isCrowded() ? DETAIL_PIXELS : 0);
    }

    public Study study() {
        return study;
    }

    /** The drawn piece nearest to the pixel, within a few pixels. */
    public Optional<Integer> pieceAt(double pixelX, double pixelY) {
        Moment moment = shown;
        if (moment == null) {
            return Optional.empty();
        }
        double least = PIECE_PIXELS;
        int nearest = -1;
        for (int i = 0; i < poses.count(); i++) {
            Optional<Viewpoint.Pixel> at = view.project(poses.x(i), poses.y(i), poses.z(i) + 0.25, getWidth(), getHeight());
            double distance = at.isEmpty() ? Double.MAX_VALUE : Math.hypot(at.get().x() - pixelX, at.get().y() - pixelY);
            if (distance < least) {
                least = distance;
                nearest = poses.body(i);
            }
        }
        return nearest < 0 ? Optional.empty() : Optional.of(moment.pieceOf(nearest));
    }

    /** Where the piece is drawn, in pixels. */
    public Optional<Viewpoint.Pixel> pixelOfPiece(int piece) {
        Moment moment = shown;
        for (int i = 0; moment != null && i < poses.count(); i++) {
            if (moment.pieceOf(poses.body(i)) == piece) {
                return view.project(poses.x(i), poses.y(i), poses.z(i) + 0.25, getWidth(), getHeight());
            }
        }
        return Optional.empty();
    }

    /** What is named or stands there; a label belongs to its thing. */
    public Optional<Equipment> equipmentAt(double pixelX, double pixelY) {
        Optional<Equipment> labelled = overlay.labelAt(pixelX, pixelY).flatMap(study::find);
        if (labelled.isPresent()) {
            return labelled;
        }
        Optional<Equipment> crew = people.crewAt(view, pixelX, pixelY, getWidth(), getHeight()).flatMap(study::find);
        return crew.isPresent() ? crew : Sight.first(study, view.position(), view.ray(pixelX, pixelY, getWidth(), getHeight()));
    }

    /** The path of a link in pixels, point by point; points behind the eye are left out. */
    public List<Viewpoint.Pixel> pixelsOf(Path path) {
        List<Viewpoint.Pixel> pixels = new ArrayList<>();
        path.outline().forEach(p -> pixelOf(p.x(), p.y(), Scenery.LINK_Z).ifPresent(pixels::add));
        return pixels;
    }

    Path path(int link) {
        return poser.path(link);
    }

    /** Where a point of the floor is in this view, in pixels. */
    public Optional<Viewpoint.Pixel> pixelOf(double x, double y, double z) {
        return view.project(x, y, z, getWidth(), getHeight());
    }

    public Optional<Viewpoint.Spot> floorAt(double pixelX, double pixelY) {
        return view.floorAt(pixelX, pixelY, getWidth(), getHeight());
    }

    /** Shows what would be placed or moved, as a pale body. */
    public void showGhost(List<Equipment> things) {
        ghost.getChildren().setAll(things.stream().map(this::ghostBody).toList());
    }

    private Node ghostBody(Equipment thing) {
        MeshView body = new MeshView(shapes.of(thing));
        PhongMaterial pale = new PhongMaterial(Color.web("#F3D9A8"));
        body.setMaterial(pale);
        stretch(body, thing);
        return placed(new Group(body), thing);
    }

    // ---- camera

    public Viewpoint view() {
        return view;
    }

    public boolean isPlan() {
        return view.isPlan();
    }

    /** The present view under that name, to the centimetre and a tenth of a degree. */
    public NamedView seen(String name) {
        return new NamedView(name, rounded(view.targetX(), 100), rounded(view.targetY(), 100), rounded(view.yawDegrees() % 360, 10),
                rounded(view.pitchDegrees(), 10), rounded(view.distance(), 100), view.isPlan());
    }

    private static double rounded(double value, double parts) {
        return Math.round(value * parts) / parts;
    }

    public void look(NamedView kept) {
        look(new Viewpoint(kept.xMetres(), kept.yMetres(), kept.yawDegrees(), kept.pitchDegrees(), kept.distanceMetres(),
                kept.plan() ? Viewpoint.PLAN_FIELD : Viewpoint.USUAL_FIELD));
    }

    public void look(Viewpoint from) {
        view = from;
        double[] r = view.right();
        double[] u = view.up();
        double[] f = view.forward();
        double[] p = view.position();
        // Columns: right, down and forward of the camera, in the coordinates of the toolkit (x, -z, y).
        camera.getTransforms().setAll(new Affine(r[0], -u[0], f[0], p[0], -r[2], u[2], -f[2], -p[2], r[1], -u[1], f[1], p[1]));
        camera.setFieldOfView(view.fieldDegrees());
        double depth = 60 + view.distance();
        camera.setNearClip(view.isPlan() ? Math.max(0.1, view.distance() - 40) : 0.2);
        camera.setFarClip(view.isPlan() ? view.distance() + 10 : depth * 6);
        if (isCrowded()) {
            showBodies();
        }
        pieceSwarms.forEach(swarm -> swarm.end(view, getHeight())); // what was near may be far now
        refine();
        drawOverlay();
    }

    /** Looks from the same place as another floor. */
    public void lookAs(FloorView other) {
        if (!view.equals(other.view)) {
            look(other.view);
        }
    }

    /** Turns about what is in the middle, by so many pixels of the hand. */
    public void orbit(double dx, double dy) {
        look(view.turnedBy(dx * DEGREES_PER_PIXEL, dy * DEGREES_PER_PIXEL));
    }

    /** The floor follows the hand. */
    public void pan(double fromX, double fromY, double toX, double toY) {
        Optional<Viewpoint.Spot> from = floorAt(fromX, fromY);
        Optional<Viewpoint.Spot> to = floorAt(toX, toY);
        if (from.isPresent() && to.isPresent()) {
            look(view.movedBy(from.get().x() - to.get().x(), from.get().y() - to.get().y()));
        }
    }

    /** To or from what is under the pointer. */
    public void zoom(double wheel, double x, double y) {
        look(view.zoomed(Math.clamp(Math.pow(0.9985, wheel), 0.5, 2), x, y, getWidth(), getHeight()));
    }

    /**
     * Only looking, without hands that change anything: the right button orbits, any other pans, the wheel zooms.
     *
     * @param looked is called when the view has changed
     */
    public void onlyLooking(Runnable looked) {
        double[] last = new double[2];
        setOnMousePressed(e -> {
            last[0] = e.getX();
            last[1] = e.getY();
        });
        setOnMouseDragged(e -> {
            if (e.isSecondaryButtonDown() && !e.isShiftDown() && !view.isPlan()) {
                orbit(e.getX() - last[0], e.getY() - last[1]);
            } else {
                pan(last[0], last[1], e.getX(), e.getY());
            }
            last[0] = e.getX();
            last[1] = e.getY();
            looked.run();
        });
        setOnScroll(e -> {
            zoom(e.getDeltaY(), e.getX(), e.getY());
            looked.run();
        });
    }

    public void togglePlan() {
        if (view.isPlan()) {
            look(view.as3D(lastYaw, lastPitch));
        } else {
            lastYaw = view.yawDegrees();
            lastPitch = view.pitchDegrees();
            look(view.asPlan());
        }
    }

    /** Brings the named things into view, or everything if none are named. */
    public void fit(java.util.Set<String> names) {
        List<Equipment> things = study.equipment().stream().filter(e -> names.isEmpty() || names.contains(e.name())).toList();
        List<double[]> points = new ArrayList<>();
        things.forEach(thing -> corners(thing, points));
        if (points.isEmpty()) {
            points.addAll(List.of(new double[] {-12, -8, 0}, new double[] {12, -8, 0}, new double[] {12, 8, 0}, new double[] {-12, 8, 0}));
        }
        look(view.fitted(points, Math.max(50, getWidth()), Math.max(50, getHeight())));
    }

    private static void corners(Equipment thing, List<double[]> points) {
        double reach = Math.max(2, Math.hypot(thing.footprint().lengthMetres(), thing.footprint().widthMetres()) / 2);
        for (double dx : new double[] {-reach, reach}) {
            for (double dy : new double[] {-reach, reach}) {
                points.add(new double[] {thing.placement().xMetres() + dx, thing.placement().yMetres() + dy, 0});
            }
        }
        points.add(new double[] {thing.placement().xMetres(), thing.placement().yMetres(), thing.placement().zMetres() + 2.9});
    }

    // ---- building the scene

    private void rebuild() {
        byName.clear();
        study.equipment().forEach(thing -> byName.put(thing.name(), thing));
        bodyOf.entrySet().removeIf(entry -> !entry.getValue().shows(byName.get(entry.getKey()), shapes));
        showBodies();
        Scenery.Ground now = Scenery.Ground.of(study);
        if (!now.equals(ground) || underlay.getChildren().isEmpty()) {
            ground = now;
            underlay.getChildren().setAll(new Scenery(study, byName, palette).nodes(isCrowded()));
        }
        drawOverlay();
    }

    /**
     * Puts the bodies into the scene. Of a great many only those near enough to be made out, for a scene slows down
     * with the number of its nodes; the others are seen as blocks, all of them one mesh.
     */
    private void showBodies() {
        List<Equipment> detailed = isCrowded() ? near() : study.equipment();
        List<Node> nodes = new ArrayList<>(detailed.size());
        Map<String, MeshView> lit = new HashMap<>();
        for (Equipment thing : detailed) {
            Body body = bodyOf.computeIfAbsent(thing.name(), name -> body(thing));
            nodes.add(body.group);
            if (body.lamp != null) {
                lit.put(thing.name(), body.lamp);
            }
        }
        lamps.are(lit);
        if (!nodes.equals(bodies.getChildren())) {
            bodies.getChildren().setAll(nodes);
            shownNanos = -2;
            refine();
        }
    }

    /** What is far is drawn simpler. */
    private void refine() {
        for (Body body : bodyOf.values()) {
            if (body.far != body.mesh) {
                boolean isFar = view.project(body.placement.xMetres(), body.placement.yMetres(), 0, getWidth(), getHeight())
                        .map(at -> view.pixelsPerMetre(at.depth(), getHeight()) < FAR_PIXELS).orElse(true);
                TriangleMesh wanted = isFar ? body.far : body.mesh;
                if (body.solid.getMesh() != wanted) {
                    body.solid.setMesh(wanted);
                }
            }
        }
    }

    private boolean isCrowded() {
        return study.equipment().size() > CROWD_FROM;
    }

    private List<Equipment> near() {
        record Near(Equipment thing, double depth) {}
        List<Near> near = new ArrayList<>();
        for (Equipment thing : study.equipment()) {
            view.project(thing.placement().xMetres(), thing.placement().yMetres(), 0, getWidth(), getHeight())
                    .filter(p -> view.pixelsPerMetre(p.depth(), getHeight()) >= DETAIL_PIXELS)
                    .filter(p -> p.x() > -100 && p.y() > -100 && p.x() < getWidth() + 100 && p.y() < getHeight() + 150)
                    .ifPresent(p -> near.add(new Near(thing, p.depth())));
        }
        return near.stream().sorted(Comparator.comparingDouble(Near::depth)).limit(MOST_DETAILED).map(Near::thing).toList();
    }

    private record Body(MeshView solid, TriangleMesh mesh, TriangleMesh far, Placement placement, Footprint size, Group group,
            @Nullable MeshView lamp) {
        /** Whether the equipment looks as this does and stands where it does. */
        boolean shows(@Nullable Equipment thing, Bodies shapes) {
            return thing != null && mesh == shapes.of(thing) && placement.equals(thing.placement()) && size.equals(thing.footprint());
        }
    }

    private Body body(Equipment thing) {
        TriangleMesh mesh = shapes.of(thing);
        MeshView body = new MeshView(mesh);
        body.setMaterial(palette);
        stretch(body, thing);
        Group group = new Group(body);
        MeshView lamp = null;
        if (thing instanceof WorkEquipment) {
            lamp = lamps.on(thing);
            group.getChildren().add(lamp);
        }
        return new Body(body, mesh, shapes.far(thing), thing.placement(), thing.footprint(), placed(group, thing), lamp);
    }

    private static void stretch(MeshView body, Equipment thing) {
        double[] by = Bodies.stretch(thing);
        if (by[0] != 1 || by[1] != 1 || by[2] != 1) {
            body.getTransforms().add(new Scale(by[0], by[2], by[1]));
        }
    }

    private static Group placed(Group group, Equipment thing) {
        group.setTranslateX(thing.placement().xMetres());
        group.setTranslateZ(thing.placement().yMetres());
        group.setTranslateY(-thing.placement().zMetres());
        group.setRotationAxis(Rotate.Y_AXIS);
        group.getTransforms().setAll(new Rotate(-thing.placement().turnedDegrees(), Rotate.Y_AXIS));
        return group;
    }

    /** Rhombi that travel along the links in the flow's direction. */
    public void showTravel(double phase) {
        MeshMaker maker = new MeshMaker();
        for (int i = 0; i < study.links().size(); i++) {
            Path path = poser.path(i);
            if (path.metres() > 0.6 && study.links().get(i).travel() instanceof Travel.AtOnce) {
                Pose at = path.at(phase % 1 * path.metres());
                double heading = Math.toRadians(at.heading());
                maker.rhombus(at.x(), at.y(), Scenery.LINK_Z + 0.008, Math.cos(heading), Math.sin(heading), 0.16, 0.09, Swatch.VERDIGRIS);
            }
        }
        travelling.setMesh(maker.isEmpty() ? null : maker.mesh());
        travelling.setVisible(!maker.isEmpty());
    }

    public void hideTravel() {
        travelling.setVisible(false);
    }

    /** A picture of the whole plant as this floor looks at it, at a moment if one is given: for what is handed on. */
    public static WritableImage picture(Study study, Viewpoint from, Optional<Moment> moment, int width, int height) {
        FloorView floor = new FloorView();
        floor.resize(width, height);
        floor.setStudy(study);
        floor.layout();
        floor.look(from);
        floor.fit(java.util.Set.of());
        moment.ifPresent(m -> floor.showMoment(m, 0));
        return new javafx.scene.Scene(floor, width, height).snapshot(null);
    }

    /** A picture of a thing for the shelf. */
    public static WritableImage thumbnail(Equipment thing, int width, int height) {
        FloorView floor = new FloorView();
        floor.resize(width, height);
        floor.setStudy(Edits.placed(Study.empty(), thing));
        floor.underlay.getChildren().clear();
        floor.scene.setFill(Color.TRANSPARENT);
        floor.overlay.setVisible(false);
        floor.layout();
        double half = Math.min(2, thing.footprint().lengthMetres() / 2);
        floor.look(new Viewpoint(0, 0, 28, 26, 10, Viewpoint.USUAL_FIELD)
                .fitted(List.of(new double[] {-half, -0.8, 0}, new double[] {half, 0.8, 0},
                        new double[] {half, -0.8, 0}, new double[] {-half, 0.8, 0}, new double[] {0, 0, 2.2}), width, height));
        javafx.scene.Scene alone = new javafx.scene.Scene(floor, width, height);
        alone.setFill(Color.TRANSPARENT);
        return alone.snapshot(null);
    }
}
