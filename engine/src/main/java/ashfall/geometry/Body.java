package ashfall.geometry;

import ashfall.grid.Noise;
import ashfall.shot.Item;
import ashfall.shot.Route;
import ashfall.shot.Shape;
import ashfall.shot.Vec3;

import java.util.ArrayList;
import java.util.List;

/// The body that the shape parameters of an item describe, as signed distances: negative inside.
///
/// Distances are exact for every form, however it is moved and turned. Squashed ones are exact to
/// first order (`f/|∇f|`) and their surface lies where it should; a cut or a rough surface is
/// likewise where it should be, with distances near it.
public final class Body {
    /// Times at which what moves is looked at to find the room it takes.
    private static final int LOOKS = 49;

    /// Spans over which its speed is taken.
    private static final int SPANS = 4;

    private final Form form;
    private final Vec3 centre;
    private final Vec3 turn;
    private final Vec3 squash;
    private final Vec3 kept;
    private final double cutAt;
    private final double rough;
    private final double roughSize;
    private final long roughSeed;
    private final Route path;
    private final Vec3 spin;
    private final boolean turns;
    private final boolean isSquashed;
    private final boolean isCut;

    private Body(Item item) {
        this.form = Form.of(item);
        this.centre = item.get(Shape.CENTRE);
        this.turn = item.get(Shape.TURN);
        this.squash = item.get(Shape.SQUASH);
        this.kept = item.get(Shape.CUT_TOWARDS).unit();
        this.cutAt = item.number(Shape.CUT_AT);
        this.rough = item.number(Shape.ROUGH);
        this.roughSize = item.number(Shape.ROUGH_SIZE);
        this.roughSeed = (long) item.number(Shape.ROUGH_SEED);
        this.path = item.get(Shape.PATH);
        this.spin = item.get(Shape.SPIN);
        this.turns = turn.length() > 0 || spin.length() > 0;
        this.isSquashed = !squash.equals(new Vec3(1, 1, 1));
        this.isCut = kept.length() > 0;
    }

    /// The body of an item that has a shape.
    public static Body of(Item item) {
        return new Body(item);
    }

    /// Does it ever stand elsewhere or otherwise?
    public boolean isMoving() {
        return path.isMoving() || spin.length() > 0;
    }

    /// The lower and upper corner of the room it takes between two times, m.
    public Vec3[] room(double from, double to) {
        double[] low = {1e9, 1e9, 1e9};
        double[] high = {-1e9, -1e9, -1e9};
        int looks = isMoving() ? LOOKS : 1;
        for (int k = 0; k < looks; k++) {
            Placed placed = at(from + (to - from) * k / Math.max(1, looks - 1));
            for (int axis = 0; axis < 3; axis++) {
                low[axis] = Math.min(low[axis], placed.at.get(axis) - placed.half[axis]);
                high[axis] = Math.max(high[axis], placed.at.get(axis) + placed.half[axis]);
            }
        }
        return new Vec3[] {new Vec3(low[0], low[1], low[2]), new Vec3(high[0], high[1], high[2])};
    }

    /// How deep its deepest point lies, m, about.
    public double depth() {
        return form.depth() * Math.min(squash.x(), Math.min(squash.y(), squash.z()));
    }

    /// The body as it stands at a time.
    public Placed at(double seconds) {
        return new Placed(seconds);
    }

    /// The body in one place.
    public final class Placed {
        private final Vec3 gone;
        private final Vec3 at;
        private final Turn turned;
        private final double[] half = new double[3];

        private Placed(double seconds) {
            this.gone = path.at(seconds);
            this.at = centre.plus(gone);
            this.turned = turns ? Turn.of(turn.plus(spin.times(seconds))) : Turn.NONE;
            for (int axis = 0; axis < 3; axis++) {
                for (int own = 0; own < 3; own++) {
                    half[axis] += Math.abs(turned.at(axis, own)) * form.half(own) * squash.get(own);
                }
                half[axis] += rough;
            }
        }

        /// Is any of it as near to another body that they could touch?
        public boolean isNear(Placed other) {
            boolean near = true;
            for (int axis = 0; axis < 3; axis++) {
                double apart = Math.abs(at.get(axis) - other.at.get(axis));
                near &= apart <= half[axis] + other.half[axis];
            }
            return near;
        }

