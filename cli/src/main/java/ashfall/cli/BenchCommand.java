package ashfall.cli;

import ashfall.gas.GasFields;
import ashfall.gas.GasLaw;
import ashfall.gas.Pressure;
import ashfall.gas.Region;
import ashfall.gas.ScalarTransport;
import ashfall.gas.Sides;
import ashfall.gas.VelocityTransport;
import ashfall.grid.FieldPool;
import ashfall.grid.GridShape;
import ashfall.grid.Seeded;
import ashfall.shot.DemoShots;
import ashfall.shot.Fineness;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.sim.LogEntry;
import ashfall.sim.Setup;
import ashfall.sim.Simulation;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;

import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;

/// Measures the engine on this machine, beside the memory bandwidth of a plain triad.
@Command(
        name = "bench",
        description = "Measure the engine on this machine.",
        mixinStandardHelpOptions = true)
final class BenchCommand implements Callable<Integer> {
    private static final List<String> PARTS =
            List.of(
                    "step",
                    "fireball",
                    "transport",
                    "velocity",
                    "pressure",
                    "pressure-sphere",
                    "pressure-ratio",
                    "picture",
                    "orbit",
                    "scattering-thin",
                    "scattering-dense",
                    "write",
                    "read");
    private static final int RUNS = 5;

    /// Share of the box that a fireball fills.
    private static final double FIREBALL = 0.3;

    /// As long as the compiler needs, ns.
    private static final long WARM_UP = 3_000_000_000L;

    @Spec private CommandSpec spec;

    @Option(
            names = "--part",
            paramLabel = "NAME",
            description =
                    "step, fireball, transport, velocity, pressure, pressure-sphere,"
                            + " pressure-ratio, picture, orbit, scattering-thin, scattering-dense,"
                            + " write or read; by default all")
    private String part;

    @Option(
            names = "--size",
            paramLabel = "N",
            description = "cells along an edge, a multiple of 16; by default 128")
    private int size = 128;

    @Option(
            names = "--vdb",
            paramLabel = "FILE",
            description = "the volumes that are written, read and seen; by default made up")
    private Path volumes;

    @Option(
            names = "--threads",
            paramLabel = "N",
            description = "processors to use; by default all")
    private int threads = Runtime.getRuntime().availableProcessors();

    @Option(names = "--json", description = "print one JSON object on standard output")
    private boolean json;

    /// A measured row: seconds a pass, and bytes that a pass must move at least (0 where that says
    /// nothing).
    private record Row(String part, double seconds, double voxels, double bytes) {}

    @Override
    public Integer call() {
        if (part != null && !PARTS.contains(part)) {
            throw new IllegalArgumentException(
                    "there is no part '"
                            + part
                            + "' to measure; there are "
                            + String.join(", ", PARTS));
        }
        if (size < 32 || size > 512 || size % 16 != 0) {
            throw new IllegalArgumentException(
                    "--size must be a multiple of 16 from 32 to 512, not " + size);
        }
        ObjectNode node = Output.object();
        ObjectNode machine = node.putObject("machine");
        machine.put("processors", Runtime.getRuntime().availableProcessors());
        machine.put("architecture", System.getProperty("os.arch"));
        machine.put(
                "java",
                System.getProperty("java.vendor") + " " + System.getProperty("java.version"));
        try (Workers workers = new Workers(threads)) {
            double triad = triad(workers);
            node.put("triad_gb_s", triad);
            ArrayNode rows = node.putArray("rows");
            for (String name : PARTS) {
                if (part == null || part.equals(name)) {
                    add(rows, measure(name, workers), triad);
                }
            }
        }
        if (json) {
            Output.json(spec, node);
        } else {
            Output.out(spec)
                    .println(
                            String.format(
                                    Locale.ROOT,
                                    "triad %.1f GB/s",
                                    node.get("triad_gb_s").asDouble()));
            node.get("rows")
                    .forEach(
                            r ->
                                    Output.out(spec)
                                            .println(
                                                    String.format(
                                                            Locale.ROOT,
                                                            "%-10s %4d  %d threads  %8.4f s  %7.2f"
                                                                    + " million voxels/s",
                                                            r.get("part").asText(),
                                                            r.get("n").asInt(),
                                                            r.get("threads").asInt(),
                                                            r.get("seconds").asDouble(),
                                                            r.get("mvoxels_per_s").asDouble())));
        }
        return 0;
    }

