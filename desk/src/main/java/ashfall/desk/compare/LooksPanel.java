package ashfall.desk.compare;

import ashfall.desk.document.Document;
import ashfall.desk.document.KeptLooks;
import ashfall.desk.fireground.FiregroundModel;
import ashfall.desk.kit.Soon;
import ashfall.desk.kit.SureButton;
import ashfall.desk.kit.Tips;
import ashfall.desk.run.Run;
import ashfall.desk.run.Runs;
import ashfall.shot.LookPart;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.work.Workers;

import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.BiConsumer;

/// Looks side by side on the frame shown: the shot's own, those kept under names, those of the demo
/// shots; each whole, or its flame or its smoke only, and put to use as it is seen.
public final class LooksPanel extends VBox implements AutoCloseable {
    private static final double HEAD = 76;

    private final Document document;
    private final Runs runs;
    private final KeptLooks kept;
    private final InStep inStep;
    private final ContactSheet sheet = new ContactSheet("look-sheet");
    private final TextField name = new TextField();
    private final Label problem = new Label();
    private final LookPlate now = new LookPlate();
    private final List<LookPlate> plates = new ArrayList<>();
    private final List<Shot> looks = new ArrayList<>();
    private final Soon refreshing = new Soon(this::refresh);
    private final BiConsumer<LookPart, Shot> use;
    private LookPart part = LookPart.ALL;

    /// @param use gives the shot a part of a look
    /// @param workers who draw
    public LooksPanel(
            Document document,
            Runs runs,
            FiregroundModel model,
            KeptLooks kept,
            BiConsumer<LookPart, Shot> use,
            Workers workers) {
        this.use = use;
        this.document = document;
        this.runs = runs;
        this.kept = kept;
        this.inStep = new InStep(document, runs, model, workers, this::show);
        setId("looks");
        getStyleClass().addAll("ledger", "trials");
        Label title = new Label("Looks");
        title.getStyleClass().add("region-title");
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        Button close = new Button("Close");
        close.setId("looks-close");
        close.setTooltip(new Tooltip("Back to the fireground (J)"));
        close.setOnAction(e -> setVisible(false));
        HBox head = new HBox(8, title, parts(), gap, name, keep(), close);
        head.getStyleClass().add("ledger-head");
        head.setAlignment(Pos.CENTER_LEFT);
        problem.setId("looks-problem");
        problem.getStyleClass().add("problem");
        problem.setWrapText(true);
        problem.managedProperty().bind(problem.textProperty().isNotEmpty());
        VBox.setVgrow(sheet, Priority.ALWAYS);
        getChildren().addAll(head, problem, sheet);
        setVisible(false);
        kept.allProperty().addListener((o, was, is) -> lay());
        kept.demosProperty().addListener((o, was, is) -> lay());
        kept.problemProperty().addListener((o, was, is) -> problem.setText(is));
        runs.shownProperty().addListener((o, was, is) -> refreshing.ask());
        sheet.widthProperty().addListener((o, was, is) -> refreshing.ask());
        sheet.heightProperty().addListener((o, was, is) -> refreshing.ask());
        visibleProperty().addListener((o, was, is) -> opened(is));
    }

    private HBox parts() {
        HBox segments = new HBox();
        segments.getStyleClass().add("segments");
        ToggleGroup group = new ToggleGroup();
        for (LookPart each : LookPart.values()) {
            ToggleButton button = new ToggleButton(each.words());
            button.setId("looks-" + each.name().toLowerCase(Locale.ROOT));
            button.getStyleClass().add("segment");
            button.setTooltip(new Tooltip("What of a look is seen here, and used"));
            button.setToggleGroup(group);
            button.setSelected(each == part);
            button.setOnAction(
                    e -> {
                        button.setSelected(true);
                        part = each;
                        refreshing.ask();
                    });
            segments.getChildren().add(button);
        }
        return segments;
    }

    private SureButton keep() {
        name.setId("look-name");
        name.setPromptText("its name");
        name.setPrefColumnCount(10);
        SureButton keep =
                new SureButton(
                        "Keep this look",
                        () -> kept.has(name.getText()) ? "Replace " + name.getText() + "?" : "",
                        this::keepThis);
        keep.setId("look-keep");
        keep.setTooltip(
                Tips.of(
                        "Keeps look, reading and grade of the shot under this name, for any"
                                + " shot"));
        name.setOnAction(e -> keep.fire());
        return keep;
    }

    private void keepThis() {
        try {
            kept.keep(name.getText(), document.shot().readAs(runs.elementProperty().get()));
            problem.setText("");
            name.clear();
        } catch (ShotException e) {
            problem.setText(e.getMessage());
        }
    }

    /// Shows the looks, or no longer.
    public void toggle() {
        setVisible(!isVisible());
    }

    /// Are the pictures as fine as they get?
    public boolean isSettled() {
        return !refreshing.isWaiting()
                && !kept.demosProperty().get().isEmpty()
                && inStep.isFinest();
    }

    private void opened(boolean is) {
        if (is) {
            kept.read();
        }
        refresh();
    }

    private void lay() {
        plates.clear();
        looks.clear();
        kept.allProperty().get().forEach(look -> add(look, true));
        kept.demosProperty().get().forEach(look -> add(look, false));
        sheet.getChildren().setAll(now);
        sheet.getChildren().addAll(plates);
        // At once, so that no picture comes for a plate that is gone.
        refresh();
    }

    private void add(Shot look, boolean own) {
        looks.add(look);
        plates.add(
                new LookPlate(
                        look,
                        own,
                        used -> use.accept(part, used),
                        gone -> kept.remove(gone.name())));
    }

    private void refresh() {
        Run run = runs.shown();
        if (!isVisible() || run == null) {
            inStep.showAll(List.of(), 0, 0);
            now.show(PlateMaker.Plate.said("nothing has been run yet"));
            return;
        }
        double width = sheet.widest(plates.size() + 1, getHeight() - HEAD, LookPlate.FOOT);
        double height = Math.floor(width * 9 / 16);
        now.size(width, height);
        plates.forEach(plate -> plate.size(width, height));
        List<PlateMaker.Subject> subjects = new ArrayList<>();
        subjects.add(PlateMaker.Subject.of(run));
        looks.forEach(look -> subjects.add(new PlateMaker.Subject(run, Double.NaN, look, part)));
        inStep.showAll(subjects, (int) width, (int) height);
    }

    private void show(PlateMaker.Drawn drawn) {
        now.show(drawn.plates().getFirst());
        for (int i = 0; i < plates.size(); i++) {
            plates.get(i).show(drawn.plates().get(i + 1));
        }
    }

    @Override
    public void close() {
        inStep.close();
        kept.close();
    }
}
