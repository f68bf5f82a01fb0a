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

    /// Until they are compiled, vectors are slow objects, and a coarse grid's first frames wait
    /// longer for that than they gain (docs/performance.md). So of the rows shorter than this the
    /// first twenty million go one by one.
    private static final int SHORT = 128;

    private static final int FIRST = 20_000_000;

    /// Short rows so far, about: threads may count over each other, which changes no bit.
    private static int shortRows;

    /// Machines with shorter vectors have no instruction that fetches by index.
    private static final boolean FETCHES = FLOATS.length() >= 8;

    private Lanes() {}

    /// How many of a row of n are taken by vectors; the same bits come out however many.
    static int bound(int n) {
        if (n < SHORT && shortRows < FIRST) {
            shortRows++;
            return 0;
        }
        return FLOATS.loopBound(n);
    }

    /// The same where values are fetched by index.
    static int fetchBound(int n) {
        return FETCHES ? bound(n) : 0;
    }
}
