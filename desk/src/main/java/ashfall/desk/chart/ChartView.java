package ashfall.desk.chart;

import ashfall.desk.document.Document;
import ashfall.desk.document.Selection;
import ashfall.desk.kit.Soon;
import ashfall.desk.rise.RiseLayer;
import ashfall.desk.run.Run;
import ashfall.desk.run.Runs;
import ashfall.sim.LogEntry;

import javafx.collections.SetChangeListener;
import javafx.geometry.Pos;
import javafx.scene.canvas.Canvas;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Line;

import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/// The chart: the cue sheet above, the strip of frames, the burn log below, on one time axis with
/// one hairline "now" through all.
public final class ChartView extends VBox {
    static final double GUTTER = 208;

    private final Document document;
    private final Runs runs;
    private final RiseLayer rise;
    private final ShapeBar shapeBar;
    private final Transport transport;
    private final CueSheet cueSheet;
    private final Canvas ruler = new Canvas(10, TimeRuler.RULER);
    private final Canvas strip = new Canvas(10, TimeRuler.STRIP);
    private final NeedsStrip needs = new NeedsStrip();
    private final Label ranges = new Label();
    private final Tooltip rangesTip = new Tooltip();
    private final Label needsFigure = new Label();
    private final BurnLog log = new BurnLog();
    private final Map<BurnLog.Track, Label> logFigures = new EnumMap<>(BurnLog.Track.class);
    private final Line now = new Line();
    private final Pane hairPane = new Pane(now);
    private final Soon cues = new Soon(this::showCues);
    private final Soon measured = new Soon(this::showMeasured);

    /// @param rise whose silhouettes have ticks on the time axis
    public ChartView(Document document, Runs runs, Selection selection, RiseLayer rise) {
        this.document = document;
        this.runs = runs;
        this.rise = rise;
        Sheet sheet = new Sheet(document, selection);
        this.shapeBar = new ShapeBar(sheet);
        this.transport = new Transport(document, runs, sheet, shapeBar);
        this.cueSheet = new CueSheet(sheet, this::light);
        setId("chart");
        getStyleClass().add("chart");
        now.setId("hairline");
        now.getStyleClass().add("hairline");
        hairPane.setMouseTransparent(true);
        hairPane.setManaged(false);
        StackPane body = new StackPane(rowsOfChart());
        VBox.setVgrow(body, Priority.ALWAYS);
        body.getChildren().add(hairPane);
        getChildren().addAll(transport, body);
        selection.pathProperty().addListener((o, was, is) -> cues.ask());
        selection.along().addListener((SetChangeListener<String>) change -> cues.ask());
        sheet.taken.addListener((o, was, is) -> cues.ask());
        listen(body);
    }

    private VBox rowsOfChart() {
        ranges.setId("frame-ranges");
        ranges.getStyleClass().add("figure");
        Tooltip.install(ranges, rangesTip);
        Tooltip.install(strip, rangesTip);
        VBox.setVgrow(cueSheet, Priority.ALWAYS);
        VBox names = new VBox();
        for (BurnLog.Track track : BurnLog.Track.values()) {
            Label name = new Label(track.label());
            Label figure = new Label();
            figure.getStyleClass().add("figure");
            figure.setId("log-" + track.name().toLowerCase(Locale.ROOT));
            logFigures.put(track, figure);
            names.getChildren().add(gutterLine(name, figure, BurnLog.TRACK));
        }
        return new VBox(
                withGutter(gutterLine(new Label("cue sheet"), new Label(), TimeRuler.RULER), ruler),
                cueSheet,
                withGutter(gutterLine(new Label("frames"), ranges, TimeRuler.STRIP), strip),
                withGutter(needsLine(), needs),
                withGutter(names, log));
    }

    private HBox needsLine() {
        needsFigure.setId("needs-figure");
        needsFigure.getStyleClass().add("figure");
        Label name = new Label("fuel, heat, oxygen");
        name.setTooltip(
                new Tooltip("What a flame needs, frame by frame; the first dark row is missing"));
        return gutterLine(name, needsFigure, NeedsStrip.HEIGHT);
    }

    static HBox gutterLine(Label name, Label figure, double height) {
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        HBox line = new HBox(4, name, gap, figure);
        name.getStyleClass().add("gutter-name");
        line.getStyleClass().add("gutter");
        line.setAlignment(Pos.CENTER_LEFT);
        line.setMinHeight(height);
        line.setPrefHeight(height);
        line.setMaxHeight(height);
        line.setMinWidth(GUTTER);
        line.setMaxWidth(GUTTER);
        return line;
    }

    private static HBox withGutter(Region gutter, Canvas canvas) {
        Pane pane = new Pane(canvas);
        pane.setMinWidth(0);
        HBox.setHgrow(pane, Priority.ALWAYS);
        pane.widthProperty()
                .addListener((o, was, is) -> canvas.setWidth(Math.max(1, is.doubleValue())));
        return new HBox(gutter, pane);
    }

