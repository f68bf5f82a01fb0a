package ashfall.desk.manifest;

import ashfall.desk.document.Document;
import ashfall.shot.Bounds;
import ashfall.shot.Burn;
import ashfall.shot.Carrier;
import ashfall.shot.Curve;
import ashfall.shot.Draught;
import ashfall.shot.Element;
import ashfall.shot.Foreign;
import ashfall.shot.Frames;
import ashfall.shot.Gas;
import ashfall.shot.Item;
import ashfall.shot.Kind;
import ashfall.shot.Lamp;
import ashfall.shot.Obstacle;
import ashfall.shot.Scenery;
import ashfall.shot.Shape;
import ashfall.shot.Shot;
import ashfall.shot.Source;
import ashfall.shot.Vec3;

import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/// Adds elements, sources, obstacles, draughts, lamps, meshes and volumes from elsewhere, of sizes
/// that fit where they come to be and with releases that burn; each is one edit.
final class Adding {
    private final Document document;

    Adding(Document document) {
        this.document = document;
    }

    private Item bounds(Optional<String> elementName) {
        return elementName
                .map(document.shot().elements()::get)
                .map(Element::bounds)
                .orElse(Item.of(Bounds.KIND));
    }

    /// Adds an obstacle beside the middle of an element's floor, of a size that fits its bounds.
    ///
    /// @return its path
    String addObstacle(Optional<String> elementName) {
        Shot shot = document.shot();
        Item bounds = bounds(elementName);
        Vec3 from = bounds.get(Bounds.FROM);
        Vec3 size = bounds.get(Bounds.TO).minus(from);
        double edge = neat(0.15 * Math.min(size.x(), Math.min(size.y(), size.z())));
        String name = Arranging.free("obstacle", shot.obstacles().keySet());
        Item item =
                Item.of(Obstacle.KIND)
                        .with(Shape.SHAPE, "box")
                        .with(Shape.SIZE, new Vec3(edge, edge, edge))
                        .with(Shape.RADIUS, 0.5 * edge)
                        .with(Shape.THICKNESS, neat(0.2 * edge))
                        .with(
                                Shape.CENTRE,
                                new Vec3(
                                        neat(from.x() + 0.5 * size.x() + 1.5 * edge),
                                        neat(from.y() + 0.5 * edge),
                                        neat(from.z() + 0.5 * size.z())));
        document.arrange("Add " + name, shot.withObstacle(name, item));
        return "obstacles." + name;
    }

    /// Adds a draught that acts everywhere; its shape, where it is to have one, fits the bounds
    /// of an element.
    ///
    /// @return its path
    String addDraught(Optional<String> elementName) {
        Shot shot = document.shot();
        Item bounds = bounds(elementName);
        Vec3 from = bounds.get(Bounds.FROM);
        Vec3 size = bounds.get(Bounds.TO).minus(from);
        double least = Math.min(size.x(), Math.min(size.y(), size.z()));
        Vec3 middle = from.plus(size.times(0.5));
        String name = Arranging.free("draught", shot.draughts().keySet());
        Item item =
                Item.of(Draught.KIND)
                        .with(Draught.NOISE_SIZE, neat(0.15 * least))
                        .with(Shape.RADIUS, neat(0.4 * least))
                        .with(
                                Shape.CENTRE,
                                new Vec3(neat(middle.x()), neat(middle.y()), neat(middle.z())));
        document.arrange("Add " + name, shot.withDraught(name, item));
        return "draughts." + name;
    }

