package ashfall.desk.chart;

import ashfall.desk.document.Document;
import ashfall.desk.document.Selection;
import ashfall.desk.kit.Glyph;
import ashfall.desk.kit.Soon;
import ashfall.desk.kit.Tokens;
import ashfall.desk.run.Run;
import ashfall.desk.run.Runs;
import ashfall.shot.Carrier;
import ashfall.shot.Item;
import ashfall.shot.Quantity;
import ashfall.shot.Source;
import ashfall.sim.LogEntry;

import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Line;
import javafx.scene.text.TextAlignment;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/// The chart: the cue sheet above, the strip of frames, the burn log below, on one time axis with
/// one hairline "now" through all.
public final class ChartView extends VBox {
    private static final PseudoClass CHOSEN = PseudoClass.getPseudoClass("chosen");
    private static final double GUTTER = 208;
    private static final double RULER = 18;
    private static final double STRIP = 14;

    private final Document document;
    private final Runs runs;
    private final Selection selection;
    private final VBox cueNames = new VBox();
    private final VBox cueRows = new VBox();
    private final ScrollPane scroll = new ScrollPane();
    private final Sheet sheet;
    private final ShapeBar shapeBar;
    private final List<CueRow> rows = new ArrayList<>();
    private final List<Label> rowFigures = new ArrayList<>();
    private final Canvas ruler = new Canvas(10, RULER);
    private final Canvas strip = new Canvas(10, STRIP);
    private final NeedsStrip needs = new NeedsStrip();
    private final Label needsFigure = new Label();
    private final BurnLog log = new BurnLog();
    private final Map<BurnLog.Track, Label> logFigures = new EnumMap<>(BurnLog.Track.class);
    private final Line now = new Line();
    private final Button play = new Button("Play", Glyph.PLAY.node());
    private final TextField frame = new TextField();
    private final Label time = new Label();
    private final Pane hairPane = new Pane(now);
    private final Soon cues = new Soon(this::showCues);
    private final Soon measured = new Soon(this::showMeasured);
    private String revealed = "";
    private List<Cue> built = List.of(new Cue("", null));

    public ChartView(Document document, Runs runs, Selection selection) {
        this.document = document;
        this.runs = runs;
        this.selection = selection;
        this.sheet = new Sheet(document, selection);
        this.shapeBar = new ShapeBar(sheet);
        setId("chart");
        getStyleClass().add("chart");
        now.setId("hairline");
        now.getStyleClass().add("hairline");
        hairPane.setMouseTransparent(true);
        hairPane.setManaged(false);
        StackPane body = new StackPane(rowsOfChart());
        VBox.setVgrow(body, Priority.ALWAYS);
        body.getChildren().add(hairPane);
        getChildren().addAll(transport(), body);
        listen(body);
    }

    private HBox transport() {
        play.setId("play");
        play.setTooltip(new Tooltip("Play or stop (Space)"));
        play.setOnAction(e -> runs.playhead().togglePlay());
        Button back = new Button("Back", Glyph.BACK.node());
        back.setId("step-back");
        back.setTooltip(new Tooltip("One frame back (Left)"));
        back.setOnAction(e -> runs.playhead().step(-1));
        Button on = new Button("Next", Glyph.ON.node());
        on.setId("step-on");
        on.setTooltip(new Tooltip("One frame on (Right)"));
        on.setOnAction(e -> runs.playhead().step(1));
        ToggleButton loop = new ToggleButton("Loop", Glyph.LOOP.node());
        loop.setId("loop");
        loop.setTooltip(new Tooltip("Play over and over (L)"));
        loop.selectedProperty().bindBidirectional(runs.playhead().loopingProperty());
        ToggleButton follow = new ToggleButton("Follow");
        follow.setId("follow");
        follow.setTooltip(new Tooltip("Stay at the newest frame of a run that is being made"));
        follow.selectedProperty().bindBidirectional(runs.playhead().followingProperty());
        follow.setOnAction(
                e -> {
                    if (follow.isSelected()) {
                        runs.playhead().follow();
                    }
                });
        frame.setId("frame-field");
        frame.getStyleClass().add("value-field");
        frame.setPrefColumnCount(4);
        frame.setTooltip(new Tooltip("The frame looked at; a number, or seconds as 1.5 s"));
        frame.setOnAction(e -> chooseTyped());
        time.getStyleClass().add("figure");
        time.setId("chart-time");
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        ToggleButton together = new ToggleButton("Move together");
        together.setId("move-together");
        together.setTooltip(
                new Tooltip(
                        "Dragging one thing in the cue sheet moves all of the element, and the"
                                + " air"));
        together.selectedProperty().bindBidirectional(sheet.together);
        HBox bar = new HBox(4, play, back, on, loop, follow, frame, time, gap, shapeBar, together);
        bar.getStyleClass().add("transport");
        bar.setAlignment(Pos.CENTER_LEFT);
        return bar;
    }

