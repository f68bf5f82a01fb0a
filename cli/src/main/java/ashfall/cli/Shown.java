package ashfall.cli;

import ashfall.shot.DemoShots;
import ashfall.shot.Settings;
import ashfall.shot.Shot;

import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;

/// What every command takes that goes through the shown frames of a firing.
final class Shown {
    @Parameters(
            paramLabel = "SHOT",
            description =
                    "a shot file or the name of a demo shot: its playback speed, camera, sun and"
                            + " look are used")
    private String shotName;

    @Option(
            names = "--frames",
            paramLabel = "A-B,C",
            description =
                    "frames shown, ranges and single ones with commas between; by default all that"
                            + " can be")
    private String frames;

    @Option(
            names = "--set",
            paramLabel = "KEY=VALUE",
            description =
                    "a parameter by its path in the file, such as look.exposure=-12 or"
                            + " frames.speed=0.5")
    private List<String> settings = new ArrayList<>();

    @Option(
            names = "--threads",
            paramLabel = "N",
            description = "processors to use; by default all")
    private int threads = Runtime.getRuntime().availableProcessors();

    /// The shot with what is set.
    ///
    /// @param more settings, after the others
    Shot shot(List<String> more) throws IOException {
        List<String> all = new ArrayList<>(settings);
        all.addAll(more);
        return Settings.with(DemoShots.fileOrDemo(shotName).shot(), all);
    }

    /// The frames asked for, or null for all.
    String frames() {
        return frames;
    }

    int threads() {
        return threads;
    }
}
