package ashfall.look;

import ashfall.picture.Panorama;
import ashfall.shot.Item;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.Sun;
import ashfall.shot.Vec3;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/// A picture of the sky as light: how much comes from where, over what open level ground gets.
///
/// Only its upper half gives light. Surfaces that do not lie level get it by spherical harmonics of
/// the second order (Ramamoorthi & Hanrahan 2001).
public final class Sky {
    private static final int KEPT = 3;
    private static final int HARMONICS = 9;

    /// Most pieces around that shares are counted by: under three degrees each.
    private static final int PIECES = 128;

    /// Shares of the orders in what a surface gets: π, 2π/3, π/4.
    private static final double[] LAMBERT = {Math.PI, 2 * Math.PI / 3, Math.PI / 4};

    /// Those read last, by file and its age: a picture is read once, not once a frame.
    private static final Map<String, Sky> READ =
            new LinkedHashMap<>(8, 0.75f, true) {
                @Override
                protected boolean removeEldestEntry(Map.Entry<String, Sky> eldest) {
                    return size() > KEPT;
                }
            };

    private final Panorama picture;

    /// About the upright axis, to the right seen from above, radians.
    private final double turn;

    /// Irradiance of open level ground in the picture's own unit.
    private final Vec3 level;

    /// Of the upper half's light, by channel.
    private final double[][] harmonics;

    /// The upper half in pieces: towards where, how large (sr), and how much light comes from it.
    private final List<Piece> pieces;

    private record Piece(Vec3 towards, double size, double light) {}

    private Sky(Sky unturned, double turn) {
        this.picture = unturned.picture;
        this.level = unturned.level;
        this.harmonics = unturned.harmonics;
        this.pieces = unturned.pieces;
        this.turn = turn;
    }

    Sky(Panorama picture) {
        this.picture = picture;
        this.turn = 0;
        this.harmonics = new double[3][HARMONICS];
        this.pieces = new ArrayList<>();
        double[] sums = new double[3];
        int columns = Math.min(PIECES, picture.width());
        int rows = Math.min(PIECES / 4, picture.height() / 2);
        for (int row = 0; row < rows; row++) {
            for (int column = 0; column < columns; column++) {
                addPiece(column, columns, row, rows, sums);
            }
        }
        this.level = new Vec3(sums[0], sums[1], sums[2]);
    }

    /// Adds a part of the upper half.
    private void addPiece(int column, int columns, int row, int rows, double[] sums) {
        int half = picture.height() / 2;
        double[] y = new double[HARMONICS];
        double[] light = new double[3];
        double size = 0;
        for (int r = row * half / rows; r < (row + 1) * half / rows; r++) {
            int end = (column + 1) * picture.width() / columns;
            for (int c = column * picture.width() / columns; c < end; c++) {
                Vec3 d = direction(c + 0.5, r + 0.5);
                double own = size(r);
                size += own;
                harmonics(d, y);
                for (int k = 0; k < 3; k++) {
                    double given = own * light(c, r, k);
                    light[k] += given;
                    sums[k] += given * d.y();
                    for (int i = 0; i < HARMONICS; i++) {
                        harmonics[k][i] += given * y[i];
                    }
                }
            }
        }
        Vec3 middle =
                direction((column + 0.5) * picture.width() / columns, (row + 0.5) * half / rows);
        pieces.add(
                new Piece(middle, size, Shading.luminance(new Vec3(light[0], light[1], light[2]))));
    }

    Sky turnedBy(double radians) {
        return new Sky(this, turn + radians);
    }

    /// Why the sky picture of a shot cannot be used, in a sentence; nothing where it can, or where
    /// there is none.
    public static Optional<String> trouble(Shot shot) {
        try {
            of(shot.sun());
            return Optional.empty();
        } catch (ShotException e) {
            return Optional.of(e.getMessage());
        }
    }

    /// The sky picture of a shot; null where it has none.
    ///
    /// @throws ShotException in one sentence where it cannot be used
    static Sky of(Item sun) {
        String file = sun.get(Sun.SKY_PICTURE);
        if (file.isEmpty()) {
            return null;
        }
        try {
            String key = file + " " + Path.of(file).toFile().lastModified();
            synchronized (READ) {
                Sky known = READ.get(key);
                if (known == null) {
                    known = new Sky(Panorama.read(Path.of(file)));
                    if (!(Shading.luminance(known.level) > 0)) {
                        throw new IOException("its upper half is dark");
                    }
                    READ.put(key, known);
                }
                return known.turnedBy(Math.toRadians(sun.number(Sun.SKY_TURN)));
            }
        } catch (IOException | RuntimeException e) {
            throw new ShotException(
                    "the picture of the sky '" + file + "' cannot be used: " + e.getMessage(), e);
        }
    }

