package ashfall.desk;

import javafx.stage.FileChooser;
import javafx.stage.Stage;

import java.io.File;
import java.nio.file.Path;
import java.util.Optional;

/// Asks the user for files.
public interface FileAsk {
    Optional<Path> toOpen();

    /// A picture, or one of a clip's.
    Optional<Path> toOpenPicture();

    /// Volumes: one of the numbered files.
    Optional<Path> toOpenVolumes();

    Optional<Path> toOpenMesh();

    /// @param name suggested
    Optional<Path> toSave(String name);

    /// By the desktop's own dialog.
    static FileAsk ofDesktop(Stage owner) {
        return new FileAsk() {
            private FileChooser chooser(String title) {
                FileChooser chooser = new FileChooser();
                chooser.setTitle(title);
                chooser.getExtensionFilters()
                        .add(new FileChooser.ExtensionFilter("Shots", "*.ashfall"));
                return chooser;
            }

            @Override
            public Optional<Path> toOpen() {
                File file = chooser("Open a shot").showOpenDialog(owner);
                return Optional.ofNullable(file).map(File::toPath);
            }

            private Optional<Path> open(String title, String kind, String... files) {
                FileChooser chooser = new FileChooser();
                chooser.setTitle(title);
                chooser.getExtensionFilters().add(new FileChooser.ExtensionFilter(kind, files));
                return Optional.ofNullable(chooser.showOpenDialog(owner)).map(File::toPath);
            }

            @Override
            public Optional<Path> toOpenPicture() {
                return open(
                        "Open a picture, or one of a clip's",
                        "Pictures",
                        "*.png",
                        "*.jpg",
                        "*.jpeg",
                        "*.gif",
                        "*.bmp",
                        "*.exr");
            }

            @Override
            public Optional<Path> toOpenVolumes() {
                return open("Open volumes: one of the numbered files", "OpenVDB", "*.vdb");
            }

            @Override
            public Optional<Path> toOpenMesh() {
                return open("Open a mesh", "Wavefront OBJ", "*.obj");
            }

            @Override
            public Optional<Path> toSave(String name) {
                FileChooser chooser = chooser("Save the shot");
                chooser.setInitialFileName(name + ".ashfall");
                return Optional.ofNullable(chooser.showSaveDialog(owner)).map(File::toPath);
            }
        };
    }
}
