package ashfall.shot;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/// A kind of item: what it is called in files, and its parameters.
public record Kind(String name, String label, Map<String, Param<?>> params) {
    static Kind of(String name, String label, List<Param<?>> more, Param<?>... params) {
        List<Param<?>> all = new ArrayList<>(List.of(params));
        all.addAll(more);
        return new Kind(name, label, Param.byKey(all));
    }

    static Kind of(String name, String label, Param<?>... params) {
        return new Kind(name, label, Param.byKey(List.of(params)));
    }
}
