package ashfall.firing;

import ashfall.picture.Picture;
import ashfall.shot.Fineness;
import ashfall.shot.Shot;
import ashfall.work.Cancel;
import ashfall.work.Progress;
import ashfall.work.Workers;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;

/// Fires for tests, and draws what was fired.
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

    /// A frame that a job draws.
    static Picture drawn(PictureJob job, long frame) throws IOException {
        Picture[] drawn = new Picture[1];
        job.draw(
                List.of(frame),
                new PictureJob.Listener() {
                    @Override
                    public void foretold(double seconds, int count) {}

                    @Override
                    public void done(PictureJob.Done done, long last) {
                        drawn[0] = done.picture().picture();
                    }
                });
        return drawn[0];
    }
}
