package ashfall.sim;

/// A run that blew up: frame, place, field and likely cause in one sentence. Frames written before
/// stay whole.
public final class DivergedException extends RuntimeException {
    DivergedException(String sentence) {
        super(sentence);
    }
}
