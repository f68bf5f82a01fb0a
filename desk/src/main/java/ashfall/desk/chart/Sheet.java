package ashfall.desk.chart;

import ashfall.desk.document.Document;
import ashfall.desk.document.Selection;
import ashfall.shot.Carrier;
import ashfall.shot.Item;
import ashfall.shot.Quantity;
import ashfall.shot.Source;
import ashfall.shot.Timing;

import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleObjectProperty;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.NavigableSet;
import java.util.TreeSet;

/// What the rows of the cue sheet share: the shot, what is chosen, what moves along, and the events
/// that a drag snaps to.
final class Sheet {
    final Document document;
    final Selection selection;

    /// Does a drag move all of the element, and the air?
    final BooleanProperty together = new SimpleBooleanProperty();

    /// The row whose curve the shape bar changes; null for none.
    final ObjectProperty<ReleaseRow> taken = new SimpleObjectProperty<>();

    Sheet(Document document, Selection selection) {
        this.document = document;
        this.selection = selection;
    }

    /// What a drag of an item moves, by path.
    Map<String, Item> moving(String path) {
        Map<String, Item> items = new LinkedHashMap<>();
        if (!together.get()) {
            items.put(path, document.shot().item(path));
            if (selection.isAmong(path)) {
                document.shot()
                        .items()
                        .forEach(
                                (at, item) -> {
                                    if (selection.isAmong(at)) {
                                        items.put(at, item);
                                    }
                                });
            }
            return items;
        }
        String element = elementOf(path);
        document.shot()
                .items()
                .forEach(
                        (at, item) -> {
                            boolean beside =
                                    element.isEmpty()
                                            || at.equals(element)
                                            || at.startsWith(element + ".sources.");
                            if (at.equals(path) || at.equals("air") || beside) {
                                items.put(at, item);
                            }
                        });
        return items;
    }

    private static String elementOf(String path) {
        int sources = path.indexOf(".sources.");
        return path.startsWith("elements.") && sources > 0 ? path.substring(0, sources) : "";
    }

    /// Seconds at which anything but an item begins, ends or turns.
    NavigableSet<Double> events(String path) {
        NavigableSet<Double> all = new TreeSet<>();
        document.shot()
                .items()
                .forEach(
                        (at, item) -> {
                            if (!at.equals(path)) {
                                addEvents(item, all);
                            }
                        });
        return all;
    }

    private static void addEvents(Item item, NavigableSet<Double> all) {
        for (var param : item.kind().params().values()) {
            if (param instanceof Quantity q && q.follows() && !item.get(q).isConstant()) {
                item.get(q).points().forEach(p -> all.add(p.seconds()));
            }
        }
        Timing.Span span = Timing.of(item);
        if (span != null) {
            all.add(span.from());
            all.add(span.to());
        }
        if (item.kind().equals(Source.CARRIERS)) {
            all.add(item.number(Carrier.TO));
        }
    }
}
