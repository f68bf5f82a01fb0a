package ashfall.desk.fireground;

import ashfall.desk.document.Document;
import ashfall.desk.document.Edit;
import ashfall.desk.run.Runs;
import ashfall.look.Keeper;
import ashfall.look.Seen;
import ashfall.look.Slice;
import ashfall.look.View;
import ashfall.shot.Bounds;
import ashfall.shot.Camera;
import ashfall.shot.Element;
import ashfall.shot.Gas;
import ashfall.shot.Item;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.Vec3;

import javafx.beans.property.BooleanProperty;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;

/// How the fireground looks at the shot: from where, with what besides the gas. None of it belongs
/// to the shot; moving the view changes no run.
public final class FiregroundModel {
    private static final Eye START = new Eye(new Vec3(0, 2, 0), 0.3, 0.12, 20, 1);

    /// Path of the shot's camera.
    public static final String SHOT = "camera";

    /// m before the eye, for what is behind it.
    private static final double NEAREST = 0.5;

    private final Document document;
    private final Runs runs;
    private final ObjectProperty<Eye> eye = new SimpleObjectProperty<>(START);
    private final ReadOnlyBooleanWrapper throughCamera = new ReadOnlyBooleanWrapper(true);
    private final StringProperty camera = new SimpleStringProperty(SHOT);
    private final BooleanProperty locked = new SimpleBooleanProperty(false);
    private final BooleanProperty guides = new SimpleBooleanProperty(false);
    private final BooleanProperty bounds = new SimpleBooleanProperty(true);
    private final BooleanProperty keeper = new SimpleBooleanProperty(true);
    private final BooleanProperty sources = new SimpleBooleanProperty(true);
    private final BooleanProperty stakes = new SimpleBooleanProperty(true);
    private final BooleanProperty alone = new SimpleBooleanProperty(false);
    private final BooleanProperty covered = new SimpleBooleanProperty(false);
    private final BooleanProperty air = new SimpleBooleanProperty(false);
    private final BooleanProperty voxels = new SimpleBooleanProperty(false);
    private final BooleanProperty streaks = new SimpleBooleanProperty(false);
    private final DoubleProperty pointed = new SimpleDoubleProperty(Double.NaN);
    private final BooleanProperty graded = new SimpleBooleanProperty(true);
    private final BooleanProperty full = new SimpleBooleanProperty(false);
    private final ObjectProperty<Seen> seen = new SimpleObjectProperty<>(Seen.WHOLE);
    private final ObjectProperty<Slice> slice = new SimpleObjectProperty<>();

    public FiregroundModel(Document document, Runs runs) {
        this.document = document;
        this.runs = runs;
    }

    /// The free eye; used while not looking through the shot's camera.
    public ObjectProperty<Eye> eyeProperty() {
        return eye;
    }

    public ReadOnlyBooleanProperty throughCameraProperty() {
        return throughCamera.getReadOnlyProperty();
    }

    public BooleanProperty boundsProperty() {
        return bounds;
    }

    public BooleanProperty keeperProperty() {
        return keeper;
    }

    public BooleanProperty sourcesProperty() {
        return sources;
    }

    public BooleanProperty stakesProperty() {
        return stakes;
    }

    /// Whether carriers are watched without the gas, in real time.
    public BooleanProperty aloneProperty() {
        return alone;
    }

    /// Whether something lies over the fireground: then no picture is made for it.
    public BooleanProperty coveredProperty() {
        return covered;
    }

    /// Whether arrows and moving specks show wind and draughts.
    public BooleanProperty airProperty() {
        return air;
    }

    /// Whether a cut shows which voxels the chosen source gives to.
    public BooleanProperty voxelsProperty() {
        return voxels;
    }

    /// Whether short paths show how the gas moves.
    public BooleanProperty streaksProperty() {
        return streaks;
    }

    /// Temperature of the gas under the pointer as the picture shows it, K; NaN where there is
    /// none.
    public DoubleProperty pointedProperty() {
        return pointed;
    }

    /// Whether the picture is developed by the shot's grade, or by the film's curve alone.
    public BooleanProperty gradedProperty() {
        return graded;
    }

    /// Whether what is as white as can be is painted over.
    public BooleanProperty fullProperty() {
        return full;
    }

    /// What of the picture is looked at.
    public ObjectProperty<Seen> seenProperty() {
        return seen;
    }

    /// What is cut; null shows the picture.
    public ObjectProperty<Slice> sliceProperty() {
        return slice;
    }

    /// Path of the camera that is looked through: the shot's, or another that is kept.
    public StringProperty cameraProperty() {
        return camera;
    }

    /// Whether turning the view turns the camera that is looked through.
    public BooleanProperty lockedProperty() {
        return locked;
    }

    /// Whether the edges of the rendered picture are drawn, with its thirds.
    public BooleanProperty guidesProperty() {
        return guides;
    }

    private Item cameraItem() {
        Item found = document.shot().item(camera.get());
        return found == null ? document.shot().camera() : found;
    }

