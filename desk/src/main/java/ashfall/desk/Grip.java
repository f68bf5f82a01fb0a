package ashfall.desk;

import javafx.event.EventHandler;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Region;

/// The edge over the chart by which it is pulled higher or lower.
final class Grip extends Region {
    private static final double LEAST = 160;
    private static final double FIRST = 252;

    /// What stays for the regions above, px.
    private static final double ABOVE = 300;

    private double pressedAt;
    private double heightThen;

    Grip(Region chart) {
        setId("chart-grip");
        getStyleClass().add("grip");
        chart.setPrefHeight(FIRST);
        chart.setMinHeight(LEAST);
        // The grip goes from under the pointer, so its moves are heard by the window.
        EventHandler<MouseEvent> drag =
                e -> {
                    double most = getScene().getHeight() - ABOVE;
                    double height = heightThen + pressedAt - e.getSceneY();
                    chart.setPrefHeight(Math.max(LEAST, Math.min(most, height)));
                    e.consume();
                };
        addEventHandler(
                MouseEvent.MOUSE_PRESSED,
                e -> {
                    pressedAt = e.getSceneY();
                    heightThen = chart.getHeight();
                    getScene().addEventFilter(MouseEvent.MOUSE_DRAGGED, drag);
                });
        EventHandler<MouseEvent> drop =
                e -> getScene().removeEventFilter(MouseEvent.MOUSE_DRAGGED, drag);
        sceneProperty()
                .addListener(
                        (o, was, is) -> {
                            if (is != null) {
                                is.addEventFilter(MouseEvent.MOUSE_RELEASED, drop);
                            }
                        });
    }
}
