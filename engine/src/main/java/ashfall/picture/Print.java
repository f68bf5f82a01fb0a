package ashfall.picture;

import ashfall.grid.Seeded;
import ashfall.shot.Shot;
import ashfall.work.WholeFile;
import ashfall.work.Workers;

import java.awt.Transparency;
import java.awt.color.ColorSpace;
import java.awt.image.BufferedImage;
import java.awt.image.ComponentColorModel;
import java.awt.image.DataBuffer;
import java.awt.image.DataBufferUShort;
import java.awt.image.Raster;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Path;
import java.util.List;

import javax.imageio.ImageIO;

/// A picture as it is shown: developed by a shot's grade.
///
/// @param rgb display-linear sRGB, 0 to 1, three floats a pixel, row by row from the upper left
public record Print(int width, int height, float[] rgb) {
    /// From here on a channel counts as full.
    private static final float FULL = 0.995f;

    /// Develops a picture.
    public static Print of(Picture picture, Shot shot, Workers workers) {
        return new Print(
                picture.width(), picture.height(), Grading.of(shot).develop(picture, workers));
    }

    /// Develops a picture by the film's curve alone.
    public static Print ungraded(Picture picture, Workers workers) {
        return new Print(picture.width(), picture.height(), Grading.NONE.develop(picture, workers));
    }

    /// Is a pixel as white as can be shown?
    public boolean isFull(int pixel) {
        return rgb[3 * pixel] >= FULL && rgb[3 * pixel + 1] >= FULL && rgb[3 * pixel + 2] >= FULL;
    }

    /// A pixel as opaque ARGB, 8 bit sRGB each.
    private int argb(int pixel) {
        int argb = 0xFF;
        for (int k = 0; k < 3; k++) {
            // Half a step of dither keeps plain skies from showing steps.
            float dither = Seeded.unit(1, 0, k, pixel) - 0.5f;
            int level = Math.round(Tone.encoded255(rgb[3 * pixel + k]) + dither);
            argb = argb << 8 | Math.max(0, Math.min(255, level));
        }
        return argb;
    }

    /// All pixels as opaque ARGB, 8 bit sRGB each, row by row.
    public int[] argb(Workers workers) {
        int[] out = new int[width * height];
        workers.forEachSlab(
                height,
                (row, worker) -> {
                    for (int p = row * width, end = p + width; p < end; p++) {
                        out[p] = argb(p);
                    }
                });
        return out;
    }

    /// The picture as 8-bit sRGB.
    public BufferedImage image() {
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        for (int p = 0; p < width * height; p++) {
            image.setRGB(p % width, p / width, argb(p));
        }
        return image;
    }

    /// Writes a PNG, whole or not at all.
    public void writePng(Path file) throws IOException {
        write(image(), file);
    }

    /// Writes a PNG of 16 bits a channel, whole or not at all.
    public void writePng16(Path file) throws IOException {
        ComponentColorModel model =
                new ComponentColorModel(
                        ColorSpace.getInstance(ColorSpace.CS_sRGB),
                        false,
                        false,
                        Transparency.OPAQUE,
                        DataBuffer.TYPE_USHORT);
        BufferedImage image =
                new BufferedImage(
                        model,
                        Raster.createInterleavedRaster(
                                DataBuffer.TYPE_USHORT, width, height, 3, null),
                        false,
                        null);
        short[] out = ((DataBufferUShort) image.getRaster().getDataBuffer()).getData();
        for (int i = 0; i < out.length; i++) {
            out[i] = (short) Math.round(65535 * Math.min(1, Tone.encoded(rgb[i])));
        }
        write(image, file);
    }

    private static void write(BufferedImage image, Path file) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        ImageIO.write(image, "png", bytes);
        WholeFile.write(file, List.of(ByteBuffer.wrap(bytes.toByteArray())));
    }
}
