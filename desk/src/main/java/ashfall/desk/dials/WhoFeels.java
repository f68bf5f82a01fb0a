package ashfall.desk.dials;

import ashfall.continuity.Feels;
import ashfall.desk.document.Document;
import ashfall.shot.Curve;
import ashfall.shot.Unit;

import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.VBox;

/// Who feels what: each force against the gas and the carriers, as shares that can be typed, with a
/// hint where many act on one.
final class WhoFeels extends VBox {
    /// Pixels of a field.
    private static final double WIDE = 64;

    private final Document document;
    private final GridPane grid = new GridPane();
    private final Label hint = new Label();
    private final Label problem = new Label();

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
        grid.getChildren().clear();
        hint.setText("");
        if (!there) {
            return;
        }
        Feels feels = Feels.of(document.shot(), element);
        for (int column = 0; column < feels.things().size(); column++) {
            Label name = new Label(feels.things().get(column));
            name.getStyleClass().add("gutter-name");
            grid.add(name, column + 1, 0);
        }
        for (int row = 0; row < feels.forces().size(); row++) {
            String force = feels.forces().get(row);
            grid.add(new Label(force), 0, row + 1);
            for (int column = 0; column < feels.things().size(); column++) {
                Feels.Crossing crossing = feels.crossing(force, feels.things().get(column));
                grid.add(cell(crossing), column + 1, row + 1);
            }
        }
        hint.setText(feels.hint().orElse(""));
    }

    private Node cell(Feels.Crossing crossing) {
        String text = Unit.number(100 * crossing.share(), 3) + " %";
        String id = "feels-" + crossing.thing() + "-" + crossing.force();
        if (crossing.param() == null) {
            Label fixed = new Label(text);
            fixed.setId(id);
            fixed.setDisable(crossing.share() == 0);
            fixed.getStyleClass().add("figure");
            return fixed;
        }
        ValueField field = new ValueField(id, problem, typed -> take(crossing, typed));
        field.setPrefWidth(WIDE);
        field.field().setTooltip(new Tooltip(crossing.param().words().does()));
        field.show(text);
        field.setOpacity(crossing.share() == 0 ? 0.5 : 1);
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
