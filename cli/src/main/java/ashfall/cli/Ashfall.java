package ashfall.cli;

import ashfall.firing.FiringException;
import ashfall.shot.ShotException;
import ashfall.sim.DivergedException;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.IExecutionExceptionHandler;
import picocli.CommandLine.IParameterExceptionHandler;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

import java.io.IOException;
import java.nio.file.FileSystemException;
import java.nio.file.NoSuchFileException;

/// The entry of the command line.
@Command(
        name = "ashfall",
        description = "Fires, fireballs and explosions, cached as OpenVDB.",
        mixinStandardHelpOptions = true,
        version = "Ashfall 0.1.0",
        footer =
                "Without a command the desk starts; 'demo [NAME]' and 'open FILE' start it with a"
                        + " shot, 'snap' makes a picture of it.",
        subcommands = {
            ShotsCommand.class,
            NewCommand.class,
            CheckCommand.class,
            FireCommand.class,
            TrialsCommand.class,
            WorkerCommand.class,
            RenderCommand.class,
            RetimeCommand.class,
            HoldCommand.class,
            VdbCommand.class,
            LogCommand.class,
            BenchCommand.class
        })
public final class Ashfall implements Runnable {
    private static final Logger LOG = LoggerFactory.getLogger(Ashfall.class);

    @Spec private CommandSpec spec;

    @Override
    public void run() {
        throw new ParameterException(
                spec.commandLine(),
                "say what to do: one of " + String.join(", ", spec.subcommands().keySet()));
    }

    /// Runs a command line and ends the process with its status.
    public static void main(String[] args) {
        System.exit(execute(args));
    }

    /// Runs a command line and returns its exit status.
    static int execute(String... args) {
        CommandLine line = new CommandLine(new Ashfall());
        line.setExecutionExceptionHandler(failures());
        line.setParameterExceptionHandler(wrongUsage());
        return line.execute(args);
    }

    private static IParameterExceptionHandler wrongUsage() {
        return (e, args) -> {
            e.getCommandLine()
                    .getErr()
                    .println("ashfall: " + firstLine(e.getMessage()) + " (see ashfall --help)");
            return 2;
        };
    }

    private static IExecutionExceptionHandler failures() {
        return (e, line, result) -> {
            LOG.debug("failed", e);
            line.getErr().println("ashfall: " + sentence(e));
            // What an option says makes no sense: that is how the command is used.
            return e.getClass().equals(IllegalArgumentException.class) ? 2 : 1;
        };
    }

    /// One sentence for the user. What nobody foresaw is named as a fault of the program, with
    /// where it happened.
    private static String sentence(Exception e) {
        return switch (e) {
            case ShotException s -> s.getMessage();
            case FiringException f -> f.getMessage();
            case DivergedException d -> d.getMessage();
            case IllegalArgumentException i -> i.getMessage();
            case NoSuchFileException n -> "there is no file '" + n.getFile() + "'";
            case FileSystemException f ->
                    "'"
                            + f.getFile()
                            + "' cannot be used: "
                            + (f.getReason() == null ? "access is denied" : f.getReason());
            case IOException io -> io.getMessage();
            default -> {
                StackTraceElement at = e.getStackTrace().length > 0 ? e.getStackTrace()[0] : null;
                yield "this is a fault of the program, please report it: "
                        + e.getClass().getSimpleName()
                        + ": "
                        + firstLine(e.getMessage())
                        + " at "
                        + at;
            }
        };
    }

    private static String firstLine(String text) {
        return text == null ? "" : text.lines().findFirst().orElse("");
    }
}
