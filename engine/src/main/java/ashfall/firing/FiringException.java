package ashfall.firing;

/// A firing that cannot be made or read, in one sentence for its author.
public final class FiringException extends RuntimeException {
    public FiringException(String sentence) {
        super(sentence);
    }

    public FiringException(String sentence, Throwable cause) {
        super(sentence, cause);
    }
}