    /// Adds a lamp above and before an element's bounds that lights them as brightly as floodlights
    /// do.
    ///
    /// @return its path
    String addLamp(Optional<String> elementName) {
        Shot shot = document.shot();
        Item bounds = bounds(elementName);
        Vec3 from = bounds.get(Bounds.FROM);
        Vec3 to = bounds.get(Bounds.TO);
        Vec3 size = to.minus(from);
        double far = 0.5 * size.length();
        String name = Arranging.free("lamp", shot.lamps().keySet());
        Item item =
                Item.of(Lamp.KIND)
                        .with(
                                Lamp.AT,
                                new Vec3(
                                        neat(to.x() + 0.1 * far),
                                        neat(0.6 * (from.y() + to.y()) + 0.1),
                                        neat(to.z() + 0.1 * far)))
                        .with(Lamp.RADIUS, neat(0.02 * far))
                        // Some thousand lux in the middle.
                        .with(Lamp.LIGHT, neat(4 * Math.PI * far * far * 5000));
        Map<String, Item> next = new LinkedHashMap<>(shot.lamps());
        next.put(name, item);
        document.arrange("Add " + name, shot.withGroup("lamps", next));
        return "lamps." + name;
    }

    /// Adds volumes from elsewhere, without a file yet.
    ///
    /// @return their path
    String addVolumes() {
        Shot shot = document.shot();
        String name = Arranging.free("volumes", Arranging.seen(shot));
        Map<String, Item> next = new LinkedHashMap<>(shot.volumes());
        next.put(name, Item.of(Foreign.KIND));
        document.arrange("Add " + name, shot.withGroup("volumes", next));
        return "volumes." + name;
    }

    /// Adds a mesh, without a file yet.
    ///
    /// @return its path
    String addMesh() {
        Shot shot = document.shot();
        String name = Arranging.free("mesh", shot.meshes().keySet());
        Map<String, Item> next = new LinkedHashMap<>(shot.meshes());
        next.put(name, Item.of(Scenery.KIND));
        document.arrange("Add " + name, shot.withGroup("meshes", next));
        return "meshes." + name;
    }

    /// Adds a source in the middle of an element's floor, of a size that fits its bounds and voxels
    /// and with a release that burns. Without an element, one is added first.
    ///
    /// @return its path
    String addSource(Kind kind, Optional<String> elementName) {
        Shot shot = document.shot();
        String into =
                elementName
                        .filter(shot.elements()::containsKey)
                        .orElseGet(() -> Arranging.free("fire", Arranging.seen(shot)));
        Element element = shot.elements().get(into);
        if (element == null) {
            element = Element.bare();
        }
        String name = Arranging.free(kind.name(), element.sources().keySet());
        Item source = sized(kind, element, shot);
        document.arrange("Add " + name, shot.withElement(into, element.withSource(name, source)));
        return "elements." + into + ".sources." + name;
    }

    private static Item sized(Kind kind, Element element, Shot shot) {
        Vec3 from = element.bounds().get(Bounds.FROM);
        Vec3 to = element.bounds().get(Bounds.TO);
        double width = Math.min(to.x() - from.x(), to.z() - from.z());
        double voxel = element.gas().number(Gas.SKETCH);
        double radius = neat(Math.max(0.08 * width, 2.5 * voxel));
        Vec3 middle = from.plus(to).times(0.5);
        Item item =
                Item.of(kind)
                        .with(Shape.CENTRE, new Vec3(middle.x(), from.y() + radius, middle.z()))
                        .with(Shape.RADIUS, radius);
        double start =
                Math.max(
                        0, shot.frames().get(Frames.RATE).seconds(shot.frames().get(Frames.FIRST)));
        // A fireball of this mass has a diameter of four to five radii (physics: D = 5.8 m^(1/3)).
        double mass = neat(Math.pow(4.5 * radius / 5.8, 3));
        double fuelHeat = 1e6 * Burn.effective(element.burn(), Burn.HEAT);
        return switch (kind.name()) {
            case "charge" ->
                    item.with(Source.GRAIN, neat(0.5 * radius))
                            .with(Source.TOTAL, mass)
                            .with(Source.TEMPERATURE, 500)
                            .with(Source.UNEVEN, 0.6)
                            .with(
                                    Source.RELEASED_FUEL,
                                    curve(start, 0.02, 0, 0.06, 1, 0.25, 0.6, 0.6, 0));
            case "carriers" -> thrown(item, start, middle, radius, voxel, mass);
            case "burner" ->
                    item.with(Source.GRAIN, neat(0.5 * radius))
                            .with(Shape.SHAPE, "disc")
                            .with(Shape.CENTRE, new Vec3(middle.x(), from.y() + voxel, middle.z()))
                            .with(Shape.SIZE, new Vec3(2 * radius, 2 * voxel, 2 * radius))
                            // 1.2 MW on each square metre, as large pools burn.
                            .with(
                                    Source.RELEASED_FUEL,
                                    neat(1.2e6 * Math.PI * radius * radius / fuelHeat));
            default -> igniter(item.with(Source.GRAIN, neat(0.5 * radius)), element, start, mass);
        };
    }

