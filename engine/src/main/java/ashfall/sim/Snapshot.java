package ashfall.sim;

import ashfall.gas.GasFields;
import ashfall.gas.Solids;
import ashfall.grid.Box;
import ashfall.grid.Frame;
import ashfall.grid.GridShape;
import ashfall.grid.SparseGrid;
import ashfall.grid.SparseGrid.Leaf;
import ashfall.shot.Kept;
import ashfall.work.Workers;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// Makes immutable frames from a simulation: the channels `density` (soot and smoke, kg/m³),
/// `temperature` (K), `flame` (heat release, W/m³), `fuel` (kg/m³) and `velocity` (m/s, on faces).
public final class Snapshot {
    /// Place of the velocity among the channels, behind those of one number.
    private static final int VELOCITY = 4;

    private Snapshot() {}

    /// A channel as it was taken, its leaves turned into what was asked for.
    ///
    /// @param staggered do the components lie on the lower faces of the cells?
    /// @param background of what is in no leaf, per component
    /// @param rounding largest difference between a value of the gas and the one kept
    /// @param leftOut largest difference from still air of what is not kept; 0 where all is, and of
    ///     the velocity, which goes by the others
    public record Taken<T>(
            String name,
            String unit,
            boolean half,
            boolean staggered,
            float[] background,
            List<T> leaves,
            double rounding,
            double leftOut) {}

    /// What becomes of a leaf. Called by many threads at once.
    @FunctionalInterface
    public interface Turn<T> {
        /// @param channel place of its channel among those of [Kept#ALL]
        /// @param worker names scratch memory that no other call uses meanwhile
        T of(Leaf leaf, int channel, int worker);
    }

    /// The simulation's present state as a frame.
    public static Frame of(Simulation simulation, Kept kept, Workers workers) {
        Map<String, SparseGrid> channels = new LinkedHashMap<>();
        for (Taken<Leaf> t :
                Snapshot.<Leaf>take(simulation, kept, workers, (leaf, channel, worker) -> leaf)) {
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
            Simulation simulation, Kept kept, Workers workers, Turn<T> turn) {
        Setup setup = simulation.setup();
        GasFields f = simulation.fields();
        float ambient = (float) setup.law().ambient();
        List<Scalar> scalars =
                List.of(
                        Scalar.of("density", "kg/m3", f.contents[GasFields.SOOT], f.mass, 0, kept),
                        Scalar.of("temperature", "K", f.temperature, null, ambient, kept),
                        Scalar.of("flame", "W/m3", f.flame, null, 0, kept),
                        Scalar.of("fuel", "kg/m3", f.contents[GasFields.FUEL], f.mass, 0, kept));
        boolean halfVelocity = !kept.isFull("velocity");
        List<float[]> backgrounds = new ArrayList<>();
        for (Scalar s : scalars) {
            backgrounds.add(new float[] {s.shown()});
        }
        float[] still = setup.wind().at(simulation.time());
        for (int i = 0; i < 3 && halfVelocity; i++) {
            still[i] = rounded(still[i]);
        }
        backgrounds.add(still);
        Crop crop = kept.isUncropped() ? null : new Crop(kept, setup.lattice());
        Bricks bricks =
                new Bricks(
                        simulation.box(),
                        simulation.solids(),
                        scalars,
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
                    Layer<T> layer = new Layer<>(kept, crop, backgrounds, turn, worker);
                    bricks.look(z, layer);
                    found.set(z, layer);
                });
        List<Taken<T>> taken = new ArrayList<>();
        for (int c = 0; c <= VELOCITY; c++) {
            String name = Kept.ALL.get(c);
            if (kept.names().containsKey(name)) {
                String unit = c == VELOCITY ? "m/s" : scalars.get(c).unit;
                taken.add(taken(unit, !kept.isFull(name), backgrounds.get(c), found, c));
            }
        }
        return taken;
    }

    private static <T> Taken<T> taken(
            String unit, boolean half, float[] background, List<Layer<T>> found, int channel) {
        List<T> leaves = new ArrayList<>();
        double rounding = 0;
        double leftOut = 0;
        for (Layer<T> layer : found) {
            leaves.addAll(layer.leaves.get(channel));
            rounding = Math.max(rounding, layer.rounding[channel]);
            leftOut = Math.max(leftOut, layer.leftOut[channel]);
        }
        return new Taken<>(
                Kept.ALL.get(channel),
                unit,
                half,
                channel == VELOCITY,
                background,
                leaves,
                rounding,
                leftOut);
    }

    /// Leaves of a layer of bricks, by channel.
    private static final class Layer<T> {
        final List<List<T>> leaves = new ArrayList<>();
        final double[] rounding = new double[VELOCITY + 1];
        final double[] leftOut = new double[VELOCITY + 1];
        private final Kept kept;
        private final Crop crop;
        private final List<float[]> backgrounds;
        private final Turn<T> turn;
        private final int worker;

