package ashfall.desk.kit;

import javafx.scene.image.Image;
import javafx.scene.image.PixelBuffer;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;

import java.nio.IntBuffer;

/// Pictures for the toolkit.
public final class Images {
    private Images() {}

    /// @param argb row by row, premultiplied; shown as it is, without a copy
    public static Image of(int[] argb, int columns, int rows) {
        return new WritableImage(
                new PixelBuffer<>(
                        columns, rows, IntBuffer.wrap(argb), PixelFormat.getIntArgbPreInstance()));
    }
}
