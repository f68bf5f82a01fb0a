package ashfall.desk.chart;

import ashfall.shot.Carrier;
import ashfall.shot.Curve;
import ashfall.shot.Item;
import ashfall.shot.Quantity;
import ashfall.shot.Unit;

import javafx.scene.control.Tooltip;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Region;
import javafx.scene.shape.Polygon;

import java.util.Locale;

/// When a burst bears its carriers, as a bar with ends to drag, and how they die away behind it.
final class BurstRow extends CueRow {
    private static final double GRIP = 7;

    private final Region bar = new Region();
    private final Polygon tail = new Polygon();
    private final Tooltip tip = new Tooltip();

    BurstRow(Sheet sheet, String path) {
        super(sheet, path);
        setId("burst-" + itemName());
        bar.getStyleClass().add("burst-bar");
        bar.setId(getId() + "-bar");
        bar.setManaged(false);
        tail.getStyleClass().add("release-shape");
        getChildren().addAll(tail, bar, grip("from", Carrier.FROM), grip("to", Carrier.TO));
        Tooltip.install(bar, tip);
        movesAll(bar);
        movesAll(tail);
    }

    @Override
    String what() {
        return "burst";
    }

    private Region grip(String name, Quantity end) {
        Region grip = new Region();
        grip.setId(getId() + "-" + name);
        grip.getStyleClass().add("burst-grip");
        grip.setManaged(false);
        takes(grip, (x, e) -> drag(end, x, e));
        Tooltip.install(
                grip, new Tooltip(end.label() + "; drags to frames and events, with shift freely"));
        return grip;
    }

    private void drag(Quantity end, double x, MouseEvent e) {
        double seconds = snapped(axis.seconds(x), e);
        double from = item().number(Carrier.FROM);
        double to = item().number(Carrier.TO);
        double kept = end.equals(Carrier.FROM) ? Math.min(to, seconds) : Math.max(from, seconds);
        sheet.document.put(path(), end, Curve.constant(kept));
    }

    @Override
    void show(TimeAxis along) {
        axis = along;
        markChosen();
        Item item = item();
        double from = axis.x(item.number(Carrier.FROM));
        double to = Math.max(from + 2, axis.x(item.number(Carrier.TO)));
        double life = item.number(Carrier.LIFE);
        double spread = item.number(Carrier.LIFE_SPREAD);
        double full = Math.max(to, axis.x(item.number(Carrier.TO) + Math.max(0, life - spread)));
        double gone = Math.max(full, axis.x(item.number(Carrier.TO) + life + spread));
        bar.resizeRelocate(from, 4, to - from, HEIGHT - 9);
        tail.getPoints().setAll(from, HEIGHT - 1, to, 4.0, full, 4.0, gone, HEIGHT - 1);
        place("from", from);
        place("to", to);
        tip.setText(
                String.format(
                        Locale.ROOT,
                        "%,d carriers from %s to %s; drag to move",
                        item.get(Carrier.COUNT),
                        Unit.SECOND.figure(item.number(Carrier.FROM), 3),
                        Unit.SECOND.figure(item.number(Carrier.TO), 3)));
        hatch(2);
    }

    private void place(String name, double x) {
        Region grip = (Region) lookup("#" + getId() + "-" + name);
        grip.resizeRelocate(x - GRIP / 2, 2, GRIP, HEIGHT - 5);
    }
}
