package ashfall.cli;

import ashfall.shot.DemoShots;

import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

/// Lists the demo shots.
@Command(name = "shots", description = "List the demo shots.", mixinStandardHelpOptions = true)
final class ShotsCommand implements Runnable {
    @Spec private CommandSpec spec;

    @Override
    public void run() {
        DemoShots.all().forEach((name, shows) -> Output.out(spec).println(name + "   " + shows));
    }
}
