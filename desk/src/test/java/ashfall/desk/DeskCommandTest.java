package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/// What the desk's command line says of what it cannot do, before any window is there.
class DeskCommandTest {
    @TempDir Path folder;

    private String said(List<String> args, int status) {
        PrintStream usual = System.err;
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        System.setErr(new PrintStream(bytes, true, StandardCharsets.UTF_8));
        try {
            assertEquals(status, DeskCommand.execute(args.toArray(String[]::new)));
        } finally {
            System.setErr(usual);
        }
        return bytes.toString(StandardCharsets.UTF_8).strip();
    }

    /// It would wait for them for ever.
    @ParameterizedTest
    @CsvSource({"trials", "compare", "wipe", "difference"})
    void pictureOfTrials_withoutAny_isRefused(String view) {
        Path out = folder.resolve("a.png");
        String words = said(List.of("snap", "--view", view, "--out", out.toString()), 1);
        assertEquals(
                "ashfall: the view '"
                        + view
                        + "' needs trials; give --vary with two values or more",
                words);
        assertFalse(Files.exists(out));
    }

    @Test
    void wrongSizeAndStation_areNamed() {
        String out = folder.resolve("a.png").toString();
        assertEquals(
                "ashfall: '12' is no size; write 1280x800",
                said(List.of("snap", "--size", "12", "--out", out), 1));
        assertEquals(
                "ashfall: there is no station 77",
                said(List.of("snap", "--station", "77", "--out", out), 1).split(";")[0]);
    }
}
