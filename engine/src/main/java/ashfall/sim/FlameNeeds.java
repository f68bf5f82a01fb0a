package ashfall.sim;

import ashfall.burn.Fuel;
import ashfall.gas.GasFields;
import ashfall.grid.GridShape;
import ashfall.shot.Unit;
import ashfall.work.Workers;

import java.util.List;
import java.util.Locale;
import java.util.Optional;

/// The three needs of a flame, fuel, heat and oxygen, as a frame's end found them.
///
/// @param hottestFuelK hottest gas that holds fuel; 0 for no fuel
/// @param oxygenAtHotFuel largest mass share of oxygen in gas that holds fuel and is hot enough to
///     burn; 0 for none
public record FlameNeeds(double hottestFuelK, double oxygenAtHotFuel) {
    /// kg per kg of gas from which it counts as holding fuel.
    private static final float SOME = 1e-6f;

    /// Share of the air's oxygen below which hot fuel counts as starved.
    private static final double STARVED = 0.02;

    /// Share of what was released below which fuel counts as used up.
    private static final double USED_UP = 1e-3;

    static FlameNeeds of(GasFields fields, double ignition, Workers workers) {
        GridShape shape = fields.shape();
        float[] fuel = fields.contents[GasFields.FUEL];
        float[] oxygen = fields.contents[GasFields.OXYGEN];
        float[] hottest = new float[shape.nz()];
        float[] richest = new float[shape.nz()];
        workers.forEachSlab(
                shape.nz(),
                (z, worker) -> {
                    float hot = 0;
                    float rich = 0;
                    for (int y = 0; y < shape.ny(); y++) {
                        int at = shape.at(0, y, z);
                        for (int i = at, end = at + shape.nx(); i < end; i++) {
                            if (fuel[i] > SOME) {
                                hot = Math.max(hot, fields.temperature[i]);
                                boolean burns = fields.temperature[i] > ignition;
                                rich = burns ? Math.max(rich, oxygen[i]) : rich;
                            }
                        }
                    }
                    hottest[z] = hot;
                    richest[z] = rich;
                });
        float hot = 0;
        float rich = 0;
        for (int z = 0; z < shape.nz(); z++) {
            hot = Math.max(hot, hottest[z]);
            rich = Math.max(rich, richest[z]);
        }
        return new FlameNeeds(hot, rich);
    }

    /// Which of the three a frame had.
    ///
    /// @param fuel some was there
    /// @param heat some of it was hot enough
    /// @param oxygen some of that had air
    public record Met(boolean fuel, boolean heat, boolean oxygen) {}

    /// Which needs a frame of the log had.
    public static Met met(LogEntry entry, double ignition) {
        boolean burns = entry.heatReleaseKw() > 0;
        return new Met(
                burns || entry.hottestFuelK() > 0,
                burns || entry.hottestFuelK() > ignition,
                burns || entry.oxygenAtHotFuel() > STARVED * Fuel.OXYGEN_IN_AIR);
    }

    /// Why a frame shows no flame, with figures, and when there was one; empty for a frame that
    /// burns or that is not there.
    ///
    /// @param log of the run
    /// @param fuel its name
    /// @param ignition K
    public static Optional<String> whyNoFlame(
            List<LogEntry> log, long frame, String fuel, double ignition) {
        return log.stream()
                .filter(e -> e.frame() == frame && e.heatReleaseKw() <= 0)
                .findFirst()
                .map(e -> "no flame: " + missing(e, fuel, ignition) + spans(log));
    }

    private static String missing(LogEntry e, String fuel, double ignition) {
        Met met = met(e, ignition);
        if (e.fuelReleasedKg() <= 0) {
            return "no fuel was given yet; set a source's fuel, or its time";
        }
        boolean usedUp = e.fuelLeftKg() <= USED_UP * e.fuelReleasedKg();
        if (!met.fuel() || usedUp) {
            return String.format(
                    "of %s of %s given %s burnt and %s left the box",
                    mass(e.fuelReleasedKg()), fuel, mass(e.fuelBurntKg()), mass(e.fuelGoneKg()));
        }
        if (!met.heat()) {
            return String.format(
                    Locale.ROOT,
                    "the hottest gas with %s is %.0f K and it burns from %.0f K; add an igniter or"
                            + " make it last longer",
                    fuel,
                    e.hottestFuelK(),
                    ignition);
        }
        return String.format(
                Locale.ROOT,
                "where %s is hot enough the gas holds at most %.1f %% oxygen (air: %.0f %%); give"
                        + " less fuel or let air in",
                fuel,
                100 * e.oxygenAtHotFuel(),
                100 * Fuel.OXYGEN_IN_AIR);
    }

    private static String mass(double kilograms) {
        return Unit.KILOGRAM.figure(kilograms, 3);
    }

    /// "; frames 3 to 22 have flame".
    private static String spans(List<LogEntry> log) {
        long first = 0;
        long last = 0;
        boolean any = false;
        for (LogEntry e : log) {
            if (e.heatReleaseKw() > 0) {
                first = any ? first : e.frame();
                last = e.frame();
                any = true;
            }
        }
        return any
                ? "; there is flame from frame " + first + " to " + last
                : "; no frame so far has any";
    }
}
