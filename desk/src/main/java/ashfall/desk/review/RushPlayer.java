package ashfall.desk.review;

import javafx.animation.AnimationTimer;
import javafx.scene.control.Label;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.layout.VBox;

/// Plays rushes over and over, at their own rate.
final class RushPlayer extends VBox {
    private static final int WIDTH = 348;

    /// Pictures that are read ahead.
    private static final int AHEAD = 8;

    private final ImageView picture = new ImageView();
    private final Label words = new Label();
    private final Pictures pictures = new Pictures(() -> {});
    private Rush rush;
    private long began;

    private final AnimationTimer clock =
            new AnimationTimer() {
                @Override
                public void handle(long now) {
                    began = began == 0 ? now : began;
                    show((int) ((now - began) * 1e-9 * rush.rate()) % rush.count());
                }
            };

    RushPlayer() {
        super(4);
        setId("rush-player");
        picture.setPreserveRatio(true);
        picture.setFitWidth(WIDTH);
        words.setId("rush-frame");
        words.getStyleClass().add("ledger-figure");
        getChildren().addAll(picture, words);
        stop();
    }

    Rush rush() {
        return rush;
    }

    void play(Rush next) {
        pictures.forget();
        rush = next;
        began = 0;
        setVisible(true);
        setManaged(true);
        clock.start();
    }

    void stop() {
        clock.stop();
        rush = null;
        picture.setImage(null);
        setVisible(false);
        setManaged(false);
    }

    private void show(int place) {
        for (int ahead = 0; ahead <= AHEAD && ahead < rush.count(); ahead++) {
            pictures.of(rush.picture((place + ahead) % rush.count()), WIDTH);
        }
        Image image = pictures.of(rush.picture(place), WIDTH);
        // One that is late is not waited for: the movie keeps its time.
        if (image.getProgress() >= 1 && !image.isError()) {
            picture.setImage(image);
            words.setText(rush.title() + ", frame " + (rush.first() + place));
        }
    }
}
