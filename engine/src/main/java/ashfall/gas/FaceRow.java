package ashfall.gas;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/// What crosses some faces in a sweep: the gas that lay within the volume which passes each face.
/// Where that is more than a cell, whole cells are taken and a part of the last, so a sweep may
/// carry over any distance (Leonard, Lock & MacVean 1996, Mon. Weather Rev. 124:2588). What is
/// taken from a cell is the mean of its limited linear course over the part.
final class FaceRow {
    private static final int MASS = CellRow.MASS;

    /// Volume through each face over that of a cell; positive upward.
    final float[] moved;

    /// Through each face, over the volume of a cell: the contents' amounts and, last, the mass.
    final float[][] flux;

    private final float[] rest;
    private final float[] part;
    private final List<Share> shares = new ArrayList<>();
    private int used;

    /// Where the cells beside the faces are.
    @FunctionalInterface
    interface Beside {
        /// The cells `offset` places above those on the faces' upper side.
        CellRow row(int offset);
    }

    /// What the faces take from one row of cells: signed masses, and where in the cells' courses
    /// their mean lies, as a share of the slope.
    private static final class Share {
        CellRow cells;
        final float[] amount;
        final float[] middle;

        Share(int length) {
            amount = new float[length];
            middle = new float[length];
        }
    }

    FaceRow(int length) {
        moved = new float[length];
        flux = new float[MASS + 1][length];
        rest = new float[length];
        part = new float[length];
    }

    /// Finds all fluxes of `n` faces from their volumes, and what unseen eddies add.
    ///
    /// @param reach the most cells that a face can draw from
    void carry(Beside beside, int reach, int n) {
        used = 0;
        CellRow below = beside.row(-1);
        CellRow above = beside.row(0);
        if (positive(moved, rest, 1f, n)) {
            draw(beside, below, 1f, reach, n);
        }
        if (positive(moved, rest, -1f, n)) {
            draw(beside, above, -1f, reach, n);
        }
        Arrays.fill(flux[MASS], 0, n, 0);
        for (int s = 0; s < used; s++) {
            add(shares.get(s).amount, flux[MASS], n);
        }
        for (int k = 0; k < MASS; k++) {
            carry(k, n);
        }
        mix(below, above, n);
    }

    /// Adds what eddies smaller than a cell exchange between the cells below and above `n` faces:
    /// as much as the calmer of them allows, so nothing through a side of the box, and of the mass
    /// of the lighter, so that neither is overrun.
    private void mix(CellRow below, CellRow above, int n) {
        exchanged(below.exchange, below.perMass, above.exchange, above.perMass, part, n);
        for (int k = 0; k < MASS; k++) {
            mix(part, below.value[k], above.value[k], flux[k], n);
        }
    }

    private static void exchanged(
            float[] below, float[] perBelow, float[] above, float[] perAbove, float[] out, int n) {
        for (int i = 0; i < n; i++) {
            out[i] = 2f * Math.min(below[i], above[i]) / (perBelow[i] + perAbove[i]);
        }
    }

    private static void mix(float[] mass, float[] below, float[] above, float[] flux, int n) {
        for (int i = 0; i < n; i++) {
            flux[i] += mass[i] * (below[i] - above[i]);
        }
    }

    private void carry(int k, int n) {
        if (used == 0) {
            Arrays.fill(flux[k], 0, n, 0);
            return;
        }
        Share a = shares.getFirst();
        int next = 1;
        if (used > 1) {
            Share b = shares.get(1);
            next = 2;
            two(
                    a.amount,
                    a.cells.value[k],
                    a.middle,
                    a.cells.slope[k],
                    b.amount,
                    b.cells.value[k],
                    b.middle,
                    b.cells.slope[k],
                    flux[k],
                    n);
        } else {
            one(a.amount, a.cells.value[k], a.middle, a.cells.slope[k], flux[k], n);
        }
        for (int s = next; s < used; s++) {
            Share share = shares.get(s);
            more(
                    share.amount,
                    share.cells.value[k],
                    share.middle,
                    share.cells.slope[k],
                    flux[k],
                    n);
        }
    }

    /// Takes `rest` from the cells against the direction, nearest first.
    private void draw(Beside beside, CellRow nearest, float direction, int reach, int n) {
        for (int level = 0; level < reach && (level == 0 || any(rest, n)); level++) {
            int offset = direction > 0 ? -1 - level : level;
            CellRow cells = level == 0 ? nearest : beside.row(offset);
            Share share = next();
            share.cells = cells;
            if (level == reach - 1) {
                System.arraycopy(rest, 0, part, 0, n);
            } else {
                split(rest, cells.volume, part, n);
            }
            amounts(
                    part,
                    cells.perVolume,
                    cells.value[MASS],
                    cells.slope[MASS],
                    cells.perMass,
                    direction,
                    share.amount,
                    share.middle,
                    n);
        }
    }

    private Share next() {
        if (used == shares.size()) {
            shares.add(new Share(moved.length));
        }
        return shares.get(used++);
    }

    private static boolean positive(float[] moved, float[] out, float direction, int n) {
        for (int i = 0; i < n; i++) {
            out[i] = Math.max(0f, direction * moved[i]);
        }
        return any(out, n);
    }

    private static boolean any(float[] a, int n) {
        for (int i = 0; i < n; i++) {
            if (a[i] > 0) {
                return true;
            }
        }
        return false;
    }

    private static void split(float[] rest, float[] volume, float[] part, int n) {
        for (int i = 0; i < n; i++) {
            float taken = Math.min(rest[i], volume[i]);
            part[i] = taken;
            rest[i] -= taken;
        }
    }

    private static void amounts(
            float[] part,
            float[] perVolume,
            float[] density,
            float[] slope,
            float[] perMass,
            float direction,
            float[] amount,
            float[] middle,
            int n) {
        float half = 0.5f * direction;
        for (int i = 0; i < n; i++) {
            float p = part[i];
            float taken = p * (density[i] + half * (1f - p * perVolume[i]) * slope[i]);
            amount[i] = direction * taken;
            middle[i] = half * (1f - taken * perMass[i]);
        }
    }

    private static void add(float[] a, float[] to, int n) {
        for (int i = 0; i < n; i++) {
            to[i] += a[i];
        }
    }

    private static void one(float[] a, float[] v, float[] m, float[] s, float[] out, int n) {
        for (int i = 0; i < n; i++) {
            out[i] = a[i] * (v[i] + m[i] * s[i]);
        }
    }

    private static void more(float[] a, float[] v, float[] m, float[] s, float[] out, int n) {
        for (int i = 0; i < n; i++) {
            out[i] += a[i] * (v[i] + m[i] * s[i]);
        }
    }

    private static void two(
            float[] a,
            float[] v,
            float[] m,
            float[] s,
            float[] b,
            float[] w,
            float[] l,
            float[] t,
            float[] out,
            int n) {
        for (int i = 0; i < n; i++) {
            out[i] = a[i] * (v[i] + m[i] * s[i]) + b[i] * (w[i] + l[i] * t[i]);
        }
    }
}
