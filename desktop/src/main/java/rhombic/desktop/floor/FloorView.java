package rhombic.desktop.floor;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javafx.geometry.Point3D;
import javafx.scene.AmbientLight;
import javafx.scene.DirectionalLight;
import javafx.scene.Group;
import javafx.scene.SceneAntialiasing;
import javafx.scene.SubScene;
import javafx.scene.layout.Region;
import javafx.scene.paint.Color;
import javafx.scene.paint.PhongMaterial;
import javafx.scene.shape.MeshView;
import org.jspecify.annotations.Nullable;
import rhombic.chart.Chart;
import rhombic.desktop.floor.body.Lamps;
import rhombic.desktop.floor.body.MeshMaker;
import rhombic.desktop.floor.body.Swatch;
import rhombic.scene.RackHeat;
import rhombic.scene.Scene;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.Link;
import rhombic.study.NamedView;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Rack;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.trace.Moment;

/** Draws the floor: ground, bodies, links, pieces and state lamps in 3D, names and numbers over them. */
public final class FloorView extends Region {
    /** A piece that is followed is looked at from no farther than this. */
    private static final double FOLLOWED_METRES = 22;
    private static final double STILL_METRES = 0.005;
    private static final Color PAPER = Color.web("#E6E1D4");
    private static final double DEGREES_PER_PIXEL = 0.35;

    private final Group underlay = new Group();
    private final FloorCamera camera = new FloorCamera();
    private final SubScene scene;
    private final FloorCharts charts = new FloorCharts();
    private final FloorOverlay overlay = new FloorOverlay(charts);
    private final PhongMaterial palette = new PhongMaterial();
    private final GroundPlane plane = new GroundPlane();
    private final PiecesView pieces = new PiecesView();
    private final PeopleView people = new PeopleView(palette);
    private final CraneView cranes = new CraneView(palette);
    private final HallCraneView hallCranes = new HallCraneView(palette);
    private final FarRacks racks = new FarRacks();
    private final Lamps lamps = new Lamps(palette);
    private final EquipmentView equipment = new EquipmentView(palette, lamps);
    private final MeshView travelling = new MeshView();
    /** What would be placed; the pointer looks through it, since it comes and goes while it is dragged. */
    private final Group ghost = new Group();

    private UnfoldedStudy unfolded = UnfoldedStudy.of(Study.empty());
    private Study study = unfolded.study();
    private Scenery.Ground ground = Scenery.Ground.of(study);
    private Scene poser = new Scene(unfolded);
    private RackHeat.Choice colouring = RackHeat.Choice.PLAIN;
    private @Nullable Moment shown;
    private long shownNanos = -2;
    private double shownGlide = -1;

    public FloorView() {
        palette.setDiffuseMap(Swatch.texture());
        palette.setSpecularColor(Color.TRANSPARENT);
        DirectionalLight sun = new DirectionalLight(Color.gray(0.68));
        sun.setDirection(new Point3D(0.45, 0.85, 0.62));
        ghost.setMouseTransparent(true);
        Group world = new Group(underlay, equipment.view(), pieces.view(), people.view(), cranes.view(), hallCranes.view(), racks.view(),
                lamps.besideLinks(),
                travelling,
                equipment.building(),
                ghost,
                new AmbientLight(Color.gray(0.5)), sun);
        travelling.setMaterial(palette);
        scene = new SubScene(world, 640, 480, true, hasSmoothEdges() ? SceneAntialiasing.BALANCED : SceneAntialiasing.DISABLED);
        scene.setFill(PAPER);
        scene.setCamera(camera.camera());
        getChildren().addAll(scene, overlay, charts);
        setFocusTraversable(true);
        setId("floor");
        getStyleClass().add("floor");
        setMinSize(200, 120);
        setPrefSize(640, 480);
        look(view());
        rebuild();
    }

    /** Smooth edges cost a third of a frame where there is no graphics card; the launcher then goes without. */
    private static boolean hasSmoothEdges() {
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
        charts.resize(getWidth(), getHeight());
        look(view());
    }

    // ---- what is shown

    /** Shows another study. What looks as before stays untouched, so that the scene need not be drawn anew. */
    public void setStudy(UnfoldedStudy newStudy) {
        boolean newTypes = !newStudy.study().pieceTypes().equals(study.pieceTypes());
        unfolded = newStudy;
        study = unfolded.study();
        poser = new Scene(unfolded);
        pieces.setStudy(study, newTypes);
        people.setStudy(unfolded);
        cranes.setStudy(unfolded);
        hallCranes.setStudy(unfolded);
        racks.setStudy(unfolded);
        applyColouring();
        lamps.standAt(unfolded, poser);
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
        if (moment.nodes() != unfolded.size()) {
            return; // of the study before the edit; the new run's moment follows
        }
        boolean same = shown == moment && shownNanos == moment.timeNanos() && shownGlide == glideNanos;
        if (same) {
            return;
        }
        shown = moment;
        shownNanos = moment.timeNanos();
        shownGlide = glideNanos;
        racks.look(poser, view(), getWidth(), getHeight());
        poser.pose(moment, glideNanos, pieces.poses());
        racks.paint(poser);
        pieces.show(moment, view(), getHeight());
        people.show(poser.people(), view(), getHeight());
        cranes.show(poser.cranes());
        hallCranes.show(poser.hallCranes());
        lamps.show(unfolded, moment);
        overlay.setMoment(moment);
        drawOverlay();
    }

