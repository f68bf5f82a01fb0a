package ashfall.desk.chart;

import ashfall.shot.Carrier;
import ashfall.shot.Item;
import ashfall.shot.Quantity;
import ashfall.shot.Source;
import ashfall.sim.LogEntry;

import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;

/// The rows of the cue sheet with their names: what happens when.
final class CueSheet extends ScrollPane {
    private static final PseudoClass LIT = PseudoClass.getPseudoClass("lit");
    private static final PseudoClass CHOSEN = PseudoClass.getPseudoClass("chosen");

    private final Sheet sheet;

    /// Is told the name of the item pointed at, or an empty one.
    private final Consumer<String> lit;

    private final VBox names = new VBox();
    private final VBox lines = new VBox();
    private final FuseLines fuses;
    private final List<CueRow> rows = new ArrayList<>();
    private final List<Label> rowFigures = new ArrayList<>();
    private String revealed = "";
    private List<Cue> built = List.of(new Cue("", null));

    /// The frame whose heat and smoke are told by source; null while nothing points at one.
    private LogEntry pointed;

    CueSheet(Sheet sheet, Consumer<String> lit) {
        this.sheet = sheet;
        this.lit = lit;
        setId("cue-sheet");
        getStyleClass().add("cue-scroll");
        setFitToWidth(true);
        setHbarPolicy(ScrollBarPolicy.NEVER);
        names.setMinWidth(ChartView.GUTTER);
        names.setMaxWidth(ChartView.GUTTER);
        lines.setMinWidth(0);
        fuses = new FuseLines(sheet);
        StackPane over = new StackPane(lines, fuses);
        over.setMinWidth(0);
        over.setAlignment(Pos.TOP_LEFT);
        HBox.setHgrow(over, Priority.ALWAYS);
        setContent(new HBox(names, over));
    }

    /// Lays all rows out along an axis.
    ///
    /// @param element whose sources are shown
    void show(TimeAxis axis, String element) {
        buildRows(element);
        takeFirst();
        rows.forEach(row -> row.show(axis));
        fuses.show(axis, element, rows);
        showFigures(axis);
        for (var name : names.getChildren()) {
            boolean chosen =
                    name.getUserData() instanceof String path && sheet.selection.isAmong(path);
            name.pseudoClassStateChanged(CHOSEN, chosen);
        }
        reveal();
    }

    /// Tells of a frame whose heat and smoke it is; null tells nothing.
    void point(LogEntry entry, TimeAxis axis) {
        if (entry == null ? pointed != null : !entry.equals(pointed)) {
            pointed = entry;
            showFigures(axis);
        }
    }

    /// The shape bar shows the first curve of what was chosen.
    private void takeFirst() {
        ReleaseRow taken = sheet.taken.get();
        if (taken != null && taken.path().equals(sheet.selection.path())) {
            return;
        }
        rows.stream()
                .filter(row -> row.path().equals(sheet.selection.path()))
                .filter(ReleaseRow.class::isInstance)
                .findFirst()
                .ifPresent(row -> sheet.taken.set((ReleaseRow) row));
    }

    private void showFigures(TimeAxis axis) {
        for (int i = 0; i < rows.size(); i++) {
            Label figure = rowFigures.get(i);
            figure.setText(figure(rows.get(i), axis));
            boolean has = pointed != null && pointed.heatOfKw().containsKey(rows.get(i).itemName());
            figure.getParent().pseudoClassStateChanged(LIT, has);
        }
    }

    private String figure(CueRow row, TimeAxis axis) {
        Double heat = pointed == null ? null : pointed.heatOfKw().get(row.itemName());
        if (heat != null) {
            return String.format(
                    Locale.ROOT,
                    "heat %.0f %%  smoke %.0f %%",
                    percent(heat, pointed.heatReleaseKw()),
                    percent(pointed.smokeOfKg().get(row.itemName()), pointed.smokeKg()));
        }
        String more = row instanceof ReleaseRow release ? release.figure(axis) : "";
        return more.isEmpty() ? row.what() : row.what() + "  " + more;
    }

