package ashfall.cli;

import ashfall.firing.FiringException;
import ashfall.firing.ShownFrames;
import ashfall.shot.Fineness;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;

import picocli.CommandLine.Model.CommandSpec;

import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;

/// What commands print, and how they read ranges and sizes.
final class Output {
    private static final ObjectMapper JSON = new ObjectMapper();

    /// First and last frame.
    record Range(long from, long to) {}

    /// Columns and rows of a picture.
    record Size(int width, int height) {}

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

    /// Reads "8", "1-48" or "-5--1".
    static Range range(String text) {
        var m = Pattern.compile("(-?\\d+)(?:-(-?\\d+))?").matcher(text.strip());
        if (!m.matches()) {
            throw new IllegalArgumentException(
                    "'" + text + "' is no range of frames; write 8 or 1-48");
        }
        long from = Long.parseLong(m.group(1));
        long to = m.group(2) == null ? from : Long.parseLong(m.group(2));
        if (to < from) {
            throw new IllegalArgumentException(
                    "the frames run backwards: " + text + "; write " + to + "-" + from);
        }
        return new Range(from, to);
    }

    /// The shown frames of a range, of all elements; all that can be shown without one.
    static List<Long> frames(String range, List<ShownFrames> elements) {
        List<Long> all = new ArrayList<>();
        if (range == null) {
            for (long frame : elements.getFirst().numbers()) {
                if (elements.stream().allMatch(shown -> shown.whyNot(frame).isEmpty())) {
                    all.add(frame);
                }
            }
            return all;
        }
        for (long frame = range(range).from(); frame <= range(range).to(); frame++) {
            for (ShownFrames shown : elements) {
                String why = shown.whyNot(frame);
                if (!why.isEmpty()) {
                    throw new FiringException(why);
                }
            }
            all.add(frame);
        }
        return all;
    }

    /// Reads "100,50,320,180": left, top, width, height; gives left, top, right, bottom.
    ///
    /// @param text or null for the whole picture
    static int[] region(String text, Size picture) {
        if (text == null) {
            return new int[] {0, 0, picture.width, picture.height};
        }
        var m =
                Pattern.compile("(\\d{1,5}),(\\d{1,5}),(\\d{1,5}),(\\d{1,5})")
                        .matcher(text.strip());
        int[] r = new int[4];
        for (int i = 0; i < 4 && m.matches(); i++) {
            r[i] = Integer.parseInt(m.group(i + 1)) + (i < 2 ? 0 : r[i - 2]);
        }
        if (r[2] <= r[0] || r[3] <= r[1] || r[2] > picture.width || r[3] > picture.height) {
            throw new IllegalArgumentException(
                    "'"
                            + text
                            + "' is no region of a picture of "
                            + picture.width
                            + "x"
                            + picture.height
                            + "; write LEFT,TOP,WIDTH,HEIGHT, for example 100,50,320,180");
        }
        return r;
    }

    /// Reads "1280x720".
    static Size size(String text) {
        var m = Pattern.compile("(\\d{1,5})x(\\d{1,5})").matcher(text.strip());
        if (!m.matches()) {
            throw new IllegalArgumentException(
                    "'"
                            + text
                            + "' is no size of a picture; write WIDTHxHEIGHT, for example"
                            + " 1280x720");
        }
        Size size = new Size(Integer.parseInt(m.group(1)), Integer.parseInt(m.group(2)));
        if (size.width < 2 || size.height < 2 || (long) size.width * size.height > 100_000_000L) {
            throw new IllegalArgumentException(
                    "a picture of "
                            + text
                            + " is too small or too large; 2x2 to 100 million pixels are drawn");
        }
        return size;
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
