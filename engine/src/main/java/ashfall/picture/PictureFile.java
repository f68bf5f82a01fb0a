package ashfall.picture;

import ashfall.shot.Shot;
import ashfall.work.Workers;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;

/// How pictures are written to files.
///
/// @param format "png" (8 bits), "png16" or "exr"
/// @param layers of an OpenEXR file besides the whole picture
/// @param half whether those keep light in 16 bits
public record PictureFile(String format, List<Exr.Layer> layers, boolean half) {
    /// All formats.
    public static final List<String> FORMATS = List.of("png", "png16", "exr");

    /// Reads what is asked for.
    ///
    /// @param names of layers, comma between; or "all", or null for none
    /// @param bits "half" or "float"
    /// @throws IllegalArgumentException saying what there is
    public static PictureFile of(String format, String names, String bits) {
        if (!FORMATS.contains(format)) {
            throw new IllegalArgumentException(
                    "'" + format + "' is no format; there are " + String.join(", ", FORMATS));
        }
        if (!List.of("half", "float").contains(bits)) {
            throw new IllegalArgumentException("--bits must be half or float, not '" + bits + "'");
        }
        if (names != null && !format.equals("exr")) {
            throw new IllegalArgumentException(
                    "layers are written as OpenEXR only; add --format exr");
        }
        return new PictureFile(format, layers(names), bits.equals("half"));
    }

    private static List<Exr.Layer> layers(String names) {
        if (names == null) {
            return List.of();
        }
        if (names.equals("all")) {
            return List.of(Exr.Layer.values());
        }
        List<Exr.Layer> all = new ArrayList<>();
        for (String name : names.split(",", -1)) {
            all.add(
                    Arrays.stream(Exr.Layer.values())
                            .filter(layer -> layer.title().equals(name.strip()))
                            .findFirst()
                            .orElseThrow(() -> unknown(name)));
        }
        return all;
    }

    private static IllegalArgumentException unknown(String name) {
        String there =
                Arrays.stream(Exr.Layer.values())
                        .map(Exr.Layer::title)
                        .collect(Collectors.joining(", "));
        return new IllegalArgumentException("'" + name + "' is no layer; there are " + there);
    }

    /// Name of a picture's file.
    ///
    /// @param volumes name of the file of volumes it is made of
    public String name(String volumes) {
        return volumes.replace(".vdb", format.equals("exr") ? ".exr" : ".png");
    }

    /// Writes a picture, whole or not at all: an OpenEXR file as the light is, a PNG developed by
    /// the shot's grade.
    public void write(Path file, Layers picture, Shot shot, Workers workers) throws IOException {
        switch (format) {
            case "exr" -> Exr.write(file, picture, layers, half);
            case "png16" -> Print.of(picture.picture(), shot, workers).writePng16(file);
            default -> Print.of(picture.picture(), shot, workers).writePng(file);
        }
    }
}
