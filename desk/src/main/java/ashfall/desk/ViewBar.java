package ashfall.desk;

import ashfall.desk.document.Document;
import ashfall.desk.fireground.FiregroundModel;
import ashfall.desk.fireground.FiregroundView;
import ashfall.desk.rise.RiseLayer;
import ashfall.desk.run.Run;
import ashfall.desk.run.Runs;
import ashfall.look.Seen;
import ashfall.look.Slice;

import javafx.beans.property.BooleanProperty;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.CustomMenuItem;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.RadioMenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.Slider;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

import java.util.List;
import java.util.Locale;

/// The bar over the fireground: what is shown, from where, cut or not.
final class ViewBar extends HBox {
    private static final List<String> CHANNELS =
            List.of("temperature", "density", "flame", "fuel", "velocity");

    private final Runs runs;
    private final FiregroundModel model;
    private final RiseLayer rise;
    private final BooleanProperty proof;
    private final FiregroundView view;
    private final MenuButton shown = new MenuButton("sketch");
    private final MenuButton slice = new MenuButton("slice: none");
    private final HBox cut = new HBox(4);
    private final Slider place = new Slider(0, 1, 0.5);

    /// @param proof whether a part of the view is finished
    /// @param ledger opens the list of firings
    /// @param trials opens the contact sheet
    /// @param compare lays two runs beside each other
    /// @param review opens remarks, references and rushes
    /// @param render opens finished pictures
    ViewBar(
            Document document,
            Runs runs,
            FiregroundModel model,
            RiseLayer rise,
            BooleanProperty proof,
            FiregroundView view,
            Runnable ledger,
            Runnable trials,
            Runnable compare,
            Runnable review,
            Runnable render) {
        super(4);
        this.runs = runs;
        this.model = model;
        this.rise = rise;
        this.proof = proof;
        this.view = view;
        getStyleClass().add("view-bar");
        setAlignment(Pos.CENTER_LEFT);
        shown.setId("shown-run");
        shown.setTooltip(new Tooltip("Which run is shown: the sketch, or a firing from disk"));
        shown.setOnShowing(e -> fillRuns());
        Button list =
                opener("ledger", "All firings, what differs and what they take (Ctrl+L)", ledger);
        Button tried =
                opener("trials", "Several values or seeds at once, playing in step (T)", trials);
        Button both = opener("compare", "Two runs at the same frame (B)", compare);
        Button found = opener("review", "Remarks, references and rushes (Ctrl+R)", review);
        Button finished = opener("render", "Finished pictures of a firing (P)", render);
        CameraMenu camera = new CameraMenu(document, model);
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        getChildren()
                .addAll(
                        shown,
                        list,
                        tried,
                        both,
                        found,
                        finished,
                        camera,
                        gap,
                        seen(),
                        besides(),
                        carriers(),
                        slice);
        buildSlice();
        runs.shownProperty().addListener((o, was, is) -> nameRun());
        nameRun();
    }

    /// What of the picture is looked at, and from where.
    private MenuButton seen() {
        MenuButton menu = new MenuButton();
        menu.setId("seen");
        menu.setTooltip(new Tooltip("Which term of the light is seen; G looks through the smoke"));
        ToggleGroup group = new ToggleGroup();
        for (Seen seen : Seen.values()) {
            RadioMenuItem item = new RadioMenuItem(seen.words());
            item.setId("see-" + seen.name().toLowerCase(Locale.ROOT));
            item.setToggleGroup(group);
            item.setSelected(model.seenProperty().get() == seen);
            item.setOnAction(e -> model.seenProperty().set(seen));
            model.seenProperty().addListener((o, was, is) -> item.setSelected(is == seen));
            menu.getItems().add(item);
        }
        MenuItem all = new MenuItem("all of the bounds (F)");
        all.setId("frame-all");
        all.setOnAction(e -> view.frameAll());
        menu.getItems()
                .addAll(
                        new SeparatorMenuItem(),
                        check("grade", "the grade (D)", model.gradedProperty()),
                        check("proof", "a part of it finished (N)", proof),
                        check("full", "hatch what is pure white", model.fullProperty()),
                        new SeparatorMenuItem(),
                        all);
        model.seenProperty().addListener((o, was, is) -> menu.setText("see: " + is.words()));
        menu.setText("see: " + model.seenProperty().get().words());
        return menu;
    }

    /// Sees the flame through the smoke, or all again.
    void toggleThrough() {
        boolean through = model.seenProperty().get() == Seen.THROUGH;
        model.seenProperty().set(through ? Seen.WHOLE : Seen.THROUGH);
    }

    /// Develops the picture by the shot's grade, or by the film's curve alone.
    void toggleGrade() {
        model.gradedProperty().set(!model.gradedProperty().get());
    }

    /// What is seen besides the gas.
    private MenuButton besides() {
        MenuButton menu = new MenuButton("besides");
        menu.setId("besides");
        menu.setTooltip(new Tooltip("What is drawn besides the gas"));
        menu.getItems()
                .addAll(
                        check(
                                "rise",
                                "rise chart: silhouettes over each other (H)",
                                rise.shownProperty()),
                        check(
                                "voxels",
                                "voxels of the chosen source or obstacle (X)",
                                model.voxelsProperty()),
                        check("air", "wind and draughts (W)", model.airProperty()),
                        check(
                                "streaks",
                                "the way the gas goes in four frames (V)",
                                model.streaksProperty()),
                        new SeparatorMenuItem(),
                        check("bounds", "corners of the bounds", model.boundsProperty()),
                        check("sources", "outlines and handles", model.sourcesProperty()),
                        check(
                                "stakes",
                                "what is forecast and wanted, and whether the run hit it",
                                model.stakesProperty()),
                        check(
                                "keeper",
                                "a keeper of 1.75 m with a rod of 2 m",
                                model.keeperProperty()));
        return menu;
    }

