package ashfall.look;

import ashfall.grid.Frame;
import ashfall.grid.Lattice;
import ashfall.grid.SparseGrid;
import ashfall.grid.SparseGrid.Leaf;
import ashfall.shot.Shot;
import ashfall.shot.Vec3;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/// Where gas that is seen lies on a picture, as shares of its width and height from the upper left
/// corner: within 0 and 1 it is in the picture.
///
/// @param left 0 is the picture's own left side; below it gas is cut off, the others likewise
public record Framing(double left, double top, double right, double bottom) {
    /// Smoke that hides less of what is behind a voxel is not looked for.
    private static final double SEEN = 0.01;

    /// Of a frame; empty where nothing is seen.
    ///
    /// @param aspect width over height of the picture
    public static Optional<Framing> of(Frame frame, Shot shot, View view, double aspect) {
        Shading shading = Shading.of(shot, frame.seconds());
        Mapping mapping = Mapping.of(shot.reading());
        SparseGrid grid = frame.channels().get(mapping.smoke());
        double left = Double.POSITIVE_INFINITY;
        double top = Double.POSITIVE_INFINITY;
        double right = Double.NEGATIVE_INFINITY;
        double bottom = Double.NEGATIVE_INFINITY;
        Lattice lattice = frame.lattice();
        int wide = 10_000;
        int high = (int) Math.round(wide / aspect);
        for (int i = 0; grid != null && i < grid.leafCount(); i++) {
            Leaf leaf = grid.leaf(i);
            for (int v = 0; v < SparseGrid.VOXELS; v++) {
                float smoke = mapping.smokeOf(leaf.value(v));
                if (shading.extinction(smoke) * lattice.voxel() < SEEN) {
                    continue;
                }
                Vec3 place =
                        new Vec3(
                                lattice.x() + (leaf.x() + (v & 7) + 0.5) * lattice.voxel(),
                                lattice.y() + (leaf.y() + (v >> 3 & 7) + 0.5) * lattice.voxel(),
                                lattice.z() + (leaf.z() + (v >> 6) + 0.5) * lattice.voxel());
                double[] p = view.project(place, wide, high);
                if (p[2] > 0) {
                    left = Math.min(left, p[0] / wide);
                    right = Math.max(right, p[0] / wide);
                    top = Math.min(top, p[1] / high);
                    bottom = Math.max(bottom, p[1] / high);
                }
            }
        }
        return left > right ? Optional.empty() : Optional.of(new Framing(left, top, right, bottom));
    }

    /// Holds both.
    public Framing and(Framing other) {
        return new Framing(
                Math.min(left, other.left),
                Math.min(top, other.top),
                Math.max(right, other.right),
                Math.max(bottom, other.bottom));
    }

    /// Sides of the picture that it passes, in words: "above", "left and right"; empty for none.
    public String passed() {
        List<String> all = new ArrayList<>();
        if (top < 0) {
            all.add("above");
        }
        if (bottom > 1) {
            all.add("below");
        }
        if (left < 0) {
            all.add("on the left");
        }
        if (right > 1) {
            all.add("on the right");
        }
        return String.join(" and ", all);
    }
}
