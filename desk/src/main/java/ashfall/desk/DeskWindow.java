package ashfall.desk;

import ashfall.desk.chart.ChartView;
import ashfall.desk.compare.ComparePanel;
import ashfall.desk.compare.LooksPanel;
import ashfall.desk.compare.TrialsPanel;
import ashfall.desk.dials.DialsView;
import ashfall.desk.document.Autosave;
import ashfall.desk.document.Document;
import ashfall.desk.document.KeptLooks;
import ashfall.desk.document.Places;
import ashfall.desk.document.Recent;
import ashfall.desk.document.Recovery;
import ashfall.desk.document.Selection;
import ashfall.desk.document.Station;
import ashfall.desk.fireground.FiregroundModel;
import ashfall.desk.fireground.FiregroundView;
import ashfall.desk.kit.Tokens;
import ashfall.desk.ledger.LedgerPanel;
import ashfall.desk.manifest.Arranging;
import ashfall.desk.manifest.ManifestView;
import ashfall.desk.proof.ProofLayer;
import ashfall.desk.render.RenderPanel;
import ashfall.desk.review.ReferenceLayer;
import ashfall.desk.review.RemarkLayer;
import ashfall.desk.review.ReviewPanel;
import ashfall.desk.rise.RiseLayer;
import ashfall.desk.run.FiringProcess;
import ashfall.desk.run.Runs;
import ashfall.desk.run.Sketcher;
import ashfall.desk.run.TrialRuns;
import ashfall.desk.train.TrainView;
import ashfall.shot.Foreign;
import ashfall.shot.Scenery;
import ashfall.shot.Shot;
import ashfall.work.Workers;

import javafx.application.Application;
import javafx.application.Platform;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.stage.Stage;
import javafx.stage.Window;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/// The window: its five regions, what they share, and the commands.
public final class DeskWindow implements AutoCloseable {
    private final Stage stage;
    private final Places places;
    private final Workers workers = Workers.ofMachine();
    private final Document document;
    private final Recovery recovery;
    private final Autosave autosave;
    private final Recent recent;
    private final Runs runs;
    private final Selection selection = new Selection();
    private final FiregroundModel look;
    private final FiregroundView fireground;
    private final ViewBar viewBar;
    private final LedgerPanel ledger;
    private final TrialsPanel trials;
    private final ComparePanel compare;
    private final LooksPanel looks;
    private final ReferenceLayer references;
    private final ReviewPanel review;
    private final RenderPanel render;
    private final List<Region> panels;
    private final RiseLayer rise;
    private final ProofLayer proof;
    private final ManifestView manifest;
    private final DialsView dials;
    private final TrainView train;
    private final Notice notice = new Notice();
    private final ShotFiles shots;
    private final KeysHelp help;
    private final Keys keys = new Keys(this::closePanels);
    private final StackPane root;

    /// Builds the window in a stage; nothing is shown yet.
    ///
    /// @param from the file of the first shot, or null
    public DeskWindow(Stage stage, Shot first, Path from, Places places, FileAsk files) {
        this(stage, first, from, places, files, FiringProcess.Launcher.own());
    }

