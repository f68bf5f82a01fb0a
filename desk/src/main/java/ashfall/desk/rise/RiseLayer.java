package ashfall.desk.rise;

import ashfall.desk.document.Document;
import ashfall.desk.fireground.FiregroundModel;
import ashfall.desk.kit.Soon;
import ashfall.desk.kit.Tokens;
import ashfall.desk.rise.RiseMaker.Silhouette;
import ashfall.desk.run.Run;
import ashfall.desk.run.Runs;
import ashfall.shot.Frames;
import ashfall.work.Workers;

import javafx.application.Platform;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.LongProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleLongProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.scene.AccessibleRole;
import javafx.scene.Cursor;
import javafx.scene.Group;
import javafx.scene.Node;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.Pane;
import javafx.scene.paint.Color;
import javafx.scene.shape.ClosePath;
import javafx.scene.shape.LineTo;
import javafx.scene.shape.MoveTo;
import javafx.scene.shape.Path;
import javafx.scene.text.Text;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/// The rise chart over the picture: the silhouettes of every n-th frame as contour lines, those of
/// the run before dashed. Each is tied to its tick on the time axis, and a button to its frame.
public final class RiseLayer extends Pane implements AutoCloseable {
    /// Silhouettes at most about.
    private static final int MOST = 12;

    private static final long[] STEPS = {1, 2, 3, 4, 6, 8, 12, 16, 24, 48, 96, 240, 480, 960};

    /// No frame.
    public static final long NONE = Long.MIN_VALUE;

    private final Document document;
    private final Runs runs;
    private final FiregroundModel look;
    private final RiseMaker maker;
    private final BooleanProperty shown = new SimpleBooleanProperty();
    private final ObjectProperty<List<Long>> frames = new SimpleObjectProperty<>(List.of());
    private final LongProperty pointed = new SimpleLongProperty(NONE);
    private final Soon again = new Soon(this::ask);
    private RiseMaker.Request asked;
    private RiseMaker.Drawn drawn;

    public RiseLayer(Document document, Runs runs, FiregroundModel look, Workers workers) {
        this.document = document;
        this.runs = runs;
        this.look = look;
        this.maker = new RiseMaker(workers, Platform::runLater, this::show);
        setId("rise-chart");
        setPickOnBounds(false);
        setMinSize(0, 0);
        shown.addListener((o, was, is) -> again.ask());
        document.shotProperty().addListener((o, was, is) -> again.ask());
        runs.newsProperty().addListener((o, was, is) -> again.ask());
        runs.shownProperty().addListener((o, was, is) -> again.ask());
        runs.playhead().frameProperty().addListener((o, was, is) -> paint());
        pointed.addListener((o, was, is) -> paint());
        look.eyeProperty().addListener((o, was, is) -> again.ask());
        look.cameraProperty().addListener((o, was, is) -> again.ask());
        look.throughCameraProperty().addListener((o, was, is) -> again.ask());
        widthProperty().addListener((o, was, is) -> again.ask());
        heightProperty().addListener((o, was, is) -> again.ask());
    }

    /// Whether silhouettes are shown.
    public BooleanProperty shownProperty() {
        return shown;
    }

    /// The frames whose silhouettes are shown; none while there are none.
    public ObjectProperty<List<Long>> framesProperty() {
        return frames;
    }

    /// The frame that is pointed at, here or on the time axis, or [#NONE].
    public LongProperty pointedProperty() {
        return pointed;
    }

    /// Are all silhouettes that are asked for there?
    public boolean isSettled() {
        return !shown.get() || (drawn != null && drawn.whole() && drawn.request().equals(asked));
    }

    private void ask() {
        Run run = shown.get() ? runs.shown() : null;
        if (run == null || run.log().isEmpty() || getWidth() < 2 || getHeight() < 2) {
            asked = null;
            frames.set(List.of());
            getChildren().clear();
            return;
        }
        RiseMaker.Request next =
                new RiseMaker.Request(
                        run,
                        before(run),
                        every(run),
                        document.shot(),
                        look.view(),
                        (int) getWidth(),
                        (int) getHeight());
        if (next.equals(asked)) {
            return;
        }
        boolean moved = asked == null || !next.view().equals(asked.view());
        asked = next;
        frames.set(next.frames());
        if (moved) {
            // Lines of another view would lie.
            getChildren().clear();
        }
        maker.ask(next);
    }

    /// The run that is compared with, else the firing fired before, or null.
    private Run before(Run run) {
        List<Run> all = run.isFiring() ? runs.firings().all() : runs.beside();
        int at = all.indexOf(run);
        List<Run> earlier = new ArrayList<>(at < 0 ? all : all.subList(0, at));
        earlier.removeIf(other -> other.equals(run) || !other.element().equals(run.element()));
        return earlier.isEmpty() ? null : earlier.getLast();
    }

