package ashfall.desk.train;

import ashfall.desk.document.Document;
import ashfall.desk.document.Selection;
import ashfall.desk.document.Station;
import ashfall.desk.kit.Bytes;
import ashfall.desk.kit.Glyph;
import ashfall.desk.kit.Soon;
import ashfall.desk.manifest.Live;
import ashfall.desk.run.Run;
import ashfall.desk.run.Runs;
import ashfall.shot.Element;
import ashfall.shot.Fineness;
import ashfall.shot.Frames;
import ashfall.shot.Kept;
import ashfall.shot.Look;
import ashfall.shot.Shot;
import ashfall.shot.Unit;
import ashfall.sim.LogEntry;

import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.OverrunStyle;
import javafx.scene.control.ProgressBar;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/// The train: the stations of the work as links from left to right, each with a live figure, hollow
/// where it is out of date; then fineness, arming and firing with progress, memory and disk.
public final class TrainView extends HBox {
    private static final PseudoClass CHOSEN = PseudoClass.getPseudoClass("chosen");
    private static final PseudoClass HOLLOW = PseudoClass.getPseudoClass("hollow");
    private static final PseudoClass LIVE = PseudoClass.getPseudoClass("live");

    private final Document document;
    private final Runs runs;
    private final Selection selection;
    private final Map<Station, Link> links = new EnumMap<>(Station.class);
    private final Label name = new Label();
    private final Label state = new Label();
    private final ToggleGroup finenesses = new ToggleGroup();
    private final HBox segments = new HBox();
    private final Region lamp = new Region();
    private final Button arm = new Button("Arm");
    private final ProgressBar progress = new ProgressBar(0);
    private final Label left = new Label();
    private final Button cancel = new Button("Cancel", Glyph.CLOSE.node());
    private final Label memory = new Label();
    private final ArmPanel panel;
    private final Soon soon = new Soon(this::refresh);

    /// @param file the menu of the shot's file
    public TrainView(Document document, Runs runs, Selection selection, MenuButton file) {
        this.document = document;
        this.runs = runs;
        this.selection = selection;
        this.panel = new ArmPanel(document, runs, this::disarm, this::disarm);
        setId("train");
        getStyleClass().add("train");
        setAlignment(Pos.CENTER_LEFT);
        getChildren().addAll(shotBox(file), stations(), firing());
        document.shotProperty().addListener((o, was, is) -> soon.ask());
        document.savedProperty().addListener((o, was, is) -> soon.ask());
        document.fileProperty().addListener((o, was, is) -> soon.ask());
        selection.stationProperty().addListener((o, was, is) -> soon.ask());
        runs.supersededProperty().addListener((o, was, is) -> soon.ask());
        runs.newsProperty().addListener((o, was, is) -> soon.ask());
        runs.playhead().frameProperty().addListener((o, was, is) -> soon.ask());
        runs.firings().newestProperty().addListener((o, was, is) -> watch(is));
        refresh();
    }

    /// What an armed firing would be; shown below the train.
    public ArmPanel armPanel() {
        return panel;
    }

    private HBox shotBox(MenuButton file) {
        name.setId("shot-name");
        name.getStyleClass().add("shot-name");
        name.setTextOverrun(OverrunStyle.CENTER_ELLIPSIS);
        state.setId("shot-state");
        state.getStyleClass().add("shot-state");
        VBox words = new VBox(name, state);
        words.setAlignment(Pos.CENTER_LEFT);
        words.setMinWidth(0);
        HBox.setHgrow(words, Priority.ALWAYS);
        file.setMinWidth(USE_PREF_SIZE);
        HBox box = new HBox(8, file, words);
        box.getStyleClass().add("shot-box");
        box.setAlignment(Pos.CENTER_LEFT);
        return box;
    }

