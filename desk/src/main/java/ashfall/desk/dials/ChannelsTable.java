package ashfall.desk.dials;

import ashfall.desk.document.Document;
import ashfall.desk.document.Edit;
import ashfall.desk.kit.Bytes;
import ashfall.desk.kit.ValueField;
import ashfall.desk.run.Firings;
import ashfall.desk.run.KeptSizes;
import ashfall.desk.run.Run;
import ashfall.desk.run.Runs;
import ashfall.grid.Frame;
import ashfall.shot.Frames;
import ashfall.shot.Gas;
import ashfall.shot.Item;
import ashfall.shot.Param;
import ashfall.shot.Shot;

import com.fasterxml.jackson.databind.node.TextNode;

import javafx.application.Platform;
import javafx.beans.InvalidationListener;
import javafx.beans.WeakInvalidationListener;
import javafx.geometry.HPos;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// Which channels a firing keeps and how exactly: each with what a frame of it takes on disk, and
/// all of them together beside the disk's free space.
final class ChannelsTable extends Dial<List<String>> {
    /// Channels that a next step needs, and those of them that it needs in 32 bit.
    private record Preset(String name, String tip, List<String> channels, List<String> full) {}

    private static final List<Preset> PRESETS =
            List.of(
                    new Preset(
                            "for shading",
                            "Smoke, heat and flame, for a renderer without motion blur",
                            List.of("density", "temperature", "flame"),
                            List.of("flame")),
                    new Preset(
                            "for motion blur",
                            "As for shading, and the velocity",
                            List.of("density", "temperature", "flame", "velocity"),
                            List.of("flame")),
                    new Preset(
                            "for embers",
                            "What carries and cools embers: heat and velocity",
                            List.of("temperature", "velocity"),
                            List.of("flame")));

    private final Runs runs;
    private final Map<String, ToggleButton> kept = new LinkedHashMap<>();
    private final Map<String, ToggleButton> full = new LinkedHashMap<>();
    private final Map<String, Label> figures = new LinkedHashMap<>();
    private final Map<String, ValueField> names = new LinkedHashMap<>();
    private final Label total = new Label();
    private KeptSizes sizes = new KeptSizes(Map.of(), Map.of());
    private double free = Double.NaN;
    private List<Object> known = List.of();
    private boolean settled;

    /// Held here, weakly elsewhere: dials come and go.
    private final InvalidationListener news = o -> look();

    ChannelsTable(Document document, Runs runs, String path) {
        super(document, path, Gas.CHANNELS);
        this.runs = runs;
        FlowPane presets = new FlowPane(4, 4);
        for (Preset preset : PRESETS) {
            Button button = new Button(preset.name);
            button.setId("channels-" + preset.name.replace(' ', '-'));
            button.setTooltip(new Tooltip(preset.tip));
            button.setOnAction(e -> put(preset.name, preset.channels, preset.full));
            presets.getChildren().add(button);
        }
        GridPane table = new GridPane(8, 4);
        table.getStyleClass().add("channels-table");
        int row = 1;
        for (String head : List.of("", "exactly", "named", "a frame")) {
            Label label = new Label(head);
            label.getStyleClass().add("dial-figure");
            table.add(label, table.getChildren().size(), 0);
        }
        for (String channel : Gas.CHANNEL_WORDS) {
            row(table, row++, channel);
        }
        total.setId("channels-total");
        total.setWrapText(true);
        total.getStyleClass().add("dial-figure");
        getChildren().addAll(presets, table, problem, total);
        runs.newsProperty().addListener(new WeakInvalidationListener(news));
        runs.finenessProperty().addListener(new WeakInvalidationListener(news));
    }

