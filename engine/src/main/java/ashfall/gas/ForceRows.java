package ashfall.gas;

import static jdk.incubator.vector.FloatVector.fromArray;

import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.VectorMask;
import jdk.incubator.vector.VectorOperators;
import jdk.incubator.vector.VectorSpecies;

/// The arithmetic of the forces on rows of n cells or faces from an index: vectors, and the tails
/// one by one to the same bits. No vector leaves the method that made it.
final class ForceRows {
    private static final VectorSpecies<Float> LANES = Lanes.FLOATS;

    /// K over still air at which heat counts for something, and how many more until it counts in
    /// full.
    private static final float WARM = 5;

    private static final float HOT = 300;

    /// kg/m³ of smoke that counts in full.
    private static final float FULL_SMOKE = 5e-4f;

    private ForceRows() {}

    /// How much hot gas counts, 0 to 1, times a factor; to index 0 on. False where it is all 0.
    static boolean hot(float[] kelvin, float ambient, float factor, int at, int n, float[] out) {
        float from = ambient + WARM;
        float scale = 1 / HOT;
        boolean any = false;
        int i = 0;
        for (int end = Lanes.bound(n); i < end; i += LANES.length()) {
            FloatVector share = fromArray(LANES, kelvin, at + i).sub(from).mul(scale);
            VectorMask<Float> cold = share.lt(0f);
            any |= !cold.allTrue();
            share.blend(1f, share.compare(VectorOperators.GT, 1f))
                    .blend(0f, cold)
                    .mul(factor)
                    .intoArray(out, i);
        }
        for (; i < n; i++) {
            float share = (kelvin[at + i] - from) * scale;
            any |= !(share < 0);
            out[i] = factor * (share < 0 ? 0 : share > 1 ? 1 : share);
        }
        return any;
    }

    /// The same of smoke.
    static boolean dense(float[] soot, float[] mass, float factor, int at, int n, float[] out) {
        float scale = 1 / FULL_SMOKE;
        boolean any = false;
        int i = 0;
        for (int end = Lanes.bound(n); i < end; i += LANES.length()) {
            FloatVector share =
                    fromArray(LANES, soot, at + i).mul(fromArray(LANES, mass, at + i)).mul(scale);
            any |= !share.eq(0f).allTrue();
            share.blend(1f, share.compare(VectorOperators.GT, 1f)).mul(factor).intoArray(out, i);
        }
        for (; i < n; i++) {
            float share = soot[at + i] * mass[at + i] * scale;
            any |= share != 0;
            out[i] = factor * (share > 1 ? 1 : share);
        }
        return any;
    }

    /// Adds cell forces to the faces below them, by the larger of both cells' weights.
    ///
    /// @param here weights of the cells above the faces, from index 0
    /// @param below of the cells below them
    static void spread(
            float[] force, float[] here, float[] below, float[] out, int at, int n, int stride) {
        int i = 0;
        for (int end = Lanes.bound(n); i < end; i += LANES.length()) {
            FloatVector a = fromArray(LANES, here, i);
            FloatVector b = fromArray(LANES, below, i);
            fromArray(LANES, force, at + i)
                    .add(fromArray(LANES, force, at + i - stride))
                    .mul(a.blend(b, a.lt(b)))
                    .add(fromArray(LANES, out, at + i))
                    .intoArray(out, at + i);
        }
        for (; i < n; i++) {
            float weight = here[i] < below[i] ? below[i] : here[i];
            out[at + i] += weight * (force[at + i] + force[at + i - stride]);
        }
    }

