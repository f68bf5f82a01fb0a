package ashfall.desk.manifest;

import ashfall.desk.document.Document;
import ashfall.desk.document.Edit;
import ashfall.geometry.Body;
import ashfall.shot.Draught;
import ashfall.shot.Element;
import ashfall.shot.Frames;
import ashfall.shot.Item;
import ashfall.shot.Shape;
import ashfall.shot.Shot;
import ashfall.shot.Source;
import ashfall.shot.Timing;
import ashfall.shot.Unit;
import ashfall.sim.Fuses;
import ashfall.sim.Meetings;

import javafx.application.Platform;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuItem;

import java.util.LinkedHashMap;
import java.util.Map;

/// What a source may start with: another source of its element, or that two things meet.
final class StartMenu extends Menu {
    private final Document document;
    private final String path;

    /// @param path of the source
    StartMenu(Document document, String path) {
        super("Start with");
        this.document = document;
        this.path = path;
        setId("menu-start-with");
        fill();
    }

    private void fill() {
        Shot shot = document.shot();
        Element element = shot.element(path.split("\\.")[1]);
        Item own = shot.item(path);
        for (String other : Fuses.sourcesFor(element, Arranging.nameOf(path))) {
            double begins = Timing.cue(element.sources().get(other));
            getItems().add(start("with-" + other, other, begins, begins));
            double after = Timing.cue(own) - begins;
            if (after > 0) {
                String words = Unit.SECOND.figure(after, 3) + " after " + other;
                getItems().add(start("after-" + other, words, other, Double.NaN));
            }
        }
        MenuItem looking = new MenuItem("looking for what meets ...");
        looking.setDisable(true);
        getItems().add(looking);
        if (!own.get(Source.FUSE).isEmpty()) {
            getItems().add(start("by-itself", "by itself", "", Double.NaN));
        }
        Thread.ofVirtual()
                .start(
                        () -> {
                            Map<String, Double> found = meetings(shot);
                            Platform.runLater(() -> add(looking, found));
                        });
    }

    private MenuItem start(String id, String fuse, double begins, double seconds) {
        String words = fuse + ", " + Unit.SECOND.figure(begins, 3);
        return start(id, words, fuse, seconds);
    }

    private MenuItem start(String id, String words, String fuse, double seconds) {
        MenuItem item = new MenuItem(words);
        item.setMnemonicParsing(false);
        item.setId("start-" + id);
        item.setOnAction(e -> hang(fuse, seconds));
        return item;
    }

    private void add(MenuItem looking, Map<String, Double> found) {
        int at = getItems().indexOf(looking);
        getItems().remove(looking);
        for (var meeting : found.entrySet()) {
            String words = meeting.getKey();
            double seconds = meeting.getValue();
            getItems().add(at++, start(words.replace(' ', '-'), words, seconds, seconds));
        }
        if (getItems().isEmpty()) {
            MenuItem none = new MenuItem("no other source, and nothing that moves meets anything");
            none.setDisable(true);
            getItems().add(none);
        }
    }

    /// When things of the shot that move meet others: seconds by words, "flare meets wall".
    ///
    /// Takes its time; on any thread.
    private static Map<String, Double> meetings(Shot shot) {
        Map<String, Item> shapes = new LinkedHashMap<>(shot.items());
        shapes.values()
                .removeIf(item -> !Shape.isHad(item.kind()) || item.kind().equals(Draught.KIND));
        Map<String, Double> all = new LinkedHashMap<>();
        shapes.forEach(
                (one, moving) -> {
                    if (!Body.of(moving).isMoving()) {
                        return;
                    }
                    shapes.forEach(
                            (other, met) -> {
                                if (!other.equals(one)) {
                                    Meetings.of(shot, moving, met)
                                            .ifPresent(
                                                    seconds ->
                                                            all.put(
                                                                    Fuses.meeting(
                                                                            Arranging.nameOf(one),
                                                                            Arranging.nameOf(
                                                                                    other)),
                                                                    seconds));
                                }
                            });
                });
        return all;
    }

    /// Hangs a source on something in time, and lets all that it gives start a while after that;
    /// its way stays as it is.
    ///
    /// @param fuse another source of its element, or a meeting; empty cuts the fuse
    /// @param seconds when it starts; NaN as it does
    void hang(String fuse, double seconds) {
        Shot shot = document.shot();
        Item item = shot.item(path);
        Item moved = item;
        if (!Double.isNaN(seconds)) {
            moved = Timing.cueLater(item, seconds - Timing.cue(item));
            if (moved.equals(item) && Timing.cue(item) == 0 && seconds != 0) {
                // It gives steadily: from then on.
                moved =
                        item.with(Source.LIMITED, true)
                                .with(Source.FROM, seconds)
                                .with(Source.TO, Math.max(seconds, lastSecond(shot)));
            }
        }
        moved = fuse.isEmpty() ? moved.without(Source.FUSE) : moved.with(Source.FUSE, fuse);
        String name =
                fuse.isEmpty()
                        ? "Cut the fuse of " + Arranging.nameOf(path)
                        : "Start " + Arranging.nameOf(path) + " with " + fuse;
        document.edit(Edit.Items.of(name, shot, Map.of(path, moved)));
    }

    private static double lastSecond(Shot shot) {
        return shot.frames().get(Frames.RATE).seconds(shot.frames().get(Frames.LAST));
    }
}
