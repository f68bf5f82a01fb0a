package ashfall.look;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.Frame;
import ashfall.grid.Lattice;
import ashfall.grid.SparseGrid;
import ashfall.grid.SparseGrid.Leaf;
import ashfall.picture.Blackbody;
import ashfall.picture.Layers;
import ashfall.picture.Part;
import ashfall.picture.Picture;
import ashfall.picture.Print;
import ashfall.picture.Region;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

class LookTest {
    private final Workers workers = new Workers(2);

    /// Heat that the wall releases, W/m³.
    private float release;

    @AfterEach
    void close() {
        workers.close();
    }

    /// Physics reference, V15: colours within 1e-4 in x and y, 1e-3 in RGB.
    @Test
    void blackbody_againstTheTable_agrees() throws IOException {
        int rows = 0;
        for (String line :
                Files.readAllLines(Path.of("src/test/resources/ashfall/blackbody.csv"))) {
            if (line.startsWith("#") || line.startsWith("T_K")) {
                continue;
            }
            double[] f = Arrays.stream(line.split(",")).mapToDouble(Double::parseDouble).toArray();
            double[] xyz = Blackbody.xyz(f[0]);
            double sum = xyz[0] + xyz[1] + xyz[2];
            assertEquals(f[1], xyz[0] / sum, 1e-4, line);
            assertEquals(f[2], xyz[1] / sum, 1e-4, line);
            assertEquals(f[3], xyz[1], 1e-3 * f[3], line);
            double[] rgb = Blackbody.linearSrgb(xyz);
            double most = Math.max(rgb[0], Math.max(rgb[1], rgb[2]));
            for (int k = 0; k < 3; k++) {
                assertEquals(f[4 + k], rgb[k] / most, 1e-3, line);
            }
            rows++;
        }
        assertTrue(rows > 20);
    }

    @Test
    void blackbody_table_keepsTheLuminance() {
        for (double t = 900; t < 3500; t += 37) {
            float[] rgb = new float[3];
            Blackbody.add((float) t, 1, rgb);
            double y = 0.2126 * rgb[0] + 0.7152 * rgb[1] + 0.0722 * rgb[2];
            double expected = Blackbody.xyz(t)[1];
            assertEquals(expected, y, 0.004 * expected, "at " + t + " K");
            assertTrue(Math.min(rgb[0], Math.min(rgb[1], rgb[2])) >= 0);
        }
    }

    private static SparseGrid block(String name, float inside, float background, int leavesDeep) {
        List<Leaf> leaves = new ArrayList<>();
        long[] all = new long[8];
        Arrays.fill(all, -1L);
        float[] values = new float[512];
        Arrays.fill(values, inside);
        for (int x = -4; x < 4; x++) {
            for (int y = 0; y < 8; y++) {
                for (int z = 0; z < leavesDeep; z++) {
                    leaves.add(new Leaf(8 * x, 8 * y, 8 * z, all, values, null));
                }
            }
        }
        return new SparseGrid(
                name, "", false, false, new float[] {background}, leaves.toArray(Leaf[]::new));
    }

    /// A wall of smoke, 8 voxels of 5 cm a leaf, seen square on.
    private Picture wall(float density, float kelvin, int leavesDeep, String... settings) {
        return layers(density, kelvin, leavesDeep, settings).picture();
    }

    private Layers layers(float density, float kelvin, int leavesDeep, String... settings) {
        Map<String, SparseGrid> channels = new LinkedHashMap<>();
        channels.put("density", block("density", density, 0, leavesDeep));
        channels.put("temperature", block("temperature", kelvin, kelvin, leavesDeep));
        if (release > 0) {
            channels.put("flame", block("flame", release, 0, leavesDeep));
        }
        Frame frame = new Frame(1, 0, new Lattice(0, 0, 0, 0.05), channels);
        List<String> all =
                new ArrayList<>(
                        List.of(
                                "camera.position=0,1.6,30",
                                "camera.target=0,1.6,0",
                                "camera.lens=400",
                                "sun.strength=0",
                                "sun.sky=0",
                                "look.inner=0",
                                "look.spill=0"));
        all.addAll(List.of(settings));
        Shot shot = Settings.with(Shot.empty("wall"), all);
        return new Marcher(List.of(frame), shot, workers)
                .layers(View.of(shot.camera()), Region.whole(16, 16));
    }

    /// Physics reference, V16: a slab of absorbing, emitting gas shines with `S(1 − e^(−τ))`, S =
    /// (1 − ω)B.
    @Test
    void marcher_hotSlab_shinesLikeTheFormula() {
        float density = 2e-4f;
        Picture p = wall(density, 1500, 2, "look.samples=4");
        double depth = 8700 * density * 16 * 0.05;
        int middle = 8 * 16 + 8;
        double b = Blackbody.xyz(1500)[1];
        assertEquals(1 - Math.exp(-depth), p.opacity()[middle], 0.04);
        assertEquals(0.7 * b * (1 - Math.exp(-depth)), p.emitted()[middle], 0.05 * b);
    }

