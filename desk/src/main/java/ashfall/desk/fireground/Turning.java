package ashfall.desk.fireground;

import ashfall.desk.document.Document;
import ashfall.look.Slice;

import javafx.animation.PauseTransition;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.Region;
import javafx.util.Duration;

/// Lets the mouse turn, shift and near the view of the fireground, and shift its cut; tells when it
/// has come to rest.
final class Turning {
    private static final Duration SETTLED = Duration.millis(220);

    private final Document document;
    private final FiregroundModel model;
    private final Region view;
    private final PauseTransition settled = new PauseTransition(SETTLED);
    private boolean moving;
    private double lastX;
    private double lastY;

    /// @param view on which the mouse is
    /// @param atRest is told
    Turning(Document document, FiregroundModel model, Region view, Runnable atRest) {
        this.document = document;
        this.model = model;
        this.view = view;
        settled.setOnFinished(
                e -> {
                    moving = false;
                    atRest.run();
                });
        view.addEventHandler(MouseEvent.MOUSE_PRESSED, this::press);
        view.addEventHandler(MouseEvent.MOUSE_DRAGGED, this::drag);
        view.addEventHandler(MouseEvent.MOUSE_RELEASED, e -> release());
        view.addEventHandler(ScrollEvent.SCROLL, this::scroll);
    }

    /// Is the view being moved?
    boolean isMoving() {
        return moving;
    }

    /// Turns the view by an angle in radians, as a drag does.
    void turn(double angle) {
        startMoving();
        model.move(eye -> eye.orbited(angle, 0));
        settled.playFromStart();
    }

    private void release() {
        document.draggingProperty().set(false);
        settled.playFromStart();
    }

    private void press(MouseEvent e) {
        view.requestFocus();
        lastX = e.getX();
        lastY = e.getY();
    }

    private void drag(MouseEvent e) {
        double dx = (e.getX() - lastX) / Math.max(1, view.getWidth());
        double dy = (e.getY() - lastY) / Math.max(1, view.getWidth());
        lastX = e.getX();
        lastY = e.getY();
        boolean shifting = e.isShiftDown() || e.getButton() == MouseButton.MIDDLE;
        boolean nearing = e.getButton() == MouseButton.SECONDARY;
        startMoving();
        document.draggingProperty().set(true);
        if (shifting) {
            model.move(eye -> eye.panned(-dx, dy));
        } else if (nearing) {
            model.move(eye -> eye.dollied(Math.exp(2 * dy)));
        } else {
            model.move(eye -> eye.orbited(-4 * dx, 4 * dy));
        }
    }

    private void scroll(ScrollEvent e) {
        if (model.sliceProperty().get() != null && e.isControlDown()) {
            Slice slice = model.sliceProperty().get();
            double length = model.to().get(slice.axis()) - model.from().get(slice.axis());
            double at = slice.at() + Math.signum(e.getDeltaY()) * length / 64;
            at = Math.max(model.from().get(slice.axis()), at);
            at = Math.min(model.to().get(slice.axis()), at);
            model.sliceProperty().set(new Slice(slice.channel(), slice.axis(), at));
            return;
        }
        startMoving();
        double notches = e.getDeltaY() / 40;
        model.move(eye -> eye.dollied(Math.pow(0.9, notches)));
        settled.playFromStart();
    }

    private void startMoving() {
        moving = true;
        settled.stop();
    }
}
