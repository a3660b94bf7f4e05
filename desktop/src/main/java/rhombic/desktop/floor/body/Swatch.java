package rhombic.desktop.floor.body;

import javafx.scene.image.WritableImage;
import javafx.scene.paint.Color;

/** The colours of bodies on the floor, as cells of one small texture, so that a whole body is one mesh. */
public enum Swatch {
    BODY("#DAD5C9"), BODY_EDGE("#7E796C"), BODY_DARK("#BDB7A9"), TABLE("#CBC5B7"), GLASS("#6F7F84"), STEEL("#A9A597"), STEEL_DARK(
            "#7F7C72"), ROLLER("#C9C4B6"), VERDIGRIS("#1D6B66"), SAFFRON(
                    "#D9952B"), INK("#3A4347"), MAT(
                            "#D2CCBC"), BELT("#5B605F"), LINK("#7C8487"), FLOOR("#EFEBE0"), GRID("#E0DACB"), GRID_STRONG("#CDC6B5"), SKIN(
                                    "#C59B7C"), TROUSERS("#474C57"), CLAY("#B0654C"), SLATE("#5C7890"), OCHRE("#B48C3C"), WOOD("#B79A72");

    private static final int CELL = 8;

    public final Color colour;

    Swatch(String hex) {
        colour = Color.web(hex);
    }

    /** Middle of the cell, across the texture. */
    float u() {
        return (ordinal() + 0.5f) / values().length;
    }

    public static WritableImage texture() {
        WritableImage image = new WritableImage(CELL * values().length, CELL);
        for (Swatch swatch : values()) {
            for (int x = 0; x < CELL; x++) {
                for (int y = 0; y < CELL; y++) {
                    image.getPixelWriter().setColor(swatch.ordinal() * CELL + x, y, swatch.colour);
                }
            }
        }
        return image;
    }
}
