package ashfall.desk.compare;

import javafx.scene.layout.FlowPane;

/// Plates of one size side by side, as large as all of them find room.
final class ContactSheet extends FlowPane {
    private static final double GAP = 8;
    private static final double SMALLEST = 96;

    ContactSheet(String id) {
        super(GAP, GAP);
        setId(id);
        getStyleClass().add("trial-sheet");
    }

    /// The widest that pictures of 16:9 may be, so that all are seen.
    ///
    /// @param high room for the sheet
    /// @param foot height of what stands below each picture
    double widest(int count, double high, double foot) {
        double wide = getWidth() - 2 * GAP;
        double room = Math.max(80, high - GAP);
        double best = SMALLEST;
        for (int columns = 1; columns <= Math.max(1, count); columns++) {
            int rows = (count + columns - 1) / columns;
            double width = (wide - (columns - 1) * GAP) / columns;
            double height = (room - (rows - 1) * GAP) / rows - foot;
            best = Math.max(best, Math.min(width, height * 16 / 9));
        }
        return Math.floor(best);
    }
}
