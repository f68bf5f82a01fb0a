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

            @Override
            public Optional<Path> toOpenPicture() {
                FileChooser chooser = new FileChooser();
                chooser.setTitle("Open a picture, or one of a clip's");
                chooser.getExtensionFilters()
                        .add(
                                new FileChooser.ExtensionFilter(
                                        "Pictures",
                                        "*.png",
                                        "*.jpg",
                                        "*.jpeg",
                                        "*.gif",
                                        "*.bmp",
                                        "*.exr"));
                return Optional.ofNullable(chooser.showOpenDialog(owner)).map(File::toPath);
            }

            @Override
            public Optional<Path> toOpenVolumes() {
                FileChooser chooser = new FileChooser();
                chooser.setTitle("Open volumes: one of the numbered files");
                chooser.getExtensionFilters()
                        .add(new FileChooser.ExtensionFilter("OpenVDB", "*.vdb"));
                return Optional.ofNullable(chooser.showOpenDialog(owner)).map(File::toPath);
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
