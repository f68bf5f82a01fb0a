package ashfall.continuity;

import ashfall.particles.Carriers;
import ashfall.shot.Bounds;
import ashfall.shot.Carrier;
import ashfall.shot.Element;
import ashfall.shot.Item;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.Source;
import ashfall.shot.Unit;
import ashfall.shot.Vec3;
import ashfall.sim.CarrierFlights;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/// What stands between carriers and the gas they are to feed.
final class CarrierCheck {
    /// Share of carriers that may leave the bounds before it is said.
    private static final double FEW = 0.02;

    private CarrierCheck() {}

    /// Sentences on the carriers of a source.
    static List<String> of(Shot shot, Element element, String name, Item source, double voxel) {
        Carriers carriers;
        try {
            carriers = CarrierFlights.of(shot, element, source);
        } catch (ShotException e) {
            // The setup says it.
            return List.of();
        }
        if (carriers.count() == 0) {
            return List.of(
                    "no carrier of '"
                            + name
                            + "' is ever born; set "
                            + Carrier.COUNT.key()
                            + " or "
                            + Carrier.RATE.key());
        }
        List<String> all = new ArrayList<>();
        double last = Stakes.lastSecond(shot);
        if (carriers.firstBirth() >= last) {
            all.add(
                    String.format(
                            Locale.ROOT,
                            "the first carrier of '%s' is born at %.2f s, after the last frame;"
                                    + " let the burst begin earlier",
                            name,
                            carriers.firstBirth()));
            return all;
        }
        if (!Source.gives(source)) {
            return all;
        }
        double gone = leave(element, carriers);
        if (gone > FEW) {
            all.add(
                    String.format(
                            Locale.ROOT,
                            "%.0f %% of the carriers of '%s' leave the bounds, and what they"
                                    + " release there is lost; widen the bounds or slow them",
                            100 * gone,
                            name));
        }
        double radius = source.get(Carrier.SIZE).largest();
        if (radius < voxel) {
            all.add(
                    String.format(
                            Locale.ROOT,
                            "the carriers of '%s' have a radius of %s, less than a voxel of %s, so"
                                    + " they release in larger balls; make them larger or use"
                                    + " voxels of %s",
                            name,
                            Unit.METRE.figure(radius, 3),
                            Unit.METRE.figure(voxel, 3),
                            Unit.METRE.figure(radius, 2)));
        }
        return all;
    }

    /// Share of carriers that end outside the bounds.
    private static double leave(Element element, Carriers carriers) {
        Vec3 from = element.bounds().get(Bounds.FROM);
        Vec3 to = element.bounds().get(Bounds.TO);
        int gone = 0;
        for (int i = 0; i < carriers.count(); i++) {
            Vec3 end = carriers.end(i);
            boolean out = false;
            for (int axis = 0; axis < 3; axis++) {
                out |= end.get(axis) < from.get(axis) || end.get(axis) > to.get(axis);
            }
            gone += out ? 1 : 0;
        }
        return (double) gone / carriers.count();
    }
}
