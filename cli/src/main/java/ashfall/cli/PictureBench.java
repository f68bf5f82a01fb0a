package ashfall.cli;

import ashfall.firing.FrameFile;
import ashfall.grid.Frame;
import ashfall.grid.Lattice;
import ashfall.grid.SparseGrid;
import ashfall.look.Marcher;
import ashfall.look.View;
import ashfall.picture.Layers;
import ashfall.picture.Picture;
import ashfall.picture.Print;
import ashfall.picture.Region;
import ashfall.shot.Camera;
import ashfall.shot.DemoShots;
import ashfall.shot.Fineness;
import ashfall.shot.Kept;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.Vec3;
import ashfall.sim.Setup;
import ashfall.sim.Simulation;
import ashfall.sim.Snapshot;
import ashfall.vdb.VdbGrid;
import ashfall.vdb.VdbReader;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;

/// What `bench` draws: a finished picture of the oil store, it from all around, and the density of
/// a file under one far lamp, thin and dense.
final class PictureBench {
    /// Pictures of an orbit.
    static final int SIDES = 20;

    private final Workers workers;
    private final Shot shot;
    private final Frame frame;
    private final int width;
    private final int height;
    private Marcher marcher;

    private PictureBench(Workers workers, Shot shot, Frame frame, int width, int height) {
        this.workers = workers;
        this.shot = shot;
        this.frame = frame;
        this.width = width;
        this.height = height;
    }

    /// The oil store's eighth frame, 640 x 360.
    ///
    /// @param size voxels along 16 m
    static PictureBench oilStore(int size, Workers workers) {
        Shot shot =
                Settings.with(
                        DemoShots.read("oil-store").shot(),
                        List.of("elements.store.voxel.work=" + 16.0 / size));
        Simulation simulation =
                new Simulation(Setup.of(shot, shot.element("store"), Fineness.WORK), workers);
        for (int frame = 0; frame < 8; frame++) {
            simulation.advanceFrame(new Cancel());
        }
        Kept all = Kept.everything(Set.of("density", "temperature", "flame", "velocity"), Set.of());
        return new PictureBench(workers, shot, Snapshot.of(simulation, all, workers), 640, 360);
    }

    /// A frame of the oil store as the fireground draws a view that is turned.
    ///
    /// @param fileOrNull a firing's frame; by default its eighth
    /// @param size voxels along 16 m of that
    static PictureBench orbit(Path fileOrNull, int size, Workers workers) {
        PictureBench own = fileOrNull == null ? oilStore(size, workers) : null;
        try {
            return new PictureBench(
                    workers,
                    DemoShots.read("oil-store").shot(),
                    own == null ? FrameFile.read(fileOrNull, workers) : own.frame,
                    260,
                    175);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /// The density of a file, 480 x 270, seen from two edges of its cube off with a lens of 50 mm
    /// before 41.2 mm of film, a ray a pixel and a sample a voxel.
    ///
    /// @param file with a grid 'density' that fills the middle of a cube from the origin
    /// @param thin whether light goes a tenth of the cube before it is scattered, in density 1
    static PictureBench scattering(Path file, boolean thin, Workers workers) {
        List<SparseGrid.Leaf> leaves;
        try {
            leaves =
                    VdbReader.read(file, workers).grids().stream()
                            .filter(grid -> grid.name().equals("density"))
                            .findFirst()
                            .map(VdbGrid::leaves)
                            .orElseThrow(
                                    () ->
                                            new IllegalArgumentException(
                                                    "'" + file + "' has no grid 'density'"));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        SparseGrid density =
                new SparseGrid(
                        "density",
                        "",
                        true,
                        false,
                        new float[1],
                        leaves.toArray(SparseGrid.Leaf[]::new));
        // Of a cube from the origin, with what it holds in its middle.
        int edge = SparseGrid.EDGE + low(leaves) + high(leaves);
        double scattering = thin ? 10.0 / edge : 1.5;
        double absorption = thin ? 1.0 / edge : 0.1;
        double middle = 0.5 * (edge - 1);
        // Under the ground, which is not seen from there.
        double low = -10 * edge;
        String from = middle + "," + (low + middle) + "," + (middle + 2 * edge);
        String to = middle + "," + (low + middle) + "," + middle;
        Shot shot =
                Settings.with(
                        Shot.empty("scattering"),
                        List.of(
                                "camera.position=" + from,
                                "camera.target=" + to,
                                "camera.lens=50",
                                "camera.film=41.2",
                                "camera.shutter=0",
                                "look.extinction=" + (scattering + absorption) / 1000,
                                "look.albedo=" + scattering / (scattering + absorption),
                                "look.phase=0",
                                "look.scatter=0",
                                "look.glow=0",
                                "look.blue=0",
                                "look.rays=1",
                                "sun.towards=0.3,0.3,0",
                                "sun.colour=0.7,0.7,0.7",
                                "sun.strength=" + 4 * Math.PI,
                                "sun.sky=0"));
        Frame frame =
                new Frame(1, 0, new Lattice(-0.5, low - 0.5, -0.5, 1), Map.of("density", density));
        return new PictureBench(workers, shot, frame, 480, 270);
    }

    private static int low(List<SparseGrid.Leaf> leaves) {
        return leaves.stream().mapToInt(SparseGrid.Leaf::x).min().orElse(0);
    }

    private static int high(List<SparseGrid.Leaf> leaves) {
        return leaves.stream().mapToInt(SparseGrid.Leaf::x).max().orElse(0);
    }

    /// A finished picture, its light included.
    Layers layers() {
        return new Marcher(List.of(frame), shot, workers)
                .layers(View.of(shot.camera()), Region.whole(width, height));
    }

    /// A picture of a ray a pixel, its light included.
    Picture draw() {
        return new Marcher(List.of(frame), shot, workers)
                .draw(View.of(shot.camera()), width, height);
    }

    /// Pictures from all around, developed, in the light that was made for the first.
    void orbit() {
        if (marcher == null) {
            marcher = Marcher.quick(frame, shot, null, workers);
        }
        View through = View.of(shot.camera());
        Vec3 middle = shot.camera().get(Camera.TARGET);
        Vec3 off = through.eye().minus(middle);
        for (int side = 0; side < SIDES; side++) {
            double angle = 2 * Math.PI * side / SIDES;
            double x = off.x() * Math.cos(angle) - off.z() * Math.sin(angle);
            double z = off.x() * Math.sin(angle) + off.z() * Math.cos(angle);
            View view = View.towards(middle.plus(new Vec3(x, off.y(), z)), middle, through.width());
            Picture picture = marcher.draw(view, width, height, Marcher.PASSING, workers);
            Print.of(picture, shot, workers).argb(workers);
        }
    }

    double pixels() {
        return (double) width * height;
    }
}
