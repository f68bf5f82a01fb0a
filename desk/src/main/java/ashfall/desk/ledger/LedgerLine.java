package ashfall.desk.ledger;

import ashfall.desk.document.Document;
import ashfall.desk.kit.Bytes;
import ashfall.desk.kit.SureButton;
import ashfall.desk.run.Changes;
import ashfall.desk.run.Run;
import ashfall.desk.run.Runs;
import ashfall.firing.FiringException;
import ashfall.firing.FiringFolder;
import ashfall.firing.FiringKey;
import ashfall.look.Marcher;
import ashfall.look.View;
import ashfall.picture.Picture;
import ashfall.picture.Print;
import ashfall.shot.Frames;
import ashfall.shot.Gas;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.sim.LogEntry;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import javafx.application.Platform;
import javafx.css.PseudoClass;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.io.IOException;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.concurrent.Executor;

/// One firing in the ledger.
final class LedgerLine extends HBox {
    private static final Logger LOG = LoggerFactory.getLogger(LedgerLine.class);
    private static final String NOT = "Do not fire";
    private static final int WIDTH = 112;
    private static final int HEIGHT = 63;
    private static final PseudoClass SHOWN = PseudoClass.getPseudoClass("shown");

    private final Run run;
    private final Document document;
    private final Runs runs;
    private final Workers workers;
    private final Executor thread;
    private final Runnable changed;
    private final ImageView picture = new ImageView();
    private final Label figures = new Label();
    private final Label state = new Label();
    private final Label differences = new Label();
    private final TextField note = new TextField();
    private final SureButton delete = new SureButton("Delete", this::askToDelete, this::delete);
    private final Button sooner;
    private String noted = "";
    private String made = "";
    private long bytes;
    private Run against;
    private boolean compared;
    private int seen = Integer.MIN_VALUE;
    private long drawn = Long.MIN_VALUE;

    /// @param thread where files and pictures are read
    /// @param changed is told when the bytes it takes are known, or its turn is another
    LedgerLine(
            Run run,
            Document document,
            Runs runs,
            Workers workers,
            Executor thread,
            Runnable changed) {
        super(12);
        this.run = run;
        this.document = document;
        this.runs = runs;
        this.workers = workers;
        this.thread = thread;
        this.changed = changed;
        String id = run.title().replace(' ', '-');
        setId("ledger-" + id);
        getStyleClass().add("ledger-line");
        StackPane plate = new StackPane(picture);
        plate.getStyleClass().add("ledger-plate");
        plate.setMinSize(WIDTH, HEIGHT);
        plate.setMaxSize(WIDTH, HEIGHT);
        Label title = new Label(run.title());
        title.getStyleClass().add("ledger-name");
        figures.setId("ledger-figures-" + id);
        figures.getStyleClass().add("ledger-figure");
        state.setId("ledger-state-" + id);
        state.getStyleClass().add("ledger-state");
        state.setWrapText(true);
        differences.setId("ledger-differences-" + id);
        differences.getStyleClass().add("ledger-differences");
        differences.setWrapText(true);
        note.setId("ledger-note-" + id);
        note.setPromptText("a note");
        note.setTooltip(new Tooltip("What this firing was for, or what is wrong with it"));
        note.setOnAction(e -> keepNote());
        note.focusedProperty().addListener((o, was, is) -> keepNote());
        HBox.setHgrow(note, Priority.ALWAYS);
        sooner =
                button(
                        "Sooner",
                        "ledger-sooner-" + id,
                        "Make it the next",
                        () -> {
                            runs.firings().putFirst(run);
                            changed.run();
                        });
        HBox foot =
                new HBox(
                        4,
                        note,
                        button("Show", "ledger-show-" + id, "See its frames", this::show),
                        button(
                                "Restore",
                                "ledger-restore-" + id,
                                "Make the shot what was fired; camera and look stay as they are",
                                this::restore),
                        sooner,
                        delete);
        delete.setId("ledger-delete-" + id);
        delete.setTooltip(new Tooltip("Remove its files from the disk; asks once more"));
        VBox words = new VBox(4, new HBox(8, title, figures), state, differences, foot);
        HBox.setHgrow(words, Priority.ALWAYS);
        getChildren().addAll(plate, words);
    }

    private static Button button(String text, String id, String tip, Runnable action) {
        Button button = new Button(text);
        button.setId(id);
        button.setTooltip(new Tooltip(tip));
        button.setOnAction(e -> action.run());
        return button;
    }

    /// Bytes that it takes on disk, as far as they are known.
    long bytes() {
        return bytes;
    }

    /// Are its figures and its picture there?
    boolean isSettled() {
        return bytes > 0 && (picture.getImage() != null || run.log().isEmpty());
    }

    /// Says how the firing stands.
    ///
    /// @param before the firing before it, or null
    void refresh(Run before) {
        pseudoClassStateChanged(SHOWN, run.equals(runs.shown()));
        state.setText(state());
        if (!compared || !Objects.equals(before, against)) {
            compared = true;
            against = before;
            compare();
        }
        int turn = runs.firings().waiting().indexOf(run);
        delete.setDisable(run.isRunning() && turn < 0);
        if (turn >= 0) {
            delete.setText(NOT);
        } else if (delete.getText().equals(NOT)) {
            delete.reset();
        }
        sooner.setVisible(turn > 0);
        sooner.setManaged(turn > 0);
        sayFigures();
        int frames = run.log().size();
        // While it is made now and then, and once more when it has ended.
        int state = run.isRunning() ? frames / 8 : -frames - 1;
        if (state != seen && frames > 0) {
            seen = state;
            thread.execute(this::look);
            LogEntry best = best();
            if (best != null && best.frame() != drawn) {
                drawn = best.frame();
                thread.execute(() -> draw(best.frame()));
            }
        }
    }

