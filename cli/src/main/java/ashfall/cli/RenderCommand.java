package ashfall.cli;

import ashfall.firing.FiringException;
import ashfall.firing.ShownFrames;
import ashfall.grid.Frame;
import ashfall.look.Marcher;
import ashfall.look.View;
import ashfall.picture.Layers;
import ashfall.picture.Picture;
import ashfall.shot.DemoShots;
import ashfall.shot.Remark;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.work.Workers;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;

import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

import java.io.IOException;
import java.nio.file.Files;
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

    @Parameters(
            paramLabel = "SHOT",
            description =
                    "a shot file or the name of a demo shot: its camera, sun and look are used")
    private String shotName;

    @Option(
            names = "--firing",
            paramLabel = "DIR",
            required = true,
            description =
                    "the folder of the firing; once more for each further element to be seen with"
                            + " it")
    private List<Path> firings;

    @Option(
            names = "--out",
            paramLabel = "DIR",
            required = true,
            description = "the folder for the pictures")
    private Path out;

    @Option(
            names = "--frames",
            paramLabel = "A-B",
            description = "frames shown; by default all that are kept")
    private String frames;

    @Option(
            names = "--size",
            paramLabel = "WxH",
            defaultValue = "1280x720",
            description = "columns and rows, by default 1280x720")
    private String size;

    @Option(
            names = "--samples",
            paramLabel = "N",
            description = "samples a voxel along a ray; the same as --set look.samples=N")
    private String samples;

    @Option(
            names = "--set",
            paramLabel = "KEY=VALUE",
            description = "a parameter of camera, sun or look by its path in the file")
    private List<String> settings = new ArrayList<>();

    @Option(
            names = "--threads",
            paramLabel = "N",
            description = "processors to use; by default all")
    private int threads = Runtime.getRuntime().availableProcessors();

    @Option(
            names = "--json",
            description = "print one JSON object with measures of each picture on standard output")
    private boolean json;

    @Override
    public Integer call() throws IOException {
        if (samples != null) {
            settings.add("look.samples=" + samples);
        }
        Shot shot = Settings.with(DemoShots.fileOrDemo(shotName).shot(), settings);
        for (String remark : Remark.open(shot)) {
            Output.err(spec).println("ashfall: a remark is open: " + remark);
        }
        Output.Size pixels = Output.size(size);
        ObjectNode node = Output.object();
        ArrayNode list = node.putArray("frames");
        try (Workers workers = new Workers(threads)) {
            List<ShownFrames> elements = new ArrayList<>();
            for (Path firing : firings) {
                elements.add(new ShownFrames(firing, shot, workers));
            }
            ShownFrames shown = elements.getFirst();
            for (ShownFrames element : elements) {
                if (!element.rate().equals(shown.rate())) {
                    throw new FiringException(
                            "the firings have different frame rates; fire the elements of one shot"
                                    + " to see them together");
                }
            }
            List<Long> wanted = Output.frames(frames, elements);
            Files.createDirectories(out);
            for (long frame : wanted) {
                long started = System.nanoTime();
                List<Frame> seen = new ArrayList<>();
                for (ShownFrames element : elements) {
                    seen.add(element.at(frame, Marcher.CHANNELS));
                }
                Marcher marcher = new Marcher(seen, shot, workers);
                View view = View.of(shot.camera());
                int width = pixels.width();
                int height = pixels.height();
                Layers layers = marcher.layers(view, width, height, 0, 0, width, height);
                for (ShownFrames element : elements) {
                    marcher.addSpecks(layers, view, element.specks(shot, frame));
                }
                Picture picture = layers.picture();
                String name = shown.fileName(frame).replace(".vdb", ".png");
                picture.writePng(out.resolve(name));
                double seconds = (System.nanoTime() - started) * 1e-9;
                ObjectNode entry = list.addObject();
                entry.put("frame", frame);
                entry.put("stored_frame", shown.stored(frame));
                entry.put("file", name);
                entry.put("seconds", seconds);
                entry.put("fire_lumen", marcher.firePower());
                entry.set("measures", Output.tree(picture.measures()));
                Output.err(spec)
                        .println(
                                String.format(
                                        Locale.ROOT,
                                        "frame %d of %d: %s, %.1f s",
                                        frame,
                                        wanted.getLast(),
                                        name,
                                        seconds));
            }
        }
        node.put("dir", out.toString());
        if (json) {
            Output.json(spec, node);
        } else {
            Output.out(spec).println(list.size() + " pictures in " + out);
        }
        return 0;
    }
}
