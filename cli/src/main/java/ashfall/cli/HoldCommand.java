package ashfall.cli;

import ashfall.firing.PictureJob;
import ashfall.firing.ShownFrames;
import ashfall.look.HeldBrightness;
import ashfall.look.Marcher;
import ashfall.shot.Item;
import ashfall.shot.Look;
import ashfall.shot.Shot;
import ashfall.shot.ShotFile;
import ashfall.work.WholeFile;
import ashfall.work.Workers;

import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.TreeMap;
import java.util.concurrent.Callable;

/// Keeps a fire bright while it cools.
@Command(
        name = "hold",
        description =
                "Write a shot whose light (look.glow, look.blue) follows a curve that keeps the"
                        + " fire of a firing as bright as in the first of the frames given. The gas"
                        + " stays as it is.",
        mixinStandardHelpOptions = true)
final class HoldCommand implements Callable<Integer> {
    @Spec private CommandSpec spec;
    @Mixin private Shown asked;

    @Option(
            names = "--firing",
            paramLabel = "DIR",
            required = true,
            description = "the folder of the firing that is measured")
    private Path firing;

    @Option(
            names = "--overshoot",
            paramLabel = "FACTOR",
            description = "how many times brighter it begins; by default 1")
    private double overshoot = 1;

    @Option(
            names = "--out",
            paramLabel = "FILE",
            required = true,
            description = "the shot file that is written")
    private Path out;

    @Override
    public Integer call() throws IOException {
        Shot shot = asked.shot(List.of());
        TreeMap<Double, Double> powers = new TreeMap<>();
        try (Workers workers = new Workers(asked.threads())) {
            ShownFrames shown = ShownFrames.in(firing, shot, workers);
            Shot read = shot.readAs(shown.record().element());
            for (long frame : PictureJob.frames(asked.frames(), List.of(shown))) {
                var gas = shown.at(frame, Marcher.channels(shot, false));
                double power = Marcher.firePower(List.of(gas), read, workers);
                powers.put(gas.seconds(), power);
                Output.err(spec).println("frame " + frame + ": " + Math.round(power) + " lumen");
            }
        }
        Item look = HeldBrightness.held(shot.look(), powers, overshoot);
        Shot held = shot.with("look", look);
        ByteBuffer text =
                ByteBuffer.wrap(ShotFile.write(held, out).getBytes(StandardCharsets.UTF_8));
        WholeFile.write(out, List.of(text));
        Output.out(spec)
                .println(
                        "look.glow and look.blue follow "
                                + look.get(Look.GLOW).points().size()
                                + " points in "
                                + out);
        return 0;
    }
}
