package ashfall.firing;

import ashfall.look.Embers.Ember;
import ashfall.particles.Carriers;
import ashfall.particles.Surroundings;
import ashfall.shot.Carrier;
import ashfall.shot.Curve;
import ashfall.shot.Item;
import ashfall.shot.ShotException;
import ashfall.shot.Vec3;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/// What the embers of a source shed on their way: each spark is born where its ember is, scatters,
/// is stopped by the air, goes with the wind and cools until it is dark.
///
/// A spark is told by its ember and its number, so that it is the same in every frame. Sparks are
/// so light that they take the air's speed at once; eddies and obstacles leave them alone.
final class Sparks {
    /// More than that in a picture are refused.
    private static final int MOST = 400_000;

    /// At which nothing is seen of a spark any more, K.
    private static final double DARK = 900;

    /// The shortest life of a spark, over the longest; and so with diameters.
    private static final double LEAST = 0.3;

    // What chances are for.
    private static final int WHEN = Carriers.OTHERS;
    private static final int LIFE = Carriers.OTHERS + 1;
    private static final int SIZE = Carriers.OTHERS + 2;
    private static final int UP = Carriers.OTHERS + 3;
    private static final int TURN = Carriers.OTHERS + 4;

    private final Carriers embers;
    private final Item look;
    private final Surroundings.Wind wind;
    private final Curve rate;
    private final double longest;
    private final Carriers.Seen seen = new Carriers.Seen();

    /// @param look what the embers and their sparks look like now
    Sparks(Carriers embers, Item look, Surroundings.Wind wind) {
        this.embers = embers;
        this.look = look;
        this.wind = wind;
        this.rate = look.get(Carrier.SPARKS);
        this.longest = look.number(Carrier.SPARK_LIFE);
    }

    /// Those that glow at a time, and the way each goes while the shutter is open.
    ///
    /// @throws ShotException when there are more than [#MOST]
    List<Ember> at(double seconds, double open) {
        List<Ember> all = new ArrayList<>();
        for (int i = 0; rate.largest() > 0 && i < embers.count(); i++) {
            addOf(i, seconds, open, all);
            if (all.size() > MOST) {
                throw new ShotException(
                        String.format(
                                Locale.ROOT,
                                "%s: more than %,d sparks glow at once; let fewer be shed, or glow"
                                        + " for a shorter time",
                                Carrier.SPARKS.key(),
                                MOST));
            }
        }
        return all;
    }

    /// The n-th spark of an ember is born when so many have been shed, give or take a chance.
    private void addOf(int ember, double seconds, double open, List<Ember> all) {
        double born = embers.born(ember);
        double end = born + embers.life(ember);
        double from = Math.max(born, seconds - longest);
        double to = Math.min(Math.nextDown(end), seconds);
        if (to <= from) {
            return;
        }
        double most = rate.largest();
        int last = (int) Math.floor((to - born) * most);
        for (int n = (int) Math.floor((from - born) * most); n <= last; n++) {
            double shed = born + (n + embers.chance(ember, WHEN, 2 * n)) / most;
            boolean isShed = embers.chance(ember, WHEN, 2 * n + 1) * most < rate.at(shed);
            double life = longest * between(embers.chance(ember, LIFE, n));
            if (isShed && shed <= to && shed + life > seconds && embers.look(ember, shed, seen)) {
                all.add(spark(ember, n, shed, life, seconds, open));
            }
        }
    }

    private static double between(double chance) {
        return LEAST + (1 - LEAST) * chance;
    }

    private Ember spark(int ember, int n, double shed, double life, double seconds, double open) {
        double hot = EmberFlights.kelvin(look, (shed - embers.born(ember)) / embers.life(ember));
        double lived = (seconds - shed) / life;
        Vec3 place = new Vec3(seen.x, seen.y, seen.z);
        double up = 2 * embers.chance(ember, UP, n) - 1;
        double turn = 2 * Math.PI * embers.chance(ember, TURN, n);
        double level = Math.sqrt(1 - up * up) * look.number(Carrier.SPARK_SPEED);
        Vec3 way =
                new Vec3(
                        level * Math.cos(turn),
                        up * look.number(Carrier.SPARK_SPEED),
                        level * Math.sin(turn));
        double[] air = new double[3];
        wind.at(shed, place.y(), air);
        Vec3 blown = new Vec3(air[0], air[1], air[2]);
        double first = Math.max(0, seconds - open / 2 - shed);
        double last = Math.min(life, seconds + open / 2 - shed);
        return new Ember(
                place.plus(gone(way, blown, first, life)),
                place.plus(gone(way, blown, last, life)),
                hot + Math.max(0, lived) * (Math.min(DARK, hot) - hot),
                look.number(Carrier.SPARK_SIZE) * between(embers.chance(ember, SIZE, n)),
                look.number(Carrier.EMBER_GLOW));
    }

    /// How far one is from where it was shed at an age: slowed evenly, so that it stands in the air
    /// at the end of its life.
    private static Vec3 gone(Vec3 way, Vec3 blown, double age, double life) {
        return way.times(age - age * age / (2 * life)).plus(blown.times(age));
    }
}
