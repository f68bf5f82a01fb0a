package ashfall.desk.dials;

import ashfall.continuity.Space;
import ashfall.desk.document.Document;
import ashfall.desk.run.Run;
import ashfall.desk.run.Runs;
import ashfall.grid.Frame;
import ashfall.shot.Fineness;
import ashfall.shot.Item;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.sim.LogEntry;
import ashfall.sim.Setup;

import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;

import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;

/// Puts the bounds around what is forecast, or around what the run shown filled; each is one edit.
final class SpaceBar extends VBox {
    private final Document document;
    private final Runs runs;
    private final String path;
    private final Label said = new Label();

    /// @param path of the bounds
    SpaceBar(Document document, Runs runs, String path) {
        this.document = document;
        this.runs = runs;
        this.path = path;
        getStyleClass().add("dial");
        Button forecast = new Button("fit to forecast");
        forecast.setId("bounds-forecast");
        forecast.setTooltip(
                new Tooltip("Bounds for what the sources are forecast to fill, wind and all"));
        forecast.setOnAction(e -> fit("Fit bounds to forecast", fromForecast()));
        Button trim = new Button("trim to gas");
        trim.setId("bounds-trim");
        trim.setTooltip(
                new Tooltip("Bounds around all gas of the run shown, with the margin below"));
        trim.setOnAction(e -> fit("Trim bounds to gas", fromRun()));
        said.setId("bounds-said");
        said.setWrapText(true);
        said.getStyleClass().add("empty-words");
        said.managedProperty().bind(said.textProperty().isNotEmpty());
        getChildren().addAll(new HBox(4, forecast, trim), said);
    }

    private String element() {
        return path.split("\\.")[1];
    }

    private Optional<Space> fromForecast() {
        try {
            return Space.forecast(document.shot(), element());
        } catch (ShotException e) {
            said.setText(e.getMessage());
            return Optional.empty();
        }
    }

    private Optional<Space> fromRun() {
        Run run = runs.shown();
        if (run == null || !run.element().equals(element())) {
            return Optional.empty();
        }
        List<Frame> frames =
                run.log().stream()
                        .map(LogEntry::frame)
                        .map(run::held)
                        .filter(Objects::nonNull)
                        .toList();
        return Space.used(frames, document.shot().item(path));
    }

    private void fit(String name, Optional<Space> space) {
        if (space.isEmpty()) {
            if (said.getText().isEmpty()) {
                said.setText("there is no gas to go by; add a source, or let a sketch run");
            }
            return;
        }
        Shot before = document.shot();
        Item bounds = before.item(path);
        document.arrange(name, before.with(path, space.get().appliedTo(bounds)));
        said.setText(space.get().words() + saved(memory(before) - memory(document.shot())));
    }

    /// Memory that the element needs at its work fineness, bytes; 0 where that cannot be told.
    private double memory(Shot shot) {
        try {
            return Setup.plan(shot, shot.element(element()), Fineness.WORK).memoryBytes();
        } catch (ShotException e) {
            return 0;
        }
    }

    private static String saved(double bytes) {
        return bytes < 1e6
                ? ""
                : String.format(Locale.ROOT, "; saves %,.0f MB of memory at work", bytes / 1e6);
    }
}