    private static CheckMenuItem check(String name, String words, BooleanProperty property) {
        CheckMenuItem item = new CheckMenuItem(words);
        item.setId("show-" + name);
        item.selectedProperty().bindBidirectional(property);
        return item;
    }

    /// There only where there are carriers.
    private ToggleButton carriers() {
        ToggleButton button =
                switchFor(
                        "carriers",
                        "Carriers alone, again and again in real time, without the gas (K)",
                        model.aloneProperty());
        button.visibleProperty().bind(view.hasCarriersProperty());
        button.managedProperty().bind(button.visibleProperty());
        return button;
    }

    private static Button opener(String name, String tip, Runnable action) {
        Button button = new Button(name);
        button.setId("open-" + name);
        button.setTooltip(new Tooltip(tip));
        button.setOnAction(e -> action.run());
        return button;
    }

    /// Lays silhouettes over the picture, or takes them away.
    void toggleRise() {
        rise.shownProperty().set(!rise.shownProperty().get());
    }

    /// Finishes a part of the view, or no longer.
    void toggleProof() {
        proof.set(!proof.get());
    }

    void toggleVoxels() {
        model.voxelsProperty().set(!model.voxelsProperty().get());
    }

    private static ToggleButton switchFor(String name, String tip, BooleanProperty property) {
        ToggleButton button = new ToggleButton(name);
        button.setId("show-" + name);
        button.setTooltip(new Tooltip(tip));
        button.selectedProperty().bindBidirectional(property);
        return button;
    }

    private void nameRun() {
        Run run = runs.shown();
        shown.setText(run == null ? "no run" : run.title());
    }

    private void fillRuns() {
        shown.getItems().clear();
        Run sketch = runs.sketchProperty().get();
        if (sketch != null) {
            shown.getItems().add(item(sketch));
        }
        runs.firings().all().forEach(run -> shown.getItems().add(item(run)));
        if (shown.getItems().isEmpty()) {
            shown.getItems().add(new MenuItem("nothing has been run yet"));
        }
    }

    private MenuItem item(Run run) {
        String frames = run.log().size() == 1 ? "1 frame" : run.log().size() + " frames";
        String of = run.shot().elements().size() > 1 ? " of " + run.element() : "";
        MenuItem item = new MenuItem(run.title() + of + ", " + run.fineness() + ", " + frames);
        item.setId("show-" + run.title().replace(' ', '-'));
        item.setOnAction(e -> runs.show(run));
        return item;
    }

    private void buildSlice() {
        slice.setId("slice");
        slice.setTooltip(new Tooltip("Cut through the gas and see a channel in false colour (S)"));
        MenuItem none = new MenuItem("none");
        none.setOnAction(e -> model.sliceProperty().set(null));
        slice.getItems().add(none);
        for (String channel : CHANNELS) {
            MenuItem item = new MenuItem(channel);
            item.setId("slice-" + channel);
            item.setOnAction(
                    e -> {
                        Slice now = model.sliceProperty().get();
                        model.cut(channel, now == null ? 2 : now.axis(), place.getValue());
                    });
            slice.getItems().add(item);
        }
        cut.setAlignment(Pos.CENTER_LEFT);
        CustomMenuItem where = new CustomMenuItem(cut, false);
        where.visibleProperty().bind(model.sliceProperty().isNotNull());
        slice.getItems().addAll(new SeparatorMenuItem(), where);
        for (int axis = 0; axis < 3; axis++) {
            int across = axis;
            Button button = new Button("xyz".substring(axis, axis + 1));
            button.setId("slice-across-" + button.getText());
            button.setTooltip(new Tooltip("Cut across " + button.getText()));
            button.setOnAction(
                    e ->
                            model.cut(
                                    model.sliceProperty().get().channel(),
                                    across,
                                    place.getValue()));
            cut.getChildren().add(button);
        }
        place.setId("slice-place");
        place.setPrefWidth(80);
        place.setTooltip(new Tooltip("Where the cut is (Ctrl+wheel over the fireground)"));
        place.valueProperty()
                .addListener(
                        (o, was, is) -> {
                            Slice now = model.sliceProperty().get();
                            if (now != null) {
                                model.cut(now.channel(), now.axis(), is.doubleValue());
                            }
                        });
        cut.getChildren().add(place);
        model.sliceProperty().addListener((o, was, is) -> showSlice(is));
        showSlice(null);
    }

    private void showSlice(Slice now) {
        slice.setText(now == null ? "slice: none" : "slice: " + now.channel());
    }

    /// Watches carriers alone, or with the gas again.
    void toggleCarriers() {
        boolean can = view.hasCarriersProperty().get();
        model.aloneProperty().set(can && !model.aloneProperty().get());
    }

    /// Shows wind and draughts, or no longer.
    void toggleAir() {
        model.airProperty().set(!model.airProperty().get());
    }

    /// Shows how the gas moves, or no longer.
    void toggleStreaks() {
        model.streaksProperty().set(!model.streaksProperty().get());
    }

    /// Cuts, or stops cutting.
    void toggleSlice() {
        if (model.sliceProperty().get() == null) {
            model.cut(CHANNELS.getFirst(), 2, place.getValue());
        } else {
            model.sliceProperty().set(null);
        }
    }
}
