package ashfall.desk.dials;

import ashfall.desk.document.Document;
import ashfall.desk.kit.Tokens;
import ashfall.desk.kit.ValueField;
import ashfall.look.Histogram;
import ashfall.picture.Blackbody;
import ashfall.shot.Item;
import ashfall.shot.Param;
import ashfall.shot.Ramp;
import ashfall.shot.Reading;
import ashfall.shot.Unit;
import ashfall.shot.Vec3;

import javafx.beans.value.ObservableDoubleValue;
import javafx.geometry.Pos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;

import java.util.List;
import java.util.Optional;

/// The colours of the glow over the temperature shown: a strip under the spread of temperatures in
/// the frame, with stops to drag where the colours are one's own. An arrow marks the gas under the
/// pointer.
final class RampDial extends Dial<Ramp> {
    /// Dark red over orange to bright yellow.
    private static final Ramp START =
            new Ramp(
                    List.of(
                            new Ramp.Stop(750, new Vec3(0, 0, 0)),
                            new Ramp.Stop(1000, new Vec3(0.05, 0.003, 0)),
                            new Ramp.Stop(1350, new Vec3(0.4, 0.08, 0.005)),
                            new Ramp.Stop(1800, new Vec3(1.6, 0.9, 0.3))));

    private final Ranges ranges;
    private final ObservableDoubleValue pointed;
    private final Strip strip = new Strip();
    private final Button own = new Button();
    private final ValueField at = field("at", 0);
    private final List<ValueField> channels =
            List.of(field("red", 1), field("green", 2), field("blue", 3));
    private final HBox stop = new HBox(4);
    private int chosen;

    /// @param pointed temperature shown of the gas under the pointer, K; NaN where there is none
    RampDial(
            Document document,
            String path,
            Param.Colours param,
            Ranges ranges,
            ObservableDoubleValue pointed) {
        super(document, path, param);
        this.ranges = ranges;
        this.pointed = pointed;
        own.setId(id(param) + "-own");
        explain(own);
        own.setOnAction(
                e -> {
                    chosen = 0;
                    put(ramp().stops().isEmpty() ? START : Ramp.NONE);
                });
        head.getChildren().add(own);
        stop.setAlignment(Pos.CENTER_LEFT);
        stop.getChildren().add(at);
        String[] names = {"r", "g", "b"};
        for (int i = 0; i < channels.size(); i++) {
            channels.get(i).field().setPrefWidth(46);
            stop.getChildren().addAll(new Label(names[i]), channels.get(i));
        }
        at.field().setPrefWidth(76);
        stop.managedProperty().bind(stop.visibleProperty());
        strip.setId(id(param) + "-strip");
        getChildren().addAll(strip, stop, problem);
        ranges.foundProperty().addListener((o, was, is) -> strip.draw());
        pointed.addListener((o, was, is) -> strip.draw());
    }

    private ValueField field(String name, int part) {
        ValueField field =
                new ValueField(
                        "ramp-" + name,
                        problem,
                        text -> {
                            Ramp.Stop old = ramp().stops().get(chosen);
                            double value = (part == 0 ? Unit.KELVIN : Unit.NONE).parse(text);
                            double[] all = {
                                old.at(), old.colour().x(), old.colour().y(), old.colour().z()
                            };
                            all[part] = value;
                            move(new Ramp.Stop(all[0], new Vec3(all[1], all[2], all[3])));
                        });
        field.field().setTooltip(new Tooltip("Of the stop that is chosen"));
        return field;
    }

    private Ramp ramp() {
        return item().get((Param.Colours) param);
    }

    /// Puts another stop in place of the chosen one.
    private void move(Ramp.Stop to) {
        if (!(to.at() >= 0
                && Math.min(to.colour().x(), Math.min(to.colour().y(), to.colour().z())) >= 0)) {
            throw new IllegalArgumentException("temperatures and colours must be 0 or more");
        }
        Ramp next = ramp().without(chosen).with(to);
        chosen = next.stops().indexOf(to);
        put(next);
    }

    @Override
    void display(Item item) {
        Ramp ramp = item.get((Param.Colours) param);
        boolean mine = !ramp.stops().isEmpty();
        own.setText(mine ? "black body" : "own colours");
        stop.setVisible(mine);
        chosen = Math.max(0, Math.min(chosen, ramp.stops().size() - 1));
        if (mine) {
            Ramp.Stop one = ramp.stops().get(chosen);
            at.show(Unit.KELVIN.figure(one.at(), 4));
            for (int k = 0; k < 3; k++) {
                channels.get(k).show(Unit.number(one.colour().get(k), 3));
            }
        }
        strip.draw();
    }

