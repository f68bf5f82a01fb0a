package ashfall.look;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.Frame;
import ashfall.grid.Lattice;
import ashfall.grid.SparseGrid;
import ashfall.picture.Picture;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

import java.util.List;
import java.util.Map;
import java.util.Random;

/// Gas of twice the voxel, for pixels that show no more.
class CoarseVolumeTest {
    private final Workers workers = new Workers(2);

    @AfterEach
    void close() {
        workers.close();
    }

    private static SparseGrid grid(String name, double background, Random random, double scale) {
        return Blocks.grid(name, background, () -> background + scale * random.nextDouble());
    }

    private static Frame frame() {
        Random random = new Random(3);
        return new Frame(
                1,
                0,
                new Lattice(-4, 1, -4, 0.5),
                Map.of(
                        "density", grid("density", 0, random, 2e-4),
                        "temperature", grid("temperature", 288, random, 1500)));
    }

    private static double sum(float[] values) {
        double sum = 0;
        for (float value : values) {
            sum += value;
        }
        return sum;
    }

    @Test
    void half_keepsTheSmokeAndItsHeat() {
        Volume fine = new Volume(SeenGas.of(frame(), Shot.empty("test"), ""), false, -1, workers);
        Volume coarse = fine.coarse(1, workers);
        assertEquals(1, coarse.voxel);
        assertEquals(sum(fine.density) / 8, sum(coarse.density), 1e-6 * sum(fine.density));
        double before = 0;
        double after = 0;
        for (int i = 0; i < fine.density.length; i++) {
            before += fine.density[i] * fine.kelvin[i];
        }
        for (int i = 0; i < coarse.density.length; i++) {
            after += coarse.density[i] * coarse.kelvin[i];
        }
        assertEquals(before / 8, after, 1e-5 * before);
        assertSame(coarse, fine.coarse(1.9, workers), "it is made once");
        assertSame(fine, fine.coarse(0.9, workers));
        assertEquals(2, fine.coarse(2, workers).voxel);
    }

    @Test
    void picture_ofCoarseGas_isAsBright() {
        Shot shot =
                Settings.with(
                        Shot.empty("test"),
                        List.of(
                                "camera.position=0,5,60",
                                "camera.target=0,5,0",
                                "camera.lens=200"));
        Marcher whole = new Marcher(List.of(frame()), shot, workers);
        Marcher quick = Marcher.quick(frame(), shot, null, workers);
        View view = View.of(shot.camera());
        Picture fine = whole.draw(view, 16, 9, 4, workers);
        quick.draw(view, 16, 9, 1, workers);
        Picture coarse = quick.draw(view, 16, 9, 4, workers);
        double brightness = sum(fine.emitted());
        assertTrue(brightness > 0);
        // Glow rises steeply with temperature, whose means are lower than what is hottest.
        assertEquals(1, sum(coarse.emitted()) / brightness, 0.35);
        assertEquals(sum(fine.opacity()), sum(coarse.opacity()), 0.05 * sum(fine.opacity()));
    }

    @Test
    void smallPuff_ofCoarseGas_isAsLit() {
        Map<String, SparseGrid> puff =
                Map.of(
                        "density",
                        Blocks.grid(
                                "density",
                                0,
                                (x, y, z) ->
                                        Math.pow(x - 3, 2) + Math.pow(y - 3, 2) + Math.pow(z - 3, 2)
                                                        < 6
                                                ? 1e-5
                                                : 0));
        Frame frame = new Frame(1, 0, new Lattice(-1.5, 1, -1.5, 0.5), puff);
        Shot shot =
                Settings.with(
                        Shot.empty("test"),
                        List.of(
                                "camera.position=0,2,60",
                                "camera.target=0,2,0",
                                "camera.lens=300",
                                "look.scatter=0"));
        // Pixels of 0.5 m see the voxels as they are, those of 1.2 and 2.4 m two and four as one.
        double fine = smoke(frame, shot, 14);
        assertEquals(1, smoke(frame, shot, 6) / fine, 0.06);
        assertEquals(1, smoke(frame, shot, 3) / fine, 0.06);
    }

    /// Light that smoke scatters to all pixels of a view that was seen before, over many views a
    /// part of a pixel apart.
    private double smoke(Frame frame, Shot shot, int side) {
        Marcher marcher = Marcher.quick(frame, shot, null, workers);
        View view = View.of(shot.camera());
        int shifts = 12;
        double part = 58 * view.width() / side / shifts;
        double light = 0;
        for (int i = 0; i < shifts * shifts; i++) {
            Vec3 off =
                    view.right()
                            .times(part * (i % shifts))
                            .plus(view.up().times(part * (i / shifts)));
            View from =
                    new View(
                            view.eye().plus(off),
                            view.forward(),
                            view.right(),
                            view.up(),
                            view.width());
            light += sum(marcher.draw(from, side, side, 2, Seen.SMOKE, workers).rgb());
        }
        return light * part * part;
    }
}
