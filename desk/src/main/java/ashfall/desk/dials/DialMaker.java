package ashfall.desk.dials;

import ashfall.desk.document.Document;
import ashfall.desk.document.Station;
import ashfall.desk.run.Runs;
import ashfall.shot.Draught;
import ashfall.shot.Foreign;
import ashfall.shot.Gas;
import ashfall.shot.Item;
import ashfall.shot.Kept;
import ashfall.shot.Obstacle;
import ashfall.shot.Param;
import ashfall.shot.Quantity;
import ashfall.shot.Reading;
import ashfall.shot.Scenery;
import ashfall.shot.Shape;
import ashfall.shot.Source;
import ashfall.shot.Sun;
import ashfall.shot.Text;

import javafx.beans.value.ObservableDoubleValue;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/// Which dials an item has, and what each is like.
final class DialMaker {
    /// Texts for which a file is chosen.
    private static final Set<Text> FILES = Set.of(Sun.SKY_PICTURE, Foreign.FILE, Scenery.FILE);

    /// Words that still fit a row or two; more go into a menu.
    private static final int MOST_CHIPS = 7;

    private final Document document;
    private final Runs runs;
    private final Ranges ranges;
    private final ObservableDoubleValue pointed;
    private final Function<Text, Optional<Path>> ask;

    /// @param ask for a file, as a parameter names it
    /// @param pointed temperature shown of the gas under the pointer, K; NaN where there is none
    DialMaker(
            Document document,
            Runs runs,
            Ranges ranges,
            ObservableDoubleValue pointed,
            Function<Text, Optional<Path>> ask) {
        this.document = document;
        this.runs = runs;
        this.ranges = ranges;
        this.pointed = pointed;
        this.ask = ask;
    }

    /// Does a parameter say anything of the shape and the patches that an item has?
    static boolean concerns(Param<?> param, Item item) {
        if (item.kind().equals(Gas.KIND)) {
            return item.get(Kept.CROP) || (param != Kept.CROP_FROM && param != Kept.CROP_TO);
        }
        if (item.kind().equals(Draught.KIND)) {
            return Draught.concerns(param, item) && Shape.concerns(param, item);
        }
        if (item.kind().equals(Obstacle.KIND)) {
            return Obstacle.concerns(param, item) && Shape.concerns(param, item);
        }
        return !Shape.isHad(item.kind())
                || (Shape.concerns(param, item) && Source.concerns(param, item));
    }

    /// Is a parameter tuned at a station? The gas has parameters for several; a source those of its
    /// shape.
    static boolean belongs(Param<?> param, Item item, Station station) {
        if (param.key().equals("on")) {
            return false;
        }
        if (item.kind().equals(Gas.KIND)) {
            return switch (station) {
                case SITE -> param.key().startsWith("voxel") || param == Gas.PRESENCE;
                case HAND_OVER ->
                        param == Kept.CHANNELS
                                || (param.key().startsWith("crop") && concerns(param, item));
                default ->
                        !param.key().startsWith("voxel")
                                && param != Gas.PRESENCE
                                && !Kept.params().contains(param);
            };
        }
        return concerns(param, item);
    }

    /// The dial of a parameter of the item at a path.
    Dial<?> dial(String path, Param<?> param) {
        return switch (param) {
            case Quantity q -> new QuantityDial(document, path, q);
            case Param.Vector v -> new VectorDial(document, path, v);
            case Param.Path p -> new PathDial(document, runs, path, p);
            case Param.Whole w ->
                    new FieldDial<>(
                            document,
                            path,
                            w,
                            value -> Long.toString(value),
                            value -> value + 1,
                            value -> value - 1);
            case Param.Colours c -> new RampDial(document, path, c, ranges, pointed);
            case Text t when FILES.contains(t) ->
                    new FileDial(document, path, t, () -> ask.apply(t));
            case Text t -> new FieldDial<>(document, path, t, text -> text, null, null);
            case Param.Rate r -> new FieldDial<>(document, path, r, Object::toString, null, null);
            case Param.Switch s ->
                    new ChipsDial<>(
                            document,
                            path,
                            s,
                            List.of("on", "off"),
                            (value, word) -> value == word.equals("on"),
                            (value, word) -> word.equals("on"));
            case Param.Choice c when Reading.KIND.params().containsValue(c) ->
                    new ChannelDial(document, path, c, ranges);
            case Param.Choice c when c.options().size() > MOST_CHIPS ->
                    new MenuDial(document, path, c);
            case Param.Choice c ->
                    new ChipsDial<>(
                            document, path, c, c.options(), String::equals, (value, word) -> word);
            case Param.Subset s when s.equals(Kept.CHANNELS) ->
                    new ChannelsTable(document, runs, path);
            case Param.Subset s ->
                    new ChipsDial<>(
                            document,
                            path,
                            s,
                            s.options(),
                            List::contains,
                            (value, word) -> toggled(s, value, word));
        };
    }

    private static List<String> toggled(Param.Subset param, List<String> value, String word) {
        return param.options().stream()
                .filter(option -> option.equals(word) != value.contains(option))
                .toList();
    }
}
