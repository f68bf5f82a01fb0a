package ashfall.desk.compare;

import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.image.ImageView;
import javafx.scene.layout.StackPane;

/// A picture on a contact sheet, with words over it.
final class PlateView extends StackPane {
    private final ImageView picture = new ImageView();
    private final Label missing = new Label();

    PlateView() {
        missing.getStyleClass().add("trial-missing");
        missing.setWrapText(true);
        getChildren().addAll(picture, missing);
        getStyleClass().add("trial-picture");
    }

    /// Lays something over the picture.
    void add(Node over, Pos at) {
        setAlignment(over, at);
        getChildren().add(over);
    }

    /// Gives it its size.
    void size(double width, double height) {
        setMinSize(width, height);
        setMaxSize(width, height);
        picture.setFitWidth(width);
        picture.setFitHeight(height);
    }

    void show(PlateMaker.Plate drawn) {
        picture.setImage(Pixels.image(drawn));
        missing.setText(drawn.problem());
    }
}
