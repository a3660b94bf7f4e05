package rhombic.desktop.parts;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import javafx.embed.swing.SwingFXUtils;
import javafx.scene.image.WritableImage;
import javax.imageio.ImageIO;

/** Pictures as PNG. */
public final class Png {
    private Png() {}

    static void write(WritableImage image, OutputStream out) throws IOException {
        if (!ImageIO.write(SwingFXUtils.fromFXImage(image, null), "png", out)) {
            throw new IOException("This Java can't write PNG");
        }
    }

    public static byte[] of(WritableImage image) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try {
            write(image, bytes);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return bytes.toByteArray();
    }
}
