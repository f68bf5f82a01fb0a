package ashfall.shot;

import ashfall.burn.Fuel;
import ashfall.burn.Fuels;
import ashfall.shot.Param.Choice;

import com.fasterxml.jackson.databind.node.TextNode;

import java.util.ArrayList;
import java.util.List;

/// Shots made from a few numbers: the size of the fire gives bounds, voxels, duration and camera.
public final class NewShot {
    public static final List<String> KINDS = List.of("burner", "fireball", "puff", "empty");

    private static final Quantity RADIUS =
            Quantity.of("radius", "Radius of the source", Unit.METRE, 0.5, Affects.GAS)
                    .hard(0.001, 500)
                    .usual(0.1, 5)
                    .words("smaller", "larger")
                    .does("Radius of the source.");
    private static final Choice FUEL = Burn.FUEL;
    private static final Quantity MASS =
            Quantity.of("mass", "Fuel in all", Unit.KILOGRAM, 5, Affects.GAS)
                    .hard(1e-4, 1e5)
                    .usual(0.5, 100)
                    .words("less", "more")
                    .does("Fuel in all; the fireball grows with its cube root.");
    private static final Quantity HEAT =
            Quantity.of("heat", "Heat released a second", Unit.KILOWATT, 1000, Affects.GAS)
                    .hard(0.01, 1e7)
                    .usual(10, 10000)
                    .words("less", "more")
                    .does("Heat released each second; flames stand higher with more.");
    private static final Quantity TEMPERATURE =
            Quantity.of(
                            "temperature",
                            "Temperature of what is released",
                            Unit.KELVIN,
                            450,
                            Affects.GAS)
                    .hard(200, 3500)
                    .usual(300, 1600)
                    .words("colder", "hotter")
                    .does("Temperature of what is released.");

    /// The settings of [#make] besides the paths of the shot itself.
    public static final Kind SETTINGS =
            Kind.of("new", "New shot", RADIUS, FUEL, MASS, HEAT, TEMPERATURE);

    private NewShot() {}

    /// A shot of a kind. Settings are `radius`, `fuel`, `mass`, `heat`, `temperature`, or a path of
    /// the shot.
    ///
    /// @throws ShotException for an unknown kind or setting
    public static Shot make(String kind, List<String> settings) {
        Item own = Item.of(SETTINGS);
        List<String> paths = new ArrayList<>();
        for (String setting : settings) {
            int equals = setting.indexOf('=');
            Param<?> param =
                    equals < 1 ? null : SETTINGS.params().get(setting.substring(0, equals));
            if (param == null) {
                paths.add(setting);
            } else {
                own = put(own, param, setting.substring(equals + 1));
            }
        }
        Shot shot =
                switch (kind) {
                    case "burner" -> burner(own);
                    case "fireball" -> fireball(own);
                    case "puff" -> puff(own);
                    case "empty" -> Shot.empty("empty");
                    default ->
                            throw new ShotException(
                                    "there is no kind of shot '"
                                            + kind
                                            + "'; there are "
                                            + String.join(", ", KINDS));
                };
        return Settings.with(shot, paths);
    }

    @SuppressWarnings("unchecked")
    private static <T> Item put(Item item, Param<T> param, String text) {
        return item.with(
                param, (T) ShotFile.value(param, TextNode.valueOf(text), "--set", param.key()));
    }

    private static Shot burner(Item own) {
        double radius = own.number(RADIUS);
        double heat = own.number(HEAT);
        Fuel fuel = Fuels.of(own.get(FUEL));
        double height = Math.max(4 * radius, 0.235 * Math.pow(heat, 0.4) - 2.04 * radius);
        Item source =
                Item.of(Source.BURNER)
                        .with(Shape.SHAPE, "disc")
                        .with(Shape.CENTRE, new Vec3(0, round(0.1 * radius), 0))
                        .with(Shape.RADIUS, radius)
                        .with(
                                Shape.SIZE,
                                new Vec3(round(2 * radius), round(0.2 * radius), round(2 * radius)))
                        .with(Source.TEMPERATURE, own.number(TEMPERATURE))
                        .with(Source.RELEASED_FUEL, heat * 1e3 / fuel.heat());
        // Heats its cylinder of air to a flame's temperature within half a second.
        double lighting = round(Math.max(0.2 * heat, 1000 * radius * radius * radius));
        Item pilot =
                Item.of(Source.IGNITER)
                        .with(Shape.SHAPE, "disc")
                        .with(Shape.CENTRE, new Vec3(0, round(0.25 * radius), 0))
                        .with(Shape.RADIUS, round(0.5 * radius))
                        .with(Shape.SIZE, new Vec3(radius, round(0.5 * radius), radius))
                        .with(
                                Source.HEAT,
                                Curve.through(
                                        new double[] {0, lighting},
                                        new double[] {0.5, lighting},
                                        new double[] {0.8, 0}));
        double width = Math.max(6 * radius, 0.8 * height);
        return framed("burner", width, 2 * height, Math.min(radius / 4, height / 24), 96, 0.04)
                .withElement(
                        "fire",
                        element(own, width, 2 * height, Math.min(radius / 4, height / 24))
                                .withSource("pool", source)
                                .withSource("pilot", pilot));
    }