    /// Adds the lift of hot gas and the weight of smoke to faces whose lower cell lies `sy` before
    /// the upper.
    ///
    /// @param heat gravity times its factor
    /// @param smoke gravity times its factor
    /// @param halfK half of density times temperature
    static void lift(
            float[] t,
            float[] soot,
            float[] out,
            int at,
            int n,
            int sy,
            float heat,
            float smoke,
            float ambient,
            float halfK) {
        int i = at;
        for (int end = at + Lanes.bound(n); i < end; i += LANES.length()) {
            FloatVector one = FloatVector.broadcast(LANES, 1f);
            FloatVector below = one.div(fromArray(LANES, t, i - sy));
            FloatVector here = one.div(fromArray(LANES, t, i));
            FloatVector gas = here.add(below).mul(halfK);
            FloatVector carried =
                    fromArray(LANES, soot, i)
                            .mul(here)
                            .add(fromArray(LANES, soot, i - sy).mul(below))
                            .mul(halfK);
            gas.neg()
                    .add(ambient)
                    .mul(heat)
                    .sub(carried.mul(smoke))
                    .div(gas.add(carried))
                    .add(fromArray(LANES, out, i))
                    .intoArray(out, i);
        }
        for (int end = at + n; i < end; i++) {
            float below = 1f / t[i - sy];
            float here = 1f / t[i];
            float gas = halfK * (here + below);
            float carried = halfK * (soot[i] * here + soot[i - sy] * below);
            out[i] += (heat * (ambient - gas) - smoke * carried) / (gas + carried);
        }
    }

    /// How face velocities vary across their own direction, at cell centres: what `b` gains along
    /// stride `alongB` and, times a sign, what `c` gains along `alongC`, summed over the cell's two
    /// faces on both sides. A component of the curl, or a shear.
    ///
    /// @param ownB stride from a face of `b` to the next
    /// @param scale 1/(4h) for 1/s
    /// @param sign 1 or -1
    /// @param to index in `out` for the cell at `at`
    static void across(
            float[] b,
            int ownB,
            int alongB,
            float[] c,
            int ownC,
            int alongC,
            float scale,
            float sign,
            int at,
            int n,
            float[] out,
            int to) {
        int j = 0;
        for (int end = Lanes.bound(n); j < end; j += LANES.length()) {
            int i = at + j;
            FloatVector above =
                    fromArray(LANES, b, i + alongB).add(fromArray(LANES, b, i + alongB + ownB));
            FloatVector under =
                    fromArray(LANES, b, i - alongB).add(fromArray(LANES, b, i - alongB + ownB));
            FloatVector right =
                    fromArray(LANES, c, i + alongC).add(fromArray(LANES, c, i + alongC + ownC));
            FloatVector left =
                    fromArray(LANES, c, i - alongC).add(fromArray(LANES, c, i - alongC + ownC));
            above.sub(under).add(right.sub(left).mul(sign)).mul(scale).intoArray(out, to + j);
        }
        for (; j < n; j++) {
            int i = at + j;
            float above = b[i + alongB] + b[i + alongB + ownB];
            float under = b[i - alongB] + b[i - alongB + ownB];
            float right = c[i + alongC] + c[i + alongC + ownC];
            float left = c[i - alongC] + c[i - alongC + ownC];
            out[to + j] = ((above - under) + sign * (right - left)) * scale;
        }
    }

    /// Lengths of n vectors.
    static void length(float[] x, float[] y, float[] z, float[] out, int at, int n) {
        int i = at;
        for (int end = at + Lanes.bound(n); i < end; i += LANES.length()) {
            FloatVector a = fromArray(LANES, x, i);
            FloatVector b = fromArray(LANES, y, i);
            FloatVector c = fromArray(LANES, z, i);
            a.mul(a).add(b.mul(b)).add(c.mul(c)).sqrt().intoArray(out, i);
        }
        for (int end = at + n; i < end; i++) {
            out[i] = (float) Math.sqrt(x[i] * x[i] + y[i] * y[i] + z[i] * z[i]);
        }
    }

