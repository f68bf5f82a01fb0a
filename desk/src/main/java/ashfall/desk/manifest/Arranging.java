package ashfall.desk.manifest;

import ashfall.desk.document.Document;
import ashfall.desk.document.Edit;
import ashfall.look.Presence;
import ashfall.shot.Element;
import ashfall.shot.Item;
import ashfall.shot.Param;
import ashfall.shot.Shape;
import ashfall.shot.Shot;
import ashfall.sim.Fuses;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/// Renames, duplicates, groups, switches and removes elements, sources, obstacles, draughts, lamps,
/// meshes and volumes; each is one edit. Paths are as in the shot's items.
public final class Arranging {
    /// What can be arranged: an element, one of its sources; an obstacle, a draught, a lamp, a
    /// mesh or volumes of the site.
    private enum Thing {
        ELEMENT,
        SOURCE,
        OBSTACLE,
        DRAUGHT,
        LAMP,
        MESH,
        VOLUMES;

        static Optional<Thing> of(String path) {
            String[] steps = path.split("\\.");
            return switch (steps[0] + steps.length) {
                case "elements2" -> Optional.of(ELEMENT);
                case "elements4" -> Optional.of(SOURCE);
                case "obstacles2" -> Optional.of(OBSTACLE);
                case "draughts2" -> Optional.of(DRAUGHT);
                case "lamps2" -> Optional.of(LAMP);
                case "meshes2" -> Optional.of(MESH);
                case "volumes2" -> Optional.of(VOLUMES);
                default -> Optional.empty();
            };
        }
    }

    private final Document document;

    /// Paths of the things that were on before one was left alone, and of that one.
    private Set<String> beforeSolo = Set.of();

    public Arranging(Document document) {
        this.document = document;
    }

    /// Can the thing at a path be renamed, duplicated and removed?
    public static boolean isMovable(String path) {
        return Thing.of(path).isPresent();
    }

    private static String elementOf(String path) {
        return path.split("\\.")[1];
    }

    /// Name of the thing at a path.
    public static String nameOf(String path) {
        return path.substring(path.lastIndexOf('.') + 1);
    }

    private static String renamed(String path, String name) {
        return path.substring(0, path.lastIndexOf('.') + 1) + name;
    }

    /// Gives the thing at a path another name.
    ///
    /// @return its new path
    /// @throws IllegalArgumentException saying what would be right
    public String rename(String path, String name) {
        String wanted = name.strip().replace(' ', '-');
        String old = nameOf(path);
        if (wanted.equals(old)) {
            return path;
        }
        if (!Shot.isName(wanted)) {
            throw new IllegalArgumentException(
                    "a name is letters, digits and hyphens, a letter first; '"
                            + name.strip()
                            + "' is not");
        }
        if (taken(document.shot(), path).contains(wanted)) {
            throw new IllegalArgumentException("'" + wanted + "' is there already");
        }
        Map<String, String> plan = new LinkedHashMap<>();
        names(document.shot(), path).forEach(own -> plan.put(own.equals(old) ? wanted : own, own));
        document.arrange(
                "Rename " + old + " to " + wanted,
                renamed(with(document.shot(), path, plan), path, wanted));
        return renamed(path, wanted);
    }

    /// The shot with fuses that name the thing at a path by its new name, or no more.
    private static Shot renamed(Shot shot, String path, String now) {
        return switch (Thing.of(path).orElseThrow()) {
            case SOURCE -> Fuses.renamed(shot, elementOf(path), nameOf(path), now);
            case ELEMENT, OBSTACLE -> Fuses.renamed(shot, null, nameOf(path), now);
            case DRAUGHT, LAMP, MESH, VOLUMES -> shot;
        };
    }

    /// The shot with other things beside the one at a path.
    ///
    /// @param plan which of the things there each new name stands for
    private static Shot with(Shot shot, String path, Map<String, String> plan) {
        return switch (Thing.of(path).orElseThrow()) {
            case ELEMENT ->
                    reread(shot, plan, shot.elements().keySet())
                            .withElements(by(plan, shot.elements()));
            case VOLUMES ->
                    reread(shot, plan, shot.volumes().keySet())
                            .withGroup("volumes", by(plan, shot.volumes()));
            case OBSTACLE -> shot.withObstacles(by(plan, shot.obstacles()));
            case DRAUGHT -> shot.withDraughts(by(plan, shot.draughts()));
            case LAMP -> shot.withGroup("lamps", by(plan, shot.lamps()));
            case MESH -> shot.withGroup("meshes", by(plan, shot.meshes()));
            case SOURCE -> {
                Element element = shot.element(elementOf(path));
                yield shot.withElement(
                        elementOf(path), element.withSources(by(plan, element.sources())));
            }
        };
    }

