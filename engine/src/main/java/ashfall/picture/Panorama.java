package ashfall.picture;

import org.lwjgl.PointerBuffer;
import org.lwjgl.system.MemoryStack;
import org.lwjgl.system.MemoryUtil;
import org.lwjgl.system.libc.LibCStdlib;
import org.lwjgl.util.tinyexr.TinyEXR;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.FloatBuffer;
import java.nio.IntBuffer;
import java.nio.file.Files;
import java.nio.file.Path;

import javax.imageio.ImageIO;

/// Light from all directions as a picture twice as wide as high (equirectangular): straight up is
/// its upper edge, the horizon its middle row.
///
/// @param width pixels
/// @param rgb scene-linear sRGB in any unit, three floats a pixel, row by row from the upper left
public record Panorama(int width, int height, float[] rgb) {
    /// How far from twice as wide as high a picture may be.
    private static final double CROOKED = 0.02;

    private static final int RGBA = 4;

    /// Reads OpenEXR, or what the platform reads otherwise (PNG, JPEG) as display-referred sRGB.
    ///
    /// @throws IOException in one sentence without the file's name, where it cannot be used
    public static Panorama read(Path file) throws IOException {
        if (!Files.isRegularFile(file)) {
            throw new IOException("there is no such file");
        }
        boolean exr = file.toString().toLowerCase(java.util.Locale.ROOT).endsWith(".exr");
        Panorama read = exr ? readExr(file) : readDisplayed(file);
        if (Math.abs(read.width - 2 * read.height) > CROOKED * read.width) {
            throw new IOException(
                    "it must be twice as wide as high, not " + read.width + "x" + read.height);
        }
        for (float light : read.rgb) {
            if (!(light >= 0) || light == Float.POSITIVE_INFINITY) {
                throw new IOException("it holds a light of " + light);
            }
        }
        return read;
    }

    private static Panorama readExr(Path file) throws IOException {
        try (MemoryStack stack = MemoryStack.stackPush()) {
            PointerBuffer pixels = stack.callocPointer(1);
            PointerBuffer error = stack.callocPointer(1);
            IntBuffer width = stack.mallocInt(1);
            IntBuffer height = stack.mallocInt(1);
            // Of no layer: what lies beside them all.
            int failed =
                    TinyEXR.nLoadEXRWithLayer(
                            pixels.address(),
                            MemoryUtil.memAddress(width),
                            MemoryUtil.memAddress(height),
                            MemoryUtil.memAddress(stack.UTF8(file.toString())),
                            MemoryUtil.NULL,
                            error.address());
            if (failed != 0) {
                String why = error.get(0) == 0 ? "" : ": " + error.getStringUTF8(0);
                throw new IOException("it cannot be read as OpenEXR" + why);
            }
            int count = Math.multiplyExact(width.get(0), height.get(0));
            FloatBuffer all = MemoryUtil.memFloatBuffer(pixels.get(0), RGBA * count);
            float[] rgb = new float[3 * count];
            for (int i = 0; i < rgb.length; i++) {
                rgb[i] = all.get(i / 3 * RGBA + i % 3);
            }
            LibCStdlib.nfree(pixels.get(0));
            return new Panorama(width.get(0), height.get(0), rgb);
        }
    }

    private static Panorama readDisplayed(Path file) throws IOException {
        BufferedImage image = ImageIO.read(file.toFile());
        if (image == null) {
            throw new IOException("it is neither OpenEXR nor PNG nor JPEG");
        }
        float[] light = new float[256];
        for (int i = 0; i < light.length; i++) {
            light[i] = Tone.decoded(i / 255.0);
        }
        int width = image.getWidth();
        float[] rgb = new float[3 * width * image.getHeight()];
        int[] row = new int[width];
        for (int y = 0; y < image.getHeight(); y++) {
            image.getRGB(0, y, width, 1, row, 0, width);
            for (int x = 0; x < width; x++) {
                int at = 3 * (y * width + x);
                rgb[at] = light[(row[x] >> 16) & 0xff];
                rgb[at + 1] = light[(row[x] >> 8) & 0xff];
                rgb[at + 2] = light[row[x] & 0xff];
            }
        }
        return new Panorama(width, image.getHeight(), rgb);
    }
}
