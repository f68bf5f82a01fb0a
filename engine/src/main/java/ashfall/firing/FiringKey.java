package ashfall.firing;

import ashfall.shot.Affects;
import ashfall.shot.Draught;
import ashfall.shot.Element;
import ashfall.shot.Fineness;
import ashfall.shot.Gas;
import ashfall.shot.Item;
import ashfall.shot.Obstacle;
import ashfall.shot.Param;
import ashfall.shot.Shot;
import ashfall.shot.Source;
import ashfall.work.Sha256;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;

/// What decides the bits of a firing: the values of all parameters that affect its gas, its
/// fineness, and [#NUMERICS].
///
/// @param values by path, in the order of the alphabet
public record FiringKey(Map<String, String> values) {
    /// Raised whenever the same shot gives other bits than before.
    public static final int NUMERICS = 13;

    /// What parameters that are not set stand for: most of a key, which is made at every edit.
    private static final Map<Param<?>, String> DEFAULTS = new ConcurrentHashMap<>();

    /// The key of an element of a shot at a fineness.
    public static FiringKey of(Shot shot, String elementName, Element element, Fineness fineness) {
        Map<String, String> all = new TreeMap<>();
        put(all, "frames", shot.frames());
        put(all, "air", shot.air());
        putThoseOn(all, "obstacles", shot.obstacles(), Obstacle.ON);
        putThoseOn(all, "draughts", shot.draughts(), Draught.ON);
        String path = "elements." + elementName;
        put(all, path, element.gas());
        put(all, path + ".bounds", element.bounds());
        put(all, path + ".burn", element.burn());
        int place = 0;
        for (var source : element.sources().entrySet()) {
            place++;
            // The place decides the source's seed. What a source that is off would give, nothing.
            String own = path + ".sources." + source.getKey();
            if (source.getValue().get(Source.ON)) {
                all.put(own + ".kind", source.getValue().kind().name());
                all.put(own + ".place", Integer.toString(place));
                put(all, own, source.getValue());
            }
        }
        // Only the voxel in use counts, not those of the other finenesses.
        for (Param<?> voxel : List.of(Gas.SKETCH, Gas.WORK, Gas.FINAL)) {
            all.remove(path + "." + voxel.key());
        }
        all.put(path + ".voxel", Double.toString(element.voxel(fineness)));
        all.put("numerics", Integer.toString(NUMERICS));
        return new FiringKey(all);
    }

    private static void putThoseOn(
            Map<String, String> all, String group, Map<String, Item> items, Param.Switch on) {
        int place = 0;
        for (var item : items.entrySet()) {
            if (item.getValue().get(on)) {
                place++;
                String own = group + "." + item.getKey();
                all.put(own + ".place", Integer.toString(place));
                put(all, own, item.getValue());
            }
        }
    }

    private static void put(Map<String, String> all, String path, Item item) {
        for (Param<?> param : item.kind().params().values()) {
            if (param.affects() == Affects.GAS) {
                all.put(path + "." + param.key(), text(item, param));
            }
        }
    }

    private static <T> String text(Item item, Param<T> param) {
        return item.values().containsKey(param)
                ? param.write(item.get(param)).toString()
                : DEFAULTS.computeIfAbsent(param, FiringKey::byDefault);
    }

    private static <T> String byDefault(Param<T> param) {
        return param.write(param.byDefault()).toString();
    }

    /// The values by paths without names: what a source or an element is called changes no bits.
    private static Map<String, String> nameless(Map<String, String> named) {
        Map<String, String> all = new TreeMap<>();
        named.forEach(
                (path, value) -> {
                    String[] steps = path.split("\\.", 5);
                    String key = path;
                    if (steps[0].equals("obstacles") || steps[0].equals("draughts")) {
                        String own = steps[0] + "." + steps[1];
                        key =
                                steps[0]
                                        + "."
                                        + named.get(own + ".place")
                                        + path.substring(own.length());
                    } else if (steps[0].equals("elements")) {
                        String source =
                                String.join(
                                        ".", List.of(steps).subList(0, 4 < steps.length ? 4 : 0));
                        String place = named.get(source + ".place");
                        key =
                                place == null
                                        ? "gas."
                                                + path.substring(
                                                        steps[0].length() + steps[1].length() + 2)
                                        : "gas.sources." + place + "." + steps[4];
                    }
                    all.put(key, value);
                });
        return all;
    }

    /// Are the same names at the same places? Then what differs by its path differs without names.
    private boolean isNamedLike(Map<String, String> older) {
        return values.keySet().equals(older.keySet())
                && values.entrySet().stream()
                        .filter(one -> one.getKey().endsWith(".place"))
                        .allMatch(one -> one.getValue().equals(older.get(one.getKey())));
    }

    /// The key as 64 hexadecimal digits.
    public String hash() {
        MessageDigest digest = Sha256.begin();
        nameless(values)
                .forEach(
                        (path, value) ->
                                digest.update(
                                        (path + "=" + value + "\n")
                                                .getBytes(StandardCharsets.UTF_8)));
        return HexFormat.of().formatHex(digest.digest());
    }

    /// A value in which two runs differ.
    ///
    /// @param was null where the older has none
    /// @param is null where the newer has none
    public record Difference(String path, String was, String is) {
        /// "air.temperature was 293, is 300".
        public String words() {
            return path
                    + (was == null
                            ? " is new"
                            : is == null ? " is gone" : " was " + was + ", is " + is);
        }
    }

    /// What differs from an older key, in words: "air.wind was [0,0,0], is [2,0,0]".
    public List<String> differences(Map<String, String> older) {
        return compare(older).stream().map(Difference::words).toList();
    }

    /// What differs from an older key, in the order of the paths.
    public List<Difference> compare(Map<String, String> older) {
        List<Difference> all = new ArrayList<>();
        if (values.equals(older)
                || (!isNamedLike(older) && nameless(values).equals(nameless(older)))) {
            return all;
        }
        TreeMap<String, String> paths = new TreeMap<>(older);
        paths.putAll(values);
        for (String path : paths.keySet()) {
            String was = older.get(path);
            String is = values.get(path);
            if (was == null || !was.equals(is)) {
                all.add(new Difference(path, was, is));
            }
        }
        return all;
    }
}
