package ashfall.sim;

import ashfall.grid.Seeded;
import ashfall.shot.Shot;
import ashfall.shot.Vec3;

/// Massless specks that show the air of a shot before any gas is in it: they go with the wind and
/// are driven by the draughts, each for a while, again and again from other places of a box.
public final class Specks {
    private static final long SEED = 30_011;
    private static final int STEPS = 12;

    /// Share of the box that a speck crosses in its life, about.
    private static final double WAY = 0.3;

    private final Wind wind;
    private final Draughts draughts;
    private final Vec3 from;
    private final Vec3 size;
    private final double life;

    /// @param from lower corner of the box, m
    /// @param to upper corner, m
    public Specks(Shot shot, Vec3 from, Vec3 to) {
        this.wind = Wind.of(shot.air());
        this.draughts = Draughts.of(shot);
        this.from = from;
        this.size = to.minus(from);
        double speed = wind.mean().length() + wind.gusts().largest();
        double most = Math.max(size.x(), size.z());
        this.life = Math.max(0.05, Math.min(3, WAY * most / Math.max(1e-3, speed)));
    }

    /// Does anything move the air?
    public boolean isMoving() {
        return wind.mean().length() > 0 || wind.gusts().largest() > 0 || !draughts.isEmpty();
    }

    /// How long one goes, s.
    public double life() {
        return life;
    }

    /// Where a speck is at a time of its own clock, in air as it is at a time of the shot: whatever
    /// is shown stands still, they go on.
    ///
    /// @param clock s, of which they are born and go
    /// @param seconds shot time of the air that they go in at that time
    /// @param out seven numbers: its place in m, how much of its life is over, and its place a
    ///     twelfth of its life before
    public void at(int speck, double clock, double seconds, double[] out) {
        double phase = life * Seeded.unit(SEED, speck, 0, 0);
        long turn = (long) Math.floor((clock + phase) / life);
        double age = clock + phase - turn * life;
        double[] v = new double[3];
        double[] air = new double[3];
        double[] pull = new double[3];
        for (int axis = 0; axis < 3; axis++) {
            double place = Seeded.unit(SEED, speck, 1 + axis, turn);
            out[axis] = from.get(axis) + place * size.get(axis);
        }
        double dt = life / STEPS;
        int whole = (int) Math.floor(age / dt);
        double odd = age - whole * dt;
        // The odd step comes first, so that the last is whole and begins where the tail does.
        for (int k = 0; k <= whole; k++) {
            double t = k == 0 ? 0 : odd + (k - 1) * dt;
            double step = k == 0 ? odd : dt;
            System.arraycopy(out, 0, out, 4, 3);
            double now = seconds - age + t;
            wind.at(now, out[1], air);
            pull[0] = 0;
            pull[1] = 0;
            pull[2] = 0;
            draughts.addAt(now, out[0], out[1], out[2], pull);
            for (int axis = 0; axis < 3; axis++) {
                double before = v[axis];
                v[axis] += pull[axis] * step;
                out[axis] += (air[axis] + 0.5 * (before + v[axis])) * step;
            }
        }
        out[3] = age / life;
    }
}
