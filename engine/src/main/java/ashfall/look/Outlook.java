package ashfall.look;

import ashfall.shot.Vec3;

/// What a place sees of a volume's fire: at the ball around what shines, or all around from within
/// it, in rows around the middle, all pieces of a row as wide. Where much of the light comes from
/// it looks more closely, or a small flame would be counted by chance.
final class Outlook {
    /// Share of all light, from a piece or one beside it, for which a piece is looked at closely.
    private static final float MUCH = 0.04f;

    /// Parts of such a piece along each side.
    private static final int CLOSELY = 3;

    /// Directions in which it is looked for gas behind the place.
    private static final int BEHIND = 16;

    private final Bodies bodies;
    private final Leaving leaving;
    private final FireLine line;
    private final Vec3 corner;

    /// Corners of the room of what shines, in the world.
    private final Vec3 low;

    private final Vec3 high;

    private final int rows;
    private final int columns;

    private final Vec3 eye;
    private final Vec3 ahead;
    private final Vec3 across;
    private final Vec3 along;

    /// Cosine of the angle between the middle and the end of the last row.
    private final double narrowest;

    /// What was seen last, cd/m².
    private final float[] light = new float[3];

    /// @param corner of the volume, in the world
    /// @param leaving of a fire that shines somewhere
    /// @param rows around the middle, each of twice as many pieces
    Outlook(Vec3 eye, Vec3 corner, Leaving leaving, Bodies bodies, int rows) {
        this.eye = eye;
        this.bodies = bodies;
        this.leaving = leaving;
        this.corner = corner;
        this.rows = rows;
        this.columns = 2 * rows;
        this.low = corner.plus(leaving.room()[0]);
        this.high = corner.plus(leaving.room()[1]);
        Vec3 way = low.plus(high).times(0.5).minus(eye);
        double ratio = 0.5 * high.minus(low).length() / way.length();
        this.narrowest = ratio < 1 ? Math.sqrt(1 - ratio * ratio) : -1;
        this.ahead = ratio < 1 ? way.unit() : new Vec3(0, 1, 0);
        this.across = ahead.aside();
        this.along = across.cross(ahead);
        this.line =
                leaving.line(
                        (place, length, glow) -> {
                            for (int k = 0; k < 3; k++) {
                                light[k] += length * glow[k];
                            }
                        });
    }

    /// Share of light from what shines that gas behind the place would let through.
    double clearBehind() {
        double sum = 0;
        for (int i = 0; i < BEHIND; i++) {
            Vec3 d = direction(i * rows * columns / BEHIND, 0.5, 0.5);
            sum += leaving.clear(eye.minus(corner), d.times(-1));
        }
        return sum / BEHIND;
    }

    /// Irradiance of surfaces there.
    ///
    /// @param facings of the surfaces
    /// @return three colours for each, lux
    float[] irradiance(Outward facings) {
        float[] seen = new float[3 * rows * columns];
        float all = 0;
        for (int i = 0; i < seen.length; i += 3) {
            follow(direction(i / 3, 0.5, 0.5));
            System.arraycopy(light, 0, seen, i, 3);
            all += sum(light, 0);
        }
        float[] table = new float[3 * facings.count()];
        double solid = 2 * Math.PI * (1 - narrowest) / (rows * columns);
        for (int i = 0; all > 0 && i < rows * columns; i++) {
            if (mostAround(seen, i / columns, i % columns) <= MUCH * all) {
                System.arraycopy(seen, 3 * i, light, 0, 3);
                add(direction(i, 0.5, 0.5), solid, facings, table);
                continue;
            }
            for (int part = 0; part < CLOSELY * CLOSELY; part++) {
                double row = (part / CLOSELY + 0.5) / CLOSELY;
                Vec3 d = direction(i, row, (part % CLOSELY + 0.5) / CLOSELY);
                follow(d);
                add(d, solid / (CLOSELY * CLOSELY), facings, table);
            }
        }
        return table;
    }

    private static float sum(float[] colours, int at) {
        return colours[at] + colours[at + 1] + colours[at + 2];
    }

    /// The most that a piece or one beside it gives.
    private float mostAround(float[] seen, int row, int column) {
        float most = 0;
        for (int i = Math.max(0, row - 1); i <= Math.min(rows - 1, row + 1); i++) {
            for (int j = column - 1; j <= column + 1; j++) {
                most = Math.max(most, sum(seen, 3 * (i * columns + (j + columns) % columns)));
            }
        }
        return most;
    }

    /// @param row place within the piece, from 0 to 1; the column likewise
    private Vec3 direction(int piece, double row, double column) {
        double z = 1 - (1 - narrowest) * (piece / columns + row) / rows;
        double r = Math.sqrt(1 - z * z);
        double turn = 2 * Math.PI * (piece % columns + column) / columns;
        Vec3 aside = across.times(r * StrictMath.cos(turn));
        return aside.plus(along.times(r * StrictMath.sin(turn))).plus(ahead.times(z));
    }

    /// Sees what shines in a direction.
    private void follow(Vec3 d) {
        double[] span = {0, Double.POSITIVE_INFINITY};
        for (int axis = 0; axis < 3; axis++) {
            double from = eye.get(axis) - low.get(axis);
            VoxelBox.clip(from, d.get(axis), high.get(axis) - low.get(axis), span);
        }
        see(d, span[0], span[1]);
        // Few see any of it: only they ask what stands before it.
        if (sum(light, 0) > 0 && !bodies.areNone()) {
            double end = bodies.hit(eye, d, span[1]);
            if (end < span[1]) {
                see(d, span[0], end);
            }
        }
    }

    private void see(Vec3 d, double first, double end) {
        for (int k = 0; k < 3; k++) {
            light[k] = 0;
        }
        if (first < end) {
            line.follow(eye, d, first, end);
        }
    }

    /// Adds the light that was seen last to the facings that see it.
    private void add(Vec3 d, double solid, Outward facings, float[] table) {
        for (int i = 0; sum(light, 0) > 0 && i < facings.count(); i++) {
            float share = (float) (solid * d.dot(facings.at(i)));
            for (int k = 0; share > 0 && k < 3; k++) {
                table[3 * i + k] += share * light[k];
            }
        }
    }
}
