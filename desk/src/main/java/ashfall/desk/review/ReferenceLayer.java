package ashfall.desk.review;

import ashfall.desk.document.Document;
import ashfall.desk.kit.Soon;
import ashfall.desk.run.Runs;
import ashfall.shot.Frames;
import ashfall.shot.Item;
import ashfall.shot.Reference;

import javafx.application.Platform;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.scene.control.Label;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.layout.Pane;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Rectangle;

import java.io.IOException;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// References over the fireground, in time with the frame shown: in its lower right corner, or over
/// all of it.
public final class ReferenceLayer extends Pane {
    private static final double EDGE = 12;

    /// Room for the words below them, px.
    private static final double FOOT = 40;

    private final Document document;
    private final Runs runs;
    private final Map<String, Plate> plates = new LinkedHashMap<>();
    private final Map<Path, Clip> clips = new HashMap<>();
    private final Map<Path, String> problems = new HashMap<>();
    private final Soon again = new Soon(this::refreshNow);
    private final Pictures pictures = new Pictures(again::ask);
    private final ReadOnlyStringWrapper found = new ReadOnlyStringWrapper("");
    private boolean flipped;

    /// A reference on the screen.
    private static final class Plate extends VBox {
        final ImageView picture = new ImageView();
        final Label words = new Label();

        Plate(String name) {
            setId("reference-" + name);
            getStyleClass().add("reference");
            words.getStyleClass().add("readout");
            picture.setPreserveRatio(true);
            getChildren().addAll(picture, words);
        }
    }

    public ReferenceLayer(Document document, Runs runs) {
        this.document = document;
        this.runs = runs;
        setMouseTransparent(true);
        setMinSize(0, 0);
        Rectangle clip = new Rectangle();
        clip.widthProperty().bind(widthProperty());
        clip.heightProperty().bind(heightProperty());
        setClip(clip);
        document.shotProperty().addListener((o, was, is) -> again.ask());
        document.fileProperty().addListener((o, was, is) -> again.ask());
        runs.playhead().positionProperty().addListener((o, was, is) -> again.ask());
        widthProperty().addListener((o, was, is) -> again.ask());
        heightProperty().addListener((o, was, is) -> again.ask());
        again.ask();
    }

    /// Shows the first reference over all of the view while a key is held.
    public void flip(boolean is) {
        if (flipped != is) {
            flipped = is;
            refreshNow();
        }
    }

    /// Changes whenever another clip has been looked at.
    ReadOnlyStringProperty foundProperty() {
        return found.getReadOnlyProperty();
    }

    /// What a reference is, or what is wrong with it.
    String words(Item reference) {
        Path file = file(reference);
        Clip clip = clips.get(file);
        return clip != null ? clip.words() : problems.getOrDefault(file, "");
    }

    private static Path file(Item reference) {
        return Path.of(reference.get(Reference.FILE)).toAbsolutePath();
    }

    private void refreshNow() {
        Map<String, Item> all = document.shot().references();
        plates.keySet().retainAll(all.keySet());
        boolean first = true;
        double foot = getHeight() - FOOT;
        for (var entry : all.entrySet()) {
            Item reference = entry.getValue();
            Plate plate = plates.computeIfAbsent(entry.getKey(), Plate::new);
            boolean over = flipped && first;
            plate.setVisible(over || (reference.get(Reference.SHOWN) && !flipped));
            first = false;
            if (!plate.isVisible() || getWidth() < 2) {
                continue;
            }
            if (over || reference.get(Reference.PLACE).equals("over")) {
                show(plate, reference, getWidth(), getHeight());
                plate.setOpacity(over ? 1 : reference.number(Reference.OPACITY));
                plate.relocate(0.5 * (getWidth() - plate.prefWidth(-1)), 0);
            } else {
                show(plate, reference, getWidth() * reference.number(Reference.SIZE), foot);
                plate.setOpacity(1);
                foot -= plate.prefHeight(-1);
                plate.relocate(getWidth() - EDGE - plate.prefWidth(-1), foot);
                foot -= EDGE;
            }
            plate.autosize();
        }
        if (!getChildren().equals(List.copyOf(plates.values()))) {
            getChildren().setAll(plates.values());
        }
    }

    /// Looks for the files again: they may have come meanwhile, or more of a clip's.
    void lookAgain() {
        clips.clear();
        problems.clear();
        pictures.forget();
        again.ask();
    }

    private void show(Plate plate, Item reference, double width, double height) {
        Path file = file(reference);
        Clip clip = clips.get(file);
        if (clip == null) {
            look(file);
            plate.picture.setImage(null);
            plate.words.setText(problems.getOrDefault(file, "looked for"));
            return;
        }
        int place =
                Reference.pictureAt(
                        reference,
                        document.shot().frames().get(Frames.RATE),
                        runs.playhead().positionProperty().get());
        Path picture = clip.at(place);
        Image image = pictures.of(picture, (int) width);
        plate.picture.setFitWidth(width);
        plate.picture.setFitHeight(height);
        // The one before stays until the next is there, or it would flicker.
        if (image.getProgress() >= 1 && !image.isError()) {
            plate.picture.setImage(image);
        }
        String name = picture.getFileName().toString();
        plate.words.setText(
                image.isError()
                        ? "'" + name + "' cannot be read as a picture"
                        : clip.isStill()
                                ? name
                                : place < 0
                                        ? name + ", before the clip"
                                        : place >= clip.count() ? name + ", after the clip" : name);
    }

    /// Looks for the pictures of a clip, once.
    private void look(Path file) {
        if (problems.putIfAbsent(file, "") != null) {
            return;
        }
        Thread.ofVirtual()
                .start(
                        () -> {
                            try {
                                Clip clip = Clip.of(file);
                                Platform.runLater(() -> settle(file, clip, ""));
                            } catch (IOException e) {
                                Platform.runLater(() -> settle(file, null, e.getMessage()));
                            }
                        });
    }

    private void settle(Path file, Clip clip, String problem) {
        if (clip != null) {
            clips.put(file, clip);
        }
        problems.put(file, problem);
        found.set(file + " " + problem + clips.size());
        again.ask();
    }
}
