package ashfall.desk.compare;

import ashfall.desk.kit.Images;
import ashfall.desk.kit.Tokens;

import javafx.geometry.Pos;
import javafx.geometry.Rectangle2D;
import javafx.scene.Cursor;
import javafx.scene.control.Label;
import javafx.scene.image.ImageView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.StackPane;
import javafx.scene.shape.Rectangle;

import java.util.Locale;

/// The pictures of two runs, laid out in one of the ways to compare them.
final class ComparePicture extends StackPane {
    private static final double STEP = 0.02;

    private final ImageView left = new ImageView();
    private final ImageView right = new ImageView();
    private final ImageView over = new ImageView();
    private final Rectangle line = new Rectangle(3, 10);
    private final Pane wiped = new Pane(over, line);
    private final Label amount = new Label();
    private final StackPane leftPlate;
    private final StackPane rightPlate;
    private ComparePanel.Mode mode = ComparePanel.Mode.SIDE_BY_SIDE;
    private PlateMaker.Plate a;
    private PlateMaker.Plate b;
    private double width = 1;
    private double height = 1;
    private double share = 0.5;

    ComparePicture() {
        setId("compare-picture");
        getStyleClass().add("compare-picture");
        amount.setId("compare-amount");
        amount.getStyleClass().add("trial-outcome");
        line.setId("compare-wipe-line");
        line.getStyleClass().add("wipe-line");
        leftPlate = plate(left, "A", Pos.TOP_LEFT);
        rightPlate = plate(right, "B", Pos.TOP_RIGHT);
        wiped.setCursor(Cursor.H_RESIZE);
        wiped.setFocusTraversable(true);
        wiped.setOnMousePressed(
                e -> {
                    wiped.requestFocus();
                    wipe(e.getX() / width);
                });
        wiped.setOnMouseDragged(e -> wipe(e.getX() / width));
        wiped.addEventFilter(KeyEvent.KEY_PRESSED, this::key);
        StackPane.setAlignment(amount, Pos.BOTTOM_LEFT);
    }

    private static StackPane plate(ImageView view, String name, Pos where) {
        Label label = new Label(name);
        label.getStyleClass().add("trial-caption");
        StackPane plate = new StackPane(view, label);
        plate.getStyleClass().add("trial-picture");
        StackPane.setAlignment(label, where);
        return plate;
    }

    private void key(KeyEvent e) {
        if (e.isShiftDown() && e.getCode() == KeyCode.LEFT) {
            wipe(share - STEP);
            e.consume();
        } else if (e.isShiftDown() && e.getCode() == KeyCode.RIGHT) {
            wipe(share + STEP);
            e.consume();
        }
    }

    /// Share of the width that shows A.
    double share() {
        return share;
    }

    private void wipe(double to) {
        share = Math.max(0, Math.min(1, to));
        cut();
    }

    void lay(ComparePanel.Mode next) {
        mode = next;
        getChildren().clear();
        switch (mode) {
            case SIDE_BY_SIDE -> {
                HBox both = new HBox(8, leftPlate, rightPlate);
                both.setAlignment(Pos.CENTER);
                getChildren().add(both);
            }
            case WIPE -> {
                StackPane stack = new StackPane(rightPlate, wiped);
                Label label = new Label("A");
                label.getStyleClass().add("trial-caption");
                label.setMouseTransparent(true);
                StackPane.setAlignment(label, Pos.TOP_LEFT);
                stack.getChildren().add(label);
                stack.setMaxSize(USE_PREF_SIZE, USE_PREF_SIZE);
                getChildren().add(stack);
            }
            case DIFFERENCE -> {
                StackPane stack = new StackPane(over, amount);
                stack.getStyleClass().add("trial-picture");
                stack.setMaxSize(USE_PREF_SIZE, USE_PREF_SIZE);
                getChildren().add(stack);
            }
        }
        if (mode == ComparePanel.Mode.WIPE) {
            wiped.getChildren().setAll(over, line);
        } else {
            over.setViewport(null);
        }
        refresh();
    }

    void size(double wide, double high) {
        width = wide;
        height = high;
        for (ImageView view : new ImageView[] {left, right}) {
            view.setFitWidth(width);
            view.setFitHeight(height);
        }
        for (StackPane plate : new StackPane[] {leftPlate, rightPlate}) {
            plate.setMinSize(width, height);
            plate.setMaxSize(width, height);
        }
        wiped.setMinSize(width, height);
        wiped.setMaxSize(width, height);
        line.setHeight(height);
        cut();
    }

    void clear() {
        a = null;
        b = null;
        refresh();
    }

    void show(PlateMaker.Plate first, PlateMaker.Plate second) {
        a = first;
        b = second;
        refresh();
    }

    private void refresh() {
        left.setImage(a == null ? null : Pixels.image(a));
        right.setImage(b == null ? null : Pixels.image(b));
        over.setImage(null);
        amount.setText("");
        if (a == null || b == null) {
            return;
        }
        if (mode == ComparePanel.Mode.WIPE) {
            over.setImage(Pixels.image(a));
        } else if (mode == ComparePanel.Mode.DIFFERENCE) {
            differ();
        }
        cut();
    }

    private void differ() {
        if (a.isEmpty() || b.isEmpty()) {
            amount.setText("one of them has no such frame");
            return;
        }
        int[] between =
                Pixels.difference(
                        a.argb(), b.argb(), Tokens.argb("bone"), Tokens.argb("verdigris"));
        over.setImage(Images.of(between, a.columns(), a.rows()));
        double mean = 100 * Pixels.meanDifference(a.argb(), b.argb());
        amount.setText(
                String.format(
                        Locale.ROOT,
                        "bone: A is brighter, green: B is, drawn 4 × as strong; mean %.2f %%",
                        mean));
    }

    /// A is seen left of the line.
    private void cut() {
        if (mode != ComparePanel.Mode.WIPE) {
            over.setFitWidth(width);
            over.setFitHeight(height);
            return;
        }
        line.setX(share * width - 1.5);
        boolean any = a != null && !a.isEmpty() && share > 0;
        over.setVisible(any);
        if (any) {
            over.setViewport(new Rectangle2D(0, 0, Math.max(1, share * a.columns()), a.rows()));
            over.setFitWidth(Math.max(1, share * width));
            over.setFitHeight(height);
        }
    }
}
