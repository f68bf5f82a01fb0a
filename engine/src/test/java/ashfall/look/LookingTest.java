package ashfall.look;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.Frame;
import ashfall.grid.Lattice;
import ashfall.grid.SparseGrid;
import ashfall.grid.SparseGrid.Leaf;
import ashfall.picture.Picture;
import ashfall.shot.Shot;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import org.junit.jupiter.api.Test;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;

/// What one looks with: views, the keeper, the probe, slices.
class LookingTest {
    private static final View VIEW = View.towards(new Vec3(0, 1, 10), new Vec3(0, 1, 0), 1);

    /// Eight cells of 0.5 m each way from the origin; values rise by one a cell along x.
    private static SparseGrid ramp(String name, float offset, float slope) {
        float[] values = new float[SparseGrid.VOXELS];
        for (int v = 0; v < values.length; v++) {
            values[v] = offset + slope * (v & 7);
        }
        long[] mask = new long[8];
        Arrays.fill(mask, -1L);
        return new SparseGrid(
                name,
                "u",
                false,
                false,
                new float[1],
                new Leaf[] {new Leaf(0, 0, 0, mask, values, null)});
    }

    private static Frame frame() {
        return new Frame(
                1,
                0,
                new Lattice(-2, 0, -2, 0.5),
                Map.of(
                        "density", ramp("density", 0.01f, 0),
                        "temperature", ramp("temperature", 300, 100)));
    }

    @Test
    void project_isTheInverseOfRay() {
        for (Vec3 place : new Vec3[] {new Vec3(1, 2, 0), new Vec3(-3, 0, -4)}) {
            double[] at = VIEW.project(place, 200, 100);
            Vec3 back =
                    VIEW.eye()
                            .plus(
                                    VIEW.ray(at[0], at[1], 200, 100)
                                            .times(place.minus(VIEW.eye()).length()));
            assertEquals(0, back.minus(place).length(), 1e-9);
        }
        assertTrue(VIEW.project(new Vec3(0, 1, 20), 200, 100)[2] < 0, "behind the camera");
    }

    private static List<SeenGas> gas(Presence presence) {
        return List.of(new SeenGas(frame(), presence, Shot.empty("s").reading()));
    }

    @Test
    void probe_seesTheFrontOfThickSmoke_andItsValues() {
        Probe p =
                Probe.seen(gas(Presence.SEEN), Shot.empty("s"), VIEW, 110, 50, 200, 100)
                        .orElseThrow();
        // 0.01 kg/m³ at 8.7 m²/g hides half of what is behind within 8 mm: the first voxel.
        assertEquals(1.75, p.place().z(), 0.3);
        int cell = (int) Math.floor((p.place().x() + 2) / 0.5);
        assertEquals(300 + 100 * cell, p.kelvin());
        assertEquals(0.01, p.smoke(), 1e-6);
        assertTrue(Double.isNaN(p.fuel()), "not kept");
        assertTrue(Probe.seen(gas(Presence.SEEN), Shot.empty("s"), VIEW, 2, 2, 200, 100).isEmpty());
        assertTrue(
                Probe.seen(gas(Presence.UNSEEN), Shot.empty("s"), VIEW, 110, 50, 200, 100)
                        .isEmpty(),
                "what is unseen is looked through");
    }

    @Test
    void slice_showsItsChannel_withinTheBox() {
        Slice slice = new Slice("temperature", 2, 0.1);
        Slice.Range range = slice.range(frame()).orElseThrow();
        assertEquals(0, range.low());
        assertEquals(1000, range.high());
        try (Workers workers = new Workers(2)) {
            int[] argb =
                    slice.draw(
                            frame(),
                            range,
                            VIEW,
                            new Vec3(-2, 0, -2),
                            new Vec3(2, 4, 2),
                            200,
                            100,
                            workers);
            assertEquals(0, argb[0], "outside the box there is nothing");
            double[] at = VIEW.project(new Vec3(1.2, 1, 0.1), 200, 100);
            assertEquals(Slice.colour(0.9), argb[200 * (int) at[1] + (int) at[0]], "900 K of 1000");
        }
        assertTrue(new Slice("fuel", 0, 0).range(frame()).isEmpty());
    }

    @Test
    void falseColours_riseInLightness() {
        double before = -1;
        for (int i = 0; i <= 100; i++) {
            int c = Slice.colour(i / 100.0);
            double light =
                    0.2126 * Math.pow((c >> 16 & 255) / 255.0, 2.2)
                            + 0.7152 * Math.pow((c >> 8 & 255) / 255.0, 2.2)
                            + 0.0722 * Math.pow((c & 255) / 255.0, 2.2);
            assertTrue(light > before, "at " + i);
            before = light;
        }
    }

