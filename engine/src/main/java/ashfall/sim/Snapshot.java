package ashfall.sim;

import ashfall.gas.GasFields;
import ashfall.gas.Solids;
import ashfall.grid.Box;
import ashfall.grid.Frame;
import ashfall.grid.GridShape;
import ashfall.grid.SparseGrid;
import ashfall.grid.SparseGrid.Leaf;
import ashfall.shot.Gas;
import ashfall.work.Workers;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/// Makes immutable frames from a simulation: the channels `density` (soot and smoke, kg/m³),
/// `temperature` (K), `flame` (heat release, W/m³), `fuel` (kg/m³) and `velocity` (m/s, on faces).
public final class Snapshot {
    /// Smallest differences from still air that are kept.
    private static final float DENSITY = 1e-7f;

    /// Place of the velocity among the channels, behind those of one number.
    private static final int VELOCITY = 4;

    private static final float KELVIN = 0.5f;
    private static final float FLAME = 1f;
    private static final float FUEL = 1e-6f;

    private Snapshot() {}

    /// How much a channel's values differ from still air at least where they are kept; 0 for the
    /// velocity, which is kept wherever any of them is.
    public static float threshold(String channel) {
        return switch (channel) {
            case "density" -> DENSITY;
            case "temperature" -> KELVIN;
            case "flame" -> FLAME;
            case "fuel" -> FUEL;
            default -> 0;
        };
    }

    /// A channel as it was taken, its leaves turned into what was asked for.
    ///
    /// @param staggered do the components lie on the lower faces of the cells?
    /// @param background of what is in no leaf, per component
    /// @param rounding largest difference between a value of the gas and the one kept
    public record Taken<T>(
            String name,
            String unit,
            boolean half,
            boolean staggered,
            float[] background,
            List<T> leaves,
            double rounding) {}

    /// What becomes of a leaf. Called by many threads at once.
    @FunctionalInterface
    public interface Turn<T> {
        /// @param channel place of its channel among those of [Gas#CHANNEL_WORDS]
        /// @param worker names scratch memory that no other call uses meanwhile
        T of(Leaf leaf, int channel, int worker);
    }

    /// The simulation's present state as a frame.
    ///
    /// @param wanted names of the channels
    /// @param full names of those to keep in 32 bit (see [Gas#isFull]); the others are rounded to
    ///     16
    public static Frame of(
            Simulation simulation, Set<String> wanted, Set<String> full, Workers workers) {
        Map<String, SparseGrid> channels = new LinkedHashMap<>();
        for (Taken<Leaf> t :
                Snapshot.<Leaf>take(
                        simulation, wanted, full, workers, (leaf, channel, worker) -> leaf)) {
            channels.put(
                    t.name,
                    new SparseGrid(
                            t.name,
                            t.unit,
                            t.half,
                            t.staggered,
                            t.background,
                            t.leaves.toArray(Leaf[]::new)));
        }
        return new Frame(
                simulation.frame(), simulation.time(), simulation.setup().lattice(), channels);
    }

