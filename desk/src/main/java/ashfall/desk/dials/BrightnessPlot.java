package ashfall.desk.dials;

import ashfall.desk.kit.Tokens;
import ashfall.look.HeldBrightness;
import ashfall.shot.Curve;

import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;

import java.util.List;
import java.util.Locale;
import java.util.NavigableMap;
import java.util.function.ToDoubleFunction;

/// The light of a fire over time: as it was, dashed, and as it is held.
final class BrightnessPlot extends Canvas {
    /// Luminous power at a time, lumen.
    record Light(double seconds, double before, double after, double wanted) {}

    /// @param all in order of time
    record Lines(List<Light> all) {
        /// Light is in proportion to its strength.
        ///
        /// @param powers as measured, lumen, by time in seconds
        /// @param before strength of the light then
        /// @param after strength of the light now
        static Lines of(
                NavigableMap<Double, Double> powers, Curve before, Curve after, double overshoot) {
            return new Lines(
                    powers.entrySet().stream()
                            .map(
                                    e -> {
                                        double t = e.getKey();
                                        double was = before.at(t);
                                        double share = was > 0 ? after.at(t) / was : 1;
                                        return new Light(
                                                t,
                                                e.getValue(),
                                                e.getValue() * share,
                                                HeldBrightness.wanted(powers, overshoot, t));
                                    })
                            .toList());
        }

        /// "was 34 to 120 % of the first frame; now 97 to 103 % of what is wanted, by 12 points".
        String words(int points) {
            double first = all.getFirst().before;
            return String.format(
                    Locale.ROOT,
                    "was %.0f to %.0f %% of the first frame; now %.0f to %.0f %% of what is"
                            + " wanted, by %d points",
                    100 * least(l -> l.before / first),
                    100 * most(l -> l.before / first),
                    100 * least(l -> l.after / l.wanted),
                    100 * most(l -> l.after / l.wanted),
                    points);
        }

        private double least(ToDoubleFunction<Light> what) {
            return all.stream().mapToDouble(what).min().orElse(Double.NaN);
        }

        private double most(ToDoubleFunction<Light> what) {
            return all.stream().mapToDouble(what).max().orElse(Double.NaN);
        }
    }

    private Lines lines = new Lines(List.of());

    BrightnessPlot() {
        setId("hold-plot");
        widthProperty().addListener(o -> draw());
    }

    void show(Lines shown) {
        lines = shown;
        draw();
    }

    private void draw() {
        GraphicsContext g = getGraphicsContext2D();
        g.clearRect(0, 0, getWidth(), getHeight());
        if (lines.all.size() < 2) {
            return;
        }
        double most = lines.most(l -> Math.max(l.before, l.after));
        g.setStroke(Tokens.colour("bone", 0.2));
        g.setLineWidth(1);
        g.strokeLine(0, getHeight() - 0.5, getWidth(), getHeight() - 0.5);
        g.setStroke(Tokens.colour("fog"));
        g.setLineDashes(3, 3);
        line(g, Light::before, most);
        g.setLineDashes();
        g.setStroke(Tokens.colour("bone", 0.9));
        g.setLineWidth(1.5);
        line(g, Light::after, most);
    }

    private void line(GraphicsContext g, ToDoubleFunction<Light> what, double most) {
        double from = lines.all.getFirst().seconds;
        double span = lines.all.getLast().seconds - from;
        g.beginPath();
        for (Light light : lines.all) {
            double x = (light.seconds - from) / span * getWidth();
            double y = getHeight() - 2 - what.applyAsDouble(light) / most * (getHeight() - 6);
            g.lineTo(x, y);
        }
        g.stroke();
    }
}
