package ashfall.desk.proof;

import ashfall.desk.document.Document;
import ashfall.desk.fireground.FiregroundModel;
import ashfall.desk.kit.Images;
import ashfall.desk.kit.Soon;
import ashfall.desk.run.Moments;
import ashfall.desk.run.Run;
import ashfall.desk.run.RunFrames;
import ashfall.desk.run.Runs;
import ashfall.picture.Region;
import ashfall.work.Workers;

import javafx.animation.PauseTransition;
import javafx.application.Platform;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.geometry.Point2D;
import javafx.geometry.Rectangle2D;
import javafx.scene.Cursor;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.image.ImageView;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Pane;
import javafx.util.Duration;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/// A rectangle over the fireground in which the picture is finished: of the sketch or the firing
/// shown, with all rays, motion blur and light at full detail. It is moved by its words and sized
/// by its corner, and begins anew whenever anything in it changes.
public final class ProofLayer extends Pane implements AutoCloseable {
    private static final double LEAST = 24;
    private static final double GRIP = 12;

    /// After the last change.
    private static final Duration REST = Duration.millis(250);

    private final Document document;
    private final Runs runs;
    private final FiregroundModel model;
    private final Moments moments;
    private final ProofMaker maker;
    private final BooleanProperty shown = new SimpleBooleanProperty();
    private final ImageView picture = new ImageView();
    private final Pane frame = new Pane();
    private final Label said = new Label();
    private final Pane corner = new Pane();
    private final Soon again = new Soon(this::changed);
    private final PauseTransition rest = new PauseTransition(REST);

    /// Shares of width and height.
    private Rectangle2D place = new Rectangle2D(0.3, 0.3, 0.4, 0.5);

    private ProofMaker.Request asked;
    private ProofMaker.Drawn drawn;
    private Point2D dragged;

    /// @param workers who draw
    public ProofLayer(Document document, Runs runs, FiregroundModel model, Workers workers) {
        this.document = document;
        this.runs = runs;
        this.model = model;
        this.moments = new Moments(document, runs);
        this.maker = new ProofMaker(workers, Platform::runLater, this::show);
        setId("proof");
        setPickOnBounds(false);
        setMinSize(0, 0);
        picture.setId("proof-picture");
        picture.setMouseTransparent(true);
        frame.getStyleClass().add("proof");
        frame.setMouseTransparent(true);
        said.setId("proof-said");
        said.getStyleClass().add("readout");
        said.setCursor(Cursor.MOVE);
        said.setTooltip(new Tooltip("Drag to move the part that is finished (N takes it away)"));
        corner.setId("proof-corner");
        corner.getStyleClass().add("proof-corner");
        corner.setCursor(Cursor.SE_RESIZE);
        corner.resize(GRIP, GRIP);
        for (var part : List.of(picture, frame, said, corner)) {
            part.setManaged(false);
            part.setVisible(false);
        }
        getChildren().addAll(picture, frame, said, corner);
        draggable(said, this::move);
        draggable(corner, this::size);
        rest.setOnFinished(e -> ask());
        listen();
    }

    private void listen() {
        shown.addListener((o, was, is) -> again.ask());
        document.shotProperty().addListener((o, was, is) -> again.ask());
        runs.newsProperty().addListener((o, was, is) -> again.ask());
        runs.shownProperty().addListener((o, was, is) -> again.ask());
        runs.playhead().positionProperty().addListener((o, was, is) -> again.ask());
        runs.playhead().playingProperty().addListener((o, was, is) -> again.ask());
        model.eyeProperty().addListener((o, was, is) -> again.ask());
        model.cameraProperty().addListener((o, was, is) -> again.ask());
        model.throughCameraProperty().addListener((o, was, is) -> again.ask());
        model.gradedProperty().addListener((o, was, is) -> again.ask());
        model.sliceProperty().addListener((o, was, is) -> again.ask());
        model.coveredProperty().addListener((o, was, is) -> again.ask());
        model.aloneProperty().addListener((o, was, is) -> again.ask());
        widthProperty().addListener((o, was, is) -> again.ask());
        heightProperty().addListener((o, was, is) -> again.ask());
    }

    /// Whether there is such a rectangle.
    public BooleanProperty shownProperty() {
        return shown;
    }

    /// Is all that is asked for drawn?
    public boolean isSettled() {
        boolean isDrawn = drawn != null && drawn.share() == 1 && drawn.request().equals(asked);
        return !again.isWaiting() && (request() == null || isDrawn);
    }

