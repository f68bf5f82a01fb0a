package ashfall.desk.fireground;

import ashfall.desk.kit.Latest;
import ashfall.desk.kit.Tokens;
import ashfall.look.View;
import ashfall.shot.Fineness;
import ashfall.shot.Frames;
import ashfall.shot.Item;
import ashfall.shot.Obstacle;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.Source;
import ashfall.shot.Unit;
import ashfall.shot.Vec3;
import ashfall.sim.VoxelSection;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import javafx.application.Platform;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicReference;

/// A cut through the chosen source in the corner of the fireground: the voxels that get what it
/// gives at the moment shown, and the balls of its carriers over them; or through the chosen
/// obstacle, as the gas sees it. Found on a thread of its own; what is asked for last counts.
final class SourceInset extends VBox {
    private static final Logger LOG = LoggerFactory.getLogger(SourceInset.class);
    private static final ExecutorService CUTTING =
            Executors.newSingleThreadExecutor(
                    Thread.ofPlatform().daemon().name("ashfall-voxels").factory());
    private static final double WIDE = 200;
    private static final double HIGH = 150;

    /// Voxels narrower than this have no lines between them, px.
    private static final double LINED = 5;

    /// What is cut, and when.
    ///
    /// @param path of a source or an obstacle
    /// @param element whose voxels they are
    /// @param frame of the shot
    private record Wanted(Shot shot, String path, String element, long frame, int axis) {
        String name() {
            return path.substring(path.lastIndexOf('.') + 1);
        }

        boolean isObstacle() {
            return path.startsWith("obstacles.");
        }
    }

    /// @param words in place of a cut
    private record Cut(Wanted wanted, Optional<VoxelSection> section, String words) {}

    private final Workers workers;
    private final Label title = new Label();
    private final Canvas canvas = new Canvas(WIDE, HIGH);
    private final AtomicReference<Wanted> waiting = new AtomicReference<>();
    private final Latest<Cut> done = new Latest<>(Platform::runLater, this::show);
    private Wanted asked;
    private Wanted shown;

    SourceInset(Workers workers) {
        super(4);
        this.workers = workers;
        setId("source-voxels");
        title.setId("source-voxels-words");
        getStyleClass().add("legend");
        getChildren().addAll(title, canvas);
        hide();
    }

    /// Takes it away.
    void hide() {
        asked = null;
        shown = null;
        setVisible(false);
        setManaged(false);
    }

    /// Does it show what was asked for last?
    boolean isSettled() {
        return Objects.equals(asked, shown);
    }

    /// Shows a source or an obstacle as it is at a frame, cut across the axis that the view looks
    /// along most; nothing of other things.
    ///
    /// @param path of what is chosen
    /// @param inView element whose voxels an obstacle closes, or null
    void show(Shot shot, String path, String inView, long frame, View view) {
        Item item = shot.item(path);
        boolean source = item != null && Source.KINDS.contains(item.kind());
        boolean obstacle = item != null && item.kind().equals(Obstacle.KIND);
        String element = source ? path.split("\\.")[1] : inView;
        if (element == null || !(source || obstacle)) {
            hide();
            return;
        }
        Wanted wanted = new Wanted(shot, path, element, frame, axis(view));
        if (wanted.equals(asked)) {
            return;
        }
        asked = wanted;
        if (waiting.getAndSet(wanted) == null) {
            CUTTING.execute(this::cut);
        }
    }

    private static int axis(View view) {
        Vec3 d = view.ray(0.5, 0.5, 1, 1);
        double[] along = {Math.abs(d.x()), Math.abs(d.y()), Math.abs(d.z())};
        int level = along[0] > along[2] ? 0 : 2;
        return along[1] > along[level] ? 1 : level;
    }