    private static double percent(double part, double whole) {
        return whole > 0 ? 100 * part / whole : 0;
    }

    /// Scrolls to what a source that has been chosen gives.
    private void reveal() {
        String path = sheet.selection.path();
        if (path.equals(revealed)) {
            return;
        }
        revealed = path;
        List<CueRow> own = rows.stream().filter(row -> row.path().equals(path)).toList();
        double hidden = rows.size() * CueRow.HEIGHT - getViewportBounds().getHeight();
        if (own.isEmpty() || hidden <= 0) {
            return;
        }
        // Rows that were just made have no place yet.
        layout();
        double first = rows.indexOf(own.getFirst()) * CueRow.HEIGHT;
        double least = first + own.size() * CueRow.HEIGHT - (rows.size() * CueRow.HEIGHT - hidden);
        double now = getVvalue() * hidden;
        // Its last row where that is below, else its first where that is above.
        double wanted = Math.min(first, Math.max(least, now));
        setVvalue(Math.max(0, Math.min(1, wanted / hidden)));
    }

    /// Something that an item does over time; a burst of carriers without a quantity.
    private record Cue(String path, Quantity param) {}

    /// One row for each release that gives anything and for each other curve, those of the element
    /// in view before those of the air and the picture.
    private void buildRows(String name) {
        String element = "elements." + name;
        List<Cue> wanted = new ArrayList<>();
        List<Cue> around = new ArrayList<>();
        sheet.document
                .shot()
                .items()
                .forEach(
                        (path, item) -> {
                            if (path.startsWith(element + ".sources.")) {
                                collect(path, item, wanted);
                            } else if (path.equals(element) || !path.startsWith("elements.")) {
                                collect(path, item, around);
                            }
                        });
        wanted.addAll(around);
        if (wanted.equals(built)) {
            return;
        }
        built = wanted;
        ReleaseRow before = sheet.taken.get();
        sheet.taken.set(null);
        rows.clear();
        rowFigures.clear();
        names.getChildren().clear();
        String last = "";
        for (Cue cue : wanted) {
            boolean barred = !cue.path.equals(last) && cue.path.startsWith(element + ".sources.");
            last = cue.path;
            CueRow row =
                    cue.param == null
                            ? new BurstRow(sheet, cue.path)
                            : new ReleaseRow(sheet, cue.path, cue.param, barred);
            if (row instanceof ReleaseRow release && release.isSameAs(before)) {
                sheet.taken.set(release);
            }
            rows.add(row);
            Label figure = new Label();
            rowFigures.add(figure);
            figure.getStyleClass().add("figure");
            String item = cue.path.substring(cue.path.lastIndexOf('.') + 1);
            HBox line = ChartView.gutterLine(new Label(item), figure, CueRow.HEIGHT);
            line.setUserData(cue.path);
            line.setOnMouseClicked(e -> row.choose());
            line.setId("cue-" + item + "-" + row.what().replace(' ', '-'));
            for (Node part : List.of(line, row)) {
                part.hoverProperty().addListener((o, was, is) -> lit.accept(is ? item : ""));
            }
            names.getChildren().add(line);
        }
        lines.getChildren().setAll(rows);
        if (rows.isEmpty()) {
            Label none = new Label("no source gives anything yet");
            none.getStyleClass().add("empty-words");
            names.getChildren().add(none);
        }
    }

    private static void collect(String path, Item item, List<Cue> wanted) {
        if (item.kind().equals(Source.CARRIERS) && item.get(Carrier.COUNT) > 0) {
            wanted.add(new Cue(path, null));
        }
        for (Quantity release : Source.RELEASES) {
            boolean gives =
                    item.kind().params().containsKey(release.key())
                            && item.get(release).largest() > 0;
            if (gives) {
                wanted.add(new Cue(path, release));
            }
        }
        // What is not set is constant.
        for (var param : item.kind().params().values()) {
            if (param instanceof Quantity q
                    && item.values().containsKey(q)
                    && !Source.RELEASES.contains(q)
                    && !item.get(q).isConstant()) {
                wanted.add(new Cue(path, q));
            }
        }
    }
}
