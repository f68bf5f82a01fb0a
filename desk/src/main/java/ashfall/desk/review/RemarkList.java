package ashfall.desk.review;

import ashfall.desk.document.Document;
import ashfall.desk.kit.ValueField;
import ashfall.desk.run.Runs;
import ashfall.shot.Item;
import ashfall.shot.Remark;
import ashfall.shot.Vec3;

import com.fasterxml.jackson.databind.node.TextNode;

import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// All remarks: ticked off, gone to, worded and taken away here.
final class RemarkList extends VBox {
    private final Document document;
    private final Runs runs;
    private final Label hint =
            new Label("Click in the picture to pin a remark to the frame and the place.");
    private final Map<String, Line> lines = new LinkedHashMap<>();

    RemarkList(Document document, Runs runs) {
        super(4);
        this.document = document;
        this.runs = runs;
        setId("remarks");
        hint.getStyleClass().add("ledger-none");
        hint.setWrapText(true);
        document.shotProperty().addListener((o, was, is) -> refresh());
        refresh();
    }

    /// A remark.
    private final class Line extends HBox {
        private final String path;
        private final ToggleButton done = new ToggleButton();
        private final Button frame = new Button();
        private final Label problem = new Label();
        private final ValueField says;

        Line(String name) {
            super(6);
            getStyleClass().add("review-remark");
            this.path = "remarks." + name;
            done.setId("remark-done-" + name);
            done.setTooltip(new Tooltip(Remark.DONE.words().does()));
            done.setOnAction(e -> document.put(path, Remark.DONE, done.isSelected()));
            frame.setId("remark-frame-" + name);
            frame.setTooltip(new Tooltip("Go to its frame"));
            frame.setOnAction(e -> goThere());
            says =
                    new ValueField(
                            "remark-says-" + name,
                            problem,
                            text ->
                                    document.put(
                                            path,
                                            Remark.SAYS,
                                            Remark.SAYS.read(TextNode.valueOf(text))));
            says.field().setPromptText("what is to be changed");
            HBox.setHgrow(says, Priority.ALWAYS);
            HBox.setHgrow(says.field(), Priority.ALWAYS);
            Button away = new Button("Delete");
            away.setId("remark-delete-" + name);
            away.setTooltip(new Tooltip("Take the remark away; Ctrl+Z brings it back"));
            away.setOnAction(e -> remove(name));
            for (Region button : List.of(done, frame, away)) {
                button.setMinWidth(USE_PREF_SIZE);
            }
            getChildren().addAll(done, frame, new VBox(says, problem), away);
            HBox.setHgrow(getChildren().get(2), Priority.ALWAYS);
        }

        void goThere() {
            Item item = document.shot().item(path);
            if (item != null) {
                runs.playhead().choose(item.get(Remark.FRAME));
            }
        }

        void show(int number, Item item) {
            done.setSelected(item.get(Remark.DONE));
            done.setText(number + (item.get(Remark.DONE) ? " done" : " open"));
            frame.setText("frame " + item.get(Remark.FRAME));
            says.show(item.get(Remark.SAYS));
            says.setDisable(item.get(Remark.DONE));
        }
    }

    private void remove(String name) {
        Map<String, Item> next = new LinkedHashMap<>(document.shot().remarks());
        next.remove(name);
        document.arrange("Delete a remark", document.shot().withGroup("remarks", next));
    }

    /// Pins a remark at the frame shown, to be worded at once.
    void pin(Vec3 at) {
        Map<String, Item> next = new LinkedHashMap<>(document.shot().remarks());
        int number = next.size() + 1;
        while (next.containsKey("r" + number)) {
            number++;
        }
        long frame = runs.playhead().frameProperty().get();
        Item remark = Item.of(Remark.KIND).with(Remark.FRAME, frame).with(Remark.AT, at);
        next.put("r" + number, remark);
        document.arrange("Pin a remark", document.shot().withGroup("remarks", next));
        choose("r" + number);
    }

    /// Lets one be worded.
    void choose(String name) {
        Line line = lines.get(name);
        if (line != null) {
            line.says.field().requestFocus();
        }
    }

    private void refresh() {
        Map<String, Item> all = document.shot().remarks();
        boolean same = lines.keySet().equals(all.keySet()) && !getChildren().isEmpty();
        lines.keySet().retainAll(all.keySet());
        int number = 0;
        for (var entry : all.entrySet()) {
            lines.computeIfAbsent(entry.getKey(), Line::new).show(++number, entry.getValue());
        }
        if (!same) {
            getChildren().setAll(lines.values());
            getChildren().add(hint);
        }
    }
}
