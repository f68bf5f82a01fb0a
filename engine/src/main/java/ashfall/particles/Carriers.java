package ashfall.particles;

import ashfall.geometry.Body;
import ashfall.grid.Seeded;
import ashfall.shot.Carrier;
import ashfall.shot.Curve;
import ashfall.shot.Item;
import ashfall.shot.Quantity;
import ashfall.shot.ShotException;
import ashfall.shot.Unit;
import ashfall.shot.Vec3;

import java.util.Arrays;
import java.util.Comparator;
import java.util.Locale;
import java.util.stream.IntStream;

/// All carriers of a source over the whole shot: when each is born, its way, its end. They feel the
/// air as it is set, not the gas, so their ways are known before any gas is; found once, they are
/// looked up at any time, forward or back.
///
/// Each way is kept at points evenly spread over a life, with speeds, and goes on smoothly between
/// them (cubic Hermite). A carrier is told by its number; its chances are its own, so that others
/// more or less change nothing of it.
public final class Carriers {
    /// More than that are refused.
    public static final int MOST = 200_000;

    /// Seconds that all live together, at most: their ways take time to find, and memory.
    private static final double MOST_SECONDS = 100_000;

    /// Points kept of a way, a second of life, and how many at least and at most.
    private static final double POINTS_PER_SECOND = 48;

    private static final int LEAST_POINTS = 12;
    private static final int MOST_POINTS = 240;

    /// Numbers kept of a point: place and speed along x, y, z.
    private static final int NUMBERS = 6;

    /// Places at which the strength of all is known over time.
    private static final int MOST_TICKS = 2000;

    private static final double TICK = 1.0 / 240;

    // What chances are for.
    private static final int BIRTH = 0;
    private static final int LIFE = 1;
    private static final int SPEED = 2;
    private static final int PLACE = 3;
    private static final int WAY = 4;
    private static final int SIZE = 5;
    private static final int STRENGTH = 6;

    /// The first purpose that chances are not used for here.
    public static final int OTHERS = 16;

    private final Item item;
    private final long seed;
    private final int[] order;
    private final double[] born;
    private final double[] life;
    private final float[] radius;
    private final float[] strong;
    private final float[][] ways;
    private final double longest;
    private final double fastest;
    private final double radiusEnd;
    private final double strengthEnd;

    /// Strength of all over time, from the first birth on, over the most it ever is.
    private final double tick;

    private final double[] strength;

    /// The carriers of a source.
    ///
    /// @param first time at which births by rate begin, s
    /// @param last time at which they end, s
    /// @throws ShotException when there are more than [#MOST], or when they live too long for so
    ///     many
    public Carriers(Item item, Surroundings around, double first, double last) {
        this.item = item;
        this.seed = item.get(Carrier.SEED);
        this.born = births(first, last);
        int n = born.length;
        this.order =
                IntStream.range(0, n)
                        .boxed()
                        .sorted(Comparator.comparingDouble(i -> born[i]))
                        .mapToInt(i -> i)
                        .toArray();
        this.life = new double[n];
        this.radius = new float[n];
        this.strong = new float[n];
        this.ways = new float[n][];
        this.radiusEnd = item.number(Carrier.SIZE_END);
        this.strengthEnd = item.number(Carrier.STRENGTH_END);
        Flight flight = new Flight(item, Body.of(item), around);
        double mean = item.number(Carrier.LIFE);
        if (n * mean > MOST_SECONDS) {
            throw new ShotException(
                    String.format(
                            Locale.ROOT,
                            "%s: %,d carriers that live %s are more than can be followed; let"
                                    + " fewer be born, or live %s",
                            Carrier.LIFE.key(),
                            n,
                            Unit.SECOND.figure(mean, 3),
                            Unit.SECOND.figure(MOST_SECONDS / n, 2)));
        }
        double spread = item.number(Carrier.LIFE_SPREAD);
        Curve size = item.get(Carrier.SIZE);
        double most = 0;
        double speed = 0;
        for (int i = 0; i < n; i++) {
            life[i] = Math.max(0.1 * mean, mean + spread * (2 * chance(i, LIFE, 0) - 1));
            radius[i] = (float) (size.at(born[i]) * differing(i, SIZE, Carrier.SIZE_SPREAD));
            strong[i] = (float) differing(i, STRENGTH, Carrier.STRENGTH_SPREAD);
            most = Math.max(most, life[i]);
            ways[i] = way(flight, i);
            for (int k = 0; k < ways[i].length; k += NUMBERS) {
                double u = ways[i][k + 3];
                double v = ways[i][k + 4];
                double w = ways[i][k + 5];
                speed = Math.max(speed, Math.sqrt(u * u + v * v + w * w));
            }
        }
        this.longest = most;
        this.fastest = speed;
        double span = n == 0 ? 0 : lastEnd() - firstBirth();
        this.tick = Math.max(TICK, span / MOST_TICKS);
        this.strength = strengths(span);
    }

