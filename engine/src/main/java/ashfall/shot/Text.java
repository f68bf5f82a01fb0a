package ashfall.shot;

import ashfall.shot.Param.Words;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;

/// Words.
///
/// @param form which they must match, as a regular expression
/// @param wanted what that is, for people
public record Text(Words words, String byDefault, String form, String wanted)
        implements Param<String> {
    /// Letters of a text that are shown where it is refused.
    private static final int SHOWN = 40;

    private static final String PATH = "[^\\x00]{0,4000}";

    /// Any words, none by default.
    static Text free(Words words) {
        return new Text(words, "", "(?s).{0,200}", "text of 200 letters at most");
    }

    /// Where a file lies, nowhere by default.
    static Text path(Words words) {
        return new Text(words, "", PATH, "a path of 4000 letters at most");
    }

    /// Does it say where a file lies?
    boolean isPath() {
        return form.equals(PATH);
    }

    /// A name in a file.
    static Text name(Words words, String byDefault) {
        return new Text(
                words,
                byDefault,
                "[A-Za-z_][A-Za-z0-9_]{0,31}",
                "a name of letters, digits and underscores");
    }

    /// Keys tell parameters apart; the rest is too much to hash at each look-up.
    @Override
    public int hashCode() {
        return words.key().hashCode();
    }

    @Override
    public String read(JsonNode node) {
        if (!node.isTextual() || !node.textValue().strip().matches(form)) {
            String given = node.asText();
            throw new IllegalArgumentException(
                    "it must be "
                            + wanted
                            + (given.length() > SHOWN ? "" : ", not '" + given + "'"));
        }
        return node.textValue().strip();
    }

    @Override
    public JsonNode write(String value) {
        return JsonNodeFactory.instance.textNode(value);
    }

    @Override
    public String range() {
        return wanted + ", by default " + (byDefault.isEmpty() ? "none" : byDefault);
    }
}
