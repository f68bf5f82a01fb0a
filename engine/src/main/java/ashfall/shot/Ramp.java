package ashfall.shot;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/// Colours over a quantity: stops with straight lines between, even beyond the first and the last.
/// Without stops there is no ramp.
///
/// @param stops rising
public record Ramp(List<Stop> stops) {
    public static final Ramp NONE = new Ramp(List.of());

    /// A colour at a value.
    ///
    /// @param colour red, green and blue in linear light; 1 is full
    public record Stop(double at, Vec3 colour) {}

    public Ramp {
        stops = List.copyOf(stops);
        for (int i = 1; i < stops.size(); i++) {
            double before = stops.get(i - 1).at;
            if (!(stops.get(i).at > before)) {
                throw new IllegalArgumentException(
                        "the stops of a ramp must rise, but "
                                + stops.get(i).at
                                + " follows "
                                + before);
            }
        }
    }

    /// The colour at a value; black without stops.
    public Vec3 at(double value) {
        if (stops.isEmpty()) {
            return new Vec3(0, 0, 0);
        }
        if (value <= stops.getFirst().at) {
            return stops.getFirst().colour;
        }
        for (int i = 1; i < stops.size(); i++) {
            Stop a = stops.get(i - 1);
            Stop b = stops.get(i);
            if (value < b.at) {
                double t = (value - a.at) / (b.at - a.at);
                return a.colour.times(1 - t).plus(b.colour.times(t));
            }
        }
        return stops.getLast().colour;
    }

    /// With a stop more, or in place of the one at the same value.
    public Ramp with(Stop stop) {
        List<Stop> all = new ArrayList<>(stops);
        all.removeIf(other -> other.at == stop.at);
        all.add(stop);
        all.sort(Comparator.comparingDouble(Stop::at));
        return new Ramp(all);
    }

    /// Without a stop.
    public Ramp without(int index) {
        List<Stop> all = new ArrayList<>(stops);
        all.remove(index);
        return new Ramp(all);
    }
}