    private HBox stations() {
        HBox row = new HBox();
        row.getStyleClass().add("links");
        row.setAlignment(Pos.CENTER_LEFT);
        HBox.setHgrow(row, Priority.ALWAYS);
        boolean first = true;
        for (Station station : Station.values()) {
            if (!first) {
                Region coupling = new Region();
                coupling.getStyleClass().add("coupling");
                row.getChildren().add(coupling);
            }
            first = false;
            Link link = new Link(station);
            links.put(station, link);
            row.getChildren().add(link);
        }
        return row;
    }

    private HBox firing() {
        segments.getStyleClass().add("segments");
        segments.setAlignment(Pos.CENTER);
        for (Fineness f : Fineness.values()) {
            ToggleButton button = new ToggleButton(f.toString());
            button.setId("fineness-" + f);
            button.getStyleClass().add("segment");
            button.setToggleGroup(finenesses);
            button.setSelected(f == runs.finenessProperty().get());
            button.setTooltip(
                    new Tooltip("Voxels of the next firing; sketches always use the coarsest"));
            button.setOnAction(
                    e -> {
                        button.setSelected(true);
                        runs.finenessProperty().set(f);
                        if (panel.isVisible()) {
                            panel.arm(runs.finenessProperty().get());
                        }
                    });
            segments.getChildren().add(button);
        }
        lamp.getStyleClass().add("signal");
        arm.setId("arm");
        arm.setGraphic(lamp);
        arm.setTooltip(new Tooltip("Look over a firing before it is made (Ctrl+Enter)"));
        arm.setOnAction(e -> toggleArm());
        progress.setId("firing-progress");
        progress.setPrefWidth(96);
        left.setId("firing-left");
        left.getStyleClass().add("figure");
        left.setMinWidth(72);
        cancel.setId("cancel-firing");
        cancel.setTooltip(new Tooltip("Stop the firing; whole frames stay"));
        cancel.setOnAction(e -> runs.firings().cancel());
        memory.setId("memory");
        memory.getStyleClass().add("figure");
        memory.setTooltip(new Tooltip("Memory that sketches and the window use"));
        StackPane room = new StackPane(memory);
        room.getStyleClass().add("memory-room");
        panel.setVisible(false);
        showProgress(false);
        HBox box = new HBox(8, segments, arm, progress, left, cancel, room);
        box.getStyleClass().add("firing-box");
        box.setAlignment(Pos.CENTER_RIGHT);
        box.setMinWidth(USE_PREF_SIZE);
        return box;
    }

    /// Arms a firing, or disarms it.
    public void toggleArm() {
        if (panel.isVisible()) {
            disarm();
        } else if (!arm.isDisabled()) {
            panel.setVisible(true);
            panel.arm(runs.finenessProperty().get());
            arm.pseudoClassStateChanged(LIVE, true);
            arm.setText("Armed");
        }
    }

    /// Closes the lines of an armed firing.
    public void disarm() {
        panel.setVisible(false);
        arm.pseudoClassStateChanged(LIVE, runs.firings().isRunning());
        arm.setText(runs.firings().isRunning() ? "Firing" : "Arm");
    }

    private void showProgress(boolean shown) {
        for (Region part : List.of(progress, left, cancel)) {
            part.setVisible(shown);
            part.setManaged(shown);
        }
        segments.setVisible(!shown);
        segments.setManaged(!shown);
    }

    private void watch(Run run) {
        if (run == null) {
            return;
        }
        run.sizeProperty().addListener((o, was, is) -> refreshFiring(run));
        run.stateProperty()
                .addListener(
                        (o, was, is) -> {
                            refreshFiring(run);
                            if (is == Run.State.DONE) {
                                runs.show(run);
                            }
                        });
        refreshFiring(run);
    }

    private void refreshFiring(Run run) {
        boolean running = run.isRunning();
        showProgress(running);
        arm.pseudoClassStateChanged(LIVE, running || panel.isVisible());
        arm.setText(running ? "Firing" : panel.isVisible() ? "Armed" : "Arm");
        if (!running) {
            return;
        }
        long first = Frames.begin(run.shot().frames());
        long frames = run.shot().frames().get(Frames.LAST) - first + 1;
        List<LogEntry> log = run.log();
        progress.setProgress(log.isEmpty() ? -1 : (double) log.size() / frames);
        double perFrame = log.stream().mapToDouble(LogEntry::seconds).average().orElse(Double.NaN);
        left.setText(
                log.isEmpty()
                        ? "starting"
                        : Forecast.time(perFrame * (frames - log.size())) + " left");
    }

