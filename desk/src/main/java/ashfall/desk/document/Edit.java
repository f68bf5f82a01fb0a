package ashfall.desk.document;

import ashfall.shot.Item;
import ashfall.shot.Param;
import ashfall.shot.Shot;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/// A change of the shot with a name, as a value: it can be made, undone, and merged with the next.
public sealed interface Edit {

    /// What the user did: "Burn time of store".
    String name();

    Shot apply(Shot shot);

    Edit inverse();

    /// One edit for this and the next, where they belong together: a drag is one step.
    default Optional<Edit> mergedWith(Edit next) {
        return Optional.empty();
    }

    /// Another value of a parameter.
    ///
    /// @param path of the item, as in [Shot#items()]
    /// @param from null where it was not set; `to` likewise is null where it goes back to its
    ///     default
    record Put<T>(String name, String path, Param<T> param, T from, T to) implements Edit {
        /// The edit that gives a parameter of the shot a value.
        @SuppressWarnings("unchecked")
        public static <T> Put<T> of(Shot shot, String path, Param<T> param, T to) {
            String item = path.substring(path.lastIndexOf('.') + 1);
            return new Put<>(
                    param.label() + " (" + item + ")",
                    path,
                    param,
                    (T) shot.item(path).values().get(param),
                    to);
        }

        @Override
        public Shot apply(Shot shot) {
            Item item = shot.item(path);
            return shot.with(path, to == null ? item.without(param) : item.with(param, to));
        }

        @Override
        public Edit inverse() {
            return new Put<>(name, path, param, to, from);
        }

        @Override
        @SuppressWarnings("unchecked")
        public Optional<Edit> mergedWith(Edit next) {
            if (next instanceof Put<?> put && put.path.equals(path) && put.param == param) {
                return Optional.of(new Put<>(name, path, param, from, (T) put.to));
            }
            return Optional.empty();
        }
    }

    /// Other values of several items, by path.
    record Items(String name, Map<String, Item> from, Map<String, Item> to) implements Edit {
        public static Items of(String name, Shot shot, Map<String, Item> to) {
            Map<String, Item> from = new LinkedHashMap<>();
            to.keySet().forEach(path -> from.put(path, shot.item(path)));
            return new Items(name, from, to);
        }

        /// The edit that makes one shot of another with the same things in it.
        static Items between(String name, Shot before, Shot after) {
            Map<String, Item> to = new LinkedHashMap<>(after.items());
            Map<String, Item> from = before.items();
            to.entrySet().removeIf(entry -> entry.getValue().equals(from.get(entry.getKey())));
            return of(name, before, to);
        }

        @Override
        public Shot apply(Shot shot) {
            Shot next = shot;
            for (var item : to.entrySet()) {
                next = next.with(item.getKey(), item.getValue());
            }
            return next;
        }

        @Override
        public Edit inverse() {
            return new Items(name, to, from);
        }

        @Override
        public Optional<Edit> mergedWith(Edit next) {
            if (!(next instanceof Items items)) {
                return Optional.empty();
            }
            Map<String, Item> first = new LinkedHashMap<>(items.from);
            first.putAll(from);
            Map<String, Item> last = new LinkedHashMap<>(to);
            last.putAll(items.to);
            return Optional.of(new Items(name, first, last));
        }
    }

    /// Other things in the shot, or in another order, or under other names.
    record Arrange(String name, Shot from, Shot to) implements Edit {
        @Override
        public Shot apply(Shot shot) {
            return to;
        }

        @Override
        public Edit inverse() {
            return new Arrange(name, to, from);
        }
    }
}
