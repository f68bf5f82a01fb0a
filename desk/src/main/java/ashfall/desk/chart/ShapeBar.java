package ashfall.desk.chart;

import ashfall.desk.kit.ValueField;
import ashfall.shot.Curve;
import ashfall.shot.FrameRate;
import ashfall.shot.Quantity;
import ashfall.shot.ReadyShape;
import ashfall.shot.Unit;

import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;

import java.util.List;
import java.util.Locale;

/// Four numbers of the curve that is taken in the cue sheet - when it starts, how long it lasts,
/// its peak and its tail - and ready shapes for it. They read and change whatever curve it is.
final class ShapeBar extends HBox {
    /// Seconds that a ready shape lasts in place of a steady value.
    private static final double LASTS = 0.4;

    private static final double MOST_WORDS = 240;

    /// Pixels of a field.
    private static final double WIDE = 68;

    /// Tail of a ready shape over its peak.
    private static final double TAIL = 0.125;

    private final Sheet sheet;
    private final Label name = new Label();

    /// Says why a text cannot be taken.
    private final Label problem = new Label();

    private final MenuItem paste = new MenuItem("Paste curve");
    private final MenuButton shapes = new MenuButton("Shape");
    private final ValueField starts = field("starts", "When the curve starts", this::start);
    private final ValueField lasts = field("lasts", "How long it lasts, first to last", this::last);
    private final ValueField peak = field("peak", "Its largest value", this::scale);
    private final ValueField tail = field("tail", "Its last value, which stays", this::tail);
    private ReleaseRow shown;
    private Curve copied;

    ShapeBar(Sheet sheet) {
        super(4);
        this.sheet = sheet;
        setId("shape-bar");
        setAlignment(Pos.CENTER_LEFT);
        name.getStyleClass().add("figure");
        name.setId("shape-of");
        shapes.setId("curve-shape");
        shapes.setTooltip(new Tooltip("Ready shapes over time; they stay ordinary curves"));
        paste.setId("shape-paste");
        paste.setDisable(true);
        paste.setOnAction(e -> paste());
        problem.setMaxWidth(MOST_WORDS);
        getChildren()
                .addAll(
                        problem,
                        name,
                        shapes,
                        new Label("from"),
                        starts,
                        new Label("lasts"),
                        lasts,
                        new Label("peak"),
                        peak,
                        new Label("tail"),
                        tail);
        show();
    }

    /// Takes a number of the curve.
    @FunctionalInterface
    private interface Change {
        Curve of(Curve curve, String text);
    }

    private ValueField field(String id, String words, Change change) {
        ValueField field =
                new ValueField(
                        "curve-" + id,
                        problem,
                        text -> {
                            if (shown != null && shown.item() != null) {
                                shown.put(change.of(shown.curve(), text));
                            }
                        });
        field.setPrefWidth(WIDE);
        field.setMinWidth(WIDE);
        field.field().setTooltip(new Tooltip(words));
        return field;
    }

    private FrameRate rate() {
        return shown.axis.rate();
    }

    private Curve start(Curve curve, String text) {
        return curve.later(rate().parseSeconds(text) - curve.time(0));
    }

    private Curve last(Curve curve, String text) {
        double seconds = rate().parseSeconds(text);
        if (!(seconds > 0)) {
            throw new IllegalArgumentException("it must last longer than nothing");
        }
        return curve.stretched(curve.time(0), seconds / curve.length());
    }

    private Curve scale(Curve curve, String text) {
        double value = shown.param().parse(text);
        return curve.largest() == 0 ? Curve.constant(value) : curve.times(value / curve.largest());
    }

    private Curve tail(Curve curve, String text) {
        double value = shown.param().parse(text);
        var points = curve.points();
        Curve.Point end = points.getLast();
        points.set(points.size() - 1, new Curve.Point(end.seconds(), value, end.eased()));
        return Curve.through(points);
    }

    /// Shows the numbers of the row that is taken, and nothing without one.
    void show() {
        ReleaseRow row = sheet.taken.get();
        boolean any = row != null && row.item() != null && row.axis != null;
        setVisible(any);
        setManaged(any);
        if (!any) {
            return;
        }
        if (row != shown) {
            // What was typed for another curve is not for this one.
            List.of(starts, lasts, peak, tail).forEach(ValueField::giveUp);
            shown = row;
            shapes.getItems().clear();
            for (ReadyShape shape : ReadyShape.of(row.param())) {
                item("shape-" + shape.name().toLowerCase(Locale.ROOT), shape.label())
                        .setOnAction(e -> apply(shape));
            }
            shapes.getItems().add(new SeparatorMenuItem());
            item("shape-copy", "Copy curve").setOnAction(e -> copy());
            shapes.getItems().add(paste);
        }
        Curve curve = row.curve();
        name.setText(row.itemName() + " " + row.what());
        boolean constant = curve.isConstant();
        write(starts, constant, Unit.SECOND.figure(curve.time(0), 4));
        write(lasts, constant, Unit.SECOND.figure(curve.length(), 4));
        Unit unit = row.param().unit();
        write(peak, false, unit.figure(curve.largest(), 4));
        write(tail, constant, unit.figure(curve.value(curve.size() - 1), 4));
    }

    private static void write(ValueField field, boolean off, String text) {
        field.field().setDisable(off);
        field.show(off ? "" : text);
    }

    private MenuItem item(String id, String label) {
        MenuItem item = new MenuItem(label);
        item.setId(id);
        shapes.getItems().add(item);
        return item;
    }

    /// A ready shape in place of the curve, with its start, length, peak and tail.
    private void apply(ReadyShape shape) {
        Curve curve = shown.curve();
        boolean constant = curve.isConstant();
        Quantity param = shown.param();
        double most = curve.largest() > 0 ? curve.largest() : param.usualHigh();
        double high = shape == ReadyShape.PUNCH_THEN_HANG && constant ? 3 * most : most;
        double end = curve.value(curve.size() - 1);
        double low = constant || end <= 0 || end >= high ? TAIL * high : end;
        shown.put(
                shape.curve(
                        constant ? Math.max(0, shown.axis.from()) : curve.time(0),
                        constant ? LASTS : curve.length(),
                        high,
                        low));
    }

    private void copy() {
        copied = shown.curve();
        paste.setDisable(false);
    }

    /// The curve that was copied; what does not fit the quantity keeps its shape, at its peak.
    private void paste() {
        double largest = copied.largest();
        boolean fits = largest <= shown.param().most();
        shown.put(fits ? copied : copied.times(shown.curve().largest() / largest));
    }
}