    /// With another way to start firings.
    public DeskWindow(
            Stage stage,
            Shot first,
            Path from,
            Places places,
            FileAsk files,
            FiringProcess.Launcher launcher) {
        Application.setUserAgentStylesheet(Tokens.sheet());
        this.stage = stage;
        this.places = places;
        this.document = new Document(first);
        document.fileProperty().set(from);
        this.recovery = new Recovery(places.recovery());
        this.autosave = new Autosave(document, recovery);
        this.recent = new Recent(places.recent());
        this.runs =
                new Runs(
                        document,
                        new Sketcher(workers, Platform::runLater),
                        new TrialRuns(workers, Platform::runLater),
                        launcher,
                        Platform::runLater,
                        recovery.folder());
        // The first sketch is made while the window is built.
        runs.opened();
        this.look = new FiregroundModel(document, runs);
        this.fireground = new FiregroundView(document, runs, selection, look, workers);
        this.ledger = new LedgerPanel(document, runs, workers);
        this.compare = new ComparePanel(document, runs, look, workers);
        this.trials = new TrialsPanel(document, runs, look, workers, compare::compare);
        this.references = new ReferenceLayer(document, runs);
        RemarkLayer pins = new RemarkLayer(document, runs, look);
        this.review =
                new ReviewPanel(
                        document,
                        runs,
                        look,
                        pins,
                        references,
                        workers,
                        files::toOpenPicture,
                        recovery.folder());
        review.pinIn(fireground);
        this.render = new RenderPanel(document, runs, selection, workers);
        this.rise = new RiseLayer(document, runs, look, workers);
        this.proof = new ProofLayer(document, runs, look, workers);
        this.viewBar =
                new ViewBar(
                        document,
                        runs,
                        look,
                        rise,
                        proof.shownProperty(),
                        fireground,
                        ledger::toggle,
                        trials::toggle,
                        compare::toggle,
                        review::toggle,
                        render::toggle);
        Arranging arranging = new Arranging(document);
        this.manifest = new ManifestView(document, runs, selection, arranging);
        this.shots = new ShotFiles(document, runs, autosave, recent, files, notice, this::opened);
        KeptLooks kept = new KeptLooks(places.looks(), Platform::runLater);
        this.looks = new LooksPanel(document, runs, look, kept, shots::take, workers);
        makeCommands();
        ShotMenu menu = new ShotMenu(document, shots, recent, keys.all(), this::toggleHelp);
        this.train = new TrainView(document, runs, selection, menu);
        this.dials =
                new DialsView(
                        document,
                        runs,
                        selection,
                        workers,
                        param ->
                                param.equals(Foreign.FILE)
                                        ? files.toOpenVolumes()
                                        : param.equals(Scenery.FILE)
                                                ? files.toOpenMesh()
                                                : files.toOpenPicture(),
                        looks::toggle,
                        look.pointedProperty());
        ChartView chart = new ChartView(document, runs, selection, rise);
        this.help = new KeysHelp(keys.all());
        StackPane picture = new StackPane(fireground, proof, references, rise, pins);
        VBox middle = new VBox(viewBar, notice, picture);
        VBox.setVgrow(picture, Priority.ALWAYS);
        BorderPane regions = new BorderPane();
        regions.getStyleClass().add("regions");
        regions.setTop(train);
        regions.setLeft(manifest);
        regions.setCenter(middle);
        regions.setRight(dials);
        regions.setBottom(new VBox(new Grip(chart), chart));
        StackPane.setAlignment(train.armPanel(), Pos.TOP_RIGHT);
        this.panels = List.of(ledger, trials, compare, looks, review, render);
        for (Region panel : panels) {
            StackPane.setAlignment(panel, Pos.TOP_LEFT);
        }
        onlyOne(panels);
        for (Region panel : List.of(trials, compare, looks)) {
            // Over the manifest and the fireground: dials and chart stay in reach.
            panel.prefWidthProperty().bind(dials.layoutXProperty());
            panel.prefHeightProperty().bind(middle.heightProperty());
            panel.setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
        }
        look.coveredProperty()
                .bind(
                        trials.visibleProperty()
                                .or(compare.visibleProperty())
                                .or(looks.visibleProperty()));
        this.root = new StackPane(regions);
        root.getChildren().addAll(panels);
        root.getChildren().addAll(train.armPanel(), help);
        root.getStyleClass().add("desk");
        Scene scene = new Scene(root, 1280, 800);
        scene.addEventFilter(KeyEvent.KEY_PRESSED, e -> keys.press(e, scene.getFocusOwner()));
        scene.addEventFilter(
                KeyEvent.KEY_RELEASED,
                e -> {
                    if (e.getCode() == KeyCode.R) {
                        references.flip(false);
                    }
                });
        stage.setScene(scene);
        stage.setMinWidth(1024);
        stage.setMinHeight(680);
        stage.setTitle("Ashfall");
        stage.setOnCloseRequest(
                e -> {
                    e.consume();
                    shots.whenLetGo(this::closeForGood);
                });
        // A key that is let go elsewhere is not heard of. By way of the scene, since a stage that
        // gets another must not hold on to this window.
        scene.windowProperty()
                .flatMap(Window::focusedProperty)
                .addListener((o, was, is) -> references.flip(false));
        runs.firings().saidProperty().addListener((o, was, is) -> notice.say(is));
        document.shotProperty().addListener((o, was, is) -> title());
        document.savedProperty().addListener((o, was, is) -> title());
        title();
        if (from != null) {
            recent.add(from);
        }
    }

    /// Shows the window, and offers what a crash left.
    public void show() {
        chooseFirst();
        stage.show();
        Thread.ofVirtual()
                .start(
                        () -> {
                            List<Recovery.Left> left = Recovery.left(places.recovery());
                            Platform.runLater(() -> shots.offer(left));
                        });
    }

    /// Where one of the panels is opened, the others close.
    private static void onlyOne(List<Region> panels) {
        for (Node panel : panels) {
            panel.visibleProperty()
                    .addListener(
                            (o, was, is) -> {
                                for (Node other : panels) {
                                    if (is && other != panel) {
                                        other.setVisible(false);
                                    }
                                }
                            });
        }
    }

    private void opened() {
        runs.opened();
        chooseFirst();
    }

    private void chooseFirst() {
        look.lookThroughCamera();
        String element = runs.elementProperty().get();
        Map<String, ?> sources =
                element == null ? Map.of() : document.shot().element(element).sources();
        selection.choose(
                sources.isEmpty()
                        ? "frames"
                        : "elements." + element + ".sources." + sources.keySet().iterator().next());
    }

    private void title() {
        stage.setTitle(
                document.shot().name()
                        + (document.savedProperty().get() ? "" : " *")
                        + " - Ashfall");
    }

