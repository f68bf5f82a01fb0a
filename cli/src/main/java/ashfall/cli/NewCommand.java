package ashfall.cli;

import ashfall.shot.NewShot;
import ashfall.shot.Param;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotFile;

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
import java.util.concurrent.Callable;

/// Writes a shot without the window.
@Command(
        name = "new",
        description = "Write a shot: burner, fireball, puff or empty.",
        mixinStandardHelpOptions = true)
final class NewCommand implements Callable<Integer> {
    @Spec private CommandSpec spec;

    @Parameters(paramLabel = "KIND", description = "burner, fireball, puff or empty")
    private String kind;

    @Option(
            names = "--set",
            paramLabel = "KEY=VALUE",
            description =
                    "radius, fuel, mass, heat, temperature, or a path in the shot; see --keys")
    private List<String> settings = new ArrayList<>();

    @Option(names = "--out", paramLabel = "FILE", description = "the file to write")
    private Path out;

    @Option(names = "--keys", description = "list every key of --set with unit, range and default")
    private boolean keys;

    @Override
    public Integer call() throws IOException {
        Shot shot = NewShot.make(kind, settings);
        if (keys) {
            NewShot.SETTINGS.params().forEach(this::line);
            Settings.parameters(shot).forEach(this::line);
            return 0;
        }
        if (out == null) {
            throw new IllegalArgumentException("say where to write the shot: --out FILE");
        }
        Files.writeString(out, ShotFile.write(shot));
        Output.out(spec).println("wrote " + out);
        return 0;
    }

    private void line(String path, Param<?> param) {
        String less = param.words().less();
        String effect =
                param.words().does()
                        + (less.isEmpty()
                                ? ""
                                : " Less: " + less + ", more: " + param.words().more() + ".");
        Output.out(spec)
                .println(path + "\n    " + param.label() + ": " + param.range() + ". " + effect);
    }
}