    /// The present view.
    public View view() {
        if (throughCamera.get()) {
            try {
                return View.of(cameraItem());
            } catch (ShotException e) {
                // A camera on its own target sees nothing; the free eye does.
                return eye.get().view();
            }
        }
        return eye.get().view();
    }

    /// Looks through the shot's camera.
    public void lookThroughCamera() {
        lookThrough(SHOT);
    }

    /// Looks through a camera.
    ///
    /// @param path of the camera
    public void lookThrough(String path) {
        camera.set(path);
        throughCamera.set(true);
    }

    /// Puts a camera where the view is, with the view's lens.
    ///
    /// @param like whose other settings it keeps
    public Item asCamera(Item like) {
        View view = view();
        double distance = throughCamera.get() ? centreDistance(view) : eye.get().distance();
        double film = like.number(Camera.FILM);
        return like.with(Camera.POSITION, view.eye())
                .with(Camera.TARGET, view.eye().plus(view.forward().times(distance)))
                .with(Camera.LENS, film / view.width());
    }

    private double centreDistance(View view) {
        Vec3 centre = from().plus(to()).times(0.5);
        return Math.max(NEAREST, centre.minus(view.eye()).dot(view.forward()));
    }

    /// Moves the eye, or the camera that it is locked to, as one edit.
    void move(UnaryOperator<Eye> by) {
        if (!throughCamera.get() || !locked.get()) {
            free();
            eye.set(by.apply(eye.get()));
            return;
        }
        Item item = cameraItem();
        try {
            Vec3 target = item.get(Camera.TARGET);
            Eye next = by.apply(Eye.of(item, target));
            Item moved =
                    item.with(Camera.POSITION, next.view().eye()).with(Camera.TARGET, next.pivot());
            document.edit(
                    Edit.Items.of("Move camera", document.shot(), Map.of(camera.get(), moved)));
        } catch (ShotException e) {
            free();
        }
    }

    /// The place under a pixel, on the plane through the middle of the bounds that faces the view.
    public Vec3 place(double x, double y, int columns, int rows) {
        View view = view();
        Vec3 ray = view.ray(x, y, columns, rows);
        Vec3 middle = from().plus(to()).times(0.5);
        double depth = Math.max(NEAREST, middle.minus(view.eye()).dot(view.forward()));
        return view.eye().plus(ray.times(depth / ray.dot(view.forward())));
    }

    /// Leaves the shot's camera, from where it stands.
    void free() {
        if (throughCamera.get()) {
            Vec3 centre = from().plus(to()).times(0.5);
            try {
                eye.set(Eye.of(cameraItem(), centre));
            } catch (ShotException e) {
                eye.set(START);
            }
            throughCamera.set(false);
        }
    }

    /// Sees all of the bounds.
    public void frameAll(double columnsPerRow) {
        free();
        eye.set(eye.get().framing(from(), to(), columnsPerRow));
    }

    /// Lower corner of the bounds looked at, m.
    Vec3 from() {
        return box().get(Bounds.FROM);
    }

    /// Upper corner of the bounds looked at, m.
    Vec3 to() {
        return box().get(Bounds.TO);
    }

    /// Bounds of the other elements that are on, and the room that volumes from elsewhere take.
    List<Item> otherBounds() {
        List<Item> all = new ArrayList<>();
        document.shot()
                .elements()
                .forEach(
                        (name, element) -> {
                            boolean other = !name.equals(runs.elementProperty().get());
                            if (other && element.gas().get(Gas.ON)) {
                                all.add(element.bounds());
                            }
                        });
        all.addAll(rooms());
        return all;
    }

    /// The room that each of the volumes from elsewhere takes, as far as it is known.
    List<Item> rooms() {
        return runs.volumes().all().stream().flatMap(run -> run.room().stream()).toList();
    }

    private Item box() {
        Shot shot = document.shot();
        String name = runs.elementProperty().get();
        Element element = name == null ? null : shot.elements().get(name);
        return element != null
                ? element.bounds()
                : rooms().stream().findFirst().orElse(Item.of(Bounds.KIND));
    }

    /// The keeper, or null where he is sent away.
    Keeper standing() {
        return keeper.get() ? new Keeper(keepersPlace(box())) : null;
    }

    /// On the ground, in front of the bounds' west half; beside and behind bounds so small that he
    /// would hide what is in them.
    static Vec3 keepersPlace(Item bounds) {
        Vec3 a = bounds.get(Bounds.FROM);
        Vec3 size = bounds.get(Bounds.TO).minus(a);
        double ground = Bounds.ground(bounds);
        if (size.x() < 2 * Keeper.ROD) {
            return new Vec3(a.x() - 0.7 * Keeper.ROD, ground, a.z() - 0.4 * Keeper.ROD);
        }
        return new Vec3(a.x() + 0.16 * size.x(), ground, a.z() + 0.88 * size.z());
    }

    /// Cuts a channel across an axis in the middle of the bounds, or elsewhere along it.
    ///
    /// @param share where between the bounds, 0 to 1
    public void cut(String channel, int axis, double share) {
        double at = from().get(axis) + share * (to().get(axis) - from().get(axis));
        slice.set(new Slice(channel, axis, at));
    }
}
