package ashfall.sim;

import ashfall.shot.Element;
import ashfall.shot.Item;
import ashfall.shot.Shot;
import ashfall.shot.Source;
import ashfall.shot.Timing;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/// What sources hang on in time: another source of their element, or that two things meet. A fuse
/// is as long as the delay; when what it hangs on comes earlier or later, the source does so by as
/// much. All times stay numbers in the shot; only edits follow fuses.
public final class Fuses {
    private static final Pattern MEETS = Pattern.compile("(\\S+) meets (\\S+)");

    private Fuses() {}

    /// "flare meets wall".
    public static String meeting(String one, String other) {
        return one + " meets " + other;
    }

    /// Does anything hang on anything?
    public static boolean any(Shot shot) {
        return shot.elements().values().stream()
                .flatMap(element -> element.sources().values().stream())
                .anyMatch(source -> !source.get(Source.FUSE).isEmpty());
    }

    /// The source of its element that a source hangs on; null for none.
    public static Item source(Element element, Item hanging) {
        return element.sources().get(hanging.get(Source.FUSE));
    }

    /// When what a source hangs on happens, s; empty where it hangs on nothing, on something that
    /// is not there, or on a meeting that never comes.
    public static OptionalDouble event(Shot shot, Element element, Item hanging) {
        Item source = source(element, hanging);
        if (source != null) {
            return OptionalDouble.of(Timing.cue(source));
        }
        Item[] pair = pair(shot, element, hanging);
        return pair == null ? OptionalDouble.empty() : Meetings.of(shot, pair[0], pair[1]);
    }

    /// The two whose meeting a source hangs on, or null.
    private static Item[] pair(Shot shot, Element element, Item hanging) {
        Matcher words = MEETS.matcher(hanging.get(Source.FUSE));
        if (!words.matches()) {
            return null;
        }
        Item one = shaped(shot, element, words.group(1));
        Item other = shaped(shot, element, words.group(2));
        return one == null || other == null ? null : new Item[] {one, other};
    }

    /// A thing with a shape by its name, the element's own sources first.
    private static Item shaped(Shot shot, Element element, String name) {
        if (element.sources().containsKey(name)) {
            return element.sources().get(name);
        }
        if (shot.obstacles().containsKey(name)) {
            return shot.obstacles().get(name);
        }
        for (Element other : shot.elements().values()) {
            if (other.sources().containsKey(name)) {
                return other.sources().get(name);
            }
        }
        return null;
    }

    /// Why a source's fuse does nothing, in one sentence; empty when it does, or where there is
    /// none.
    public static String whyDead(Shot shot, String elementName, String name) {
        Element element = shot.element(elementName);
        String fuse = element.sources().get(name).get(Source.FUSE);
        if (fuse.isEmpty()) {
            return "";
        }
        if (element.sources().containsKey(fuse)) {
            return hangsOn(element, fuse, name)
                    ? "'" + name + "' and '" + fuse + "' hang on one another in time; cut one fuse"
                    : "";
        }
        if (pair(shot, element, element.sources().get(name)) == null) {
            return "'"
                    + name
                    + "' starts with '"
                    + fuse
                    + "', which is not there; name a source of its element, or two things as in"
                    + " \"flare meets wall\"";
        }
        return event(shot, element, element.sources().get(name)).isPresent()
                ? ""
                : "'" + name + "' waits until " + fuse + ", which never happens in these frames";
    }

    /// Does a source hang on another of its element, or on one that does?
    private static boolean hangsOn(Element element, String late, String early) {
        Set<String> seen = new HashSet<>();
        String at = late;
        while (element.sources().containsKey(at) && seen.add(at)) {
            at = element.sources().get(at).get(Source.FUSE);
            if (at.equals(early)) {
                return true;
            }
        }
        return false;
    }

    /// The other sources that one may hang on, in order.
    public static List<String> sourcesFor(Element element, String name) {
        List<String> all = new ArrayList<>(element.sources().keySet());
        all.removeIf(source -> source.equals(name) || hangsOn(element, source, name));
        return all;
    }

