package ashfall.cli;

import ashfall.firing.FiringException;
import ashfall.firing.FiringRecord;
import ashfall.firing.PictureJob;
import ashfall.firing.ShownFrames;
import ashfall.shot.Shot;
import ashfall.vdb.VdbWriter;
import ashfall.work.Workers;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;

import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;

/// Writes the volumes of a firing at another playback speed.
@Command(
        name = "retime",
        description =
                "Write the volumes of a firing at the shot's playback speed (frames.speed): frames"
                        + " between are found along the motion, the velocity is as seen.",
        mixinStandardHelpOptions = true)
final class RetimeCommand implements Callable<Integer> {
    @Spec private CommandSpec spec;
    @Mixin private Shown asked;

    @Option(
            names = "--firing",
            paramLabel = "DIR",
            required = true,
            description = "the folder of the firing; it stays as it is")
    private Path firing;

    @Option(
            names = "--out",
            paramLabel = "DIR",
            required = true,
            description = "the folder for the volumes")
    private Path out;

    @Option(names = "--json", description = "print one JSON object on standard output")
    private boolean json;

    @Override
    public Integer call() throws IOException {
        Shot shot = asked.shot(List.of());
        if (FiringRecord.isIn(out)) {
            throw new FiringException(
                    "'"
                            + out
                            + "' holds a firing; write to another folder, or its frames are lost");
        }
        ObjectNode node = Output.object();
        ArrayNode list = node.putArray("frames");
        try (Workers workers = new Workers(asked.threads())) {
            ShownFrames shown = ShownFrames.in(firing, shot, workers);
            List<Long> wanted = PictureJob.frames(asked.frames(), List.of(shown));
            Files.createDirectories(out);
            VdbWriter writer = new VdbWriter(workers);
            for (long frame : wanted) {
                String name = shown.fileName(frame);
                shown.write(frame, out.resolve(name), writer);
                ObjectNode entry = list.addObject();
                entry.put("frame", frame);
                entry.put("stored_frame", shown.stored(frame));
                entry.put("file", name);
                Output.err(spec)
                        .println(
                                String.format(
                                        Locale.ROOT,
                                        "frame %d of %d: %s, stored frame %.3f",
                                        frame,
                                        wanted.getLast(),
                                        name,
                                        shown.stored(frame)));
            }
        }
        node.put("dir", out.toString());
        if (json) {
            Output.json(spec, node);
        } else {
            Output.out(spec).println(list.size() + " frames in " + out);
        }
        return 0;
    }
}