    /// Sun on a wall, scattered once: `L = ω p E (1 − e^(−τ(1 + a)))/(1 + a)`, `a = (1 − ωg)/μ`, μ
    /// the cosine of the sun's angle to the wall's normal.
    @Test
    void marcher_sunlitSlab_scattersOnceLikeTheFormula() {
        for (double phase : new double[] {0, 0.5}) {
            Layers p =
                    layers(
                            1e-4f,
                            300,
                            2,
                            "look.samples=4",
                            "look.scatter=0",
                            "look.phase=" + phase,
                            "sun.strength=10000",
                            "sun.colour=1,1,1",
                            "sun.towards=0.6,0,0.8");
            double depth = 8700 * 1e-4 * 16 * 0.05;
            double back = 1 + phase * phase + 2 * phase * 0.8;
            double p0 = (1 - phase * phase) / (4 * Math.PI * Math.pow(back, 1.5));
            // What is scattered forward counts as not scattered on the way in.
            double in = (1 - 0.3 * phase) / 0.8;
            double wanted = 0.3 * p0 * 10000 * (1 - Math.exp(-depth * (1 + in))) / (1 + in);
            float got = p.light(Part.SMOKE_BY_SUN)[3 * (8 * 16 + 8) + 1];
            assertEquals(wanted, got, 0.03 * wanted, "g = " + phase);
        }
    }

    /// A tenth of a lumen from a kilowatt, in all directions, with or without soot in its way.
    @Test
    void marcher_burningGasWithoutSoot_shinesBlueByItsHeat() {
        release = 1e7f;
        int middle = 8 * 16 + 8;
        Picture p = wall(0, 288, 2, "look.samples=4", "look.blue=30");
        double wanted = 30 * release * 1e-4 / (4 * Math.PI) * 16 * 0.05;
        assertEquals(wanted, p.emitted()[middle], 0.05 * wanted);
        assertTrue(p.rgb()[3 * middle + 2] > 5 * p.rgb()[3 * middle], "blue");
        assertEquals(0, p.opacity()[middle]);
        Picture behindSoot = wall(2e-4f, 600, 2, "look.samples=4", "look.blue=30");
        double depth = 8700 * 2e-4 * 16 * 0.05;
        double seen = wanted * (1 - Math.exp(-depth)) / depth;
        assertEquals(seen, behindSoot.emitted()[middle], 0.06 * seen);
        assertEquals(0, wall(0, 288, 2, "look.blue=0").emitted()[middle]);
    }

    @Test
    void marcher_twiceTheSamples_changesLittle() {
        int middle = 8 * 16 + 8;
        double coarse = wall(3e-4f, 1400, 2, "look.samples=1").emitted()[middle];
        double fine = wall(3e-4f, 1400, 2, "look.samples=8").emitted()[middle];
        assertEquals(fine, coarse, 0.06 * fine);
    }

    @Test
    void marcher_emptyFrame_showsGroundAndSky() {
        Picture p = wall(0, 288, 1, "sun.sky=1000", "camera.lens=35");
        assertEquals(0, p.opacity()[0]);
        assertTrue(p.rgb()[2] > p.rgb()[0], "the sky is blue");
        assertEquals(0, p.measures().firePixels());
    }

    @Test
    void smoke_inFrontOfTheSun_shadowsTheGround() {
        Picture lit =
                wall(
                        0,
                        288,
                        2,
                        "sun.strength=10000",
                        "sun.towards=0,1,0.0001",
                        "camera.position=0,12,0.1",
                        "camera.target=0,0,0.1",
                        "camera.lens=35");
        Picture dark =
                wall(
                        1e-3f,
                        288,
                        2,
                        "sun.strength=10000",
                        "sun.towards=0,1,0.0001",
                        "camera.position=6,12,0.1",
                        "camera.target=6,0,0.1",
                        "camera.lens=35");
        assertTrue(lit.rgb()[3 * (8 * 16 + 8)] > 0);
        Picture under =
                wall(
                        1e-3f,
                        288,
                        2,
                        "sun.strength=10000",
                        "sun.towards=0.6,0.6,0.0001",
                        "camera.position=-3,2,0.4",
                        "camera.target=-3,0,0.41",
                        "camera.lens=200",
                        "look.albedo=0");
        double shade = under.rgb()[3 * (8 * 16 + 8)];
        double open = dark.rgb()[3 * (8 * 16 + 15)];
        assertTrue(shade < 0.2 * open, shade + " against " + open);
    }

    @Test
    void writePng_isReadAgainAsTheSamePicture(@TempDir Path folder) throws IOException {
        Picture p = wall(1e-3f, 1600, 2);
        Path file = folder.resolve("a.png");
        Print print = Print.ungraded(p, workers);
        print.writePng(file);
        var image = javax.imageio.ImageIO.read(file.toFile());
        assertEquals(16, image.getWidth());
        int argb = print.image().getRGB(8, 8);
        int[] c = {argb >> 16 & 0xFF, argb >> 8 & 0xFF, argb & 0xFF};
        assertEquals(c[0] << 16 | c[1] << 8 | c[2], image.getRGB(8, 8) & 0xFFFFFF);
        assertTrue(c[0] > c[1] && c[1] > c[2], "fire is orange: " + Arrays.toString(c));
    }
}
