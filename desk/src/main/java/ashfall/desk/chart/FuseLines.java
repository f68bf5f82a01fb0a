package ashfall.desk.chart;

import ashfall.shot.Element;
import ashfall.shot.Item;
import ashfall.shot.Source;
import ashfall.shot.Timing;
import ashfall.shot.Unit;
import ashfall.sim.Fuses;

import javafx.scene.Group;
import javafx.scene.control.Label;
import javafx.scene.layout.Pane;
import javafx.scene.shape.Circle;
import javafx.scene.shape.Polyline;

import java.util.List;
import java.util.OptionalDouble;

/// The fuses over the rows of the cue sheet: from when another source begins, or two things meet,
/// to when the source that hangs on it does. As long as the delay.
final class FuseLines extends Pane {
    private static final double SPARK = 3;

    /// Pixels that the words of a delay need.
    private static final double WORDS = 46;

    private final Sheet sheet;

    FuseLines(Sheet sheet) {
        this.sheet = sheet;
        setMouseTransparent(true);
        setMinSize(0, 0);
        setPrefSize(0, 0);
    }

    /// Draws the fuses of an element's sources.
    ///
    /// @param rows as they stand, from above
    void show(TimeAxis axis, String name, List<CueRow> rows) {
        getChildren().clear();
        Element element = sheet.document.shot().elements().get(name);
        if (element == null) {
            return;
        }
        String sources = "elements." + name + ".sources.";
        element.sources()
                .forEach(
                        (source, item) -> {
                            OptionalDouble event =
                                    Fuses.event(sheet.document.shot(), element, item);
                            int row = row(rows, sources + source);
                            if (event.isPresent() && row >= 0) {
                                int from = row(rows, sources + item.get(Source.FUSE));
                                draw(axis, source, item, event.getAsDouble(), from, row);
                            }
                        });
    }

    /// Number of the first row of an item, or -1.
    private static int row(List<CueRow> rows, String path) {
        for (int i = 0; i < rows.size(); i++) {
            if (rows.get(i).path().equals(path)) {
                return i;
            }
        }
        return -1;
    }

    /// @param from row of what it hangs on; -1 for a meeting, which has none
    private void draw(TimeAxis axis, String source, Item item, double event, int from, int row) {
        double cue = Timing.cue(item);
        double x = axis.x(event);
        double y = middle(row);
        double end = axis.x(cue);
        Polyline line = new Polyline();
        if (from >= 0) {
            line.getPoints().addAll(x, middle(from));
        }
        line.getPoints().addAll(x, y, end, y);
        line.getStyleClass().add("fuse-line");
        line.setId("fuse-" + source);
        Circle spark = new Circle(x, from >= 0 ? middle(from) : y, SPARK);
        spark.getStyleClass().add("fuse-spark");
        Group fuse = new Group(line, spark);
        if (end - x > WORDS) {
            Label delay = new Label(Unit.SECOND.figure(cue - event, 3));
            delay.getStyleClass().add("fuse-words");
            delay.relocate(x + 5, y - 13);
            fuse.getChildren().add(delay);
        }
        getChildren().add(fuse);
    }

    private static double middle(int row) {
        return (row + 0.5) * CueRow.HEIGHT;
    }
}