    private void refresh() {
        Shot shot = document.shot();
        name.setText(shot.name());
        state.setText(
                document.savedProperty().get()
                        ? document.file().isPresent() ? "saved" : "not yet a file"
                        : "changed, not saved");
        state.pseudoClassStateChanged(HOLLOW, !document.savedProperty().get());
        Station changed = firstChanged();
        links.forEach(
                (station, link) -> {
                    link.pseudoClassStateChanged(
                            CHOSEN, station == selection.stationProperty().get());
                    boolean gas = station != Station.LOOK;
                    link.pseudoClassStateChanged(
                            HOLLOW, gas && changed != null && station.compareTo(changed) >= 0);
                    link.figure.setText(figure(station, shot));
                });
        Runtime vm = Runtime.getRuntime();
        memory.setText(Bytes.words((vm.totalMemory() - vm.freeMemory())));
    }

    /// The first station whose settings differ from the shown run's; null when none.
    private Station firstChanged() {
        Run run = runs.shown();
        if (run == null || !runs.supersededProperty().get()) {
            return null;
        }
        Station first = null;
        for (String difference : runs.differences(run)) {
            String path = difference.split(" ")[0];
            Station at = stationOf(path);
            if (first == null || at.compareTo(first) < 0) {
                first = at;
            }
        }
        return first;
    }

    /// A difference names a parameter; its item's station counts.
    private static Station stationOf(String path) {
        if (path.matches("elements\\.[^.]+\\.(vorticity|seed)")) {
            return Station.BURN;
        }
        return path.startsWith("elements.") && !path.contains(".sources.")
                ? Station.of(path.replaceAll("(elements\\.[^.]+\\.(bounds|burn)).*", "$1"))
                : Station.of(path);
    }

    private String figure(Station station, Shot shot) {
        String name = runs.elementProperty().get();
        Element element = name == null ? null : shot.elements().get(name);
        Run run = runs.shown();
        LogEntry entry = run == null ? null : run.entryNear(runs.playhead().frameProperty().get());
        return switch (station) {
            case SITE -> element == null ? "empty" : Live.figure(shot, bounds(), element.bounds());
            case CHARGE -> {
                double fuel =
                        element == null
                                ? 0
                                : element.sources().values().stream()
                                        .mapToDouble(source -> Live.fuel(shot, source))
                                        .sum();
                yield Unit.KILOGRAM.figure(fuel, 2);
            }
            case AIR -> Live.wind(shot.air());
            case BURN -> entry == null ? "-" : Unit.KILOWATT.figure(entry.heatReleaseKw(), 2);
            case LOOK -> Unit.number(shot.look().number(Look.EXPOSURE), 3) + " stops";
            case HAND_OVER ->
                    element == null ? "-" : element.gas().get(Kept.CHANNELS).size() + " channels";
        };
    }

    private String bounds() {
        return "elements." + runs.elementProperty().get() + ".bounds";
    }

    /// A link of the train.
    private final class Link extends Button {
        private final Label figure = new Label();

        Link(Station station) {
            setId("station-" + station.name().toLowerCase(java.util.Locale.ROOT).replace('_', '-'));
            getStyleClass().add("link");
            Label title = new Label(station.label());
            title.getStyleClass().add("link-title");
            figure.getStyleClass().add("figure");
            VBox words = new VBox(title, figure);
            words.setAlignment(Pos.CENTER_LEFT);
            setGraphic(words);
            setMinWidth(USE_PREF_SIZE);
            setTooltip(new Tooltip(station.purpose() + " (" + station.digit() + ")"));
            setOnAction(e -> selection.stationProperty().set(station));
        }
    }
}