        /// How far it has gone on its path, m.
        public Vec3 gone() {
            return gone;
        }

        /// Where its centre is.
        public Vec3 centre() {
            return at;
        }

        /// Half the room it takes along an axis, to either side of its centre at most, m.
        public double half(int axis) {
            return half[axis];
        }

        /// From a point to the surface, m; negative inside.
        public double distance(double x, double y, double z) {
            double d = smooth(x, y, z);
            return cut(rough > 0 ? d + rough * roughness(x, y, z) : d, x, y, z);
        }

        /// How far from a point the surface is at least, m: as [#distance] near it, without a look
        /// at what is rough on it from afar.
        public double free(double x, double y, double z) {
            double d = smooth(x, y, z);
            double most = Noise.MOST * rough;
            return d > 2 * most ? cut(d - most, x, y, z) : distance(x, y, z);
        }

        /// From a point to what of the body is left without all that is rough on it, m.
        public double core(double x, double y, double z) {
            return cut(smooth(x, y, z) + Noise.MOST * rough, x, y, z);
        }

        private double smooth(double x, double y, double z) {
            double px = x - at.x();
            double py = y - at.y();
            double pz = z - at.z();
            if (!turns && !isSquashed) {
                return form.distance(px, py, pz);
            }
            Vec3 own = turned.back(px, py, pz);
            return isSquashed ? squashed(own) : form.distance(own.x(), own.y(), own.z());
        }

        private double roughness(double x, double y, double z) {
            Vec3 own = turned.back(x - at.x(), y - at.y(), z - at.z());
            return Noise.octaves(
                    roughSeed, own.x() / roughSize, own.y() / roughSize, own.z() / roughSize);
        }

        private double cut(double d, double x, double y, double z) {
            if (!isCut) {
                return d;
            }
            double px = x - at.x();
            double py = y - at.y();
            double pz = z - at.z();
            return Math.max(d, cutAt - (px * kept.x() + py * kept.y() + pz * kept.z()));
        }

        private double squashed(Vec3 own) {
            double x = own.x() / squash.x();
            double y = own.y() / squash.y();
            double z = own.z() / squash.z();
            double d = form.distance(x, y, z);
            double step = 1e-4 * form.depth();
            double gx = (form.distance(x + step, y, z) - form.distance(x - step, y, z));
            double gy = (form.distance(x, y + step, z) - form.distance(x, y - step, z));
            double gz = (form.distance(x, y, z + step) - form.distance(x, y, z - step));
            gx /= 2 * step * squash.x();
            gy /= 2 * step * squash.y();
            gz /= 2 * step * squash.z();
            double slope = Math.sqrt(gx * gx + gy * gy + gz * gz);
            // In the middle of a body opposite slopes may cancel.
            return d / Math.max(slope, 0.02);
        }

        /// How far a point lies along a course through the body: 0 to 1 from its axis outward, or
        /// from its foot upward.
        public double course(boolean upward, double x, double y, double z) {
            Vec3 own = turned.back(x - at.x(), y - at.y(), z - at.z());
            double px = own.x() / squash.x();
            double py = own.y() / squash.y();
            double pz = own.z() / squash.z();
            return upward
                    ? 0.5 + 0.5 * py / form.half(1)
                    : Math.sqrt(px * px + pz * pz) / form.half(0);
        }

        /// Visits points spread evenly through the body.
        ///
        /// @param n how many along each side of the room it takes
        public void forEachInside(int n, Point visit) {
            for (int k = 0; k < n * n * n; k++) {
                double x = spread(0, k % n, n);
                double y = spread(1, k / n % n, n);
                double z = spread(2, k / n / n, n);
                if (distance(x, y, z) < 0) {
                    visit.at(x, y, z);
                }
            }
        }

        private double spread(int axis, int k, int n) {
            return at.get(axis) + half[axis] * (2 * (k + 0.5) / n - 1);
        }

        /// A point of the body's own frame, where the form stands upright around 0, in the shot's.
        public Vec3 place(double x, double y, double z) {
            return at.plus(turned.forth(x * squash.x(), y * squash.y(), z * squash.z()));
        }
    }

    /// What is done with a point, m.
    @FunctionalInterface
    public interface Point {
        void at(double x, double y, double z);
    }