    private static Shot fireball(Item own) {
        double mass = own.number(MASS);
        double size = 5.8 * Math.cbrt(mass);
        double seconds = 0.06 * Math.cbrt(mass);
        double radius = own.values().containsKey(RADIUS) ? own.number(RADIUS) : 0.1 * size;
        Item charge =
                Item.of(Source.CHARGE)
                        .with(Shape.CENTRE, new Vec3(0, round(radius), 0))
                        .with(Shape.RADIUS, round(radius))
                        .with(Source.TEMPERATURE, own.number(TEMPERATURE))
                        .with(Source.TOTAL, mass)
                        .with(
                                Source.RELEASED_FUEL,
                                Curve.through(
                                        new double[] {0, 1},
                                        new double[] {round(seconds), 1},
                                        new double[] {round(2 * seconds), 0}))
                        .with(
                                Source.PUSH,
                                Curve.through(
                                        new double[] {0, round(4 * Math.sqrt(size))},
                                        new double[] {round(seconds), 0}))
                        .with(Source.UNEVEN, 0.6)
                        .with(Source.GRAIN, round(0.5 * radius));
        Item igniter =
                Item.of(Source.IGNITER)
                        .with(Shape.CENTRE, new Vec3(0, round(radius), 0))
                        .with(Shape.RADIUS, round(radius))
                        .with(
                                Source.HEAT,
                                Curve.through(
                                        new double[] {0, round(6000 * mass)},
                                        new double[] {round(2 * seconds), round(6000 * mass)},
                                        new double[] {round(2 * seconds) + 0.05, 0}));
        double voxel = size / 50;
        return framed("fireball", 1.6 * size, 1.8 * size, voxel, 72, 0.15)
                .withElement(
                        "fireball",
                        following(element(own, 1.6 * size, 1.8 * size, voxel), 0.4 * size)
                                .withSource("charge", charge)
                                .withSource("igniter", igniter));
    }

    private static Shot puff(Item own) {
        double radius = own.number(RADIUS);
        double temperature = own.values().containsKey(TEMPERATURE) ? own.number(TEMPERATURE) : 1500;
        double volume = 4.0 / 3.0 * Math.PI * radius * radius * radius;
        Item source =
                Item.of(Source.CHARGE)
                        .with(Shape.CENTRE, new Vec3(0, round(3 * radius), 0))
                        .with(Shape.RADIUS, round(radius))
                        .with(Source.TEMPERATURE, temperature)
                        .with(Source.UNEVEN, 0)
                        .with(
                                Source.VOLUME,
                                Curve.through(
                                        new double[] {0, 4 * volume},
                                        new double[] {0.2, 4 * volume},
                                        new double[] {0.21, 0}))
                        .with(
                                Source.SMOKE,
                                Curve.through(
                                        new double[] {0, 0.005 * volume},
                                        new double[] {0.2, 0.005 * volume},
                                        new double[] {0.21, 0}));
        double voxel = radius / 5;
        return framed("puff", 10 * radius, 16 * radius, voxel, 48, 0.15)
                .withElement(
                        "puff",
                        following(element(own, 10 * radius, 16 * radius, voxel), 2.5 * radius)
                                .withSource("puff", source));
    }

    private static Element element(Item own, double width, double height, double voxel) {
        Element e = Element.bare();
        double half = round(0.5 * width);
        return e.with(
                        e.gas()
                                .with(Gas.SKETCH, round(voxel))
                                .with(Gas.WORK, round(voxel / 2))
                                .with(Gas.FINAL, round(voxel / 4)))
                .with(
                        e.bounds()
                                .with(Bounds.FROM, new Vec3(-half, 0, -half))
                                .with(Bounds.TO, new Vec3(half, round(height), half)))
                .with(e.burn().with(Burn.FUEL, own.get(FUEL)));
    }

    /// The element in a box that follows the gas on all sides but the ground.
    private static Element following(Element e, double margin) {
        List<String> sides = Bounds.SIDES.stream().filter(s -> !s.equals("bottom")).toList();
        return e.with(e.bounds().with(Bounds.FOLLOW, sides).with(Bounds.MARGIN, round(margin)));
    }

    /// @param stir speed of the turbulence over that of a fall from the height
    private static Shot framed(
            String name, double width, double height, double voxel, int frames, double stir) {
        Shot s = Shot.empty(name);
        double away = 1.5 * Math.max(width, height);
        return s.with("frames", s.frames().with(Frames.LAST, (long) frames))
                .with(
                        "air",
                        s.air()
                                .with(Air.STIR_SPEED, round(stir * Math.sqrt(9.81 * height)))
                                .with(Air.STIR_LARGEST, round(8 * voxel))
                                .with(Air.STIR_SMALLEST, round(voxel)))
                .with(
                        "camera",
                        s.camera()
                                .with(
                                        Camera.POSITION,
                                        new Vec3(0, round(0.25 * height), round(away)))
                                .with(Camera.TARGET, new Vec3(0, round(0.38 * height), 0)));
    }

    /// Three significant digits: sizes that people would type.
    private static double round(double value) {
        if (value == 0) {
            return 0;
        }
        double unit = Math.pow(10, Math.floor(Math.log10(Math.abs(value))) - 2);
        return unit >= 1
                ? Math.rint(value / unit) * unit
                : Math.rint(value / unit) / Math.rint(1 / unit);
    }
}
