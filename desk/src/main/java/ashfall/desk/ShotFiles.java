package ashfall.desk;

import ashfall.desk.document.Autosave;
import ashfall.desk.document.Document;
import ashfall.desk.document.Recent;
import ashfall.desk.document.Recovery;
import ashfall.desk.run.Runs;
import ashfall.shot.DemoShots;
import ashfall.shot.LookPart;
import ashfall.shot.NewShot;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.ShotFile;

import javafx.application.Platform;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// Opens, makes and saves shots, asks before changes are lost, and offers what a crash left.
final class ShotFiles {
    private final Document document;
    private final Runs runs;
    private final Autosave autosave;
    private final Recent recent;
    private final FileAsk files;
    private final Notice notice;
    private final Runnable opened;

    /// @param opened is told when another shot is there
    ShotFiles(
            Document document,
            Runs runs,
            Autosave autosave,
            Recent recent,
            FileAsk files,
            Notice notice,
            Runnable opened) {
        this.document = document;
        this.runs = runs;
        this.autosave = autosave;
        this.recent = recent;
        this.files = files;
        this.notice = notice;
        this.opened = opened;
    }

    /// Offers shots that crashes left, the newest first.
    void offer(List<Recovery.Left> left) {
        if (left.isEmpty()) {
            return;
        }
        Recovery.Left newest = left.getFirst();
        LocalTime at =
                LocalTime.ofInstant(
                                Instant.ofEpochMilli(newest.savedMillis()), ZoneId.systemDefault())
                        .truncatedTo(ChronoUnit.MINUTES);
        Map<String, Runnable> answers = new LinkedHashMap<>();
        answers.put(
                "Take it up",
                () -> {
                    document.recover(newest.shot(), newest.origin());
                    opened.run();
                    discard(newest);
                });
        answers.put("Let it go", () -> discard(newest));
        notice.ask(
                "'"
                        + newest.shot().name()
                        + "' had changes that were not saved when Ashfall ended without being"
                        + " closed; they were kept at "
                        + at
                        + ".",
                answers);
    }

    private void discard(Recovery.Left left) {
        Thread.ofVirtual()
                .start(
                        () -> {
                            autosave.write();
                            try {
                                Recovery.discard(left);
                            } catch (IOException e) {
                                Platform.runLater(
                                        () ->
                                                notice.say(
                                                        "what was kept in '"
                                                                + left.folder()
                                                                + "' cannot be removed"));
                            }
                        });
    }

    /// Does something that loses what is not saved, once the user agrees.
    void whenLetGo(Runnable then) {
        if (document.savedProperty().get()) {
            then.run();
            return;
        }
        Map<String, Runnable> answers = new LinkedHashMap<>();
        answers.put("Save", () -> save(then));
        answers.put("Let changes go", then);
        answers.put("Cancel", () -> {});
        notice.ask("'" + document.shot().name() + "' has changes that are not saved.", answers);
    }

    void create(String kind) {
        whenLetGo(
                () -> {
                    document.open(NewShot.make(kind, List.of()), null);
                    opened.run();
                });
    }

    void demo(String name) {
        whenLetGo(
                () -> {
                    document.open(DemoShots.read(name).shot(), null);
                    opened.run();
                });
    }

    void askToOpen() {
        whenLetGo(() -> files.toOpen().ifPresent(this::open));
    }

    /// Opens a shot file; what is wrong with it is said, and the shot that is open stays.
    void open(Path path) {
        Thread.ofVirtual()
                .start(
                        () -> {
                            try {
                                ShotFile.Reading reading = ShotFile.read(path);
                                Platform.runLater(() -> show(reading, path));
                            } catch (ShotException e) {
                                Platform.runLater(() -> notice.say(e.getMessage()));
                            }
                        });
    }

    /// Takes a part of the look of a demo shot, as one edit.
    void takeLook(LookPart part, String demo) {
        take(part, DemoShots.read(demo).shot());
    }

    /// Takes a part of the look of a shot file, as one edit; what is wrong with it is said.
    void takeLook(LookPart part, Path path) {
        Thread.ofVirtual()
                .start(
                        () -> {
                            try {
                                Shot from = ShotFile.read(path).shot();
                                Platform.runLater(() -> take(part, from));
                            } catch (ShotException e) {
                                Platform.runLater(() -> notice.say(e.getMessage()));
                            }
                        });
    }

    void askToTakeLook(LookPart part) {
        files.toOpen().ifPresent(path -> takeLook(part, path));
    }

    /// Takes a part of the look of a shot, as one edit; what is of the reading goes to that of the
    /// element in view.
    void take(LookPart part, Shot from) {
        String element = runs.elementProperty().get();
        document.arrange("Look of " + from.name(), part.taken(document.shot(), from, element));
    }

    private void show(ShotFile.Reading reading, Path path) {
        document.open(reading.shot(), path);
        recent.add(path);
        opened.run();
        if (!reading.unknownKeys().isEmpty()) {
            notice.say(
                    path.getFileName()
                            + ": not known and without effect, but kept: "
                            + String.join(", ", reading.unknownKeys()));
        }
    }

    void save() {
        save(() -> {});
    }

    private void save(Runnable then) {
        document.file()
                .or(() -> files.toSave(document.shot().name()))
                .ifPresent(path -> saveTo(path, then));
    }

    void saveAs() {
        files.toSave(document.shot().name()).ifPresent(path -> saveTo(path, () -> {}));
    }

    private void saveTo(Path path, Runnable then) {
        document.saveAs(
                path,
                Platform::runLater,
                () -> {
                    recent.add(document.file().orElseThrow());
                    then.run();
                },
                notice::say);
    }
}