    /// The shot with the readings of things that are seen going along with these.
    ///
    /// @param before names of all that were there
    private static Shot reread(Shot shot, Map<String, String> plan, Set<String> before) {
        Map<String, Item> next = new LinkedHashMap<>(shot.readings());
        next.keySet().removeAll(before);
        plan.forEach(
                (name, old) -> {
                    if (shot.readings().containsKey(old)) {
                        next.put(name, shot.readings().get(old));
                    }
                });
        return shot.withGroup("readings", next);
    }

    private static <T> Map<String, T> by(Map<String, String> plan, Map<String, T> all) {
        Map<String, T> next = new LinkedHashMap<>();
        plan.forEach((name, old) -> next.put(name, all.get(old)));
        return next;
    }

    /// Every thing under its own name.
    private static Map<String, String> asTheyAre(Shot shot, String path) {
        Map<String, String> plan = new LinkedHashMap<>();
        names(shot, path).forEach(name -> plan.put(name, name));
        return plan;
    }

    /// Names of the things beside the one at a path, and its own.
    private static Set<String> names(Shot shot, String path) {
        return switch (Thing.of(path).orElseThrow()) {
            case ELEMENT -> shot.elements().keySet();
            case OBSTACLE -> shot.obstacles().keySet();
            case DRAUGHT -> shot.draughts().keySet();
            case LAMP -> shot.lamps().keySet();
            case MESH -> shot.meshes().keySet();
            case VOLUMES -> shot.volumes().keySet();
            case SOURCE -> shot.element(elementOf(path)).sources().keySet();
        };
    }

    /// Names that things beside the one at a path have, or that would be mistaken for them.
    private static Set<String> taken(Shot shot, String path) {
        return switch (Thing.of(path).orElseThrow()) {
            case ELEMENT, VOLUMES -> seen(shot);
            default -> names(shot, path);
        };
    }

    /// Is a path of an element or of volumes, or of a part of these?
    static boolean isSeen(String path) {
        return path.startsWith("elements.") || path.startsWith("volumes.");
    }

    /// Names of all that is seen by a presence and a reading: elements and volumes.
    static Set<String> seen(Shot shot) {
        Set<String> all = new LinkedHashSet<>(shot.elements().keySet());
        all.addAll(shot.volumes().keySet());
        return all;
    }

    /// Adds a copy of the thing at a path, after all others.
    ///
    /// @return the copy's path
    public String duplicate(String path) {
        String old = nameOf(path);
        String name = free(old, taken(document.shot(), path));
        Map<String, String> plan = asTheyAre(document.shot(), path);
        plan.put(name, old);
        document.arrange("Duplicate " + old, with(document.shot(), path, plan));
        return renamed(path, name);
    }

    static String free(String wish, Set<String> taken) {
        String stem = wish.replaceAll("-\\d+$", "");
        if (!taken.contains(stem)) {
            return stem;
        }
        int number = 2;
        while (taken.contains(stem + "-" + number)) {
            number++;
        }
        return stem + "-" + number;
    }

    /// Removes the thing at a path, and others with it.
    public void remove(String path, Collection<String> along) {
        List<String> all = new ArrayList<>(List.of(path));
        along.stream().filter(Arranging::isMovable).forEach(all::add);
        Shot shot = document.shot();
        for (String one : all) {
            if (shot.item(one) != null) {
                Map<String, String> plan = asTheyAre(shot, one);
                plan.remove(nameOf(one));
                shot = renamed(with(shot, one, plan), one, null);
            }
        }
        String what = all.size() > 1 ? all.size() + " things" : nameOf(path);
        document.arrange("Delete " + what, shot);
    }

    /// Switches the thing at a path on or off, and others with it.
    public void toggle(String path, Collection<String> along) {
        List<String> all = new ArrayList<>(List.of(path));
        along.stream().filter(at -> !at.equals(path)).forEach(all::add);
        switchAll(all, !isOn(document.shot().item(path)));
    }

    /// Switches things on or off.
    void switchAll(List<String> paths, boolean lit) {
        Map<String, Item> items = document.shot().items();
        Map<String, Item> to = new LinkedHashMap<>();
        paths.stream()
                .filter(Arranging::isMovable)
                .filter(items::containsKey)
                .forEach(one -> to.put(one, items.get(one).with(on(items.get(one)), lit)));
        if (to.size() == 1) {
            String path = to.keySet().iterator().next();
            document.put(path, on(items.get(path)), lit);
        } else {
            String name = (lit ? "Switch on " : "Switch off ") + to.size() + " things";
            document.edit(Edit.Items.of(name, document.shot(), to));
        }
    }

