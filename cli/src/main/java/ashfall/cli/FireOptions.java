package ashfall.cli;

import ashfall.firing.FiringJob;
import ashfall.firing.PictureJob;
import ashfall.shot.Frames;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.work.Workers;

import picocli.CommandLine.Option;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/// What every command that fires is told.
final class FireOptions {
    @Option(
            names = "--frames",
            paramLabel = "A-B",
            description = "frames to keep; by default all of the shot")
    String frames;

    @Option(names = "--fineness", defaultValue = "sketch", description = "sketch, work or final")
    String fineness;

    @Option(
            names = "--set",
            paramLabel = "KEY=VALUE",
            description = "a parameter of the shot by its path in the file")
    List<String> settings = new ArrayList<>();

    @Option(
            names = "--element",
            paramLabel = "NAME",
            description = "the element to fire; needed when there are several")
    private String element;

    @Option(
            names = "--threads",
            paramLabel = "N",
            description = "processors to use; by default all")
    private int threads = Runtime.getRuntime().availableProcessors();

    /// What is to be fired into a folder.
    FiringJob.Request request(
            Shot shot, Path out, FiringJob.Existing existing, FiringJob.Pace recovery) {
        long[] range =
                frames == null
                        ? new long[] {
                            shot.frames().get(Frames.FIRST), shot.frames().get(Frames.LAST)
                        }
                        : PictureJob.range(frames);
        return new FiringJob.Request(
                shot,
                elementName(shot),
                Output.fineness(fineness),
                out,
                range[0],
                range[1],
                existing,
                recovery);
    }

    /// The threads that were asked for.
    Workers workers() {
        if (threads < 1 || threads > 1024) {
            throw new IllegalArgumentException("--threads must be 1 to 1024, not " + threads);
        }
        return new Workers(threads);
    }

    /// The element that was named, or the only one.
    String elementName(Shot shot) {
        if (element != null) {
            return element;
        }
        if (shot.elements().size() != 1) {
            throw new ShotException(
                    "the shot '"
                            + shot.name()
                            + "' has "
                            + shot.elements().size()
                            + " elements"
                            + (shot.elements().isEmpty()
                                    ? "; there is nothing to fire"
                                    : "; choose one with --element: "
                                            + String.join(", ", shot.elements().keySet())));
        }
        return shot.elements().keySet().iterator().next();
    }
}
