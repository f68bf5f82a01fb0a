package ashfall.desk.fireground;

import ashfall.desk.document.Document;
import ashfall.desk.document.Selection;
import ashfall.desk.kit.Images;
import ashfall.desk.kit.Soon;
import ashfall.desk.run.Moments;
import ashfall.desk.run.Run;
import ashfall.desk.run.Runs;
import ashfall.look.Probe;
import ashfall.look.SeenGas;
import ashfall.look.Slice;
import ashfall.look.View;
import ashfall.particles.Carriers;
import ashfall.shot.Item;
import ashfall.shot.Shape;
import ashfall.shot.Source;
import ashfall.work.Workers;

import javafx.animation.AnimationTimer;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.geometry.Pos;
import javafx.scene.image.ImageView;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.DoubleConsumer;

/// The picture in the middle of the window: the gas, lines and handles over it, readouts in its
/// corners. Dragging turns the view, with shift it shifts, the wheel moves nearer.
public final class FiregroundView extends StackPane implements AutoCloseable {
    private final Document document;
    private final Runs runs;
    private final Selection selection;
    private final FiregroundModel model;
    private final PictureMaker maker;
    private final ImageView picture = new ImageView();
    private final LeftOutDrawing leftOut;
    private final Overlay overlay = new Overlay();
    private final Handles handles;
    private final Flights flights = new Flights(this::fly);
    private final ReadOnlyBooleanWrapper hasCarriers = new ReadOnlyBooleanWrapper();
    private final Moments moments;
    private final Readouts readouts;
    private final Legend legend = new Legend();
    private final SourceInset voxels;
    private final Turning turning;
    private final Soon again = new Soon(this::refreshNow);
    private final Soon words = new Soon(this::refreshWords);

    /// Of volumes from elsewhere, as they were drawn last.
    private List<Item> rooms = List.of();

    private double blowing;
    private final AnimationTimer blower =
            new AnimationTimer() {
                @Override
                public void handle(long nanos) {
                    blowing = nanos * 1e-9;
                    redraw();
                }
            };
    private PictureMaker.Request asked;
    private DoubleConsumer waited = seconds -> {};
    private PictureMaker.Drawn drawn;
    private long pictures;
    private Consumer<Run> firstShown;

    /// @param workers for pictures
    public FiregroundView(
            Document document,
            Runs runs,
            Selection selection,
            FiregroundModel model,
            Workers workers) {
        this.document = document;
        this.runs = runs;
        this.selection = selection;
        this.model = model;
        this.maker = new PictureMaker(workers, javafx.application.Platform::runLater, this::show);
        this.handles = new Handles(document, model::view);
        this.leftOut = new LeftOutDrawing(document, runs, selection);
        this.moments = new Moments(document, runs);
        this.readouts = new Readouts(document, runs);
        this.voxels = new SourceInset(workers);
        this.turning = new Turning(document, model, this, this::ask);
        setId("fireground");
        getStyleClass().add("fireground");
        setFocusTraversable(true);
        setMinSize(0, 0);
        picture.setPreserveRatio(false);
        picture.setManaged(false);
        leftOut.setManaged(false);
        overlay.setManaged(false);
        handles.setManaged(false);
        legend.setVisible(false);
        VBox upperLeft =
                corner(
                        Pos.TOP_LEFT,
                        readouts.whatFrame,
                        leftOut.words(),
                        readouts.badge,
                        readouts.muted,
                        readouts.developed,
                        readouts.flameless);
        VBox lowerLeft = corner(Pos.BOTTOM_LEFT, legend, readouts.probe);
        getChildren()
                .addAll(
                        picture,
                        leftOut,
                        overlay,
                        handles,
                        readouts.empty,
                        upperLeft,
                        corner(Pos.TOP_RIGHT, readouts.hottest, readouts.stakes),
                        lowerLeft,
                        corner(Pos.BOTTOM_RIGHT, voxels, readouts.size),
                        new StartCard(document));
        listen();
    }