    private void listen(Region body) {
        document.shotProperty().addListener((o, was, is) -> refresh());
        runs.elementProperty().addListener((o, was, is) -> refresh());
        runs.supersededProperty().addListener((o, was, is) -> measured.ask());
        runs.newsProperty().addListener((o, was, is) -> measured.ask());
        runs.playhead().positionProperty().addListener((o, was, is) -> showNow());
        log.widthProperty().addListener((o, was, is) -> refresh());
        rise.framesProperty().addListener((o, was, is) -> showTicks());
        rise.pointedProperty().addListener((o, was, is) -> showTicks());
        ruler.addEventHandler(MouseEvent.MOUSE_MOVED, this::pointAtTick);
        ruler.addEventHandler(
                MouseEvent.MOUSE_EXITED, e -> rise.pointedProperty().set(RiseLayer.NONE));
        body.heightProperty()
                .addListener(
                        (o, was, is) -> {
                            hairPane.resize(body.getWidth(), body.getHeight());
                            showNow();
                        });
        for (Canvas canvas : List.of(ruler, strip, needs, log)) {
            canvas.addEventHandler(MouseEvent.MOUSE_PRESSED, this::scrub);
            canvas.addEventHandler(MouseEvent.MOUSE_DRAGGED, this::scrub);
        }
        log.addEventHandler(MouseEvent.MOUSE_MOVED, this::point);
        log.addEventHandler(MouseEvent.MOUSE_EXITED, this::point);
        ruler.setId("time-ruler");
        strip.setId("frame-strip");
        log.setId("burn-log");
        refresh();
    }

    private void scrub(MouseEvent e) {
        runs.playhead().choose(axis().frame(e.getX()));
    }

    /// The silhouette of the tick under the pointer stands out.
    private void pointAtTick(MouseEvent e) {
        long frame = axis().frame(e.getX());
        List<Long> all = rise.framesProperty().get();
        rise.pointedProperty().set(all.contains(frame) ? frame : RiseLayer.NONE);
    }

    /// Tells whose heat and smoke it is where the pointer is in the burn log.
    private void point(MouseEvent e) {
        if (cues.isWaiting()) {
            return;
        }
        Run run = runs.shown();
        LogEntry entry = run == null ? null : run.entryNear(axis().frame(e.getX()));
        boolean told =
                entry != null
                        && e.getEventType() != MouseEvent.MOUSE_EXITED
                        && BurnLog.isShared(e.getY())
                        && entry.heatOfKw() != null
                        && !entry.heatOfKw().isEmpty();
        cueSheet.point(told ? entry : null, axis());
    }

    /// Lights what a source had of the heat release.
    private void light(String source) {
        if (log.light(source)) {
            measured.ask();
        }
    }

    private TimeAxis axis() {
        return TimeAxis.of(document.shot(), log.getWidth());
    }

    private void refresh() {
        cues.ask();
        measured.ask();
    }

    private void showCues() {
        TimeAxis axis = axis();
        cueSheet.show(axis, runs.elementProperty().get());
        shapeBar.show();
        transport.show();
        showTicks();
    }

    private void showTicks() {
        TimeRuler.drawNumbers(ruler, axis());
        TimeRuler.drawTicks(
                ruler, axis(), rise.framesProperty().get(), rise.pointedProperty().get());
    }

    private void showMeasured() {
        TimeAxis axis = axis();
        TimeRuler.drawStrip(
                strip,
                axis,
                document.shot().frames(),
                runs.shown(),
                runs.supersededProperty().get());
        ranges.setText(TimeRuler.ranges(document.shot().frames()));
        rangesTip.setText(TimeRuler.sentence(document.shot().frames()));
        needs.draw(axis, runs.shown());
        log.draw(axis, runs.shown(), runs.beside(), runs.stakes());
        showNow();
    }

    private void showNow() {
        TimeAxis axis = axis();
        long at = runs.playhead().frameProperty().get();
        double moment = runs.playhead().positionProperty().get();
        double x = GUTTER + Math.round(axis.x(moment * axis.rate().seconds(1))) + 0.5;
        now.setStartX(x);
        now.setEndX(x);
        now.setStartY(0);
        now.setEndY(hairPane.getHeight());
        now.setVisible(at >= axis.first() - 1 && at <= axis.last());
        transport.showNow(axis, moment);
        Run run = runs.shown();
        LogEntry entry = run == null ? null : run.entryNear(at);
        needsFigure.setText(entry == null ? "" : NeedsStrip.words(entry, run.ignition()));
        for (BurnLog.Track track : BurnLog.Track.values()) {
            logFigures.get(track).setText(entry == null ? "" : track.figure(entry));
        }
    }
}
