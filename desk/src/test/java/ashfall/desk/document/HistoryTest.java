package ashfall.desk.document;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.Air;
import ashfall.shot.Curve;
import ashfall.shot.DemoShots;
import ashfall.shot.Shape;
import ashfall.shot.Shot;
import ashfall.shot.Source;

import org.junit.jupiter.api.Test;

import java.nio.file.Path;
import java.util.Random;

/// Edits, undo and what counts as saved; a document needs no window.
class HistoryTest {
    private static final String OIL = "elements.store.sources.oil";
    private final Shot first = DemoShots.read("oil-store").shot();
    private final Document document = new Document(first);

    private void radius(double value) {
        document.put(OIL, Shape.RADIUS, Curve.constant(value));
    }

    @Test
    void dragged_edits_areOneStep_andTheNextIsAnother() {
        document.draggingProperty().set(true);
        radius(1);
        radius(1.5);
        document.draggingProperty().set(false);
        radius(2);
        assertEquals("Radius (oil)", document.undoName());
        document.undo();
        assertEquals(1.5, document.shot().item(OIL).number(Shape.RADIUS));
        document.undo();
        assertEquals(first, document.shot());
        document.redo();
        document.redo();
        assertEquals(2, document.shot().item(OIL).number(Shape.RADIUS));
    }

    @Test
    void reset_andItsUndo_giveBackWhatWasUnset() {
        document.put("air", Air.GRAVITY, Curve.constant(1.62));
        document.reset("air", Air.GRAVITY);
        assertFalse(document.shot().air().values().containsKey(Air.GRAVITY));
        document.undo();
        document.undo();
        assertEquals(first, document.shot());
    }

    @Test
    void sameValue_isNoEdit() {
        radius(document.shot().item(OIL).number(Shape.RADIUS));
        assertTrue(document.savedProperty().get());
        assertEquals(null, document.undoName());
    }

    @Test
    void savedMark_followsUndoAndRedo_andIsLostWithItsBranch() throws InterruptedException {
        radius(1);
        var written = new java.util.concurrent.CountDownLatch(1);
        Path file = Path.of(System.getProperty("java.io.tmpdir"), "history-test.ashfall");
        document.saveAs(file, Runnable::run, written::countDown, why -> {});
        written.await();
        assertTrue(document.savedProperty().get());
        radius(2);
        assertFalse(document.savedProperty().get());
        document.undo();
        assertTrue(document.savedProperty().get());
        document.undo();
        assertFalse(document.savedProperty().get());
        radius(3);
        document.undo();
        document.redo();
        assertFalse(document.savedProperty().get(), "the saved state can no longer be reached");
    }

    @Test
    void anySeriesOfEdits_undoneAndRedone_isTheSame() {
        long seed = 11;
        Random random = new Random(seed);
        for (int i = 0; i < 60; i++) {
            document.draggingProperty().set(random.nextBoolean());
            if (random.nextInt(4) == 0) {
                document.put(OIL, Source.ON, random.nextBoolean());
            } else {
                radius(1 + random.nextInt(50) * 0.1);
            }
        }
        document.draggingProperty().set(false);
        Shot last = document.shot();
        int steps = 0;
        while (document.undoName() != null) {
            document.undo();
            steps++;
        }
        assertEquals(first, document.shot(), "seed " + seed);
        for (int i = 0; i < steps; i++) {
            document.redo();
        }
        assertEquals(last, document.shot(), "seed " + seed);
    }
}
