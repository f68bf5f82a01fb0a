package ashfall.look;

import ashfall.shot.Item;
import ashfall.shot.Look;
import ashfall.shot.Ramp;
import ashfall.shot.Reading;
import ashfall.shot.Unit;

import java.util.ArrayList;
import java.util.List;

/// Fits a reading to the values that are there: from the 1st to the 99th percentile.
public final class Fit {
    private static final double LOW = 0.01;
    private static final double HIGH = 0.99;

    /// Temperatures that a channel is fitted to: from the first red to yellow-white.
    private static final double RED = 900;

    private static final double WHITE = 1900;

    private Fit() {}

    /// What of a channel may glow begins above this: nothing is said of cold air.
    private static double above(Histogram values) {
        return values.unit().equals(Unit.KELVIN.symbol()) ? Shading.DARK : 0;
    }

    /// The reading with its colours fitted to the values of the channel that it reads as heat: a
    /// ramp of one's own is stretched over them, else the kelvins shown are.
    public static Item heat(Item reading, Histogram values) {
        double low = values.percentile(LOW, above(values));
        double high = values.percentile(HIGH, above(values));
        Ramp ramp = reading.get(Reading.RAMP);
        if (ramp.stops().size() < 2) {
            double factor = high > low ? (WHITE - RED) / (high - low) : 1;
            return reading.with(Reading.KELVIN_FACTOR, factor)
                    .with(Reading.KELVIN_OFFSET, RED - factor * low);
        }
        double factor = reading.number(Reading.KELVIN_FACTOR);
        double offset = reading.number(Reading.KELVIN_OFFSET);
        double from = factor * low + offset;
        double to = Math.max(from + 1, factor * high + offset);
        double first = ramp.stops().getFirst().at();
        double span = ramp.stops().getLast().at() - first;
        List<Ramp.Stop> stops = new ArrayList<>();
        for (Ramp.Stop stop : ramp.stops()) {
            stops.add(
                    new Ramp.Stop(from + (stop.at() - first) / span * (to - from), stop.colour()));
        }
        return reading.with(Reading.RAMP, new Ramp(stops));
    }

    /// Metres after which half of the light is gone, in the thickest smoke there is (its 99th
    /// percentile); infinite where there is none.
    ///
    /// @param smoke values of the channel that is read as smoke
    public static double visibility(Item look, Item reading, Histogram smoke) {
        double thickest = smoke.percentile(HIGH, 0) * reading.number(Reading.SMOKE_FACTOR);
        return Math.log(2) / (1000 * look.number(Look.EXTINCTION) * thickest);
    }

    /// The look with as much extinction as gives a visibility.
    ///
    /// @param metres above 0
    public static Item visible(Item look, Item reading, Histogram smoke, double metres) {
        double now = visibility(look.with(Look.EXTINCTION, 1), reading, smoke);
        return look.with(Look.EXTINCTION, Math.min(Look.EXTINCTION.most(), now / metres));
    }
}