    private void cut() {
        Wanted wanted = waiting.getAndSet(null);
        double seconds = wanted.shot.frames().get(Frames.RATE).seconds(wanted.frame);
        try {
            Optional<VoxelSection> section =
                    VoxelSection.of(
                            wanted.shot,
                            wanted.shot.element(wanted.element),
                            wanted.path,
                            Fineness.SKETCH,
                            seconds,
                            wanted.axis,
                            workers.job(new Cancel()));
            String none = wanted.name() + " gives nothing in frame " + wanted.frame;
            done.publish(new Cut(wanted, section, section.isPresent() ? "" : none));
        } catch (ShotException e) {
            done.publish(new Cut(wanted, Optional.empty(), e.getMessage()));
        } catch (RuntimeException e) {
            LOG.error("the source could not be cut", e);
            String why = "the cut failed by a fault of the program: " + e;
            done.publish(new Cut(wanted, Optional.empty(), why));
        }
    }

    private void show(Cut cut) {
        if (!cut.wanted.equals(asked)) {
            return;
        }
        shown = cut.wanted;
        setVisible(true);
        setManaged(true);
        title.setText(cut.section.map(section -> words(cut.wanted, section)).orElse(cut.words));
        canvas.setHeight(cut.section.isPresent() ? HIGH : 0);
        cut.section.ifPresent(this::draw);
    }

    /// "burst, frame 14: 212 voxels of 20 cm\nacross z at 0.10 m"; of an obstacle "36 voxels of 25
    /// cm closed, 72 in part".
    private static String words(Wanted wanted, VoxelSection section) {
        int count = wanted.isObstacle() ? section.closed() : section.given();
        String part = String.format(Locale.ROOT, " closed, %,d in part", section.given() - count);
        return String.format(
                Locale.ROOT,
                "%s, frame %d: %,d voxels of %s%s\nacross %s at %s",
                wanted.name(),
                wanted.frame,
                count,
                Unit.METRE.figure(section.voxel(), 3),
                wanted.isObstacle() ? part : "",
                "xyz".charAt(section.axis()),
                Unit.METRE.figure(section.at(), 3));
    }

    private void draw(VoxelSection cut) {
        GraphicsContext g = canvas.getGraphicsContext2D();
        g.clearRect(0, 0, WIDE, HIGH);
        // Across x the depth runs to the left, as it is seen from the east; up is up.
        boolean upIsRow = cut.axis() == 2;
        int wide = cut.axis() == 0 ? cut.rows() : cut.columns();
        int high = cut.axis() == 0 ? cut.columns() : cut.rows();
        double size = Math.min(WIDE / Math.max(1, wide), HIGH / Math.max(1, high));
        double left = 0.5 * (WIDE - size * wide);
        double top = 0.5 * (HIGH - size * high);
        double gap = size >= LINED ? 1 : 0;
        for (int row = 0; row < cut.rows(); row++) {
            for (int column = 0; column < cut.columns(); column++) {
                float share = cut.shares()[row * cut.columns() + column];
                if (share > 0) {
                    double[] at = place(cut, upIsRow, column, row);
                    g.setFill(Tokens.colour("bone", 0.15 + 0.75 * share));
                    g.fillRect(left + size * at[0], top + size * at[1], size - gap, size - gap);
                }
            }
        }
        g.setStroke(Tokens.colour("verdigris", 1));
        for (double[] disc : cut.discs()) {
            double column = (disc[0] - cut.corner()[0]) / cut.voxel() - 0.5;
            double row = (disc[1] - cut.corner()[1]) / cut.voxel() - 0.5;
            double[] at = place(cut, upIsRow, column, row);
            double r = disc[2] / cut.voxel();
            g.strokeOval(
                    left + size * (at[0] + 0.5 - r),
                    top + size * (at[1] + 0.5 - r),
                    2 * size * r,
                    2 * size * r);
        }
    }

    /// Where a voxel is drawn, in voxels from the upper left.
    private static double[] place(VoxelSection cut, boolean upIsRow, double column, double row) {
        if (cut.axis() == 0) {
            return new double[] {cut.rows() - 1 - row, cut.columns() - 1 - column};
        }
        return new double[] {column, upIsRow ? cut.rows() - 1 - row : row};
    }
}
