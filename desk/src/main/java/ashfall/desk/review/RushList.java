package ashfall.desk.review;

import ashfall.desk.document.Document;
import ashfall.desk.fireground.FiregroundModel;
import ashfall.desk.kit.SureButton;
import ashfall.desk.run.Changes;
import ashfall.desk.run.Run;
import ashfall.desk.run.Runs;
import ashfall.shot.FrameRate;
import ashfall.shot.Frames;
import ashfall.shot.Playback;
import ashfall.shot.ShotException;
import ashfall.work.Workers;

import javafx.application.Platform;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.OptionalDouble;
import java.util.stream.Stream;

/// The rushes of the shot: made of the view as it is, played over and over, and the settings that
/// made them brought back.
final class RushList extends VBox {
    private static final Logger LOG = LoggerFactory.getLogger(RushList.class);
    private static final int[][] SIZES = {{480, 270}, {640, 360}, {960, 540}, {1280, 720}};

    private final Document document;
    private final Runs runs;
    private final FiregroundModel look;
    private final RushMaker maker;
    private final Path homeless;
    private final Button make = new Button("Make rushes");
    private final MenuButton size = new MenuButton();
    private final TextField from = new TextField();
    private final TextField to = new TextField();
    private final Label state = new Label();
    private final RushPlayer player = new RushPlayer();
    private final VBox lines = new VBox(4);
    private int[] wanted = SIZES[1];
    private Rush making;

    /// @param homeless folder for the rushes of a shot that has no file yet
    RushList(Document document, Runs runs, FiregroundModel look, Workers workers, Path homeless) {
        super(6);
        this.document = document;
        this.runs = runs;
        this.look = look;
        this.maker = new RushMaker(workers, Platform::runLater);
        this.homeless = homeless;
        setId("rushes");
        make.setId("rush-make");
        make.setTooltip(
                new Tooltip(
                        "A movie of what the fireground shows, from where it shows it, kept with"
                                + " the settings that made it"));
        make.setOnAction(e -> makeOrStop());
        size.setId("rush-size");
        size.setTooltip(new Tooltip("Size of its pictures"));
        for (int[] one : SIZES) {
            MenuItem item = new MenuItem(one[0] + " × " + one[1]);
            item.setId("rush-size-" + one[0]);
            item.setOnAction(e -> choose(one));
            size.getItems().add(item);
        }
        choose(wanted);
        for (TextField field : List.of(from, to)) {
            field.getStyleClass().add("value-field");
            field.setPrefColumnCount(4);
        }
        from.setId("rush-from");
        from.setPromptText("first");
        from.setTooltip(new Tooltip("First frame; all of the run where nothing is said"));
        to.setId("rush-to");
        to.setPromptText("last");
        to.setTooltip(new Tooltip("Last frame; all of the run where nothing is said"));
        state.setId("rush-state");
        state.getStyleClass().add("ledger-figure");
        state.setWrapText(true);
        HBox head = new HBox(4, make, size, from, new Label("to"), to);
        head.setAlignment(Pos.CENTER_LEFT);
        getChildren().addAll(head, state, player, lines);
        document.fileProperty().addListener((o, was, is) -> list());
        list();
    }

    private void choose(int[] one) {
        wanted = one;
        size.setText(one[0] + " × " + one[1]);
    }

    private Path folder() {
        return document.folder("rushes", homeless);
    }

    private void makeOrStop() {
        if (making != null) {
            maker.cancel();
            return;
        }
        Run run = runs.shown();
        if (run == null || run.log().isEmpty()) {
            state.setText("nothing has been run yet");
            return;
        }
        Playback playback = runs.playhead().playback();
        List<Double> moments = new ArrayList<>();
        long first;
        try {
            first = Math.max(playback.firstShown(), frame(from, playback.firstShown()));
            long last = Math.min(playback.lastShown(), frame(to, playback.lastShown()));
            for (long shown = first; shown <= last; shown++) {
                double stored = playback.stored(shown);
                OptionalDouble moment = run.momentFor(stored);
                // What has not been run yet would stand still.
                if (moment.isPresent() && Math.floor(stored) <= run.lastFrame()) {
                    moments.add(moment.getAsDouble());
                }
            }
        } catch (NumberFormatException e) {
            state.setText("a frame is a whole number; " + e.getMessage());
            return;
        }
        if (moments.isEmpty()) {
            state.setText("none of these frames has been run; they go backwards or are not there");
            return;
        }
        FrameRate rate = document.shot().frames().get(Frames.RATE);
        making =
                new Rush(
                        next(),
                        run.title(),
                        first,
                        first + moments.size() - 1,
                        (double) rate.numerator() / rate.denominator(),
                        wanted[0],
                        wanted[1],
                        look.view(),
                        document.shot());
        List<Run> seen = new ArrayList<>(List.of(run));
        seen.addAll(runs.others());
        make.setText("Stop");
        Rush rush = making;
        maker.make(
                rush,
                seen,
                moments,
                new RushMaker.Listener(
                        drawn -> state.setText("picture " + drawn + " of " + rush.count()),
                        problem -> ended(rush, problem)));
    }

