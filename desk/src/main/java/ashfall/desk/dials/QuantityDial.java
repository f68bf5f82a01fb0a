package ashfall.desk.dials;

import ashfall.desk.document.Document;
import ashfall.desk.kit.Glyph;
import ashfall.desk.kit.Tokens;
import ashfall.desk.kit.ValueField;
import ashfall.shot.Burn;
import ashfall.shot.Curve;
import ashfall.shot.FrameRate;
import ashfall.shot.Frames;
import ashfall.shot.Item;
import ashfall.shot.Quantity;
import ashfall.shot.Quantity.Mark;
import ashfall.shot.Unit;

import javafx.css.PseudoClass;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Button;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Region;
import javafx.scene.text.TextAlignment;

/// A number on a graduated rule: typed with a unit, dragged (with shift finely), nudged by keys. A
/// pennant says that it follows a curve; then the rule stands for its largest value, and moving it
/// scales the curve.
final class QuantityDial extends Dial<Curve> {
    private static final PseudoClass FLYING = PseudoClass.getPseudoClass("flying");
    private static final PseudoClass BORROWED = PseudoClass.getPseudoClass("borrowed");
    private static final double FINE = 0.1;

    private final Quantity quantity;
    private final RuleScale scale;
    private final ValueField field;
    private final Rule rule;
    private Button pennant;

    QuantityDial(Document document, String path, Quantity quantity) {
        super(document, path, quantity);
        this.quantity = quantity;
        this.scale = RuleScale.of(quantity);
        this.rule = new Rule();
        this.field = new ValueField(id(quantity) + "-field", problem, this::take);
        explain(field.field());
        if (quantity.follows()) {
            pennant = new Button();
            pennant.setId(id(quantity) + "-pennant");
            pennant.setGraphic(Glyph.PENNANT.node());
            pennant.getStyleClass().add("pennant");
            pennant.setTooltip(
                    new Tooltip("Follows a curve over time, or holds one value; press to change"));
            pennant.setOnAction(e -> togglePennant());
            head.getChildren().add(pennant);
        }
        head.getChildren().add(field);
        rule.setId(id(quantity) + "-rule");
        getChildren().addAll(rule, problem);
    }

    private double shownValue(Item item) {
        if (Burn.KIND.equals(item.kind())) {
            return Burn.effective(item, quantity);
        }
        return item.get(quantity).largest();
    }

    @Override
    void display(Item item) {
        double value = shownValue(item);
        boolean borrowed = !item.values().containsKey(quantity) && Double.isNaN(quantity.number());
        field.field().pseudoClassStateChanged(BORROWED, borrowed);
        field.show(quantity.unit().figure(value, borrowed ? 4 : 6));
        if (pennant != null) {
            pennant.pseudoClassStateChanged(FLYING, !item.get(quantity).isConstant());
        }
        if (Double.compare(rule.value, value) != 0) {
            rule.value = value;
            rule.draw();
        }
    }

    private void take(String text) {
        Item item = item();
        Curve typed = typed(inSeconds(text));
        Curve before = item.get(quantity);
        put(before.isConstant() ? typed : scaled(before, typed.value(0)));
    }

    /// Frames may be typed where seconds are wanted: `12 f`.
    private String inSeconds(String text) {
        FrameRate rate = document.shot().frames().get(Frames.RATE);
        return quantity.unit() == Unit.SECOND ? Double.toString(rate.parseSeconds(text)) : text;
    }

    /// A curve with another largest value.
    private Curve scaled(Curve curve, double largest) {
        double was = curve.largest();
        Curve scaled = was == 0 ? Curve.constant(largest) : curve.times(largest / was);
        return scaled.within(quantity.least(), quantity.most());
    }

    private void set(double value) {
        double held = Math.max(quantity.least(), Math.min(quantity.most(), value));
        Curve before = item().get(quantity);
        put(before.isConstant() ? Curve.constant(held) : scaled(before, held));
    }

    private void togglePennant() {
        Curve curve = item().get(quantity);
        if (!curve.isConstant()) {
            put(Curve.constant(curve.largest()));
            return;
        }
        FrameRate rate = document.shot().frames().get(Frames.RATE);
        double from = Math.max(0, rate.seconds(document.shot().frames().get(Frames.FIRST)));
        double to = rate.seconds(document.shot().frames().get(Frames.LAST));
        put(
                Curve.through(
                        new double[] {from, curve.value(0)},
                        new double[] {Math.max(to, from + 1e-3), curve.value(0)}));
    }

    /// The graduated rule.
    private final class Rule extends Region {
        private static final double HEIGHT = 36;
        private static final double LINE = 17;
        private static final double SIDE = 6;
        private final Canvas canvas = new Canvas();
        private double value = Double.NaN;
        private double pressX;
        private double pressPosition;
        private double lastX;

