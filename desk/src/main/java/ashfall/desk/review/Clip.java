package ashfall.desk.review;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/// A still, or the pictures of a numbered sequence.
///
/// @param pictures by their place in the clip, 0 the first; places of missing ones are left out
/// @param first number of the first
record Clip(TreeMap<Integer, Path> pictures, int first) {
    private static final Pattern NUMBERED = Pattern.compile("(.*?)(\\d{1,8})(\\.[^.\\d]+)");

    /// The clip that a picture belongs to.
    ///
    /// @param file any picture of it
    /// @throws IOException when it is not there
    static Clip of(Path file) throws IOException {
        if (!Files.isRegularFile(file)) {
            throw new NoSuchFileException("there is no picture at '" + file + "'");
        }
        TreeMap<Integer, Path> found = new TreeMap<>();
        Matcher own = NUMBERED.matcher(file.getFileName().toString());
        if (own.matches()) {
            try (var siblings = Files.newDirectoryStream(file.toAbsolutePath().getParent())) {
                for (Path sibling : siblings) {
                    Matcher other = NUMBERED.matcher(sibling.getFileName().toString());
                    if (other.matches()
                            && other.group(1).equals(own.group(1))
                            && other.group(3).equals(own.group(3))) {
                        found.put(Integer.valueOf(other.group(2)), sibling);
                    }
                }
            }
        }
        if (found.isEmpty()) {
            found.put(0, file);
        }
        int first = found.firstKey();
        TreeMap<Integer, Path> placed = new TreeMap<>();
        found.forEach((number, picture) -> placed.put(number - first, picture));
        return new Clip(placed, first);
    }

    /// How many places it has.
    int count() {
        return pictures.lastKey() + 1;
    }

    boolean isStill() {
        return count() == 1;
    }

    /// The picture at a place, or the nearest before it; the first and the last beyond its ends.
    Path at(int place) {
        return pictures.floorEntry(Math.max(0, place)).getValue();
    }

    /// "a still", "60 pictures, number 41 is missing".
    String words() {
        if (isStill()) {
            return "a still";
        }
        List<String> missing = new ArrayList<>();
        for (int place = 0; place < count(); place++) {
            if (!pictures.containsKey(place)) {
                missing.add(Integer.toString(place + first));
            }
        }
        return pictures.size()
                + " pictures"
                + switch (missing.size()) {
                    case 0 -> "";
                    case 1 -> ", number " + missing.getFirst() + " is missing";
                    default ->
                            ", "
                                    + missing.size()
                                    + " numbers are missing, the first "
                                    + missing.getFirst();
                };
    }
}
