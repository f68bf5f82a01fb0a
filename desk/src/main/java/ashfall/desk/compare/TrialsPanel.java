package ashfall.desk.compare;

import ashfall.desk.document.Document;
import ashfall.desk.fireground.FiregroundModel;
import ashfall.desk.kit.Soon;
import ashfall.desk.run.Changes;
import ashfall.desk.run.Run;
import ashfall.desk.run.Runs;
import ashfall.desk.run.TrialRuns;
import ashfall.shot.Shot;
import ashfall.work.Workers;

import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;

/// Trials of the shot: what is tried, and the contact sheet on which they play in step.
public final class TrialsPanel extends VBox implements AutoCloseable {
    private static final double FORM = 92;

    private final Document document;
    private final Runs runs;
    private final TrialForm form;
    private final Label state = new Label();
    private final Button stop = new Button("Stop");
    private final ContactSheet sheet = new ContactSheet("trial-sheet");
    private final BracketPlot plot = new BracketPlot();
    private final InStep inStep;
    private final Soon refreshing = new Soon(this::refresh);
    private final List<TrialPlate> plates = new ArrayList<>();
    private final TrialPlate.Actions actions;
    private boolean making;

    /// @param workers who draw
    /// @param compare is given a run to lay beside another
    public TrialsPanel(
            Document document,
            Runs runs,
            FiregroundModel model,
            Workers workers,
            Consumer<Run> compare) {
        this.document = document;
        this.runs = runs;
        this.form = new TrialForm(document, runs);
        this.inStep = new InStep(document, runs, model, workers, this::show);
        this.actions =
                new TrialPlate.Actions() {
                    @Override
                    public void use(TrialRuns.Tried tried) {
                        adopt(tried);
                    }

                    @Override
                    public void show(Run run) {
                        runs.show(run);
                        refresh();
                    }

                    @Override
                    public void compare(Run run) {
                        compare.accept(run);
                    }
                };
        setId("trials");
        getStyleClass().addAll("ledger", "trials");
        Label title = new Label("Trials");
        title.getStyleClass().add("region-title");
        state.setId("trials-state");
        state.getStyleClass().add("ledger-figure");
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        stop.setId("trials-stop");
        stop.setTooltip(new Tooltip("Make no more; frames that are there stay"));
        stop.setOnAction(e -> runs.trials().stop());
        Button close = new Button("Close");
        close.setId("trials-close");
        close.setTooltip(new Tooltip("Close the contact sheet (T); trials stay"));
        close.setOnAction(e -> setVisible(false));
        HBox head = new HBox(12, title, state, gap, stop, close);
        head.getStyleClass().add("ledger-head");
        VBox.setVgrow(sheet, Priority.ALWAYS);
        getChildren().addAll(head, form, sheet);
        setVisible(false);
        runs.trials().newsProperty().addListener((o, was, is) -> refreshing.ask());
        runs.shownProperty().addListener((o, was, is) -> refreshing.ask());
        visibleProperty().addListener((o, was, is) -> opened(is));
        sheet.widthProperty().addListener((o, was, is) -> refreshing.ask());
        sheet.heightProperty().addListener((o, was, is) -> refreshing.ask());
    }

    /// Shows the contact sheet, or no longer.
    public void toggle() {
        setVisible(!isVisible());
    }

    /// Are all trials made, and their pictures as fine as they get?
    public boolean isSettled() {
        return !refreshing.isWaiting()
                && !runs.trials().all().isEmpty()
                && !runs.trials().isRunning()
                && inStep.isFinest();
    }

    private void opened(boolean is) {
        if (is) {
            form.open();
        } else {
            runs.compareWith(List.of());
        }
        refresh();
    }

    /// The tried shot with the present camera and look.
    private void adopt(TrialRuns.Tried tried) {
        Shot next = Changes.seenAs(tried.trial().shot(), document.shot());
        document.arrange("Use " + tried.trial().caption(), next);
    }

    private void refresh() {
        TrialRuns trials = runs.trials();
        List<TrialRuns.Tried> all = trials.all();
        List<Run> made = all.stream().map(TrialRuns.Tried::run).toList();
        if (!isVisible()) {
            inStep.show(List.of(), 0, 0);
            return;
        }
        if (making && !trials.isRunning() && !all.isEmpty()) {
            runs.playhead().playingProperty().set(true);
        }
        making = trials.isRunning();
        state.setText(state(trials));
        stop.setVisible(trials.isRunning());
        boolean same = plates.size() == all.size();
        for (int i = 0; same && i < all.size(); i++) {
            same = plates.get(i).isOf(all.get(i));
        }
        if (!same) {
            plates.clear();
            for (int i = 0; i < all.size(); i++) {
                plates.add(new TrialPlate(all.get(i), i + 1, actions));
            }
        }
        List<BracketPlot.Point> points = BracketPlot.points(all);
        boolean plotted = points.size() > 1;
        List<Node> wanted = new ArrayList<>(plates);
        if (plotted) {
            wanted.add(plot);
        }
        if (all.isEmpty()) {
            Label none =
                    new Label(
                            "Choose what to try, then Try: the variants are sketched in turn and"
                                    + " play here side by side.");
            none.getStyleClass().add("ledger-none");
            wanted.add(none);
        }
        if (!sheet.getChildren().equals(wanted) && !(all.isEmpty() && isPlain())) {
            sheet.getChildren().setAll(wanted);
        }
        double width =
                sheet.widest(
                        plates.size() + (plotted ? 1 : 0), getHeight() - FORM, TrialPlate.FOOT);
        double height = Math.floor(width * 9 / 16);
        for (TrialPlate plate : plates) {
            plate.size(width, height);
            plate.refresh(plate.isOf(shown(all)));
        }
        plot.setWidth(width);
        plot.setHeight(height + TrialPlate.FOOT);
        plot.show(points);
        inStep.show(made, (int) width, (int) height);
        runs.compareWith(made);
    }

    /// Does the sheet say already that there is nothing on it?
    private boolean isPlain() {
        return sheet.getChildren().size() == 1 && sheet.getChildren().getFirst() instanceof Label;
    }

    private TrialRuns.Tried shown(List<TrialRuns.Tried> all) {
        return all.stream().filter(one -> one.run().equals(runs.shown())).findFirst().orElse(null);
    }

    private static String state(TrialRuns trials) {
        int count = trials.all().size();
        if (count == 0) {
            return "";
        }
        if (!trials.isRunning()) {
            return count == 1 ? "1 trial" : count + " trials";
        }
        String left =
                trials.secondsLeft().isPresent()
                        ? ", " + (long) Math.ceil(trials.secondsLeft().getAsDouble()) + " s left"
                        : "";
        return trials.done() + " of " + count + " made" + left;
    }

    private void show(PlateMaker.Drawn drawn) {
        for (int i = 0; i < plates.size() && i < drawn.plates().size(); i++) {
            plates.get(i).show(drawn.plates().get(i));
        }
    }

    @Override
    public void close() {
        inStep.close();
    }
}