    /// Colour of what open level ground gets, of unit luminance.
    Vec3 colour() {
        return level.times(1 / Shading.luminance(level));
    }

    /// Luminance towards a direction over that of an even sky as bright: the mean of all that is
    /// nearer to it than to the others.
    ///
    /// @param all directions to the upper half, evenly spread
    double[] shares(Vec3[] all) {
        if (all.length == 0) {
            return new double[0];
        }
        Vec3[] own = new Vec3[all.length];
        for (int i = 0; i < own.length; i++) {
            own[i] = turned(all[i], -turn);
        }
        double[] sum = new double[all.length];
        double[] sizes = new double[all.length];
        for (Piece piece : pieces) {
            int nearest = 0;
            for (int i = 1; i < own.length; i++) {
                boolean nearer = piece.towards.dot(own[i]) > piece.towards.dot(own[nearest]);
                nearest = nearer ? i : nearest;
            }
            sum[nearest] += piece.light;
            sizes[nearest] += piece.size;
        }
        double even = Shading.luminance(level) / Math.PI;
        for (int i = 0; i < sum.length; i++) {
            sum[i] /= Math.max(1e-12, sizes[i]) * even;
        }
        return sum;
    }

    /// Adds what comes from a direction.
    ///
    /// @param lux that open level ground gets of it, by luminance
    /// @param offset of the light's red in the parts
    void add(Vec3 d, double lux, float[] parts, int offset) {
        Vec3 own = turned(d, -turn);
        double column = (0.5 + Math.atan2(own.x(), -own.z()) / (2 * Math.PI)) * picture.width();
        double row = Math.acos(Math.max(-1, Math.min(1, own.y()))) / Math.PI * picture.height();
        double x = column - 0.5 + picture.width();
        double y = Math.max(0, Math.min(picture.height() - 1.001, row - 0.5));
        int x0 = (int) x;
        int y0 = (int) y;
        double tx = x - x0;
        double ty = y - y0;
        double scale = lux / Shading.luminance(level);
        for (int k = 0; k < 3; k++) {
            double upper = light(x0, y0, k) + tx * (light(x0 + 1, y0, k) - light(x0, y0, k));
            double lower =
                    light(x0, y0 + 1, k) + tx * (light(x0 + 1, y0 + 1, k) - light(x0, y0 + 1, k));
            parts[offset + k] += (float) (scale * (upper + ty * (lower - upper)));
        }
    }

    /// What a surface gets from the upper half.
    ///
    /// @param lux that open level ground gets of it, by luminance
    /// @param out red, green and blue, lux
    void irradiance(Vec3 normal, double lux, double[] out) {
        double[] y = new double[HARMONICS];
        harmonics(turned(normal, -turn), y);
        double scale = lux / Shading.luminance(level);
        for (int k = 0; k < 3; k++) {
            double sum = 0;
            for (int i = 0; i < HARMONICS; i++) {
                sum += LAMBERT[i == 0 ? 0 : i < 4 ? 1 : 2] * harmonics[k][i] * y[i];
            }
            out[k] = scale * Math.max(0, sum);
        }
    }

    /// Real spherical harmonics up to the second order.
    private static void harmonics(Vec3 d, double[] out) {
        out[0] = 0.282095;
        out[1] = 0.488603 * d.y();
        out[2] = 0.488603 * d.z();
        out[3] = 0.488603 * d.x();
        out[4] = 1.092548 * d.x() * d.y();
        out[5] = 1.092548 * d.y() * d.z();
        out[6] = 0.315392 * (3 * d.z() * d.z() - 1);
        out[7] = 1.092548 * d.x() * d.z();
        out[8] = 0.546274 * (d.x() * d.x() - d.y() * d.y());
    }

    private double light(int column, int row, int k) {
        return picture.rgb()[3 * (row * picture.width() + column % picture.width()) + k];
    }

    /// Solid angle of a pixel, sr.
    private double size(int row) {
        double step = Math.PI / picture.height();
        return 2
                * Math.PI
                / picture.width()
                * 2
                * Math.sin(step / 2)
                * Math.sin((row + 0.5) * step);
    }

    /// Where a place of the picture is seen while it is not turned: its middle away from the
    /// camera that looks along −z.
    private Vec3 direction(double column, double row) {
        double around = (column / picture.width() - 0.5) * 2 * Math.PI;
        double down = row / picture.height() * Math.PI;
        return new Vec3(
                Math.sin(down) * Math.sin(around),
                Math.cos(down),
                -Math.sin(down) * Math.cos(around));
    }

    /// A direction turned to the right, seen from above.
    private static Vec3 turned(Vec3 d, double by) {
        double c = Math.cos(by);
        double s = Math.sin(by);
        return new Vec3(c * d.x() - s * d.z(), d.y(), s * d.x() + c * d.z());
    }
}
