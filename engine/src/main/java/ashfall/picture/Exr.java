package ashfall.picture;

import ashfall.work.WholeFile;

import org.lwjgl.PointerBuffer;
import org.lwjgl.system.MemoryStack;
import org.lwjgl.system.MemoryUtil;
import org.lwjgl.system.libc.LibCStdlib;
import org.lwjgl.util.tinyexr.EXRAttribute;
import org.lwjgl.util.tinyexr.EXRChannelInfo;
import org.lwjgl.util.tinyexr.EXRHeader;
import org.lwjgl.util.tinyexr.EXRImage;
import org.lwjgl.util.tinyexr.TinyEXR;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.FloatBuffer;
import java.nio.IntBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;

/// Layers of a picture as one OpenEXR file: zip, scan lines, half or float.
///
/// `R G B A` is the whole picture, further layers as asked for. Light is scene-linear sRGB times
/// the look's exposure; the file says so: `chromaticities`, and as `whiteLuminance` the cd/m² of a
/// light of 1. Alpha is the gas's opacity, light premultiplied by it; glow stays where alpha is 0.
public final class Exr {
    /// Primaries and white of sRGB: x and y of red, green, blue, white.
    private static final float[] PRIMARIES = {
        0.64f, 0.33f, 0.3f, 0.6f, 0.15f, 0.06f, 0.3127f, 0.329f
    };

    private Exr() {}

    /// What a file may hold besides the whole picture.
    public enum Layer {
        FLAME("flame", Part.FLAME),
        SMOKE(
                "smoke",
                Part.SMOKE_BY_SUN,
                Part.SMOKE_BY_SKY,
                Part.SMOKE_BY_FIRE,
                Part.SMOKE_BY_LAMPS),
        EMBERS("embers", Part.EMBERS),
        SITE(
                "site",
                Part.SITE_BY_SUN,
                Part.SITE_BY_SKY,
                Part.SITE_BY_FIRE,
                Part.SITE_BY_LAMPS,
                Part.BACKGROUND),
        /// All that sun, sky, lamps and fire light, each apart: light groups.
        SUN("sun", Part.SMOKE_BY_SUN, Part.SITE_BY_SUN),
        SKY("sky", Part.SMOKE_BY_SKY, Part.SITE_BY_SKY, Part.BACKGROUND),
        LAMPS("lamps", Part.SMOKE_BY_LAMPS, Part.SITE_BY_LAMPS),
        FIRE("fire", Part.SMOKE_BY_FIRE, Part.SITE_BY_FIRE),
        DEPTH("depth"),
        VELOCITY("velocity"),
        HAZE("haze"),
        TEMPERATURE("temperature");

        private final String title;
        private final Part[] parts;

        Layer(String title, Part... parts) {
            this.title = title;
            this.parts = parts;
        }

        public String title() {
            return title;
        }
    }

    /// Writes a file, whole or not at all.
    ///
    /// @param half whether light is kept in 16 bits; distances, temperatures and velocities never
    /// are
    public static void write(Path file, Layers picture, List<Layer> wanted, boolean half)
            throws IOException {
        SortedMap<String, float[]> channels = channels(picture, wanted);
        List<String> whole = new ArrayList<>();
        if (half) {
            channels.keySet().stream().filter(Exr::isLight).forEach(whole::add);
        }
        WholeFile.write(file, List.of(encode(picture, channels, whole)));
    }

    private static boolean isLight(String channel) {
        String last = channel.substring(channel.lastIndexOf('.') + 1);
        return List.of("R", "G", "B", "A").contains(last);
    }

    /// The channels of a file by name, in its order.
    private static SortedMap<String, float[]> channels(Layers picture, List<Layer> wanted) {
        SortedMap<String, float[]> all = new TreeMap<>();
        addLight(all, "", picture, Part.values());
        all.put("A", picture.opacity());
        for (Layer layer : wanted) {
            switch (layer) {
                case DEPTH -> all.put("Z", picture.distance());
                case TEMPERATURE -> all.put("temperature.K", picture.kelvin());
                case VELOCITY -> {
                    for (int k = 0; k < 3; k++) {
                        all.put("velocity." + "XYZ".charAt(k), every(picture.motion(), 3, k, 1));
                    }
                }
                case HAZE -> {
                    for (int k = 0; k < 2; k++) {
                        all.put("haze." + "XY".charAt(k), every(picture.haze(), 2, k, 1));
                    }
                }
                default -> addLight(all, layer.title + ".", picture, layer.parts);
            }
        }
        return all;
    }