        Layer(Kept kept, Crop crop, List<float[]> backgrounds, Turn<T> turn, int worker) {
            this.kept = kept;
            this.crop = crop;
            this.backgrounds = backgrounds;
            this.turn = turn;
            this.worker = worker;
            for (int i = 0; i <= VELOCITY; i++) {
                leaves.add(new ArrayList<>());
            }
        }

        boolean wants(int channel) {
            return kept.names().containsKey(Kept.ALL.get(channel));
        }

        /// Keeps what lies in the crop of a leaf, where the channel is wanted. Returns whether
        /// anything does.
        boolean add(int channel, Leaf leaf) {
            Leaf cropped =
                    crop == null ? leaf : crop.of(leaf, backgrounds.get(channel), leftOut, channel);
            if (cropped != null && wants(channel)) {
                leaves.get(channel).add(turn.of(cropped, channel, worker));
            }
            return cropped != null;
        }
    }

    private static float rounded(float v) {
        return Float.float16ToFloat(Float.floatToFloat16(v));
    }

    /// @param mass what the field is multiplied with, where it is per kilogram; else null
    /// @param above how much a value must differ from the background to be kept
    /// @param least how much it must differ to be gas rather than rounding
    private record Scalar(
            String unit,
            float[] field,
            float[] mass,
            float background,
            float above,
            float least,
            boolean half) {

        static Scalar of(
                String name,
                String unit,
                float[] field,
                float[] mass,
                float background,
                Kept kept) {
            return new Scalar(
                    unit,
                    field,
                    mass,
                    background,
                    kept.above().get(name).floatValue(),
                    (float) Kept.ABOVE.get(name).number(),
                    !kept.isFull(name));
        }

        /// The background as files have it.
        float shown() {
            return half ? rounded(background) : background;
        }
    }

    /// Looks through the box brick by brick.
    ///
    /// @param solids in which nothing is shown but how they move
    /// @param mirrored whether all is there once more on the other side of x = 0
    private record Bricks(
            Box box,
            Solids solids,
            List<Scalar> scalars,
            float[][] velocity,
            boolean halfVelocity,
            boolean mirrored) {

        /// Finds the leaves of a layer of bricks.
        void look(int bz, Layer<?> layer) {
            GridShape shape = box.shape();
            for (int by = 0; by < shape.ny() / 8; by++) {
                for (int bx = 0; bx < shape.nx() / 8; bx++) {
                    boolean any = false;
                    boolean anyTurned = false;
                    for (int c = 0; c < VELOCITY; c++) {
                        Leaf leaf = scalarLeaf(scalars.get(c), bx, by, bz, layer, c);
                        if (leaf != null) {
                            any |= layer.add(c, leaf);
                            anyTurned |= mirrored && layer.add(c, turned(leaf));
                        }
                    }
                    if (any && layer.wants(VELOCITY)) {
                        layer.add(VELOCITY, velocityLeaf(bx, by, bz, false, layer.rounding));
                    }
                    if (anyTurned && layer.wants(VELOCITY)) {
                        layer.add(VELOCITY, velocityLeaf(bx, by, bz, true, layer.rounding));
                    }
                }
            }
        }

        private Leaf scalarLeaf(Scalar s, int bx, int by, int bz, Layer<?> layer, int channel) {
            GridShape shape = box.shape();
            long[] mask = new long[8];
            float[] values = new float[SparseGrid.VOXELS];
            boolean any = false;
            float background = s.shown();
            float leftOut = 0;
            for (int z = 0; z < 8; z++) {
                for (int y = 0; y < 8; y++) {
                    int i = shape.at(8 * bx, 8 * by + y, 8 * bz + z);
                    for (int x = 0; x < 8; x++, i++) {
                        int v = x + 8 * y + 64 * z;
                        float value = s.mass == null ? s.field[i] : s.field[i] * s.mass[i];
                        float off = Math.abs(value - s.background);
                        boolean gas =
                                off > s.least
                                        && !solids.isSolid(8 * bx + x, 8 * by + y, 8 * bz + z);
                        boolean active = gas && off > s.above;
                        values[v] = active ? value : background;
                        leftOut = gas && !active ? Math.max(leftOut, off) : leftOut;
                        if (active) {
                            mask[z] |= 1L << (v & 63);
                            any = true;
                        }
                    }
                }
            }
            layer.leftOut[channel] = Math.max(layer.leftOut[channel], leftOut);
            return any
                    ? leaf(box.x() + 8 * bx, by, bz, mask, values, s.half, layer.rounding, channel)
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