    /** Loads are coloured so from now on: one type alone keeps its colours, so that it is found, or those of one rack show how hot they are. */
    public void colour(RackHeat.Choice choice) {
        colouring = choice;
        applyColouring();
        Moment now = shown;
        shownNanos = -2;
        if (now != null) {
            showMoment(now, shownGlide);
        }
    }

    private void applyColouring() {
        RackHeat.Choice choice = colouring;
        int node = choice.by().isHeat() ? unfolded.number(choice.rack()) : -1;
        Optional<RackHeat> heat = node >= 0 && unfolded.element(node) instanceof Rack rack
                ? Optional.of(new RackHeat(unfolded, rack, node, choice.by()))
                : Optional.empty();
        pieces.heat(heat, node);
        racks.keepNear(heat.isPresent() ? node : -1);
        pieces.seek(choice.type());
        racks.seek(choice.type());
    }

    public void clearMoment() {
        shown = null;
        shownNanos = -2;
        pieces.hide(view(), getHeight());
        people.hide();
        cranes.hide();
        hallCranes.hide();
        racks.hide();
        overlay.setMoment(null);
        drawOverlay();
    }

    public FloorOverlay overlay() {
        return overlay;
    }

    public FloorOverlay.Options options() {
        return overlay.options();
    }

    public void markSelected(Set<String> names) {
        overlay.setSelection(names);
        drawOverlay();
    }

    public void markSelectedLink(Optional<Link> link) {
        overlay.setSelectedLink(link);
        drawOverlay();
    }

    /** Rims the labels of what has errors. */
    public void markFaulty(Set<String> names) {
        overlay.setFaulty(names);
        drawOverlay();
    }

    /** What limits the output is named before all others. */
    public void markLimit(Set<String> names) {
        overlay.setLimit(names);
        drawOverlay();
    }

    /** Stands charts beside their equipment. */
    public void showCharts(Map<String, Chart> charts) {
        overlay.setCharts(charts);
        drawOverlay();
    }

    /** Shows how hot each equipment is, 0 to 1; none: no heat. */
    public void showHeat(Map<String, Double> heat) {
        overlay.setHeat(heat);
        drawOverlay();
    }

    /** Marks what an alternative has added or changed. */
    public void markDifferent(Set<String> names) {
        overlay.setDifferent(names);
        drawOverlay();
    }

    public void drawOverlay() {
        overlay.draw(unfolded, ground, view(), equipment.isCrowded() ? EquipmentView.DETAIL_PIXELS : 0);
    }

    public UnfoldedStudy unfolded() {
        return unfolded;
    }

    public Study study() {
        return study;
    }

    /** The drawn piece nearest to the pixel, within a few pixels. */
    public Optional<Integer> pieceAt(double pixelX, double pixelY) {
        return pieces.pieceAt(view(), pixelX, pixelY, getWidth(), getHeight());
    }

    /** Puts the piece into the middle of the view, if it is on the floor; says whether it is. */
    public boolean centreOn(int piece) {
        Optional<Viewpoint.FloorPoint> spot = pieces.spotOf(piece);
        spot.ifPresent(at -> centreOn(at.x(), at.y()));
        return spot.isPresent();
    }

    /** Puts one of a group into the middle of the view, by its number among all; says whether it is on the floor. */
    public boolean centreOnMember(int member) {
        if (shown == null || member >= unfolded.members().size() || !poser.people().isSeen(member)) {
            return false;
        }
        centreOn(poser.people().x(member), poser.people().y(member));
        return true;
    }

    private void centreOn(double x, double y) {
        double dx = x - view().targetX();
        double dy = y - view().targetY();
        Viewpoint nearer = view().movedBy(dx, dy).nearer(FOLLOWED_METRES);
        if (Math.hypot(dx, dy) > STILL_METRES || nearer.distance() < view().distance()) {
            look(nearer);
        }
    }

    /** Where the piece is drawn, in pixels. */
    public Optional<Viewpoint.Pixel> pixelOfPiece(int piece) {
        return pieces.pixelOf(piece, view(), getWidth(), getHeight());
    }

