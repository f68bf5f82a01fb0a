package ashfall.desk.compare;

import ashfall.desk.document.Document;
import ashfall.desk.fireground.FiregroundModel;
import ashfall.desk.kit.Soon;
import ashfall.desk.run.Run;
import ashfall.desk.run.Runs;
import ashfall.firing.FiringKey;
import ashfall.work.Workers;

import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

import java.util.List;
import java.util.Objects;

/// Two runs at the same frame through the same camera: side by side, one wiped over the other, or
/// what differs; with the dials in which they differ, and their burn logs over each other on the
/// chart.
public final class ComparePanel extends VBox implements AutoCloseable {
    /// How two runs are laid out.
    public enum Mode {
        SIDE_BY_SIDE("side by side", "One beside the other"),
        WIPE("wipe", "One over the other; drag the line between them"),
        DIFFERENCE("difference", "Bone where A is brighter, green where B is");

        private final String label;
        private final String tip;

        Mode(String label, String tip) {
            this.label = label;
            this.tip = tip;
        }
    }

    private final Runs runs;
    private final ToggleGroup modes = new ToggleGroup();
    private final MenuButton first = choice("compare-a", "The run that is laid on the left");
    private final MenuButton second = choice("compare-b", "The run that is laid on the right");
    private final ComparePicture picture = new ComparePicture();
    private final BorderPane middle = new BorderPane();
    private final Differing differing = new Differing();
    private final InStep inStep;
    private final Soon refreshing = new Soon(this::refresh);
    private Mode mode = Mode.SIDE_BY_SIDE;
    private Run a;
    private Run b;

    /// @param workers who draw
    public ComparePanel(Document document, Runs runs, FiregroundModel model, Workers workers) {
        this.runs = runs;
        this.inStep = new InStep(document, runs, model, workers, this::show);
        setId("compare");
        getStyleClass().addAll("ledger", "trials");
        Label title = new Label("Compare");
        title.getStyleClass().add("region-title");
        HBox segments = new HBox();
        segments.getStyleClass().add("segments");
        for (Mode each : Mode.values()) {
            ToggleButton button = new ToggleButton(each.label);
            button.setId("compare-" + each.label.replace(' ', '-'));
            button.getStyleClass().add("segment");
            button.setTooltip(new Tooltip(each.tip));
            button.setToggleGroup(modes);
            button.setUserData(each);
            button.setSelected(each == mode);
            button.setOnAction(
                    e -> {
                        button.setSelected(true);
                        lay(each);
                    });
            segments.getChildren().add(button);
        }
        first.setOnShowing(e -> fill(first, true));
        second.setOnShowing(e -> fill(second, false));
        Button swap = new Button("swap");
        swap.setId("compare-swap");
        swap.setTooltip(new Tooltip("A becomes B, and B becomes A"));
        swap.setOnAction(e -> compare(b, a));
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        Button close = new Button("Close");
        close.setId("compare-close");
        close.setTooltip(new Tooltip("Back to the fireground (B)"));
        close.setOnAction(e -> setVisible(false));
        HBox head = new HBox(8, title, first, swap, second, segments, gap, close);
        head.getStyleClass().add("ledger-head");
        head.setAlignment(Pos.CENTER_LEFT);
        middle.setCenter(picture);
        VBox.setVgrow(middle, Priority.ALWAYS);
        getChildren().addAll(head, middle);
        setVisible(false);
        lay(mode);
        visibleProperty().addListener((o, was, is) -> opened(is));
        runs.newsProperty().addListener((o, was, is) -> refreshing.ask());
        runs.trials().newsProperty().addListener((o, was, is) -> refreshing.ask());
        middle.widthProperty().addListener((o, was, is) -> refreshing.ask());
        middle.heightProperty().addListener((o, was, is) -> refreshing.ask());
    }

    private static MenuButton choice(String id, String tip) {
        MenuButton button = new MenuButton();
        button.setId(id);
        button.setTooltip(new Tooltip(tip));
        return button;
    }

