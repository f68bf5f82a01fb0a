package ashfall.desk.fireground;

import ashfall.desk.document.Document;
import ashfall.desk.document.Selection;
import ashfall.desk.document.Station;
import ashfall.desk.kit.Tokens;
import ashfall.desk.run.Run;
import ashfall.desk.run.Runs;
import ashfall.firing.LeftOut;
import ashfall.grid.Frame;
import ashfall.look.SeenGas;
import ashfall.look.View;
import ashfall.shot.Kept;
import ashfall.shot.ShotException;
import ashfall.shot.Vec3;

import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Label;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.util.Arrays;
import java.util.List;
import java.util.Objects;

/// What a firing would leave out of a sketch's frame: a dot for each voxel, and the box that is
/// kept.
final class LeftOutDrawing extends Canvas {
    private static final Logger LOG = LoggerFactory.getLogger(LeftOutDrawing.class);

    /// More dots than these show nothing more.
    private static final int MOST = 12_000;

    private static final double NEAR = 0.01;
    private static final double DOT = 1.5;

    private Frame frame;
    private Kept kept;

    /// Centres of its voxels, in threes, m.
    private float[] places = new float[0];

    private final Document document;
    private final Runs runs;
    private final Selection selection;
    private final Label words = Readouts.readout("readout-left-out");

    LeftOutDrawing(Document document, Runs runs, Selection selection) {
        this.document = document;
        this.runs = runs;
        this.selection = selection;
        setMouseTransparent(true);
        words.managedProperty().bind(words.visibleProperty());
    }

    /// Says what the dots are, while there are any.
    Label words() {
        return words;
    }

    /// Draws what of the first of the frames is not kept, at the station that hands over.
    void draw(List<SeenGas> gas, View view) {
        Kept next = kept();
        setVisible(next != null && !next.isAll());
        words.setText(isVisible() ? "green dots: left out of the files" : "");
        if (!isVisible()) {
            frame = null;
            return;
        }
        Frame now = gas.isEmpty() ? null : gas.getFirst().frame();
        if (!Objects.equals(now, frame) || !next.equals(kept)) {
            frame = now;
            kept = next;
            find();
        }
        GraphicsContext g = getGraphicsContext2D();
        int columns = (int) getWidth();
        int rows = (int) getHeight();
        g.clearRect(0, 0, columns, rows);
        g.setFill(Tokens.colour("verdigris", 0.7));
        int step = 3 * Math.max(1, Math.ceilDiv(places.length / 3, MOST));
        for (int i = 0; i < places.length; i += step) {
            double[] p =
                    view.project(new Vec3(places[i], places[i + 1], places[i + 2]), columns, rows);
            if (p[2] > NEAR) {
                g.fillRect(p[0] - 0.5 * DOT, p[1] - 0.5 * DOT, DOT, DOT);
            }
        }
        if (!kept.isUncropped()) {
            drawBox(g, view);
        }
    }

    /// What firings would keep of the sketch; null where no sketch is shown. Frames from the disk
    /// hold no more what was left out of them.
    private Kept kept() {
        String element = runs.elementProperty().get();
        Run run = runs.shown();
        boolean handsOver = selection.stationProperty().get() == Station.HAND_OVER;
        if (!handsOver || element == null || run == null || run.folder() != null) {
            return null;
        }
        try {
            return Kept.of(document.shot().element(element).gas());
        } catch (ShotException e) {
            LOG.debug("the dials say why nothing can be kept like this", e);
            return null;
        }
    }

    private void find() {
        FloatsOut found = new FloatsOut();
        if (frame != null) {
            for (String channel : kept.names().keySet()) {
                LeftOut.visit(frame, channel, kept, (x, y, z, off) -> found.add(x, y, z));
            }
        }
        places = found.all();
    }

    /// Floats that grow in number.
    private static final class FloatsOut {
        private float[] all = new float[3072];
        private int count;

        void add(double x, double y, double z) {
            if (count == all.length) {
                all = Arrays.copyOf(all, 2 * count);
            }
            all[count++] = (float) x;
            all[count++] = (float) y;
            all[count++] = (float) z;
        }

        float[] all() {
            return Arrays.copyOf(all, count);
        }
    }

    private void drawBox(GraphicsContext g, View view) {
        g.setStroke(Tokens.colour("verdigris", 0.9));
        g.setLineWidth(1);
        for (int corner = 0; corner < 8; corner++) {
            for (int axis = 0; axis < 3; axis++) {
                if ((corner >> axis & 1) == 0) {
                    line(g, view, corner(corner), corner(corner | 1 << axis));
                }
            }
        }
    }

    private Vec3 corner(int bits) {
        return new Vec3(
                (bits & 1) == 0 ? kept.from().x() : kept.to().x(),
                (bits & 2) == 0 ? kept.from().y() : kept.to().y(),
                (bits & 4) == 0 ? kept.from().z() : kept.to().z());
    }

    private void line(GraphicsContext g, View view, Vec3 a, Vec3 b) {
        double[] p = view.project(a, (int) getWidth(), (int) getHeight());
        double[] q = view.project(b, (int) getWidth(), (int) getHeight());
        if (p[2] > NEAR && q[2] > NEAR) {
            g.strokeLine(p[0], p[1], q[0], q[1]);
        }
    }
}
