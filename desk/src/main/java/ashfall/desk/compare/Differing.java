package ashfall.desk.compare;

import ashfall.desk.run.Changes;
import ashfall.desk.run.Run;
import ashfall.firing.FiringKey;
import ashfall.shot.Unit;
import ashfall.trial.Outcome;

import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.GridPane;

import java.util.List;

/// The dials in which two runs differ, and what came of each, as a table.
final class Differing extends ScrollPane {
    static final double WIDTH = 300;
    static final double HEIGHT = 124;

    private final GridPane table = new GridPane(12, 4);

    Differing() {
        setContent(table);
        setFitToWidth(true);
        setHbarPolicy(ScrollBarPolicy.NEVER);
        setPrefSize(WIDTH, HEIGHT);
        setMinHeight(HEIGHT);
        table.setId("compare-table");
        table.getStyleClass().add("compare-table");
    }

    void say(String sentence) {
        table.getChildren().clear();
        Label label = new Label(sentence);
        label.setWrapText(true);
        label.getStyleClass().add("ledger-none");
        table.add(label, 0, 0);
    }

    /// @param differences of B from A
    void show(Run a, Run b, List<FiringKey.Difference> differences) {
        table.getChildren().clear();
        int row = 0;
        line(row++, "compare-head", "", "A", "B");
        for (FiringKey.Difference difference : differences) {
            line(
                    row++,
                    "compare-dial",
                    Changes.name(difference.path()),
                    value(difference.was()),
                    value(difference.is()));
        }
        if (differences.isEmpty()) {
            line(row++, "compare-dial", "all dials are the same", "", "");
        }
        if (!a.log().isEmpty() && !b.log().isEmpty()) {
            Outcome one = Outcome.of(a.log());
            Outcome other = Outcome.of(b.log());
            line(row++, "compare-came", "flame top", top(one), top(other));
            line(row++, "compare-came", "heat", one.heat(), other.heat());
            line(row, "compare-came", "end", one.ends(), other.ends());
        }
    }

    private static String value(String value) {
        return value == null ? "none" : value;
    }

    private static String top(Outcome outcome) {
        return Unit.METRE.figure(outcome.flameTopM(), 3);
    }

    private void line(int row, String style, String name, String one, String other) {
        String[] all = {name, one, other};
        for (int column = 0; column < all.length; column++) {
            Label label = new Label(all[column]);
            label.getStyleClass().add(column == 0 ? "compare-name" : "compare-value");
            label.getStyleClass().add(style);
            label.setWrapText(true);
            table.add(label, column, row);
        }
    }
}
