package ashfall.desk.kit;

import javafx.scene.shape.FillRule;
import javafx.scene.shape.SVGPath;

/// The icons, drawn for this program on a grid of 16. None stands without a word beside it.
public enum Glyph {
    /// A keg with a fuse.
    CHARGE(
            "M4 6 C3 8 3 12 4 14 H12 C13 12 13 8 12 6 Z M4.4 9.4 H11.6 V10.4 H4.4 Z"
                    + " M8 5.4 C8 3 9.4 2.2 11 2.6 L10.8 3.5 C9.8 3.2 8.9 3.7 8.9 5.4 Z"
                    + " M12 1 L12.5 2.3 L13.8 2.6 L12.6 3.2 L12.4 4.4 L11.7 3.3 Z"),
    /// A ring with jets.
    BURNER(
            "M1.5 11 A6.5 2.6 0 1 0 14.5 11 A6.5 2.6 0 1 0 1.5 11 Z M3.3 11 A4.7 1.5 0 1 1 12.7 11"
                    + " A4.7 1.5 0 1 1 3.3 11 Z M4 8 C3 6.4 4.4 5.6 4.2 4 C5.6 5.2 5.7 6.8 5 8 Z"
                    + " M7.6 7.4 C6.4 5.4 8.2 4.2 7.9 2 C9.8 3.8 9.9 5.8 8.8 7.4 Z M11 8 C10.2 6.4"
                    + " 11.6 5.6 11.4 4 C12.8 5.2 12.8 6.8 12 8 Z"),
    /// A flint's spark.
    IGNITER(
            "M8 1 L8.9 5.6 L12.9 3.1 L10.4 7.1 L15 8 L10.4 8.9 L12.9 12.9 L8.9 10.4 L8 15"
                    + " L7.1 10.4 L3.1 12.9 L5.6 8.9 L1 8 L5.6 7.1 L3.1 3.1 L7.1 5.6 Z"),
    /// Sparks thrown from a mouth.
    CARRIERS(
            "M6.6 15 L7.2 10.6 H8.8 L9.4 15 Z M7.4 9 H8.6 V5.4 H7.4 Z M7 2 H9 V4 H7 Z M5.8 9.4"
                    + " L6.6 8.6 L4.4 6 L3.6 6.8 Z M1.8 3.4 H3.8 V5.4 H1.8 Z M10.2 9.4 L9.4 8.6"
                    + " L11.6 6 L12.4 6.8 Z M12.2 3.4 H14.2 V5.4 H12.2 Z"),
    /// Two courses of stones.
    OBSTACLE(
            "M1 3 H9 V7.4 H1 Z M10.2 3 H15 V7.4 H10.2 Z M1 8.6 H5 V13 H1 Z M6.2 8.6 H15 V13 H6.2"
                    + " Z"),
    /// Two streams that curl over.
    DRAUGHT(
            "M1 5 H9.5 C10.9 5 11 3.2 9.7 3.2 H9 V1.8 H9.9 C13 1.8 12.8 6.4 9.7 6.4 H1 Z M1 8.4 H13"
                    + " C15.8 8.4 15.8 13.4 12.6 13.4 H11.6 V12 H12.6 C14 12 14 9.8 12.8 9.8 H1 Z"),
    /// A corner bracket.
    BOUNDS("M2 2 H7 V3.4 H3.4 V7 H2 Z M14 14 H9 V12.6 H12.6 V9 H14 Z M7 7 H9 V9 H7 Z"),
    /// A strip of frames.
    FRAMES(
            "M1 4 H15 V12 H1 Z M2.2 5.2 V10.8 H5.2 V5.2 Z M6.4 5.2 V10.8 H9.6 V5.2 Z M10.8 5.2"
                    + " V10.8 H13.8 V5.2 Z"),
    /// A pennant in the wind.
    AIR("M3 1.5 H4.2 V15 H3 Z M4.8 2.4 L14 4.2 L11.4 6.2 L14 8.4 L4.8 8.6 Z"),
    /// A flame over a bed.
    BURN(
            "M8 1 C9.6 4 12.6 5.6 12.2 9.2 C12 11.4 10.4 12.6 8 12.6 C5.6 12.6 4 11.4 3.8 9.2"
                    + " C3.6 7 5.2 6.4 5.4 4.4 C6.6 5 7 6 7 7 C8.2 5.4 8.4 3.2 8 1 Z M2 13.8 H14"
                    + " V15 H2 Z"),
    /// A stake in the ground with a board across.
    STAKE("M7.3 1 H8.7 V4 H13.5 V7.4 H8.7 V13 L8 15.4 L7.3 13 V7.4 H2.5 V4 H7.3 Z"),
    /// A box with a bellows and a glass.
    CAMERA("M1 5 H9 V12 H1 Z M9.8 6.4 L12.4 5 V12 L9.8 10.6 Z M13 3.6 H14.6 V13.4 H13 Z"),
    /// Half a sun on the sea.
    SUN(
            "M3.5 9.6 A4.5 4.5 0 0 1 12.5 9.6 Z M1 11 H15 V12.2 H1 Z M3 13.4 H13 V14.6 H3 Z"
                    + " M7.4 1 H8.6 V3.6 H7.4 Z M1.8 4.2 L2.6 3.4 L4.4 5.2 L3.6 6 Z"
                    + " M14.2 4.2 L13.4 3.4 L11.6 5.2 L12.4 6 Z"),
    /// A plate in a frame.
    LOOK(
            "M2 2 H14 V14 H2 Z M3.3 3.3 V12.7 H12.7 V3.3 Z M4.6 11.4 L7.2 6.6 L9 9.4 L10.2 8 L11.6"
                    + " 11.4 Z"),
    /// A bulb with rays.
    LAMP(
            "M8 3 C10.2 3 12 4.8 12 7 C12 9 10.4 9.8 10 11.5 H6 C5.6 9.8 4 9 4 7 C4 4.8 5.8 3 8 3 Z"
                    + " M6 12.3 H10 V14 H6 Z M7.4 0 H8.6 V2 H7.4 Z M0.8 6.4 H2.8 V7.6 H0.8 Z"
                    + " M13.2 6.4 H15.2 V7.6 H13.2 Z"),
    /// A tower behind a low wall.
    MESH(
            "M6 2 H10 L11.5 9.5 H14.5 V14 H1.5 V9.5 H4.5 Z M7 3.3 L5.8 9.5 H10.2 L9 3.3 Z"
                    + " M2.8 10.8 V12.7 H13.2 V10.8 Z"),
    /// A cloud in a crate without a lid.
    VOLUMES(
            "M1.5 5 H2.8 V12.7 H13.2 V5 H14.5 V14 H1.5 Z M5 11 C3.2 11 3.2 8.6 4.8 8.4 C4.6 6 7.4 5"
                    + " 8.4 6.8 C10.2 5.6 12 7.4 11 8.8 C12.6 9.2 12.2 11 11 11 Z"),
    /// Bands side by side.
    READING("M2 3 H5 V13 H2 Z M6.5 3 H9.5 V13 H6.5 Z M6.5 8 H9.5 V9.3 H6.5 Z M11 3 H14 V13 H11 Z"),
    /// Steps of light.
    GRADE("M2 10 H5 V14 H2 Z M6.5 6 H9.5 V14 H6.5 Z M11 2 H14 V14 H11 Z"),
    /// A column of gas.
    ELEMENT(
            "M8 1 C11 1 13.4 2.8 13.4 5.2 C13.4 7.4 11.4 8.6 9.8 8.8 L10.4 15 H5.6 L6.2 8.8"
                    + " C4.6 8.6 2.6 7.4 2.6 5.2 C2.6 2.8 5 1 8 1 Z"),
    /// A crate.
    CRATE(
            "M1.5 4 H14.5 V14 H1.5 Z M2.8 5.3 V7 H13.2 V5.3 Z M2.8 8.2 V12.7 H13.2 V8.2 Z M6.5 9"
                    + " H9.5 V10.2 H6.5 Z"),
    /// A triangle towards later.
    PLAY("M4 2 L13 8 L4 14 Z"),
    /// Two posts.
    PAUSE("M4 2 H6.6 V14 H4 Z M9.4 2 H12 V14 H9.4 Z"),
    /// One frame back.
    BACK("M11 3 L5 8 L11 13 Z M3 3 H4.2 V13 H3 Z"),
    /// One frame on.
    ON("M5 3 L11 8 L5 13 Z M11.8 3 H13 V13 H11.8 Z"),
    /// A rope's turn.
    LOOP(
            "M4.5 4 H11 A4 4 0 0 1 11 12 H5 A4 4 0 0 1 1.6 6 L2.8 6.7 A2.6 2.6 0 0 0 5 10.6 H11"
                    + " A2.6 2.6 0 0 0 11 5.4 H4.5 V7.2 L1.6 4.7 L4.5 2.2 Z"),
    PLUS("M7.2 2 H8.8 V7.2 H14 V8.8 H8.8 V14 H7.2 V8.8 H2 V7.2 H7.2 Z"),
    PENNANT("M3 1.5 H4.4 V15 H3 Z M4.8 2.2 L13.5 5.2 L4.8 8.4 Z"),
    CLOSE(
            "M3.4 2.4 L8 7 L12.6 2.4 L13.6 3.4 L9 8 L13.6 12.6 L12.6 13.6 L8 9 L3.4 13.6 L2.4 12.6"
                    + " L7 8 L2.4 3.4 Z");

    private final String path;

    Glyph(String path) {
        this.path = path;
    }

    /// A new node of it, 16 units in the square unless scaled; its colour is the style sheet's.
    public SVGPath node() {
        SVGPath svg = new SVGPath();
        svg.setContent(path);
        svg.setFillRule(FillRule.EVEN_ODD);
        svg.getStyleClass().add("glyph");
        svg.setMouseTransparent(true);
        return svg;
    }
}
