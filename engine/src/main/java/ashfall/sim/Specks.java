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

    /// Where a speck is at a time, m, and as a fourth number how much of its life is over.
    public void at(int speck, double seconds, double[] out) {
        double phase = life * Seeded.unit(SEED, speck, 0, 0);
        long turn = (long) Math.floor((seconds + phase) / life);
        double born = turn * life - phase;
        double[] v = new double[3];
        double[] air = new double[3];
        double[] pull = new double[3];
        for (int axis = 0; axis < 3; axis++) {
            double place = Seeded.unit(SEED, speck, 1 + axis, turn);
            out[axis] = from.get(axis) + place * size.get(axis);
        }
        double dt = life / STEPS;
        for (double t = born; t < seconds - 1e-9; t += dt) {
            double step = Math.min(dt, seconds - t);
            wind.at(t, out[1], air);
            pull[0] = 0;
            pull[1] = 0;
            pull[2] = 0;
            draughts.addAt(t, out[0], out[1], out[2], pull);
            for (int axis = 0; axis < 3; axis++) {
                double before = v[axis];
                v[axis] += pull[axis] * step;
                out[axis] += (air[axis] + 0.5 * (before + v[axis])) * step;
            }
        }
        out[3] = (seconds - born) / life;
    }
}
