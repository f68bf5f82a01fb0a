package ashfall.desk;

import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;

import java.util.LinkedHashMap;
import java.util.Map;

/// One sentence to the user with what can be done about it; over the fireground until answered.
final class Notice extends HBox {
    private final Label words = new Label();

    Notice() {
        super(8);
        setId("notice");
        getStyleClass().add("notice");
        setAlignment(Pos.CENTER_LEFT);
        words.setId("notice-words");
        words.setWrapText(true);
        words.setMinWidth(0);
        HBox.setHgrow(words, Priority.ALWAYS);
        words.setMaxWidth(Double.MAX_VALUE);
        hide();
    }

    /// Says a sentence that can only be closed.
    void say(String sentence) {
        ask(sentence, new LinkedHashMap<>(Map.of("Close", () -> {})));
    }

    /// Says a sentence with answers by their words, in order; each closes it.
    void ask(String sentence, Map<String, Runnable> answers) {
        words.setText(sentence);
        getChildren().setAll(words);
        answers.forEach(
                (text, act) -> {
                    Button button = new Button(text);
                    button.setId(
                            "notice-" + text.toLowerCase(java.util.Locale.ROOT).replace(' ', '-'));
                    button.setMinWidth(USE_PREF_SIZE);
                    button.setOnAction(
                            e -> {
                                hide();
                                act.run();
                            });
                    getChildren().add(button);
                });
        setVisible(true);
        setManaged(true);
    }

    private void hide() {
        setVisible(false);
        setManaged(false);
    }
}
