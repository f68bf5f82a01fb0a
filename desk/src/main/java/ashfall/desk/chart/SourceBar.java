package ashfall.desk.chart;

import ashfall.desk.document.Edit;
import ashfall.shot.Item;
import ashfall.shot.Source;
import ashfall.shot.Timing;
import ashfall.shot.Unit;

import javafx.scene.control.Tooltip;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Region;
import javafx.scene.shape.Polygon;

import java.util.Map;

/// When a source may give anything, as a bar over its first row: an arrow where it has no end.
/// Dragging an end limits it.
final class SourceBar {
    private static final double TALL = 3;
    private static final double GRIP = 7;

    private final CueRow row;
    private final Region bar = new Region();
    private final Polygon endless = new Polygon(0.0, -2.0, 7.0, 1.5, 0.0, 5.0);
    private final Region from;
    private final Region to;
    private final Tooltip tip = new Tooltip();

    SourceBar(CueRow row) {
        this.row = row;
        String id = "bar-" + row.itemName();
        bar.setId(id);
        bar.getStyleClass().add("source-bar");
        bar.setManaged(false);
        endless.getStyleClass().add("source-endless");
        endless.setMouseTransparent(true);
        from = grip(id + "-from", true);
        to = grip(id + "-to", false);
        Tooltip.install(bar, tip);
        row.getChildren().addAll(bar, endless, from, to);
        row.movesAll(bar);
    }

    private Region grip(String id, boolean first) {
        Region grip = new Region();
        grip.setId(id);
        grip.getStyleClass().add("burst-grip");
        grip.setManaged(false);
        Tooltip.install(
                grip,
                new Tooltip(
                        (first ? "From here" : "Until here")
                                + " the source gives; drags to frames and events"));
        row.takes(grip, (x, e) -> drag(first, x, e));
        return grip;
    }

    private void drag(boolean first, double x, MouseEvent e) {
        Item item = row.item();
        double seconds = row.snapped(row.axis.seconds(x + (first ? 1 : -1) * (1 + GRIP / 2)), e);
        boolean limited = item.get(Source.LIMITED);
        double start = limited ? item.number(Source.FROM) : row.axis.from();
        double end = limited ? item.number(Source.TO) : row.axis.to();
        Item next =
                item.with(Source.LIMITED, true)
                        .with(Source.FROM, first ? Math.min(end, seconds) : start)
                        .with(Source.TO, first ? end : Math.max(start, seconds));
        row.sheet.document.edit(
                Edit.Items.of(
                        (first ? Source.FROM : Source.TO).label() + " (" + row.itemName() + ")",
                        row.sheet.document.shot(),
                        Map.of(row.path(), next)));
    }

    void show() {
        Timing.Span span = Timing.of(row.item());
        double start = row.axis.x(row.axis.from());
        double end = row.axis.x(row.axis.to());
        double a = span == null ? start : Math.max(start, Math.min(end, row.axis.x(span.from())));
        double b = span == null ? end : Math.max(a, Math.min(end, row.axis.x(span.to())));
        bar.resizeRelocate(a, 0, Math.max(2, b - a), TALL);
        boolean open = span == null || row.axis.x(span.to()) > end;
        endless.setVisible(open);
        endless.relocate(end - 8, -2);
        from.resizeRelocate(a - GRIP - 1, 0, GRIP, 9);
        to.resizeRelocate(b + 1, 0, GRIP, 9);
        from.toFront();
        to.toFront();
        tip.setText(
                span == null
                        ? "No end: gives as its curves say; drag an end to limit it"
                        : "Gives from "
                                + Unit.SECOND.figure(span.from(), 4)
                                + " to "
                                + Unit.SECOND.figure(span.to(), 4)
                                + "; drag to move the source in time");
    }
}
