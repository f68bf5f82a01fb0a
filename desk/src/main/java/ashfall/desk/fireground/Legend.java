package ashfall.desk.fireground;

import ashfall.look.Slice;
import ashfall.shot.Unit;

import javafx.scene.control.Label;
import javafx.scene.image.ImageView;
import javafx.scene.image.WritableImage;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/// The colours of a slice with their values.
final class Legend extends VBox {
    private static final int STEPS = 192;
    private final Label title = new Label();
    private final Label low = new Label();
    private final Label high = new Label();
    private final ImageView bar = new ImageView();

    Legend() {
        super(4);
        setId("legend");
        getStyleClass().add("legend");
        WritableImage ramp = new WritableImage(STEPS, 8);
        for (int i = 0; i < STEPS; i++) {
            for (int row = 0; row < 8; row++) {
                ramp.getPixelWriter().setArgb(i, row, Slice.colour((i + 0.5) / STEPS));
            }
        }
        bar.setImage(ramp);
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        getChildren().addAll(title, bar, new HBox(low, gap, high));
        setMaxWidth(192);
    }

    void show(Slice slice, Slice.Range range) {
        title.setText(
                slice.channel()
                        + " across "
                        + "xyz".charAt(slice.axis())
                        + " at "
                        + Unit.METRE.figure(slice.at(), 3));
        String unit = " " + range.unit().replace("m3", "m³");
        low.setText(Unit.number(range.low(), 3) + unit);
        high.setText(Unit.number(range.high(), 3) + unit);
    }
}