    /// A burst in the middle of the bounds that stays within them.
    private static Item thrown(
            Item item, double start, Vec3 middle, double radius, double voxel, double mass) {
        double reach = 3 * radius;
        double life = 0.4;
        return item.with(Shape.CENTRE, middle)
                .with(Shape.RADIUS, neat(0.5 * radius))
                .with(Carrier.FROM, start)
                .with(Carrier.TO, neat(start + 0.08))
                .with(Carrier.LIFE, life)
                // Slowed to a fifth at its end, it goes 0.6 of this speed in the mean.
                .with(Carrier.SPEED, neat(reach / (0.6 * life)))
                .with(Carrier.SLOWED_TO, neat(0.2 * reach / (0.6 * life)))
                .with(Carrier.SLOWED_WITHIN, life)
                .with(Carrier.SIZE, neat(Math.max(0.25 * radius, 1.2 * voxel)))
                .with(Carrier.STRENGTH_END, 0.2)
                .with(Source.TEMPERATURE, 500)
                .with(Source.TOTAL, mass);
    }

    /// A spark for a charge. Over a burner: a standing pilot, without which the flame would lift
    /// off; at first it would heat the air in it by 600 K in 0.3 s.
    private static Item igniter(Item item, Element element, double start, double mass) {
        Optional<Item> burner =
                element.sources().values().stream()
                        .filter(source -> source.kind().equals(Source.BURNER))
                        .findFirst();
        if (burner.isEmpty()) {
            double heat = neat(8000 * mass);
            return item.with(Source.HEAT, curve(start, 0.02, 0, 0.03, heat, 0.2, heat, 0.3, 0));
        }
        double radius = burner.get().number(Shape.RADIUS);
        double fuelHeat = Burn.heat(element, burner.get());
        double heat = burner.get().get(Source.RELEASED_FUEL).largest() * fuelHeat / 1000;
        double height = Math.max(0.5 * radius, burner.get().get(Shape.SIZE).y());
        double air = 1.2 * Math.PI * radius * radius * height;
        double lighting = neat(Math.max(0.2 * heat, air * 600 / 0.3));
        return item.with(Shape.SHAPE, "disc")
                .with(Shape.CENTRE, burner.get().get(Shape.CENTRE))
                .with(Shape.RADIUS, radius)
                .with(Shape.SIZE, new Vec3(2 * radius, height, 2 * radius))
                .with(Source.HEAT, curve(start, 0, lighting, 0.3, lighting, 0.5, neat(0.1 * heat)));
    }

    private static Curve curve(double start, double... pairs) {
        double[][] points = new double[pairs.length / 2][];
        for (int i = 0; i < points.length; i++) {
            points[i] = new double[] {start + pairs[2 * i], pairs[2 * i + 1]};
        }
        return Curve.through(points);
    }

    private static double neat(double value) {
        return Double.parseDouble(String.format(Locale.ROOT, "%.2g", value));
    }

    /// Adds an element with bounds and voxels like those of another, or of a small fire.
    ///
    /// @return its path
    String addElement() {
        Shot shot = document.shot();
        String name = Arranging.free("fire", Arranging.seen(shot));
        Element model =
                shot.elements().isEmpty()
                        ? Element.bare()
                        : shot.elements().values().iterator().next().withSources(Map.of());
        document.arrange("Add " + name, shot.withElement(name, model));
        return "elements." + name;
    }
}