    private VBox corner(Pos where, Region... all) {
        VBox box = new VBox(4, all);
        box.getStyleClass().add("corner");
        box.setAlignment(where);
        box.setMouseTransparent(true);
        box.setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
        setAlignment(box, where);
        return box;
    }

    private void listen() {
        document.shotProperty().addListener((o, was, is) -> refresh());
        document.shotProperty().addListener((o, was, is) -> readouts.sayMuted());
        readouts.sayMuted();
        selection.pathProperty().addListener((o, was, is) -> refresh());
        selection.stationProperty().addListener((o, was, is) -> refresh());
        runs.newsProperty().addListener((o, was, is) -> grow());
        runs.supersededProperty().addListener((o, was, is) -> words.ask());
        runs.problemProperty().addListener((o, was, is) -> words.ask());
        runs.playhead().positionProperty().addListener((o, was, is) -> refresh());
        runs.playhead().playingProperty().addListener((o, was, is) -> refresh());
        model.eyeProperty().addListener((o, was, is) -> refresh());
        model.throughCameraProperty().addListener((o, was, is) -> refresh());
        model.cameraProperty().addListener((o, was, is) -> refresh());
        model.guidesProperty().addListener((o, was, is) -> refresh());
        model.boundsProperty().addListener((o, was, is) -> refresh());
        model.aloneProperty().addListener((o, was, is) -> watchAlone(is));
        model.coveredProperty().addListener((o, was, is) -> refresh());
        model.keeperProperty().addListener((o, was, is) -> refresh());
        model.sourcesProperty().addListener((o, was, is) -> refresh());
        model.stakesProperty().addListener((o, was, is) -> refresh());
        model.seenProperty().addListener((o, was, is) -> refresh());
        model.gradedProperty().addListener((o, was, is) -> refresh());
        model.fullProperty().addListener((o, was, is) -> refresh());
        model.sliceProperty().addListener((o, was, is) -> refresh());
        model.streaksProperty().addListener((o, was, is) -> refresh());
        model.airProperty().addListener((o, was, is) -> blow(is));
        model.voxelsProperty().addListener((o, was, is) -> refresh());
        widthProperty().addListener((o, was, is) -> refresh());
        heightProperty().addListener((o, was, is) -> refresh());
        addEventHandler(MouseEvent.MOUSE_MOVED, e -> look(e.getX(), e.getY()));
        addEventHandler(MouseEvent.MOUSE_EXITED, e -> say(Optional.empty()));
    }

    /// Tells once a simulated frame is in the picture.
    public void whenShown(Consumer<Run> listener) {
        firstShown = listener;
    }

    /// Tells how long each first picture took since it was asked for, s.
    public void whenWaited(DoubleConsumer listener) {
        waited = listener;
    }

    /// How many pictures were shown so far.
    public long pictures() {
        return pictures;
    }

    /// Is the picture shown the finest of what is asked for? Where it is covered, none is.
    public boolean isFinest() {
        boolean isDrawn = drawn != null && drawn.finest() && drawn.request().equals(asked);
        return !again.isWaiting()
                && voxels.isSettled()
                && (isDrawn || model.coveredProperty().get());
    }

    @Override
    protected void layoutChildren() {
        super.layoutChildren();
        double w = getWidth();
        double h = getHeight();
        picture.setFitWidth(w);
        picture.setFitHeight(h);
        handles.resize(w, h);
        if (overlay.getWidth() != w || overlay.getHeight() != h) {
            overlay.setWidth(w);
            overlay.setHeight(h);
            leftOut.setWidth(w);
            leftOut.setHeight(h);
            redraw();
        }
    }

    /// Turns the view by an angle in radians, as a drag does.
    public void turn(double angle) {
        turning.turn(angle);
    }

