package ashfall.look;

import ashfall.grid.GridShape;

import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.VectorSpecies;

/// Four values a voxel that lie together, so that a ray that reads them all goes to memory once
/// instead of four times. What is between voxels is the same, bit for bit, as of one array a value.
final class Quads {
    private static final int FOUR = 4;
    private static final VectorSpecies<Float> SPECIES = FloatVector.SPECIES_128;

    private final float[] values;
    private final float lastX;
    private final float lastY;
    private final float lastZ;
    private final int first;
    private final int sy;
    private final int sz;

    /// @param each of a value, by voxel; null where it is nothing everywhere
    Quads(VoxelBox box, float[]... each) {
        GridShape shape = box.shape;
        lastX = box.lastX;
        lastY = box.lastY;
        lastZ = box.lastZ;
        first = FOUR * box.first;
        sy = FOUR * shape.sy();
        sz = FOUR * shape.sz();
        values = new float[Math.multiplyExact(FOUR, shape.size())];
        for (int k = 0; k < each.length; k++) {
            float[] from = each[k];
            for (int i = 0; from != null && i < from.length; i++) {
                values[FOUR * i + k] = from[i];
            }
        }
    }

    /// Trilinear sample at a place in voxels from the corner, between cell centres.
    ///
    /// Written out: as a method that is too large to be inlined it is compiled by itself, and its
    /// vectors stay in registers.
    ///
    /// @param out is set, four values
    void sample(float gx, float gy, float gz, float[] out) {
        float x = VoxelBox.within(gx - 0.5f, lastX);
        float y = VoxelBox.within(gy - 0.5f, lastY);
        float z = VoxelBox.within(gz - 0.5f, lastZ);
        int ix = (int) x;
        int iy = (int) y;
        int iz = (int) z;
        float tx = x - ix;
        float ty = y - iy;
        float tz = z - iz;
        int i = first + FOUR * ix + sy * iy + sz * iz;
        float[] all = values;
        var f = FloatVector.fromArray(SPECIES, all, i);
        var a = FloatVector.fromArray(SPECIES, all, i + FOUR).sub(f).mul(tx).add(f);
        int j = i + sy;
        f = FloatVector.fromArray(SPECIES, all, j);
        var b = FloatVector.fromArray(SPECIES, all, j + FOUR).sub(f).mul(tx).add(f);
        j = i + sz;
        f = FloatVector.fromArray(SPECIES, all, j);
        var c = FloatVector.fromArray(SPECIES, all, j + FOUR).sub(f).mul(tx).add(f);
        j += sy;
        f = FloatVector.fromArray(SPECIES, all, j);
        var d = FloatVector.fromArray(SPECIES, all, j + FOUR).sub(f).mul(tx).add(f);
        var low = b.sub(a).mul(ty).add(a);
        d.sub(c).mul(ty).add(c).sub(low).mul(tz).add(low).intoArray(out, 0);
    }
}