    /// Compares the run in the fireground with the one before it, or no longer.
    public void toggle() {
        setVisible(!isVisible());
    }

    /// Lays two runs beside each other.
    public void compare(Run left, Run right) {
        a = left;
        b = right;
        setVisible(true);
        refresh();
    }

    /// Lays a run beside the one in the fireground; beside the newest other where it is that.
    public void compare(Run run) {
        Run shown = runs.shown();
        compare(run.equals(shown) || shown == null ? other(run) : shown, run);
    }

    /// Are the pictures as fine as they get?
    public boolean isSettled() {
        return !refreshing.isWaiting() && inStep.isFinest();
    }

    /// Lays them out in another way.
    public void lay(Mode next) {
        mode = next;
        modes.getToggles().forEach(toggle -> toggle.setSelected(toggle.getUserData() == next));
        middle.setRight(null);
        middle.setBottom(null);
        if (mode == Mode.SIDE_BY_SIDE) {
            middle.setBottom(differing);
        } else {
            middle.setRight(differing);
        }
        picture.lay(mode);
        refreshing.ask();
    }

    private void opened(boolean is) {
        List<Run> all = runs.all();
        if (is) {
            a = all.contains(a) ? a : runs.shown();
            b = all.contains(b) && !Objects.equals(a, b) ? b : other(a);
        } else {
            runs.compareWith(List.of());
        }
        refresh();
    }

    /// The newest run other than one; null without any.
    private Run other(Run than) {
        Run before = runs.beforeProperty().get();
        if (before != null && !before.equals(than)) {
            return before;
        }
        return runs.all().reversed().stream()
                .filter(run -> !run.equals(than))
                .findFirst()
                .orElse(null);
    }

    private void fill(MenuButton button, boolean left) {
        button.getItems().clear();
        for (Run run : runs.all()) {
            MenuItem item = new MenuItem(name(run));
            item.setId(button.getId() + "-" + run.title().replaceAll("[^A-Za-z0-9.]+", "-"));
            item.setOnAction(e -> compare(left ? run : a, left ? b : run));
            button.getItems().add(item);
        }
        if (button.getItems().isEmpty()) {
            button.getItems().add(new MenuItem("nothing has been run yet"));
        }
    }

    private String name(Run run) {
        boolean before = run.equals(runs.beforeProperty().get());
        return before ? "sketch before" : run.title();
    }

    private void refresh() {
        if (!isVisible()) {
            inStep.show(List.of(), 0, 0);
            return;
        }
        first.setText("A  " + (a == null ? "none" : name(a)));
        second.setText("B  " + (b == null ? "none" : name(b)));
        if (a == null || b == null) {
            inStep.show(List.of(), 0, 0);
            differing.say("There is one run, or none: change a dial, fire or try some values.");
            picture.clear();
            return;
        }
        if (!a.equals(runs.shown())) {
            runs.show(a);
        }
        runs.compareWith(List.of(b));
        differing.show(a, b, new FiringKey(b.key()).compare(a.key()));
        boolean beside = mode == Mode.SIDE_BY_SIDE;
        double wide = Math.max(80, middle.getWidth() - 24);
        double high = Math.max(60, middle.getHeight() - 16);
        double width = beside ? (wide - 8) / 2 : Math.min(wide - Differing.WIDTH, high * 16 / 9);
        double height = beside ? Math.min(high - Differing.HEIGHT, width * 9 / 16) : width * 9 / 16;
        width = Math.floor(Math.min(width, height * 16 / 9));
        height = Math.floor(width * 9 / 16);
        picture.size(width, height);
        inStep.show(List.of(a, b), (int) width, (int) height);
    }

    private void show(PlateMaker.Drawn drawn) {
        picture.show(drawn.plates().getFirst(), drawn.plates().getLast());
    }

    @Override
    public void close() {
        inStep.close();
    }
}
