package ashfall.picture;

import ashfall.grid.Seeded;
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

/// A finished picture: light in cd/m² (linear sRGB), what of it the fire emitted, and how much the
/// gas covers.
///
/// Arrays are row by row from the upper left; `rgb` has three floats a pixel, `emitted` (cd/m²) and
/// `opacity` one.
public record Picture(
        int width, int height, float[] rgb, float[] emitted, float[] opacity, double exposure) {

    /// What can be measured on a picture.
    ///
    /// @param firePixels pixels that shine by themselves
    /// @param brightShare share of them above one stop over middle grey (0.36 linear)
    /// @param hueLow 5th percentile of the bright pixels' hue, degrees
    /// @param hueHigh 95th percentile
    /// @param smokePixels pixels that the gas covers by more than half without shining
    /// @param mirrorDifference sum of differences between the gas and its mirror image, over its
    ///     sum
    public record Measures(
            int firePixels,
            double brightShare,
            double hueLow,
            double hueHigh,
            int smokePixels,
            double mirrorDifference) {}

    /// Display values of a pixel as opaque ARGB, 8 bit sRGB each.
    ///
    /// @param c scratch of three
    private int display(int pixel, float[] c) {
        for (int k = 0; k < 3; k++) {
            c[k] = (float) (rgb[3 * pixel + k] * exposure);
        }
        Tone.apply(c);
        int argb = 0xFF;
        for (int k = 0; k < 3; k++) {
            // Half a step of dither keeps plain skies from showing steps.
            float dither = Seeded.unit(1, 0, k, pixel) - 0.5f;
            int level = Math.round(Tone.encoded255(c[k]) + dither);
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
                    float[] c = new float[3];
                    for (int p = row * width, end = p + width; p < end; p++) {
                        out[p] = display(p, c);
                    }
                });
        return out;
    }

    /// The picture as 8-bit sRGB.
    public BufferedImage image() {
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        float[] c = new float[3];
        for (int p = 0; p < width * height; p++) {
            image.setRGB(p % width, p / width, display(p, c));
        }
        return image;
    }

    /// Writes a PNG, whole or not at all.
    public void writePng(Path file) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        ImageIO.write(image(), "png", bytes);
        WholeFile.write(file, List.of(ByteBuffer.wrap(bytes.toByteArray())));
    }

    /// Writes a PNG of 16 bits a channel, whole or not at all.
    public void writePng16(Path file) throws IOException {
        BufferedImage image =
                new BufferedImage(
                        new ComponentColorModel(
                                ColorSpace.getInstance(ColorSpace.CS_sRGB),
                                false,
                                false,
                                Transparency.OPAQUE,
                                DataBuffer.TYPE_USHORT),
                        Raster.createInterleavedRaster(
                                DataBuffer.TYPE_USHORT, width, height, 3, null),
                        false,
                        null);
        short[] out = ((DataBufferUShort) image.getRaster().getDataBuffer()).getData();
        float[] c = new float[3];
        for (int p = 0; p < width * height; p++) {
            for (int k = 0; k < 3; k++) {
                c[k] = (float) (rgb[3 * p + k] * exposure);
            }
            Tone.apply(c);
            for (int k = 0; k < 3; k++) {
                out[3 * p + k] = (short) Math.round(65535 * Math.min(1, Tone.encoded(c[k])));
            }
        }
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        ImageIO.write(image, "png", bytes);
        WholeFile.write(file, List.of(ByteBuffer.wrap(bytes.toByteArray())));
    }

    /// Measures fire and smoke on the picture.
    public Measures measures() {
        int fire = 0;
        int bright = 0;
        int smoke = 0;
        int[] hues = new int[361];
        float[] c = new float[3];
        double difference = 0;
        double sum = 0;
        for (int p = 0; p < width * height; p++) {
            double shown = emitted[p] * exposure;
            double covered = Math.max(opacity[p], Math.min(1, shown));
            int mirrored = p / width * width + (width - 1 - p % width);
            double other = Math.max(opacity[mirrored], Math.min(1, emitted[mirrored] * exposure));
            difference += Math.abs(covered - other);
            sum += covered;
            double light = 0.2126 * rgb[3 * p] + 0.7152 * rgb[3 * p + 1] + 0.0722 * rgb[3 * p + 2];
            if (shown > 0.02 && emitted[p] > 0.5 * light) {
                fire++;
                if (light * exposure > 0.36) {
                    bright++;
                    hues[hue(display(p, c))]++;
                }
            } else if (opacity[p] > 0.5) {
                smoke++;
            }
        }
        return new Measures(
                fire,
                fire == 0 ? 0 : (double) bright / fire,
                percentile(hues, bright, 0.05),
                percentile(hues, bright, 0.95),
                smoke,
                sum == 0 ? 0 : difference / sum);
    }

    private static int percentile(int[] counts, int total, double share) {
        int seen = 0;
        for (int i = 0; i < counts.length; i++) {
            seen += counts[i];
            if (total > 0 && seen >= share * total) {
                return i;
            }
        }
        return 0;
    }

    private static int hue(int argb) {
        int[] c = {argb >> 16 & 0xFF, argb >> 8 & 0xFF, argb & 0xFF};
        int most = Math.max(c[0], Math.max(c[1], c[2]));
        int least = Math.min(c[0], Math.min(c[1], c[2]));
        double range = Math.max(1, most - least);
        double h;
        if (most == c[0]) {
            h = (c[1] - c[2]) / range;
        } else if (most == c[1]) {
            h = 2 + (c[2] - c[0]) / range;
        } else {
            h = 4 + (c[0] - c[1]) / range;
        }
        return (int) Math.round((60 * h + 360) % 360);
    }
}
