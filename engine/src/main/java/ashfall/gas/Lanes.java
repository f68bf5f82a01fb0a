package ashfall.gas;

import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.VectorSpecies;

/// How many floats a row takes at once.
final class Lanes {
    /// Four, eight or sixteen.
    static final VectorSpecies<Float> FLOATS =
            FloatVector.SPECIES_PREFERRED.length() <= 16
                            && FloatVector.SPECIES_PREFERRED.length() >= 4
                    ? FloatVector.SPECIES_PREFERRED
                    : FloatVector.SPECIES_512;

    /// Shorter rows, those of a sketch, go one by one: until they are compiled, vectors are slow
    /// objects, and the first picture would wait for that (docs/performance.md).
    private static final int SHORT = 72;

    /// Machines with shorter vectors have no instruction that fetches by index.
    private static final boolean FETCHES = FLOATS.length() >= 8;

    private Lanes() {}

    /// How many of a row of n are taken by vectors; the same bits come out however many.
    static int bound(int n) {
        return n < SHORT ? 0 : FLOATS.loopBound(n);
    }

    /// The same where values are fetched by index.
    static int fetchBound(int n) {
        return FETCHES ? bound(n) : 0;
    }
}
