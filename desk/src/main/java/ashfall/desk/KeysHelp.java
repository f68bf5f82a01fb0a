package ashfall.desk;

import javafx.geometry.VPos;
import javafx.scene.control.Label;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.VBox;

import java.util.List;

/// All keys on a card over the window.
final class KeysHelp extends VBox {
    private static final int COLUMNS = 2;

    KeysHelp(List<Command> commands) {
        super(12);
        GridPane grid = new GridPane();
        grid.setHgap(24);
        grid.setVgap(4);
        List<Command> told = commands.stream().filter(c -> !c.id().endsWith("-too")).toList();
        int rows = (told.size() + COLUMNS - 1) / COLUMNS;
        for (int i = 0; i < told.size(); i++) {
            Command command = told.get(i);
            Label key = new Label(command.keyWords());
            key.getStyleClass().add("figure");
            int column = i / rows * 2;
            grid.add(key, column, i % rows);
            Label what = new Label(command.text());
            key.setMinWidth(USE_PREF_SIZE);
            what.setMinWidth(USE_PREF_SIZE);
            GridPane.setValignment(key, VPos.BASELINE);
            GridPane.setValignment(what, VPos.BASELINE);
            grid.add(what, column + 1, i % rows);
        }
        Label title = new Label("Keys");
        title.getStyleClass().add("region-title");
        Label mouse =
                new Label(
                        "Drag turns the fireground, Shift and drag shifts it, the wheel moves"
                                + " nearer. Shift makes dials fine; a double click puts a dial"
                                + " back. Esc closes this.");
        mouse.setWrapText(true);
        mouse.setMaxWidth(560);
        getChildren().addAll(title, grid, mouse);
        setId("help");
        getStyleClass().add("help");
        setMaxSize(USE_PREF_SIZE, USE_PREF_SIZE);
        setVisible(false);
    }
}