    private void add(ArrayNode rows, Row row, double triad) {
        ObjectNode r = rows.addObject();
        r.put("part", row.part);
        r.put("n", size);
        r.put("threads", threads);
        r.put("seconds", row.seconds);
        r.put("mvoxels_per_s", row.voxels / row.seconds / 1e6);
        double bandwidth = row.bytes / row.seconds / 1e9;
        r.put("gb_s", bandwidth);
        r.put("bandwidth_share", bandwidth / triad);
    }

    private Row measure(String name, Workers workers) {
        return switch (name) {
            case "step" -> step(name, 1, workers);
            case "fireball" -> step(name, FIREBALL, workers);
            case "transport" -> transport(workers);
            case "velocity" -> velocity(workers);
            case "pressure" -> pressure(name, (x, y, z) -> 1f, workers);
            case "pressure-sphere" -> pressure(name, this::aroundABall, workers);
            case "pressure-ratio" -> pressure(name, this::lightInABall, workers);
            case "write", "read" -> volumes(name, workers);
            case "orbit" -> orbit(workers);
            case "scattering-thin", "scattering-dense" -> scattering(name, workers);
            default -> picture(workers);
        };
    }

    private Row volumes(String name, Workers workers) {
        try (VdbBench bench = new VdbBench(volumes, size, workers)) {
            double seconds = median(name.equals("write") ? bench::write : bench::read);
            return new Row(name, seconds, bench.voxels(), 0);
        }
    }

    /// `a = b + s c` over 3 x 64 MiB: 12 bytes an element, median of the runs.
    private static double triad(Workers workers) {
        int n = 1 << 24;
        float[] a = new float[n];
        float[] b = new float[n];
        float[] c = new float[n];
        int slabs = 64;
        double seconds =
                median(
                        () ->
                                workers.forEachSlab(
                                        slabs,
                                        (slab, worker) -> {
                                            for (int i = slab * (n / slabs), end = i + n / slabs;
                                                    i < end;
                                                    i++) {
                                                a[i] = b[i] + 3f * c[i];
                                            }
                                        }));
        return 12.0 * n / seconds / 1e9;
    }

    private static double median(Runnable body) {
        body.run();
        long begun = System.nanoTime();
        do {
            body.run();
        } while (System.nanoTime() - begun < WARM_UP);
        double[] seconds = new double[RUNS];
        for (int i = 0; i < RUNS; i++) {
            long started = System.nanoTime();
            body.run();
            seconds[i] = (System.nanoTime() - started) * 1e-9;
        }
        Arrays.sort(seconds);
        return seconds[RUNS / 2];
    }

    private Shot oilStore() {
        return Settings.with(
                DemoShots.read("oil-store").shot(),
                List.of("elements.store.voxel.work=" + 16.0 / size));
    }

    /// Whole steps of the oil store in a fixed box of size³, all forces on, early in its life; with
    /// warm smoke in all air of the lowest share of the box.
    private Row step(String name, double share, Workers workers) {
        Shot shot =
                Settings.with(
                        oilStore(),
                        List.of(
                                "elements.store.bounds.follow=[]",
                                "elements.store.bounds.from=-8,0,-8",
                                "elements.store.bounds.to=8,16,8"));
        Simulation simulation =
                new Simulation(Setup.of(shot, shot.element("store"), Fineness.WORK), workers);
        for (int frame = 0; frame < 8; frame++) {
            simulation.advanceFrame(new Cancel());
        }
        smoke(simulation, share);
        simulation.advanceFrame(new Cancel());
        double[] perStep = new double[RUNS];
        for (int i = 0; i < RUNS; i++) {
            LogEntry entry = simulation.advanceFrame(new Cancel());
            perStep[i] = entry.seconds() / entry.substeps();
        }
        Arrays.sort(perStep);
        return new Row(name, perStep[RUNS / 2], (double) size * size * size, 0);
    }