    private void row(GridPane table, int row, String channel) {
        ToggleButton keep = new ToggleButton(channel);
        keep.setId(id(Gas.CHANNELS) + "-" + channel);
        keep.getStyleClass().add("chip");
        keep.setTooltip(new Tooltip("Whether frames hold " + channel));
        keep.setMaxWidth(Double.MAX_VALUE);
        keep.setOnAction(e -> put("Channels kept", ticked(kept), item().get(Gas.FULL)));
        kept.put(channel, keep);
        ToggleButton exact = new ToggleButton("32 bit");
        exact.setId(id(Gas.FULL) + "-" + channel);
        exact.getStyleClass().add("chip");
        exact.setTooltip(
                new Tooltip(
                        channel.equals("flame")
                                ? "The heat release passes what 16 bit hold"
                                : "Kept in 32 bit; in 16 bit it takes about half the space. The"
                                        + " largest rounding is in the file and in the ledger"));
        exact.setDisable(channel.equals("flame"));
        exact.setOnAction(e -> put("Channels in 32 bit", item().get(Gas.CHANNELS), ticked(full)));
        full.put(channel, exact);
        Label figure = new Label();
        figure.setId("channel-size-" + channel);
        figure.getStyleClass().add("dial-figure");
        GridPane.setHalignment(figure, HPos.RIGHT);
        figure.setAlignment(Pos.CENTER_RIGHT);
        figure.setMaxWidth(Double.MAX_VALUE);
        figures.put(channel, figure);
        Param.Text param = Gas.NAMES.get(channel);
        ValueField name =
                new ValueField(
                        id(param) + "-field",
                        problem,
                        text -> document.put(path, param, param.read(TextNode.valueOf(text))));
        name.field().setPrefWidth(84);
        name.field().setTooltip(new Tooltip(param.words().does()));
        names.put(channel, name);
        table.addRow(row, keep, exact, name, figure);
    }

    private static List<String> ticked(Map<String, ToggleButton> all) {
        List<String> words = new ArrayList<>();
        all.forEach(
                (word, button) -> {
                    if (button.isSelected()) {
                        words.add(word);
                    }
                });
        return words;
    }

    /// One edit; an empty selection is refused, since a frame without channels is none.
    private void put(String name, List<String> channels, List<String> exact) {
        if (!channels.isEmpty()) {
            Item next = item().with(Gas.CHANNELS, channels).with(Gas.FULL, exact);
            document.edit(Edit.Items.of(name, document.shot(), Map.of(path, next)));
        }
        display(item());
    }

    @Override
    void display(Item item) {
        for (String channel : Gas.CHANNEL_WORDS) {
            boolean is = item.get(Gas.CHANNELS).contains(channel);
            kept.get(channel).setSelected(is);
            full.get(channel).setSelected(Gas.isFull(channel, item.get(Gas.FULL)));
            full.get(channel).setDisable(!is || channel.equals("flame"));
            names.get(channel).show(item.get(Gas.NAMES.get(channel)));
        }
        say();
        look();
    }

    /// Forecasts anew where the sketch, the voxels or the folder are others than before.
    private void look() {
        Shot shot = document.shot();
        String name = path.split("\\.")[1];
        Run sketch = runs.sketchProperty().get();
        if (!isSketched() || sketch.isRunning() || !shot.elements().containsKey(name)) {
            return;
        }
        double voxel = shot.element(name).voxel(runs.finenessProperty().get());
        List<Object> now = List.of(sketch, voxel);
        if (now.equals(known)) {
            return;
        }
        known = now;
        settled = false;
        List<Frame> sample = KeptSizes.sample(sketch);
        var folder = runs.firings().next(runs.finenessProperty().get()).folder();
        Thread.ofPlatform()
                .daemon()
                .name("ashfall-sizes")
                .start(
                        () -> {
                            KeptSizes found = KeptSizes.of(sample, voxel);
                            double room = Firings.freeBytes(folder);
                            Platform.runLater(
                                    () -> {
                                        if (now.equals(known)) {
                                            sizes = found;
                                            free = room;
                                            settled = true;
                                            say();
                                        }
                                    });
                        });
    }

    @Override
    boolean isSettled() {
        return settled || !isSketched();
    }

    /// Is there a sketch of the element, or will there be?
    private boolean isSketched() {
        Run sketch = runs.sketchProperty().get();
        return sketch != null && sketch.element().equals(path.split("\\.")[1]);
    }

    private void say() {
        Item item = item();
        if (item == null) {
            return;
        }
        boolean any = !sizes.half().isEmpty();
        for (String channel : Gas.CHANNEL_WORDS) {
            figures.get(channel).setText(any ? Bytes.words(sizes.bytes(item, channel)) : "");
        }
        Item frames = document.shot().frames();
        long count = frames.get(Frames.LAST) - frames.get(Frames.FIRST) + 1;
        double frame = sizes.bytes(item);
        total.setText(
                any
                        ? Bytes.words(frame)
                                + " a frame at "
                                + runs.finenessProperty().get()
                                + ", "
                                + Bytes.words(frame * count)
                                + " in all; "
                                + Bytes.words(free)
                                + " free"
                        : "sizes are forecast once the sketch is whole");
    }
}
