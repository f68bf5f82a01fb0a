package ashfall.shot;

import java.util.List;

/// What of a shot's look is taken over by another.
public enum LookPart {
    ALL(
            "all of it",
            Look.KIND.params().values(),
            Reading.KIND.params().values(),
            Grade.KIND.params().values()),
    /// A fire of another brightness may need its own.
    BUT_EXPOSURE(
            "all but exposure",
            Look.KIND.params().values().stream().filter(p -> p != Look.EXPOSURE).toList(),
            Reading.KIND.params().values(),
            Grade.KIND.params().values()),
    FLAME(
            "the flame only",
            List.of(Look.GLOW, Look.BLUE, Look.INNER, Look.SPILL),
            List.of(
                    Reading.RAMP,
                    Reading.HEAT,
                    Reading.KELVIN_FACTOR,
                    Reading.KELVIN_OFFSET,
                    Reading.CORE,
                    Reading.GLOW,
                    Reading.GLOW_FACTOR),
            List.of()),
    SMOKE(
            "the smoke only",
            List.of(Look.EXTINCTION, Look.ALBEDO, Look.PHASE, Look.SCATTER, Look.REACH),
            List.of(
                    Reading.SMOKE,
                    Reading.SMOKE_FACTOR,
                    Reading.EDGE_FROM,
                    Reading.EDGE_TO,
                    Reading.THIN,
                    Reading.THICK,
                    Reading.TINT,
                    Reading.TINT_AT),
            List.of());

    private final String words;
    private final List<Iterable<? extends Param<?>>> params;

    LookPart(
            String words,
            Iterable<? extends Param<?>> look,
            Iterable<? extends Param<?>> reading,
            Iterable<? extends Param<?>> grade) {
        this.words = words;
        this.params = List.of(look, reading, grade);
    }

    public String words() {
        return words;
    }

    /// A shot with this part of another's look; values that the other leaves at their defaults
    /// become so too. The reading is that of the shot.
    public Shot taken(Shot to, Shot from) {
        return taken(to, from, null);
    }

    /// As the other, with what is of the reading for the one by which an element is seen.
    ///
    /// @param element null for that of the shot
    public Shot taken(Shot to, Shot from, String element) {
        List<String> paths = List.of("look", to.readingPath(element), "grade");
        Shot next = to;
        for (int i = 0; i < paths.size(); i++) {
            Item item = next.item(paths.get(i));
            Item other = i == 1 ? from.reading() : from.item(paths.get(i));
            for (Param<?> param : params.get(i)) {
                item = taken(item, other, param);
            }
            next = next.with(paths.get(i), item);
        }
        return next;
    }

    private static <T> Item taken(Item to, Item from, Param<T> param) {
        return from.values().containsKey(param)
                ? to.with(param, from.get(param))
                : to.without(param);
    }
}
