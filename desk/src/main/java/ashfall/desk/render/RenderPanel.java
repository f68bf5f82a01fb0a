package ashfall.desk.render;

import ashfall.continuity.Finding;
import ashfall.desk.document.Document;
import ashfall.desk.document.Selection;
import ashfall.desk.document.Station;
import ashfall.desk.kit.Images;
import ashfall.desk.kit.Soon;
import ashfall.desk.run.Run;
import ashfall.desk.run.Runs;
import ashfall.firing.PictureJob;
import ashfall.picture.PictureFile;
import ashfall.picture.Region;
import ashfall.work.Workers;

import javafx.application.Platform;
import javafx.beans.binding.Bindings;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.RadioMenuItem;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.control.Tooltip;
import javafx.scene.image.ImageView;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/// Orders finished pictures of firings, or of the sketches shown: which frames, how large, into
/// which files. What they will lack is listed before, each line a way to its cause; what is drawn
/// comes on a contact sheet.
public final class RenderPanel extends VBox implements AutoCloseable {
    private static final double THUMB = 176;

    private final Document document;
    private final Runs runs;
    private final Selection selection;
    private final RenderMaker maker;
    private final Label what = new Label();
    private final WhatChoice of;
    private final TextField frames = field("render-frames", "", "all that are kept");
    private final TextField size = field("render-size", "1280x720", "WIDTHxHEIGHT");
    private final TextField region = field("render-region", "", "all");
    private final MenuButton format = new MenuButton();
    private final ToggleButton missing = new ToggleButton("missing only");
    private final Label folder = new Label();
    private final VBox findings = new VBox(2);
    private final Label said = new Label();
    private final Button start = new Button("Render");
    private final Button stop = new Button("Stop");
    private final FlowPane sheet = new FlowPane(8, 8);
    private final Soon looking = new Soon(this::look);
    private String chosenFormat = PictureFile.FORMATS.getFirst();
    private boolean drawing;
    private boolean looked;
    private int done;
    private int wanted;

    public RenderPanel(Document document, Runs runs, Selection selection, Workers workers) {
        super(8);
        this.document = document;
        this.runs = runs;
        this.selection = selection;
        this.of = new WhatChoice(document, runs, this::askToLook);
        this.maker = new RenderMaker(workers, Platform::runLater);
        setId("render");
        getStyleClass().addAll("ledger", "render");
        setMaxSize(USE_PREF_SIZE, USE_PREF_SIZE);
        getChildren().addAll(head(), form(), findings, foot(), contactSheet());
        findings.setId("render-findings");
        setVisible(false);
        visibleProperty().addListener((o, was, is) -> askToLook());
        document.shotProperty().addListener((o, was, is) -> askToLook());
        runs.shownProperty().addListener((o, was, is) -> askToLook());
        runs.newsProperty().addListener((o, was, is) -> askToLook());
        for (TextField field : List.of(frames, size, region)) {
            field.textProperty().addListener((o, was, is) -> askToLook());
        }
        missing.selectedProperty().addListener((o, was, is) -> askToLook());
    }

    private static TextField field(String id, String text, String prompt) {
        TextField field = new TextField(text);
        field.setId(id);
        field.setPromptText(prompt);
        field.getStyleClass().add("value-field");
        field.setPrefWidth(150);
        return field;
    }

    private Node head() {
        Label title = new Label("Render");
        title.getStyleClass().add("region-title");
        what.setId("render-what");
        what.getStyleClass().add("ledger-figure");
        Button close = new Button("Close");
        close.setId("render-close");
        close.setTooltip(new Tooltip("Close; what is being drawn goes on (P)"));
        close.setOnAction(e -> setVisible(false));
        HBox head = new HBox(12, title, what, gap(), close);
        head.getStyleClass().add("ledger-head");
        return head;
    }

    private static javafx.scene.layout.Region gap() {
        javafx.scene.layout.Region gap = new javafx.scene.layout.Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        return gap;
    }

