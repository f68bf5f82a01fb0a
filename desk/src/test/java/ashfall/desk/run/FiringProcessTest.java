package ashfall.desk.run;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.DemoShots;
import ashfall.shot.Fineness;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;

/// What a firing's process says reaches the run; another program stands in for it.
class FiringProcessTest {
    @TempDir private Path folder;

    /// Stands in for a firing whose disk is full until a line comes over a socket.
    static final class Paused {
        private Paused() {}

        /// @param args the port, then those of a firing
        public static void main(String[] args) throws IOException {
            System.err.println("paused: the disk is full");
            int port = Integer.parseInt(args[0]);
            try (Socket room = new Socket(InetAddress.getLoopbackAddress(), port)) {
                room.getInputStream().read();
            }
            System.err.println("frame 2: on");
        }
    }

    /// A full disk: the window says what is waited for, and no longer once it goes on.
    @Test
    void paused_isSaidUntilItGoesOn() throws Exception {
        Run run =
                Run.firing(
                        "firing 1",
                        DemoShots.read("oil-store").shot(),
                        "store",
                        Fineness.SKETCH,
                        Map.of(),
                        folder.resolve("firing-1"),
                        null);
        BlockingQueue<String> said = new LinkedBlockingQueue<>();
        run.problemProperty().addListener((o, was, is) -> said.add(is));
        try (ServerSocket disk = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            List<String> command =
                    List.of(
                            Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                            "-cp",
                            System.getProperty("java.class.path"),
                            Paused.class.getName(),
                            Integer.toString(disk.getLocalPort()));
            FiringProcess process =
                    new FiringProcess(new FiringProcess.Launcher(command), run, Runnable::run);
            assertEquals("paused: the disk is full", said.poll(30, TimeUnit.SECONDS));
            assertTrue(run.isRunning());
            try (Socket room = disk.accept()) {
                room.getOutputStream().write(1);
            }
            assertEquals("", said.poll(30, TimeUnit.SECONDS));
            process.cancel();
        }
    }
}