    private static void addLight(
            Map<String, float[]> all, String prefix, Layers picture, Part... parts) {
        float[] light = picture.sum(parts);
        for (int k = 0; k < 3; k++) {
            all.put(prefix + "RGB".charAt(k), every(light, 3, k, (float) picture.exposure()));
        }
    }

    /// One of the values of each pixel.
    ///
    /// @param count of them
    private static float[] every(float[] values, int count, int first, float factor) {
        float[] out = new float[values.length / count];
        for (int i = 0; i < out.length; i++) {
            out[i] = factor * values[count * i + first];
        }
        return out;
    }

    private static ByteBuffer encode(
            Layers picture, SortedMap<String, float[]> channels, List<String> half)
            throws IOException {
        int count = channels.size();
        List<FloatBuffer> data = new ArrayList<>();
        try (MemoryStack stack = MemoryStack.stackPush()) {
            EXRHeader header = EXRHeader.calloc(stack);
            EXRImage image = EXRImage.calloc(stack);
            TinyEXR.InitEXRHeader(header);
            TinyEXR.InitEXRImage(image);
            EXRChannelInfo.Buffer infos = EXRChannelInfo.calloc(count, stack);
            PointerBuffer images = stack.mallocPointer(count);
            IntBuffer given = stack.mallocInt(count);
            IntBuffer kept = stack.mallocInt(count);
            for (Map.Entry<String, float[]> channel : channels.entrySet()) {
                int i = data.size();
                infos.get(i).name(stack.ASCII(channel.getKey()));
                data.add(MemoryUtil.memAllocFloat(channel.getValue().length));
                data.getLast().put(0, channel.getValue());
                images.put(i, data.getLast());
                given.put(i, TinyEXR.TINYEXR_PIXELTYPE_FLOAT);
                boolean small = half.contains(channel.getKey());
                kept.put(
                        i,
                        small ? TinyEXR.TINYEXR_PIXELTYPE_HALF : TinyEXR.TINYEXR_PIXELTYPE_FLOAT);
            }
            image.num_channels(count);
            image.images(images);
            image.width(picture.width());
            image.height(picture.height());
            header.num_channels(count);
            header.channels(infos);
            header.pixel_types(given);
            header.requested_pixel_types(kept);
            header.compression_type(TinyEXR.TINYEXR_COMPRESSIONTYPE_ZIP);
            EXRAttribute.Buffer about = about(picture, stack);
            header.num_custom_attributes(about.capacity());
            header.custom_attributes(about);
            return save(image, header, stack);
        } finally {
            data.forEach(MemoryUtil::memFree);
        }
    }

    private static EXRAttribute.Buffer about(Layers picture, MemoryStack stack) {
        byte[] words =
                "scene-linear sRGB times the exposure; alpha is the gas's opacity, premultiplied"
                        .getBytes(StandardCharsets.US_ASCII);
        ByteBuffer primaries = stack.malloc(4 * PRIMARIES.length).order(ByteOrder.LITTLE_ENDIAN);
        primaries.asFloatBuffer().put(PRIMARIES);
        ByteBuffer white = stack.malloc(4).order(ByteOrder.LITTLE_ENDIAN);
        white.putFloat(0, (float) (1 / picture.exposure()));
        ByteBuffer comments = stack.malloc(words.length).put(0, words);
        EXRAttribute.Buffer all = EXRAttribute.calloc(3, stack);
        set(all.get(0), "chromaticities", "chromaticities", primaries, stack);
        set(all.get(1), "whiteLuminance", "float", white, stack);
        set(all.get(2), "comments", "string", comments, stack);
        return all;
    }

    private static void set(
            EXRAttribute attribute, String name, String type, ByteBuffer value, MemoryStack stack) {
        attribute.name(stack.ASCII(name));
        attribute.type(stack.ASCII(type));
        attribute.value(value);
    }

    private static ByteBuffer save(EXRImage image, EXRHeader header, MemoryStack stack)
            throws IOException {
        PointerBuffer memory = stack.callocPointer(1);
        PointerBuffer error = stack.callocPointer(1);
        long size = TinyEXR.SaveEXRImageToMemory(image, header, memory, error);
        if (size == 0) {
            String why = error.get(0) == 0 ? "" : ": " + error.getStringASCII(0);
            throw new IOException("the picture could not be packed as OpenEXR" + why);
        }
        ByteBuffer packed = ByteBuffer.allocate(Math.toIntExact(size));
        packed.put(MemoryUtil.memByteBuffer(memory.get(0), packed.capacity()));
        LibCStdlib.nfree(memory.get(0));
        return packed.flip();
    }
}