    private Node form() {
        ToggleGroup group = new ToggleGroup();
        String[] words = {"PNG, 8 bits", "PNG, 16 bits", "OpenEXR with all layers"};
        for (int i = 0; i < PictureFile.FORMATS.size(); i++) {
            String name = PictureFile.FORMATS.get(i);
            RadioMenuItem item = new RadioMenuItem(words[i]);
            item.setId("render-format-" + name);
            item.setToggleGroup(group);
            item.setSelected(i == 0);
            item.setOnAction(
                    e -> {
                        chosenFormat = name;
                        format.setText(item.getText());
                        askToLook();
                    });
            format.getItems().add(item);
        }
        format.setText(words[0]);
        format.setId("render-format");
        format.setTooltip(
                new Tooltip("PNG is developed by the grade; OpenEXR keeps the light as it is"));
        frames.setTooltip(new Tooltip("Such as 8, 1-48 or 10,24,48; empty for all kept"));
        region.setTooltip(
                new Tooltip(
                        "Such as 100,50,320,180: left, top, width and height of what is drawn; the"
                                + " rest stays dark"));
        missing.setId("render-missing");
        missing.setTooltip(new Tooltip("Frames whose file is there already are left out"));
        folder.setId("render-folder");
        folder.getStyleClass().add("purpose");
        VBox form =
                new VBox(
                        6,
                        row("Of", of),
                        row("Frames", frames, "Size", size),
                        row("Region", region, "Files", format),
                        new HBox(12, missing, folder));
        form.getStyleClass().add("render-form");
        return form;
    }

    private static HBox row(String first, Node one) {
        Label a = new Label(first);
        a.setMinWidth(52);
        HBox row = new HBox(8, a, one);
        row.setAlignment(Pos.CENTER_LEFT);
        return row;
    }

    private static HBox row(String first, Node one, String second, Node other) {
        Label b = new Label(second);
        b.setMinWidth(40);
        HBox row = row(first, one);
        row.getChildren().addAll(b, other);
        return row;
    }

    private Node foot() {
        start.setId("render-start");
        start.getStyleClass().add("fire");
        start.setOnAction(e -> draw());
        stop.setId("render-stop");
        stop.setOnAction(e -> maker.cancel());
        stop.setDisable(true);
        start.setMinWidth(USE_PREF_SIZE);
        stop.setMinWidth(USE_PREF_SIZE);
        said.setId("render-said");
        said.setWrapText(true);
        HBox foot = new HBox(8, said, gap(), stop, start);
        foot.getStyleClass().add("render-form");
        HBox.setHgrow(said, Priority.SOMETIMES);
        foot.setAlignment(Pos.CENTER_LEFT);
        return foot;
    }

