package ashfall.cli;

import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;

/// A command line that was run inside this process, its streams caught.
record CommandRun(int status, String out, String err) {

    static CommandRun of(String... args) {
        PrintStream out = System.out;
        PrintStream err = System.err;
        ByteArrayOutputStream caughtOut = new ByteArrayOutputStream();
        ByteArrayOutputStream caughtErr = new ByteArrayOutputStream();
        try {
            System.setOut(new PrintStream(caughtOut, true, StandardCharsets.UTF_8));
            System.setErr(new PrintStream(caughtErr, true, StandardCharsets.UTF_8));
            int status = Ashfall.execute(args);
            return new CommandRun(
                    status,
                    caughtOut.toString(StandardCharsets.UTF_8),
                    caughtErr.toString(StandardCharsets.UTF_8));
        } finally {
            System.setOut(out);
            System.setErr(err);
        }
    }
}
