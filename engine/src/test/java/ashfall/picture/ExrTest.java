package ashfall.picture;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIf;
import org.junit.jupiter.api.io.TempDir;
import org.lwjgl.PointerBuffer;
import org.lwjgl.system.MemoryStack;
import org.lwjgl.system.MemoryUtil;
import org.lwjgl.util.tinyexr.EXRHeader;
import org.lwjgl.util.tinyexr.EXRImage;
import org.lwjgl.util.tinyexr.EXRVersion;
import org.lwjgl.util.tinyexr.TinyEXR;

import java.io.IOException;
import java.nio.FloatBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/// Files of layers, as others read them: with Debian's openexr also by the reference library.
class ExrTest {
    private static final int WIDTH = 40;
    private static final int HEIGHT = 24;

    @TempDir private Path folder;

    /// Of every part some light, from a thousandth to a hundred thousand cd/m².
    private static Layers picture() {
        Layers picture = new Layers(WIDTH, HEIGHT, Math.pow(2, -12));
        for (Part part : Part.values()) {
            float[] light = picture.light(part);
            for (int i = 0; i < light.length; i++) {
                light[i] = (float) Math.pow(10, (i * 7 + part.offset()) % 80 / 10.0 - 3);
            }
        }
        for (int p = 0; p < WIDTH * HEIGHT; p++) {
            picture.opacity()[p] = p % 11 / 10f;
            picture.distance()[p] = 3 + p;
            picture.kelvin()[p] = 300 + 2.5f * p;
            picture.motion()[3 * p + 1] = 0.125f * p;
        }
        return picture;
    }

    /// The channels of a file.
    private static Map<String, float[]> read(Path file) {
        Map<String, float[]> all = new TreeMap<>();
        try (MemoryStack stack = MemoryStack.stackPush()) {
            EXRVersion version = EXRVersion.calloc(stack);
            EXRHeader header = EXRHeader.calloc(stack);
            EXRImage image = EXRImage.calloc(stack);
            PointerBuffer error = stack.callocPointer(1);
            assertEquals(0, TinyEXR.ParseEXRVersionFromFile(version, file.toString()));
            assertEquals(
                    0, TinyEXR.ParseEXRHeaderFromFile(header, version, file.toString(), error));
            for (int i = 0; i < header.num_channels(); i++) {
                header.requested_pixel_types().put(i, TinyEXR.TINYEXR_PIXELTYPE_FLOAT);
            }
            assertEquals(0, TinyEXR.LoadEXRImageFromFile(image, header, file.toString(), error));
            assertEquals(WIDTH, image.width());
            PointerBuffer data =
                    image.num_tiles() > 0
                            ? image.tiles().get(0).images(header.num_channels())
                            : image.images();
            // A tile's rows are as long as the tile.
            int stride = image.num_tiles() > 0 ? header.tile_size_x() : WIDTH;
            for (int i = 0; i < header.num_channels(); i++) {
                String name = header.channels().get(i).nameString();
                FloatBuffer values = MemoryUtil.memFloatBuffer(data.get(i), stride * HEIGHT);
                float[] out = new float[WIDTH * HEIGHT];
                for (int y = 0; y < HEIGHT; y++) {
                    values.get(y * stride, out, y * WIDTH, WIDTH);
                }
                all.put(name, out);
            }
            TinyEXR.FreeEXRImage(image);
            TinyEXR.FreeEXRHeader(header);
        }
        return all;
    }

    static boolean referenceLibraryIsInstalled() {
        return Files.isExecutable(Path.of("/usr/bin/exrheader"));
    }

    private static String run(String... command) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        String out = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertEquals(0, process.waitFor(), out);
        return out;
    }

    /// The reference library reads every pixel and writes it again as tiles: nothing changes.
    @Test
    @EnabledIf("referenceLibraryIsInstalled")
    void referenceLibrary_readsWhatWeWrite() throws IOException, InterruptedException {
        Path file = folder.resolve("a.exr");
        Path tiled = folder.resolve("tiled.exr");
        Exr.write(file, picture(), List.of(Exr.Layer.values()), false);
        run("exrmaketiled", file.toString(), tiled.toString());
        Map<String, float[]> ours = read(file);
        Map<String, float[]> theirs = read(tiled);
        assertEquals(ours.keySet(), theirs.keySet());
        ours.forEach(
                (name, values) -> {
                    for (int p = 0; p < values.length; p++) {
                        assertEquals(values[p], theirs.get(name)[p], name);
                    }
                });
        Layers picture = picture();
        int pixel = 17 * WIDTH + 23;
        assertEquals(picture.kelvin()[pixel], ours.get("temperature.K")[pixel]);
        assertEquals(picture.distance()[pixel], ours.get("Z")[pixel]);
        assertEquals(picture.motion()[3 * pixel + 1], ours.get("velocity.Y")[pixel]);
        float blue = picture.light(Part.FLAME)[3 * pixel + 2] / 4096;
        assertEquals(blue, ours.get("flame.B")[pixel], 1e-6f * blue);
    }

    @Test
    @EnabledIf("referenceLibraryIsInstalled")
    void header_saysWhatTheNumbersAre() throws IOException, InterruptedException {
        Path file = folder.resolve("a.exr");
        Exr.write(file, picture(), List.of(Exr.Layer.FLAME), true);
        String header = run("exrheader", file.toString());
        assertTrue(header.contains("whiteLuminance (type float): 4096"), header);
        assertTrue(header.contains("white (0.3127 0.329)"), header);
        assertTrue(header.contains("flame.G, 16-bit floating-point"), header);
        assertTrue(header.contains("scene-linear"), header);
        assertTrue(header.contains("zip, multi-scanline"), header);
    }

    /// Flame, smoke, embers and site add up to the picture, in half within 1 %.
    @Test
    void layers_addUpToThePicture() throws IOException {
        Path file = folder.resolve("a.exr");
        List<Exr.Layer> layers =
                List.of(
                        Exr.Layer.FLAME,
                        Exr.Layer.SMOKE,
                        Exr.Layer.EMBERS,
                        Exr.Layer.SITE,
                        Exr.Layer.SUN,
                        Exr.Layer.SKY,
                        Exr.Layer.LAMPS,
                        Exr.Layer.FIRE);
        Exr.write(file, picture(), layers, true);
        Map<String, float[]> all = read(file);
        for (String colour : List.of("R", "G", "B")) {
            float[] whole = all.get(colour);
            for (int p = 0; p < whole.length; p++) {
                float kinds = 0;
                for (String kind : List.of("flame.", "smoke.", "embers.", "site.")) {
                    kinds += all.get(kind + colour)[p];
                }
                assertEquals(whole[p], kinds, 0.01f * whole[p], "by what it is, " + colour);
                float lights = 0;
                for (String light :
                        List.of("flame.", "embers.", "sun.", "sky.", "lamps.", "fire.")) {
                    lights += all.get(light + colour)[p];
                }
                assertEquals(whole[p], lights, 0.01f * whole[p], "by what lights it, " + colour);
            }
        }
    }
}
