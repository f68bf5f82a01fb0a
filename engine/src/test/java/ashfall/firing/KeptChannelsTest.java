package ashfall.firing;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.Frame;
import ashfall.shot.DemoShots;
import ashfall.shot.Fineness;
import ashfall.shot.Kept;
import ashfall.shot.NewShot;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.sim.Setup;
import ashfall.sim.Simulation;
import ashfall.sim.Snapshot;
import ashfall.vdb.VdbReader;
import ashfall.vdb.VdbStats;
import ashfall.vdb.VdbWriter;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;

/// Only the channels that are needed: forecast from the sketch, written, read back.
class KeptChannelsTest {
    private static final Set<String> WANTED = Set.of("density", "temperature", "velocity");
    private static final int FRAMES = 48;

    @TempDir private Path folder;

    private static Shot shot(String more) {
        return Settings.with(
                NewShot.make(
                        "fireball",
                        List.of(
                                "mass=2",
                                "frames.last=" + FRAMES,
                                "elements.fireball.voxel.sketch=0.6",
                                "elements.fireball.voxel.work=0.35")),
                List.of("elements.fireball.channels=density,temperature,velocity", more));
    }

    private FiringRecord fire(Shot shot, String name, int last, Workers workers) {
        return Fired.into(folder.resolve(name), shot, 1, last, workers);
    }

    private static List<Frame> sketch(Shot shot, Workers workers) {
        Simulation simulation =
                new Simulation(Setup.of(shot, shot.element("fireball"), Fineness.SKETCH), workers);
        List<Frame> frames = new ArrayList<>();
        while (simulation.frame() < FRAMES) {
            simulation.advanceFrame(new Cancel());
            if (simulation.frame() % 8 == 4) {
                frames.add(
                        Snapshot.of(
                                simulation,
                                Kept.everything(Set.copyOf(Kept.ALL), Set.of()),
                                workers));
            }
        }
        return frames;
    }

    /// The whole within 15 %.
    @Test
    void sizes_areForecastFromTheSketch() throws IOException {
        try (Workers workers = new Workers(2)) {
            Shot half = shot("elements.fireball.full=flame");
            double forecast = 0;
            for (Frame frame : sketch(half, workers)) {
                Map<String, Double> sizes =
                        SizeForecast.of(frame, 0.35, Kept.everything(Kept.ALL, List.of()));
                forecast += WANTED.stream().mapToDouble(sizes::get).sum() / 6 * FRAMES;
            }
            FiringRecord record = fire(half, "half", FRAMES, workers);
            double truth = bytes(record, FRAMES);
            assertEquals(
                    1, forecast / truth, 0.15, forecast + " bytes forecast, " + truth + " kept");
        }
    }

    /// In 16 bit files take about half of what they do in 32.
    @Test
    void halfBits_takeHalfTheSpace() throws IOException {
        Shot shot =
                Settings.with(
                        DemoShots.read("oil-store").shot(),
                        List.of("elements.store.voxel.sketch=0.2"));
        try (Workers workers = new Workers(2)) {
            Simulation simulation =
                    new Simulation(Setup.of(shot, shot.element("store"), Fineness.SKETCH), workers);
            while (simulation.frame() < 8) {
                simulation.advanceFrame(new Cancel());
            }
            Frame half = Snapshot.of(simulation, Kept.everything(WANTED, Set.of()), workers);
            Frame full = Snapshot.of(simulation, Kept.everything(WANTED, WANTED), workers);
            VdbWriter writer = new VdbWriter(workers);
            FrameFile.write(folder.resolve("half.vdb"), half, Map.of(), writer);
            FrameFile.write(folder.resolve("full.vdb"), full, Map.of(), writer);
            double share =
                    (double) Files.size(folder.resolve("half.vdb"))
                            / Files.size(folder.resolve("full.vdb"));
            assertTrue(share > 0.45 && share < 0.6, "16 bit take " + share + " of 32 bit");
        }
    }

    /// Another program finds the name it wants; the firing plays as before.
    @Test
    void renamedChannel_arrivesUnderItsNewName() throws IOException {
        try (Workers workers = new Workers(2)) {
            Shot shot =
                    Settings.with(
                            shot("frames.last=2"), List.of("elements.fireball.name.density=smoke"));
            FiringRecord record = fire(shot, "named", 2, workers);
            Path file = folder.resolve("named").resolve(record.kept().get(2L).file());
            assertEquals(
                    Set.of("smoke", "temperature", "velocity"), VdbReader.measure(file).keySet());
            assertEquals(WANTED, record.kept().get(2L).channels().keySet());
            assertEquals(WANTED, FrameFile.read(file).channels().keySet());
            assertEquals("density", FrameFile.read(file).channels().get("density").name());
            Shot both = Settings.with(shot, List.of("elements.fireball.name.velocity=smoke"));
            String why =
                    assertThrows(ShotException.class, () -> fire(both, "both", 2, workers))
                            .getMessage();
            assertEquals(
                    "two channels are named 'smoke' in the files; give each a name of its own",
                    why);
        }
    }

    private static double bytes(FiringRecord record, int frames) {
        return record.kept().entrySet().stream()
                .filter(entry -> entry.getKey() <= frames)
                .mapToDouble(entry -> entry.getValue().bytes())
                .sum();
    }

    /// Names, counts and ranges come back as they were written, and the file says in which units.
    @Test
    void frame_readBack_holdsWhatWasTicked() throws IOException {
        try (Workers workers = new Workers(2)) {
            FiringRecord record = fire(shot("frames.last=24"), "some", 24, workers);
            KeptFrame kept = record.kept().get(24L);
            Map<String, VdbStats> found =
                    VdbReader.measure(folder.resolve("some").resolve(kept.file()));
            assertEquals(WANTED, found.keySet());
            for (String channel : WANTED) {
                assertEquals(kept.channels().get(channel).voxels(), found.get(channel).active());
            }
            assertTrue(kept.channels().get("temperature").rounding() > 0);
            assertTrue(kept.channels().get("temperature").rounding() <= 1, "half of 2 K steps");
            Frame frame = FrameFile.read(folder.resolve("some").resolve(kept.file()));
            assertEquals(24, frame.number());
            assertEquals(0.35, frame.lattice().voxel(), 1e-12);
        }
    }
}
