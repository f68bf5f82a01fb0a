package ashfall.desk.fireground;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.desk.run.Run;
import ashfall.desk.run.RunFrames;
import ashfall.desk.run.TestRuns;
import ashfall.firing.FiringFolder;
import ashfall.look.Seen;
import ashfall.look.View;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;

/// What is drawn of frames that take long to read, and of views that move.
class PictureMakerTest {
    private final Workers workers = new Workers(1);
    private final BlockingQueue<PictureMaker.Drawn> drawn = new LinkedBlockingQueue<>();
    private final PictureMaker maker = new PictureMaker(workers, Runnable::run, drawn::add);

    @TempDir private Path folder;
    private Run large;
    private Run small;

    @BeforeEach
    void fire() throws IOException {
        large = TestRuns.firing(Files.createDirectory(folder.resolve("large")), 2);
        small = TestRuns.firing(Files.createDirectory(folder.resolve("small")), 2);
        Path coarse = Files.createDirectory(FiringFolder.coarse(large.folder()));
        Files.createFile(coarse.resolve(TestRuns.name(1)));
        Files.createFile(coarse.resolve(TestRuns.name(2)));
    }

    @AfterEach
    void close() {
        maker.close();
        workers.close();
    }

    private PictureMaker.Request request(Run run, double frame, Run other, int finest) {
        return request(run, frame, other, finest, System.nanoTime());
    }

    /// @param nanos when it was asked for
    private static PictureMaker.Request request(
            Run run, double frame, Run other, int finest, long nanos) {
        return new PictureMaker.Request(
                run,
                frame,
                List.of(new RunFrames.Moment(other, frame)),
                1,
                run.shot(),
                View.of(run.shot().camera()),
                null,
                Seen.WHOLE,
                new PictureMaker.Developing(true, false),
                null,
                false,
                new Vec3(0, 0, 0),
                new Vec3(1, 1, 1),
                64,
                36,
                finest,
                nanos);
    }

    private List<Double> voxels() throws InterruptedException {
        PictureMaker.Drawn next = drawn.poll(30, TimeUnit.SECONDS);
        return next.gas().stream().map(gas -> gas.frame().lattice().voxel()).toList();
    }

    /// The first is made before anything is known.
    @Test
    void turnedViewsPictures_thatComeLate_areSmallerFromThenOn() throws InterruptedException {
        int turning = PictureMaker.Request.TURNING;
        long asked = System.nanoTime() - TimeUnit.SECONDS.toNanos(30);
        maker.ask(request(small, 1, small, turning, asked));
        assertEquals(32, drawn.poll(30, TimeUnit.SECONDS).columns());
        maker.ask(request(small, 2, small, turning));
        assertEquals(5, drawn.poll(30, TimeUnit.SECONDS).columns());
        maker.ask(request(small, 1, small, PictureMaker.Request.PLAYING));
        assertTrue(drawn.poll(30, TimeUnit.SECONDS).columns() > 5, "a view that stays is not");
    }

    /// At less detail at once, and whole when it stays; small ones beside it are always whole.
    @Test
    void largeFrame_isSeenAtLessDetailFirst() throws InterruptedException {
        maker.ask(request(large, 1, small, 1));
        assertEquals(List.of(TestRuns.COARSE, TestRuns.FINE), voxels());
        assertEquals(List.of(TestRuns.FINE, TestRuns.FINE), voxels());
    }

    @Test
    void largeFrame_besideASmallOne_isSeenAtLessDetailFirst() throws InterruptedException {
        maker.ask(request(small, 1, large, 1));
        assertEquals(List.of(TestRuns.FINE, TestRuns.COARSE), voxels());
        assertEquals(List.of(TestRuns.FINE, TestRuns.FINE), voxels());
    }

    @Test
    void passing_readsNothingWhole_followingDoes() throws InterruptedException {
        maker.ask(request(large, 1, small, PictureMaker.Request.PLAYING));
        PictureMaker.Drawn only = drawn.poll(30, TimeUnit.SECONDS);
        assertTrue(only.finest(), "as fine as it gets on its way");
        assertTrue(large.hasCoarse(1), "the frame itself was not read");
        maker.ask(request(large, 2, small, 2));
        assertEquals(List.of(TestRuns.COARSE, TestRuns.FINE), voxels());
        assertEquals(List.of(TestRuns.FINE, TestRuns.FINE), voxels());
        assertFalse(large.hasCoarse(2));
    }
}
