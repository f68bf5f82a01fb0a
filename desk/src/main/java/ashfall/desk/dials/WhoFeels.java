package ashfall.desk.dials;

import ashfall.continuity.Feels;
import ashfall.desk.document.Document;
import ashfall.desk.kit.ValueField;
import ashfall.shot.Curve;
import ashfall.shot.Quantity;
import ashfall.shot.Unit;

import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.VBox;

import java.util.ArrayList;
import java.util.List;

/// Who feels what: each force against the gas and the carriers, as shares that can be typed, with a
/// hint where many act on one.
final class WhoFeels extends VBox {
    /// Pixels of a field.
    private static final double WIDE = 64;

    private final Document document;
    private final GridPane grid = new GridPane();
    private final Label hint = new Label();
    private final Label problem = new Label();
    private final List<Node> cells = new ArrayList<>();
    private List<Place> built = List.of();

    /// A crossing, whatever its share.
    private record Place(String force, String thing, String path, Quantity param) {
        static Place of(Feels.Crossing c) {
            return new Place(c.force(), c.thing(), c.path(), c.param());
        }
    }

    WhoFeels(Document document) {
        super(4);
        this.document = document;
        setId("who-feels");
        Label title = new Label("Who feels what");
        title.getStyleClass().add("dial-label");
        grid.setHgap(8);
        grid.setVgap(2);
        hint.setId("who-feels-hint");
        hint.getStyleClass().add("hint");
        hint.setWrapText(true);
        hint.managedProperty().bind(hint.textProperty().isNotEmpty());
        hint.visibleProperty().bind(hint.managedProperty());
        getChildren().addAll(title, grid, problem);
    }

    /// What is hinted, to stand before all dials; nothing where there is no hint.
    Label hint() {
        return hint;
    }

    /// Of an element, as the shot is now; nothing without one.
    void show(String element) {
        boolean there = element != null && document.shot().elements().containsKey(element);
        setVisible(there);
        setManaged(there);
        if (!there) {
            hint.setText("");
            return;
        }
        Feels feels = Feels.of(document.shot(), element);
        hint.setText(feels.hint().orElse(""));
        List<Place> places = feels.crossings().stream().map(Place::of).toList();
        if (!places.equals(built)) {
            built = places;
            build(feels);
        }
        for (int i = 0; i < cells.size(); i++) {
            double share = feels.crossings().get(i).share();
            String text = Unit.number(100 * share, 3) + " %";
            switch (cells.get(i)) {
                case ValueField field -> field.show(text);
                case Label fixed -> fixed.setText(text);
                default -> throw new IllegalStateException("a cell is a field or a label");
            }
            cells.get(i).setOpacity(share == 0 ? 0.5 : 1);
        }
    }

    private void build(Feels feels) {
        grid.getChildren().clear();
        cells.clear();
        int rows = feels.forces().size();
        for (int column = 0; column < feels.things().size(); column++) {
            Label name = new Label(feels.things().get(column));
            name.getStyleClass().add("gutter-name");
            grid.add(name, column + 1, 0);
            for (int row = 0; row < rows; row++) {
                Node cell = cell(feels.crossings().get(column * rows + row));
                cells.add(cell);
                grid.add(cell, column + 1, row + 1);
            }
        }
        for (int row = 0; row < rows; row++) {
            grid.add(new Label(feels.forces().get(row)), 0, row + 1);
        }
    }

    private Node cell(Feels.Crossing crossing) {
        String id = "feels-" + crossing.thing() + "-" + crossing.force();
        if (crossing.param() == null) {
            Label fixed = new Label();
            fixed.setId(id);
            fixed.getStyleClass().add("figure");
            return fixed;
        }
        ValueField field = new ValueField(id, problem, typed -> take(crossing, typed));
        field.setPrefWidth(WIDE);
        field.field().setTooltip(new Tooltip(crossing.param().words().does()));
        return field;
    }

    private void take(Feels.Crossing crossing, String typed) {
        double share = Unit.NONE.parse(typed.replace("%", "").strip()) / 100;
        var param = crossing.param();
        if (!(share >= param.least() && share <= param.most())) {
            throw new IllegalArgumentException(
                    "it must be "
                            + Unit.number(100 * param.least(), 3)
                            + " to "
                            + Unit.number(100 * param.most(), 3)
                            + " %");
        }
        document.put(crossing.path(), param, Curve.constant(share));
    }
}