    /// Fills a block in the middle of the ground, which is that share of the box, with smoke 20 K
    /// over the air, unevenly.
    private static void smoke(Simulation simulation, double share) {
        GasFields fields = simulation.fields();
        GridShape shape = fields.shape();
        double side = Math.cbrt(share);
        int width = (int) Math.round(side * shape.nx());
        int from = (shape.nx() - width) / 2;
        float[] heat = fields.contents[GasFields.ENTHALPY];
        for (int z = from; z < from + width; z++) {
            for (int y = 0; y < width; y++) {
                for (int x = from; x < from + width; x++) {
                    int i = shape.at(x, y, z);
                    float least = 20_000 + 5000 * ((x * 7 + y * 11 + z * 13) % 17) / 17f;
                    if (heat[i] < least) {
                        heat[i] = least;
                        fields.contents[GasFields.SOOT][i] += 1e-5f;
                        fields.mass[i] =
                                (float)
                                        GasLaw.density(
                                                simulation
                                                        .setup()
                                                        .law()
                                                        .temperatureOfEnthalpy(least));
                    }
                }
            }
        }
        simulation.restore(
                simulation.frame(),
                simulation.time(),
                simulation.stepBefore(),
                simulation.ledger());
    }

    /// A stirred field: a vortex that carries hot, sooty gas at up to two cells a step.
    private GasFields stirred(GridShape shape, FieldPool pool, GasLaw law) {
        GasFields fields = new GasFields(shape, pool, law, 0.2314);
        for (int z = 0; z < size; z++) {
            // The upper faces too, so that the flow has no divergence anywhere.
            for (int y = 0; y <= size; y++) {
                for (int x = 0; x <= size; x++) {
                    int i = shape.at(x, y, z);
                    double dx = (x + 0.5) / size - 0.5;
                    double dy = (y + 0.5) / size - 0.5;
                    double dz = (z + 0.5) / size - 0.5;
                    fields.velocity[0][i] = (float) (-2 * dy);
                    fields.velocity[1][i] = (float) (2 * dx);
                    if (x == size || y == size) {
                        continue;
                    }
                    double r2 = dx * dx + dy * dy + dz * dz;
                    fields.contents[GasFields.ENTHALPY][i] = r2 < 0.16 ? 1e6f : 0;
                    fields.contents[GasFields.SOOT][i] = r2 < 0.12 ? 1e-3f : 0;
                    fields.contents[GasFields.FUEL][i] = r2 < 0.08 ? 1e-2f : 0;
                }
            }
        }
        float[] enthalpy = fields.contents[GasFields.ENTHALPY];
        for (int i = 0; i < shape.size(); i++) {
            fields.temperature[i] = (float) law.temperatureOfEnthalpy(enthalpy[i]);
        }
        return fields;
    }

    private Row transport(Workers workers) {
        GridShape shape = new GridShape(size, size, size);
        FieldPool pool = new FieldPool(shape);
        GasFields fields = stirred(shape, pool, law());
        ScalarTransport transport = new ScalarTransport(shape, workers);
        float[] volume = new float[shape.size()];
        double seconds =
                median(
                        () -> {
                            Arrays.fill(volume, 1);
                            transport.advance(
                                    fields,
                                    volume,
                                    Region.all(shape),
                                    1f / size,
                                    2f / size,
                                    1f,
                                    1700,
                                    false);
                        });
        // Each cycle reads and writes four contents, mass and volume in two passes, with three
        // velocities; this flow takes one.
        double bytes = (double) transport.cycles() * size * size * size * (2 * 12 + 3) * 4;
        return new Row("transport", seconds, (double) size * size * size, bytes);
    }

