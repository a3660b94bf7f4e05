package rhombic.desktop.floor;

import java.util.List;
import java.util.Optional;
import javafx.scene.Group;
import org.jspecify.annotations.Nullable;
import rhombic.scene.Poses;
import rhombic.scene.RackHeat;
import rhombic.study.Study;
import rhombic.study.value.PieceType;
import rhombic.trace.Moment;

/** Draws all pieces, and finds them under the pointer. */
final class PiecesView {
    private static final double PIECE_PIXELS = 9;
    /** So many meshes at most are pieces of one type and look drawn in; each is touched only if something in it moves. */
    private static final int MAX_MESHES = 100;
    /** A piece is pointed at so high above what it stands on. */
    private static final double MIDDLE_METRES = 0.25;

    private final Group group = new Group();
    private final Poses poses = new Poses();
    private List<PieceSwarm> swarms = List.of();
    private List<PieceType> types = List.of();
    private String sought = "";
    private Optional<HeatedLoads> heated = Optional.empty();
    private int placesTogether = 1;
    private @Nullable Moment shown;

    Group view() {
        return group;
    }

    /** @param newTypes whether types are others than before, so that all is drawn anew */
    void setStudy(Study study, boolean newTypes) {
        if (newTypes || swarms.isEmpty()) {
            swarms = study.pieceTypes().stream().flatMap(type -> type.looks().stream().map(look -> new PieceSwarm(type, look))).toList();
            group.getChildren().setAll(swarms.stream().map(PieceSwarm::view).toList());
        }
        types = study.pieceTypes();
        heat(Optional.empty(), -1);
        seek(sought);
        placesTogether = 1 + study.elements().size() / MAX_MESHES;
        shown = null;
    }

    /** All but those of a type are pale from now on; empty: none are. */
    void seek(String type) {
        sought = type;
        boolean isThere = types.stream().anyMatch(one -> one.name().equals(type));
        List<Boolean> pale = types.stream().flatMap(one -> one.looks().stream()
                .map(look -> heated.isPresent() || isThere && !one.name().equals(type))).toList();
        for (int i = 0; i < swarms.size(); i++) {
            swarms.get(i).setPale(pale.get(i));
        }
    }

    /** Loads of that rack show how hot they are from now on, and all others are pale; empty: none do. */
    void heat(Optional<RackHeat> heat, int node) {
        heated.ifPresent(before -> group.getChildren().remove(before.view()));
        heated = heat.map(one -> new HeatedLoads(one, node, types));
        heated.ifPresent(now -> group.getChildren().add(now.view()));
        seek(sought);
    }

    /** Where pieces are to be put before they are {@linkplain #show shown}. */
    Poses poses() {
        return poses;
    }

    /** Draws those that are posed. */
    void show(Moment moment, Viewpoint view, double heightPixels) {
        shown = moment;
        swarms.forEach(PieceSwarm::begin);
        heated.ifPresent(heat -> heat.begin(moment));
        for (int i = 0; i < poses.count(); i++) {
            PieceSwarm hot = heated.isPresent() ? heated.get().swarm(moment, poses, i) : null;
            PieceSwarm swarm = hot == null ? swarms.get(poses.kind(i)) : hot;
            swarm.add(poses.place(i) / placesTogether, poses.x(i), poses.y(i), poses.z(i), poses.headingDegrees(i));
        }
        refine(view, heightPixels);
    }

    void hide(Viewpoint view, double heightPixels) {
        shown = null;
        swarms.forEach(PieceSwarm::begin);
        heated.ifPresent(HeatedLoads::clear);
        refine(view, heightPixels);
    }

    /** What was near may be far now. */
    void refine(Viewpoint view, double heightPixels) {
        swarms.forEach(swarm -> swarm.end(view, heightPixels));
        heated.ifPresent(heat -> heat.end(view, heightPixels));
    }

    /** The drawn piece nearest to the pixel, within a few pixels. */
    Optional<Integer> pieceAt(Viewpoint view, double pixelX, double pixelY, double widthPixels, double heightPixels) {
        Moment moment = shown;
        double min = PIECE_PIXELS;
        int nearest = -1;
        for (int i = 0; moment != null && i < poses.count(); i++) {
            Optional<Viewpoint.Pixel> at = pixel(i, view, widthPixels, heightPixels);
            double distance = at.isEmpty() ? Double.MAX_VALUE : Math.hypot(at.get().x() - pixelX, at.get().y() - pixelY);
            if (distance < min) {
                min = distance;
                nearest = poses.body(i);
            }
        }
        return moment == null || nearest < 0 ? Optional.empty() : Optional.of(moment.pieceOf(nearest));
    }

    /** Where a piece is drawn, in pixels; empty if it isn't. */
    Optional<Viewpoint.Pixel> pixelOf(int piece, Viewpoint view, double widthPixels, double heightPixels) {
        return number(piece).flatMap(i -> pixel(i, view, widthPixels, heightPixels));
    }

    /** Where on the floor a piece is drawn; empty if it isn't. */
    Optional<Viewpoint.FloorPoint> spotOf(int piece) {
        return number(piece).map(i -> new Viewpoint.FloorPoint(poses.x(i), poses.y(i)));
    }

    private Optional<Viewpoint.Pixel> pixel(int i, Viewpoint view, double widthPixels, double heightPixels) {
        return view.project(poses.x(i), poses.y(i), poses.z(i) + MIDDLE_METRES, widthPixels, heightPixels);
    }

    private Optional<Integer> number(int piece) {
        Moment moment = shown;
        for (int i = 0; moment != null && i < poses.count(); i++) {
            if (moment.pieceOf(poses.body(i)) == piece) {
                return Optional.of(i);
            }
        }
        return Optional.empty();
    }
}
