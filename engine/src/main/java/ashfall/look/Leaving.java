package ashfall.look;

import ashfall.grid.GridShape;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;

/// What leaves the fire of a volume in each of many directions: it is seen from there along even
/// parallel lines, each step of which gives the cell that it lies in as much as is seen of it. Only
/// the volume's own gas stands before it: what other gas hides depends on the place, not on the
/// direction alone.
final class Leaving {
    /// Least share of the brightest cell's light that is followed: what is hidden may be a hundred
    /// times brighter than what is seen.
    private static final double SHINING = 1e-5;

    /// A cell that gives less than this share of all is no lamp.
    private static final double LEAST = 1e-6;

    private final Volume volume;
    private final Shading shading;
    private final LightGrid cells;
    private final Outward directions;

    /// Room of what shines, m from the corner of the volume.
    private final double[] low = {
        Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY
    };

    private final double[] high = {
        Double.NEGATIVE_INFINITY, Double.NEGATIVE_INFINITY, Double.NEGATIVE_INFINITY
    };

    /// The same as corners; null where nothing shines.
    private final Vec3[] room;

    /// Distance between lines, twice the length of a step, m.
    private final double apart;

    /// By cell, three colours in each direction; null for those that do not shine.
    private final float[][] power;

    /// @param cells of the volume
    /// @param given what they give off, by colour and cell
    /// @param lines across the longest side of what shines
    Leaving(
            Volume volume,
            Shading shading,
            LightGrid cells,
            float[][] given,
            Outward directions,
            int lines,
            Workers workers) {
        this.volume = volume;
        this.shading = shading;
        this.cells = cells;
        this.directions = directions;
        this.power = new float[given[0].length][];
        double brightest = 0;
        for (int cell = 0; cell < power.length; cell++) {
            brightest = Math.max(brightest, sum(given, cell));
        }
        GridShape shape = cells.shape;
        for (int z = 0; brightest > 0 && z < shape.nz(); z++) {
            for (int y = 0; y < shape.ny(); y++) {
                for (int x = 0; x < shape.nx(); x++) {
                    if (mostAround(given, shape, x, y, z) > SHINING * brightest) {
                        power[shape.at(x, y, z)] = new float[3 * directions.count()];
                        enclose(x, y, z);
                    }
                }
            }
        }
        double longest = 0;
        for (int axis = 0; axis < 3; axis++) {
            longest = Math.max(longest, high[axis] - low[axis]);
        }
        apart = Math.max(0.5 * volume.voxel, longest / lines);
        room =
                longest > 0
                        ? new Vec3[] {
                            new Vec3(low[0], low[1], low[2]), new Vec3(high[0], high[1], high[2])
                        }
                        : null;
        if (longest > 0) {
            int[] firsts =
                    IntStream.range(0, directions.count())
                            .filter(i -> directions.first(i) == i)
                            .toArray();
            workers.forEachSlab(firsts.length, (i, worker) -> look(firsts[i]));
            share();
        }
    }

    /// Gives what is seen from a direction to those that are the same.
    private void share() {
        for (float[] own : power) {
            for (int i = 0; own != null && i < directions.count(); i++) {
                System.arraycopy(own, 3 * directions.first(i), own, 3 * i, 3);
            }
        }
    }

    /// What the brightest of a cell and its neighbours gives off: between voxels light reaches into
    /// the next cell.
    private static double mostAround(float[][] given, GridShape shape, int x, int y, int z) {
        double most = 0;
        for (int k = Math.max(0, z - 1); k <= Math.min(shape.nz() - 1, z + 1); k++) {
            for (int j = Math.max(0, y - 1); j <= Math.min(shape.ny() - 1, y + 1); j++) {
                for (int i = Math.max(0, x - 1); i <= Math.min(shape.nx() - 1, x + 1); i++) {
                    most = Math.max(most, sum(given, shape.at(i, j, k)));
                }
            }
        }
        return most;
    }

    /// Widens the room of what shines by a cell.
    private void enclose(int x, int y, int z) {
        int[] place = {x, y, z};
        for (int axis = 0; axis < 3; axis++) {
            double at = place[axis] * cells.cell;
            low[axis] = Math.min(low[axis], at);
            high[axis] = Math.max(high[axis], at + cells.cell);
        }
    }