    private Row velocity(Workers workers) {
        GridShape shape = new GridShape(size, size, size);
        FieldPool pool = new FieldPool(shape);
        GasFields fields = stirred(shape, pool, law());
        VelocityTransport transport = new VelocityTransport(shape, false, pool, workers);
        float[][] out = {pool.borrow(), pool.borrow(), pool.borrow()};
        double seconds =
                median(
                        () ->
                                transport.advance(
                                        transport.ways(fields.velocity, 2f),
                                        fields.velocity,
                                        out,
                                        0,
                                        Sides.onGround(),
                                        new float[3][shape.ny() + 1]));
        // Three components: path search, back trace with bounds, correction.
        double bytes = (double) size * size * size * (12 + 3 * (7 + 8)) * 4;
        return new Row("velocity", seconds, (double) size * size * size, bytes);
    }

    /// What a cell's gas has as 1/ρ; 0 in a wall.
    private interface Lightness {
        float of(int x, int y, int z);
    }

    private double fromMiddle(int x, int y, int z) {
        double c = (size - 1) / 2.0;
        return Math.sqrt((x - c) * (x - c) + (y - c) * (y - c) + (z - c) * (z - c)) / size;
    }

    private float aroundABall(int x, int y, int z) {
        return fromMiddle(x, y, z) < 0.2 ? 0 : 1;
    }

    private float lightInABall(int x, int y, int z) {
        return fromMiddle(x, y, z) < 0.25 ? 8 : 1;
    }

    /// White noise in a box with open sides, to 1e-4 of the right side, coefficients and all.
    private Row pressure(String name, Lightness lightness, Workers workers) {
        GridShape shape = new GridShape(size, size, size);
        Pressure pressure = new Pressure(shape, new FieldPool(shape), workers);
        float[][] beta = pressure.coefficients();
        float[] noise = new float[shape.size()];
        for (int z = 0; z <= size; z++) {
            for (int y = 0; y <= size; y++) {
                for (int x = 0; x <= size; x++) {
                    int i = shape.at(x, y, z);
                    float here = lightness.of(x, y, z);
                    if (x < size && y < size && z < size && here > 0) {
                        noise[i] = 2 * Seeded.unit(777, 0, 0, i) - 1;
                    }
                    beta[0][i] = between(lightness.of(x - 1, y, z), here);
                    beta[1][i] = between(lightness.of(x, y - 1, z), here);
                    beta[2][i] = between(lightness.of(x, y, z - 1), here);
                }
            }
        }
        float[] right = new float[shape.size()];
        float[] p = new float[shape.size()];
        double seconds =
                median(
                        () -> {
                            System.arraycopy(noise, 0, right, 0, noise.length);
                            Arrays.fill(p, 0);
                            pressure.prepare();
                            pressure.solve(p, right, 1e-4, Float.MAX_VALUE, false);
                        });
        return new Row(name, seconds, (double) size * size * size, 0);
    }

    /// 1/ρ of a face with the mean ρ of both sides; 0 where one is a wall.
    private static float between(float below, float here) {
        return below == 0 || here == 0 ? 0 : 2 * below * here / (below + here);
    }

    private static GasLaw law() {
        return ashfall.burn.Fuels.of("kerosene").gasLaw(288);
    }

    private Row picture(Workers workers) {
        PictureBench bench = PictureBench.oilStore(size, workers);
        return new Row("picture", median(bench::layers), bench.pixels(), 0);
    }

    /// Of the given file, or of made up volumes.
    private Row orbit(Workers workers) {
        PictureBench bench = PictureBench.orbit(volumes, size, workers);
        return new Row("orbit", median(bench::orbit) / PictureBench.SIDES, bench.pixels(), 0);
    }

    private Row scattering(String name, Workers workers) {
        try (VdbBench made = new VdbBench(volumes, size, workers)) {
            boolean thin = name.equals("scattering-thin");
            PictureBench bench = PictureBench.scattering(made.file("read"), thin, workers);
            return new Row(name, median(bench::draw), bench.pixels(), 0);
        }
    }
}
