package ashfall.firing;

import ashfall.shot.Fineness;
import ashfall.shot.Shot;
import ashfall.work.Cancel;
import ashfall.work.Progress;
import ashfall.work.Workers;

import java.nio.file.Path;

/// Fires for tests.
final class Fired {
    private Fired() {}

    /// Fires the only element of a shot at work fineness, on in a folder where it was begun.
    static FiringRecord into(Path folder, Shot shot, long from, long to, Workers workers) {
        String element = shot.elements().keySet().iterator().next();
        return new FiringJob(
                        new FiringJob.Request(
                                shot,
                                element,
                                Fineness.WORK,
                                folder,
                                from,
                                to,
                                FiringJob.Existing.CONTINUE,
                                FiringJob.Pace.BY_TIME),
                        8L << 30,
                        workers,
                        Progress.silent(),
                        new Cancel())
                .run()
                .record();
    }
}