        Rule() {
            getStyleClass().add("rule");
            setFocusTraversable(true);
            setMinHeight(HEIGHT);
            setPrefHeight(HEIGHT);
            getChildren().add(canvas);
            explain(this);
            focusedProperty().addListener((o, was, is) -> draw());
            hoverProperty().addListener((o, was, is) -> draw());
            addEventHandler(MouseEvent.MOUSE_PRESSED, this::press);
            addEventHandler(MouseEvent.MOUSE_DRAGGED, this::drag);
            addEventHandler(MouseEvent.MOUSE_RELEASED, e -> release());
            addEventHandler(KeyEvent.KEY_PRESSED, this::key);
        }

        @Override
        protected void layoutChildren() {
            canvas.setWidth(getWidth());
            canvas.setHeight(HEIGHT);
            draw();
        }

        private double x(double v) {
            return SIDE + scale.position(v) * (getWidth() - 2 * SIDE);
        }

        private void press(MouseEvent e) {
            requestFocus();
            pressX = e.getX();
            lastX = pressX;
            pressPosition = scale.position(value);
            if (e.getClickCount() == 2) {
                put(null);
            }
            // The scroll pane around would take the focus.
            e.consume();
        }

        private void drag(MouseEvent e) {
            document.draggingProperty().set(true);
            double rate = e.isShiftDown() ? FINE : 1;
            double width = Math.max(1, getWidth() - 2 * SIDE);
            pressPosition += rate * (e.getX() - lastX) / width;
            pressPosition = Math.max(0, Math.min(1, pressPosition));
            lastX = e.getX();
            set(scale.rounded(scale.value(pressPosition), e.isShiftDown()));
        }

        private void release() {
            document.draggingProperty().set(false);
        }

        private void key(KeyEvent e) {
            double step = e.isShiftDown() ? 0.001 : 0.01;
            KeyCode code = e.getCode();
            double by =
                    code == KeyCode.RIGHT || code == KeyCode.UP
                            ? step
                            : code == KeyCode.LEFT || code == KeyCode.DOWN
                                    ? -step
                                    : code == KeyCode.PAGE_UP
                                            ? 0.1
                                            : code == KeyCode.PAGE_DOWN ? -0.1 : 0;
            if (by != 0) {
                double next = scale.value(scale.position(value) + by);
                set(scale.rounded(next, e.isShiftDown()));
                e.consume();
            } else if (code == KeyCode.DELETE || code == KeyCode.BACK_SPACE) {
                put(null);
                e.consume();
            }
        }

        void draw() {
            GraphicsContext g = canvas.getGraphicsContext2D();
            double w = canvas.getWidth();
            g.clearRect(0, 0, w, HEIGHT);
            if (w < 4 * SIDE) {
                return;
            }
            boolean lit = isFocused() || isHover();
            g.setFill(Tokens.colour("verdigris", lit ? 0.34 : 0.2));
            double a = x(quantity.usualLow());
            double b = x(quantity.usualHigh());
            g.fillRect(a, LINE - 4, Math.max(3, b - a), 4);
            g.setStroke(Tokens.colour("bone", lit ? 0.55 : 0.34));
            g.setLineWidth(1);
            g.strokeLine(SIDE, LINE + 0.5, w - SIDE, LINE + 0.5);
            for (RuleScale.Tick tick : scale.ticks()) {
                double at = Math.round(x(tick.value())) + 0.5;
                g.strokeLine(at, LINE + 0.5, at, LINE + 2 + 2 * tick.rank());
            }
            drawMarks(g, w);
            drawWords(g, w);
            drawNotch(g, lit);
        }

        /// Marks from life stand above the rule, as far as there is room.
        private void drawMarks(GraphicsContext g, double w) {
            g.setFont(Tokens.words(10));
            g.setTextAlign(TextAlignment.CENTER);
            double free = -1;
            for (Mark mark : quantity.marks()) {
                if (mark.value() < scale.low() || mark.value() > scale.high()) {
                    continue;
                }
                double at = x(mark.value());
                double half = 2.4 * mark.name().length() + 3;
                double text = Math.max(half, Math.min(w - half, at));
                g.setStroke(Tokens.colour("bone", 0.5));
                g.strokeLine(Math.round(at) + 0.5, LINE - 3, Math.round(at) + 0.5, LINE);
                if (text - half > free) {
                    g.setFill(Tokens.colour("fog"));
                    g.fillText(mark.name(), text, 8);
                    free = text + half;
                }
            }
        }

        private void drawWords(GraphicsContext g, double w) {
            g.setFont(Tokens.words(11));
            g.setFill(Tokens.colour("fog"));
            g.setTextAlign(TextAlignment.LEFT);
            g.fillText(quantity.words().less(), SIDE - 2, HEIGHT - 3);
            g.setTextAlign(TextAlignment.RIGHT);
            g.fillText(quantity.words().more(), w - SIDE + 2, HEIGHT - 3);
        }

        private void drawNotch(GraphicsContext g, boolean lit) {
            if (Double.isNaN(value)) {
                return;
            }
            double at = x(value);
            g.setFill(Tokens.colour(isFocused() ? "verdigris" : "bone", lit ? 1 : 0.9));
            g.fillPolygon(
                    new double[] {at - 4.5, at + 4.5, at + 4.5, at, at - 4.5},
                    new double[] {LINE - 7, LINE - 7, LINE - 3, LINE + 3, LINE - 3},
                    5);
        }
    }
}
