package ashfall.look;

import ashfall.grid.GridShape;

import java.util.Arrays;

/// How far a ray goes through a box before anything changes: what is empty is passed in one step,
/// and within what is full nobody asks again.
///
/// Each block of four voxels a side knows how far the nearest of the other kind is, counted in
/// blocks along the longest axis; two passes over the neighbours find that exactly (Rosenfeld &
/// Pfaltz 1968).
final class Skips {
    /// Way that a ray goes on at least, voxels.
    private static final double LEAST = 1e-3;

    /// As far as is counted.
    private static final int MOST = 64;

    private static final int EDGE = Reach.EDGE;

    private final GridShape blocks;

    /// Distance to the nearest block of the other kind: above 0 where there is something to see,
    /// below where there is not.
    private final byte[] alike;

    /// Half of the neighbours, by how much before a block they lie in memory.
    private final int[] before = new int[13];

    Skips(Reach reach) {
        blocks = reach.blocks;
        alike = new byte[blocks.size()];
        // Of 27 around it the first 13.
        for (int i = 0; i < before.length; i++) {
            before[i] = blocks.sz() + blocks.sy() + 1 - i % 3 - blocks.sy() * (i / 3 % 3);
            before[i] -= blocks.sz() * (i / 9);
        }
        int first = blocks.at(0, 0, 0);
        int last = blocks.at(blocks.nx() - 1, blocks.ny() - 1, blocks.nz() - 1);
        for (int at = first; at <= last; at++) {
            alike[at] = (byte) (reach.comesTo[at] ? MOST : -MOST);
        }
        // Spare layers have no say.
        for (int z = 0; z < blocks.nz(); z++) {
            for (int y = 0; y < blocks.ny(); y++) {
                alike[blocks.at(-1, y, z)] = 0;
                alike[blocks.at(blocks.nx(), y, z)] = 0;
            }
            int row = blocks.at(-1, -1, z);
            Arrays.fill(alike, row, row + blocks.sy(), (byte) 0);
            row = blocks.at(-1, blocks.ny(), z);
            Arrays.fill(alike, row, row + blocks.sy(), (byte) 0);
        }
        for (int at = first; at <= last; at++) {
            learn(at, 1);
        }
        for (int at = last; at >= first; at--) {
            learn(at, -1);
        }
    }

    /// Learns from half of the neighbours how far a block's like reach.
    private void learn(int at, int way) {
        int own = alike[at];
        if (own == 0) {
            return;
        }
        int least = Math.abs(own);
        for (int off : before) {
            int there = alike[at - way * off];
            if (there != 0) {
                least = Math.min(least, own > 0 == there > 0 ? Math.abs(there) + 1 : 1);
            }
        }
        alike[at] = (byte) (own > 0 ? least : -least);
    }

    /// Is nowhere anything to see?
    boolean areAll() {
        for (byte block : alike) {
            if (block > 0) {
                return false;
            }
        }
        return true;
    }

    /// Way along a ray on which there is something to see all the time; below 0, and as far as
    /// there is nothing, where there is not.
    ///
    /// @param x place in voxels from the corner, the others likewise
    /// @param perVoxel way along the ray per voxel along each axis, with its sign
    double way(double x, double y, double z, double[] perVoxel) {
        int bx = block(x, blocks.nx());
        int by = block(y, blocks.ny());
        int bz = block(z, blocks.nz());
        int here = alike[blocks.at(bx, by, bz)];
        int around = Math.abs(here) - 1;
        double way = out(x, perVoxel[0], bx, around);
        double other = out(y, perVoxel[1], by, around);
        way = way < other ? way : other;
        other = out(z, perVoxel[2], bz, around);
        way = way < other ? way : other;
        return here > 0 ? way : -way;
    }

    /// Is all empty around a place, so far away that nothing seen is read with it?
    ///
    /// @param x in voxels from the corner, the others likewise
    /// @param far voxels
    boolean isFar(double x, double y, double z, double far) {
        int bx = block(x, blocks.nx());
        int by = block(y, blocks.ny());
        int bz = block(z, blocks.nz());
        return (-alike[blocks.at(bx, by, bz)] - 1) * EDGE >= far;
    }

    private static int block(double at, int count) {
        int block = (int) at / EDGE;
        return block < 0 ? 0 : block < count ? block : count - 1;
    }

    private static double out(double at, double perVoxel, int block, int around) {
        double left =
                perVoxel > 0 ? EDGE * (block + around + 1) - at : at - EDGE * (block - around);
        return (left > LEAST ? left : LEAST) * Math.abs(perVoxel);
    }
}