    /// When each is born: those of the burst first, then those that come by rate.
    private double[] births(double first, double last) {
        int burst = (int) (long) item.get(Carrier.COUNT);
        double from = item.number(Carrier.FROM);
        double over = Math.max(0, item.number(Carrier.TO) - from);
        Curve rate = item.get(Carrier.RATE);
        double more = last > first ? rate.integral(first, last) : 0;
        if (burst + more > MOST) {
            throw new ShotException(
                    String.format(
                            Locale.ROOT,
                            "%s: %.0f carriers are born until the shot's end, more than %,d; let"
                                    + " fewer be born",
                            Carrier.RATE.key(),
                            burst + more,
                            MOST));
        }
        double[] times = new double[burst + (int) more];
        for (int i = 0; i < burst; i++) {
            times[i] = from + over * (i + chance(i, BIRTH, 0)) / burst;
        }
        double now = first;
        double count = 0;
        for (int k = 0; k < (int) more; k++) {
            double wanted = k + chance(burst + k, BIRTH, 0);
            while (now < last) {
                double step = rate.integral(now, now + TICK);
                if (count + step > wanted) {
                    break;
                }
                count += step;
                now += TICK;
            }
            double here = rate.integral(now, now + TICK);
            times[burst + k] = now + TICK * (here > 0 ? Math.max(0, wanted - count) / here : 0);
        }
        return times;
    }

    /// A number in [0, 1) of a carrier's own.
    ///
    /// @param purpose what for; from [#OTHERS] on
    public double chance(int carrier, int purpose, int counter) {
        return Seeded.unit(seed, carrier, purpose, counter);
    }

    /// 1, more or less by a share at most.
    private double differing(int carrier, int purpose, Quantity share) {
        return 1 + item.number(share) * (2 * chance(carrier, purpose, 0) - 1);
    }

    private float[] way(Flight flight, int i) {
        int points = (int) Math.ceil(POINTS_PER_SECOND * life[i]);
        points = Math.max(LEAST_POINTS, Math.min(MOST_POINTS, points));
        double faster = differing(i, SPEED, Carrier.SPEED_SPREAD);
        Vec3 place = flight.birthplace(born[i], k -> chance(i, PLACE, k));
        Vec3 way = flight.way(place, born[i], k -> chance(i, WAY, k));
        return flight.fly(place, way, faster, born[i], life[i], points);
    }

    private double[] strengths(double span) {
        double[] all = new double[2 + (int) (span / tick)];
        for (int i = 0; i < born.length; i++) {
            double age = born[i] - firstBirth();
            int from = (int) Math.ceil(age / tick);
            for (int k = from; k * tick <= age + life[i] && k < all.length; k++) {
                all[k] += strengthAt(i, (k * tick - age) / life[i]);
            }
        }
        double most = Arrays.stream(all).max().orElse(0);
        for (int k = 0; k < all.length && most > 0; k++) {
            all[k] /= most;
        }
        return all;
    }

    private double strengthAt(int carrier, double lived) {
        return strong[carrier] * (1 + (strengthEnd - 1) * lived);
    }

    public int count() {
        return born.length;
    }

