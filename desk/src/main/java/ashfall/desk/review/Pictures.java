package ashfall.desk.review;

import javafx.scene.image.Image;

import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;

/// Pictures from files, read in the background; those used last stay. On the toolkit's thread.
final class Pictures {
    /// Held at most; a loop of two seconds and a half.
    private static final int MOST = 64;

    private record Asked(Path file, int width) {}

    private final Runnable news;
    private final Map<Asked, Image> held =
            new LinkedHashMap<>(MOST, 0.75f, true) {
                @Override
                protected boolean removeEldestEntry(Map.Entry<Asked, Image> eldest) {
                    return size() > MOST;
                }
            };

    /// @param news hears when one has been read, or could not be
    Pictures(Runnable news) {
        this.news = news;
    }

    /// A picture; it may have to be read yet.
    ///
    /// @param width in which it is shown, px
    Image of(Path file, int width) {
        return held.computeIfAbsent(
                new Asked(file, width),
                asked -> {
                    Image image = new Image(file.toUri().toString(), width, 0, true, true, true);
                    image.progressProperty()
                            .addListener(
                                    (o, was, is) -> {
                                        if (is.doubleValue() >= 1) {
                                            news.run();
                                        }
                                    });
                    image.errorProperty().addListener((o, was, is) -> news.run());
                    return image;
                });
    }

    void forget() {
        held.clear();
    }
}
