package ashfall.desk;

import ashfall.desk.document.Document;
import ashfall.desk.document.Edit;
import ashfall.desk.fireground.FiregroundModel;
import ashfall.shot.Item;
import ashfall.shot.Shot;

import javafx.css.PseudoClass;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.RadioMenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.Tooltip;

import java.util.LinkedHashMap;
import java.util.Map;

/// The cameras: which one is looked through, what the shot is, and views kept beside it.
final class CameraMenu extends MenuButton {
    private static final PseudoClass THROUGH = PseudoClass.getPseudoClass("selected");
    private static final String GROUP = "cameras.";

    private final Document document;
    private final FiregroundModel model;

    CameraMenu(Document document, FiregroundModel model) {
        this.document = document;
        this.model = model;
        setId("through-camera");
        setTooltip(
                new Tooltip(
                        "Look through a camera (C for the shot's); turning leaves it, or turns"
                                + " it where it is locked"));
        setOnShowing(e -> fill());
        model.cameraProperty().addListener((o, was, is) -> name());
        model.throughCameraProperty().addListener((o, was, is) -> name());
        name();
        fill();
    }

    private void name() {
        boolean through = model.throughCameraProperty().get();
        setText(through ? title(model.cameraProperty().get()) : "free view");
        pseudoClassStateChanged(THROUGH, through);
    }

    private static String title(String path) {
        return path.equals(FiregroundModel.SHOT) ? "shot camera" : path.substring(GROUP.length());
    }

    private void fill() {
        getItems().clear();
        getItems().add(through(FiregroundModel.SHOT));
        document.shot().cameras().keySet().forEach(name -> getItems().add(through(GROUP + name)));
        boolean onShot =
                model.throughCameraProperty().get()
                        && model.cameraProperty().get().equals(FiregroundModel.SHOT);
        MenuItem shot = item("camera-shot", "this is the shot", this::makeShot);
        shot.setDisable(onShot);
        MenuItem keep = item("camera-keep", "keep this view as a camera", this::keep);
        MenuItem remove = item("camera-remove", "remove this camera", this::remove);
        remove.setDisable(onShot || !model.throughCameraProperty().get());
        getItems().addAll(new SeparatorMenuItem(), shot, keep, remove, new SeparatorMenuItem());
        CheckMenuItem lock = new CheckMenuItem("locked: turning the view turns the camera");
        lock.setId("camera-lock");
        lock.selectedProperty().bindBidirectional(model.lockedProperty());
        CheckMenuItem guides = new CheckMenuItem("edges of a 16:9 picture, with its thirds");
        guides.setId("camera-guides");
        guides.selectedProperty().bindBidirectional(model.guidesProperty());
        getItems().addAll(lock, guides);
    }

    private RadioMenuItem through(String path) {
        RadioMenuItem item = new RadioMenuItem(title(path));
        item.setId("look-through-" + path.replace('.', '-'));
        item.setSelected(
                model.throughCameraProperty().get() && model.cameraProperty().get().equals(path));
        item.setOnAction(e -> model.lookThrough(path));
        return item;
    }

    private static MenuItem item(String id, String text, Runnable action) {
        MenuItem item = new MenuItem(text);
        item.setId(id);
        item.setOnAction(e -> action.run());
        return item;
    }

    private void makeShot() {
        Shot shot = document.shot();
        Item camera = model.asCamera(shot.camera());
        document.edit(
                Edit.Items.of("This is the shot", shot, Map.of(FiregroundModel.SHOT, camera)));
        model.lookThroughCamera();
    }

    private void keep() {
        Shot shot = document.shot();
        int number = 1;
        while (shot.cameras().containsKey("view-" + number)) {
            number++;
        }
        Map<String, Item> next = new LinkedHashMap<>(shot.cameras());
        next.put("view-" + number, model.asCamera(shot.camera()));
        document.arrange("Keep view " + number, shot.withGroup("cameras", next));
        model.lookThrough(GROUP + "view-" + number);
    }

    private void remove() {
        Shot shot = document.shot();
        Map<String, Item> next = new LinkedHashMap<>(shot.cameras());
        String name = title(model.cameraProperty().get());
        next.remove(name);
        model.lookThroughCamera();
        document.arrange("Remove camera " + name, shot.withGroup("cameras", next));
    }
}