    /// What is to be drawn; null where nothing is.
    private ProofMaker.Request request() {
        Run run = runs.shown();
        boolean unseen =
                model.coveredProperty().get()
                        || model.aloneProperty().get()
                        || model.sliceProperty().get() != null
                        || runs.playhead().playingProperty().get();
        if (!shown.get() || unseen || getWidth() < LEAST) {
            return null;
        }
        List<RunFrames.Moment> all = new ArrayList<>();
        if (run != null && !run.isEmpty()) {
            all.add(new RunFrames.Moment(run, moments.moment()));
        }
        all.addAll(moments.others());
        if (all.isEmpty()) {
            return null;
        }
        boolean graded = model.gradedProperty().get();
        return new ProofMaker.Request(
                List.copyOf(all), document.shot(), model.view(), graded, region());
    }

    private Region region() {
        int width = (int) getWidth();
        int height = (int) getHeight();
        int left = (int) (place.getMinX() * width);
        int top = (int) (place.getMinY() * height);
        int right = Math.min(width, Math.max(left + 1, (int) (place.getMaxX() * width)));
        int bottom = Math.min(height, Math.max(top + 1, (int) (place.getMaxY() * height)));
        return new Region(width, height, left, top, right, bottom);
    }

    private void changed() {
        ProofMaker.Request next = request();
        if (next != null && next.equals(asked)) {
            return;
        }
        if (shown.get()) {
            maker.stop();
        } else {
            maker.forget();
        }
        asked = next;
        drawn = null;
        picture.setVisible(false);
        boolean is = shown.get() && getWidth() >= LEAST;
        frame.setVisible(is);
        said.setVisible(is);
        corner.setVisible(is);
        if (is) {
            lay();
        }
        if (next == null) {
            rest.stop();
            said.setText("finished where it stands still");
        } else {
            said.setText("to be finished");
            rest.playFromStart();
        }
    }

    private void ask() {
        if (asked != null) {
            maker.ask(asked);
        }
    }

    private void lay() {
        Region region = region();
        picture.relocate(region.left(), region.top());
        frame.resizeRelocate(
                region.left() - 1,
                region.top() - 1,
                region.right() - region.left() + 2,
                region.bottom() - region.top() + 2);
        said.autosize();
        said.relocate(region.left(), Math.max(0, region.top() - said.getHeight() - 2));
        corner.relocate(region.right() - GRIP / 2, region.bottom() - GRIP / 2);
    }

    private void show(ProofMaker.Drawn done) {
        if (!done.request().equals(asked)) {
            return;
        }
        drawn = done;
        if (done.argb().length > 0) {
            Region region = done.request().region();
            picture.setImage(
                    Images.of(
                            done.argb(),
                            region.right() - region.left(),
                            region.bottom() - region.top()));
            picture.setVisible(true);
        }
        said.setText(words(done));
        lay();
    }

    private static String words(ProofMaker.Drawn done) {
        if (!done.problem().isEmpty()) {
            return done.problem();
        }
        return done.share() == 1
                ? "finished"
                : String.format(
                        Locale.ROOT,
                        "finished by %.0f %%, %.0f s left",
                        100 * done.share(),
                        done.secondsLeft());
    }

    private interface Drag {
        void by(double x, double y);
    }

    private void draggable(javafx.scene.Node node, Drag drag) {
        node.addEventHandler(
                MouseEvent.MOUSE_PRESSED,
                e -> {
                    dragged = sceneToLocal(e.getSceneX(), e.getSceneY());
                    e.consume();
                });
        node.addEventHandler(
                MouseEvent.MOUSE_DRAGGED,
                e -> {
                    Point2D now = sceneToLocal(e.getSceneX(), e.getSceneY());
                    drag.by(
                            (now.getX() - dragged.getX()) / getWidth(),
                            (now.getY() - dragged.getY()) / getHeight());
                    dragged = now;
                    lay();
                    again.ask();
                    e.consume();
                });
    }

    private void move(double x, double y) {
        double left = Math.clamp(place.getMinX() + x, 0, 1 - place.getWidth());
        double top = Math.clamp(place.getMinY() + y, 0, 1 - place.getHeight());
        place = new Rectangle2D(left, top, place.getWidth(), place.getHeight());
    }

    private void size(double x, double y) {
        double width = Math.clamp(place.getWidth() + x, LEAST / getWidth(), 1 - place.getMinX());
        double height = Math.clamp(place.getHeight() + y, LEAST / getHeight(), 1 - place.getMinY());
        place = new Rectangle2D(place.getMinX(), place.getMinY(), width, height);
    }

    @Override
    public void close() {
        maker.close();
    }
}
