package ashfall.sim;

import ashfall.gas.Stirring;
import ashfall.particles.Carriers;
import ashfall.particles.Surroundings;
import ashfall.shot.Air;
import ashfall.shot.Bounds;
import ashfall.shot.Carrier;
import ashfall.shot.Element;
import ashfall.shot.Frames;
import ashfall.shot.Gas;
import ashfall.shot.Item;
import ashfall.shot.Shot;

import java.lang.ref.SoftReference;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// The carriers of a source in the air and among the obstacles of its shot. Nothing of it depends
/// on voxels or on the gas, so that they can be watched before any gas is.
public final class CarrierFlights {
    private CarrierFlights() {}

    /// All that flights depend on.
    private record Cause(
            Item source,
            Item air,
            Item frames,
            Item bounds,
            long seed,
            List<Item> obstacles,
            List<Item> draughts) {}

    /// Flights found of late, the oldest first; let go where memory runs short.
    private static final Map<Cause, SoftReference<Carriers>> FOUND = new LinkedHashMap<>();

    private static final int MOST_FOUND = 8;

    /// The carriers of a source of an element; found once, however many ask.
    ///
    /// @throws ashfall.shot.ShotException when there are too many
    public static Carriers of(Shot shot, Element element, Item source) {
        Cause cause =
                new Cause(
                        source,
                        shot.air(),
                        shot.frames(),
                        element.bounds(),
                        element.gas().get(Gas.SEED),
                        List.copyOf(shot.obstacles().values()),
                        List.copyOf(shot.draughts().values()));
        synchronized (FOUND) {
            SoftReference<Carriers> kept = FOUND.remove(cause);
            Carriers known = kept == null ? null : kept.get();
            Carriers carriers = known == null ? fly(shot, element, source) : known;
            FOUND.put(cause, new SoftReference<>(carriers));
            if (FOUND.size() > MOST_FOUND) {
                FOUND.remove(FOUND.keySet().iterator().next());
            }
            return carriers;
        }
    }

    private static Carriers fly(Shot shot, Element element, Item source) {
        double first = shot.frames().get(Frames.RATE).seconds(Frames.begin(shot.frames()));
        double last = shot.frames().get(Frames.RATE).seconds(shot.frames().get(Frames.LAST));
        return new Carriers(source, around(shot, element, source), first, last);
    }

    /// A source's carriers where none is ever born.
    public static Carriers none(Item source) {
        Item item = source.with(Carrier.COUNT, 0L).with(Carrier.RATE, 0);
        return new Carriers(item, Surroundings.still(0), 0, 0);
    }

    /// The wind of a shot with its gusts, as what is light goes with it.
    public static Surroundings.Wind wind(Shot shot) {
        return Wind.of(shot.air())::at;
    }

    private static Surroundings around(Shot shot, Element element, Item source) {
        Item air = shot.air();
        Wind wind = Wind.of(air);
        boolean grounded = element.bounds().get(Bounds.CLOSED).contains("bottom");
        boolean swirls = source.number(Carrier.FEELS_EDDIES) > 0;
        return new Surroundings(
                air.number(Air.GRAVITY),
                wind::at,
                swirls ? eddies(air, element) : Surroundings.still(0).eddies(),
                draughts(Draughts.of(shot)),
                Obstacles.of(shot).bodies(),
                grounded ? Bounds.ground(element.bounds()) : Double.NEGATIVE_INFINITY);
    }

    private static Surroundings.Eddies draughts(Draughts all) {
        return (seconds, x, y, z, out) -> {
            out[0] = 0;
            out[1] = 0;
            out[2] = 0;
            all.addAt(seconds, x, y, z, out);
        };
    }

    private static Surroundings.Eddies eddies(Item air, Element element) {
        double most = air.get(Air.STIR_SPEED).largest();
        Stirring stirring =
                new Stirring(
                        element.gas().get(Gas.SEED),
                        most,
                        air.number(Air.STIR_LARGEST),
                        air.number(Air.STIR_SMALLEST),
                        0);
        return (seconds, x, y, z, out) -> {
            double speed = most > 0 ? air.get(Air.STIR_SPEED).at(seconds) / most : 0;
            stirring.at(seconds, x, y, z, speed * speed, out);
        };
    }
}
