package rhombic.desktop.floor;

import javafx.scene.image.PixelWriter;
import javafx.scene.image.WritableImage;
import javafx.scene.paint.Color;
import javafx.scene.paint.PhongMaterial;
import javafx.scene.shape.MeshView;
import javafx.scene.shape.TriangleMesh;
import javafx.scene.shape.VertexFormat;
import rhombic.desktop.floor.body.Swatch;

/**
 * The paper floor with its grid of metres. The grid is a texture that repeats every five metres: drawn as lines it
 * would cost more than all the rest of the floor. It is made once and handed to the graphics card once, however often the floor is laid.
 */
final class GroundPlane {
    private static final int TILE_METRES = 5;
    private static final int PIXELS_PER_METRE = 52;

    private final PhongMaterial paper = material(tile());
    private final PhongMaterial shade = material(shadeTexture());

    private static PhongMaterial material(WritableImage texture) {
        PhongMaterial material = new PhongMaterial();
        material.setDiffuseMap(texture);
        material.setSpecularColor(Color.TRANSPARENT);
        return material;
    }

    /** What lies under bodies: dark in the middle and soft towards its edges. */
    PhongMaterial shade() {
        return shade;
    }

    /** The rectangle between two corners that lie on whole tiles. */
    MeshView of(double x0, double y0, double x1, double y1) {
        TriangleMesh mesh = new TriangleMesh(VertexFormat.POINT_NORMAL_TEXCOORD);
        mesh.getNormals().addAll(0, -1, 0);
        mesh.getPoints().addAll((float) x0, 0, (float) y0, (float) x1, 0, (float) y0, (float) x1, 0, (float) y1, (float) x0, 0, (float) y1);
        float u = (float) ((x1 - x0) / TILE_METRES);
        float v = (float) ((y1 - y0) / TILE_METRES);
        mesh.getTexCoords().addAll(0, 0, u, 0, u, v, 0, v);
        mesh.getFaces().addAll(0, 0, 0, 1, 0, 1, 2, 0, 2, 0, 0, 0, 2, 0, 2, 3, 0, 3);
        MeshView view = new MeshView(mesh);
        view.setMaterial(paper);
        view.setMouseTransparent(true);
        return view;
    }

    private static WritableImage tile() {
        int size = TILE_METRES * PIXELS_PER_METRE;
        WritableImage image = new WritableImage(size, size);
        PixelWriter pixels = image.getPixelWriter();
        for (int x = 0; x < size; x++) {
            for (int y = 0; y < size; y++) {
                boolean strong = x < 2 || y < 2 || x >= size - 1 || y >= size - 1;
                boolean fine = x % PIXELS_PER_METRE < 2 || y % PIXELS_PER_METRE < 2;
                pixels.setColor(x, y, (strong ? Swatch.GRID_STRONG : fine ? Swatch.GRID : Swatch.FLOOR).colour);
            }
        }
        return image;
    }

    private static WritableImage shadeTexture() {
        int size = 64;
        WritableImage image = new WritableImage(size, size);
        for (int x = 0; x < size; x++) {
            for (int y = 0; y < size; y++) {
                double edge = Math.min(Math.min(x, size - 1 - x), Math.min(y, size - 1 - y)) / (size * 0.26);
                image.getPixelWriter().setColor(x, y, Color.color(0.2, 0.18, 0.14, 0.42 * Math.min(1, edge) * Math.min(1, edge)));
            }
        }
        return image;
    }
}
