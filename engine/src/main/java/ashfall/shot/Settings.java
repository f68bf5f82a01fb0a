package ashfall.shot;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.TextNode;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// Values of a shot given as `KEY=VALUE`, the key being the parameter's path as in the file.
public final class Settings {
    private static final ObjectMapper JSON = new ObjectMapper();

    private Settings() {}

    /// The shot with settings `KEY=VALUE` applied, KEY being the parameter's path as in the file.
    ///
    /// @throws ShotException for a setting that is not understood
    public static Shot with(Shot shot, List<String> settings) {
        Shot next = shot;
        for (String setting : settings) {
            int equals = setting.indexOf('=');
            if (equals < 1) {
                throw new ShotException(
                        "'"
                                + setting
                                + "' is no setting; write KEY=VALUE, for example air.wind=2,0,0");
            }
            next =
                    set(
                            next,
                            setting.substring(0, equals).strip(),
                            setting.substring(equals + 1).strip());
        }
        return next;
    }

    private static Shot set(Shot shot, String key, String text) {
        for (var entry : shot.items().entrySet()) {
            String prefix = entry.getKey() + ".";
            Item item = entry.getValue();
            Param<?> param =
                    key.startsWith(prefix)
                            ? item.kind().params().get(key.substring(prefix.length()))
                            : null;
            if (param != null) {
                return shot.with(entry.getKey(), set(item, param, jsonOf(text), key));
            }
        }
        throw new ShotException("there is no parameter '" + key + "'" + nearest(shot, key));
    }

    @SuppressWarnings("unchecked")
    private static <T> Item set(Item item, Param<T> param, JsonNode node, String key) {
        return item.with(param, (T) ShotFile.value(param, node, "--set", key));
    }

    /// Every parameter path of a shot with its declaration, for help.
    public static Map<String, Param<?>> parameters(Shot shot) {
        Map<String, Param<?>> all = new LinkedHashMap<>();
        shot.items()
                .forEach(
                        (path, item) ->
                                item.kind()
                                        .params()
                                        .forEach((key, param) -> all.put(path + "." + key, param)));
        return all;
    }

    private static String nearest(Shot shot, String key) {
        String last = key.substring(key.lastIndexOf('.') + 1);
        List<String> near =
                parameters(shot).keySet().stream()
                        .filter(k -> k.endsWith("." + last) || k.contains(last))
                        .limit(3)
                        .toList();
        return near.isEmpty()
                ? "; it must be a path as in the file, for example air.temperature"
                : "; did you mean " + String.join(" or ", near) + "?";
    }

    private static JsonNode jsonOf(String text) {
        if (text.startsWith("{") || text.startsWith("[")) {
            try {
                return JSON.readTree(text);
            } catch (JsonProcessingException e) {
                throw new ShotException("'" + text + "' is not valid JSON", e);
            }
        }
        return TextNode.valueOf(text);
    }
}
