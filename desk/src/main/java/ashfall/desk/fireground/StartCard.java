package ashfall.desk.fireground;

import ashfall.desk.document.Document;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.Starter;
import ashfall.shot.Unit;

import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;

import java.util.Locale;

/// What burns, and how big: the first question of a shot in which nothing does. The answer is a
/// whole fire, with bounds, voxels, light and camera.
final class StartCard extends VBox {
    private final Document document;
    private final TextField size = new TextField();
    private final Label measure = new Label();
    private final Label problem = new Label();
    private Starter starter = Starter.BASKET;

    StartCard(Document document) {
        super(10);
        this.document = document;
        setId("start-card");
        getStyleClass().add("start-card");
        setMaxSize(430, USE_PREF_SIZE);
        Label what = new Label("What burns?");
        what.getStyleClass().add("region-title");
        FlowPane kinds = new FlowPane(4, 4);
        ToggleGroup group = new ToggleGroup();
        for (Starter each : Starter.values()) {
            ToggleButton chip = new ToggleButton(each.label());
            chip.setId("start-" + each.name().toLowerCase(Locale.ROOT));
            chip.setToggleGroup(group);
            chip.setSelected(each == starter);
            chip.setOnAction(
                    e -> {
                        chip.setSelected(true);
                        choose(each);
                    });
            kinds.getChildren().add(chip);
        }
        Label big = new Label("How big?");
        big.getStyleClass().add("region-title");
        size.setId("start-size");
        size.getStyleClass().add("value-field");
        size.setPrefColumnCount(6);
        size.setTooltip(new Tooltip("With a unit, as 1.2 m or 40 cm"));
        size.setOnAction(e -> light());
        Button light = new Button("Light it");
        light.setId("start-light");
        light.getStyleClass().add("main-button");
        light.setTooltip(
                new Tooltip(
                        "Makes a fire of this size with bounds, voxels, light and camera, and"
                                + " sketches it"));
        light.setOnAction(e -> light());
        HBox line = new HBox(8, size, measure, light);
        line.setAlignment(Pos.CENTER_LEFT);
        problem.getStyleClass().add("problem");
        problem.setWrapText(true);
        problem.managedProperty().bind(problem.textProperty().isNotEmpty());
        Label other = new Label("Or add a source of your own in the manifest.");
        other.getStyleClass().add("gutter-name");
        getChildren().addAll(what, kinds, big, line, problem, other);
        choose(starter);
        document.shotProperty().addListener((o, was, is) -> show(is));
        show(document.shot());
    }

    private void show(Shot shot) {
        setVisible(shot.elements().isEmpty() && shot.volumes().isEmpty());
        setManaged(isVisible());
    }

    private void choose(Starter chosen) {
        starter = chosen;
        size.setText(Unit.METRE.figure(chosen.size(), 3));
        measure.setText(chosen.measure());
        problem.setText("");
    }

    /// Lights a fire in the empty shot: one edit, that can be undone. What stands there stays.
    private void light() {
        try {
            Shot bare = document.shot();
            Shot lit = starter.make(Unit.METRE.parse(size.getText()));
            problem.setText("");
            document.arrange(
                    "Light a " + starter.label(),
                    lit.withName(bare.name())
                            .withObstacles(bare.obstacles())
                            .withDraughts(bare.draughts()));
        } catch (NumberFormatException | ShotException e) {
            problem.setText(e.getMessage());
        }
    }
}
