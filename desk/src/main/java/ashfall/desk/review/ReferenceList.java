package ashfall.desk.review;

import ashfall.desk.document.Document;
import ashfall.desk.kit.ValueField;
import ashfall.shot.Curve;
import ashfall.shot.Item;
import ashfall.shot.Quantity;
import ashfall.shot.Reference;
import ashfall.shot.Shot;

import com.fasterxml.jackson.databind.node.TextNode;

import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;

/// The references of the shot: taken in, placed and timed here.
final class ReferenceList extends VBox {
    private final Document document;
    private final ReferenceLayer layer;
    private final Button add = new Button("Add a picture or clip");
    private final Map<String, Line> lines = new LinkedHashMap<>();

    /// @param ask for a picture file
    ReferenceList(Document document, ReferenceLayer layer, Supplier<Optional<Path>> ask) {
        super(6);
        this.document = document;
        this.layer = layer;
        setId("references");
        add.setId("reference-add");
        add.setTooltip(
                new Tooltip(
                        "A still, or any picture of a numbered sequence; hold R to see it over the"
                                + " whole view"));
        add.setOnAction(e -> ask.get().ifPresent(this::add));
        document.shotProperty().addListener((o, was, is) -> refresh());
        layer.foundProperty().addListener((o, was, is) -> refresh());
        refresh();
    }

    /// A reference.
    private final class Line extends VBox {
        private final String path;
        private final Label words = new Label();
        private final Label problem = new Label();
        private final ToggleButton on = new ToggleButton("shown");
        private final ToggleButton over = new ToggleButton("over the view");
        private final ValueField starts;
        private final ValueField rate;
        private final ValueField size;
        private final ValueField opacity;
        private final Label what = say("");
        private final HBox timed;

        Line(String name) {
            super(4);
            this.path = "references." + name;
            words.getStyleClass().add("ledger-figure");
            on.setId("reference-on-" + name);
            on.setTooltip(new Tooltip(Reference.SHOWN.words().does()));
            on.setOnAction(e -> document.put(path, Reference.SHOWN, on.isSelected()));
            over.setId("reference-over-" + name);
            over.setTooltip(new Tooltip(Reference.PLACE.words().does()));
            over.setOnAction(
                    e ->
                            document.put(
                                    path, Reference.PLACE, over.isSelected() ? "over" : "corner"));
            Button away = new Button("Delete");
            away.setId("reference-delete-" + name);
            away.setTooltip(new Tooltip("Take it out of the shot; its files stay"));
            away.setOnAction(e -> remove(name));
            starts = number("starts", Reference.STARTS);
            size = number("size", Reference.SIZE);
            opacity = number("opacity", Reference.OPACITY);
            rate =
                    new ValueField(
                            "reference-rate-" + name,
                            problem,
                            text ->
                                    document.put(
                                            path,
                                            Reference.RATE,
                                            Reference.RATE.read(TextNode.valueOf(text))));
            rate.field().setTooltip(new Tooltip(Reference.RATE.words().does()));
            timed = new HBox(4, say("from frame"), starts, rate, say("a second"));
            timed.setAlignment(Pos.CENTER_LEFT);
            Region gap = new Region();
            HBox.setHgrow(gap, Priority.ALWAYS);
            HBox switches = new HBox(4, on, over, what, size, opacity, gap, away);
            switches.setAlignment(Pos.CENTER_LEFT);
            getChildren().addAll(words, switches, timed, problem);
        }

        private ValueField number(String name, Quantity param) {
            ValueField field =
                    new ValueField(
                            "reference-" + name + "-" + path.substring(path.indexOf('.') + 1),
                            problem,
                            text -> document.put(path, param, Curve.constant(param.parse(text))));
            field.field().setTooltip(new Tooltip(param.words().does()));
            return field;
        }

        private static Label say(String text) {
            Label label = new Label(text);
            label.getStyleClass().add("ledger-figure");
            return label;
        }

        void show(Item item) {
            String found = layer.words(item);
            words.setText(
                    Path.of(item.get(Reference.FILE)).getFileName()
                            + (found.isEmpty() ? "" : ", " + found));
            boolean isOver = item.get(Reference.PLACE).equals("over");
            on.setSelected(item.get(Reference.SHOWN));
            over.setSelected(isOver);
            starts.show(text(item, Reference.STARTS));
            rate.show(item.get(Reference.RATE).toString());
            what.setText(isOver ? "opacity" : "size");
            size.show(text(item, Reference.SIZE));
            opacity.show(text(item, Reference.OPACITY));
            showIf(size, !isOver);
            showIf(opacity, isOver);
            timed.setDisable(found.equals("a still"));
        }

        private static void showIf(Region field, boolean is) {
            field.setVisible(is);
            field.setManaged(is);
        }

        private static String text(Item item, Quantity param) {
            return param.unit().figure(item.number(param), 4);
        }
    }

    private void add(Path file) {
        Shot shot = document.shot();
        Map<String, Item> next = new LinkedHashMap<>(shot.references());
        int number = next.size() + 1;
        while (next.containsKey("picture" + number)) {
            number++;
        }
        next.put(
                "picture" + number,
                Item.of(Reference.KIND).with(Reference.FILE, file.toAbsolutePath().toString()));
        document.arrange("Add a reference", shot.withGroup("references", next));
    }

    private void remove(String name) {
        Map<String, Item> next = new LinkedHashMap<>(document.shot().references());
        next.remove(name);
        document.arrange("Delete a reference", document.shot().withGroup("references", next));
    }

    private void refresh() {
        Map<String, Item> all = document.shot().references();
        boolean same = lines.keySet().equals(all.keySet()) && !getChildren().isEmpty();
        lines.keySet().retainAll(all.keySet());
        all.forEach((name, item) -> lines.computeIfAbsent(name, Line::new).show(item));
        if (!same) {
            getChildren().setAll(lines.values());
            getChildren().add(add);
        }
    }
}
