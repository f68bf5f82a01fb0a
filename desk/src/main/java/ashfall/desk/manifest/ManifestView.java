package ashfall.desk.manifest;

import ashfall.desk.document.Document;
import ashfall.desk.document.Selection;
import ashfall.desk.document.Station;
import ashfall.desk.kit.Glyph;
import ashfall.desk.kit.Soon;
import ashfall.desk.run.Runs;
import ashfall.shot.Element;
import ashfall.shot.Item;
import ashfall.shot.Param;
import ashfall.shot.Shot;

import javafx.collections.SetChangeListener;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.MenuItem;
import javafx.scene.control.OverrunStyle;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.shape.SVGPath;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/// What is in the shot, one line a thing: glyph, name, on or off, one live figure. Its foot adds
/// things.
public final class ManifestView extends VBox {
    private static final PseudoClass CHOSEN = PseudoClass.getPseudoClass("chosen");
    private static final PseudoClass OFF = PseudoClass.getPseudoClass("off");

    private final Document document;
    private final Runs runs;
    private final Selection selection;
    private final Arranging arranging;
    private final VBox lines = new VBox();
    private final Label problem = new Label();
    private final TextField search = new TextField();
    private final Map<String, Line> byPath = new LinkedHashMap<>();
    private final List<GroupLine> groups = new ArrayList<>();
    private final Soon showing = new Soon(this::show);
    private List<String> shown = List.of();

