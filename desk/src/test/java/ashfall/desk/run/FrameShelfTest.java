package ashfall.desk.run;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.Frame;
import ashfall.grid.Lattice;
import ashfall.grid.SparseGrid;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.stream.LongStream;

/// Frames that are held and read ahead.
class FrameShelfTest {
    private final BlockingQueue<String> read = new LinkedBlockingQueue<>();
    private FrameShelf shelf = new FrameShelf((file, workers) -> readFrame(file), Long.MAX_VALUE);

    @AfterEach
    void close() {
        shelf.close();
    }

    private Frame readFrame(Path file) throws IOException {
        read.add(file.getFileName().toString());
        if (file.endsWith("13")) {
            throw new IOException("13 is damaged");
        }
        return frame();
    }

    private static Frame frame() {
        SparseGrid.Leaf leaf =
                new SparseGrid.Leaf(0, 0, 0, new long[8], new float[SparseGrid.VOXELS], null);
        SparseGrid grid =
                new SparseGrid(
                        "density",
                        "kg/m3",
                        false,
                        false,
                        new float[1],
                        new SparseGrid.Leaf[] {leaf});
        return new Frame(1, 0, new Lattice(0, 0, 0, 1), Map.of("density", grid));
    }

    private Frame ask(long number) throws IOException {
        List<Path> next =
                LongStream.rangeClosed(number + 1, number + FrameShelf.AHEAD)
                        .mapToObj(n -> Path.of("firing", Long.toString(n)))
                        .toList();
        return shelf.frame(Path.of("firing", Long.toString(number)), next, null);
    }

    private String nextRead() throws InterruptedException {
        return read.poll(10, TimeUnit.SECONDS);
    }

    @Test
    void framesInOrder_areReadAheadAndHeld() throws Exception {
        Frame first = ask(1);
        assertEquals("1", nextRead());
        assertSame(first, ask(1), "held");
        assertTrue(read.isEmpty(), "one frame alone says nothing of the next");
        ask(2);
        for (String expected : List.of("2", "3", "4", "5", "6")) {
            assertEquals(expected, nextRead());
        }
        ask(3);
        assertEquals("7", nextRead(), "only what is not there yet");
        ask(40);
        assertEquals("40", nextRead());
        assertTrue(read.isEmpty(), "a jump begins no order");
    }

    @Test
    void memory_isNotPassed_andWhatIsLookedAtStays() throws Exception {
        long one = Run.bytes(frame());
        shelf = new FrameShelf((file, workers) -> readFrame(file), 3 * one);
        for (int n = 1; n <= 9; n++) {
            ask(2 * n);
            assertEquals(Integer.toString(2 * n), nextRead());
            assertTrue(shelf.bytes() <= 3 * one);
        }
        ask(18);
        ask(16);
        assertTrue(read.isEmpty(), "those asked for last are held");
        ask(2);
        assertEquals("2", nextRead(), "the oldest was let go");
        shelf.forget(Path.of("firing"));
        assertEquals(0, shelf.bytes());
    }

    @Test
    void damagedFrame_isSaidWhenItIsAskedFor_notAhead() throws Exception {
        ask(9);
        ask(10);
        for (String expected : List.of("9", "10", "11", "12", "13", "14")) {
            assertEquals(expected, nextRead());
        }
        assertThrows(IOException.class, () -> ask(13));
    }
}
