package ashfall.desk.document;

import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;

/// Which thing of the shot is chosen, and which station of the work shows its dials.
public final class Selection {
    private final ReadOnlyObjectWrapper<String> path = new ReadOnlyObjectWrapper<>("frames");
    private final ObjectProperty<Station> station = new SimpleObjectProperty<>(Station.SITE);

    /// Path of the chosen item, as in the shot's items; never null, but the item may be gone.
    public ReadOnlyObjectProperty<String> pathProperty() {
        return path.getReadOnlyProperty();
    }

    public String path() {
        return path.get();
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
        station.set(at);
        path.set(itemPath);
    }
}
