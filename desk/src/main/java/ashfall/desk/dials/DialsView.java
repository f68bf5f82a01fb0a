package ashfall.desk.dials;

import ashfall.desk.document.Document;
import ashfall.desk.document.Selection;
import ashfall.desk.document.Station;
import ashfall.desk.kit.Soon;
import ashfall.desk.run.Runs;
import ashfall.shot.Air;
import ashfall.shot.Bounds;
import ashfall.shot.Camera;
import ashfall.shot.Draught;
import ashfall.shot.Gas;
import ashfall.shot.Item;
import ashfall.shot.Kept;
import ashfall.shot.Look;
import ashfall.shot.Obstacle;
import ashfall.shot.Param;
import ashfall.shot.Quantity;
import ashfall.shot.Reading;
import ashfall.shot.Shape;
import ashfall.shot.Shot;
import ashfall.shot.Source;
import ashfall.shot.Sun;
import ashfall.shot.Text;
import ashfall.work.Workers;

import javafx.application.Platform;
import javafx.beans.value.ObservableDoubleValue;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;

/// The dials of the chosen thing: what the station and the item need, no more. Its foot says what
/// the dial under the pointer or the focus does.
public final class DialsView extends VBox implements AutoCloseable {
    /// Words that still fit a row or two; more go into a menu.
    private static final int MOST_CHIPS = 7;

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
    private final ObservableDoubleValue pointed;
    private final Supplier<Optional<Path>> ask;
    private final Ranges ranges;
    private final FramingBar framing;
    private final HoldBar hold;
    private final SourceWords shares;
    private final WhoFeels feels;
    private final List<Dial<?>> dials = new ArrayList<>();
    private final Soon showing = new Soon(this::show);
    private String built = "";

    /// How often the list was built: dials that are added later belong to one of them.
    private int builds;

    /// Dials of the list, those included that are yet to be added.
    private int wanted;

    /// @param ask for a picture's file
    /// @param pointed temperature shown of the gas under the pointer, K; NaN where there is none
    public DialsView(
            Document document,
            Runs runs,
            Selection selection,
            Workers workers,
            Supplier<Optional<Path>> ask,
            ObservableDoubleValue pointed) {
        this.ask = ask;
        this.pointed = pointed;
        this.ranges = new Ranges(runs, workers);
        this.framing = new FramingBar(document, runs, workers);
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
        if (selection.path().equals("reading")
                && selection.stationProperty().get() == Station.LOOK) {
            ranges.ask();
        }
        Item item = document.shot().item(selection.path());
        if (item != null && item.kind().equals(Camera.KIND)) {
            framing.ask(selection.path());
        }
        if (item != null && item.kind().equals(Look.KIND)) {
            hold.show();
        }
    }

    /// Does a parameter say anything of the shape and the patches that an item has?
    private static boolean concerns(Param<?> param, Item item) {
        if (item.kind().equals(Gas.KIND)) {
            return item.get(Kept.CROP) || (param != Kept.CROP_FROM && param != Kept.CROP_TO);
        }
        if (item.kind().equals(Draught.KIND)) {
            return Draught.concerns(param, item) && Shape.concerns(param, item);
        }
        if (item.kind().equals(Obstacle.KIND)) {
            return Obstacle.concerns(param, item) && Shape.concerns(param, item);
        }
        return !Shape.isHad(item.kind())
                || (Shape.concerns(param, item) && Source.concerns(param, item));
    }

    private static List<String> concerned(Item item) {
        return item.kind().params().values().stream()
                .filter(param -> concerns(param, item))
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
                all.put("sun", "Sun and sky");
                shot.lamps().keySet().forEach(lamp -> all.put("lamps." + lamp, lamp));
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
        wanted = 0;
        sentence.setText("");
        list.getChildren().clear();
        if (item == null) {
            return;
        }
        if (item.kind().equals(Bounds.KIND)) {
            list.getChildren().add(new SpaceBar(document, runs, path));
        }
        if (item.kind().equals(Reading.KIND)) {
            list.getChildren().add(new FitBar(document, ranges));
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
        all.removeIf(param -> !belongs(param, item, station));
        wanted = all.size();
        int first = Math.min(AT_ONCE, all.size());
        all.subList(0, first).forEach(param -> add(path, param));
        addLater(path, all.subList(first, all.size()), builds);
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
        Dial<?> dial = dial(path, param);
        dial.setAlong(selection.along());
        hear(dial);
        dials.add(dial);
        int last = list.getChildren().size() - (list.getChildren().contains(feels) ? 1 : 0);
        list.getChildren().add(last, dial);
        dial.show(document.shot().item(path));
    }

    /// Are all dials there of what is chosen?
    public boolean isWhole() {
        return !showing.isWaiting() && dials.size() == wanted;
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

    /// The gas has parameters for several stations; a source those of its shape.
    private static boolean belongs(Param<?> param, Item item, Station station) {
        if (param.key().equals("on")) {
            return false;
        }
        if (item.kind().equals(Gas.KIND)) {
            return switch (station) {
                case SITE -> param.key().startsWith("voxel") || param == Gas.PRESENCE;
                case HAND_OVER ->
                        param == Kept.CHANNELS
                                || (param.key().startsWith("crop") && concerns(param, item));
                default ->
                        !param.key().startsWith("voxel")
                                && param != Gas.PRESENCE
                                && !Kept.params().contains(param);
            };
        }
        return concerns(param, item);
    }

    private Dial<?> dial(String path, Param<?> param) {
        return switch (param) {
            case Quantity q -> new QuantityDial(document, path, q);
            case Param.Vector v -> new VectorDial(document, path, v);
            case Param.Path p -> new PathDial(document, runs, path, p);
            case Param.Whole w ->
                    new FieldDial<>(
                            document,
                            path,
                            w,
                            value -> Long.toString(value),
                            value -> value + 1,
                            value -> value - 1);
            case Param.Colours c -> new RampDial(document, path, c, ranges, pointed);
            case Text t when t.equals(Sun.SKY_PICTURE) -> new FileDial(document, path, t, ask);
            case Text t -> new FieldDial<>(document, path, t, text -> text, null, null);
            case Param.Rate r -> new FieldDial<>(document, path, r, Object::toString, null, null);
            case Param.Switch s ->
                    new ChipsDial<>(
                            document,
                            path,
                            s,
                            List.of("on", "off"),
                            (value, word) -> value == word.equals("on"),
                            (value, word) -> word.equals("on"));
            case Param.Choice c when Reading.KIND.params().containsValue(c) ->
                    new ChannelDial(document, path, c, ranges);
            case Param.Choice c when c.options().size() > MOST_CHIPS ->
                    new MenuDial(document, path, c);
            case Param.Choice c ->
                    new ChipsDial<>(
                            document, path, c, c.options(), String::equals, (value, word) -> word);
            case Param.Subset s when s.equals(Kept.CHANNELS) ->
                    new ChannelsTable(document, runs, path);
            case Param.Subset s ->
                    new ChipsDial<>(
                            document,
                            path,
                            s,
                            s.options(),
                            List::contains,
                            (value, word) -> toggled(s, value, word));
        };
    }

    private static List<String> toggled(Param.Subset param, List<String> value, String word) {
        return param.options().stream()
                .filter(option -> option.equals(word) != value.contains(option))
                .toList();
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
        hold.close();
    }
}
