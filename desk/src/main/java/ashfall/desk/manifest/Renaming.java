package ashfall.desk.manifest;

import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;

import java.util.function.Consumer;

/// A name in a line that is typed in its place: Enter or leaving takes it, Escape does not.
final class Renaming {
    private final HBox line;
    private final Label name;
    private final TextField field;
    private final Consumer<String> take;

    private Renaming(HBox line, Label name, String old, Consumer<String> take) {
        this.line = line;
        this.name = name;
        this.take = take;
        this.field = new TextField(old);
        field.setId("rename-field");
        field.getStyleClass().add("value-field");
        HBox.setHgrow(field, Priority.ALWAYS);
    }

    /// Puts a field in place of the name, unless one is there.
    static void begin(HBox line, Label name, String old, Consumer<String> take) {
        int at = line.getChildren().indexOf(name);
        if (at >= 0) {
            new Renaming(line, name, old, take).open(at);
        }
    }

    private void open(int at) {
        line.getChildren().set(at, field);
        field.selectAll();
        field.requestFocus();
        field.setOnAction(e -> finish(true));
        field.focusedProperty()
                .addListener(
                        (o, was, is) -> {
                            if (!is) {
                                finish(true);
                            }
                        });
        field.setOnKeyPressed(
                e -> {
                    if (e.getCode() == KeyCode.ESCAPE) {
                        finish(false);
                        e.consume();
                    }
                });
    }

    private void finish(boolean taken) {
        int at = line.getChildren().indexOf(field);
        if (at < 0) {
            return;
        }
        line.getChildren().set(at, name);
        if (taken) {
            take.accept(field.getText());
        }
    }
}