    /// Turns curls into the accelerations ε'h|ω|(N × ω), in place.
    ///
    /// @param size of the curls
    /// @param scale ε'h
    static void confine(
            float[] ox,
            float[] oy,
            float[] oz,
            float[] size,
            int at,
            int n,
            int sy,
            int sz,
            float scale) {
        int i = at;
        for (int end = at + Lanes.bound(n); i < end; i += LANES.length()) {
            FloatVector gx = fromArray(LANES, size, i + 1).sub(fromArray(LANES, size, i - 1));
            FloatVector gy = fromArray(LANES, size, i + sy).sub(fromArray(LANES, size, i - sy));
            FloatVector gz = fromArray(LANES, size, i + sz).sub(fromArray(LANES, size, i - sz));
            FloatVector length = gx.mul(gx).add(gy.mul(gy)).add(gz.mul(gz)).sqrt().add(1e-6f);
            FloatVector s = fromArray(LANES, size, i).mul(scale).div(length);
            FloatVector a = fromArray(LANES, ox, i);
            FloatVector b = fromArray(LANES, oy, i);
            FloatVector c = fromArray(LANES, oz, i);
            gy.mul(c).sub(gz.mul(b)).mul(s).intoArray(ox, i);
            gz.mul(a).sub(gx.mul(c)).mul(s).intoArray(oy, i);
            gx.mul(b).sub(gy.mul(a)).mul(s).intoArray(oz, i);
        }
        for (int end = at + n; i < end; i++) {
            float gx = size[i + 1] - size[i - 1];
            float gy = size[i + sy] - size[i - sy];
            float gz = size[i + sz] - size[i - sz];
            float length = (float) Math.sqrt(gx * gx + gy * gy + gz * gz) + 1e-6f;
            float s = size[i] * scale / length;
            float a = ox[i];
            float b = oy[i];
            float c = oz[i];
            ox[i] = (gy * c - gz * b) * s;
            oy[i] = (gz * a - gx * c) * s;
            oz[i] = (gx * b - gy * a) * s;
        }
    }

    /// Strain rates of cells, 1/s, at least `least`; see [Strain].
    ///
    /// @param xy shear in the plane of x and y, of cells from index 0, as [#across] finds it
    static void strain(
            float[] u,
            float[] v,
            float[] w,
            float[] xy,
            float[] xz,
            float[] yz,
            float[] out,
            int at,
            int n,
            int sy,
            int sz,
            float perVoxel,
            float least) {
        int j = 0;
        for (int end = Lanes.bound(n); j < end; j += LANES.length()) {
            int i = at + j;
            FloatVector xx = fromArray(LANES, u, i + 1).sub(fromArray(LANES, u, i));
            FloatVector yy = fromArray(LANES, v, i + sy).sub(fromArray(LANES, v, i));
            FloatVector zz = fromArray(LANES, w, i + sz).sub(fromArray(LANES, w, i));
            FloatVector growth = xx.add(yy).add(zz);
            FloatVector own = xx.mul(xx).add(yy.mul(yy)).add(zz.mul(zz)).mul(2f);
            FloatVector a = fromArray(LANES, xy, j);
            FloatVector b = fromArray(LANES, xz, j);
            FloatVector c = fromArray(LANES, yz, j);
            FloatVector shear = a.mul(a).add(b.mul(b)).add(c.mul(c));
            FloatVector squares = own.sub(growth.mul(growth).mul(2f / 3)).add(shear);
            FloatVector found = squares.blend(0f, squares.lt(0f)).sqrt().mul(perVoxel);
            found.blend(least, found.lt(least)).intoArray(out, i);
        }
        for (; j < n; j++) {
            int i = at + j;
            float xx = u[i + 1] - u[i];
            float yy = v[i + sy] - v[i];
            float zz = w[i + sz] - w[i];
            float growth = xx + yy + zz;
            float own = 2f * (xx * xx + yy * yy + zz * zz);
            float shear = xy[j] * xy[j] + xz[j] * xz[j] + yz[j] * yz[j];
            float squares = own - growth * growth * (2f / 3) + shear;
            out[i] = Math.max(least, perVoxel * (float) Math.sqrt(Math.max(0f, squares)));
        }
    }
}
