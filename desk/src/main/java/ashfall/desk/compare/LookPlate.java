package ashfall.desk.compare;

import ashfall.desk.kit.SureButton;
import ashfall.shot.Shot;

import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;

import java.util.function.Consumer;

/// A look on the contact sheet: the frame shown as it would be seen with it, and what can be done
/// with the look.
final class LookPlate extends VBox {
    static final double FOOT = 28;

    private final PlateView plate = new PlateView();

    /// The shot's own look, to hold the others against.
    LookPlate() {
        this("now", "as it is");
    }

    /// @param look a shot that has it
    /// @param kept whether it is the user's, and can be removed
    LookPlate(Shot look, boolean kept, Consumer<Shot> use, Consumer<Shot> remove) {
        this((kept ? "" : "demo-") + look.name(), look.name());
        Button take = new Button("Use");
        take.setId(getId() + "-use");
        take.setTooltip(new Tooltip("Give the shot this look; it can be undone"));
        take.setOnAction(e -> use.accept(look));
        HBox foot = new HBox(4, take);
        if (kept) {
            SureButton gone =
                    new SureButton("Remove", () -> "Remove for good?", () -> remove.accept(look));
            gone.setId(getId() + "-remove");
            gone.setTooltip(new Tooltip("Remove its file; shots that use it stay as they are"));
            foot.getChildren().add(gone);
        } else {
            Label demo = new Label("of the demo shot");
            demo.getStyleClass().add("purpose");
            foot.getChildren().add(demo);
            foot.setAlignment(Pos.CENTER_LEFT);
        }
        getChildren().add(foot);
    }

    private LookPlate(String id, String name) {
        super(4);
        setId("look-" + id);
        getStyleClass().add("trial-plate");
        Label caption = new Label(name);
        caption.getStyleClass().add("trial-caption");
        plate.add(caption, Pos.TOP_LEFT);
        getChildren().add(plate);
    }

    void size(double width, double height) {
        plate.size(width, height);
    }

    void show(PlateMaker.Plate drawn) {
        plate.show(drawn);
    }
}
