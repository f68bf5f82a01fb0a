package ashfall.shot;

import static ashfall.shot.Affects.NOTHING;

import ashfall.shot.Param.Subset;
import ashfall.shot.Param.Switch;
import ashfall.shot.Param.Vector;
import ashfall.shot.Param.Words;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// What a firing keeps of the gas of each frame: which channels, by which name, how exactly, from
/// which values on, and where. The gas itself knows nothing of it.
///
/// @param names of the channels that are kept, in their order: what each is called in files
/// @param full those kept in 32 bit
/// @param above by channel, how much a voxel must differ from still air to be kept, in the unit of
///     the channel; not for the velocity, which is kept where any other channel has anything
/// @param from lower corner of the box that is kept, m
/// @param to its upper corner, m
public record Kept(
        Map<String, String> names,
        Collection<String> full,
        Map<String, Double> above,
        Vec3 from,
        Vec3 to) {

    /// All channels there are.
    public static final List<String> ALL =
            List.of("density", "temperature", "flame", "fuel", "velocity");

    private static final double FAR = 1e5;
    private static final Vec3 LOWEST = new Vec3(-FAR, -FAR, -FAR);
    private static final Vec3 HIGHEST = new Vec3(FAR, FAR, FAR);

    public static final Subset CHANNELS =
            new Subset(
                    Words.of("channels", "Channels kept", NOTHING)
                            .words("smaller files", "more to look at")
                            .does(
                                    "What each frame's file holds; what is left out cannot be"
                                            + " shaded later."),
                    ALL,
                    ALL);
    public static final Subset FULL =
            new Subset(
                    Words.of("full", "Channels kept in 32 bit", NOTHING)
                            .words("smaller files", "more exact")
                            .does(
                                    "Channels kept in 32 bit; the others are rounded to 16 bit"
                                            + " and take half the space. The heat release always"
                                            + " is: it passes what 16 bit hold."),
                    ALL,
                    List.of("flame"));

    /// What the channels are called in files, by channel.
    public static final Map<String, Text> NAMES = namesOfAll();

    private static Map<String, Text> namesOfAll() {
        Map<String, Text> all = new LinkedHashMap<>();
        for (String channel : ALL) {
            all.put(
                    channel,
                    Text.name(
                            Words.of("name." + channel, "Name of " + channel, NOTHING)
                                    .does(
                                            "What the channel "
                                                    + channel
                                                    + " is called in the files of a firing, for"
                                                    + " renderers that want another name."),
                            channel));
        }
        return Collections.unmodifiableMap(all);
    }

    /// From which values on a channel is kept, by channel. The defaults leave out what is rounding
    /// rather than gas.
    public static final Map<String, Quantity> ABOVE =
            Map.of(
                    "density", above("density", Unit.KILOGRAM_PER_CUBIC_METRE, 1e-7, 10, 1e-3),
                    "temperature", above("temperature", Unit.KELVIN, 0.5, 3000, 50),
                    "flame", above("flame", Unit.WATT_PER_CUBIC_METRE, 1, 1e9, 1e5),
                    "fuel", above("fuel", Unit.KILOGRAM_PER_CUBIC_METRE, 1e-6, 10, 1e-2));

    private static Quantity above(
            String channel, Unit unit, double least, double most, double usual) {
        return Quantity.of("above." + channel, "Least " + channel, unit, least, NOTHING)
                .hard(least, most)
                .usual(least, usual)
                .words("all of it", "less")
                .does(
                        "Voxels whose "
                                + channel
                                + " differs from still air by this much or less are left out of"
                                + " the files; what goes is painted in the fireground.");
    }

    public static final Switch CROP =
            new Switch(
                    Words.of("crop", "Crop", NOTHING)
                            .does(
                                    "Only voxels in a box are kept in the files; what goes is"
                                            + " painted in the fireground."),
                    false);
    public static final Vector CROP_FROM =
            new Vector(
                    Words.of("crop.from", "Lower corner kept", NOTHING)
                            .words("lower", "higher")
                            .does("Lower corner of the box that is kept, while it is cropped."),
                    Unit.METRE,
                    -FAR,
                    FAR,
                    new Vec3(-5, 0, -5));
    public static final Vector CROP_TO =
            new Vector(
                    Words.of("crop.to", "Upper corner kept", NOTHING)
                            .words("lower", "higher")
                            .does("Upper corner of the box that is kept, while it is cropped."),
                    Unit.METRE,
                    -FAR,
                    FAR,
                    new Vec3(5, 10, 5));

    /// All parameters of what is kept.
    public static List<Param<?>> params() {
        List<Param<?>> all = new ArrayList<>(List.of(CHANNELS, FULL));
        ALL.forEach(channel -> all.add(NAMES.get(channel)));
        ALL.stream().filter(ABOVE::containsKey).forEach(channel -> all.add(ABOVE.get(channel)));
        all.addAll(List.of(CROP, CROP_FROM, CROP_TO));
        return all;
    }

    /// In what two elements' gas differ in what is kept of it: "channels was [..], is [..]".
    public static List<String> differences(Item was, Item is) {
        List<String> all = new ArrayList<>();
        for (Param<?> param : params()) {
            String before = text(was, param);
            String now = text(is, param);
            if (!before.equals(now)) {
                all.add(param.key() + " was " + before + ", is " + now);
            }
        }
        return all;
    }

    private static <T> String text(Item item, Param<T> param) {
        return param.write(item.get(param)).toString();
    }

    public Kept {
        names = Collections.unmodifiableMap(new LinkedHashMap<>(names));
        full = List.copyOf(full);
        above = Map.copyOf(above);
    }

    /// What an element's gas says.
    ///
    /// @throws ShotException when two channels have one name, or the box that is kept holds nothing
    public static Kept of(Item gas) {
        Map<String, String> names = new LinkedHashMap<>();
        for (String channel : gas.get(CHANNELS)) {
            String name = gas.get(NAMES.get(channel));
            if (names.containsValue(name)) {
                throw new ShotException(
                        "two channels are named '"
                                + name
                                + "' in the files; give each a name of its own");
            }
            names.put(channel, name);
        }
        Map<String, Double> above = new LinkedHashMap<>();
        ABOVE.forEach((channel, param) -> above.put(channel, gas.number(param)));
        Kept all = everything(gas.get(CHANNELS), gas.get(FULL));
        Vec3 from = gas.get(CROP) ? gas.get(CROP_FROM) : all.from;
        Vec3 to = gas.get(CROP) ? gas.get(CROP_TO) : all.to;
        if (!(from.x() < to.x() && from.y() < to.y() && from.z() < to.z())) {
            throw new ShotException(
                    "the crop from "
                            + from
                            + " to "
                            + to
                            + " holds nothing; its lower corner must"
                            + " be below its upper one along each axis");
        }
        return new Kept(names, gas.get(FULL), above, from, to);
    }

    /// Channels under their own names, with all that is gas rather than rounding.
    public static Kept everything(Collection<String> channels, Collection<String> full) {
        Map<String, String> names = new LinkedHashMap<>();
        channels.forEach(channel -> names.put(channel, channel));
        Map<String, Double> above = new LinkedHashMap<>();
        ABOVE.forEach((channel, param) -> above.put(channel, param.number()));
        return new Kept(names, full, above, LOWEST, HIGHEST);
    }

    /// The same in other precisions.
    public Kept with(Collection<String> otherFull) {
        return new Kept(names, otherFull, above, from, to);
    }

    /// Is a channel kept in 32 bit?
    public boolean isFull(String channel) {
        return isFull(channel, full);
    }

    /// Is a channel kept in 32 bit?
    ///
    /// @param full those that [#FULL] says
    public static boolean isFull(String channel, Collection<String> full) {
        return channel.equals("flame") || full.contains(channel);
    }

    /// Is all that is gas kept, wherever it lies?
    public boolean isAll() {
        return isUncropped()
                && ABOVE.entrySet().stream()
                        .allMatch(e -> above.get(e.getKey()) <= e.getValue().number());
    }

    /// Are all voxels kept, wherever they lie?
    public boolean isUncropped() {
        return from.equals(LOWEST) && to.equals(HIGHEST);
    }

    /// Is it kept at a place of the world, m?
    public boolean holds(double x, double y, double z) {
        return x >= from.x()
                && x < to.x()
                && y >= from.y()
                && y < to.y()
                && z >= from.z()
                && z < to.z();
    }
}
