package ashfall.desk.manifest;

import ashfall.desk.document.Selection;
import ashfall.desk.document.Station;
import ashfall.desk.kit.Glyph;
import ashfall.desk.run.Runs;
import ashfall.shot.Kind;
import ashfall.shot.Source;

import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;

import java.util.Optional;
import java.util.function.Function;

/// The manifest's foot: a button for each thing that can be added, which is then chosen.
final class AddButtons extends FlowPane {
    private final Runs runs;
    private final Selection selection;
    private final Adding adding;

    AddButtons(Runs runs, Selection selection, Adding adding) {
        super(4, 2);
        this.runs = runs;
        this.selection = selection;
        this.adding = adding;
        getStyleClass().add("manifest-foot");
        Label head = new Label("Add");
        head.getStyleClass().add("adder-head");
        getChildren()
                .addAll(
                        head,
                        adder("charge", Glyph.CHARGE, Source.CHARGE, "bursts once"),
                        adder("burner", Glyph.BURNER, Source.BURNER, "burns steadily"),
                        adder("igniter", Glyph.IGNITER, Source.IGNITER, "gives heat only"),
                        adder(
                                "carriers",
                                Glyph.CARRIERS,
                                Source.CARRIERS,
                                "is thrown out and burns on its way"),
                        siteAdder(
                                "obstacle",
                                Glyph.OBSTACLE,
                                "something that gas flows around",
                                adding::addObstacle),
                        siteAdder(
                                "draught",
                                Glyph.DRAUGHT,
                                "a push along one direction, with noise",
                                adding::addDraught),
                        siteAdder(
                                "lamp",
                                Glyph.LAMP,
                                "a light that is not seen itself",
                                adding::addLamp),
                        siteAdder(
                                "mesh",
                                Glyph.MESH,
                                "an .obj file that is seen with the fire and lit by it",
                                element -> adding.addMesh()),
                        siteAdder(
                                "volumes",
                                Glyph.VOLUMES,
                                "numbered .vdb files that another program made, or a firing",
                                element -> adding.addVolumes()),
                        elementAdder());
    }

    private Button adder(String name, Glyph glyph, Kind kind, String does) {
        Button button = new Button(name, glyph.node());
        button.setId("add-" + name);
        button.getStyleClass().add("adder");
        button.setTooltip(new Tooltip("Add a source that " + does));
        button.setOnAction(
                e ->
                        selection.choose(
                                adding.addSource(
                                        kind, Optional.ofNullable(runs.elementProperty().get()))));
        return button;
    }

    private Button siteAdder(
            String name, Glyph glyph, String does, Function<Optional<String>, String> add) {
        Button button = new Button(name, glyph.node());
        button.setId("add-" + name);
        button.getStyleClass().add("adder");
        button.setTooltip(new Tooltip("Add to the site " + does));
        button.setOnAction(
                e -> {
                    String path = add.apply(Optional.ofNullable(runs.elementProperty().get()));
                    selection.choose(path, Station.of(path));
                });
        return button;
    }

    private Button elementAdder() {
        Button button = new Button("element", Glyph.ELEMENT.node());
        button.setId("add-element");
        button.getStyleClass().add("adder");
        button.setTooltip(
                new Tooltip("Add a part that is simulated on its own, in bounds of its own"));
        button.setOnAction(
                e -> {
                    String path = adding.addElement();
                    runs.elementProperty().set(Arranging.nameOf(path));
                    selection.choose(path);
                });
        return button;
    }
}