    private static long frame(TextField field, long otherwise) {
        String text = field.getText().strip();
        return text.isEmpty() ? otherwise : Long.parseLong(text);
    }

    private void ended(Rush rush, String problem) {
        making = null;
        make.setText("Make rushes");
        state.setText(problem);
        list();
        if (problem.isEmpty() && isSeen()) {
            player.play(rush);
        }
    }

    /// The folder after the last.
    private Path next() {
        String[] names = folder().toFile().list();
        int last = names == null ? 0 : Stream.of(names).mapToInt(Rush::number).max().orElse(0);
        return folder().resolve("rushes-" + (last + 1));
    }

    private void list() {
        Path folder = folder();
        Thread.ofVirtual()
                .start(
                        () -> {
                            List<Rush> found = in(folder);
                            Platform.runLater(
                                    () -> {
                                        if (folder.equals(folder())) {
                                            show(found);
                                        }
                                    });
                        });
    }

    private static List<Rush> in(Path folder) {
        List<Rush> found = new ArrayList<>();
        if (!Files.isDirectory(folder)) {
            return found;
        }
        try (var all = Files.list(folder)) {
            for (Path one : all.filter(Rush::isIn).toList()) {
                read(one, found);
            }
        } catch (IOException e) {
            LOG.warn("{} cannot be listed", folder, e);
        }
        found.sort(Comparator.comparingInt(Rush::number));
        return found;
    }

    private static void read(Path folder, List<Rush> found) {
        try {
            found.add(Rush.read(folder));
        } catch (IOException | ShotException e) {
            LOG.warn("the rushes in {} cannot be read", folder, e);
        }
    }

    private void show(List<Rush> all) {
        lines.getChildren().clear();
        for (Rush rush : all.reversed()) {
            String id = rush.folder().getFileName().toString();
            Label title = new Label(rush.title());
            title.getStyleClass().add("ledger-name");
            Label words =
                    new Label(
                            rush.run()
                                    + ", frames "
                                    + rush.first()
                                    + "-"
                                    + rush.last()
                                    + ", "
                                    + rush.columns()
                                    + " × "
                                    + rush.rows());
            words.getStyleClass().add("ledger-figure");
            Button play = button("Play", id, "Play it over and over, or stop");
            play.setOnAction(
                    e -> {
                        boolean playing =
                                player.rush() != null
                                        && player.rush().folder().equals(rush.folder());
                        if (playing) {
                            player.stop();
                        } else {
                            player.play(rush);
                        }
                    });
            Button restore =
                    button("Restore", id, "Make the shot what it was then; Ctrl+Z takes it back");
            restore.setOnAction(e -> restore(rush));
            SureButton away = new SureButton("Delete", () -> "Delete for good", () -> delete(rush));
            away.setId("rush-delete-" + id);
            away.setTooltip(new Tooltip("Take its pictures off the disk; asks once more"));
            Region gap = new Region();
            HBox.setHgrow(gap, Priority.ALWAYS);
            HBox head = new HBox(4, title, gap, play, restore, away);
            head.setAlignment(Pos.CENTER_LEFT);
            lines.getChildren().addAll(head, words);
        }
    }

    private static Button button(String name, String id, String tip) {
        Button button = new Button(name);
        button.setId("rush-" + name.toLowerCase(Locale.ROOT) + "-" + id);
        button.setTooltip(new Tooltip(tip));
        return button;
    }

    private void restore(Rush rush) {
        document.arrange(
                "Restore " + rush.title(), Changes.reviewedAs(rush.shot(), document.shot()));
    }

    private void delete(Rush rush) {
        if (player.rush() != null && player.rush().folder().equals(rush.folder())) {
            player.stop();
        }
        Thread.ofVirtual()
                .start(
                        () -> {
                            String problem = "";
                            try {
                                rush.delete();
                            } catch (IOException e) {
                                LOG.warn("{} cannot be deleted", rush.folder(), e);
                                problem = rush.title() + " cannot be deleted: " + e.getMessage();
                            }
                            String why = problem;
                            Platform.runLater(
                                    () -> {
                                        state.setText(why);
                                        list();
                                    });
                        });
    }

    private boolean isSeen() {
        Node node = this;
        while (node != null && node.isVisible()) {
            node = node.getParent();
        }
        return node == null;
    }

    /// Plays nothing while nobody sees it.
    void rest() {
        player.stop();
    }

    void close() {
        maker.cancel();
        player.stop();
    }
}