    /// Sees all of the bounds.
    public void frameAll() {
        model.frameAll(getWidth() / Math.max(1, getHeight()));
    }

    private void refresh() {
        again.ask();
    }

    private void refreshNow() {
        if (model.coveredProperty().get()) {
            return;
        }
        redraw();
        ask();
        cutSource();
        refreshWords();
    }

    private void cutSource() {
        if (model.voxelsProperty().get()) {
            long frame = runs.playhead().frameProperty().get();
            String element = runs.elementProperty().get();
            voxels.show(document.shot(), selection.path(), element, frame, model.view());
        } else {
            voxels.hide();
        }
    }

    /// A run that grows is asked for again only where another frame is to be seen.
    private void grow() {
        boolean same =
                asked != null
                        && Objects.equals(asked.run(), runs.shown())
                        && asked.frame() == moments.moment()
                        && asked.others().equals(moments.others())
                        && asked.finest() == finest();
        if (same) {
            words.ask();
        } else {
            refresh();
        }
    }

    private void ask() {
        boolean unseen = model.aloneProperty().get() || model.coveredProperty().get();
        if (getWidth() < 2 || getHeight() < 2 || unseen) {
            return;
        }
        asked =
                new PictureMaker.Request(
                        runs.shown(),
                        moments.moment(),
                        moments.others(),
                        moments.speed(),
                        document.shot(),
                        model.view(),
                        model.standing(),
                        model.seenProperty().get(),
                        new PictureMaker.Developing(
                                model.gradedProperty().get(), model.fullProperty().get()),
                        model.sliceProperty().get(),
                        model.streaksProperty().get(),
                        model.from(),
                        model.to(),
                        (int) getWidth(),
                        (int) getHeight(),
                        finest(),
                        System.nanoTime());
        maker.ask(asked);
    }

    /// A view that moves or plays is drawn coarsely; one that follows a run a little finer, so that
    /// the run keeps its pace.
    private int finest() {
        if (turning.isMoving()) {
            return PictureMaker.Request.TURNING;
        }
        if (runs.playhead().playingProperty().get()) {
            return PictureMaker.Request.PLAYING;
        }
        Run run = runs.shown();
        boolean follows = runs.playhead().followingProperty().get();
        return run != null && run.isRunning() && follows ? 2 : 1;
    }

    private void show(PictureMaker.Drawn done) {
        if (drawn == null || !drawn.request().equals(done.request())) {
            waited.accept((System.nanoTime() - done.request().nanos()) * 1e-9);
        }
        boolean otherStreaks = drawn == null || !drawn.streaks().equals(done.streaks());
        boolean otherRooms = !model.rooms().equals(rooms);
        rooms = model.rooms();
        drawn = done;
        pictures++;
        paintLeftOut();
        if (otherStreaks || otherRooms) {
            redraw();
        }
        if (done.argb() == null) {
            picture.setImage(null);
        } else {
            picture.setImage(Images.of(done.argb(), done.columns(), done.rows()));
        }
        readouts.sayDeveloped(done.request().print(), done.full());
        Run run = done.request().run();
        if (firstShown != null && run != null && !run.log().isEmpty()) {
            firstShown.accept(run);
            firstShown = null;
        }
        boolean slicing = done.request().slice() != null;
        legend.setVisible(slicing && done.range() != null);
        legend.setManaged(legend.isVisible());
        if (legend.isVisible()) {
            legend.show(done.request().slice(), done.range());
        }
        words.ask();
    }

    /// Is there any source of carriers?
    public ReadOnlyBooleanProperty hasCarriersProperty() {
        return hasCarriers.getReadOnlyProperty();
    }

    /// Others are to be shown.
    private void fly() {
        hasCarriers.set(!flights.carriers().isEmpty());
        if (!hasCarriers.get()) {
            model.aloneProperty().set(false);
        } else if (model.aloneProperty().get()) {
            watch();
        }
        redraw();
    }

