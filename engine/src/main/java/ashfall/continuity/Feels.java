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
import java.util.Map;
import java.util.Optional;

/// Who feels what: the forces of a shot against the gas and the carriers of an element.
public final class Feels {
    /// More on the same thing, and nobody can tell which one does what.
    private static final int FEW = 3;

    private static final String GRAVITY = "gravity";

    /// How much of a force a thing feels.
    ///
    /// @param share 1 for all of it
    /// @param path of the item that says so
    /// @param param of it that does; null where it cannot be set
    public record Crossing(String force, String thing, double share, String path, Quantity param) {}

    private final Shot shot;
    private final String path;
    private final Element element;
    private final List<String> forces = new ArrayList<>();
    private final List<String> things = new ArrayList<>();
    private final List<Crossing> crossings = new ArrayList<>();

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
        return List.copyOf(forces);
    }

    /// The gas, then the sets of carriers.
    public List<String> things() {
        return List.copyOf(things);
    }

    public Crossing crossing(String force, String thing) {
        return crossings.stream()
                .filter(c -> c.force.equals(force) && c.thing.equals(thing))
                .findFirst()
                .orElseThrow();
    }

    /// A hint where many forces act on one thing.
    public Optional<String> hint() {
        for (String thing : things) {
            List<String> felt =
                    crossings.stream()
                            .filter(c -> c.thing.equals(thing) && c.share > 0)
                            .map(Crossing::force)
                            .filter(force -> !force.equals(GRAVITY))
                            .toList();
            if (felt.size() > FEW) {
                return Optional.of(
                        String.format(
                                "%d forces act on %s (%s); few and small ones are easier to tell"
                                        + " apart, so switch one off and look whether it is missed",
                                felt.size(), thing, String.join(", ", felt)));
            }
        }
        return Optional.empty();
    }

    private void find() {
        Item air = shot.air();
        boolean windy = air.get(Air.WIND).length() > 0 || air.get(Air.GUSTS).largest() > 0;
        boolean stirred = air.get(Air.STIR_SPEED).largest() > 0;
        boolean curls = element.gas().number(Gas.VORTICITY) > 0;
        forces.add(GRAVITY);
        addIf(windy, "wind");
        addIf(stirred, "eddies");
        addIf(curls, "curls");
        shot.draughts().forEach((name, item) -> addIf(item.get(Draught.ON), name));
        String gas = "gas";
        things.add(gas);
        for (String force : forces) {
            boolean set = shot.draughts().containsKey(force);
            if (force.equals(GRAVITY)) {
                cross(force, gas, path, element.gas(), Gas.LIFT);
            } else if (set) {
                cross(force, gas, "draughts." + force, shot.draughts().get(force), Draught.FELT);
            } else {
                crossings.add(new Crossing(force, gas, 1, path, null));
            }
        }
        element.sources().entrySet().stream()
                .filter(s -> s.getValue().kind().equals(Source.CARRIERS))
                .forEach(this::addCarriers);
    }

    private void addIf(boolean acts, String force) {
        if (acts) {
            forces.add(force);
        }
    }

    private void cross(String force, String thing, String at, Item item, Quantity param) {
        crossings.add(new Crossing(force, thing, item.number(param), at, param));
    }

    private void addCarriers(Map.Entry<String, Item> source) {
        String name = source.getKey();
        Item item = source.getValue();
        String at = path + ".sources." + name;
        things.add(name);
        for (String force : forces) {
            // Wind takes along only what the air holds back.
            boolean free = force.equals("wind") && item.number(Carrier.TERMINAL) == 0;
            if (free || force.equals("curls")) {
                crossings.add(new Crossing(force, name, 0, at, null));
            } else {
                Quantity param =
                        switch (force) {
                            case GRAVITY -> Carrier.GRAVITY;
                            case "wind" -> Carrier.FEELS_WIND;
                            case "eddies" -> Carrier.FEELS_EDDIES;
                            default -> Carrier.FEELS_DRAUGHTS;
                        };
                cross(force, name, at, item, param);
            }
        }
    }
}
