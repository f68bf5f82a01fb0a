package ashfall.gas;

import ashfall.grid.GridShape;

/// Vector rows of the conjugate gradient loop, a z-plane at a time, over the cells inside.
final class PressureRows {
    private PressureRows() {}

    static void norm(float[] r, GridShape s, int z, double[] squares, float[] largest) {
        double sum = 0;
        float most = 0;
        for (int y = 0; y < s.ny(); y++) {
            for (int i = s.at(0, y, z), end = i + s.nx(); i < end; i++) {
                sum += (double) r[i] * r[i];
                most = Math.max(most, Math.abs(r[i]));
            }
        }
        squares[z] = sum;
        largest[z] = most;
    }

    static void step(
            float[] p,
            float[] r,
            float[] search,
            float[] image,
            float alpha,
            GridShape s,
            int z,
            double[] squares,
            float[] largest) {
        for (int y = 0; y < s.ny(); y++) {
            for (int i = s.at(0, y, z), end = i + s.nx(); i < end; i++) {
                p[i] += alpha * search[i];
                r[i] -= alpha * image[i];
            }
        }
        norm(r, s, z, squares, largest);
    }

    static double dot(float[] a, float[] b, GridShape s, int z) {
        double sum = 0;
        for (int y = 0; y < s.ny(); y++) {
            for (int i = s.at(0, y, z), end = i + s.nx(); i < end; i++) {
                sum += (double) a[i] * b[i];
            }
        }
        return sum;
    }

    static void twoDots(
            float[] a, float[] b, float[] c, GridShape s, int z, double[] ac, double[] bc) {
        ac[z] = dot(a, c, s, z);
        bc[z] = dot(b, c, s, z);
    }

    static void combine(float[] a, float[] search, float beta, GridShape s, int z) {
        for (int y = 0; y < s.ny(); y++) {
            for (int i = s.at(0, y, z), end = i + s.nx(); i < end; i++) {
                search[i] = a[i] + beta * search[i];
            }
        }
    }

    static double sum(float[] f, GridShape s, int z) {
        double sum = 0;
        for (int y = 0; y < s.ny(); y++) {
            for (int i = s.at(0, y, z), end = i + s.nx(); i < end; i++) {
                sum += f[i];
            }
        }
        return sum;
    }

    static void add(float[] f, float value, GridShape s, int z) {
        for (int y = 0; y < s.ny(); y++) {
            for (int i = s.at(0, y, z), end = i + s.nx(); i < end; i++) {
                f[i] += value;
            }
        }
    }
}