    /// m/s of the fastest at any time.
    public double fastest() {
        return fastest;
    }

    /// m/s of the fastest as it is born.
    public double fastestBorn() {
        double most = 0;
        for (float[] way : ways) {
            most = Math.max(most, Math.sqrt(way[3] * way[3] + way[4] * way[4] + way[5] * way[5]));
        }
        return most;
    }

    /// When the first is born, s.
    public double firstBirth() {
        return born.length == 0 ? 0 : born[order[0]];
    }

    /// When the last has ended, s.
    public double lastEnd() {
        double end = 0;
        for (int i = 0; i < born.length; i++) {
            end = Math.max(end, born[i] + life[i]);
        }
        return end;
    }

    /// How many live at a time.
    public int livingAt(double seconds) {
        int count = 0;
        for (int k = bornBy(seconds) - 1; k >= 0 && born[order[k]] >= seconds - longest; k--) {
            if (lives(order[k], seconds)) {
                count++;
            }
        }
        return count;
    }

    public double born(int carrier) {
        return born[carrier];
    }

    public double life(int carrier) {
        return life[carrier];
    }

    /// How many have been born until a time.
    public int bornBy(double seconds) {
        int low = 0;
        int high = order.length;
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (born[order[middle]] <= seconds) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return low;
    }

    /// Does any live between two times?
    public boolean anyLives(double from, double to) {
        for (int k = bornBy(to) - 1; k >= 0 && born[order[k]] >= from - longest; k--) {
            if (born[order[k]] + life[order[k]] > from) {
                return true;
            }
        }
        return false;
    }

    /// A carrier as it is at a time.
    public static final class Seen {
        public int carrier;
        public double x;
        public double y;
        public double z;

        /// m/s
        public double u;

        public double v;
        public double w;
        public double radius;
        public double strength;
    }

    /// What is done with each carrier that lives.
    @FunctionalInterface
    public interface Each {
        void at(Seen seen);
    }

    /// Visits those that live at a time, youngest first.
    public void forEachLiving(double seconds, Each visit) {
        Seen seen = new Seen();
        for (int k = bornBy(seconds) - 1; k >= 0 && born[order[k]] >= seconds - longest; k--) {
            if (look(order[k], seconds, seen)) {
                visit.at(seen);
            }
        }
    }

    /// Where a carrier is; false when it does not live.
    public boolean look(int i, double seconds, Seen out) {
        if (!lives(i, seconds)) {
            return false;
        }
        double lived = (seconds - born[i]) / life[i];
        float[] way = ways[i];
        int spans = way.length / NUMBERS - 1;
        double at = lived * spans;
        int k = (int) at;
        double t = at - k;
        double length = life[i] / spans;
        int a = k * NUMBERS;
        out.carrier = i;
        out.x = place(way, a, t, length);
        out.y = place(way, a + 1, t, length);
        out.z = place(way, a + 2, t, length);
        out.u = way[a + 3] + t * (way[a + 9] - way[a + 3]);
        out.v = way[a + 4] + t * (way[a + 10] - way[a + 4]);
        out.w = way[a + 5] + t * (way[a + 11] - way[a + 5]);
        out.radius = radius[i] * (1 + (radiusEnd - 1) * lived);
        out.strength = strengthAt(i, lived);
        return true;
    }

    private boolean lives(int i, double seconds) {
        double lived = (seconds - born[i]) / life[i];
        return lived >= 0 && lived < 1;
    }

    private static double place(float[] way, int a, double t, double length) {
        double p = way[a];
        double q = way[a + NUMBERS];
        double u = way[a + 3] * length;
        double v = way[a + 3 + NUMBERS] * length;
        double s = 1 - t;
        return p * s * s * (1 + 2 * t) + q * t * t * (3 - 2 * t) + u * t * s * s - v * t * t * s;
    }

    /// Strength of all that live at a time, over the most it ever is.
    public double share(double seconds) {
        double at = (seconds - firstBirth()) / tick;
        if (!(at > -1) || at >= strength.length - 1) {
            return 0;
        }
        int k = (int) Math.floor(at);
        double before = k < 0 ? 0 : strength[k];
        return before + (at - k) * (strength[k + 1] - before);
    }