    private Node contactSheet() {
        sheet.setId("render-sheet");
        sheet.setPrefWrapLength(3 * (THUMB + 10));
        ScrollPane scroll = new ScrollPane(sheet);
        scroll.setFitToWidth(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        scroll.setPrefHeight(228);
        scroll.visibleProperty().bind(Bindings.isNotEmpty(sheet.getChildren()));
        scroll.managedProperty().bind(scroll.visibleProperty());
        return scroll;
    }

    /// Shows the panel, or no longer.
    public void toggle() {
        setVisible(!isVisible());
    }

    /// Is nothing being looked at or drawn?
    public boolean isSettled() {
        return !looking.isWaiting() && looked && !drawing;
    }

    private void askToLook() {
        if (isVisible() && !drawing) {
            looked = false;
            looking.ask();
        }
    }

    /// What is asked for.
    ///
    /// @throws IllegalArgumentException saying why there can be none
    private PictureJob.Order order() {
        List<Run> all = of.runs();
        List<Run> volumes = runs.volumes().all();
        if (all.isEmpty() && volumes.isEmpty()) {
            throw new IllegalArgumentException(of.whyNone());
        }
        return new PictureJob.Order(
                document.shot(),
                all.stream().map(Run::seen).toList(),
                runs.firings().pictures(all.isEmpty() ? volumes.getFirst() : all.getFirst()),
                Region.of(size.getText(), region.getText()),
                PictureFile.of(chosenFormat, chosenFormat.equals("exr") ? "all" : null, "half"),
                missing.isSelected());
    }

    private void look() {
        if (!isVisible()) {
            return;
        }
        List<String> words = new ArrayList<>();
        for (Run run : of.runs()) {
            String fineness = run.isFiring() ? ", " + run.fineness() : "";
            words.add(run.element() + ": " + run.title() + fineness);
        }
        runs.volumes().all().forEach(run -> words.add(run.element() + ": volumes"));
        what.setText(String.join("; ", words));
        try {
            PictureJob.Order order = order();
            folder.setText("into " + order.out().getFileName());
            folder.setTooltip(new Tooltip(order.out().toString()));
            maker.look(order, frames.getText(), this::found);
        } catch (IllegalArgumentException e) {
            folder.setText("");
            found(List.of(), 0, e.getMessage());
        }
    }

    private void found(List<Finding> all, int count, String problem) {
        List<Node> lines = new ArrayList<>();
        for (Finding finding : all) {
            Button line = new Button(finding.path() + " " + finding.sentence());
            line.setId("finding-" + lines.size());
            line.getStyleClass().add("finding");
            line.setWrapText(true);
            line.setMaxWidth(560);
            line.setTooltip(new Tooltip("Go to it"));
            line.setOnAction(e -> goTo(finding.path()));
            lines.add(line);
        }
        findings.getChildren().setAll(lines);
        said.setText(
                !problem.isEmpty()
                        ? problem
                        : count == 0
                                ? "no frame is wanted"
                                : (count == 1 ? "1 picture" : count + " pictures")
                                        + (all.isEmpty() ? ", nothing to find fault with" : ""));
        start.setDisable(!problem.isEmpty() || count == 0);
        looked = true;
    }

    /// Chooses the thing that a finding is about: the item, or the one its parameter belongs to.
    private void goTo(String path) {
        String item = path;
        while (document.shot().item(item) == null && item.contains(".")) {
            item = item.substring(0, item.lastIndexOf('.'));
        }
        if (document.shot().item(item) != null) {
            selection.choose(item, Station.of(item));
        }
    }

    private void draw() {
        PictureJob.Order order = order();
        drawing = true;
        done = 0;
        start.setDisable(true);
        stop.setDisable(false);
        sheet.getChildren().clear();
        said.setText("preparing");
        maker.draw(
                order,
                frames.getText(),
                new RenderMaker.Listener() {
                    private double each;
                    private long begun = System.nanoTime();

                    @Override
                    public void foretold(double seconds, int count) {
                        each = seconds;
                        wanted = count;
                        progress(each, begun);
                    }

                    @Override
                    public void drawn(RenderMaker.Drawn picture) {
                        done++;
                        each = done == 1 ? picture.seconds() : 0.5 * (each + picture.seconds());
                        sheet.getChildren().add(thumb(picture));
                        begun = System.nanoTime();
                        progress(each, begun);
                    }

                    @Override
                    public void ended(String problem) {
                        drawing = false;
                        stop.setDisable(true);
                        start.setDisable(false);
                        said.setText(
                                problem.isEmpty()
                                        ? (done == 1 ? "1 picture in " : done + " pictures in ")
                                                + order.out()
                                        : problem);
                    }
                });
    }

    /// @param each seconds that a picture takes, about
    /// @param begun when the one that is drawn was
    private void progress(double each, long begun) {
        double gone = (System.nanoTime() - begun) * 1e-9;
        long seconds = Math.max(0, Math.round(each * (wanted - done) - gone));
        said.setText(
                String.format(
                        Locale.ROOT,
                        "%d of %d, about %s left",
                        done,
                        wanted,
                        seconds < 60
                                ? seconds + " s"
                                : String.format(
                                        Locale.ROOT, "%d min %02d s", seconds / 60, seconds % 60)));
    }

    /// A picture of the contact sheet: a button to its frame.
    private Node thumb(RenderMaker.Drawn picture) {
        ImageView view =
                new ImageView(Images.of(picture.argb(), picture.columns(), picture.rows()));
        view.setFitWidth(THUMB);
        view.setPreserveRatio(true);
        view.setSmooth(true);
        Button button = new Button("frame " + picture.frame(), view);
        button.setId("rendered-" + picture.frame());
        button.setContentDisplay(javafx.scene.control.ContentDisplay.TOP);
        button.getStyleClass().add("thumb");
        button.setTooltip(
                new Tooltip(
                        String.format(
                                Locale.ROOT, "%s, %.1f s", picture.name(), picture.seconds())));
        button.setOnAction(e -> runs.playhead().choose(picture.frame()));
        return button;
    }

    @Override
    public void close() {
        // What was asked for before would look once more.
        setVisible(false);
        maker.close();
    }
}
