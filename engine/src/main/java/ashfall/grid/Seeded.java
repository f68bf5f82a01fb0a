package ashfall.grid;

/// Random numbers that depend only on what they are for: f(seed, item, purpose, counter). The same
/// on every machine and thread, in any order. Mixing after Steele, Lea & Flood 2014 (OOPSLA), the
/// finaliser of SplitMix64.
public final class Seeded {
    private Seeded() {}

    /// 64 well-mixed bits.
    public static long bits(long seed, long item, long purpose, long counter) {
        return mix(mix(mix(mix(seed) + item) + purpose) + counter);
    }

    /// A number in [0, 1).
    public static float unit(long seed, long item, long purpose, long counter) {
        return (bits(seed, item, purpose, counter) >>> 40) * 0x1p-24f;
    }

    private static long mix(long z) {
        z += 0x9E3779B97F4A7C15L;
        z = (z ^ (z >>> 30)) * 0xBF58476D1CE4E5B9L;
        z = (z ^ (z >>> 27)) * 0x94D049BB133111EBL;
        return z ^ (z >>> 31);
    }
}