    /// Integral of a curve times [#share] over all time.
    public double integralOf(Curve curve) {
        double sum = 0;
        for (int k = -1; k < strength.length; k++) {
            double from = firstBirth() + k * tick;
            sum += curve.integral(from, from + tick) * share(from + 0.5 * tick);
        }
        return sum;
    }

    /// How far carriers come.
    ///
    /// @param mean m from birth to end, in the mean
    /// @param farthest m
    public record Reach(double mean, double farthest) {}

    /// How far they come from where they are born, as they fly.
    public Reach reach() {
        double sum = 0;
        double most = 0;
        for (float[] way : ways) {
            int e = way.length - NUMBERS;
            double x = way[e] - way[0];
            double y = way[e + 1] - way[1];
            double z = way[e + 2] - way[2];
            double far = Math.sqrt(x * x + y * y + z * z);
            sum += far;
            most = Math.max(most, far);
        }
        return new Reach(ways.length == 0 ? 0 : sum / ways.length, most);
    }

    /// Where a carrier ends.
    public Vec3 end(int carrier) {
        float[] way = ways[carrier];
        int e = way.length - NUMBERS;
        return new Vec3(way[e], way[e + 1], way[e + 2]);
    }

    /// The lower and upper corner of the room in which they are at any time between two, with their
    /// radius; null when none lives.
    public double[][] room(double from, double to) {
        double[] low = {1e9, 1e9, 1e9};
        double[] high = {-1e9, -1e9, -1e9};
        boolean any = false;
        Seen seen = new Seen();
        for (int k = bornBy(to) - 1; k >= 0 && born[order[k]] >= from - longest; k--) {
            int i = order[k];
            double begin = Math.max(from, born[i]);
            double end = Math.min(to, born[i] + life[i] * (1 - 1e-9));
            if (end < begin) {
                continue;
            }
            any = true;
            // Between these a way may bend out by little: half the way of a step covers it.
            double bend = 0.1 * (end - begin) * fastest;
            for (double time : new double[] {begin, 0.5 * (begin + end), end}) {
                if (look(i, time, seen)) {
                    double r = seen.radius + bend;
                    widen(low, high, seen, r);
                }
            }
        }
        return any ? new double[][] {low, high} : null;
    }

    private static void widen(double[] low, double[] high, Seen seen, double r) {
        double[] at = {seen.x, seen.y, seen.z};
        for (int axis = 0; axis < 3; axis++) {
            low[axis] = Math.min(low[axis], at[axis] - r);
            high[axis] = Math.max(high[axis], at[axis] + r);
        }
    }

    /// Share of the carriers that live at a time whose balls meet another's.
    public double overlap(double seconds) {
        int[] living = new int[2];
        double[][] all = new double[Math.max(1, born.length)][];
        forEachLiving(seconds, s -> all[living[0]++] = new double[] {s.x, s.y, s.z, s.radius});
        double[][] by = Arrays.copyOf(all, living[0]);
        Arrays.sort(by, Comparator.comparingDouble(c -> c[0]));
        double widest = 0;
        for (double[] c : by) {
            widest = Math.max(widest, c[3]);
        }
        for (int i = 0; i < by.length; i++) {
            living[1] += meets(by, i, 1, widest) || meets(by, i, -1, widest) ? 1 : 0;
        }
        return living[0] == 0 ? 0 : (double) living[1] / living[0];
    }

    private static boolean meets(double[][] by, int i, int step, double widest) {
        double[] a = by[i];
        for (int j = i + step; j >= 0 && j < by.length; j += step) {
            double[] b = by[j];
            double x = b[0] - a[0];
            if (Math.abs(x) > a[3] + widest) {
                return false;
            }
            double y = b[1] - a[1];
            double z = b[2] - a[2];
            double r = a[3] + b[3];
            if (x * x + y * y + z * z < r * r) {
                return true;
            }
        }
        return false;
    }
}
