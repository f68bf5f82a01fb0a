package ashfall.desk;

import ashfall.desk.document.Document;
import ashfall.desk.document.Recent;
import ashfall.shot.DemoShots;
import ashfall.shot.LookPart;
import ashfall.shot.NewShot;

import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;

import java.nio.file.Path;
import java.util.List;
import java.util.Locale;

/// The menu of the shot: made anew each time it opens, since recent files and what can be undone
/// change.
final class ShotMenu extends MenuButton {
    private final Document document;
    private final ShotFiles files;
    private final Recent recent;
    private final List<Command> commands;
    private final Runnable help;

    ShotMenu(
            Document document,
            ShotFiles files,
            Recent recent,
            List<Command> commands,
            Runnable help) {
        super("Shot");
        this.document = document;
        this.files = files;
        this.recent = recent;
        this.commands = commands;
        this.help = help;
        setId("shot-menu");
        setOnShowing(e -> fill());
        fill();
    }

    private void fill() {
        Menu fresh = new Menu("New");
        fresh.setId("menu-new");
        for (String kind : NewShot.KINDS) {
            fresh.getItems().add(entry("new-" + kind, kind, "", () -> files.create(kind)));
        }
        Menu demos = new Menu("Demo");
        demos.setId("menu-demo");
        DemoShots.all()
                .keySet()
                .forEach(
                        demo ->
                                demos.getItems()
                                        .add(
                                                entry(
                                                        "demo-" + demo,
                                                        demo,
                                                        "",
                                                        () -> files.demo(demo))));
        Menu last = new Menu("Recent");
        last.setId("menu-recent");
        for (Path path : recent.paths()) {
            last.getItems()
                    .add(
                            entry(
                                    "recent-" + path.getFileName(),
                                    path.toString(),
                                    "",
                                    () -> files.whenLetGo(() -> files.open(path))));
        }
        last.setDisable(last.getItems().isEmpty());
        MenuItem undo =
                entry("menu-undo", "Undo " + words(document.undoName()), "undo", document::undo);
        undo.setDisable(document.undoName() == null);
        MenuItem redo =
                entry("menu-redo", "Redo " + words(document.redoName()), "redo", document::redo);
        redo.setDisable(document.redoName() == null);
        getItems()
                .setAll(
                        fresh,
                        entry("menu-open", "Open", "open", files::askToOpen),
                        last,
                        demos,
                        new SeparatorMenuItem(),
                        entry("menu-save", "Save", "save", files::save),
                        entry("menu-save-as", "Save as", "save-as", files::saveAs),
                        new SeparatorMenuItem(),
                        undo,
                        redo,
                        new SeparatorMenuItem(),
                        looks(),
                        new SeparatorMenuItem(),
                        entry("menu-help", "Keys", "help", help));
    }

    /// The look of another shot, or a part of it: every shot file is a look that is kept.
    private Menu looks() {
        Menu looks = new Menu("Look of another shot");
        looks.setId("menu-looks");
        for (LookPart part : LookPart.values()) {
            String id = "look-" + part.name().toLowerCase(Locale.ROOT);
            Menu of = new Menu(part.words());
            of.setId(id);
            for (String demo : DemoShots.all().keySet()) {
                of.getItems()
                        .add(entry(id + "-" + demo, demo, "", () -> files.takeLook(part, demo)));
            }
            of.getItems().add(new SeparatorMenuItem());
            for (Path path : recent.paths()) {
                of.getItems()
                        .add(
                                entry(
                                        id + "-" + path.getFileName(),
                                        path.toString(),
                                        "",
                                        () -> files.takeLook(part, path)));
            }
            of.getItems().add(entry(id + "-file", "a file", "", () -> files.askToTakeLook(part)));
            looks.getItems().add(of);
        }
        return looks;
    }

    private static String words(String name) {
        return name == null ? "" : name;
    }

    private MenuItem entry(String id, String text, String command, Runnable run) {
        MenuItem item = new MenuItem(text);
        item.setMnemonicParsing(false);
        item.setId(id);
        commands.stream()
                .filter(c -> c.id().equals(command))
                .findFirst()
                .ifPresent(c -> item.setText(text + "   " + c.keyWords()));
        item.setOnAction(e -> run.run());
        return item;
    }
}
