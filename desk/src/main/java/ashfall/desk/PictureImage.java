package ashfall.desk;

import ashfall.look.Picture;

import javafx.scene.image.PixelBuffer;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;

import java.nio.IntBuffer;

/// A picture of the engine as an image of the toolkit, without a copy of its own on the way to the
/// screen.
///
/// The pixels are opaque ARGB, row by row from the upper left. A picture does not change once
/// drawn, so neither does its image.
public final class PictureImage {
    private PictureImage() {}

    /// Tone-maps a picture into a new image of its size.
    public static WritableImage of(Picture picture) {
        int[] argb =
                picture.image()
                        .getRGB(0, 0, picture.width(), picture.height(), null, 0, picture.width());
        IntBuffer pixels = IntBuffer.wrap(argb);
        return new WritableImage(
                new PixelBuffer<>(
                        picture.width(),
                        picture.height(),
                        pixels,
                        PixelFormat.getIntArgbPreInstance()));
    }
}
