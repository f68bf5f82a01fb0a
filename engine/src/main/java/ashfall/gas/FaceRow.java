package ashfall.gas;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/// What crosses some faces in a sweep: the gas that lay within the volume which passes each face.
/// Where that is more than a cell, whole cells are taken and a part of the last, so a sweep may
/// carry over any distance (Leonard, Lock & MacVean 1996, Mon. Weather Rev. 124:2588). What is
/// taken from a cell is the mean of its limited linear course over the part.
final class FaceRow {
    /// Volume through each face over that of a cell; positive upward.
    final float[] moved;

    /// Through each face, over the volume of a cell: the contents' amounts, and the mass.
    final float[][] flux;

    final float[] mass;

    private final float[] rest;
    private final float[] exchanged;
    private final List<Share> shares = new ArrayList<>();
    private int used;

    /// Where the cells beside the faces are.
    @FunctionalInterface
    interface Beside {
        /// The cells `offset` places above those on the faces' upper side.
        CellRow row(int offset);
    }

    /// What the faces take from one row of cells, `by` places on: signed masses, and where in the
    /// cells' courses their mean lies, as a share of the slope.
    private static final class Share {
        CellRow cells;
        int by;
        final float[] amount;
        final float[] middle;

        Share(int length) {
            amount = new float[length];
            middle = new float[length];
        }
    }

    FaceRow(int length, int contents) {
        moved = new float[length];
        flux = new float[contents][length];
        mass = new float[length];
        rest = new float[length];
        exchanged = new float[length];
    }

    /// Finds all fluxes of the faces from index `from` to before `to` from their volumes, and what
    /// unseen eddies add.
    ///
    /// @param pitch places in a row from one cell beside a face to the next: 0 where each has a
    ///     row of its own, 1 where one row holds them all
    /// @param reach the most cells that a face can draw from
    void carry(Beside beside, int pitch, int reach, int from, int to) {
        used = 0;
        draw(beside, pitch, 1f, reach, from, to);
        draw(beside, pitch, -1f, reach, from, to);
        Arrays.fill(mass, from, to, 0);
        for (int s = 0; s < used; s++) {
            SweepRows.add(shares.get(s).amount, mass, from, to);
        }
        CellRow below = beside.row(-1);
        CellRow above = beside.row(0);
        SweepRows.exchanged(below, -pitch, above, 0, exchanged, from, to);
        for (int k = 0; k < flux.length; k++) {
            SweepRows.mix(exchanged, below.value[k], -pitch, above.value[k], 0, flux[k], from, to);
            for (int s = 0; s < used; s++) {
                Share share = shares.get(s);
                SweepRows.carry(
                        share.amount,
                        share.middle,
                        share.cells.value[k],
                        share.cells.slope[k],
                        share.by,
                        flux[k],
                        from,
                        to);
            }
        }
    }

    /// Takes what moves in a direction from the cells against it, nearest first.
    private void draw(Beside beside, int pitch, float direction, int reach, int from, int to) {
        boolean more = SweepRows.going(moved, direction, rest, from, to);
        for (int level = 0; more && level < reach; level++) {
            int offset = direction > 0 ? -1 - level : level;
            Share share = next();
            share.cells = beside.row(offset);
            share.by = pitch * offset;
            boolean all = level == reach - 1;
            more =
                    SweepRows.draw(
                            rest,
                            share.cells,
                            share.by,
                            all,
                            direction,
                            share.amount,
                            share.middle,
                            from,
                            to);
        }
    }

    private Share next() {
        if (used == shares.size()) {
            shares.add(new Share(moved.length));
        }
        return shares.get(used++);
    }
}
