package ashfall.desk.kit;

import javafx.scene.control.Tooltip;

/// Tooltips of sentences.
public final class Tips {
    private static final double WIDTH = 280;

    private Tips() {}

    /// One that wraps its words.
    public static Tooltip of(String words) {
        Tooltip tip = new Tooltip(words);
        tip.setWrapText(true);
        tip.setMaxWidth(WIDTH);
        return tip;
    }
}
