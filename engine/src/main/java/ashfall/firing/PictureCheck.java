package ashfall.firing;

import ashfall.continuity.Finding;
import ashfall.look.Meshes;
import ashfall.look.Presence;
import ashfall.look.Sky;
import ashfall.shot.Affects;
import ashfall.shot.Camera;
import ashfall.shot.Carrier;
import ashfall.shot.Foreign;
import ashfall.shot.Gas;
import ashfall.shot.Item;
import ashfall.shot.Param;
import ashfall.shot.Quantity;
import ashfall.shot.Reading;
import ashfall.shot.Scenery;
import ashfall.shot.Shot;
import ashfall.shot.Source;
import ashfall.shot.Sun;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/// What a picture of firings will lack, or has too much of, said before it is made.
public final class PictureCheck {
    /// As many times beyond the usual range as is hardly meant.
    private static final double FAR = 10;

    private PictureCheck() {}

    /// @param shot whose camera, sun and look are used
    /// @param seen firings by the names of the elements as which they are seen
    public static List<Finding> check(Shot shot, Map<String, FiringRecord> seen) {
        List<Finding> found = new ArrayList<>();
        shot.elements()
                .forEach(
                        (name, element) -> {
                            String path = "elements." + name;
                            if (!seen.containsKey(name)) {
                                found.add(
                                        new Finding(
                                                path,
                                                "has no firing among those given and is not in the"
                                                        + " picture"));
                            } else if (!element.gas().get(Gas.ON)) {
                                found.add(new Finding(path, "is off, but its firing is shown"));
                            }
                            addPresence(found, path, Presence.of(shot, name));
                            element.sources()
                                    .forEach(
                                            (key, source) ->
                                                    addSource(
                                                            found,
                                                            path + ".sources." + key,
                                                            source));
                        });
        shot.volumes()
                .forEach(
                        (name, volumes) -> {
                            String path = "volumes." + name;
                            if (volumes.get(Foreign.ON)) {
                                addPresence(found, path, Presence.of(shot, name));
                            } else {
                                found.add(new Finding(path, "is off"));
                            }
                        });
        seen.values().stream().distinct().forEach(record -> addKept(found, shot, record));
        addFar(found, "look", shot.look());
        addFar(found, "camera", shot.camera());
        addFar(found, "sun", shot.sun());
        addFar(found, "grade", shot.grade());
        shot.lamps().forEach((name, lamp) -> addFar(found, "lamps." + name, lamp));
        shot.meshes()
                .forEach(
                        (name, mesh) -> {
                            String path = "meshes." + name;
                            if (!mesh.get(Scenery.ON)) {
                                found.add(new Finding(path, "is off"));
                            }
                            addFar(found, path, mesh);
                        });
        shot.readings()
                .keySet()
                .forEach(
                        name -> {
                            if (!seen.containsKey(name)
                                    && !shot.elements().containsKey(name)
                                    && !shot.volumes().containsKey(name)) {
                                found.add(
                                        new Finding(
                                                "readings." + name,
                                                "is of no element in the shot, and none is seen as"
                                                        + " it"));
                            }
                        });
        seen.forEach((name, record) -> addUnread(found, shot, name, record));
        found.addAll(files(shot));
        return found;
    }

    /// Files that a picture of a shot needs and that cannot be used.
    public static List<Finding> files(Shot shot) {
        List<Finding> found = new ArrayList<>();
        shot.meshes()
                .forEach(
                        (name, mesh) -> {
                            if (mesh.get(Scenery.ON)) {
                                Meshes.trouble(name, mesh)
                                        .ifPresent(
                                                why ->
                                                        found.add(
                                                                new Finding(
                                                                        "meshes." + name, why)));
                            }
                        });
        Sky.trouble(shot)
                .ifPresent(why -> found.add(new Finding("sun." + Sun.SKY_PICTURE.key(), why)));
        return found;
    }

    private static void addPresence(List<Finding> found, String path, Presence presence) {
        switch (presence) {
            case CUT_OUT -> found.add(new Finding(path, "is cut out of the picture"));
            case UNSEEN -> found.add(new Finding(path, "is unseen; it shades and lights only"));
            case SEEN -> {}
        }
    }

    private static void addSource(List<Finding> found, String path, Item source) {
        if (!source.get(Source.ON)) {
            found.add(new Finding(path, "is off"));
        } else if (source.kind().equals(Source.CARRIERS) && source.get(Carrier.SHOWN)) {
            addFar(found, path, source);
        }
    }

    private static void addKept(List<Finding> found, Shot shot, FiringRecord record) {
        if (record.isForeign()) {
            return;
        }
        String own = record.element();
        String path = "elements." + own;
        if (!shot.elements().containsKey(own)) {
            found.add(new Finding(path, "is no longer in the shot, but its firing is shown"));
            return;
        }
        List<String> differences =
                FiringKey.of(shot, own, shot.element(own), record.fineness())
                        .differences(record.keyValues());
        if (!differences.isEmpty()) {
            found.add(new Finding(path, "is shown as fired before: " + some(differences)));
        }
        lacking(record, "temperature", "nothing glows", found, path);
        boolean blurred = shot.camera().number(Camera.SHUTTER) > 0;
        if (blurred) {
            lacking(record, "velocity", "what moves is not blurred", found, path);
        }
    }

    private static void lacking(
            FiringRecord record, String channel, String so, List<Finding> found, String path) {
        if (lacks(record, channel)) {
            found.add(new Finding(path, "was fired without the channel " + channel + "; " + so));
        }
    }

    private static boolean lacks(FiringRecord record, String channel) {
        return record.kept().values().stream()
                .anyMatch(
                        frame ->
                                !frame.channels().isEmpty()
                                        && !frame.channels().containsKey(channel));
    }

    private static String some(List<String> all) {
        int shown = Math.min(3, all.size());
        String rest = all.size() > shown ? " and " + (all.size() - shown) + " more" : "";
        return String.join("; ", all.subList(0, shown)) + rest;
    }

    /// Channels that are read, but were not kept.
    private static void addUnread(
            List<Finding> found, Shot shot, String name, FiringRecord record) {
        for (String channel : Reading.channels(shot.reading(name))) {
            // Of the temperature it is said of the element.
            if (!channel.equals("temperature") && lacks(record, channel)) {
                found.add(
                        new Finding(
                                shot.readingPath(name),
                                "wants the channel "
                                        + channel
                                        + ", which "
                                        + record.element()
                                        + " was fired without"));
            }
        }
    }

    /// Values of the picture far beyond what is usual.
    private static void addFar(List<Finding> found, String path, Item item) {
        for (Param<?> param : item.kind().params().values()) {
            if (param instanceof Quantity quantity
                    && quantity.words().affects() == Affects.PICTURE
                    && quantity.usualHigh() > quantity.usualLow()) {
                double value = item.get(quantity).largest();
                boolean high = value > FAR * quantity.usualHigh() && quantity.usualHigh() > 0;
                boolean low = value > 0 && value < quantity.usualLow() / FAR;
                if (high || low) {
                    found.add(
                            new Finding(
                                    path + "." + quantity.words().key(),
                                    "is "
                                            + quantity.unit().figure(value, 3)
                                            + ", usually "
                                            + quantity.unit().figure(quantity.usualLow(), 3)
                                            + " to "
                                            + quantity.unit().figure(quantity.usualHigh(), 3)));
                }
            }
        }
    }
}
