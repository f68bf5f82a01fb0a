package ashfall.desk.review;

import ashfall.desk.document.Document;
import ashfall.desk.fireground.FiregroundModel;
import ashfall.desk.run.Runs;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Tooltip;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

import java.nio.file.Path;
import java.util.Optional;
import java.util.function.Supplier;

/// What is found in looking at the work: remarks pinned in the picture while the panel is open,
/// references, and rushes.
public final class ReviewPanel extends VBox implements AutoCloseable {
    private final FiregroundModel look;
    private final RemarkList remarks;
    private final RushList rushes;

    /// @param picture asks for the file of a reference
    /// @param homeless folder for the rushes of a shot that has no file yet
    public ReviewPanel(
            Document document,
            Runs runs,
            FiregroundModel look,
            RemarkLayer pins,
            ReferenceLayer references,
            Workers workers,
            Supplier<Optional<Path>> picture,
            Path homeless) {
        this.look = look;
        this.remarks = new RemarkList(document, runs);
        this.rushes = new RushList(document, runs, look, workers, homeless);
        setId("review");
        getStyleClass().addAll("ledger", "review");
        setMaxSize(USE_PREF_SIZE, USE_PREF_SIZE);
        Label title = new Label("Review");
        title.getStyleClass().add("region-title");
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        Button close = new Button("Close");
        close.setId("review-close");
        close.setTooltip(new Tooltip("Close the review (Ctrl+R)"));
        close.setOnAction(e -> setVisible(false));
        HBox head = new HBox(12, title, gap, close);
        head.getStyleClass().add("ledger-head");
        VBox all =
                new VBox(
                        part("Remarks", remarks),
                        part("References", new ReferenceList(document, references, picture)),
                        part("Rushes", rushes));
        ScrollPane scroll = new ScrollPane(all);
        scroll.setFitToWidth(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        VBox.setVgrow(scroll, Priority.ALWAYS);
        getChildren().addAll(head, scroll);
        setVisible(false);
        visibleProperty()
                .addListener(
                        (o, was, is) -> {
                            if (is) {
                                references.lookAgain();
                            } else {
                                rushes.rest();
                            }
                        });
        pins.whenChosen(
                name -> {
                    setVisible(true);
                    remarks.choose(name);
                });
    }

    private static VBox part(String name, Node content) {
        Label title = new Label(name);
        title.getStyleClass().add("ledger-name");
        VBox part = new VBox(6, title, content);
        part.getStyleClass().add("ledger-line");
        return part;
    }

    /// Shows the review, or no longer.
    public void toggle() {
        setVisible(!isVisible());
    }

    /// A click in a picture pins a remark while the panel is open; a drag does not.
    public void pinIn(Region picture) {
        picture.addEventHandler(
                MouseEvent.MOUSE_CLICKED,
                e -> {
                    if (isVisible()
                            && e.getButton() == MouseButton.PRIMARY
                            && e.isStillSincePress()) {
                        int columns = (int) picture.getWidth();
                        int rows = (int) picture.getHeight();
                        Vec3 at = look.place(e.getX(), e.getY(), columns, rows);
                        remarks.pin(at);
                        e.consume();
                    }
                });
    }

    @Override
    public void close() {
        rushes.close();
    }
}
