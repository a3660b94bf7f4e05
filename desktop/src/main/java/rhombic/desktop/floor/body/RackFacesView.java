package rhombic.desktop.floor.body;

import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import javafx.scene.Group;
import javafx.scene.image.PixelWriter;
import javafx.scene.image.WritableImage;
import javafx.scene.paint.Color;
import javafx.scene.paint.PhongMaterial;
import javafx.scene.shape.CullFace;
import javafx.scene.shape.MeshView;
import javafx.scene.shape.TriangleMesh;
import javafx.scene.shape.VertexFormat;
import javafx.scene.transform.Rotate;
import rhombic.scene.RackFaces;
import rhombic.scene.RackFaces.Face;
import rhombic.space.Pose;
import rhombic.study.kind.Rack;
import rhombic.study.rack.RackLayout;

/** The loads of a rack that is far away, painted on its outside: only cells that have changed are painted anew. */
public final class RackFacesView {
    private static final Color EMPTY = Color.web("#C4BDAE");
    private static final double INSIDE_METRES = 0.12;
    private static final int MAX_PIXELS = 2048;
    private static final int MAX_CELL_PIXELS = 4;

    private final Group view = new Group();
    private final Map<Face, Side> sides = new EnumMap<>(Face.class);
    private final List<Color> colours;

    /** One face, as a picture on a rectangle. */
    private final class Side {
        private final int across;
        private final int up;
        private final int pixels;
        private final int[] painted;
        private final WritableImage image;
        private final MeshView mesh;

        Side(RackLayout layout, RackFaces faces, Face face) {
            across = faces.across(face);
            up = faces.up(face);
            pixels = Math.clamp(MAX_PIXELS / Math.max(across, up), 1, MAX_CELL_PIXELS);
            painted = new int[across * up];
            Arrays.fill(painted, Integer.MIN_VALUE);
            image = new WritableImage(across * pixels, up * pixels);
            mesh = new MeshView(rectangle(layout, face));
            PhongMaterial material = new PhongMaterial();
            material.setDiffuseMap(image);
            material.setSpecularColor(Color.TRANSPARENT);
            mesh.setMaterial(material);
            mesh.setCullFace(CullFace.NONE);
            mesh.setMouseTransparent(true);
        }

        void paint(RackFaces faces, Face face) {
            PixelWriter writer = image.getPixelWriter();
            for (int y = 0; y < up; y++) {
                for (int x = 0; x < across; x++) {
                    int kind = faces.kind(face, x, y);
                    if (painted[y * across + x] != kind) {
                        painted[y * across + x] = kind;
                        cell(writer, x, up - 1 - y, kind == RackFaces.NONE ? EMPTY : colours.get(kind));
                    }
                }
            }
        }

        private void cell(PixelWriter writer, int x, int y, Color colour) {
            Color rim = pixels > 2 ? colour.deriveColor(0, 1, 0.75, 1) : colour;
            for (int i = 0; i < pixels; i++) {
                for (int k = 0; k < pixels; k++) {
                    writer.setColor(x * pixels + i, y * pixels + k, i == 0 || k == 0 ? rim : colour);
                }
            }
        }
    }

    /** @param colours of all kinds of pieces */
    public RackFacesView(Rack rack, RackFaces faces, List<Color> colours) {
        this.colours = colours;
        for (Face face : Face.values()) {
            Side side = new Side(rack.layout(), faces, face);
            sides.put(face, side);
            view.getChildren().add(side.mesh);
        }
        Pose at = rack.placement().pose();
        view.setTranslateX(at.x());
        view.setTranslateY(-at.z());
        view.setTranslateZ(at.y());
        view.getTransforms().add(new Rotate(-at.heading(), Rotate.Y_AXIS));
    }

    public Group view() {
        return view;
    }

    public void paint(RackFaces faces) {
        sides.forEach((face, side) -> side.paint(faces, face));
    }

    /** From corner to corner, the first cell at the first corner. */
    private static TriangleMesh rectangle(RackLayout layout, Face face) {
        double x = layout.lengthMetres() / 2 - (face == Face.RIGHT || face == Face.LEFT || face == Face.TOP ? 0 : INSIDE_METRES);
        double y = layout.widthMetres() / 2 - (face == Face.RIGHT || face == Face.LEFT ? INSIDE_METRES : 0);
        double low = layout.firstLevel().inBaseUnit();
        double high = layout.heightMetres() - INSIDE_METRES;
        double[][] corners = switch (face) {
            case RIGHT -> new double[][] {{-x, -y, low}, {x, -y, low}, {x, -y, high}, {-x, -y, high}};
            case LEFT -> new double[][] {{-x, y, low}, {x, y, low}, {x, y, high}, {-x, y, high}};
            case FRONT -> new double[][] {{-x, -y, low}, {-x, y, low}, {-x, y, high}, {-x, -y, high}};
            case REAR -> new double[][] {{x, -y, low}, {x, y, low}, {x, y, high}, {x, -y, high}};
            case TOP -> new double[][] {{-x, -y, high}, {x, -y, high}, {x, y, high}, {-x, y, high}};
        };
        TriangleMesh mesh = new TriangleMesh(VertexFormat.POINT_TEXCOORD);
        for (double[] corner : corners) {
            mesh.getPoints().addAll((float) corner[0], (float) -corner[2], (float) corner[1]);
        }
        mesh.getTexCoords().addAll(0, 1, 1, 1, 1, 0, 0, 0);
        mesh.getFaces().addAll(0, 0, 1, 1, 2, 2, 0, 0, 2, 2, 3, 3);
        return mesh;
    }
}
