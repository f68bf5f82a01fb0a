package ashfall.desk.kit;

import javafx.scene.Node;
import javafx.scene.control.Tooltip;
import javafx.util.Duration;

import java.util.function.Supplier;

/// Tooltips of sentences.
public final class Tips {
    private static final double WIDTH = 280;

    private static final Duration REST = Duration.millis(500);

    private Tips() {}

    /// Gives a node one that is made when the pointer first comes, and whose words are made out
    /// whenever they are to be read: there are dozens of such nodes, and few are asked.
    public static void whenRead(Node node, Supplier<String> words) {
        node.setOnMouseEntered(
                e -> {
                    node.setOnMouseEntered(null);
                    Tooltip tip = of("");
                    tip.setOnShowing(shows -> tip.setText(words.get()));
                    tip.setShowDelay(REST);
                    Tooltip.install(node, tip);
                });
    }

    /// One that wraps its words.
    public static Tooltip of(String words) {
        Tooltip tip = new Tooltip(words);
        tip.setWrapText(true);
        tip.setMaxWidth(WIDTH);
        return tip;
    }
}
