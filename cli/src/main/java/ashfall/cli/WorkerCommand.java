package ashfall.cli;

import ashfall.farm.Place;
import ashfall.farm.Worker;
import ashfall.work.Workers;

import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.Callable;

/// Fires on this machine what another hands out.
@Command(
        name = "worker",
        description =
                "Fire on this machine the trials that 'trials --workers' hands out from another,"
                        + " until it is stopped.",
        mixinStandardHelpOptions = true)
final class WorkerCommand implements Callable<Integer> {
    @Spec private CommandSpec spec;

    @Option(
            names = "--at",
            paramLabel = "HOST:PORT",
            defaultValue = "127.0.0.1:5701",
            description =
                    "this machine's own address, by which the others reach it; by default"
                            + " 127.0.0.1:5701, for others on the same machine only")
    private String at;

    @Mixin private FarmOptions farm;

    @Option(
            names = "--threads",
            paramLabel = "N",
            description = "processors to use; by default all")
    private int threads = Runtime.getRuntime().availableProcessors();

    @Override
    public Integer call() throws IOException {
        Place place = Place.of(at);
        String secret = farm.secret();
        try (Workers workers = new Workers(threads)) {
            return Stoppable.run(
                    cancel -> {
                        Path scratch = Files.createTempDirectory("ashfall-worker");
                        try {
                            new Worker(place, secret, workers, scratch, this::say).run(cancel);
                        } catch (InterruptedException e) {
                            Thread.currentThread().interrupt();
                        } finally {
                            Files.delete(scratch);
                        }
                        return 0;
                    });
        }
    }

    private void say(String sentence) {
        Output.err(spec).println("worker: " + sentence);
        Output.err(spec).flush();
    }
}
