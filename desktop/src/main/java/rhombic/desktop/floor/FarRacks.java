package rhombic.desktop.floor;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import javafx.scene.Group;
import javafx.scene.paint.Color;
import rhombic.desktop.floor.body.RackFacesView;
import rhombic.scene.RackFaces;
import rhombic.scene.Scene;
import rhombic.study.Study;
import rhombic.study.kind.Rack;
import rhombic.study.unfold.UnfoldedStudy;

/** Racks with so many slots, so far away, that their loads are painted on their outside instead of being drawn one by one. */
final class FarRacks {
    private static final int FEW_PLACES = 3000;
    /** A slot that is smaller than this is far away. */
    private static final double FAR_PIXELS = 6;
    private static final int MAX_KEPT_NEAR = 20_000;

    private final Group view = new Group();
    private final Map<Integer, RackFacesView> shown = new HashMap<>();
    private List<Integer> large = List.of();
    private UnfoldedStudy study = UnfoldedStudy.of(Study.empty());
    private List<Color> colours = List.of();
    private String sought = "";
    /** Whose loads are drawn one by one although it is far away, if they are not too many. */
    private int nearNode = -1;

    Group view() {
        return view;
    }

    void setStudy(UnfoldedStudy newStudy) {
        study = newStudy;
        large = IntStream.range(0, study.elements().size())
                .filter(i -> study.element(i) instanceof Rack rack && rack.layout().places() > FEW_PLACES).boxed().toList();
        seek(sought);
    }

    /** All but those of a type are pale from now on; empty: none are. */
    void seek(String type) {
        sought = type;
        boolean isThere = study.study().pieceTypes().stream().anyMatch(one -> one.name().equals(type));
        colours = study.study().pieceTypes().stream().flatMap(one -> one.looks().stream()
                .map(look -> !isThere || one.name().equals(type) ? Color.web(look.colour()) : PieceSwarm.PALE)).toList();
        hide();
    }

    /** That one is drawn load by load from now on, if it has not too many; negative: none is. */
    void keepNear(int node) {
        nearNode = node;
    }

    void hide() {
        shown.clear();
        view.getChildren().clear();
    }

    /** Says to the scene which of them are far away. */
    void look(Scene scene, Viewpoint seen, double width, double height) {
        for (int node : large) {
            Rack rack = (Rack) study.element(node);
            double slot = Math.min(rack.layout().bayPitch().inBaseUnit(), rack.layout().levels().metres()[0]);
            boolean isFar = seen.project(rack.placement().xMetres(), rack.placement().yMetres(), 0, width, height)
                    .map(at -> seen.pixelsPerMetre(at.depth(), height) * slot < FAR_PIXELS).orElse(true);
            scene.setFar(node, isFar && (node != nearNode || rack.layout().places() > MAX_KEPT_NEAR));
        }
    }

    /** Paints what the scene has put on them. */
    void paint(Scene scene) {
        for (int node : large) {
            RackFaces faces = scene.faces(node);
            if (faces == null) {
                RackFacesView gone = shown.remove(node);
                if (gone != null) {
                    view.getChildren().remove(gone.view());
                }
                continue;
            }
            RackFacesView drawn = shown.computeIfAbsent(node, key -> {
                RackFacesView made = new RackFacesView((Rack) study.element(node), faces, colours);
                view.getChildren().add(made.view());
                return made;
            });
            drawn.paint(faces);
        }
    }
}
