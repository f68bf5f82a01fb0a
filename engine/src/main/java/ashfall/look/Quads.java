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
    private final float nx;
    private final float ny;
    private final float nz;
    private final int sy;
    private final int sz;

    /// @param each of a value, by voxel; null where it is nothing everywhere
    Quads(GridShape shape, float[]... each) {
        nx = shape.nx();
        ny = shape.ny();
        nz = shape.nz();
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
        float x = Math.max(0f, Math.min(nx, gx + 0.5f));
        float y = Math.max(0f, Math.min(ny, gy + 0.5f));
        float z = Math.max(0f, Math.min(nz, gz + 0.5f));
        int ix = (int) x;
        int iy = (int) y;
        int iz = (int) z;
        float tx = x - ix;
        float ty = y - iy;
        float tz = z - iz;
        // Index -1, the spare layer, is at offset 0: cell centres start half a voxel in.
        int i = FOUR * ix + sy * iy + sz * iz;
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
