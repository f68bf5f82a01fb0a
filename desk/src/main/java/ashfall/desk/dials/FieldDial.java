package ashfall.desk.dials;

import ashfall.desk.document.Document;
import ashfall.desk.kit.ValueField;
import ashfall.shot.Item;
import ashfall.shot.Param;

import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;

import java.util.function.Function;
import java.util.function.UnaryOperator;

/// A value in a field of its own: a whole number, a frame rate. Up and down step it.
///
/// @param <T> type of the parameter's values
final class FieldDial<T> extends Dial<T> {
    private final ValueField field;
    private final Function<T, String> words;

    /// @param up the next value; null where there is none
    /// @param down the one before
    FieldDial(
            Document document,
            String path,
            Param<T> param,
            Function<T, String> words,
            UnaryOperator<T> up,
            UnaryOperator<T> down) {
        super(document, path, param);
        this.words = words;
        this.field = new ValueField(id(param) + "-field", problem, text -> put(typed(text)));
        head.getChildren().add(field);
        getChildren().add(problem);
        field.field()
                .addEventHandler(
                        KeyEvent.KEY_PRESSED,
                        e -> {
                            UnaryOperator<T> step =
                                    e.getCode() == KeyCode.UP
                                            ? up
                                            : e.getCode() == KeyCode.DOWN ? down : null;
                            if (step != null) {
                                put(typed(words.apply(step.apply(item().get(param)))));
                                e.consume();
                            }
                        });
    }

    @Override
    void display(Item item) {
        field.show(words.apply(item.get(param)));
    }
}