    /// The strip, with the spread above and the stops below.
    private final class Strip extends Region {
        private static final double SIDE = 8;
        private static final double SPREAD = 40;
        private static final double BAND = 14;
        private static final double STOPS = 12;
        private static final double WORDS = 12;
        private static final double COLDEST = 500;
        private static final double HOTTEST = 2300;

        private final Canvas canvas = new Canvas();

        Strip() {
            getStyleClass().add("rule");
            setMinHeight(SPREAD + BAND + STOPS + WORDS);
            setFocusTraversable(true);
            getChildren().add(canvas);
            addEventHandler(MouseEvent.MOUSE_PRESSED, this::press);
            addEventHandler(MouseEvent.MOUSE_DRAGGED, this::drag);
            addEventHandler(MouseEvent.MOUSE_RELEASED, e -> document.draggingProperty().set(false));
            addEventHandler(KeyEvent.KEY_PRESSED, this::key);
            focusedProperty().addListener((o, was, is) -> draw());
        }

        @Override
        protected void layoutChildren() {
            canvas.setWidth(getWidth());
            canvas.setHeight(getHeight());
            draw();
        }

        private double hottest() {
            List<Ramp.Stop> stops = ramp().stops();
            return stops.isEmpty() ? HOTTEST : Math.max(HOTTEST, 1.1 * stops.getLast().at());
        }

        private double x(double kelvin) {
            return SIDE + (kelvin - COLDEST) / (hottest() - COLDEST) * (getWidth() - 2 * SIDE);
        }

        private double kelvin(double x) {
            double share = (x - SIDE) / Math.max(1, getWidth() - 2 * SIDE);
            return COLDEST + Math.max(0, Math.min(1, share)) * (hottest() - COLDEST);
        }

        /// Takes the stop at a place, or puts one there at a second click.
        private void press(MouseEvent e) {
            requestFocus();
            List<Ramp.Stop> stops = ramp().stops();
            int nearest = -1;
            for (int i = 0; i < stops.size(); i++) {
                boolean near = Math.abs(x(stops.get(i).at()) - e.getX()) <= 6;
                if (near
                        && (nearest < 0
                                || Math.abs(x(stops.get(i).at()) - e.getX())
                                        < Math.abs(x(stops.get(nearest).at()) - e.getX()))) {
                    nearest = i;
                }
            }
            if (nearest >= 0) {
                chosen = nearest;
                display(item());
            } else if (e.getClickCount() == 2 && !stops.isEmpty()) {
                double kelvin = Math.rint(kelvin(e.getX()));
                Ramp.Stop stop = new Ramp.Stop(kelvin, ramp().at(kelvin));
                Ramp next = ramp().with(stop);
                chosen = next.stops().indexOf(stop);
                put(next);
            }
            e.consume();
        }

        private void drag(MouseEvent e) {
            if (ramp().stops().isEmpty()) {
                return;
            }
            document.draggingProperty().set(true);
            shift(kelvin(e.getX()));
            e.consume();
        }

        /// Shifts the chosen stop, not past its neighbours.
        private void shift(double kelvin) {
            List<Ramp.Stop> stops = ramp().stops();
            double low = chosen == 0 ? 0 : stops.get(chosen - 1).at() + 1;
            double high =
                    chosen == stops.size() - 1
                            ? Double.POSITIVE_INFINITY
                            : stops.get(chosen + 1).at() - 1;
            double held = Math.rint(Math.max(low, Math.min(high, kelvin)));
            move(new Ramp.Stop(held, stops.get(chosen).colour()));
        }

        private void key(KeyEvent e) {
            List<Ramp.Stop> stops = ramp().stops();
            if (stops.isEmpty()) {
                return;
            }
            KeyCode code = e.getCode();
            if (code == KeyCode.LEFT || code == KeyCode.RIGHT) {
                double step = e.isShiftDown() ? 1 : 10;
                shift(stops.get(chosen).at() + (code == KeyCode.LEFT ? -step : step));
            } else if (code == KeyCode.PAGE_UP || code == KeyCode.PAGE_DOWN) {
                int by = code == KeyCode.PAGE_UP ? 1 : stops.size() - 1;
                chosen = (chosen + by) % stops.size();
                display(item());
            } else if (code == KeyCode.DELETE && stops.size() > 1) {
                put(ramp().without(chosen));
            } else {
                return;
            }
            e.consume();
        }

