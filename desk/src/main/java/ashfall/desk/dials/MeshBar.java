package ashfall.desk.dials;

import ashfall.desk.document.Document;
import ashfall.desk.kit.LastAsked;
import ashfall.desk.kit.Latest;
import ashfall.geometry.Mesh;
import ashfall.look.Meshes;
import ashfall.shot.Item;
import ashfall.shot.Scenery;
import ashfall.shot.ShotException;
import ashfall.shot.Unit;
import ashfall.shot.Vec3;
import ashfall.work.Cancel;

import javafx.application.Platform;
import javafx.scene.control.Label;

import java.util.Locale;

/// Says what came in with a mesh: how many triangles, and from where to where they stand; found on
/// a thread of its own.
final class MeshBar extends Label implements AutoCloseable {
    private record Request(String name, Item item) {}

    private record Found(Request request, String words) {}

    private final Document document;
    private final LastAsked<Request> work = new LastAsked<>("ashfall-mesh", this::look);
    private final Latest<Found> out = new Latest<>(Platform::runLater, this::show);
    private Request asked;

    MeshBar(Document document) {
        this.document = document;
        setId("mesh-words");
        setWrapText(true);
        setMinHeight(USE_PREF_SIZE);
        getStyleClass().add("purpose");
    }

    /// Looks at the mesh at a path.
    void ask(String path) {
        Request next =
                new Request(path.substring(path.indexOf('.') + 1), document.shot().item(path));
        if (!next.equals(asked)) {
            asked = next;
            work.ask(next);
        }
    }

    private void look(Request request, Cancel cancel) {
        out.publish(new Found(request, words(request)));
    }

    private static String words(Request request) {
        if (request.item.get(Scenery.FILE).isEmpty()) {
            return "No file yet: choose an .obj file.";
        }
        try {
            Mesh mesh = Meshes.placed(request.name, request.item);
            Vec3[] room = mesh.room();
            Vec3 size = room[1].minus(room[0]);
            return String.format(
                    Locale.ROOT,
                    "%,d triangles, %s wide, %s high and %s deep, its foot at %s",
                    mesh.count(),
                    Unit.METRE.figure(size.x(), 3),
                    Unit.METRE.figure(size.y(), 3),
                    Unit.METRE.figure(size.z(), 3),
                    Unit.METRE.figure(room[0].y(), 3));
        } catch (ShotException e) {
            return e.getMessage();
        }
    }

    private void show(Found found) {
        if (found.request.equals(asked)) {
            setText(found.words);
        }
    }

    @Override
    public void close() {
        work.close();
    }
}