    @Test
    void keeper_standsTwoMetresByHisRod_andHidesWhatIsBehind() {
        SparseGrid none = new SparseGrid("density", "", false, false, new float[1], new Leaf[0]);
        Frame still = new Frame(1, 0, new Lattice(0, 0, 0, 0.5), Map.of("density", none));
        try (Workers workers = new Workers(2)) {
            Shot shot = Shot.empty("s");
            Picture with =
                    Marcher.quick(still, shot, new Keeper(new Vec3(0, 0, 0)), workers)
                            .draw(VIEW, 400, 300, 1, workers);
            Picture without =
                    Marcher.quick(still, shot, null, workers).draw(VIEW, 400, 300, 1, workers);
            int top = Integer.MAX_VALUE;
            int bottom = 0;
            for (int p = 0; p < 400 * 300; p++) {
                if (Math.abs(with.rgb()[3 * p] - without.rgb()[3 * p]) > 1) {
                    top = Math.min(top, p / 400);
                    bottom = Math.max(bottom, p / 400);
                }
            }
            assertEquals(VIEW.project(new Vec3(0, Keeper.ROD, 0), 400, 300)[1], top, 2);
            assertEquals(VIEW.project(new Vec3(0, 0, 0), 400, 300)[1], bottom, 2);
        }
    }

    /// A soft ball of glowing smoke, 32 voxels across, as a sketch has it.
    private static Frame ball() {
        List<Leaf> smoke = new ArrayList<>();
        List<Leaf> heat = new ArrayList<>();
        long[] mask = new long[8];
        Arrays.fill(mask, -1L);
        for (int leaf = 0; leaf < 64; leaf++) {
            int x = 8 * (leaf & 3);
            int y = 8 * (leaf >> 2 & 3);
            int z = 8 * (leaf >> 4);
            float[] density = new float[SparseGrid.VOXELS];
            float[] kelvin = new float[SparseGrid.VOXELS];
            for (int v = 0; v < density.length; v++) {
                double dx = x + (v & 7) - 15.5;
                double dy = y + (v >> 3 & 7) - 15.5;
                double dz = z + (v >> 6) - 15.5;
                double inside = 1 - (dx * dx + dy * dy + dz * dz) / (14.0 * 14);
                density[v] = (float) Math.max(0, 1e-3 * inside);
                kelvin[v] = (float) (300 + Math.max(0, 1300 * inside));
            }
            smoke.add(new Leaf(x, y, z, mask, density, null));
            heat.add(new Leaf(x, y, z, mask, kelvin, null));
        }
        return new Frame(
                1,
                0,
                new Lattice(-2, 0, -2, 0.125),
                Map.of(
                        "density", grid("density", smoke, 0),
                        "temperature", grid("temperature", heat, 300)));
    }

    private static SparseGrid grid(String name, List<Leaf> leaves, float background) {
        return new SparseGrid(
                name, "u", false, false, new float[] {background}, leaves.toArray(Leaf[]::new));
    }

    @Test
    void quickPicture_ofASketch_isCloseToTheFineOne() {
        try (Workers workers = new Workers(2)) {
            Shot shot = Shot.empty("s");
            Picture fine = new Marcher(List.of(ball()), shot, workers).draw(VIEW, 96, 64);
            Picture quick =
                    Marcher.quick(ball(), shot, null, workers).draw(VIEW, 96, 64, 1, workers);
            double sum = 0;
            double difference = 0;
            for (int i = 0; i < fine.rgb().length; i++) {
                sum += fine.rgb()[i];
                difference += Math.abs(fine.rgb()[i] - quick.rgb()[i]);
            }
            System.out.println("quick against fine, mean difference: " + difference / sum);
            assertTrue(difference / sum < 0.05, "differs by " + difference / sum);
        }
    }

    /// The terms of the light: flame and smoke are parts of the whole, nothing is weaker without
    /// the smoke in the way, and what is hidden is dark.
    @Test
    void terms_areSeenAlone() {
        try (Workers workers = new Workers(2)) {
            Shot shot = Shot.empty("s");
            Marcher marcher = Marcher.quick(ball(), shot, null, workers);
            Picture whole = marcher.draw(VIEW, 48, 32, 1, Seen.WHOLE, workers);
            Picture flame = marcher.draw(VIEW, 48, 32, 1, Seen.FLAME, workers);
            Picture smoke = marcher.draw(VIEW, 48, 32, 1, Seen.SMOKE, workers);
            Picture through = marcher.draw(VIEW, 48, 32, 1, Seen.THROUGH, workers);
            Picture cover = marcher.draw(VIEW, 48, 32, 1, Seen.COVER, workers);
            int middle = 16 * 48 + 24;
            float red = flame.rgb()[3 * middle];
            assertTrue(red > 0 && smoke.rgb()[3 * middle] > 0);
            assertEquals(
                    whole.rgb()[3 * middle],
                    red + smoke.rgb()[3 * middle],
                    0.02 * whole.rgb()[3 * middle],
                    "nothing is seen behind thick smoke");
            assertTrue(through.rgb()[3 * middle] > 2 * red);
            assertEquals(0, through.opacity()[middle]);
            assertEquals(0, flame.rgb()[0], "the site is dark");
            assertTrue(cover.rgb()[3 * middle] < 0.05 * cover.rgb()[0]);
        }
    }
}
