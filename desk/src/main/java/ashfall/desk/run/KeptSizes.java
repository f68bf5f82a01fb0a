package ashfall.desk.run;

import ashfall.firing.LeftOut;
import ashfall.firing.SizeForecast;
import ashfall.grid.Frame;
import ashfall.shot.Item;
import ashfall.shot.Kept;
import ashfall.sim.LogEntry;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/// What a frame of a firing will take on disk on average, by channel, forecast from a sketch.
///
/// @param half bytes of each channel in 16 bit
/// @param full bytes of each channel in 32 bit
/// @param leftOut by channel, the largest difference from still air of what is not kept; only
///     where anything is not
public record KeptSizes(
        Map<String, Double> half, Map<String, Double> full, Map<String, Float> leftOut) {
    /// Of nothing yet.
    public static final KeptSizes UNKNOWN = new KeptSizes(Map.of(), Map.of(), Map.of());

    /// Frames of the sketch that are looked at.
    private static final int SAMPLE = 6;

    /// Frames of a sketch that stand for all of it; none while it has none.
    public static List<Frame> sample(Run sketch) {
        if (sketch == null) {
            return List.of();
        }
        List<Frame> held =
                sketch.log().stream()
                        .map(LogEntry::frame)
                        .map(sketch::held)
                        .filter(Objects::nonNull)
                        .toList();
        List<Frame> some = new ArrayList<>();
        int count = Math.min(SAMPLE, held.size());
        for (int i = 0; i < count; i++) {
            some.add(held.get((int) ((i + 0.5) * held.size() / count)));
        }
        return some;
    }

    /// Of a sample of a sketch's frames. Slow: not on the toolkit's thread.
    ///
    /// @param voxel edge of the firing's voxels, m
    /// @param kept from which values on and where
    public static KeptSizes of(List<Frame> sample, double voxel, Kept kept) {
        Map<String, Double> half = new LinkedHashMap<>();
        Map<String, Double> full = new LinkedHashMap<>();
        Map<String, Float> leftOut = new LinkedHashMap<>();
        for (Frame frame : sample) {
            add(SizeForecast.of(frame, voxel, kept.with(List.of())), sample.size(), half);
            add(SizeForecast.of(frame, voxel, kept.with(Kept.ALL)), sample.size(), full);
            for (String channel : kept.isAll() ? List.<String>of() : Kept.ALL) {
                LeftOut.visit(
                        frame,
                        channel,
                        kept,
                        (x, y, z, off) -> leftOut.merge(channel, off, Math::max));
            }
        }
        return new KeptSizes(half, full, leftOut);
    }

    private static void add(Map<String, Double> one, int count, Map<String, Double> sums) {
        one.forEach((channel, bytes) -> sums.merge(channel, bytes / count, Double::sum));
    }

    /// Bytes of a channel in the precision that an element's gas has for it; NaN where nothing is
    /// known of it.
    public double bytes(Item gas, String channel) {
        Map<String, Double> of = Kept.isFull(channel, gas.get(Kept.FULL)) ? full : half;
        return of.getOrDefault(channel, Double.NaN);
    }

    /// Bytes of a frame with the channels that an element's gas keeps; NaN while nothing is known.
    public double bytes(Item gas) {
        return gas.get(Kept.CHANNELS).stream().mapToDouble(channel -> bytes(gas, channel)).sum();
    }
}
