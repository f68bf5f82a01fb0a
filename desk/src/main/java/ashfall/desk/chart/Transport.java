package ashfall.desk.chart;

import ashfall.desk.document.Document;
import ashfall.desk.kit.Glyph;
import ashfall.desk.run.Runs;
import ashfall.shot.Element;
import ashfall.shot.Gas;

import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

import java.util.Locale;

/// The bar over the chart: play, the frame looked at, the curve that is taken, and what the cue
/// sheet and the burn log do.
final class Transport extends HBox {
    private final Document document;
    private final Runs runs;
    private final Button play = new Button("Play", Glyph.PLAY.node());
    private final TextField frame = new TextField();
    private final Label time = new Label();
    private final ToggleButton who = new ToggleButton("Who burned");

    Transport(Document document, Runs runs, Sheet sheet, ShapeBar shapeBar) {
        super(4);
        this.document = document;
        this.runs = runs;
        getStyleClass().add("transport");
        setAlignment(Pos.CENTER_LEFT);
        play.setId("play");
        play.setTooltip(new Tooltip("Play or stop (Space)"));
        play.setOnAction(e -> runs.playhead().togglePlay());
        runs.playhead()
                .playingProperty()
                .addListener(
                        (o, was, is) -> {
                            play.setText(is ? "Stop" : "Play");
                            play.setGraphic((is ? Glyph.PAUSE : Glyph.PLAY).node());
                        });
        ToggleButton loop = new ToggleButton("Loop", Glyph.LOOP.node());
        loop.setId("loop");
        loop.setTooltip(new Tooltip("Play over and over (L)"));
        loop.selectedProperty().bindBidirectional(runs.playhead().loopingProperty());
        ToggleButton follow = new ToggleButton("Follow");
        follow.setId("follow");
        follow.setTooltip(new Tooltip("Stay at the newest frame of a run that is being made"));
        follow.selectedProperty().bindBidirectional(runs.playhead().followingProperty());
        follow.setOnAction(
                e -> {
                    if (follow.isSelected()) {
                        runs.playhead().follow();
                    }
                });
        frame.setId("frame-field");
        frame.getStyleClass().add("value-field");
        frame.setPrefColumnCount(4);
        frame.setTooltip(new Tooltip("The frame looked at; a number, or seconds as 1.5 s"));
        frame.setOnAction(e -> chooseTyped());
        time.getStyleClass().add("figure");
        time.setId("chart-time");
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        ToggleButton together = new ToggleButton("Move together");
        together.setId("move-together");
        together.setTooltip(
                new Tooltip(
                        "Dragging one thing in the cue sheet moves all of the element, and the"
                                + " air"));
        together.selectedProperty().bindBidirectional(sheet.together);
        who.setId("who-burned");
        who.setTooltip(new Tooltip(Gas.WHO.words().does()));
        who.setOnAction(
                e ->
                        document.put(
                                "elements." + runs.elementProperty().get(),
                                Gas.WHO,
                                who.isSelected() ? true : null));
        getChildren()
                .addAll(
                        play,
                        step("Back", "step-back", Glyph.BACK.node(), -1, "One frame back (Left)"),
                        step("Next", "step-on", Glyph.ON.node(), 1, "One frame on (Right)"),
                        loop,
                        follow,
                        frame,
                        time,
                        gap,
                        shapeBar,
                        who,
                        together);
    }

    private Button step(String label, String id, Node glyph, int by, String words) {
        Button button = new Button(label, glyph);
        button.setId(id);
        button.setTooltip(new Tooltip(words));
        button.setOnAction(e -> runs.playhead().step(by));
        return button;
    }

    private void chooseTyped() {
        String text = frame.getText().strip();
        try {
            TimeAxis axis = TimeAxis.of(document.shot(), 1);
            long chosen =
                    text.endsWith("s")
                            ? Math.round(axis.rate().parseSeconds(text) / axis.rate().seconds(1))
                            : Long.parseLong(text);
            runs.playhead().choose(Math.max(axis.first(), Math.min(axis.last(), chosen)));
        } catch (NumberFormatException e) {
            time.setText("'" + text + "' is no frame; type 24, or 1.5 s");
        }
    }

    /// Shows what the shot says of it.
    void show() {
        Element shown = document.shot().elements().get(runs.elementProperty().get());
        who.setDisable(shown == null);
        who.setSelected(shown != null && shown.gas().get(Gas.WHO));
    }

    /// Shows the moment looked at.
    void showNow(TimeAxis axis, double moment) {
        if (!frame.isFocused()) {
            frame.setText(Long.toString((long) Math.floor(moment)));
        }
        double seconds = moment * axis.rate().seconds(1);
        time.setText(String.format(Locale.ROOT, "of %d   %.3f s", axis.last(), seconds));
    }
}
