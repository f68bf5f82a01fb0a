package ashfall.desk.document;

import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;
import javafx.collections.FXCollections;
import javafx.collections.ObservableSet;

import java.util.LinkedHashSet;
import java.util.List;

/// Which thing of the shot is chosen, and which station of the work shows its dials.
public final class Selection {
    private final ReadOnlyObjectWrapper<String> path = new ReadOnlyObjectWrapper<>("frames");
    private final ObjectProperty<Station> station = new SimpleObjectProperty<>(Station.SITE);
    private final ObservableSet<String> along = FXCollections.observableSet(new LinkedHashSet<>());

    /// Held, since who listens to it would else be forgotten with it.
    private final ObservableSet<String> seen = FXCollections.unmodifiableObservableSet(along);

    /// Path of the chosen item, as in the shot's items; never null, but the item may be gone.
    public ReadOnlyObjectProperty<String> pathProperty() {
        return path.getReadOnlyProperty();
    }

    public String path() {
        return path.get();
    }

    /// Paths of the items that are taken along with the chosen one: a dial that is set sets theirs.
    public ObservableSet<String> along() {
        return seen;
    }

    /// Is an item the chosen one, or taken along with it?
    public boolean isAmong(String itemPath) {
        return itemPath.equals(path.get()) || along.contains(itemPath);
    }

    /// Chooses the first of several items, and takes the others along.
    ///
    /// @param paths at least one
    public void chooseAll(List<String> paths) {
        choose(paths.getFirst());
        along.clear();
        along.addAll(paths.subList(1, paths.size()));
    }

    /// Takes an item along, or leaves it.
    public void takeAlong(String itemPath) {
        if (!itemPath.equals(path.get()) && !along.remove(itemPath)) {
            along.add(itemPath);
        }
    }

    public ObjectProperty<Station> stationProperty() {
        return station;
    }

    /// Chooses an item, and the station where it is tuned.
    public void choose(String itemPath) {
        choose(itemPath, Station.of(itemPath));
    }

    /// Chooses an item at a station; the gas of an element has dials at several.
    public void choose(String itemPath, Station at) {
        // Another station of the same thing keeps what is taken along; choosing it anew does not.
        if (!itemPath.equals(path.get()) || at == station.get()) {
            along.clear();
        }
        station.set(at);
        path.set(itemPath);
    }
}
