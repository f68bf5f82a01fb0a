package ashfall.desk.dials;

import ashfall.desk.document.Document;
import ashfall.desk.kit.ValueField;
import ashfall.shot.Item;
import ashfall.shot.Param.Vector;
import ashfall.shot.Vec3;

import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;

/// Three numbers along x, y (up) and z, each typed with its unit.
final class VectorDial extends Dial<Vec3> {
    private static final String[] AXES = {"x", "y", "z"};

    private final Vector vector;
    private final ValueField[] fields = new ValueField[3];

    VectorDial(Document document, String path, Vector vector) {
        super(document, path, vector);
        this.vector = vector;
        HBox row = new HBox(8);
        row.setAlignment(Pos.CENTER_LEFT);
        row.getStyleClass().add("vector-row");
        for (int axis = 0; axis < 3; axis++) {
            int own = axis;
            fields[axis] =
                    new ValueField(id(vector) + "-" + AXES[axis], problem, text -> take(own, text));
            explain(fields[axis].field());
            Label name = new Label(axis == 1 ? "y up" : AXES[axis]);
            name.getStyleClass().add("axis-name");
            name.setMinWidth(javafx.scene.layout.Region.USE_PREF_SIZE);
            HBox one = new HBox(4, name, fields[axis]);
            one.setAlignment(Pos.CENTER_LEFT);
            HBox.setHgrow(one, Priority.ALWAYS);
            HBox.setHgrow(fields[axis], Priority.ALWAYS);
            row.getChildren().add(one);
        }
        getChildren().addAll(row, problem);
    }

    private void take(int axis, String text) {
        Vec3 v = item().get(vector);
        String[] parts = {Double.toString(v.x()), Double.toString(v.y()), Double.toString(v.z())};
        parts[axis] = text.replace(",", "");
        put(typed(String.join(",", parts)));
    }

    @Override
    void display(Item item) {
        Vec3 v = item.get(vector);
        for (int axis = 0; axis < 3; axis++) {
            fields[axis].show(vector.unit().figure(v.get(axis), 5));
        }
    }
}
