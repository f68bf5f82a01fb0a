package ashfall.firing;

import ashfall.look.Embers.Ember;
import ashfall.particles.Carriers;
import ashfall.shot.Carrier;
import ashfall.shot.Element;
import ashfall.shot.Item;
import ashfall.shot.Shot;
import ashfall.shot.Source;
import ashfall.shot.Vec3;
import ashfall.sim.CarrierFlights;

import java.util.ArrayList;
import java.util.List;

/// The carriers of a run as embers of a picture: where they are as it was fired, with the size and
/// the glow that the shot asks for now, and the sparks they shed.
public final class EmberFlights {
    private EmberFlights() {}

    /// Those of the sources that a shot wants in pictures, and the way each goes while its shutter
    /// is open.
    ///
    /// @param fired the shot of the run
    /// @param shot that is drawn
    /// @param seconds of the run
    /// @param open seconds of the run that the shutter is open
    public static List<Ember> at(
            Shot fired, String element, Shot shot, double seconds, double open) {
        Element thrown = fired.element(element);
        Element asked = shot.elements().get(element);
        List<Ember> all = new ArrayList<>();
        thrown.sources()
                .forEach(
                        (name, source) -> {
                            Item now = asked == null ? null : asked.sources().get(name);
                            if (isThrown(source)
                                    && now != null
                                    && isThrown(now)
                                    && now.get(Carrier.SHOWN)) {
                                Carriers own = CarrierFlights.of(fired, thrown, source);
                                own.forEachLiving(
                                        seconds, s -> all.add(ember(own, s, seconds, open, now)));
                                all.addAll(
                                        new Sparks(own, now, CarrierFlights.wind(fired))
                                                .at(seconds, open));
                            }
                        });
        return all;
    }

    private static boolean isThrown(Item source) {
        return source.kind().equals(Source.CARRIERS) && source.get(Source.ON);
    }

    private static Ember ember(
            Carriers all, Carriers.Seen seen, double seconds, double open, Item look) {
        double born = all.born(seen.carrier);
        double life = all.life(seen.carrier);
        double lived = (seconds - born) / life;
        double end = Math.nextDown(born + life);
        Vec3 from = place(all, seen.carrier, Math.max(born, seconds - open / 2));
        Vec3 to = place(all, seen.carrier, Math.min(end, seconds + open / 2));
        return new Ember(
                from,
                to,
                kelvin(look, lived),
                look.number(Carrier.EMBER_SIZE),
                look.number(Carrier.EMBER_GLOW));
    }

    /// Temperature of an ember that has lived a share of its life, K.
    static double kelvin(Item look, double lived) {
        double hot = look.number(Carrier.EMBER_BORN);
        return hot + lived * (look.number(Carrier.EMBER_END) - hot);
    }

    private static Vec3 place(Carriers all, int carrier, double seconds) {
        Carriers.Seen seen = new Carriers.Seen();
        all.look(carrier, seconds, seen);
        return new Vec3(seen.x, seen.y, seen.z);
    }
}
