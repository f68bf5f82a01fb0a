package ashfall.desk.dials;

import ashfall.desk.document.Document;
import ashfall.desk.document.Selection;
import ashfall.desk.document.Station;
import ashfall.desk.kit.Soon;
import ashfall.desk.kit.Tips;
import ashfall.desk.run.Runs;
import ashfall.shot.Air;
import ashfall.shot.Bounds;
import ashfall.shot.Camera;
import ashfall.shot.Foreign;
import ashfall.shot.Grade;
import ashfall.shot.Item;
import ashfall.shot.Kind;
import ashfall.shot.Look;
import ashfall.shot.Param;
import ashfall.shot.Reading;
import ashfall.shot.Scenery;
import ashfall.shot.Shot;
import ashfall.shot.Source;
import ashfall.shot.Text;
import ashfall.work.Workers;

import javafx.application.Platform;
import javafx.beans.value.ObservableDoubleValue;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/// The dials of the chosen thing: what the station and the item need, no more. Its foot says what
/// the dial under the pointer or the focus does.
public final class DialsView extends VBox implements AutoCloseable {
    private static final String READINGS = "readings.";

    /// What makes a look.
    private static final Set<Kind> LOOKS = Set.of(Look.KIND, Reading.KIND, Grade.KIND);

    /// Dials made before the toolkit may do something else: they take milliseconds each.
    private static final int AT_ONCE = 3;

    private final Document document;
    private final Runs runs;
    private final Selection selection;
    private final Label title = new Label();
    private final Label purpose = new Label();
    private final FlowPane tabs = new FlowPane(4, 4);
    private final VBox list = new VBox();
    private final Label sentence = new Label();
    private final DialMaker maker;
    private final Runnable looks;
    private final Ranges ranges;
    private final FramingBar framing;
    private final MeshBar mesh;
    private final HoldBar hold;
    private final SourceWords shares;
    private final Label files = new Label();
    private final WhoFeels feels;
    private final List<Dial<?>> dials = new ArrayList<>();
    private final Soon showing = new Soon(this::show);
    private String built = "";

    /// How often the list was built: dials that are added later belong to one of them.
    private int builds;

    /// Dials of the list, those included that are yet to be added.
    private int due;

