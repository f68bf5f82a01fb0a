package ashfall.look;

import ashfall.picture.Panorama;
import ashfall.shot.Item;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.Sun;
import ashfall.shot.Vec3;

import java.io.IOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/// A picture of the sky as light: how much comes from where, over what open level ground gets.
///
/// Only its upper half gives light. Surfaces that do not lie level get it by spherical harmonics of
/// the second order (Ramamoorthi & Hanrahan 2001).
public final class Sky {
    private static final int KEPT = 3;
    private static final int HARMONICS = 9;

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
    private final double[] level;

    /// Of the upper half's light, by channel.
    private final double[][] harmonics;

    private Sky(Sky unturned, double turn) {
        this.picture = unturned.picture;
        this.level = unturned.level;
        this.harmonics = unturned.harmonics;
        this.turn = turn;
    }

    Sky(Panorama picture) {
        this.picture = picture;
        this.turn = 0;
        this.level = new double[3];
        this.harmonics = new double[3][HARMONICS];
        double[] y = new double[HARMONICS];
        for (int row = 0; row < picture.height() / 2; row++) {
            for (int column = 0; column < picture.width(); column++) {
                Vec3 d = direction(column + 0.5, row + 0.5);
                double size = size(row);
                harmonics(d, y);
                for (int k = 0; k < 3; k++) {
                    double light = size * light(column, row, k);
                    level[k] += light * d.y();
                    for (int i = 0; i < HARMONICS; i++) {
                        harmonics[k][i] += light * y[i];
                    }
                }
            }
        }
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
                    if (!(luminance(known.level) > 0)) {
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

    private static double luminance(double[] rgb) {
        return 0.2126 * rgb[0] + 0.7152 * rgb[1] + 0.0722 * rgb[2];
    }

    /// Colour of what open level ground gets, of unit luminance.
    Vec3 colour() {
        double all = luminance(level);
        return new Vec3(level[0] / all, level[1] / all, level[2] / all);
    }

    /// Luminance towards a direction over that of an even sky as bright: the mean of all that is
    /// nearer to it than to the others.
    ///
    /// @param all directions to the upper half, evenly spread
    double[] shares(Vec3[] all) {
        if (all.length == 0) {
            return new double[0];
        }
        double[] sum = new double[all.length];
        double[] sizes = new double[all.length];
        double even = luminance(level) / Math.PI;
        // Steps of less than a degree do for directions that are tens of them apart.
        int skip = Math.max(1, picture.width() / 512);
        for (int row = skip / 2; row < picture.height() / 2; row += skip) {
            for (int column = skip / 2; column < picture.width(); column += skip) {
                Vec3 d = turned(direction(column + 0.5, row + 0.5), turn);
                int nearest = 0;
                for (int i = 1; i < all.length; i++) {
                    nearest = d.dot(all[i]) > d.dot(all[nearest]) ? i : nearest;
                }
                double light =
                        0.2126 * light(column, row, 0)
                                + 0.7152 * light(column, row, 1)
                                + 0.0722 * light(column, row, 2);
                sum[nearest] += size(row) * light;
                sizes[nearest] += size(row);
            }
        }
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
        double scale = lux / luminance(level);
        for (int k = 0; k < 3; k++) {
            double upper = light(x0, y0, k) + tx * (light(x0 + 1, y0, k) - light(x0, y0, k));
            double lower =
                    light(x0, y0 + 1, k) + tx * (light(x0 + 1, y0 + 1, k) - light(x0, y0 + 1, k));
            parts[offset + k] += (float) (scale * (upper + ty * (lower - upper)));
        }
    }

    /// What a surface gets from the upper half, over the luminous irradiance of open level ground.
    ///
    /// @param channel 0 to 2
    double irradiance(Vec3 normal, int channel) {
        double[] y = new double[HARMONICS];
        harmonics(turned(normal, -turn), y);
        double sum = 0;
        for (int i = 0; i < HARMONICS; i++) {
            sum += LAMBERT[i == 0 ? 0 : i < 4 ? 1 : 2] * harmonics[channel][i] * y[i];
        }
        return Math.max(0, sum) / luminance(level);
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
