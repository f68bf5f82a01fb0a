package ashfall.desk.compare;

import ashfall.desk.run.Run;
import ashfall.desk.run.TrialRuns;
import ashfall.trial.Outcome;

import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;

/// One trial on the contact sheet: its picture with what differs on it, what came of it, and what
/// can be done with it.
final class TrialPlate extends VBox {
    private static final PseudoClass SHOWN = PseudoClass.getPseudoClass("shown");
    static final double FOOT = 28;

    private final TrialRuns.Tried tried;
    private final PlateView plate = new PlateView();
    private final Label outcome = new Label();
    private final Button use = new Button("Use this one");
    private final Button show = new Button("Show");

    /// What can be done with a trial.
    interface Actions {
        void use(TrialRuns.Tried tried);

        void show(Run run);

        void compare(Run run);
    }

    /// @param number from 1
    TrialPlate(TrialRuns.Tried tried, int number, Actions actions) {
        super(4);
        this.tried = tried;
        setId("trial-" + number);
        getStyleClass().add("trial-plate");
        Label caption = new Label(tried.trial().caption());
        caption.setId("trial-caption-" + number);
        caption.getStyleClass().add("trial-caption");
        caption.setWrapText(true);
        outcome.setId("trial-outcome-" + number);
        outcome.getStyleClass().add("trial-outcome");
        outcome.setWrapText(true);
        plate.add(caption, Pos.TOP_LEFT);
        plate.add(outcome, Pos.BOTTOM_LEFT);
        use.setId("trial-use-" + number);
        use.setTooltip(
                new Tooltip("Make the shot exactly this; camera and look stay. It can be undone"));
        use.setOnAction(e -> actions.use(tried));
        show.setId("trial-show-" + number);
        show.setTooltip(new Tooltip("See it in the fireground"));
        show.setOnAction(e -> actions.show(tried.run()));
        Button compare = new Button("Compare");
        compare.setId("trial-compare-" + number);
        compare.setTooltip(new Tooltip("Lay it beside the run in the fireground, or another"));
        compare.setOnAction(e -> actions.compare(tried.run()));
        getChildren().addAll(plate, new HBox(4, use, show, compare));
    }

    /// Gives the picture its size.
    void size(double width, double height) {
        plate.size(width, height);
    }

    boolean isOf(TrialRuns.Tried other) {
        return tried.equals(other);
    }

    /// Says how it stands.
    ///
    /// @param inView is it the run in the fireground?
    void refresh(boolean inView) {
        Run run = tried.run();
        int frames = run.log().size();
        pseudoClassStateChanged(SHOWN, inView);
        show.setDisable(frames == 0);
        outcome.setText(
                switch (run.stateProperty().get()) {
                    case RUNNING ->
                            frames == 0
                                    ? "waits its turn"
                                    : "frame " + frames + " of " + run.framesAsked();
                    case FAILED -> run.problemProperty().get();
                    case STOPPED -> frames == 0 ? "not made" : "stopped after " + frames;
                    case DONE -> {
                        Outcome came = Outcome.of(run.log());
                        String top = ashfall.shot.Unit.METRE.figure(came.flameTopM(), 3);
                        yield "top " + top + ", " + came.heat() + "\n" + came.ends();
                    }
                });
    }

    void show(PlateMaker.Plate drawn) {
        plate.show(drawn);
    }
}
