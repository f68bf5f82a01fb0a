package ashfall.desk.dials;

import ashfall.desk.document.Document;
import ashfall.desk.kit.ValueField;
import ashfall.shot.Item;
import ashfall.shot.ShotFile;
import ashfall.shot.Text;

import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;

import java.nio.file.Path;
import java.util.Optional;
import java.util.function.Supplier;

/// Where a file lies: typed, from the shot's folder on or from anywhere, or chosen.
final class FileDial extends Dial<String> {
    private final ValueField field;

    /// @param ask for a file
    FileDial(Document document, String path, Text param, Supplier<Optional<Path>> ask) {
        super(document, path, param);
        field = new ValueField(id(param) + "-field", problem, text -> put(located(typed(text))));
        explain(field.field());
        HBox.setHgrow(field, Priority.ALWAYS);
        Button choose = new Button("Choose");
        choose.setId(id(param) + "-choose");
        choose.setTooltip(new Tooltip("Choose a file"));
        choose.setOnAction(e -> ask.get().ifPresent(file -> put(located(file.toString()))));
        Button none = new Button("None");
        none.setId(id(param) + "-none");
        none.setTooltip(new Tooltip("Go without one"));
        none.setOnAction(e -> put(null));
        HBox row = new HBox(4, field, choose, none);
        row.setAlignment(Pos.CENTER_LEFT);
        row.getStyleClass().add("file-row");
        getChildren().addAll(row, problem);
    }

    /// Named from anywhere, as typed from the shot's folder on or from where the desk was started.
    private String located(String text) {
        return ShotFile.located(text, document.file().orElse(Path.of("shot")));
    }

    @Override
    void display(Item item) {
        String file = item.get(param);
        field.show(document.file().map(shot -> ShotFile.beside(file, shot)).orElse(file));
    }
}
