package ashfall.desk;

import javafx.scene.input.KeyCombination;

/// Something the user can do: what menus, keys and tests call.
///
/// @param key shortcut, or null
/// @param whileTyping does the shortcut work in a text field too?
record Command(String id, String text, KeyCombination key, boolean whileTyping, Runnable run) {

    /// A command with a shortcut such as `Ctrl+S`, or a plain key such as `Space`.
    static Command of(String id, String text, String key, Runnable run) {
        KeyCombination combination = key.isEmpty() ? null : KeyCombination.valueOf(key);
        boolean control = key.contains("Shortcut") || key.startsWith("F");
        return new Command(id, text, combination, control, run);
    }

    /// The shortcut in words: "Ctrl+S".
    String keyWords() {
        return key == null ? "" : key.getDisplayText();
    }
}