    /// Is a thing that can be switched on?
    static boolean isOn(Item item) {
        return item.get(on(item));
    }

    private static Param.Switch on(Item item) {
        return (Param.Switch) item.kind().params().get("on");
    }

    /// Leaves only one thing of its kind on, with others that are taken along: an element, a source
    /// of its element, an obstacle or a draught; done again, all that were on before.
    public void solo(String path, Collection<String> along) {
        Shot shot = document.shot();
        Map<String, Item> items = shot.items();
        List<String> beside = items.keySet().stream().filter(at -> isBeside(at, path)).toList();
        Set<String> wanted = new HashSet<>(along);
        wanted.add(path);
        wanted.retainAll(beside);
        boolean alone = beside.stream().allMatch(at -> isOn(items.get(at)) == wanted.contains(at));
        Set<String> lit;
        if (alone) {
            // What was remembered may be of other things, or of another shot.
            lit = beforeSolo.contains(path) ? beforeSolo : null;
        } else {
            beforeSolo = new HashSet<>(wanted);
            beside.stream().filter(at -> isOn(items.get(at))).forEach(beforeSolo::add);
            lit = wanted;
        }
        Map<String, Item> to = new LinkedHashMap<>();
        for (String at : beside) {
            Item item = items.get(at);
            to.put(at, item.with(on(item), lit == null || lit.contains(at)));
        }
        String name = alone ? "End solo" : "Solo " + words(wanted);
        document.edit(Edit.Items.of(name, shot, to));
    }

    /// Cuts all elements and volumes out of the picture but those that things are of; where any is
    /// not seen, all are seen again.
    public void holdOutOthers(String path, Collection<String> along) {
        Shot shot = document.shot();
        Set<String> kept = new HashSet<>();
        Stream.concat(Stream.of(path), along.stream())
                .filter(Arranging::isSeen)
                .forEach(at -> kept.add(elementOf(at)));
        boolean held =
                seen(shot).stream().anyMatch(name -> Presence.of(shot, name) != Presence.SEEN);
        if (!held && kept.containsAll(seen(shot))) {
            return;
        }
        Map<String, Item> to = new LinkedHashMap<>();
        for (String name : seen(shot)) {
            boolean seen = held || kept.contains(name);
            String at = (shot.elements().containsKey(name) ? "elements." : "volumes.") + name;
            to.put(at, (seen ? Presence.SEEN : Presence.CUT_OUT).in(shot.item(at)));
        }
        String name = held ? "See all" : "Hold out all but " + String.join(", ", kept);
        document.edit(Edit.Items.of(name, shot, to));
    }

    private static String words(Collection<String> paths) {
        return paths.size() == 1 ? nameOf(paths.iterator().next()) : paths.size() + " things";
    }

    /// Puts things into a group of their own; where they are one group already, out of it.
    public void group(String path, Collection<String> along) {
        Map<String, Item> items = document.shot().items();
        List<String> all = new ArrayList<>(List.of(path));
        all.addAll(along);
        all.removeIf(at -> !items.containsKey(at) || !Shape.isHad(items.get(at).kind()));
        if (all.isEmpty()) {
            return;
        }
        Set<String> groups = new HashSet<>();
        all.forEach(at -> groups.add(groupOf(items.get(at))));
        boolean one = groups.size() == 1 && !groups.contains("");
        Set<String> taken = new HashSet<>();
        items.values().forEach(item -> taken.add(groupOf(item)));
        regroup(all, one ? "" : free("group", taken), one ? "Ungroup " : "Group ");
    }

    /// Gives the group that things are in another name; an empty one takes them out of it.
    void renameGroup(List<String> paths, String name) {
        regroup(paths, name.strip(), "Rename group of ");
    }

    private void regroup(List<String> paths, String group, String what) {
        Map<String, Item> to = new LinkedHashMap<>();
        for (String at : paths) {
            Item item = document.shot().item(at);
            to.put(at, group.isEmpty() ? item.without(Shape.GROUP) : item.with(Shape.GROUP, group));
        }
        document.edit(Edit.Items.of(what + words(paths), document.shot(), to));
    }

    /// Name of the group that an item is in; empty where it is in none.
    static String groupOf(Item item) {
        return Shape.isHad(item.kind()) ? item.get(Shape.GROUP) : "";
    }

    /// Is the thing at a path of the same kind and at the same place as another, or the same?
    private static boolean isBeside(String path, String other) {
        int end = other.lastIndexOf('.');
        return isMovable(path)
                && path.lastIndexOf('.') == end
                && path.startsWith(other.substring(0, end + 1));
    }
}
