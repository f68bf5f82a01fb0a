package ashfall.vdb;

import java.io.IOException;

/// A .vdb file that cannot be read: the file, where in it, and what is wrong, in one sentence.
public final class VdbException extends IOException {
    VdbException(String sentence) {
        super(sentence);
    }
}
