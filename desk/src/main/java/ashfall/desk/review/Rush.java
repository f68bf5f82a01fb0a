package ashfall.desk.review;

import ashfall.look.View;
import ashfall.shot.Shot;
import ashfall.shot.ShotFile;
import ashfall.shot.Vec3;
import ashfall.work.WholeFile;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/// A quick movie of the view: a folder of pictures, and a file that says what they show, from
/// where, and the settings of the shot that made it.
///
/// @param run which run is seen
/// @param first its first frame
/// @param last its last frame
/// @param rate pictures a second
record Rush(
        Path folder,
        String run,
        long first,
        long last,
        double rate,
        int columns,
        int rows,
        View view,
        Shot shot) {
    private static final String FILE = "rushes.json";
    private static final Pattern NAME = Pattern.compile("rushes-(\\d{1,8})");
    private static final ObjectMapper JSON = new ObjectMapper();

    /// "rushes 3".
    String title() {
        return folder.getFileName().toString().replace('-', ' ');
    }

    int number() {
        return number(folder.getFileName().toString());
    }

    /// Number of the rushes in a folder of a name; 0 where there are none.
    static int number(String name) {
        Matcher matcher = NAME.matcher(name);
        return matcher.matches() ? Integer.parseInt(matcher.group(1)) : 0;
    }

    int count() {
        return (int) (last - first + 1);
    }

    /// The file of a picture.
    ///
    /// @param place 0 the first
    Path picture(int place) {
        return folder.resolve(String.format(Locale.ROOT, "%04d.png", first + place));
    }

    /// Writes what it says of itself: a folder without it is no rushes.
    void write() throws IOException {
        ObjectNode node = JSON.createObjectNode();
        node.put("ashfall_rushes", 1);
        node.put("run", run);
        node.put("first_frame", first);
        node.put("last_frame", last);
        node.put("frames_per_second", rate);
        node.put("columns", columns);
        node.put("rows", rows);
        ObjectNode from = node.putObject("view");
        put(from, "eye", view.eye());
        put(from, "forward", view.forward());
        put(from, "right", view.right());
        put(from, "up", view.up());
        from.put("width", view.width());
        node.set("shot", ShotFile.node(shot));
        byte[] bytes = node.toPrettyString().getBytes(StandardCharsets.UTF_8);
        WholeFile.write(folder.resolve(FILE), List.of(ByteBuffer.wrap(bytes)));
    }

    /// Takes its pictures and what it says of itself off the disk, and the folder where nothing
    /// else is in it.
    void delete() throws IOException {
        Files.deleteIfExists(folder.resolve(FILE));
        for (int place = 0; place < count(); place++) {
            Files.deleteIfExists(picture(place));
        }
        try (var rest = Files.list(folder)) {
            if (rest.findAny().isPresent()) {
                return;
            }
        }
        Files.delete(folder);
    }

    private static void put(ObjectNode node, String key, Vec3 v) {
        node.putArray(key).add(v.x()).add(v.y()).add(v.z());
    }

    /// Is there one in a folder?
    static boolean isIn(Path folder) {
        return Files.isRegularFile(folder.resolve(FILE));
    }

    /// Reads what a folder says.
    ///
    /// @throws IOException when it is damaged
    static Rush read(Path folder) throws IOException {
        Path file = folder.resolve(FILE);
        JsonNode node = JSON.readTree(Files.readString(file));
        if (node.path("ashfall_rushes").asInt() != 1) {
            throw new IOException(file + ": it was written by a newer version");
        }
        JsonNode view = node.path("view");
        return new Rush(
                folder,
                node.path("run").asText(),
                node.path("first_frame").asLong(),
                node.path("last_frame").asLong(),
                node.path("frames_per_second").asDouble(24),
                node.path("columns").asInt(),
                node.path("rows").asInt(),
                new View(
                        vec(view.path("eye")),
                        vec(view.path("forward")),
                        vec(view.path("right")),
                        vec(view.path("up")),
                        view.path("width").asDouble()),
                ShotFile.parse(node.path("shot").toString(), file.toString()).shot());
    }

    private static Vec3 vec(JsonNode node) {
        return new Vec3(node.path(0).asDouble(), node.path(1).asDouble(), node.path(2).asDouble());
    }
}