    private void makeCommands() {
        add("undo", "Undo", "Shortcut+Z", document::undo);
        add("redo", "Redo", "Shortcut+Shift+Z", document::redo);
        add("redo-too", "Redo", "Shortcut+Y", document::redo);
        add("new", "New shot", "Shortcut+N", () -> shots.create("burner"));
        add("open", "Open", "Shortcut+O", shots::askToOpen);
        add("save", "Save", "Shortcut+S", shots::save);
        add("save-as", "Save as", "Shortcut+Shift+S", shots::saveAs);
        add("play", "Play or stop", "Space", () -> runs.playhead().togglePlay());
        add("step-on", "One frame on", "Right", () -> runs.playhead().step(1));
        add("step-back", "One frame back", "Left", () -> runs.playhead().step(-1));
        add(
                "loop",
                "Play over and over",
                "L",
                () -> {
                    var looping = runs.playhead().loopingProperty();
                    looping.set(!looping.get());
                });
        for (Station station : Station.values()) {
            add(
                    "station-" + station.digit(),
                    station.label(),
                    Integer.toString(station.digit()),
                    () -> selection.stationProperty().set(station));
        }
        add("frame-all", "Frame all", "F", fireground::frameAll);
        add("camera", "Look through the shot's camera", "C", look::lookThroughCamera);
        add("through", "See through the smoke", "G", viewBar::toggleThrough);
        add("grade", "With the grade, or without", "D", viewBar::toggleGrade);
        add("slice", "Slice", "S", viewBar::toggleSlice);
        add("streaks", "Streaks", "V", viewBar::toggleStreaks);
        add("air", "Wind and draughts", "W", viewBar::toggleAir);
        add("rise", "Rise chart: silhouettes over each other", "H", viewBar::toggleRise);
        add("proof", "Finish a part of the view", "N", viewBar::toggleProof);
        add("voxels", "Voxels of the chosen source or obstacle", "X", viewBar::toggleVoxels);
        add("carriers", "Carriers alone", "K", viewBar::toggleCarriers);
        add("arm", "Arm a firing", "Shortcut+Enter", () -> train.toggleArm());
        add("ledger", "Ledger of firings", "Shortcut+L", ledger::toggle);
        add("trials", "Trials of the shot", "T", trials::toggle);
        add("compare", "Compare two runs", "B", compare::toggle);
        add("looks", "Looks side by side, kept and used", "J", looks::toggle);
        add("review", "Review: remarks, references, rushes", "Shortcut+R", review::toggle);
        add("render", "Finished pictures", "P", render::toggle);
        add("flip", "Hold: the reference over the view", "R", () -> references.flip(true));
        add("solo", "Solo the chosen thing", "O", manifest::soloChosen);
        add("hold-out", "Hold out other elements, or see all", "Shift+O", manifest::holdOutOthers);
        add("group", "Group the chosen things, or ungroup", "Shortcut+G", manifest::groupChosen);
        add("find", "Find by name", "Shortcut+F", manifest::find);
        add("rename", "Rename", "F2", manifest::renameChosen);
        add("duplicate", "Duplicate", "Shortcut+D", manifest::duplicateChosen);
        add("delete", "Delete", "Delete", manifest::removeChosen);
        add("help", "Keys", "F1", this::toggleHelp);
    }

    private void add(String id, String text, String key, Runnable run) {
        keys.add(Command.of(id, text, key, run));
    }

    private void closePanels() {
        help.setVisible(false);
        panels.forEach(panel -> panel.setVisible(false));
        train.disarm();
    }

    private void toggleHelp() {
        help.setVisible(!help.isVisible());
    }

    private void closeForGood() {
        close();
        stage.hide();
    }

    /// The parts, for those who drive the window.
    public Document document() {
        return document;
    }

    public Runs runs() {
        return runs;
    }

    public FiregroundView fireground() {
        return fireground;
    }

    public FiregroundModel look() {
        return look;
    }

    public Selection selection() {
        return selection;
    }

    public LedgerPanel ledger() {
        return ledger;
    }

    public TrialsPanel trials() {
        return trials;
    }

    public LooksPanel looks() {
        return looks;
    }

    public ReviewPanel review() {
        return review;
    }

    public DialsView dials() {
        return dials;
    }

    public RenderPanel render() {
        return render;
    }

    public ProofLayer proof() {
        return proof;
    }

    public RiseLayer rise() {
        return rise;
    }

    public ComparePanel compare() {
        return compare;
    }

    /// A region by its name: `window`, `fireground`, `chart`, `dials`, `manifest`.
    public Optional<Node> region(String name) {
        return name.equals("window")
                ? Optional.of(root)
                : Optional.ofNullable(root.lookup("#" + name));
    }

    @Override
    public void close() {
        runs.close();
        fireground.close();
        rise.close();
        proof.close();
        dials.close();
        trials.close();
        compare.close();
        looks.close();
        review.close();
        render.close();
        autosave.close();
        workers.close();
    }
}
