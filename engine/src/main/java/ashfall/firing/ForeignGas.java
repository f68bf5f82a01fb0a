package ashfall.firing;

import ashfall.continuity.Finding;
import ashfall.grid.Between;
import ashfall.grid.Frame;
import ashfall.grid.Lattice;
import ashfall.grid.SparseGrid;
import ashfall.shot.Bounds;
import ashfall.shot.Foreign;
import ashfall.shot.FrameRate;
import ashfall.shot.Frames;
import ashfall.shot.Item;
import ashfall.shot.Shot;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/// Volumes of another program that a shot is seen with, where and when it says.
///
/// @param name of them in the shot: by whose presence and reading they are seen
public record ForeignGas(String name, Item settings) implements PictureJob.Gas {

    /// Those of a shot that are on.
    public static List<ForeignGas> of(Shot shot) {
        return shot.volumes().entrySet().stream()
                .filter(entry -> entry.getValue().get(Foreign.ON))
                .map(entry -> new ForeignGas(entry.getKey(), entry.getValue()))
                .toList();
    }

    /// Why there are none; empty where there are. Reads their folder.
    public Optional<Finding> fault(Shot shot) {
        try {
            record(shot);
            return Optional.empty();
        } catch (FiringException e) {
            return Optional.of(new Finding("volumes." + name, "has no files: " + e.getMessage()));
        }
    }

    /// Their files, by frames of the shot. Reads their folder.
    ///
    /// @throws FiringException when there are none
    public FiringRecord record(Shot shot) {
        if (settings.get(Foreign.FILE).isEmpty()) {
            throw new FiringException("volumes '" + name + "' have no file yet");
        }
        FiringRecord record = VolumeSequence.record(place(), shot);
        long later = settings.get(Foreign.LATER);
        Map<Long, KeptFrame> moved = new TreeMap<>();
        record.kept().forEach((number, kept) -> moved.put(number + later, kept));
        return new FiringRecord(
                record.name(),
                record.shotJson(),
                record.element(),
                record.fineness(),
                record.key(),
                record.keyValues(),
                record.firstFrame() + later,
                record.log(),
                moved);
    }

    private Path place() {
        return Path.of(settings.get(Foreign.FILE));
    }

    /// The folder that their files are in.
    public Path folder() {
        return VolumeSequence.folder(place());
    }

    /// A frame where and when the shot has it.
    ///
    /// @param number in the shot
    public Frame placed(Frame read, long number, FrameRate rate) {
        double scale = settings.number(Foreign.SCALE);
        Vec3 moved = settings.get(Foreign.MOVED);
        Lattice at = read.lattice();
        Lattice to =
                new Lattice(
                        scale * at.x() + moved.x(),
                        scale * at.y() + moved.y(),
                        scale * at.z() + moved.z(),
                        scale * at.voxel());
        Frame in = new Frame(number, rate.seconds(number), to, read.channels());
        return Between.hastened(in, scale);
    }

    /// The room that the leaves of a frame take, as bounds.
    ///
    /// @param before room of other frames that it is to hold too, or null
    /// @return null where there is none
    public static Item room(Frame frame, Item before) {
        int[] from = {Integer.MAX_VALUE, Integer.MAX_VALUE, Integer.MAX_VALUE};
        int[] to = {Integer.MIN_VALUE, Integer.MIN_VALUE, Integer.MIN_VALUE};
        for (SparseGrid grid : frame.channels().values()) {
            for (int i = 0; i < grid.leafCount(); i++) {
                SparseGrid.Leaf leaf = grid.leaf(i);
                int[] at = {leaf.x(), leaf.y(), leaf.z()};
                for (int axis = 0; axis < 3; axis++) {
                    from[axis] = Math.min(from[axis], at[axis]);
                    to[axis] = Math.max(to[axis], at[axis] + SparseGrid.EDGE);
                }
            }
        }
        if (from[0] > to[0]) {
            return before;
        }
        Vec3 low = corner(frame.lattice(), from);
        Vec3 high = corner(frame.lattice(), to);
        if (before != null) {
            Vec3 l = before.get(Bounds.FROM);
            Vec3 h = before.get(Bounds.TO);
            low =
                    new Vec3(
                            Math.min(low.x(), l.x()),
                            Math.min(low.y(), l.y()),
                            Math.min(low.z(), l.z()));
            high =
                    new Vec3(
                            Math.max(high.x(), h.x()),
                            Math.max(high.y(), h.y()),
                            Math.max(high.z(), h.z()));
        }
        return Item.of(Bounds.KIND).with(Bounds.FROM, low).with(Bounds.TO, high);
    }

    private static Vec3 corner(Lattice lattice, int[] cell) {
        return new Vec3(lattice.x(), lattice.y(), lattice.z())
                .plus(new Vec3(cell[0], cell[1], cell[2]).times(lattice.voxel()));
    }

    @Override
    public ShownFrames frames(Shot shot, Workers workers) {
        FiringRecord record = record(shot);
        Path folder = folder();
        FrameRate rate = shot.frames().get(Frames.RATE);
        return new ShownFrames(
                record,
                "'" + folder + "'",
                number ->
                        placed(
                                FrameFile.read(folder.resolve(record.files().get(number)), workers),
                                number,
                                rate),
                shot,
                workers);
    }
}
