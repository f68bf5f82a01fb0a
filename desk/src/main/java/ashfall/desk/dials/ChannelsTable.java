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
import ashfall.shot.Curve;
import ashfall.shot.Frames;
import ashfall.shot.Item;
import ashfall.shot.Kept;
import ashfall.shot.Param;
import ashfall.shot.Quantity;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.Text;

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
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// Which channels a firing keeps, how exactly and from which values on: each with what a frame of
/// it takes on disk, and all of them together beside the disk's free space.
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

    /// Widths of the columns, px.
    private static final double[] COLUMNS = {92, 58, 86};

    /// Room for the words under the table, px, so that what stands below seldom moves.
    private static final double WORDS = 62;

    private final Runs runs;
    private final Map<String, ToggleButton> kept = new LinkedHashMap<>();
    private final Map<String, ToggleButton> full = new LinkedHashMap<>();
    private final Map<String, Label> figures = new LinkedHashMap<>();
    private final Map<String, ValueField> names = new LinkedHashMap<>();
    private final Label total = new Label();
    private final Map<String, ValueField> least = new LinkedHashMap<>();
    private KeptSizes sizes = KeptSizes.UNKNOWN;

    /// What they would be if nothing of the gas were left out.
    private KeptSizes whole = KeptSizes.UNKNOWN;
    private double free = Double.NaN;
    private List<Object> known = List.of();
    private boolean settled;

    /// Why nothing can be kept like this; empty where it can.
    private String fault = "";

    /// Held here, weakly elsewhere: dials come and go.
    private final InvalidationListener news = o -> look();

    ChannelsTable(Document document, Runs runs, String path) {
        super(document, path, Kept.CHANNELS);
        this.runs = runs;
        FlowPane presets = new FlowPane(4, 4);
        for (Preset preset : PRESETS) {
            Button button = new Button(preset.name);
            button.setId("channels-" + preset.name.replace(' ', '-'));
            button.setTooltip(new Tooltip(preset.tip));
            button.setOnAction(e -> put(preset.name, preset.channels, preset.full));
            presets.getChildren().add(button);
        }
        GridPane table = new GridPane(6, 4);
        table.getStyleClass().add("channels-table");
        for (double width : COLUMNS) {
            ColumnConstraints column = new ColumnConstraints(width);
            column.setFillWidth(true);
            table.getColumnConstraints().add(column);
        }
        for (String channel : Kept.ALL) {
            rows(table, channel);
        }
        total.setId("channels-total");
        total.setWrapText(true);
        total.setMinHeight(WORDS);
        total.setAlignment(Pos.TOP_LEFT);
        total.getStyleClass().add("dial-figure");
        getChildren().addAll(presets, table, problem, total);
        runs.newsProperty().addListener(new WeakInvalidationListener(news));
        runs.finenessProperty().addListener(new WeakInvalidationListener(news));
    }

    /// Two for each channel: whether and how exactly; its name, and the least that is kept.
    private void rows(GridPane table, String channel) {
        ToggleButton keep = new ToggleButton(channel);
        keep.setId(id(Kept.CHANNELS) + "-" + channel);
        keep.getStyleClass().add("chip");
        keep.setTooltip(new Tooltip("Whether frames hold " + channel));
        keep.setMaxWidth(Double.MAX_VALUE);
        keep.setOnAction(e -> put("Channels kept", ticked(kept), item().get(Kept.FULL)));
        kept.put(channel, keep);
        ToggleButton exact = new ToggleButton("32 bit");
        exact.setId(id(Kept.FULL) + "-" + channel);
        exact.getStyleClass().add("chip");
        exact.setTooltip(
                new Tooltip(
                        channel.equals("flame")
                                ? "The heat release passes what 16 bit hold"
                                : "Kept in 32 bit; in 16 bit it takes about half the space. The"
                                        + " largest rounding is in the file and in the ledger"));
        exact.setDisable(channel.equals("flame"));
        exact.setOnAction(e -> put("Channels in 32 bit", item().get(Kept.CHANNELS), ticked(full)));
        full.put(channel, exact);
        Label figure = new Label();
        figure.setId("channel-size-" + channel);
        figure.getStyleClass().add("dial-figure");
        GridPane.setHalignment(figure, HPos.RIGHT);
        figure.setAlignment(Pos.CENTER_RIGHT);
        figure.setMaxWidth(Double.MAX_VALUE);
        figures.put(channel, figure);
        int row = table.getRowCount();
        table.addRow(row, keep, exact, figure);
        Text param = Kept.NAMES.get(channel);
        ValueField name =
                field(param, text -> document.put(path, param, param.read(TextNode.valueOf(text))));
        names.put(channel, name);
        table.add(name, 0, row + 1);
        Quantity above = Kept.ABOVE.get(channel);
        if (above != null) {
            Label from = new Label("least");
            from.getStyleClass().add("dial-figure");
            GridPane.setHalignment(from, HPos.RIGHT);
            ValueField value =
                    field(
                            above,
                            text -> document.put(path, above, Curve.constant(above.parse(text))));
            least.put(channel, value);
            table.add(from, 1, row + 1);
            table.add(value, 2, row + 1);
        }
    }

    private ValueField field(Param<?> param, ValueField.Taker taker) {
        ValueField field = new ValueField(id(param) + "-field", problem, taker);
        field.field().setTooltip(new Tooltip(param.words().does()));
        return field;
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
            Item next = item().with(Kept.CHANNELS, channels).with(Kept.FULL, exact);
            document.edit(Edit.Items.of(name, document.shot(), Map.of(path, next)));
        }
        display(item());
    }

    @Override
    void display(Item item) {
        for (String channel : Kept.ALL) {
            boolean is = item.get(Kept.CHANNELS).contains(channel);
            kept.get(channel).setSelected(is);
            full.get(channel).setSelected(Kept.isFull(channel, item.get(Kept.FULL)));
            full.get(channel).setDisable(!is || channel.equals("flame"));
            names.get(channel).show(item.get(Kept.NAMES.get(channel)));
        }
        least.forEach(
                (channel, field) -> {
                    Quantity above = Kept.ABOVE.get(channel);
                    field.show(above.unit().figure(item.number(above), 4));
                });
        say();
        look();
    }

    /// Forecasts anew where the sketch, the voxels or what is left out are others than before.
    private void look() {
        Shot shot = document.shot();
        String name = path.split("\\.")[1];
        Run sketch = runs.sketchProperty().get();
        if (!isSketched() || sketch.isRunning() || !shot.elements().containsKey(name)) {
            return;
        }
        double voxel = shot.element(name).voxel(runs.finenessProperty().get());
        Kept keeps;
        try {
            keeps = Kept.of(item());
            fault = "";
        } catch (ShotException e) {
            fault = e.getMessage();
            say();
            return;
        }
        Kept all = Kept.everything(keeps.names().keySet(), keeps.full());
        List<Object> now = List.of(sketch, voxel, keeps.above(), keeps.from(), keeps.to());
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
                            KeptSizes found = KeptSizes.of(sample, voxel, keeps);
                            KeptSizes most =
                                    keeps.isAll() ? found : KeptSizes.of(sample, voxel, all);
                            double room = Firings.freeBytes(folder);
                            Platform.runLater(
                                    () -> {
                                        if (now.equals(known)) {
                                            sizes = found;
                                            whole = most;
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
        for (String channel : Kept.ALL) {
            figures.get(channel).setText(any ? Bytes.words(sizes.bytes(item, channel)) : "");
        }
        Item frames = document.shot().frames();
        long count = frames.get(Frames.LAST) - frames.get(Frames.FIRST) + 1;
        double frame = sizes.bytes(item);
        if (!any || !fault.isEmpty()) {
            total.setText(any ? fault : "sizes are forecast once the sketch is whole");
            return;
        }
        String words =
                Bytes.words(frame)
                        + " a frame at "
                        + runs.finenessProperty().get()
                        + ", "
                        + Bytes.words(frame * count)
                        + " in all; "
                        + Bytes.words(free)
                        + " free";
        StringBuilder left = new StringBuilder();
        sizes.leftOut()
                .forEach(
                        (channel, most) -> {
                            if (item.get(Kept.CHANNELS).contains(channel)) {
                                left.append(left.isEmpty() ? " is left out: " : ", ")
                                        .append(channel)
                                        .append(" up to ")
                                        .append(Kept.ABOVE.get(channel).unit().figure(most, 3));
                            }
                        });
        total.setText(
                left.isEmpty()
                        ? words
                        : words
                                + "\n"
                                + Bytes.words(whole.bytes(item) - frame)
                                + " a frame"
                                + left);
    }
}
