package ashfall.look;

import ashfall.grid.GridShape;
import ashfall.shot.Vec3;

import java.util.Arrays;
import java.util.concurrent.atomic.AtomicReferenceArray;

/// The fire's light on surfaces within the room of a volume's gas. [Lamps] give what leaves that
/// room, less all gas on the way; here some of that gas lies behind the surface. So the fire is
/// looked at from a grid of nodes, each where it is first wanted, and a surface reads what lies
/// between the nodes that it faces. Lamps, whose shadows are sharper, stay where the air is clear.
final class NearFire {
    /// Pieces of the directions that a surface may face.
    private static final int FACINGS = 6;

    /// A node that lies so far behind a surface, in cells, tells it nothing; as far before it, all.
    private static final double EDGE = 0.15;

    /// Share of all light that gas behind a node takes for lamps not to count there.
    private static final double SMOKY = 0.25;

    /// A node that counts for less is not looked from.
    private static final double LEAST = 0.02;

    /// Of a node within a body or under the ground.
    private static final float[] NOTHING = {};

    /// Of a node that leaves all to lamps.
    private static final float[] CLEAR = {0};

    private final Volume volume;
    private final Bodies bodies;
    private final Leaving leaving;
    private final GridShape shape;
    private final double cell;
    private final int rows;
    private final Outward facings = new Outward(FACINGS);

    /// World position of the volume's corner, m.
    private final Vec3 corner;

    /// Irradiance of each node by facing, lux in three colours, and last how far it counts; null
    /// where nobody asked.
    private final AtomicReferenceArray<float[]> nodes;

    /// @param cell distance between nodes, m
    /// @param rows in which a node looks at the fire ([Outlook])
    NearFire(Volume volume, Bodies bodies, Leaving leaving, double cell, int rows) {
        this.volume = volume;
        this.bodies = bodies;
        this.leaving = leaving;
        this.cell = cell;
        this.shape = new GridShape(count(0), count(1), count(2));
        this.rows = rows;
        this.corner = new Vec3(volume.corner[0], volume.corner[1], volume.corner[2]);
        this.nodes = new AtomicReferenceArray<>(shape.size());
    }

    private int count(int axis) {
        return Math.max(1, (int) Math.ceil(volume.size(axis) / cell - 1e-6));
    }

    /// How far a place is in the room, from 0 outside to 1 a cell from its sides, so that light has
    /// no edge there. The ground is no side.
    ///
    /// @param place m from the volume's corner
    float within(Vec3 place) {
        double in = leaving.room() == null ? 0 : cell;
        for (int axis = 0; axis < 3; axis++) {
            boolean isGround = axis == 1 && corner.y() < cell;
            double at = place.get(axis);
            in = Math.min(in, volume.size(axis) - at);
            in = isGround ? in : Math.min(in, at);
        }
        return (float) (Math.max(0, in) / cell);
    }

    /// Finds the irradiance of a surface as far as it counts; gas of other volumes takes nothing.
    ///
    /// @param place just before it, m from the volume's corner
    /// @param rgb is set, lux
    /// @return how far it counts, from 0 where lamps do to 1
    float irradiance(Vec3 place, Vec3 normal, float[] rgb) {
        int[] low = new int[3];
        double[] off = new double[3];
        for (int axis = 0; axis < 3; axis++) {
            double g = place.get(axis) / cell - 0.5;
            g = Math.max(0, Math.min(shape.count(axis) - 1, g));
            low[axis] = (int) g;
            off[axis] = g - low[axis];
        }
        double all = 0;
        double counts = 0;
        double[] sum = new double[3];
        for (int i = 0; i < 8; i++) {
            double weight = 1;
            int[] at = new int[3];
            for (int axis = 0; axis < 3; axis++) {
                int step = (i >> axis) & 1;
                at[axis] = low[axis] + step;
                weight *= step == 1 ? off[axis] : 1 - off[axis];
            }
            if (weight <= 0) {
                continue;
            }
            Vec3 node = place(at);
            double before = node.minus(place).dot(normal) / cell;
            weight *= Math.max(0, Math.min(1, (before + EDGE) / (2 * EDGE)));
            float[] own = weight > 0 && isOpen(place, node) ? node(at) : NOTHING;
            all += own.length > 0 ? weight : 0;
            if (own.length > 1) {
                weight *= own[own.length - 1];
                counts += weight;
                facings.read(own, (float) normal.x(), (float) normal.y(), (float) normal.z(), rgb);
                for (int k = 0; k < 3; k++) {
                    sum[k] += weight * rgb[k];
                }
            }
        }
        for (int k = 0; k < 3; k++) {
            rgb[k] = all > 0 ? (float) (sum[k] / all) : 0;
        }
        return all > 0 ? (float) (counts / all) : 0;
    }

    /// The middle of what shines, m from the volume's corner.
    Vec3 middle() {
        return leaving.room()[0].plus(leaving.room()[1]).times(0.5);
    }

    /// A node's place, m from the volume's corner.
    private Vec3 place(int[] at) {
        return new Vec3((at[0] + 0.5) * cell, (at[1] + 0.5) * cell, (at[2] + 0.5) * cell);
    }

    /// Does no mesh stand between a place and a node?
    private boolean isOpen(Vec3 place, Vec3 node) {
        if (bodies.meshes().areNone()) {
            return true;
        }
        Vec3 way = node.minus(place);
        double far = way.length();
        return far == 0 || !bodies.meshes().tree.hides(corner.plus(place), way.times(1 / far), far);
    }

    private float[] node(int[] at) {
        int index = shape.at(at[0], at[1], at[2]);
        float[] own = nodes.get(index);
        if (own == null) {
            // Another worker may be at it, and then finds the same.
            own = look(corner.plus(place(at)));
            nodes.set(index, own);
        }
        return own;
    }

    private float[] look(Vec3 eye) {
        if (eye.y() < 0 || bodies.isWithin(eye.x(), eye.y(), eye.z(), 0)) {
            return NOTHING;
        }
        Outlook outlook = new Outlook(eye, corner, leaving, bodies, rows);
        double counts = Math.min(1, (1 - outlook.clearBehind()) / SMOKY);
        if (counts < LEAST) {
            return CLEAR;
        }
        float[] table = Arrays.copyOf(outlook.irradiance(facings), 3 * facings.count() + 1);
        table[table.length - 1] = (float) counts;
        return table;
    }
}
