package ashfall.cli;

import ashfall.continuity.Finding;
import ashfall.firing.PictureJob;
import ashfall.picture.PictureFile;
import ashfall.picture.Region;
import ashfall.shot.Remark;
import ashfall.shot.Shot;
import ashfall.work.Workers;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;

import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;

/// Makes pictures of a firing.
@Command(
        name = "render",
        description =
                "Make pictures of a firing's frames, or of several elements' together, at the"
                        + " shot's playback speed (frames.speed).",
        mixinStandardHelpOptions = true)
final class RenderCommand implements Callable<Integer> {
    @Spec private CommandSpec spec;
    @Mixin private Shown asked;

    @Option(
            names = "--firing",
            paramLabel = "[NAME=]DIR",
            description =
                    "the folder of the firing, or of numbered .vdb files of another program, or one"
                            + " of those; once more for each further element to be seen with it;"
                            + " NAME=DIR for one that is seen as another element, with its"
                            + " presence and its reading; the shot's volumes are seen besides")
    private List<String> firings = List.of();

    @Option(
            names = "--out",
            paramLabel = "DIR",
            required = true,
            description = "the folder for the pictures")
    private Path out;

    @Option(
            names = "--size",
            paramLabel = "WxH",
            defaultValue = "1280x720",
            description = "columns and rows, by default 1280x720")
    private String size;

    @Option(
            names = "--region",
            paramLabel = "X,Y,W,H",
            description = "draw these columns and rows only; the rest stays dark")
    private String region;

    @Option(
            names = "--format",
            paramLabel = "NAME",
            defaultValue = "png",
            description = "png (8 bits), png16 or exr (scene-linear); by default png")
    private String format;

    @Option(
            names = "--layers",
            paramLabel = "A,B,...",
            description =
                    "layers of an OpenEXR file besides the whole picture: flame, smoke, embers,"
                            + " site; sun, sky, lamps, fire; depth, velocity, temperature,"
                            + " haze; or all")
    private String layers;

    @Option(
            names = "--bits",
            paramLabel = "half|float",
            defaultValue = "half",
            description = "how light is kept in an OpenEXR file, by default half")
    private String bits;

    @Option(names = "--missing", description = "draw only frames whose picture is not there yet")
    private boolean missing;

    @Option(
            names = "--samples",
            paramLabel = "N",
            description = "samples a voxel along a ray; the same as --set look.samples=N")
    private String samples;

    @Option(
            names = "--json",
            description = "print one JSON object with measures of each picture on standard output")
    private boolean json;

    @Override
    public Integer call() throws IOException {
        Shot shot = asked.shot(samples == null ? List.of() : List.of("look.samples=" + samples));
        PictureJob.Order order =
                new PictureJob.Order(
                        shot,
                        firings.stream().map(PictureJob.Firing::parse).toList(),
                        out,
                        Region.of(size, region),
                        PictureFile.of(format, layers, bits),
                        missing);
        ObjectNode node = Output.object();
        ArrayNode list = node.putArray("frames");
        try (Workers workers = new Workers(asked.threads())) {
            PictureJob job = new PictureJob(order, workers);
            say(shot, job.findings(asked.frames()), node);
            job.draw(job.wanted(asked.frames()), new Progress(list));
        }
        node.put("dir", out.toString());
        if (json) {
            Output.json(spec, node);
        } else {
            Output.out(spec).println(list.size() + " pictures in " + out);
        }
        return 0;
    }

    /// Says what the pictures will lack, or have too much of, and which remarks are open.
    private void say(Shot shot, List<Finding> found, ObjectNode node) {
        List<String> all = new ArrayList<>();
        found.forEach(finding -> all.add(finding.path() + " " + finding.sentence()));
        Remark.open(shot).forEach(remark -> all.add("a remark is open: " + remark));
        ArrayNode findings = node.putArray("findings");
        for (String line : all) {
            findings.add(line);
            Output.err(spec).println("ashfall: " + line);
        }
    }

    /// Tells of each picture, and lists it.
    private final class Progress implements PictureJob.Listener {
        private final ArrayNode list;

        Progress(ArrayNode list) {
            this.list = list;
        }

        @Override
        public void foretold(double seconds, int count) {
            Output.err(spec)
                    .println(
                            String.format(
                                    Locale.ROOT,
                                    "about %.1f s a picture, %s in all",
                                    seconds,
                                    Output.time(seconds * count)));
        }

        @Override
        public void done(PictureJob.Done done, long last) {
            ObjectNode entry = list.addObject();
            entry.put("frame", done.frame());
            entry.put("stored_frame", done.stored());
            entry.put("file", done.name());
            entry.put("seconds", done.seconds());
            entry.put("fire_lumen", done.firePower());
            entry.set("measures", Output.tree(done.picture().picture().measures()));
            Output.err(spec)
                    .println(
                            String.format(
                                    Locale.ROOT,
                                    "frame %d of %d: %s, %.1f s",
                                    done.frame(),
                                    last,
                                    done.name(),
                                    done.seconds()));
        }
    }
}