    /// Without the gas, over the time in which carriers live.
    private void watchAlone(boolean is) {
        picture.setVisible(!is);
        if (is) {
            watch();
            runs.playhead().playingProperty().set(true);
        } else {
            runs.watchNoMore();
        }
        refresh();
    }

    /// Lets the specks of the air move, in real time.
    private void blow(boolean is) {
        if (is) {
            blower.start();
        } else {
            blower.stop();
        }
        redraw();
    }

    private void watch() {
        long[] frames = flights.frames(document.shot().frames());
        runs.watch(frames[0], frames[1]);
    }

    private void redraw() {
        flights.ask(document.shot());
        if (getWidth() < 2 || getHeight() < 2) {
            return;
        }
        Map<String, Item> outlines = new LinkedHashMap<>();
        if (model.sourcesProperty().get()) {
            document.shot()
                    .items()
                    .forEach(
                            (path, item) -> {
                                if (Shape.isHad(item.kind())) {
                                    outlines.put(path, item);
                                }
                            });
        }
        overlay.draw(
                new Overlay.Scene(
                        model.view(),
                        model.from(),
                        model.to(),
                        model.boundsProperty().get() && runs.elementProperty().get() != null,
                        model.boundsProperty().get() ? model.otherBounds() : List.of(),
                        outlines,
                        flying(),
                        moments.seconds(),
                        selection.path(),
                        model.stakesProperty().get() ? runs.stakes() : List.of(),
                        drawn == null || model.aloneProperty().get() ? List.of() : drawn.streaks(),
                        model.sliceProperty().get(),
                        model.airProperty().get() ? document.shot() : null,
                        blowing,
                        model.guidesProperty().get(),
                        lamps()));
        handles.choose(model.sourcesProperty().get() ? selection.path() : null, moments.seconds());
        paintLeftOut();
    }

    /// The lamps of the site by path, where outlines are shown.
    private Map<String, Item> lamps() {
        Map<String, Item> all = new LinkedHashMap<>();
        if (model.sourcesProperty().get()) {
            document.shot().lamps().forEach((name, lamp) -> all.put("lamps." + name, lamp));
        }
        return all;
    }

    private void paintLeftOut() {
        leftOut.draw(drawn == null ? List.of() : drawn.gas(), model.view());
    }

    /// The carriers of the sources that are on.
    private Map<String, Carriers> flying() {
        Map<String, Carriers> all = new LinkedHashMap<>(flights.carriers());
        Map<String, Item> items = document.shot().items();
        all.keySet().removeIf(path -> !items.containsKey(path) || !items.get(path).get(Source.ON));
        return model.sourcesProperty().get() || model.aloneProperty().get() ? all : Map.of();
    }

    private void refreshWords() {
        readouts.say(moments.frame(), moments.moment(), drawn == null ? "" : drawn.problem());
        readouts.say(model.stakesProperty().get() ? runs.stakes() : List.of());
    }

    /// Says what the gas is under the pointer.
    private void look(double x, double y) {
        if (drawn == null || drawn.gas().isEmpty() || model.aloneProperty().get()) {
            say(Optional.empty());
            return;
        }
        List<SeenGas> gas = drawn.gas();
        View view = model.view();
        int columns = (int) getWidth();
        int rows = (int) getHeight();
        Slice slice = model.sliceProperty().get();
        Optional<Probe> found =
                slice == null
                        ? Probe.seen(gas, document.shot(), view, x, y, columns, rows)
                        : slice.hit(view, x, y, columns, rows, model.from(), model.to())
                                .map(place -> Probe.at(gas.getFirst(), place));
        say(found);
    }

    private void say(Optional<Probe> found) {
        readouts.say(found);
        model.pointedProperty().set(found.map(Probe::shown).orElse(Double.NaN));
    }

    @Override
    public void close() {
        blower.stop();
        maker.close();
    }
}