    /// What a firing was made of does not change: this is asked once.
    private void compare() {
        List<String> differ =
                against == null ? List.of() : new FiringKey(run.key()).differences(against.key());
        differences.setText(
                against == null
                        ? "the first"
                        : differ.isEmpty()
                                ? "as " + against.title()
                                : "against " + against.title() + ": " + Changes.words(differ, 3));
        differences.setTooltip(
                differ.size() > 3 ? new Tooltip(Changes.words(differ, differ.size())) : null);
    }

    /// One badge: being made, whole, in part; and what it was superseded by.
    private String state() {
        int turn = runs.firings().waiting().indexOf(run);
        if (turn >= 0) {
            return turn == 0
                    ? "is the next to be made"
                    : "waits its turn, after " + turn + (turn == 1 ? " other" : " others");
        }
        int frames = run.log().size();
        long last = run.shot().frames().get(Frames.LAST);
        String how =
                switch (run.stateProperty().get()) {
                    case RUNNING ->
                            run.problemProperty().get().isEmpty()
                                    ? "being made, " + frames + " frames"
                                    : run.problemProperty().get();
                    case FAILED -> "failed: " + run.problemProperty().get();
                    case DONE, STOPPED ->
                            frames == 0
                                    ? "no frame"
                                    : run.lastFrame() >= last
                                            ? "whole, " + frames + " frames"
                                            : "in part, frames "
                                                    + run.log().getFirst().frame()
                                                    + "-"
                                                    + run.lastFrame()
                                                    + " of "
                                                    + last;
                };
        List<String> since = runs.differences(run);
        return since.isEmpty() ? how : how + "; superseded: " + Changes.words(since, 2);
    }

    private void sayFigures() {
        String seed = Long.toString(run.shot().element(run.element()).gas().get(Gas.SEED));
        String of = document.shot().elements().size() > 1 ? run.element() + ", " : "";
        figures.setText(
                of
                        + run.fineness()
                        + ", seed "
                        + seed
                        + (bytes > 0 ? ", " + Bytes.words(bytes) : "")
                        + (made.isEmpty() ? "" : ", " + made));
    }

    /// The frame whose fire is most of a sight: hot and tall.
    private LogEntry best() {
        return run.log().stream()
                .filter(entry -> run.has(entry.frame()))
                .max(Comparator.comparingDouble(e -> e.heatReleaseKw() * e.flameTopM()))
                .orElse(null);
    }

    private void look() {
        FiringFolder folder = new FiringFolder(run.folder());
        try {
            long size = folder.bytes();
            Instant when = folder.made();
            String text = folder.note();
            Platform.runLater(
                    () -> {
                        bytes = size;
                        made =
                                DateTimeFormatter.ofPattern("d MMM HH:mm", Locale.ENGLISH)
                                        .withZone(ZoneId.systemDefault())
                                        .format(when);
                        if (!note.isFocused()) {
                            noted = text;
                            note.setText(text);
                        }
                        sayFigures();
                        changed.run();
                    });
        } catch (IOException | FiringException e) {
            LOG.warn("the folder {} cannot be looked at", run.folder(), e);
        }
    }

    private void draw(long frame) {
        try {
            Shot shot = run.shot().readAs(run.element());
            Picture drawing =
                    Marcher.quick(
                                    run.frame(frame, workers),
                                    shot,
                                    null,
                                    workers.pictures(new Cancel()))
                            .draw(View.of(shot.camera()), WIDTH, HEIGHT);
            int[] argb = Print.of(drawing, shot, workers).argb(workers);
            Platform.runLater(
                    () -> {
                        WritableImage image = new WritableImage(WIDTH, HEIGHT);
                        image.getPixelWriter()
                                .setPixels(
                                        0,
                                        0,
                                        WIDTH,
                                        HEIGHT,
                                        PixelFormat.getIntArgbInstance(),
                                        argb,
                                        0,
                                        WIDTH);
                        picture.setImage(image);
                    });
        } catch (IOException | ShotException | IllegalArgumentException e) {
            LOG.warn("no picture of {}", run.title(), e);
        }
    }

    private void show() {
        runs.show(run);
    }

    private void restore() {
        Shot fired = Changes.seenAs(run.shot(), document.shot());
        document.arrange("Restore " + run.title(), fired);
    }

    private void keepNote() {
        String text = note.getText().strip();
        if (text.equals(noted)) {
            return;
        }
        noted = text;
        thread.execute(
                () -> {
                    try {
                        new FiringFolder(run.folder()).note(text);
                    } catch (IOException e) {
                        LOG.error("the note cannot be kept", e);
                        Platform.runLater(
                                () -> state.setText("the note cannot be written to its folder"));
                    }
                });
    }

    /// One that waits has nothing to lose.
    private String askToDelete() {
        boolean waits = runs.firings().waiting().contains(run);
        return waits ? "" : "Delete " + Bytes.words(bytes) + " for good";
    }

    private void delete() {
        if (runs.firings().waiting().contains(run)) {
            runs.forget(run);
            return;
        }
        thread.execute(
                () -> {
                    try {
                        new FiringFolder(run.folder()).delete();
                        Platform.runLater(() -> runs.forget(run));
                    } catch (IOException | FiringException e) {
                        LOG.error("the firing cannot be deleted", e);
                        Platform.runLater(
                                () -> state.setText("it could not be deleted: " + e.getMessage()));
                    }
                });
    }
}
