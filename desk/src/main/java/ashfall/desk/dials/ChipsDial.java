package ashfall.desk.dials;

import ashfall.desk.document.Document;
import ashfall.shot.Item;
import ashfall.shot.Param;

import javafx.scene.control.ToggleButton;
import javafx.scene.layout.FlowPane;

import java.util.ArrayList;
import java.util.List;
import java.util.function.BiFunction;
import java.util.function.BiPredicate;

/// Words to press: one of a few, or any of a few.
///
/// @param <T> type of the parameter's values
final class ChipsDial<T> extends Dial<T> {
    private final List<ToggleButton> chips = new ArrayList<>();
    private final BiPredicate<T, String> holds;

    /// @param holds does a value hold a word?
    /// @param pressed the value after a word was pressed
    ChipsDial(
            Document document,
            String path,
            Param<T> param,
            List<String> words,
            BiPredicate<T, String> holds,
            BiFunction<T, String, T> pressed) {
        super(document, path, param);
        this.holds = holds;
        FlowPane row = new FlowPane(4, 4);
        row.getStyleClass().add("chips");
        for (String word : words) {
            ToggleButton chip = new ToggleButton(word.replace('_', ' '));
            chip.setUserData(word);
            chip.setId(id(param) + "-" + word.replace('_', '-'));
            chip.getStyleClass().add("chip");
            explain(chip);
            chip.setOnAction(
                    e -> {
                        put(pressed.apply(item().get(param), word));
                        display(item());
                    });
            chips.add(chip);
            row.getChildren().add(chip);
        }
        getChildren().add(row);
    }

    @Override
    void display(Item item) {
        T value = item.get(param);
        chips.forEach(chip -> chip.setSelected(holds.test(value, (String) chip.getUserData())));
    }
}