    public ManifestView(Document document, Runs runs, Selection selection, Arranging arranging) {
        this.document = document;
        this.runs = runs;
        this.selection = selection;
        this.arranging = arranging;
        setId("manifest");
        getStyleClass().add("manifest");
        lines.getStyleClass().add("lines");
        ScrollPane scroll = new ScrollPane(lines);
        scroll.setFitToWidth(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        VBox.setVgrow(scroll, Priority.ALWAYS);
        problem.getStyleClass().add("problem");
        problem.setWrapText(true);
        problem.setVisible(false);
        problem.setManaged(false);
        problem.setId("manifest-problem");
        AddButtons foot = new AddButtons(runs, selection, new Adding(document));
        VBox below = new VBox(4, problem, foot);
        below.getStyleClass().add("manifest-below");
        search.setId("manifest-search");
        search.getStyleClass().add("value-field");
        search.setPromptText("find by name");
        search.setVisible(false);
        search.managedProperty().bind(search.visibleProperty());
        search.textProperty().addListener((o, was, is) -> filter());
        search.setOnKeyPressed(
                e -> {
                    if (e.getCode() == KeyCode.ESCAPE) {
                        search.clear();
                        search.setVisible(false);
                        e.consume();
                    }
                });
        getChildren().addAll(search, scroll, below);
        document.shotProperty().addListener((o, was, is) -> showing.ask());
        selection.pathProperty().addListener((o, was, is) -> markChosen());
        selection.along().addListener((SetChangeListener<String>) change -> markChosen());
        runs.elementProperty().addListener((o, was, is) -> showing.ask());
        show();
    }

    private void show() {
        Shot shot = document.shot();
        List<String> layout = new ArrayList<>();
        shot.items().forEach((path, item) -> layout.add(path + " " + Arranging.groupOf(item)));
        if (layout.equals(shown)) {
            byPath.values().forEach(line -> line.show(shot));
            groups.forEach(GroupLine::show);
            return;
        }
        shown = layout;
        Map<String, Line> old = new LinkedHashMap<>(byPath);
        byPath.clear();
        groups.clear();
        lines.getChildren().clear();
        group("Site");
        line(old, "frames", "Frames", Glyph.FRAMES, 0);
        line(old, "air", "Air", Glyph.AIR, 0);
        things(old, "obstacles.", shot.obstacles(), 0);
        things(old, "draughts.", shot.draughts(), 0);
        things(old, "meshes.", shot.meshes(), 0);
        shot.elements()
                .forEach(
                        (name, element) -> {
                            group(shot.elements().size() == 1 ? "Element" : "Element " + name);
                            element(old, "elements." + name, name, element);
                        });
        if (shot.elements().isEmpty()) {
            Label none = new Label("No fire in this shot yet; add a burner or a charge below.");
            none.getStyleClass().add("empty-words");
            none.setWrapText(true);
            lines.getChildren().add(none);
        }
        group("Picture");
        line(old, "camera", "Camera", Glyph.CAMERA, 0);
        line(old, "sun", "Sun and sky", Glyph.SUN, 0);
        things(old, "lamps.", shot.lamps(), 0);
        things(old, "volumes.", shot.volumes(), 0);
        line(old, "look", "Look", Glyph.LOOK, 0);
        line(old, "reading", "Reading", Glyph.READING, 0);
        for (String own : shot.readings().keySet()) {
            line(old, "readings." + own, "of " + own, Glyph.READING, 1);
        }
        line(old, "grade", "Grade", Glyph.GRADE, 0);
        markChosen();
        filter();
    }

    private void element(Map<String, Line> old, String path, String name, Element element) {
        line(old, path, name, Glyph.ELEMENT, 0);
        line(old, path + ".bounds", "Bounds", Glyph.BOUNDS, 1);
        line(old, path + ".burn", "Burn", Glyph.BURN, 1);
        line(old, path + ".stakes", "Stakes", Glyph.STAKE, 1);
        things(old, path + ".sources.", element.sources(), 1);
    }

    /// Things of one kind; those of a group stand below its head, where its first would stand.
    private void things(Map<String, Line> old, String place, Map<String, Item> all, int depth) {
        Map<String, List<String>> grouped = new LinkedHashMap<>();
        all.forEach(
                (name, item) -> {
                    String group = Arranging.groupOf(item);
                    grouped.computeIfAbsent(
                                    group.isEmpty() ? place + name : group, k -> new ArrayList<>())
                            .add(name);
                });
        grouped.forEach(
                (key, names) -> {
                    boolean group = !key.startsWith(place);
                    if (group) {
                        List<String> paths = names.stream().map(name -> place + name).toList();
                        GroupLine head =
                                new GroupLine(document, selection, arranging, key, paths, depth);
                        head.whenTaken(() -> lookAt(paths.getFirst()));
                        groups.add(head);
                        lines.getChildren().add(head);
                    }
                    for (String name : names) {
                        int own = group ? depth + 1 : depth;
                        line(old, place + name, name, glyph(all.get(name)), own);
                    }
                });
    }

    private static Glyph glyph(Item thing) {
        return switch (thing.kind().name()) {
            case "obstacle" -> Glyph.OBSTACLE;
            case "draught" -> Glyph.DRAUGHT;
            case "lamp" -> Glyph.LAMP;
            case "mesh" -> Glyph.MESH;
            case "volumes" -> Glyph.VOLUMES;
            case "igniter" -> Glyph.IGNITER;
            case "burner" -> Glyph.BURNER;
            case "carriers" -> Glyph.CARRIERS;
            default -> Glyph.CHARGE;
        };
    }

    private void group(String name) {
        Label label = new Label(name);
        label.getStyleClass().add("group-name");
        lines.getChildren().add(label);
    }

    private void line(Map<String, Line> old, String path, String name, Glyph glyph, int depth) {
        Line line = old.get(path);
        if (line == null || line.depth != depth) {
            line = new Line(path, name, glyph, depth);
        }
        byPath.put(path, line);
        lines.getChildren().add(line);
        line.show(document.shot());
    }

    /// The element that a thing is of comes into view.
    private void lookAt(String path) {
        String[] steps = path.split("\\.");
        if (steps[0].equals("elements")) {
            runs.elementProperty().set(steps[1]);
        }
    }

    private void markChosen() {
        byPath.forEach(
                (path, line) -> line.pseudoClassStateChanged(CHOSEN, selection.isAmong(path)));
        groups.forEach(GroupLine::markChosen);
    }

    /// Lets the chosen thing's name be typed, or that of the group that is chosen.
    public void renameChosen() {
        for (GroupLine head : groups) {
            if (head.isChosen()) {
                head.rename();
                return;
            }
        }
        Line line = byPath.get(selection.path());
        if (line != null && Arranging.isMovable(line.path)) {
            line.edit();
        }
    }

    /// Adds a copy of the chosen thing.
    public void duplicateChosen() {
        if (Arranging.isMovable(selection.path())) {
            selection.choose(arranging.duplicate(selection.path()));
        }
    }

    /// Leaves only the chosen thing of its kind on, or all that were on before.
    public void soloChosen() {
        if (Arranging.isMovable(selection.path())) {
            arranging.solo(selection.path(), selection.along());
        }
    }

    /// Cuts all elements but the chosen one, or else the one in view, out of the picture; or brings
    /// all back into it.
    public void holdOutOthers() {
        boolean within = Arranging.isSeen(selection.path());
        String path = within ? selection.path() : "elements." + runs.elementProperty().get();
        arranging.holdOutOthers(path, selection.along());
    }

    /// Makes a group of the chosen things, or ends it.
    public void groupChosen() {
        arranging.group(selection.path(), selection.along());
    }

    /// Lets things be searched by name.
    public void find() {
        search.setVisible(true);
        search.requestFocus();
    }

    private void filter() {
        String wanted = search.getText().strip().toLowerCase(Locale.ROOT);
        byPath.forEach(
                (path, line) -> {
                    boolean found = wanted.isEmpty() || line.title.contains(wanted);
                    line.setVisible(found);
                    line.setManaged(found);
                });
        for (GroupLine head : groups) {
            boolean found = head.paths().stream().anyMatch(path -> byPath.get(path).isVisible());
            head.setVisible(found);
            head.setManaged(found);
        }
    }

    /// Removes the chosen thing.
    public void removeChosen() {
        String path = selection.path();
        if (Arranging.isMovable(path) && byPath.containsKey(path)) {
            arranging.remove(path, selection.along());
            selection.choose("frames");
        }
    }

    private void say(String text) {
        problem.setText(text);
        problem.setVisible(!text.isEmpty());
        problem.setManaged(!text.isEmpty());
    }

    /// One thing.
    private final class Line extends HBox {
        private final String path;
        private final SVGPath icon;
        private final Label name;
        private final Label figure = new Label();
        private final String title;
        private final int depth;
        private ToggleButton lamp;

        Line(String path, String title, Glyph glyph, int depth) {
            super(6);
            this.path = path;
            this.title = title.toLowerCase(Locale.ROOT);
            this.depth = depth;
            setId("line-" + path.replace('.', '-'));
            getStyleClass().addAll("line", "depth-" + depth);
            setAlignment(Pos.CENTER_LEFT);
            setFocusTraversable(true);
            icon = glyph.node();
            name = new Label(title);
            name.getStyleClass().add("line-name");
            name.setTextOverrun(OverrunStyle.CENTER_ELLIPSIS);
            name.setMinWidth(24);
            name.setTooltip(new Tooltip(title));
            figure.getStyleClass().add("figure");
            figure.setMinWidth(USE_PREF_SIZE);
            Region gap = new Region();
            HBox.setHgrow(gap, Priority.ALWAYS);
            Region cell = new Region();
            cell.getStyleClass().add("glyph-cell");
            javafx.scene.layout.StackPane held = new javafx.scene.layout.StackPane(icon);
            held.getStyleClass().add("glyph-cell");
            getChildren().addAll(held, name, gap, figure);
            if (Arranging.isMovable(path)) {
                addLamp();
                setOnContextMenuRequested(e -> menu().show(this, e.getScreenX(), e.getScreenY()));
            }
            setOnMouseClicked(
                    e -> {
                        requestFocus();
                        if (e.isShortcutDown()) {
                            selection.takeAlong(path);
                            return;
                        }
                        choose();
                        if (e.getButton() == MouseButton.PRIMARY
                                && e.getClickCount() == 2
                                && Arranging.isMovable(path)) {
                            edit();
                        }
                    });
            setOnKeyPressed(
                    e -> {
                        if (e.getCode() == KeyCode.ENTER) {
                            if (e.isShiftDown()) {
                                selection.takeAlong(path);
                            } else {
                                choose();
                            }
                            e.consume();
                        }
                    });
        }

        private void addLamp() {
            lamp = new ToggleButton();
            lamp.setId("on-" + path.replace('.', '-'));
            lamp.getStyleClass().add("lamp");
            lamp.setTooltip(new Tooltip("On or off; what is off keeps its settings"));
            lamp.setOnAction(e -> toggle());
            getChildren().add(lamp);
        }

        /// With others that are taken along, all go on or off.
        private void toggle() {
            boolean among = path.equals(selection.path()) || selection.along().contains(path);
            Set<String> all = new LinkedHashSet<>();
            if (among) {
                all.add(selection.path());
                all.addAll(selection.along());
            }
            arranging.toggle(path, all);
        }

        private void choose() {
            lookAt(path);
            selection.choose(path, Station.of(path));
        }

        void show(Shot shot) {
            Item item = shot.item(path);
            figure.setText(Live.figure(shot, path, item));
            boolean on = !(item.kind().params().get("on") instanceof Param.Switch s) || item.get(s);
            pseudoClassStateChanged(OFF, !on);
            if (lamp != null) {
                lamp.setSelected(on);
            }
        }

        private ContextMenu menu() {
            if (!selection.isAmong(path)) {
                choose();
            }
            MenuItem rename = new MenuItem("Rename   F2");
            rename.setOnAction(e -> edit());
            MenuItem duplicate = new MenuItem("Duplicate   Ctrl+D");
            duplicate.setOnAction(e -> duplicateChosen());
            MenuItem delete = new MenuItem("Delete   Del");
            delete.setOnAction(e -> removeChosen());
            MenuItem solo = new MenuItem("Solo   O");
            solo.setId("menu-solo");
            solo.setOnAction(e -> soloChosen());
            MenuItem hold = new MenuItem("Hold out other elements, or see all   Shift+O");
            hold.setId("menu-hold-out");
            hold.setOnAction(e -> holdOutOthers());
            MenuItem group = new MenuItem("Group or ungroup   Ctrl+G");
            group.setOnAction(e -> groupChosen());
            ContextMenu menu = new ContextMenu(rename, duplicate, delete, solo, hold, group);
            if (path.contains(".sources.")) {
                menu.getItems().add(new StartMenu(document, path));
            }
            return menu;
        }

        private void edit() {
            Renaming.begin(this, name, Arranging.nameOf(path), this::rename);
        }

        private void rename(String to) {
            say("");
            try {
                boolean inView =
                        Arranging.nameOf(path).equals(runs.elementProperty().get())
                                && path.equals("elements." + Arranging.nameOf(path));
                String now = arranging.rename(path, to);
                if (inView) {
                    runs.elementProperty().set(Arranging.nameOf(now));
                }
                selection.choose(now);
            } catch (IllegalArgumentException e) {
                say(e.getMessage());
            }
        }
    }
}
