package ashfall.desk.kit;

import javafx.css.PseudoClass;
import javafx.scene.control.Button;

import java.util.function.Supplier;

/// A button for what cannot be taken back: it asks once more before it does it.
public final class SureButton extends Button {
    private static final PseudoClass SURE = PseudoClass.getPseudoClass("sure");

    private final String first;

    /// @param text what it says at first
    /// @param ask what it says the second time; nothing for doing it at once
    /// @param action what it does then
    public SureButton(String text, Supplier<String> ask, Runnable action) {
        super(text);
        this.first = text;
        setMinWidth(USE_PREF_SIZE);
        setOnAction(
                e -> {
                    String asked = ask.get();
                    if (getPseudoClassStates().contains(SURE) || asked.isEmpty()) {
                        reset();
                        action.run();
                    } else {
                        pseudoClassStateChanged(SURE, true);
                        setText(asked);
                    }
                });
        focusedProperty().addListener((o, was, is) -> reset());
    }

    /// As at first.
    public void reset() {
        pseudoClassStateChanged(SURE, false);
        setText(first);
    }
}
