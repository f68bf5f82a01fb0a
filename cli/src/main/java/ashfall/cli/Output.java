package ashfall.cli;

import ashfall.shot.Fineness;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;

import picocli.CommandLine.Model.CommandSpec;

import java.io.PrintWriter;
import java.util.Locale;

/// What commands print, and how they read ranges and sizes.
final class Output {
    private static final ObjectMapper JSON = new ObjectMapper();

    private Output() {}

    static ObjectNode object() {
        return JSON.createObjectNode();
    }

    static JsonNode tree(Object value) {
        return JSON.valueToTree(value);
    }

    static void json(CommandSpec spec, JsonNode node) {
        try {
            spec.commandLine()
                    .getOut()
                    .println(JSON.writerWithDefaultPrettyPrinter().writeValueAsString(node));
        } catch (JsonProcessingException e) {
            throw new IllegalStateException("the result could not be turned into JSON", e);
        }
    }

    static PrintWriter out(CommandSpec spec) {
        return spec.commandLine().getOut();
    }

    static PrintWriter err(CommandSpec spec) {
        return spec.commandLine().getErr();
    }

    /// Reads "sketch", "work" or "final".
    static Fineness fineness(String name) {
        for (Fineness f : Fineness.values()) {
            if (f.toString().equals(name)) {
                return f;
            }
        }
        throw new IllegalArgumentException(
                "--fineness is '" + name + "'; it must be sketch, work or final");
    }

    static String time(double seconds) {
        if (Double.isNaN(seconds)) {
            return "?";
        }
        long s = Math.round(seconds);
        return s < 60 ? s + " s" : String.format(Locale.ROOT, "%d min %02d s", s / 60, s % 60);
    }
}
