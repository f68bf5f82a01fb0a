package ashfall.desk;

import javafx.geometry.VPos;
import javafx.scene.control.Label;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.VBox;

import java.util.List;

/// All keys on a card over the window.
final class KeysHelp extends VBox {
    KeysHelp(List<Command> commands) {
        super(12);
        GridPane grid = new GridPane();
        grid.setHgap(24);
        grid.setVgap(4);
        int row = 0;
        for (Command command : commands) {
            if (command.id().endsWith("-too")) {
                continue;
            }
            Label key = new Label(command.keyWords());
            key.getStyleClass().add("figure");
            int column = row / 13 * 2;
            grid.add(key, column, row % 13);
            Label what = new Label(command.text());
            GridPane.setValignment(key, VPos.BASELINE);
            GridPane.setValignment(what, VPos.BASELINE);
            grid.add(what, column + 1, row % 13);
            row++;
        }
        Label title = new Label("Keys");
        title.getStyleClass().add("region-title");
        Label mouse =
                new Label(
                        "Drag turns the fireground, Shift and drag shifts it, the wheel moves"
                                + " nearer. Shift makes dials fine; a double click puts a dial"
                                + " back. Esc closes this.");
        mouse.setWrapText(true);
        getChildren().addAll(title, grid, mouse);
        setId("help");
        getStyleClass().add("help");
        setMaxSize(560, USE_PREF_SIZE);
        setVisible(false);
    }
}
