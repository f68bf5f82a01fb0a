package ashfall.sim;

import java.util.Locale;

/// A run that blew up: frame, place, field and likely cause in one sentence. Frames written before
/// stay whole.
public final class DivergedException extends RuntimeException {
    private DivergedException(String sentence) {
        super(sentence);
    }

    /// @param centre m
    /// @param field `temperature`, `pressure` or `velocity`
    /// @param value what it reached, in words
    static DivergedException of(long frame, double[] centre, String field, String value) {
        String cause =
                switch (field) {
                    case "temperature" -> "heat is given faster than the gas can carry it away";
                    case "pressure" ->
                            "the gas expands too suddenly for its voxels, or no side is open";
                    default -> "a push or an expansion is too strong for its voxels";
                };
        return new DivergedException(
                String.format(
                        Locale.ROOT,
                        "the gas blew up in frame %d at %.2f, %.2f, %.2f m: %s reached %s; likely"
                                + " cause: %s",
                        frame,
                        centre[0],
                        centre[1],
                        centre[2],
                        field,
                        value,
                        cause));
    }
}
