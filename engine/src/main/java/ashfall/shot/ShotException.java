package ashfall.shot;

/// A shot, a file or a setting that cannot be used, in one sentence for its author: what, where,
/// what would be right.
public final class ShotException extends RuntimeException {
    public ShotException(String sentence) {
        super(sentence);
    }

    public ShotException(String sentence, Throwable cause) {
        super(sentence, cause);
    }
}
