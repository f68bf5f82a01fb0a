package ashfall.geometry;

import ashfall.shot.Vec3;

/// A rotation, as a matrix of which the rows belong to the shot's axes and the columns to the
/// body's own.
record Turn(double[][] m) {
    static final Turn NONE = new Turn(new double[][] {{1, 0, 0}, {0, 1, 0}, {0, 0, 1}});

    /// @param degrees about x, then about y, then about z
    static Turn of(Vec3 degrees) {
        double[] c = new double[3];
        double[] s = new double[3];
        for (int axis = 0; axis < 3; axis++) {
            double radians = StrictMath.toRadians(degrees.get(axis) % 360);
            c[axis] = StrictMath.cos(radians);
            s[axis] = StrictMath.sin(radians);
        }
        return new Turn(
                new double[][] {
                    {
                        c[2] * c[1],
                        c[2] * s[1] * s[0] - s[2] * c[0],
                        c[2] * s[1] * c[0] + s[2] * s[0]
                    },
                    {
                        s[2] * c[1],
                        s[2] * s[1] * s[0] + c[2] * c[0],
                        s[2] * s[1] * c[0] - c[2] * s[0]
                    },
                    {-s[1], c[1] * s[0], c[1] * c[0]}
                });
    }

    double at(int axis, int own) {
        return m[axis][own];
    }

    /// From the body's own frame to the shot's.
    Vec3 forth(double x, double y, double z) {
        return new Vec3(
                m[0][0] * x + m[0][1] * y + m[0][2] * z,
                m[1][0] * x + m[1][1] * y + m[1][2] * z,
                m[2][0] * x + m[2][1] * y + m[2][2] * z);
    }

    /// From the shot's frame to the body's own.
    Vec3 back(double x, double y, double z) {
        return new Vec3(
                m[0][0] * x + m[1][0] * y + m[2][0] * z,
                m[0][1] * x + m[1][1] * y + m[2][1] * z,
                m[0][2] * x + m[1][2] * y + m[2][2] * z);
    }

    /// This rotation made after another.
    Turn after(Turn first) {
        double[][] d = new double[3][3];
        for (int row = 0; row < 3; row++) {
            for (int column = 0; column < 3; column++) {
                for (int k = 0; k < 3; k++) {
                    d[row][column] += m[row][k] * first.m[k][column];
                }
            }
        }
        return new Turn(d);
    }

    /// Its angles about x, then y, then z, to a hundredth.
    Vec3 degrees() {
        double x = StrictMath.atan2(m[2][1], m[2][2]);
        double y = StrictMath.asin(Math.max(-1, Math.min(1, -m[2][0])));
        double z = StrictMath.atan2(m[1][0], m[0][0]);
        return new Vec3(hundredths(x), hundredths(y), hundredths(z));
    }

    private static double hundredths(double radians) {
        return Math.rint(100 * StrictMath.toDegrees(radians)) / 100 + 0.0;
    }

    /// The small rotation that leads here from another, in radians about x, y and z.
    Vec3 since(Turn before) {
        double[][] d = new double[3][3];
        for (int row = 0; row < 3; row++) {
            for (int column = 0; column < 3; column++) {
                for (int k = 0; k < 3; k++) {
                    d[row][column] += m[row][k] * before.m[column][k];
                }
            }
        }
        return new Vec3(d[2][1] - d[1][2], d[0][2] - d[2][0], d[1][0] - d[0][1]).times(0.5);
    }
}
