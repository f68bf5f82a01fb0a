package ashfall.desk.dials;

import ashfall.desk.document.Document;
import ashfall.desk.kit.Glyph;
import ashfall.desk.kit.ValueField;
import ashfall.desk.run.Runs;
import ashfall.shot.Frames;
import ashfall.shot.Item;
import ashfall.shot.Param.Path;
import ashfall.shot.Route;
import ashfall.shot.Unit;
import ashfall.shot.Vec3;

import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;

/// Places over time, a line of four numbers each: when, and how far along x, y and z. A button adds
/// one at the frame shown.
final class PathDial extends Dial<Route> {
    private static final String[] COLUMNS = {"when", "x", "y up", "z"};

    private final Runs runs;
    private final VBox rows = new VBox(4);
    private final HBox names = new HBox(4);
    private Route shown;

    PathDial(Document document, Runs runs, String path, Path param) {
        super(document, path, param);
        this.runs = runs;
        Button add = new Button("point here", Glyph.PLUS.node());
        add.setId(id(param) + "-add");
        add.getStyleClass().add("chip");
        add.setTooltip(
                new Tooltip(
                        "Add a point at the frame shown, where the thing is then; then move it"));
        add.setOnAction(e -> addPoint());
        head.getChildren().add(add);
        for (String column : COLUMNS) {
            Label name = new Label(column);
            name.getStyleClass().add("axis-name");
            name.setMaxWidth(Double.MAX_VALUE);
            name.setPrefWidth(40);
            HBox.setHgrow(name, Priority.ALWAYS);
            names.getChildren().add(name);
        }
        getChildren().addAll(names, rows, problem);
    }

    private void addPoint() {
        double now =
                document.shot()
                        .frames()
                        .get(Frames.RATE)
                        .seconds(runs.playhead().frameProperty().get());
        Route route = item().get(param);
        List<Route.Point> points = new ArrayList<>(route.points());
        if (points.isEmpty() && now > 0) {
            points.add(new Route.Point(0, new Vec3(0, 0, 0)));
        }
        points.removeIf(p -> p.seconds() == now);
        points.add(new Route.Point(now, route.at(now)));
        take(points);
    }

    private static Route sorted(List<Route.Point> points) {
        return new Route(
                points.stream().sorted(Comparator.comparingDouble(Route.Point::seconds)).toList());
    }

    @Override
    void display(Item item) {
        Route route = item.get(param);
        if (route.equals(shown)) {
            return;
        }
        boolean same = shown != null && shown.points().size() == route.points().size();
        shown = route;
        boolean any = !route.points().isEmpty();
        names.setVisible(any);
        names.setManaged(any);
        if (!same) {
            rows.getChildren().clear();
            for (int i = 0; i < route.points().size(); i++) {
                rows.getChildren().add(row(i));
            }
        }
        for (int i = 0; i < route.points().size(); i++) {
            List<String> texts = texts(route.points().get(i));
            HBox row = (HBox) rows.getChildren().get(i);
            for (int k = 0; k < COLUMNS.length; k++) {
                ((ValueField) row.getChildren().get(k)).show(texts.get(k));
            }
        }
    }

    private static List<String> texts(Route.Point point) {
        return List.of(
                String.format(Locale.ROOT, "%.4g s", point.seconds()),
                Unit.METRE.figure(point.place().x(), 4),
                Unit.METRE.figure(point.place().y(), 4),
                Unit.METRE.figure(point.place().z(), 4));
    }

    private HBox row(int point) {
        HBox row = new HBox(4);
        row.setAlignment(Pos.CENTER_LEFT);
        for (int k = 0; k < COLUMNS.length; k++) {
            int column = k;
            ValueField field =
                    new ValueField(
                            id(param) + "-" + point + "-" + COLUMNS[k].split(" ")[0],
                            problem,
                            text -> take(point, column, text));
            explain(field.field());
            field.setPrefWidth(40);
            HBox.setHgrow(field, Priority.ALWAYS);
            row.getChildren().add(field);
        }
        Button remove = new Button(null, Glyph.CLOSE.node());
        remove.setId(id(param) + "-" + point + "-remove");
        remove.getStyleClass().add("chip");
        remove.setTooltip(new Tooltip("Take this point out of the path"));
        remove.setOnAction(
                e -> {
                    List<Route.Point> points = new ArrayList<>(item().get(param).points());
                    points.remove(point);
                    put(new Route(points));
                });
        row.getChildren().add(remove);
        return row;
    }

    private void take(int point, int column, String text) {
        List<Route.Point> points = new ArrayList<>(item().get(param).points());
        Route.Point old = points.get(point);
        double value = (column == 0 ? Unit.SECOND : Unit.METRE).parse(text);
        double seconds = column == 0 ? value : old.seconds();
        Vec3 p = old.place();
        Vec3 place =
                new Vec3(
                        column == 1 ? value : p.x(),
                        column == 2 ? value : p.y(),
                        column == 3 ? value : p.z());
        points.set(point, new Route.Point(seconds, place));
        take(points);
    }

    private void take(List<Route.Point> points) {
        put(param.read(param.write(sorted(points))));
    }
}
