package ashfall.desk.train;

import ashfall.continuity.Continuity;
import ashfall.continuity.Finding;
import ashfall.desk.document.Document;
import ashfall.desk.kit.Bytes;
import ashfall.desk.kit.Glyph;
import ashfall.desk.run.Firings;
import ashfall.desk.run.KeptSizes;
import ashfall.desk.run.Run;
import ashfall.desk.run.Runs;
import ashfall.grid.Frame;
import ashfall.shot.Fineness;
import ashfall.shot.Item;
import ashfall.shot.Kept;
import ashfall.shot.Remark;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;

import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

import java.util.List;
import java.util.Locale;
import java.util.concurrent.Executor;
import java.util.concurrent.Executors;

/// What stands between arming and firing: four lines that say what was found, how large, how long
/// and where to.
public final class ArmPanel extends VBox {
    private final Document document;
    private final Runs runs;
    private final Label findings = line("arm-findings");
    private final Label remarks = line("arm-remarks");
    private final HBox open = row("Remarks", remarks);
    private final Label size = line("arm-size");
    private final Label cost = line("arm-cost");
    private final Label destination = line("arm-destination");
    private final Button fire = new Button("Fire", Glyph.BURN.node());
    private final Executor thread =
            Executors.newSingleThreadExecutor(
                    task -> Thread.ofPlatform().daemon().name("ashfall-arm").unstarted(task));
    private Fineness fineness = Fineness.WORK;

    /// @param fired is told once a firing was started
    /// @param dismissed is told when the user thinks better of it
    ArmPanel(Document document, Runs runs, Runnable fired, Runnable dismissed) {
        super(4);
        setMaxSize(USE_PREF_SIZE, USE_PREF_SIZE);
        this.document = document;
        this.runs = runs;
        setId("arm-panel");
        getStyleClass().add("arm-panel");
        fire.setId("fire");
        fire.getStyleClass().add("fire");
        fire.setOnAction(
                e -> {
                    runs.firings().start(fineness);
                    fired.run();
                });
        Button not = new Button("Not now");
        not.setId("disarm");
        not.setOnAction(e -> dismissed.run());
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        HBox foot = new HBox(8, gap, not, fire);
        foot.getStyleClass().add("arm-foot");
        getChildren()
                .addAll(
                        row("Continuity", findings),
                        open,
                        row("Size", size),
                        row("Cost", cost),
                        row("Goes to", destination),
                        foot);
    }

    private static Label line(String id) {
        Label label = new Label();
        label.setId(id);
        label.setWrapText(true);
        label.setMaxWidth(400);
        label.getStyleClass().add("arm-line");
        return label;
    }

    private static HBox row(String name, Label value) {
        Label label = new Label(name);
        label.getStyleClass().add("arm-name");
        label.setMinWidth(72);
        return new HBox(8, label, value);
    }

    /// Looks over the shot at a fineness and fills the lines.
    void arm(Fineness at) {
        fineness = at;
        fire.setDisable(true);
        Shot shot = document.shot();
        String element = runs.elementProperty().get();
        if (element == null) {
            refuse("there is no element to fire; add a burner or a charge");
            return;
        }
        List<Finding> found = Continuity.check(shot, element, at);
        findings.setText(
                found.isEmpty()
                        ? "no fault found"
                        : found.getFirst().sentence()
                                + (found.size() > 1
                                        ? " (and " + (found.size() - 1) + " more)"
                                        : ""));
        List<String> left = Remark.open(shot);
        remarks.setText(left.size() + " open: " + String.join("; ", left));
        open.setVisible(!left.isEmpty());
        open.setManaged(!left.isEmpty());
        Forecast forecast;
        Kept kept;
        try {
            kept = Kept.of(shot.element(element).gas());
            forecast = Forecast.of(shot, element, at, runs.sketchProperty().get());
        } catch (ShotException e) {
            refuse(e.getMessage());
            return;
        }
        long memory = memory();
        size.setText(
                String.format(
                        Locale.ROOT,
                        "%s, %s of %s memory",
                        forecast.plan().words(),
                        Bytes.words(forecast.plan().memoryBytes()),
                        Bytes.words(memory)));
        cost.setText("");
        destination.setText("");
        Firings.Next next = runs.firings().next(at);
        Run sketch = runs.sketchProperty().get();
        List<Frame> sample = KeptSizes.sample(sketch);
        // Fires grow: frames that are still to come are larger.
        String about = sketch != null && sketch.isRunning() ? "at least" : "about";
        Item gas = shot.element(element).gas();
        thread.execute(() -> lookAtDisk(forecast, sample, about, gas, kept, next));
        try {
            forecast.plan().requireFits((long) (0.6 * memory));
        } catch (ShotException e) {
            refuse(e.getMessage());
        }
    }

    private void refuse(String why) {
        findings.setText(why);
        fire.setDisable(true);
    }

    private static long memory() {
        return ((com.sun.management.OperatingSystemMXBean)
                        java.lang.management.ManagementFactory.getOperatingSystemMXBean())
                .getTotalMemorySize();
    }

    /// Files and disks are asked off the toolkit's thread.
    private void lookAtDisk(
            Forecast forecast,
            List<Frame> sample,
            String about,
            Item gas,
            Kept kept,
            Firings.Next next) {
        double voxel = forecast.plan().lattice().voxel();
        double disk = forecast.frames() * KeptSizes.of(sample, voxel, kept).bytes(gas);
        double free = Firings.freeBytes(next.folder());
        javafx.application.Platform.runLater(
                () -> {
                    cost.setText(
                            String.format(
                                    Locale.ROOT,
                                    "%d frames, about %s, %s %s of %s free",
                                    forecast.frames(),
                                    Forecast.time(forecast.seconds()),
                                    about,
                                    Bytes.words(disk),
                                    Bytes.words(free)));
                    destination.setTooltip(new Tooltip(next.folder().toString()));
                    destination.setText(
                            next.title()
                                    + (document.file().isPresent()
                                            ? " in " + next.folder().getParent()
                                            : ", beside the shot that is not yet a file")
                                    + (next.after() > 0
                                            ? ", on after its "
                                                    + next.after()
                                                    + (next.after() == 1 ? " frame" : " frames")
                                            : ""));
                    boolean fits = Double.isNaN(disk) || disk < free;
                    if (!fits) {
                        refuse(
                                "the disk would be full before the end; free some space, keep"
                                        + " fewer channels or choose larger voxels");
                    }
                    fire.setText(runs.firings().isRunning() ? "Fire after" : "Fire");
                    fire.setDisable(!fits || forecast.plan().memoryBytes() > 0.6 * memory());
                });
    }
}
