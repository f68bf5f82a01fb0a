package ashfall.grid;

/// Elementary functions that give the same bits on every machine: only + - × ÷ √ and integer work
/// on the bits of a double are used, never the platform's library. Where the result decides a
/// voxel, these replace `Math.exp` and kin.
///
/// Relative errors, measured against `StrictMath` by `ExactTest`: [#exp] 4e-16, [#log] 5e-16,
/// [#cbrt] 4e-16, [#oneOverCbrt1p] 4e-16, [#pow] 1e-13 for results between 1e-30 and 1e30.
public final class Exact {
    private static final double LN2_HIGH = 0.6931471803691238;
    private static final double LN2_LOW = 1.9082149292705877e-10;
    private static final double INV_LN2 = 1.4426950408889634;

    private Exact() {}

    /// e^x; 0 below -708, infinite above 709.
    public static double exp(double x) {
        if (x < -708) {
            return 0;
        }
        if (x > 709) {
            return Double.POSITIVE_INFINITY;
        }
        if (Double.isNaN(x)) {
            return x;
        }
        double scaled = x * INV_LN2;
        int k = (int) (scaled + (scaled < 0 ? -0.5 : 0.5));
        double r = (x - k * LN2_HIGH) - k * LN2_LOW;
        // Taylor to the 13th term: |r| <= 0.347, so the rest is below 2^-56 of the sum.
        double sum = 1.0 / 6227020800.0;
        sum = sum * r + 1.0 / 479001600.0;
        sum = sum * r + 1.0 / 39916800.0;
        sum = sum * r + 1.0 / 3628800.0;
        sum = sum * r + 1.0 / 362880.0;
        sum = sum * r + 1.0 / 40320.0;
        sum = sum * r + 1.0 / 5040.0;
        sum = sum * r + 1.0 / 720.0;
        sum = sum * r + 1.0 / 120.0;
        sum = sum * r + 1.0 / 24.0;
        sum = sum * r + 1.0 / 6.0;
        sum = sum * r + 0.5;
        sum = sum * r + 1.0;
        sum = sum * r + 1.0;
        return sum * Double.longBitsToDouble((long) (k + 1023) << 52);
    }

    /// Natural logarithm of a positive, normal x.
    public static double log(double x) {
        if (!(x >= Double.MIN_NORMAL) || x == Double.POSITIVE_INFINITY) {
            throw new IllegalArgumentException(
                    "the logarithm needs a positive, finite number, not " + x);
        }
        long bits = Double.doubleToRawLongBits(x);
        int k = (int) (bits >> 52) - 1023;
        double m = Double.longBitsToDouble((bits & 0xFFFFFFFFFFFFFL) | 0x3FF0000000000000L);
        if (m > 1.4142135623730951) {
            m *= 0.5;
            k++;
        }
        // log m = 2 artanh(s), |s| <= 0.1716: the 23rd power is below 2^-58.
        double s = (m - 1) / (m + 1);
        double s2 = s * s;
        double sum = 1.0 / 23;
        for (int n = 21; n >= 1; n -= 2) {
            sum = sum * s2 + 1.0 / n;
        }
        return k * LN2_HIGH + (2 * s * sum + k * LN2_LOW);
    }

    /// x^p for positive x.
    public static double pow(double x, double p) {
        return x == 0 ? (p == 0 ? 1 : 0) : exp(p * log(x));
    }

    /// Cube root of x >= 0.
    public static double cbrt(double x) {
        if (x == 0) {
            return 0;
        }
        // A third of the exponent gives 5 bits; four Newton steps for y^3 = x double them to more
        // than 53.
        double y = Double.longBitsToDouble(Double.doubleToRawLongBits(x) / 3 + 0x2A9F7893782DA1CEL);
        for (int i = 0; i < 4; i++) {
            y = (2 * y + x / (y * y)) / 3;
        }
        return y;
    }

    /// One over the cube root of 1 + x, x >= 0.
    public static double oneOverCbrt1p(double x) {
        if (x < 1e-3) {
            // The next term of the series is below 2^-53.
            return 1 - x * (1.0 / 3 - x * (2.0 / 9 - x * (14.0 / 81 - x * (35.0 / 243))));
        }
        return 1 / cbrt(1 + x);
    }
}