    private static double sum(float[][] colours, int cell) {
        return colours[0][cell] + colours[1][cell] + colours[2][cell];
    }

    /// Sees the fire from one direction.
    private void look(int direction) {
        Vec3 out = directions.at(direction);
        Vec3 across = out.aside();
        Vec3[] axes = {across, out.cross(across), out};
        // The room of what shines along the three axes, and where the gas begins.
        double[] from = new double[3];
        double[] to = new double[3];
        double outside = 0;
        for (int k = 0; k < 3; k++) {
            for (int a = 0; a < 3; a++) {
                double slope = axes[a].get(k);
                from[a] += Math.min(low[k] * slope, high[k] * slope);
                to[a] += Math.max(low[k] * slope, high[k] * slope);
            }
            outside += Math.max(0, volume.size(k) * out.get(k));
        }
        Vec3 corner = new Vec3(volume.corner[0], volume.corner[1], volume.corner[2]);
        float area = (float) (4 * Math.PI * apart * apart);
        FireLine line = line((place, length, glow) -> give(direction, place, area * length, glow));
        // Were the lines at one place of the voxels in all directions, so were their errors.
        double aside = (0.5 + direction * 0.7548776662466927) % 1;
        double above = (0.5 + direction * 0.5698402909980532) % 1;
        for (double u = from[0] + aside * apart; u < to[0]; u += apart) {
            for (double v = from[1] + above * apart; v < to[1]; v += apart) {
                Vec3 start = axes[0].times(u).plus(axes[1].times(v)).plus(out.times(outside));
                line.follow(corner.plus(start), out.times(-1), outside - to[2], outside - from[2]);
            }
        }
    }

    /// The room of what shines, its lower and its upper corner in m from that of the volume; null
    /// where nothing does.
    Vec3[] room() {
        return room;
    }

    /// Share of light that the volume's gas lets through from a place along a direction.
    ///
    /// @param place m from the volume's corner
    double clear(Vec3 place, Vec3 d) {
        float x = (float) place.x();
        float y = (float) place.y();
        float z = (float) place.z();
        double step = Math.max(apart, 2 * volume.voxel);
        double end = Double.POSITIVE_INFINITY;
        return Math.exp(-volume.depth(shading, x, y, z, d, end, step, new double[2]));
    }

    /// A line along which the volume's fire is seen.
    FireLine line(FireLine.Seen seen) {
        return new FireLine(volume, shading, 0.5 * apart, seen);
    }

    private void give(int direction, float[] place, float share, float[] glow) {
        GridShape shape = cells.shape;
        int x = (int) Math.max(0, Math.min(shape.nx() - 1, place[0] / cells.cell));
        int y = (int) Math.max(0, Math.min(shape.ny() - 1, place[1] / cells.cell));
        int z = (int) Math.max(0, Math.min(shape.nz() - 1, place[2] / cells.cell));
        float[] into = power[shape.at(x, y, z)];
        for (int k = 0; into != null && k < 3; k++) {
            into[3 * direction + k] += share * glow[k];
        }
    }

    /// The lamps of the volume: its cells that are seen to shine from anywhere.
    ///
    /// @param offset of the volume's corner from that of all, m
    List<Lamps.Lamp> lamps(float[] offset) {
        GridShape shape = cells.shape;
        double h = cells.cell;
        List<Lamps.Lamp> all = new ArrayList<>();
        for (int z = 0; z < shape.nz(); z++) {
            for (int y = 0; y < shape.ny(); y++) {
                for (int x = 0; x < shape.nx(); x++) {
                    float[] own = power[shape.at(x, y, z)];
                    if (own != null) {
                        float[] at = {
                            (float) (offset[0] + (x + 0.5) * h),
                            (float) (offset[1] + (y + 0.5) * h),
                            (float) (offset[2] + (z + 0.5) * h)
                        };
                        all.add(new Lamps.Lamp(at, (float) (0.3 * h * h), own));
                    }
                }
            }
        }
        double least = LEAST * all.stream().mapToDouble(Leaving::sum).sum();
        all.removeIf(lamp -> sum(lamp) <= least);
        return all;
    }

    private static double sum(Lamps.Lamp lamp) {
        double sum = 0;
        for (float p : lamp.power()) {
            sum += p;
        }
        return sum;
    }
}