    /// As [#of], leaf by leaf: what is not kept of a leaf takes no memory.
    public static <T> List<Taken<T>> take(
            Simulation simulation,
            Set<String> wanted,
            Set<String> full,
            Workers workers,
            Turn<T> turn) {
        Setup setup = simulation.setup();
        GasFields f = simulation.fields();
        float ambient = (float) setup.law().ambient();
        List<Scalar> scalars =
                List.of(
                        new Scalar(
                                "density",
                                "kg/m3",
                                f.contents[GasFields.SOOT],
                                f.mass,
                                0,
                                DENSITY,
                                !Gas.isFull("density", full)),
                        new Scalar(
                                "temperature",
                                "K",
                                f.temperature,
                                null,
                                ambient,
                                KELVIN,
                                !Gas.isFull("temperature", full)),
                        new Scalar(
                                "flame",
                                "W/m3",
                                f.flame,
                                null,
                                0,
                                FLAME,
                                !Gas.isFull("flame", full)),
                        new Scalar(
                                "fuel",
                                "kg/m3",
                                f.contents[GasFields.FUEL],
                                f.mass,
                                0,
                                FUEL,
                                !Gas.isFull("fuel", full)));
        boolean halfVelocity = !Gas.isFull("velocity", full);
        Bricks bricks =
                new Bricks(
                        simulation.box(),
                        simulation.solids(),
                        scalars,
                        wanted,
                        f.velocity,
                        halfVelocity,
                        setup.sides().mirrored());
        int layers = simulation.box().shape().nz() / SparseGrid.EDGE;
        List<Layer<T>> found = new ArrayList<>();
        for (int z = 0; z < layers; z++) {
            found.add(null);
        }
        workers.forEachSlab(
                layers,
                (z, worker) -> {
                    Layer<T> layer = new Layer<>(turn, worker);
                    bricks.look(z, layer);
                    found.set(z, layer);
                });
        List<Taken<T>> taken = new ArrayList<>();
        for (int c = 0; c < VELOCITY; c++) {
            Scalar s = scalars.get(c);
            if (wanted.contains(s.name)) {
                float[] background = {s.half ? rounded(s.background) : s.background};
                taken.add(taken(s.name, s.unit, s.half, false, background, found, c));
            }
        }
        if (wanted.contains("velocity")) {
            float[] still = setup.wind().at(simulation.time());
            for (int i = 0; i < 3 && halfVelocity; i++) {
                still[i] = rounded(still[i]);
            }
            taken.add(taken("velocity", "m/s", halfVelocity, true, still, found, VELOCITY));
        }
        return taken;
    }

    private static <T> Taken<T> taken(
            String name,
            String unit,
            boolean half,
            boolean staggered,
            float[] background,
            List<Layer<T>> found,
            int channel) {
        List<T> leaves = new ArrayList<>();
        double rounding = 0;
        for (Layer<T> layer : found) {
            leaves.addAll(layer.leaves.get(channel));
            rounding = Math.max(rounding, layer.rounding[channel]);
        }
        return new Taken<>(name, unit, half, staggered, background, leaves, rounding);
    }

    /// Leaves of a layer of bricks, by channel.
    private static final class Layer<T> {
        final List<List<T>> leaves = new ArrayList<>();
        final double[] rounding = new double[VELOCITY + 1];
        private final Turn<T> turn;
        private final int worker;

        Layer(Turn<T> turn, int worker) {
            this.turn = turn;
            this.worker = worker;
            for (int i = 0; i <= VELOCITY; i++) {
                leaves.add(new ArrayList<>());
            }
        }

        void add(int channel, Leaf leaf) {
            leaves.get(channel).add(turn.of(leaf, channel, worker));
        }
    }

    private static float rounded(float v) {
        return Float.float16ToFloat(Float.floatToFloat16(v));
    }

    /// @param mass what the field is multiplied with, where it is per kilogram; else null
    private record Scalar(
            String name,
            String unit,
            float[] field,
            float[] mass,
            float background,
            float threshold,
            boolean half) {}

