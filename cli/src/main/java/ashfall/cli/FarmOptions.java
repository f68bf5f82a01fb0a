package ashfall.cli;

import picocli.CommandLine.Option;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/// The secret that machines share which work together.
final class FarmOptions {
    @Option(
            names = "--secret-file",
            paramLabel = "FILE",
            description = "a file with the secret that all machines share, 12 characters or more")
    private Path secretFile;

    String secret() throws IOException {
        if (secretFile == null) {
            throw new IllegalArgumentException(
                    "say by --secret-file which file holds the secret that all machines share");
        }
        return Files.readString(secretFile).strip();
    }
}
