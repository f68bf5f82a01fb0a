package ashfall.cli;

import ashfall.firing.FiringException;
import ashfall.firing.PictureCheck;
import ashfall.firing.ShownFrames;
import ashfall.grid.Frame;
import ashfall.look.Marcher;
import ashfall.look.View;
import ashfall.picture.Layers;
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
    @Mixin private Shown asked;

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
                            + " site; sun, sky, fire; depth, velocity, temperature; or all")
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
        Output.Size pixels = Output.size(size);
        int[] part = Output.region(region, pixels);
        PictureFile file = PictureFile.of(format, layers, bits);
        ObjectNode node = Output.object();
        ArrayNode list = node.putArray("frames");
        try (Workers workers = new Workers(asked.threads())) {
            List<ShownFrames> elements = open(shot, workers);
            ShownFrames shown = elements.getFirst();
            say(shot, elements, node);
            List<Long> wanted = Output.frames(asked.frames(), elements);
            Files.createDirectories(out);
            wanted.removeIf(
                    frame ->
                            missing && Files.exists(out.resolve(file.name(shown.fileName(frame)))));
            for (long frame : wanted) {
                long started = System.nanoTime();
                List<Frame> seen = new ArrayList<>();
                for (ShownFrames element : elements) {
                    seen.add(element.at(frame, Marcher.FINISHED));
                }
                Marcher marcher = new Marcher(seen, shot, workers);
                View view = View.of(shot.camera());
                if (frame == wanted.getFirst()) {
                    foretell(marcher, view, pixels, part, started, wanted.size());
                }
                Layers picture =
                        marcher.layers(
                                view,
                                pixels.width(),
                                pixels.height(),
                                part[0],
                                part[1],
                                part[2],
                                part[3]);
                for (ShownFrames element : elements) {
                    marcher.addSpecks(picture, view, element.specks(shot, frame));
                }
                String name = file.name(shown.fileName(frame));
                file.write(out.resolve(name), picture);
                double seconds = (System.nanoTime() - started) * 1e-9;
                ObjectNode entry = list.addObject();
                entry.put("frame", frame);
                entry.put("stored_frame", shown.stored(frame));
                entry.put("file", name);
                entry.put("seconds", seconds);
                entry.put("fire_lumen", marcher.firePower());
                entry.set("measures", Output.tree(picture.picture().measures()));
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

    private List<ShownFrames> open(Shot shot, Workers workers) {
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
        return elements;
    }

    /// Says what the pictures will lack, or have too much of, and which remarks are open.
    private void say(Shot shot, List<ShownFrames> elements, ObjectNode node) {
        List<String> all = new ArrayList<>();
        PictureCheck.check(shot, elements.stream().map(ShownFrames::record).toList())
                .forEach(finding -> all.add(finding.path() + " " + finding.sentence()));
        Remark.open(shot).forEach(remark -> all.add("a remark is open: " + remark));
        ArrayNode findings = node.putArray("findings");
        for (String line : all) {
            findings.add(line);
            Output.err(spec).println("ashfall: " + line);
        }
    }

    /// Says how long the pictures will take, by one of a sixty-fourth of the pixels.
    private void foretell(
            Marcher marcher, View view, Output.Size pixels, int[] part, long started, int count) {
        int width = Math.max(1, pixels.width() / 8);
        int height = Math.max(1, pixels.height() / 8);
        double before = (System.nanoTime() - started) * 1e-9;
        // Once for the compiler, once for the clock.
        marcher.layers(view, width, height, 0, 0, width, height);
        long begun = System.nanoTime();
        marcher.layers(view, width, height, 0, 0, width, height);
        double tile = (System.nanoTime() - begun) * 1e-9;
        double share =
                (double) (part[2] - part[0]) * (part[3] - part[1]) / ((double) width * height);
        double each = before + tile * share;
        Output.err(spec)
                .println(
                        String.format(
                                Locale.ROOT,
                                "about %.1f s a picture, %s in all",
                                each,
                                Output.time(each * count)));
    }
}