        void draw() {
            Item item = item();
            double w = canvas.getWidth();
            if (item == null || w < 4 * SIDE) {
                return;
            }
            GraphicsContext g = canvas.getGraphicsContext2D();
            g.clearRect(0, 0, w, canvas.getHeight());
            drawSpread(g, item);
            drawBand(g, item, w);
            drawScale(g);
            drawStops(g, item);
            double kelvin = pointed.get();
            if (kelvin >= COLDEST && kelvin <= hottest()) {
                g.setFill(Tokens.colour("verdigris"));
                double x = x(kelvin);
                g.fillPolygon(
                        new double[] {x - 4, x + 4, x},
                        new double[] {SPREAD - 8, SPREAD - 8, SPREAD},
                        3);
                g.setFont(Tokens.figures(9));
                g.setTextAlign(TextAlignment.CENTER);
                double half = 24;
                g.fillText(
                        Unit.KELVIN.figure(kelvin, 4),
                        Math.max(half, Math.min(w - half, x)),
                        SPREAD - 11);
            }
        }

        /// Voxels of the frame by their temperature shown, on a logarithm.
        private void drawSpread(GraphicsContext g, Item item) {
            Optional<Histogram> found = ranges.foundProperty().get().here(item.get(Reading.HEAT));
            if (found.isEmpty()) {
                return;
            }
            Histogram h = found.get();
            double factor = item.number(Reading.KELVIN_FACTOR);
            double offset = item.number(Reading.KELVIN_OFFSET);
            double step = (h.most() - h.least()) / h.counts().length;
            double most = 1;
            for (int i = 0; i < h.counts().length; i++) {
                most = Math.max(most, Math.log1p((double) h.counts()[i]));
            }
            g.setFill(Tokens.colour("bone", 0.28));
            for (int i = 0; i < h.counts().length; i++) {
                double a = x(Math.max(COLDEST, factor * (h.least() + i * step) + offset));
                double b = x(factor * (h.least() + (i + 1) * step) + offset);
                double high = Math.log1p((double) h.counts()[i]) / most * (SPREAD - 6);
                if (b > SIDE && h.counts()[i] > 0) {
                    g.fillRect(a, SPREAD - high, Math.max(1, b - a), high);
                }
            }
        }

        private void drawBand(GraphicsContext g, Item item, double w) {
            Ramp ramp = item.get(Reading.RAMP);
            for (int x = (int) SIDE; x < w - SIDE; x++) {
                g.setFill(colour(ramp, kelvin(x + 0.5)));
                g.fillRect(x, SPREAD, 1, BAND);
            }
        }

        /// As it looks where it is so bright that it just does not clip; dim ones show dimmer.
        private static Color colour(Ramp ramp, double kelvin) {
            float[] rgb = new float[3];
            if (ramp.stops().isEmpty()) {
                Blackbody.add((float) kelvin, 1, rgb);
            } else {
                Vec3 c = ramp.at(kelvin);
                for (int k = 0; k < 3; k++) {
                    rgb[k] = (float) c.get(k);
                }
            }
            double most = Math.max(1e-9, Math.max(rgb[0], Math.max(rgb[1], rgb[2])));
            double bright =
                    ramp.stops().isEmpty()
                            ? Math.min(1, (kelvin - COLDEST) / 700)
                            : Math.min(1, Math.cbrt(most));
            double[] c = new double[3];
            for (int k = 0; k < 3; k++) {
                c[k] = Math.min(1, Math.pow(rgb[k] / most, 1 / 2.2) * bright);
            }
            return Color.color(c[0], c[1], c[2]);
        }

        private void drawScale(GraphicsContext g) {
            g.setFont(Tokens.figures(9));
            g.setTextAlign(TextAlignment.CENTER);
            g.setFill(Tokens.colour("fog"));
            for (int kelvin = 1000; kelvin < hottest(); kelvin += 500) {
                g.fillText(kelvin + " K", x(kelvin), SPREAD + BAND + STOPS + WORDS - 3);
                g.fillRect(Math.rint(x(kelvin)), SPREAD + BAND, 1, 3);
            }
        }

        private void drawStops(GraphicsContext g, Item item) {
            List<Ramp.Stop> stops = item.get(Reading.RAMP).stops();
            for (int i = 0; i < stops.size(); i++) {
                double x = x(stops.get(i).at());
                g.setFill(Tokens.colour(i == chosen ? "verdigris" : "bone"));
                double top = SPREAD + BAND;
                g.fillPolygon(
                        new double[] {x, x + 5, x + 5, x - 5, x - 5},
                        new double[] {top, top + 4, top + 10, top + 10, top + 4},
                        5);
            }
        }
    }
}