    /// @param ask for a file, as a parameter names it
    /// @param looks lays looks side by side
    /// @param pointed temperature shown of the gas under the pointer, K; NaN where there is none
    public DialsView(
            Document document,
            Runs runs,
            Selection selection,
            Workers workers,
            Function<Text, Optional<Path>> ask,
            Runnable looks,
            ObservableDoubleValue pointed) {
        this.looks = looks;
        this.ranges = new Ranges(runs, workers);
        this.maker = new DialMaker(document, runs, ranges, pointed, ask);
        this.framing = new FramingBar(document, runs, workers);
        this.mesh = new MeshBar(document);
        this.hold = new HoldBar(document, runs, workers);
        this.document = document;
        this.runs = runs;
        this.selection = selection;
        this.shares = new SourceWords(document, runs);
        this.feels = new WhoFeels(document);
        setId("dials");
        getStyleClass().add("dials");
        title.setId("dials-title");
        title.getStyleClass().add("region-title");
        purpose.getStyleClass().add("purpose");
        purpose.setWrapText(true);
        purpose.setMinHeight(USE_PREF_SIZE);
        tabs.getStyleClass().add("tabs");
        list.getStyleClass().add("dial-list");
        ScrollPane scroll = new ScrollPane(list);
        scroll.setId("dials-scroll");
        scroll.setFitToWidth(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        VBox.setVgrow(scroll, Priority.ALWAYS);
        sentence.setId("dials-sentence");
        sentence.getStyleClass().add("sentence");
        sentence.setWrapText(true);
        files.setId("volumes-files");
        files.setWrapText(true);
        files.getStyleClass().add("purpose");
        sentence.setAlignment(Pos.TOP_LEFT);
        getChildren().addAll(new VBox(4, title, purpose, tabs), scroll, sentence);
        getChildren().getFirst().getStyleClass().add("dials-head");
        document.shotProperty().addListener((o, was, is) -> showing.ask());
        selection.pathProperty().addListener((o, was, is) -> showing.ask());
        selection.stationProperty().addListener((o, was, is) -> showing.ask());
        runs.elementProperty().addListener((o, was, is) -> showing.ask());
        runs.playhead()
                .frameProperty()
                .addListener(
                        (o, was, is) -> {
                            shares.show(selection.path());
                            lookAtRun();
                        });
        runs.newsProperty().addListener((o, was, is) -> lookAtRun());
        runs.shownProperty().addListener((o, was, is) -> lookAtRun());
        show();
    }

    private void show() {
        Shot shot = document.shot();
        Map<String, Item> items = shot.items();
        Map<String, String> choices = choices(shot);
        String path = selection.path();
        if (isOfOther(path)) {
            // What is said of its channels is of the element in view.
            runs.elementProperty().set(path.substring(READINGS.length()));
            return;
        }
        if (!choices.containsKey(path) && !choices.isEmpty()) {
            String first = choices.keySet().iterator().next();
            selection.choose(first, selection.stationProperty().get());
            return;
        }
        Item item = choices.isEmpty() ? null : items.get(path);
        String wanted = selection.stationProperty().get() + "|" + path + "|" + choices;
        if (item != null) {
            wanted += "|" + item.kind().name() + "|" + concerned(item);
        }
        if (!wanted.equals(built)) {
            built = wanted;
            build(choices, path, item);
        }
        if (item != null) {
            shares.show(path);
            if (item.kind().equals(Air.KIND)) {
                feels.show(runs.elementProperty().get());
            }
            lookAtRun();
            dials.forEach(dial -> dial.show(item));
        }
    }

    /// Looks at the run shown for what is said of it among the dials.
    private void lookAtRun() {
        Item item = document.shot().item(selection.path());
        if (item != null
                && item.kind().equals(Reading.KIND)
                && selection.stationProperty().get() == Station.LOOK) {
            ranges.ask(selection.path().replace(READINGS, ""));
        }
        if (item != null && item.kind().equals(Camera.KIND)) {
            framing.ask(selection.path());
        }
        if (item != null && item.kind().equals(Scenery.KIND)) {
            mesh.ask(selection.path());
        }
        if (item != null && item.kind().equals(Look.KIND)) {
            hold.show();
        }
        if (item != null && item.kind().equals(Foreign.KIND)) {
            sayFiles();
        }
    }

    /// Which files there are of the volumes that are chosen.
    private void sayFiles() {
        files.setText(runs.volumes().words(selection.path().replaceFirst(".*\\.", "")));
    }

    /// Is it the reading of an element that is not in view?
    private boolean isOfOther(String path) {
        return path.startsWith(READINGS)
                && document.shot().item(path) != null
                && document.shot().elements().containsKey(path.substring(READINGS.length()))
                && !path.substring(READINGS.length()).equals(runs.elementProperty().get());
    }

    private static List<String> concerned(Item item) {
        return item.kind().params().values().stream()
                .filter(param -> DialMaker.concerns(param, item))
                .map(Param::key)
                .toList();
    }

    /// What can be tuned at the station: label by path.
    private Map<String, String> choices(Shot shot) {
        Map<String, String> all = new LinkedHashMap<>();
        String name = runs.elementProperty().get();
        String element = "elements." + name;
        boolean gas = name != null && shot.elements().containsKey(name);
        switch (selection.stationProperty().get()) {
            case SITE -> {
                all.put("frames", "Frames");
                if (gas) {
                    all.put(element + ".bounds", "Bounds");
                    all.put(element, "Element");
                }
                shot.obstacles().keySet().forEach(o -> all.put("obstacles." + o, o));
                shot.meshes().keySet().forEach(m -> all.put("meshes." + m, m));
            }
            case CHARGE -> {
                if (gas) {
                    shot.elements()
                            .get(name)
                            .sources()
                            .keySet()
                            .forEach(source -> all.put(element + ".sources." + source, source));
                }
            }
            case AIR -> {
                all.put("air", "Air");
                shot.draughts().keySet().forEach(d -> all.put("draughts." + d, d));
            }
            case BURN -> {
                if (gas) {
                    all.put(element + ".burn", "Reaction");
                    all.put(element, "Motion");
                    all.put(element + ".stakes", "Stakes");
                }
            }
            case LOOK -> {
                all.put("look", "Look");
                all.put("reading", "Reading");
                if (shot.readings().containsKey(name)) {
                    all.put(READINGS + name, "Reading of " + name);
                }
                all.put("sun", "Sun and sky");
                shot.lamps().keySet().forEach(lamp -> all.put("lamps." + lamp, lamp));
                for (String volumes : shot.volumes().keySet()) {
                    all.put("volumes." + volumes, volumes);
                    if (shot.readings().containsKey(volumes)) {
                        all.put(READINGS + volumes, "Reading of " + volumes);
                    }
                }
                all.put("camera", "Camera");
                shot.cameras().keySet().forEach(own -> all.put("cameras." + own, own));
                all.put("grade", "Grade");
            }
            case HAND_OVER -> {
                if (gas) {
                    all.put(element, "Channels");
                }
            }
        }
        return all;
    }

    private void build(Map<String, String> choices, String path, Item item) {
        Station station = selection.stationProperty().get();
        title.setText(station.label());
        purpose.setText(item == null ? nothing(station) : station.purpose());
        tabs.getChildren().clear();
        choices.forEach(
                (to, label) -> {
                    ToggleButton tab = new ToggleButton(label);
                    tab.getStyleClass().add("tab");
                    tab.setSelected(to.equals(path));
                    tab.setOnAction(
                            e -> {
                                tab.setSelected(true);
                                selection.choose(to, station);
                            });
                    tabs.getChildren().add(tab);
                });
        boolean several = choices.size() > 1;
        tabs.setVisible(several);
        tabs.setManaged(several);
        dials.clear();
        due = 0;
        sentence.setText("");
        list.getChildren().clear();
        if (item == null) {
            return;
        }
        if (item.kind().equals(Bounds.KIND)) {
            list.getChildren().add(new SpaceBar(document, runs, path));
        }
        if (LOOKS.contains(item.kind())) {
            list.getChildren().add(looksButton());
        }
        if (item.kind().equals(Reading.KIND)) {
            String element = runs.elementProperty().get();
            list.getChildren().add(new OwnReadingBar(document, selection, path, element));
            list.getChildren().add(new FitBar(document, ranges, path));
        }
        if (item.kind().equals(Foreign.KIND)) {
            String name = path.substring(path.indexOf('.') + 1);
            list.getChildren().addAll(files, new OwnReadingBar(document, selection, path, name));
            sayFiles();
        }
        if (item.kind().equals(Scenery.KIND)) {
            list.getChildren().add(mesh);
            mesh.ask(path);
        }
        if (item.kind().equals(Camera.KIND)) {
            list.getChildren().add(framing);
        }
        if (item.kind().equals(Look.KIND)) {
            list.getChildren().add(hold);
        }
        if (Source.KINDS.contains(item.kind())) {
            list.getChildren().add(shares);
        }
        if (item.kind().equals(Air.KIND)) {
            list.getChildren().addAll(feels.hint(), feels);
        }
        builds++;
        List<Param<?>> all = new ArrayList<>(item.kind().params().values());
        all.removeIf(param -> !DialMaker.belongs(param, item, station));
        due = all.size();
        int first = Math.min(AT_ONCE, all.size());
        all.subList(0, first).forEach(param -> add(path, param));
        addLater(path, all.subList(first, all.size()), builds);
    }

    private Node looksButton() {
        Button button = new Button("looks side by side");
        button.setId("open-looks");
        button.setTooltip(
                Tips.of(
                        "Looks that were kept, and those of the demo shots, each on this frame;"
                                + " keep this one, or use another (J)"));
        button.setOnAction(e -> looks.run());
        return new HBox(button);
    }

    /// One after another, so that what is done meanwhile is heard between two.
    private void addLater(String path, List<Param<?>> rest, int build) {
        if (!rest.isEmpty()) {
            Platform.runLater(
                    () -> {
                        // What they are of may be gone meanwhile, by an edit that is not shown yet.
                        if (builds == build && document.shot().item(path) != null) {
                            add(path, rest.getFirst());
                            addLater(path, rest.subList(1, rest.size()), build);
                        }
                    });
        }
    }

    private void add(String path, Param<?> param) {
        Dial<?> dial = maker.dial(path, param);
        dial.setAlong(selection.along());
        hear(dial);
        dials.add(dial);
        int last = list.getChildren().size() - (list.getChildren().contains(feels) ? 1 : 0);
        list.getChildren().add(last, dial);
        dial.show(document.shot().item(path));
    }

    /// Are all dials there of what is chosen?
    public boolean isWhole() {
        return !showing.isWaiting() && dials.size() == due;
    }

    /// Do all dials show all that they will?
    public boolean isSettled() {
        return isWhole()
                && ranges.isSettled()
                && hold.isSettled()
                && dials.stream().allMatch(Dial::isSettled);
    }

    private static String nothing(Station station) {
        return station == Station.CHARGE
                ? "No source yet. Add a charge, a burner, an igniter or carriers in the manifest."
                : "No element yet. Add one in the manifest.";
    }

    /// The foot speaks of the dial under the pointer, else of the one in focus.
    private void hear(Dial<?> dial) {
        dial.hoverProperty()
                .addListener((o, was, is) -> sentence.setText(is ? dial.words() : focusedWords()));
        for (Node node : dial.getChildren()) {
            node.focusedProperty().addListener((o, was, is) -> sentence.setText(focusedWords()));
        }
    }

    private String focusedWords() {
        return dials.stream().filter(Node::isFocusWithin).findFirst().map(Dial::words).orElse("");
    }

    @Override
    public void close() {
        ranges.close();
        framing.close();
        mesh.close();
        hold.close();
    }
}
