package ashfall.shot;

import static ashfall.shot.Affects.NOTHING;

import ashfall.shot.Param.Choice;
import ashfall.shot.Param.Words;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;

/// A file that a shot goes with: where it lies beside the shot, and what it held when it was taken
/// in. A shot lists each once, by a name that items refer to it by.
public final class Asset {
    private Asset() {}

    public static final Choice HOLDS =
            new Choice(
                    Words.of("holds", "Holds", NOTHING).does("What the file is."),
                    List.of("mesh", "picture", "volume", "camera"),
                    "mesh");
    public static final Text FILE =
            Text.path(
                    Words.of("file", "File", NOTHING)
                            .does(
                                    "Where it lies, from the folder of the shot on, with '/'"
                                            + " between folders, so that both can be moved"
                                            + " together."));
    public static final Text SHA256 =
            Text.free(
                    Words.of("sha256", "Checksum", NOTHING)
                            .does("SHA-256 of what it held when it was taken in, in hex digits."));

    public static final Kind KIND = Kind.of("asset", "Asset", HOLDS, FILE, SHA256);

    /// What is wrong with a path, in words that follow it; empty for one that can be moved along.
    static String misplaced(String file) {
        boolean out = List.of(file.split("/")).contains("..");
        boolean absolute = file.startsWith("/") || file.matches("[A-Za-z]:.*");
        return file.isEmpty()
                ? "is missing; it must be a path from the shot's folder on"
                : absolute || out || file.contains("\\")
                        ? "must be a path from the shot's folder on, with '/' and without '..'"
                        : "";
    }

    /// Why a file is not what the shot goes with, in one sentence; empty where it is.
    ///
    /// @param folder of the shot
    /// @throws IOException when it cannot be read
    public static Optional<String> fault(String name, Item asset, Path folder) throws IOException {
        Path file = folder.resolve(asset.get(FILE));
        if (!Files.isRegularFile(file)) {
            return Optional.of(
                    "the " + asset.get(HOLDS) + " '" + name + "' is not at '" + file + "'");
        }
        String wanted = asset.get(SHA256);
        return wanted.isEmpty() || wanted.equalsIgnoreCase(sha256(file))
                ? Optional.empty()
                : Optional.of(
                        "the "
                                + asset.get(HOLDS)
                                + " '"
                                + name
                                + "' in '"
                                + file
                                + "' is another than the one that was taken in");
    }

    /// Checksum of a file, in hex digits.
    ///
    /// @throws IOException when it cannot be read
    public static String sha256(Path file) throws IOException {
        try {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            try (var in = new DigestInputStream(Files.newInputStream(file), digest)) {
                in.transferTo(OutputStream.nullOutputStream());
            }
            return HexFormat.of().formatHex(digest.digest());
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java has SHA-256", e);
        }
    }
}
