package ashfall.desk.review;

import ashfall.desk.document.Document;
import ashfall.desk.fireground.FiregroundModel;
import ashfall.desk.kit.Soon;
import ashfall.desk.run.Runs;
import ashfall.look.View;
import ashfall.shot.Item;
import ashfall.shot.Remark;
import ashfall.shot.Vec3;

import javafx.scene.control.Button;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.Pane;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;

/// The open remarks of the frame shown, where they are pinned.
public final class RemarkLayer extends Pane {
    private static final double NEAR = 0.01;
    private static final double PIN = 20;

    private final Document document;
    private final Runs runs;
    private final FiregroundModel look;
    private final Soon again = new Soon(this::refreshNow);
    private Consumer<String> chosen = name -> {};

    public RemarkLayer(Document document, Runs runs, FiregroundModel look) {
        this.document = document;
        this.runs = runs;
        this.look = look;
        setPickOnBounds(false);
        setMinSize(0, 0);
        document.shotProperty().addListener((o, was, is) -> again.ask());
        runs.playhead().frameProperty().addListener((o, was, is) -> again.ask());
        look.eyeProperty().addListener((o, was, is) -> again.ask());
        look.cameraProperty().addListener((o, was, is) -> again.ask());
        look.throughCameraProperty().addListener((o, was, is) -> again.ask());
        widthProperty().addListener((o, was, is) -> again.ask());
        heightProperty().addListener((o, was, is) -> again.ask());
        again.ask();
    }

    /// Tells the name of a remark that is clicked.
    void whenChosen(Consumer<String> listener) {
        chosen = listener;
    }

    private void refreshNow() {
        View view = look.view();
        List<Button> pins = new ArrayList<>();
        int number = 0;
        for (Map.Entry<String, Item> entry : document.shot().remarks().entrySet()) {
            number++;
            Item remark = entry.getValue();
            boolean here = remark.get(Remark.FRAME) == runs.playhead().frameProperty().get();
            Vec3 at = remark.get(Remark.AT);
            double[] p = view.project(at, (int) getWidth(), (int) getHeight());
            if (!here || remark.get(Remark.DONE) || p[2] < NEAR) {
                continue;
            }
            Button pin = new Button(Integer.toString(number));
            pin.setId("pin-" + entry.getKey());
            pin.getStyleClass().add("pin");
            pin.setTooltip(new Tooltip(remark.get(Remark.SAYS)));
            pin.setFocusTraversable(false);
            pin.setOnAction(e -> chosen.accept(entry.getKey()));
            pin.resizeRelocate(p[0] - 0.5 * PIN, p[1] - 0.5 * PIN, PIN, PIN);
            pin.setManaged(false);
            pins.add(pin);
        }
        getChildren().setAll(pins);
    }
}
