package ashfall.desk;

import javafx.scene.Node;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;

/// The keys of the window: which command a key is for, where something has the focus that may want
/// it for itself.
final class Keys {
    private final List<Command> commands = new ArrayList<>();
    private final Runnable escape;

    /// @param escape what the escape key does, but in text
    Keys(Runnable escape) {
        this.escape = escape;
    }

    void add(Command command) {
        commands.add(command);
    }

    /// All commands, in the order in which they were added.
    List<Command> all() {
        return Collections.unmodifiableList(commands);
    }

    /// Shortcuts; plain keys leave typing alone.
    ///
    /// @param focus what has it, or null
    void press(KeyEvent e, Node focus) {
        boolean typing = focus instanceof TextInputControl;
        if (e.getCode() == KeyCode.ESCAPE && !typing) {
            escape.run();
            return;
        }
        if (e.getCode() == KeyCode.ENTER && focus instanceof ButtonBase button) {
            button.fire();
            e.consume();
            return;
        }
        boolean tuning =
                focus != null && (focus.getStyleClass().contains("rule") || isPoint(focus));
        for (Command command : commands) {
            if (command.key() == null || !command.key().match(e)) {
                continue;
            }
            boolean own = tuning && (e.getCode().isArrowKey() || e.getCode() == KeyCode.DELETE);
            if ((typing && !command.whileTyping()) || own) {
                return;
            }
            if (typing && isTextCommand(command.id())) {
                return;
            }
            command.run().run();
            e.consume();
            return;
        }
    }

    private static boolean isPoint(Node node) {
        return node.getStyleClass().contains("curve-point")
                || node.getStyleClass().contains("slider");
    }

    /// In a text field these belong to the text.
    private static boolean isTextCommand(String id) {
        return id.equals("undo") || id.equals("redo") || id.equals("redo-too");
    }
}