    /// A shot after an edit, with the sources moved whose fuses were moved by it.
    ///
    /// @param before the shot before the edit
    public static Shot follow(Shot before, Shot after) {
        Shot next = after;
        for (String name : after.elements().keySet()) {
            if (before.elements().containsKey(name)) {
                next = follow(before, next, name);
            }
        }
        return next;
    }

    private static Shot follow(Shot before, Shot after, String name) {
        Element was = before.elements().get(name);
        Element edited = after.elements().get(name);
        Shot next = after;
        // As many rounds as the longest row of fuses can have.
        for (int round = 0; round < edited.sources().size(); round++) {
            Shot last = next;
            for (Map.Entry<String, Item> entry : edited.sources().entrySet()) {
                String source = entry.getKey();
                Item old = was.sources().get(source);
                if (old != null && isLeftAlone(old, entry.getValue())) {
                    next = follow(before, next, name, source);
                }
            }
            if (next.equals(last)) {
                break;
            }
        }
        return next;
    }

    /// Does a source hang where it did, and did the edit leave its times alone?
    private static boolean isLeftAlone(Item old, Item edited) {
        String fuse = edited.get(Source.FUSE);
        return !fuse.isEmpty()
                && fuse.equals(old.get(Source.FUSE))
                && Timing.cue(old) == Timing.cue(edited);
    }

    private static Shot follow(Shot before, Shot after, String name, String source) {
        Element was = before.elements().get(name);
        Element is = after.elements().get(name);
        Item old = was.sources().get(source);
        Item now = is.sources().get(source);
        if (isSameEvent(before, was, after, is, now)) {
            return after;
        }
        OptionalDouble from = event(before, was, old);
        OptionalDouble to = event(after, is, now);
        if (from.isEmpty() || to.isEmpty()) {
            return after;
        }
        double moved = Timing.cue(now) - Timing.cue(old);
        double wanted = to.getAsDouble() - from.getAsDouble();
        return Math.abs(wanted - moved) < 1e-6
                ? after
                : after.with(
                        "elements." + name + ".sources." + source,
                        Timing.cueLater(now, wanted - moved));
    }

    /// Is what a source hangs on as it was? Meetings are not looked for where nothing changed.
    private static boolean isSameEvent(
            Shot before, Element was, Shot after, Element is, Item hanging) {
        Item source = source(is, hanging);
        if (source != null) {
            return source.equals(source(was, hanging));
        }
        Item[] now = pair(after, is, hanging);
        Item[] old = pair(before, was, hanging);
        return now == null || old == null || (now[0].equals(old[0]) && now[1].equals(old[1]));
    }

    /// A shot in which fuses name a thing by its new name, or no more.
    ///
    /// @param element of the source that had the name; null for a thing that all see
    /// @param now null for a thing that is gone
    public static Shot renamed(Shot shot, String element, String old, String now) {
        Shot next = shot;
        for (var entry : shot.elements().entrySet()) {
            if (element == null || element.equals(entry.getKey())) {
                for (var source : entry.getValue().sources().entrySet()) {
                    String fuse = source.getValue().get(Source.FUSE);
                    String other = renamed(fuse, old, now);
                    if (!other.equals(fuse)) {
                        next =
                                next.with(
                                        "elements."
                                                + entry.getKey()
                                                + ".sources."
                                                + source.getKey(),
                                        other.isEmpty()
                                                ? source.getValue().without(Source.FUSE)
                                                : source.getValue().with(Source.FUSE, other));
                    }
                }
            }
        }
        return next;
    }

    private static String renamed(String fuse, String old, String now) {
        Matcher words = MEETS.matcher(fuse);
        if (fuse.equals(old)) {
            return now == null ? "" : now;
        }
        if (!words.matches() || !(words.group(1).equals(old) || words.group(2).equals(old))) {
            return fuse;
        }
        return now == null
                ? ""
                : meeting(
                        words.group(1).equals(old) ? now : words.group(1),
                        words.group(2).equals(old) ? now : words.group(2));
    }
}
