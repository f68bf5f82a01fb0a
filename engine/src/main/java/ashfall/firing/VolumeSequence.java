package ashfall.firing;

import ashfall.shot.Fineness;
import ashfall.shot.Shot;
import ashfall.shot.ShotFile;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/// Volumes of other programs: files of one name with a number each, such as `smoke.0012.vdb`.
final class VolumeSequence {
    private static final Pattern NUMBERED = Pattern.compile("(.*?)(-?\\d+)\\.vdb");
    private static final int NAMED = 3;

    private VolumeSequence() {}

    /// The record that stands for them: of no element, made with nothing that is known.
    ///
    /// @param place a folder of one sequence, or any file of one
    /// @param shot that plays them, at its own frame rate
    /// @throws FiringException when there is none, or several
    static FiringRecord record(Path place, Shot shot) {
        boolean one = Files.isRegularFile(place);
        Path folder = folder(place);
        Map<String, Map<Long, KeptFrame>> sequences = new TreeMap<>();
        for (String file : files(folder)) {
            Matcher m = NUMBERED.matcher(file);
            boolean numbered = m.matches();
            if (numbered || (one && file.equals(place.getFileName().toString()))) {
                String name = numbered ? m.group(1) : file.substring(0, file.length() - 4);
                long number = numbered ? Long.parseLong(m.group(2)) : 1;
                sequences
                        .computeIfAbsent(name, k -> new TreeMap<>())
                        .put(number, new KeptFrame(file, 0, "", Map.of()));
            }
        }
        if (one) {
            String file = place.getFileName().toString();
            sequences
                    .values()
                    .removeIf(all -> all.values().stream().noneMatch(f -> f.file().equals(file)));
        }
        if (sequences.isEmpty()) {
            throw new FiringException(
                    "there is no firing in '" + place + "', nor are there numbered .vdb files");
        }
        if (sequences.size() > 1) {
            throw new FiringException(
                    "'"
                            + place
                            + "' holds several sequences, "
                            + String.join(", ", sequences.keySet().stream().limit(NAMED).toList())
                            + "; name a file of the one that is meant");
        }
        String name = sequences.keySet().iterator().next();
        Map<Long, KeptFrame> kept = sequences.values().iterator().next();
        return new FiringRecord(
                name.replaceAll("[^A-Za-z0-9]+$", ""),
                ShotFile.write(shot),
                "",
                Fineness.FINAL,
                "",
                Map.of(),
                kept.keySet().iterator().next(),
                List.of(),
                kept);
    }

    /// The folder of the files at a place.
    static Path folder(Path place) {
        return Files.isRegularFile(place) ? place.toAbsolutePath().getParent() : place;
    }

    /// Names of all volumes in a folder.
    private static List<String> files(Path folder) {
        List<String> all = new ArrayList<>();
        if (!Files.isDirectory(folder)) {
            return all;
        }
        try (Stream<Path> files = Files.list(folder)) {
            files.map(file -> file.getFileName().toString())
                    .filter(name -> name.endsWith(".vdb"))
                    .forEach(all::add);
        } catch (IOException e) {
            throw new FiringException("'" + folder + "' cannot be read: " + e.getMessage(), e);
        }
        return all;
    }
}