    /// Every n-th frame of those that are there or will be.
    private static List<Long> every(Run run) {
        long first = run.shot().frames().get(Frames.FIRST);
        long last = Math.max(run.lastFrame(), first);
        long step = STEPS[STEPS.length - 1];
        for (long candidate : STEPS) {
            if ((last - first + 1) / candidate <= MOST) {
                step = candidate;
                break;
            }
        }
        List<Long> all = new ArrayList<>();
        for (long frame = Math.ceilDiv(first, step) * step; frame <= last; frame += step) {
            if (run.has(frame)) {
                all.add(frame);
            }
        }
        return all;
    }

    private void show(RiseMaker.Drawn done) {
        if (!done.request().equals(asked)) {
            return;
        }
        drawn = done;
        List<Node> nodes = new ArrayList<>();
        for (Silhouette silhouette : done.silhouettes()) {
            nodes.add(node(silhouette));
        }
        getChildren().setAll(nodes);
        paint();
    }

    private Group node(Silhouette silhouette) {
        Path line = path(silhouette);
        line.setStrokeWidth(1.4);
        if (silhouette.before()) {
            line.getStrokeDashArray().setAll(4.0, 5.0);
        }
        Path grip = path(silhouette);
        grip.setStroke(Color.TRANSPARENT);
        grip.setStrokeWidth(9);
        Text number = number(silhouette);
        Group group = new Group(line, number, grip);
        group.setUserData(silhouette);
        String name = (silhouette.before() ? "rise-before-" : "rise-") + silhouette.frame();
        group.setId(name);
        group.setCursor(Cursor.HAND);
        group.setAccessibleRole(AccessibleRole.BUTTON);
        group.setAccessibleText("frame " + silhouette.frame());
        group.setFocusTraversable(!silhouette.before());
        Tooltip.install(group, new Tooltip(words(silhouette)));
        group.setOnMouseEntered(e -> pointed.set(silhouette.frame()));
        group.setOnMouseExited(e -> pointed.set(NONE));
        group.focusedProperty()
                .addListener((o, was, is) -> pointed.set(is ? silhouette.frame() : NONE));
        group.setOnMousePressed(e -> e.consume());
        group.setOnMouseClicked(
                e -> {
                    runs.playhead().choose(silhouette.frame());
                    e.consume();
                });
        group.setOnKeyPressed(
                e -> {
                    if (e.getCode() == KeyCode.ENTER || e.getCode() == KeyCode.SPACE) {
                        runs.playhead().choose(silhouette.frame());
                        e.consume();
                    }
                });
        return group;
    }

    private String words(Silhouette silhouette) {
        double seconds = document.shot().frames().get(Frames.RATE).seconds(silhouette.frame());
        return String.format(
                Locale.ROOT,
                "frame %d, %.3f s%s",
                silhouette.frame(),
                seconds,
                silhouette.before() ? ", of the run before" : "");
    }

    private static Path path(Silhouette silhouette) {
        Path path = new Path();
        path.setFill(null);
        for (float[] line : silhouette.lines()) {
            path.getElements().add(new MoveTo(line[0], line[1]));
            for (int i = 2; i < line.length; i += 2) {
                path.getElements().add(new LineTo(line[i], line[i + 1]));
            }
            path.getElements().add(new ClosePath());
        }
        return path;
    }

    /// Its frame, at its highest place.
    private static Text number(Silhouette silhouette) {
        Text text = new Text(Long.toString(silhouette.frame()));
        text.setFont(Tokens.figures(9));
        float x = 0;
        float y = Float.POSITIVE_INFINITY;
        for (float[] line : silhouette.lines()) {
            for (int i = 0; i < line.length; i += 2) {
                if (line[i + 1] < y) {
                    x = line[i];
                    y = line[i + 1];
                }
            }
        }
        text.setVisible(!silhouette.before() && !silhouette.lines().isEmpty());
        text.setX(x - 0.5 * text.getLayoutBounds().getWidth());
        text.setY(y - 3);
        return text;
    }

    /// The later, the brighter; what is pointed at and the frame shown stand out.
    private void paint() {
        long now = runs.playhead().frameProperty().get();
        List<Long> all = frames.get();
        for (Node node : getChildren()) {
            Silhouette silhouette = (Silhouette) node.getUserData();
            boolean out =
                    silhouette.frame() == pointed.get()
                            || (silhouette.frame() == now && pointed.get() == NONE);
            double late = all.isEmpty() ? 1 : (all.indexOf(silhouette.frame()) + 1.0) / all.size();
            Color colour =
                    out
                            ? Tokens.colour("verdigris")
                            : silhouette.before()
                                    ? Tokens.colour("fog", 0.35 + 0.4 * late)
                                    : Tokens.colour("bone", 0.3 + 0.6 * late);
            Group group = (Group) node;
            ((Path) group.getChildren().get(0)).setStroke(colour);
            ((Text) group.getChildren().get(1)).setFill(colour);
        }
    }

    @Override
    public void close() {
        maker.close();
    }
}