    /// How the body moves from one time to a later one: as a rigid thing, so that no point of it
    /// leaves room for gas.
    public Motion motion(double from, double to) {
        double perSecond = 1 / (to - from);
        Vec3 a = centre.plus(path.at(from));
        Vec3 b = centre.plus(path.at(to));
        Vec3 rate = new Vec3(0, 0, 0);
        if (spin.length() > 0) {
            Turn before = Turn.of(turn.plus(spin.times(from)));
            rate = Turn.of(turn.plus(spin.times(to))).since(before).times(perSecond);
        }
        return new Motion(a.plus(b).times(0.5), b.minus(a).times(perSecond), rate);
    }

    /// Speed of its fastest point between two times, m/s, in the mean over quarters of it.
    public double fastest(double from, double to) {
        if (!isMoving()) {
            return 0;
        }
        Vec3 corner =
                new Vec3(
                        form.half(0) * squash.x(),
                        form.half(1) * squash.y(),
                        form.half(2) * squash.z());
        double far = corner.length() + rough;
        double most = 0;
        double span = (to - from) / SPANS;
        for (int k = 0; k < SPANS; k++) {
            Motion motion = motion(from + k * span, from + (k + 1) * span);
            most = Math.max(most, motion.speed().length() + motion.rate().length() * far);
        }
        return most;
    }

    /// When a body is fastest.
    ///
    /// @param speed of its fastest point, m/s
    public record Peak(double speed, double seconds) {}

    /// When it is fastest, frame by frame.
    ///
    /// @param until s
    /// @param frame length of a frame, s
    public Peak peak(double until, double frame) {
        Peak peak = new Peak(0, 0);
        for (double t = 0; t < until && isMoving(); t += frame) {
            double speed = fastest(t, t + frame);
            if (speed > 1.001 * peak.speed) {
                peak = new Peak(speed, t);
            }
        }
        return peak;
    }

    /// A rigid motion.
    ///
    /// @param middle around which it turns, m
    /// @param speed m/s
    /// @param rate radians a second about x, y and z
    public record Motion(Vec3 middle, Vec3 speed, Vec3 rate) {
        /// m/s of a point along an axis.
        public double along(int axis, double x, double y, double z) {
            double px = x - middle.x();
            double py = y - middle.y();
            double pz = z - middle.z();
            return switch (axis) {
                case 0 -> speed.x() + rate.y() * pz - rate.z() * py;
                case 1 -> speed.y() + rate.z() * px - rate.x() * pz;
                default -> speed.z() + rate.x() * py - rate.y() * px;
            };
        }
    }

    /// The angles of a thing that is turned on by an angle about an axis of the shot.
    ///
    /// @param degrees its angles until now, about x, then y, then z
    public static Vec3 turned(Vec3 degrees, int axis, double by) {
        double[] more = new double[3];
        more[axis] = by;
        return Turn.of(new Vec3(more[0], more[1], more[2])).after(Turn.of(degrees)).degrees();
    }

    /// What lines drawn on it show: circles and edges, each a run of points, where no cut takes
    /// them.
    public List<List<Vec3>> outline(double seconds) {
        Placed placed = at(seconds);
        List<List<Vec3>> lines = new ArrayList<>();
        for (List<Vec3> own : form.outline()) {
            List<Vec3> line = own.stream().map(p -> placed.place(p.x(), p.y(), p.z())).toList();
            if (isCut) {
                lines.addAll(left(line, placed.at));
            } else {
                lines.add(line);
            }
        }
        return lines;
    }

    /// The runs of a line that a cut leaves.
    private List<List<Vec3>> left(List<Vec3> line, Vec3 middle) {
        List<List<Vec3>> runs = new ArrayList<>();
        List<Vec3> run = new ArrayList<>();
        for (int i = 0; i < line.size(); i++) {
            Vec3 p = line.get(i);
            double depth = p.minus(middle).dot(kept) - cutAt;
            if (i > 0) {
                Vec3 before = line.get(i - 1);
                double was = before.minus(middle).dot(kept) - cutAt;
                if (depth < 0 != was < 0) {
                    run.add(before.plus(p.minus(before).times(was / (was - depth))));
                }
            }
            if (depth >= 0) {
                run.add(p);
            } else if (!run.isEmpty()) {
                runs.add(run);
                run = new ArrayList<>();
            }
        }
        if (run.size() > 1) {
            runs.add(run);
        }
        return runs;
    }
}