    /** What is named or stands there; a label belongs to its element. */
    public Optional<PlantElement> equipmentAt(double pixelX, double pixelY) {
        Optional<PlantElement> labelled = overlay.labelAt(pixelX, pixelY).flatMap(study::find);
        if (labelled.isPresent()) {
            return labelled;
        }
        Optional<PlantElement> crew = people.crewAt(view(), pixelX, pixelY, getWidth(), getHeight()).flatMap(study::find);
        return crew.isPresent() ? crew : Sight.first(study, view().position(), view().ray(pixelX, pixelY, getWidth(), getHeight()));
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
        return view().project(x, y, z, getWidth(), getHeight());
    }

    /** Where the handle is from which links of the element are drawn, in pixels. */
    public Optional<Viewpoint.Pixel> linkHandle(PlantElement element) {
        Pose at = FloorHandles.ofLinks(element);
        return pixelOf(at.x(), at.y(), at.z());
    }

    /** What is so high above the floor under a pixel. */
    public Optional<Viewpoint.FloorPoint> levelAt(double z, double pixelX, double pixelY) {
        return view().levelAt(z, pixelX, pixelY, getWidth(), getHeight());
    }

    public Optional<Viewpoint.FloorPoint> floorAt(double pixelX, double pixelY) {
        return view().floorAt(pixelX, pixelY, getWidth(), getHeight());
    }

    /** Shows what would be placed or moved, as a pale body. */
    public void showGhost(List<PlantElement> elements) {
        ghost.getChildren().setAll(elements.stream().map(equipment::ghost).toList());
    }

    // ---- camera

    public Viewpoint view() {
        return camera.view();
    }

    public boolean isPlan() {
        return view().isPlan();
    }

    /** The present view under that name, to the centimetre and a tenth of a degree. */
    public NamedView seen(String name) {
        return camera.seen(name);
    }

    public void look(NamedView kept) {
        look(new Viewpoint(kept.xMetres(), kept.yMetres(), kept.yawDegrees(), kept.pitchDegrees(), kept.distanceMetres(),
                kept.plan() ? Viewpoint.PLAN_FIELD : Viewpoint.USUAL_FIELD));
    }

    public void look(Viewpoint from) {
        camera.look(from);
        if (equipment.isCrowded()) {
            showBodies();
        }
        pieces.refine(view(), getHeight());
        people.refine(view(), getHeight());
        equipment.refine(view(), getWidth(), getHeight());
        drawOverlay();
    }

    /** Looks from the same place as another floor. */
    public void lookAs(FloorView other) {
        if (!view().equals(other.view())) {
            look(other.view());
        }
    }

    /** Turns about what is in the middle, by so many pixels of the hand. */
    public void orbit(double dx, double dy) {
        look(view().turnedBy(dx * DEGREES_PER_PIXEL, dy * DEGREES_PER_PIXEL));
    }

    /** The floor follows the hand. */
    public void pan(double fromX, double fromY, double toX, double toY) {
        Optional<Viewpoint.FloorPoint> from = floorAt(fromX, fromY);
        Optional<Viewpoint.FloorPoint> to = floorAt(toX, toY);
        if (from.isPresent() && to.isPresent()) {
            look(view().movedBy(from.get().x() - to.get().x(), from.get().y() - to.get().y()));
        }
    }

    /** To or from what is under the pointer. */
    public void zoom(double wheel, double x, double y) {
        look(view().zoomed(Math.clamp(Math.pow(0.9985, wheel), 0.5, 2), x, y, getWidth(), getHeight()));
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
            if (e.isSecondaryButtonDown() && !e.isShiftDown() && !view().isPlan()) {
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
        look(camera.planToggled());
    }

    /** Brings the named elements into view, or everything if none are named. */
    public void fit(Set<String> names) {
        look(camera.fitted(study.elements().stream().filter(e -> names.isEmpty() || names.contains(e.name())).toList(),
                Math.max(50, getWidth()), Math.max(50, getHeight())));
    }

    // ---- building the scene

    private void rebuild() {
        equipment.setStudy(study);
        showBodies();
        Scenery.Ground now = Scenery.Ground.of(study);
        if (!now.equals(ground) || underlay.getChildren().isEmpty()) {
            ground = now;
            underlay.getChildren().setAll(new Scenery(study, equipment.byName(), palette, plane).nodes(equipment.isCrowded()));
        }
        drawOverlay();
    }

    private void showBodies() {
        if (equipment.show(view(), getWidth(), getHeight())) {
            shownNanos = -2;
        }
    }

    /** Without floor, links and labels. */
    void showOnlyBodies() {
        underlay.getChildren().clear();
        scene.setFill(Color.TRANSPARENT);
        overlay.setVisible(false);
        charts.setVisible(false);
    }

    /** Rhombi that travel along the links in the flow's direction. */
    public void showTravel(double phase) {
        MeshMaker maker = new MeshMaker();
        for (int i = 0; i < unfolded.links().size(); i++) {
            Path path = poser.path(i);
            if (path.metres() > 0.6 && unfolded.link(i).travel() instanceof Travel.AtOnce) {
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
}