    private void chooseTyped() {
        String text = frame.getText().strip();
        try {
            TimeAxis axis = TimeAxis.of(document.shot(), 1);
            long chosen =
                    text.endsWith("s")
                            ? Math.round(
                                    Double.parseDouble(text.substring(0, text.length() - 1).strip())
                                            / axis.rate().seconds(1))
                            : Long.parseLong(text);
            runs.playhead().choose(Math.max(axis.first(), Math.min(axis.last(), chosen)));
        } catch (NumberFormatException e) {
            time.setText("'" + text + "' is no frame; type 24, or 1.5 s");
        }
    }

    private VBox rowsOfChart() {
        cueNames.setMinWidth(GUTTER);
        cueNames.setMaxWidth(GUTTER);
        HBox.setHgrow(cueRows, Priority.ALWAYS);
        cueRows.setMinWidth(0);
        HBox cues = new HBox(cueNames, cueRows);
        scroll.setContent(cues);
        scroll.setId("cue-sheet");
        scroll.setFitToWidth(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        scroll.getStyleClass().add("cue-scroll");
        VBox.setVgrow(scroll, Priority.ALWAYS);
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
                withGutter(gutterLine(new Label("cue sheet"), new Label(), RULER), ruler),
                scroll,
                withGutter(gutterLine(new Label("frames"), new Label(), STRIP), strip),
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

    private static HBox gutterLine(Label name, Label figure, double height) {
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
        selection.pathProperty().addListener((o, was, is) -> cues.ask());
        sheet.taken.addListener((o, was, is) -> cues.ask());
        runs.elementProperty().addListener((o, was, is) -> refresh());
        runs.supersededProperty().addListener((o, was, is) -> measured.ask());
        runs.newsProperty().addListener((o, was, is) -> measured.ask());
        runs.playhead().frameProperty().addListener((o, was, is) -> showNow());
        runs.playhead()
                .playingProperty()
                .addListener(
                        (o, was, is) -> {
                            play.setText(is ? "Stop" : "Play");
                            play.setGraphic((is ? Glyph.PAUSE : Glyph.PLAY).node());
                        });
        log.widthProperty().addListener((o, was, is) -> refresh());
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
        ruler.setId("time-ruler");
        strip.setId("frame-strip");
        log.setId("burn-log");
        refresh();
    }

    private void scrub(MouseEvent e) {
        runs.playhead().choose(axis().frame(e.getX()));
    }

    private TimeAxis axis() {
        return TimeAxis.of(document.shot(), log.getWidth());
    }

    private void refresh() {
        showCues();
        measured.ask();
    }

    private void showCues() {
        TimeAxis axis = axis();
        buildRows();
        takeFirst();
        for (int i = 0; i < rows.size(); i++) {
            rows.get(i).show(axis);
            rowFigures.get(i).setText(figure(rows.get(i), axis));
        }
        shapeBar.show();
        for (var name : cueNames.getChildren()) {
            name.pseudoClassStateChanged(CHOSEN, selection.path().equals(name.getUserData()));
        }
        reveal();
        drawRuler(axis);
    }

    /// The shape bar shows the first curve of what was chosen.
    private void takeFirst() {
        ReleaseRow taken = sheet.taken.get();
        if (taken != null && taken.path().equals(selection.path())) {
            return;
        }
        rows.stream()
                .filter(row -> row.path().equals(selection.path()))
                .filter(ReleaseRow.class::isInstance)
                .findFirst()
                .ifPresent(row -> sheet.taken.set((ReleaseRow) row));
    }

    private static String figure(CueRow row, TimeAxis axis) {
        String more = row instanceof ReleaseRow release ? release.figure(axis) : "";
        return more.isEmpty() ? row.what() : row.what() + "  " + more;
    }

    /// Scrolls to what a source that has been chosen gives.
    private void reveal() {
        String path = selection.path();
        if (path.equals(revealed)) {
            return;
        }
        revealed = path;
        List<CueRow> own = rows.stream().filter(row -> row.path().equals(path)).toList();
        double hidden = rows.size() * CueRow.HEIGHT - scroll.getViewportBounds().getHeight();
        if (own.isEmpty() || hidden <= 0) {
            return;
        }
        double first = rows.indexOf(own.getFirst()) * CueRow.HEIGHT;
        double least = first + own.size() * CueRow.HEIGHT - (rows.size() * CueRow.HEIGHT - hidden);
        double now = scroll.getVvalue() * hidden;
        // Its last row where that is below, else its first where that is above.
        double wanted = Math.min(first, Math.max(least, now));
        scroll.setVvalue(Math.max(0, Math.min(1, wanted / hidden)));
    }

    private void showMeasured() {
        TimeAxis axis = axis();
        drawStrip(axis);
        needs.draw(axis, runs.shown());
        log.draw(axis, runs.shown(), runs.beforeProperty().get(), runs.stakes());
        showNow();
    }

    /// Something that an item does over time; a burst of carriers without a quantity.
    private record Cue(String path, Quantity param) {}

    /// One row for each release that gives anything and for each other curve, those of the element
    /// in view before those of the air and the picture.
    private void buildRows() {
        String element = "elements." + runs.elementProperty().get();
        List<Cue> wanted = new ArrayList<>();
        List<Cue> around = new ArrayList<>();
        document.shot()
                .items()
                .forEach(
                        (path, item) -> {
                            if (path.startsWith(element + ".sources.")) {
                                collect(path, item, wanted);
                            } else if (path.equals(element) || !path.startsWith("elements.")) {
                                collect(path, item, around);
                            }
                        });
        wanted.addAll(around);
        if (wanted.equals(built)) {
            return;
        }
        built = wanted;
        ReleaseRow before = sheet.taken.get();
        sheet.taken.set(null);
        rows.clear();
        rowFigures.clear();
        cueNames.getChildren().clear();
        String last = "";
        for (Cue cue : wanted) {
            boolean barred = !cue.path.equals(last) && cue.path.startsWith(element + ".sources.");
            last = cue.path;
            CueRow row =
                    cue.param == null
                            ? new BurstRow(sheet, cue.path)
                            : new ReleaseRow(sheet, cue.path, cue.param, barred);
            if (row instanceof ReleaseRow release && release.isSameAs(before)) {
                sheet.taken.set(release);
            }
            rows.add(row);
            Label figure = new Label();
            rowFigures.add(figure);
            figure.getStyleClass().add("figure");
            String name = cue.path.substring(cue.path.lastIndexOf('.') + 1);
            HBox line = gutterLine(new Label(name), figure, CueRow.HEIGHT);
            line.setUserData(cue.path);
            line.setOnMouseClicked(e -> row.choose());
            cueNames.getChildren().add(line);
        }
        cueRows.getChildren().setAll(rows);
        if (rows.isEmpty()) {
            Label none = new Label("no source gives anything yet");
            none.getStyleClass().add("empty-words");
            cueNames.getChildren().add(none);
        }
    }

    private static void collect(String path, Item item, List<Cue> wanted) {
        if (item.kind().equals(Source.CARRIERS) && item.get(Carrier.COUNT) > 0) {
            wanted.add(new Cue(path, null));
        }
        for (Quantity release : Source.RELEASES) {
            boolean gives =
                    item.kind().params().containsKey(release.key())
                            && item.get(release).largest() > 0;
            if (gives) {
                wanted.add(new Cue(path, release));
            }
        }
        for (var param : item.kind().params().values()) {
            if (param instanceof Quantity q
                    && !Source.RELEASES.contains(q)
                    && !item.get(q).isConstant()) {
                wanted.add(new Cue(path, q));
            }
        }
    }

    private void drawRuler(TimeAxis axis) {
        GraphicsContext g = ruler.getGraphicsContext2D();
        g.clearRect(0, 0, ruler.getWidth(), RULER);
        g.setFont(Tokens.figures(9));
        g.setTextAlign(TextAlignment.CENTER);
        g.setStroke(Tokens.colour("bone", 0.3));
        g.setLineWidth(1);
        double perFrame = axis.xOfFrame(2) - axis.xOfFrame(1);
        long step = 1;
        for (long candidate : new long[] {1, 2, 4, 6, 12, 24, 48, 96, 240, 480, 2400}) {
            step = candidate;
            if (candidate * perFrame >= 40) {
                break;
            }
        }
        for (long f = axis.first() - 1; f <= axis.last(); f++) {
            double x = Math.round(axis.xOfFrame(f)) + 0.5;
            boolean named = f % step == 0;
            if (named || perFrame >= 4) {
                g.strokeLine(x, RULER - (named ? 6 : 3), x, RULER);
            }
            if (named) {
                g.setFill(Tokens.colour("fog"));
                double text = Math.max(12, Math.min(ruler.getWidth() - 12, x));
                g.fillText(Long.toString(f), text, 9);
            }
        }
    }

    /// Kept frames are solid, missing ones hollow; a superseded run is dimmed; the one being made
    /// next is lit.
    private void drawStrip(TimeAxis axis) {
        GraphicsContext g = strip.getGraphicsContext2D();
        g.clearRect(0, 0, strip.getWidth(), STRIP);
        Run run = runs.shown();
        boolean old = runs.supersededProperty().get();
        for (long f = axis.first(); f <= axis.last(); f++) {
            double a = axis.xOfFrame(f - 1);
            double width = Math.max(1, axis.xOfFrame(f) - a - 1);
            LogEntry entry = run == null ? null : run.entry(f);
            if (entry != null && run.has(f)) {
                g.setFill(Tokens.colour(old ? "fog" : "verdigris", old ? 0.4 : 0.75));
                g.fillRect(a, 2, width, STRIP - 4);
            } else if (run != null && run.isRunning() && f == run.lastFrame() + 1) {
                g.setFill(Tokens.colour("amber"));
                g.fillRect(a, 3, Math.min(4, width), 4);
            } else {
                g.setStroke(Tokens.colour("bone", 0.22));
                g.setLineWidth(1);
                g.strokeRect(a + 0.5, 2.5, width - 1, STRIP - 5);
            }
        }
    }

    private void showNow() {
        TimeAxis axis = axis();
        long at = runs.playhead().frameProperty().get();
        double x = GUTTER + Math.round(axis.xOfFrame(at)) + 0.5;
        now.setStartX(x);
        now.setEndX(x);
        now.setStartY(0);
        now.setEndY(hairPane.getHeight());
        now.setVisible(at >= axis.first() - 1 && at <= axis.last());
        if (!frame.isFocused()) {
            frame.setText(Long.toString(at));
        }
        time.setText(
                String.format(Locale.ROOT, "of %d   %.3f s", axis.last(), axis.rate().seconds(at)));
        Run run = runs.shown();
        LogEntry entry = run == null ? null : run.entryNear(at);
        needsFigure.setText(entry == null ? "" : NeedsStrip.words(entry, run.ignition()));
        for (BurnLog.Track track : BurnLog.Track.values()) {
            logFigures.get(track).setText(entry == null ? "" : track.figure(entry));
        }
    }
}
