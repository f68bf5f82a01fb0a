package ashfall.desk.kit;

import javafx.css.PseudoClass;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.VBox;

/// A field for a typed value. Enter or leaving it takes the text; Escape puts the old value back.
/// What cannot be taken is said below the field in one sentence, and the old value stays.
public final class ValueField extends VBox {
    private static final PseudoClass WRONG = PseudoClass.getPseudoClass("wrong");

    /// Takes a text.
    @FunctionalInterface
    public interface Taker {
        /// @throws IllegalArgumentException saying what would be right
        void take(String text);
    }

    private final TextField field = new TextField();
    private final Label problem;
    private final Taker taker;
    private String shown = "";

    /// Is what was typed refused? Several fields may say so in one place.
    private boolean refused;

    /// @param problem where a refusal is said
    public ValueField(String id, Label problem, Taker taker) {
        this.problem = problem;
        this.taker = taker;
        field.setId(id);
        field.getStyleClass().add("value-field");
        field.setOnAction(
                e -> {
                    take();
                    field.selectAll();
                });
        field.focusedProperty()
                .addListener(
                        (o, was, is) -> {
                            if (!is) {
                                take();
                            }
                        });
        field.addEventFilter(KeyEvent.KEY_PRESSED, this::key);
        getChildren().add(field);
        problem.setVisible(false);
        problem.setManaged(false);
        problem.getStyleClass().add("problem");
        problem.setWrapText(true);
    }

    public TextField field() {
        return field;
    }

    private void key(KeyEvent e) {
        if (e.getCode() == javafx.scene.input.KeyCode.ESCAPE && !field.getText().equals(shown)) {
            giveUp();
            e.consume();
        }
    }

    /// Shows a value, unless another is being typed.
    public void show(String text) {
        if (text.equals(shown) && text.equals(field.getText())) {
            clear();
            return;
        }
        boolean typing = field.isFocused() && !field.getText().equals(shown);
        shown = text;
        if (!typing) {
            field.setText(text);
            clear();
        }
    }

    /// Lets go of what was typed and not taken.
    public void giveUp() {
        field.setText(shown);
        clear();
    }

    private void take() {
        String text = field.getText();
        if (text.equals(shown)) {
            clear();
            return;
        }
        try {
            taker.take(text);
            field.setText(shown);
            clear();
        } catch (IllegalArgumentException e) {
            refused = true;
            field.pseudoClassStateChanged(WRONG, true);
            problem.setText(e.getMessage());
            problem.setVisible(true);
            problem.setManaged(true);
        }
    }

    private void clear() {
        if (!refused) {
            return;
        }
        refused = false;
        field.pseudoClassStateChanged(WRONG, false);
        problem.setVisible(false);
        problem.setManaged(false);
    }
}
