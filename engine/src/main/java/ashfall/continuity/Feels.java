package ashfall.continuity;

import ashfall.shot.Air;
import ashfall.shot.Carrier;
import ashfall.shot.Draught;
import ashfall.shot.Element;
import ashfall.shot.Gas;
import ashfall.shot.Item;
import ashfall.shot.Quantity;
import ashfall.shot.Shot;
import ashfall.shot.Source;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/// Who feels what: the forces of a shot against the gas and the carriers of an element.
public final class Feels {
    /// More on the same thing, and nobody can tell which one does what.
    private static final int FEW = 3;

    private static final String GRAVITY = "gravity";
    private static final String WIND = "wind";
    private static final String EDDIES = "eddies";
    private static final String CURLS = "curls";

    /// How much of a force a thing feels.
    ///
    /// @param share 1 for all of it
    /// @param path of the item that says so
    /// @param param of it that does; null where it cannot be set
    public record Crossing(String force, String thing, double share, String path, Quantity param) {}

    private final Shot shot;
    private final String path;
    private final Element element;
    private final List<Force> forces = new ArrayList<>();
    private final List<String> things = new ArrayList<>();
    private final List<Crossing> crossings = new ArrayList<>();

    /// What acts.
    ///
    /// @param draught the item where it is one; null for what the air and gravity do
    private record Force(String name, Item draught) {}

    private Feels(Shot shot, String elementName) {
        this.shot = shot;
        this.path = "elements." + elementName;
        this.element = shot.element(elementName);
    }

    public static Feels of(Shot shot, String elementName) {
        Feels feels = new Feels(shot, elementName);
        feels.find();
        return feels;
    }

    /// Gravity, and what acts in the shot besides.
    public List<String> forces() {
        return forces.stream().map(Force::name).toList();
    }

    /// The gas, then the sets of carriers.
    public List<String> things() {
        return List.copyOf(things);
    }

    /// All crossings: of the first thing with each force, then of the next.
    public List<Crossing> crossings() {
        return List.copyOf(crossings);
    }

    /// A hint where many forces act on one thing.
    public Optional<String> hint() {
        for (int k = 0; k < things.size(); k++) {
            // Gravity, the first, is always there.
            List<String> felt =
                    crossings.subList(k * forces.size() + 1, (k + 1) * forces.size()).stream()
                            .filter(c -> c.share > 0)
                            .map(Crossing::force)
                            .toList();
            if (felt.size() > FEW) {
                return Optional.of(
                        String.format(
                                "%d forces act on %s (%s); few and small ones are easier to tell"
                                        + " apart, so switch one off and look whether it is missed",
                                felt.size(), things.get(k), String.join(", ", felt)));
            }
        }
        return Optional.empty();
    }

    private void find() {
        Item air = shot.air();
        forces.add(new Force(GRAVITY, null));
        boolean windy = air.get(Air.WIND).length() > 0 && air.get(Air.WIND_SHARE).largest() > 0;
        addIf(windy || air.get(Air.GUSTS).largest() > 0, new Force(WIND, null));
        addIf(air.get(Air.STIR_SPEED).largest() > 0, new Force(EDDIES, null));
        addIf(element.gas().number(Gas.VORTICITY) > 0, new Force(CURLS, null));
        shot.draughts().forEach((name, item) -> addIf(item.get(Draught.ON), new Force(name, item)));
        things.add("gas");
        for (Force force : forces) {
            if (force.draught != null) {
                cross(force, "gas", "draughts." + force.name, force.draught, Draught.FELT);
            } else if (force.name.equals(GRAVITY)) {
                cross(force, "gas", path, element.gas(), Gas.LIFT);
            } else {
                crossings.add(new Crossing(force.name, "gas", 1, path, null));
            }
        }
        element.sources()
                .forEach(
                        (name, item) -> {
                            if (item.kind().equals(Source.CARRIERS)) {
                                things.add(name);
                                forces.forEach(force -> crossCarriers(force, name, item));
                            }
                        });
    }

    private void addIf(boolean acts, Force force) {
        if (acts) {
            forces.add(force);
        }
    }

    private void cross(Force force, String thing, String at, Item item, Quantity param) {
        crossings.add(new Crossing(force.name, thing, item.number(param), at, param));
    }

    private void crossCarriers(Force force, String name, Item item) {
        String at = path + ".sources." + name;
        if (force.draught != null) {
            cross(force, name, at, item, Carrier.FEELS_DRAUGHTS);
            return;
        }
        switch (force.name) {
            case GRAVITY -> cross(force, name, at, item, Carrier.GRAVITY);
            case EDDIES -> cross(force, name, at, item, Carrier.FEELS_EDDIES);
            default -> {
                // Wind takes along only what the air holds back; curls are the gas's own.
                boolean blown = force.name.equals(WIND) && item.number(Carrier.TERMINAL) > 0;
                if (blown) {
                    cross(force, name, at, item, Carrier.FEELS_WIND);
                } else {
                    crossings.add(new Crossing(force.name, name, 0, at, null));
                }
            }
        }
    }
}