    /// Looks through the box brick by brick.
    ///
    /// @param solids in which nothing is shown but how they move
    /// @param mirrored whether all is there once more on the other side of x = 0
    private record Bricks(
            Box box,
            Solids solids,
            List<Scalar> scalars,
            Set<String> wanted,
            float[][] velocity,
            boolean halfVelocity,
            boolean mirrored) {

        /// Finds the leaves of a layer of bricks.
        void look(int bz, Layer<?> layer) {
            GridShape shape = box.shape();
            for (int by = 0; by < shape.ny() / 8; by++) {
                for (int bx = 0; bx < shape.nx() / 8; bx++) {
                    boolean any = false;
                    for (int c = 0; c < VELOCITY; c++) {
                        Leaf leaf = scalarLeaf(scalars.get(c), bx, by, bz, layer.rounding, c);
                        any |= leaf != null;
                        if (leaf != null && wanted.contains(scalars.get(c).name)) {
                            layer.add(c, leaf);
                            if (mirrored) {
                                layer.add(c, turned(leaf));
                            }
                        }
                    }
                    if (any && wanted.contains("velocity")) {
                        layer.add(VELOCITY, velocityLeaf(bx, by, bz, false, layer.rounding));
                        if (mirrored) {
                            layer.add(VELOCITY, velocityLeaf(bx, by, bz, true, layer.rounding));
                        }
                    }
                }
            }
        }

        private Leaf scalarLeaf(Scalar s, int bx, int by, int bz, double[] rounding, int channel) {
            GridShape shape = box.shape();
            long[] mask = new long[8];
            float[] values = new float[SparseGrid.VOXELS];
            boolean any = false;
            float background = s.half ? rounded(s.background) : s.background;
            for (int z = 0; z < 8; z++) {
                for (int y = 0; y < 8; y++) {
                    int i = shape.at(8 * bx, 8 * by + y, 8 * bz + z);
                    for (int x = 0; x < 8; x++, i++) {
                        int v = x + 8 * y + 64 * z;
                        float value = s.mass == null ? s.field[i] : s.field[i] * s.mass[i];
                        boolean active =
                                Math.abs(value - s.background) > s.threshold
                                        && !solids.isSolid(8 * bx + x, 8 * by + y, 8 * bz + z);
                        values[v] = active ? value : background;
                        if (active) {
                            mask[z] |= 1L << (v & 63);
                            any = true;
                        }
                    }
                }
            }
            return any
                    ? leaf(box.x() + 8 * bx, by, bz, mask, values, s.half, rounding, channel)
                    : null;
        }

        /// A leaf's mirror image.
        private static Leaf turned(Leaf leaf) {
            long[] mask = new long[8];
            for (int word = 0; word < mask.length; word++) {
                mask[word] = Long.reverseBytes(Long.reverse(leaf.mask()[word]));
            }
            float[] full = leaf.full() == null ? null : leaf.full().clone();
            short[] half = leaf.half() == null ? null : leaf.half().clone();
            for (int v = 0; v < SparseGrid.VOXELS; v++) {
                int from = v ^ 7;
                if (full != null) {
                    full[v] = leaf.full()[from];
                } else {
                    half[v] = leaf.half()[from];
                }
            }
            return new Leaf(-SparseGrid.EDGE - leaf.x(), leaf.y(), leaf.z(), mask, full, half);
        }

        /// @param turned the mirror image, in which the lower face across x is the upper one here
        private Leaf velocityLeaf(int bx, int by, int bz, boolean turned, double[] rounding) {
            GridShape shape = box.shape();
            long[] mask = new long[8];
            Arrays.fill(mask, -1L);
            float[] values = new float[3 * SparseGrid.VOXELS];
            for (int v = 0; v < SparseGrid.VOXELS; v++) {
                int x = turned ? 7 - (v & 7) : v & 7;
                int i = shape.at(8 * bx + x, 8 * by + (v >> 3 & 7), 8 * bz + (v >> 6));
                for (int axis = 0; axis < 3; axis++) {
                    boolean across = turned && axis == 0;
                    values[3 * v + axis] = across ? -velocity[0][i + 1] : velocity[axis][i];
                }
            }
            int x = box.x() + 8 * bx;
            int from = turned ? -SparseGrid.EDGE - x : x;
            return leaf(from, by, bz, mask, values, halfVelocity, rounding, VELOCITY);
        }

        private Leaf leaf(
                int x,
                int by,
                int bz,
                long[] mask,
                float[] values,
                boolean half,
                double[] rounding,
                int channel) {
            short[] halves = null;
            if (half) {
                halves = new short[values.length];
                // Two loops: the compiler makes vectors of each.
                for (int i = 0; i < values.length; i++) {
                    halves[i] = Float.floatToFloat16(values[i]);
                }
                float worst = 0;
                for (int i = 0; i < values.length; i++) {
                    worst = Math.max(worst, Math.abs(Float.float16ToFloat(halves[i]) - values[i]));
                }
                rounding[channel] = Math.max(rounding[channel], worst);
            }
            return new Leaf(
                    x, box.y() + 8 * by, box.z() + 8 * bz, mask, half ? null : values, halves);
        }
    }
}
