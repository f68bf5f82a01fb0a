package ashfall.desk.ledger;

import ashfall.desk.document.Document;
import ashfall.desk.kit.Bytes;
import ashfall.desk.kit.Soon;
import ashfall.desk.run.Run;
import ashfall.desk.run.Runs;
import ashfall.work.Workers;

import javafx.collections.ListChangeListener;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Executor;
import java.util.concurrent.Executors;

/// The list of the shot's firings, the newest first: each with a picture, how it stands, what it
/// takes, what differs from the one before, and a note.
public final class LedgerPanel extends VBox {
    private final Document document;
    private final Runs runs;
    private final Workers workers;
    private final Label total = new Label();
    private final VBox lines = new VBox();

    /// A drag of a dial asks often.
    private final Soon refreshing = new Soon(this::refresh);
    private final Map<Run, LedgerLine> known = new LinkedHashMap<>();

    /// Files and pictures are read here, one after the other.
    private final Executor thread =
            Executors.newSingleThreadExecutor(
                    task -> Thread.ofPlatform().daemon().name("ashfall-ledger").unstarted(task));

    /// @param workers who draw the small pictures
    public LedgerPanel(Document document, Runs runs, Workers workers) {
        this.document = document;
        this.runs = runs;
        this.workers = workers;
        setId("ledger");
        getStyleClass().add("ledger");
        setMaxSize(USE_PREF_SIZE, USE_PREF_SIZE);
        Label title = new Label("Ledger");
        title.getStyleClass().add("region-title");
        total.setId("ledger-total");
        total.getStyleClass().add("ledger-figure");
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        Button close = new Button("Close");
        close.setId("ledger-close");
        close.setTooltip(new Tooltip("Close the ledger (Ctrl+L)"));
        close.setOnAction(e -> setVisible(false));
        HBox head = new HBox(12, title, total, gap, close);
        head.getStyleClass().add("ledger-head");
        ScrollPane scroll = new ScrollPane(lines);
        scroll.setFitToWidth(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        VBox.setVgrow(scroll, Priority.ALWAYS);
        getChildren().addAll(head, scroll);
        setVisible(false);
        runs.firings().all().addListener((ListChangeListener<Run>) change -> refreshIfSeen());
        runs.newsProperty().addListener((o, was, is) -> refreshIfSeen());
        runs.firings().newestProperty().addListener((o, was, is) -> refreshIfSeen());
        runs.firings().saidProperty().addListener((o, was, is) -> refreshIfSeen());
        document.shotProperty().addListener((o, was, is) -> refreshIfSeen());
        visibleProperty().addListener((o, was, is) -> refreshIfSeen());
    }

    /// Shows the ledger, or no longer.
    public void toggle() {
        setVisible(!isVisible());
    }

    /// Are all firings looked at and drawn?
    public boolean isSettled() {
        return !refreshing.isWaiting()
                && runs.firings().areRead()
                && known.values().stream().allMatch(LedgerLine::isSettled);
    }

    private void refreshIfSeen() {
        if (isVisible()) {
            refreshing.ask();
        }
    }

    private void refresh() {
        List<Run> all = runs.firings().all();
        known.keySet().retainAll(all);
        List<LedgerLine> wanted = new ArrayList<>();
        for (Run run : all) {
            LedgerLine line =
                    known.computeIfAbsent(
                            run,
                            one ->
                                    new LedgerLine(
                                            one,
                                            document,
                                            runs,
                                            workers,
                                            thread,
                                            this::refreshIfSeen));
            line.refresh(before(all, run));
            wanted.add(line);
        }
        if (!lines.getChildren().equals(wanted.reversed())) {
            lines.getChildren().setAll(wanted.reversed());
        }
        if (all.isEmpty()) {
            Label none =
                    new Label("Nothing has been fired yet: arm and fire, and it is kept here.");
            none.setWrapText(true);
            none.getStyleClass().add("ledger-none");
            lines.getChildren().setAll(none);
        }
        sum();
    }

    /// The firing of the same element before a firing, or null.
    private static Run before(List<Run> all, Run run) {
        Run found = null;
        for (Run other : all) {
            if (other.equals(run)) {
                return found;
            }
            if (other.element().equals(run.element())) {
                found = other;
            }
        }
        return null;
    }

    private void sum() {
        long bytes = known.values().stream().mapToLong(LedgerLine::bytes).sum();
        int count = runs.firings().all().size();
        total.setText(
                count == 0
                        ? ""
                        : (count == 1 ? "1 firing, " : count + " firings, ") + Bytes.words(bytes));
    }
}
