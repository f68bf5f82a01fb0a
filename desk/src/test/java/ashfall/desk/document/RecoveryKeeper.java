package ashfall.desk.document;

import ashfall.shot.NewShot;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;

/// A program that keeps a shot for recovery and then waits to be killed.
public final class RecoveryKeeper {
    private RecoveryKeeper() {}

    /// Prints "kept" once the shot is on disk.
    public static void main(String[] args) throws IOException, InterruptedException {
        Recovery recovery = new Recovery(Places.under(Path.of(args[0])).recovery());
        recovery.keep(NewShot.make("puff", List.of()).withName("lost-and-found"), Optional.empty());
        System.out.println("kept");
        new CountDownLatch(1).await();
    }
}
