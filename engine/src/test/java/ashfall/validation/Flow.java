package ashfall.validation;

import ashfall.gas.Faces;
import ashfall.gas.GasFields;
import ashfall.gas.GasLaw;
import ashfall.gas.Projection;
import ashfall.gas.Sides;
import ashfall.gas.Solids;
import ashfall.gas.VelocityTransport;
import ashfall.grid.Box;
import ashfall.grid.FieldPool;
import ashfall.grid.GridShape;
import ashfall.grid.Lattice;
import ashfall.sim.Simulation;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import java.util.Arrays;

/// A flow of air that goes on by frames, by whatever method.
interface Flow {
    GasFields fields();

    void advanceFrame();

    static Flow of(Simulation simulation) {
        return new Flow() {
            @Override
            public GasFields fields() {
                return simulation.fields();
            }

            @Override
            public void advanceFrame() {
                simulation.advanceFrame(new Cancel());
            }
        };
    }

    /// The usual splitting, to compare with: velocities are carried along the flow with no pressure
    /// on the way, then a projection makes them free of divergence (Chorin 1968).
    final class Split implements Flow {
        private final GasFields fields;
        private final FieldPool pool;
        private final Projection projection;
        private final VelocityTransport transport;
        private final Sides sides;
        private final GasLaw law;
        private final float voxel;
        private final int steps;
        private final float seconds;
        private final float[] volume;
        private final float[] impulse;
        private final float[][] wind;

        /// @param soft without MacCormack's correction
        /// @param steps of a frame
        /// @param seconds of a step
        Split(
                GasFields like,
                Sides sides,
                double voxel,
                boolean soft,
                int steps,
                double seconds,
                Workers workers) {
            GridShape shape = like.shape();
            this.pool = new FieldPool(shape);
            this.law = GasLaw.reaching(300, 2300, 1300);
            this.fields = new GasFields(shape, pool, law, 0.2314);
            this.projection =
                    new Projection(
                            shape,
                            sides,
                            new Solids(
                                    new Box(0, 0, 0, shape),
                                    new Lattice(0, 0, 0, voxel),
                                    sides,
                                    false,
                                    workers),
                            Projection.Accuracy.CLOSE,
                            pool,
                            workers);
            this.transport = new VelocityTransport(shape, soft, pool, workers);
            this.sides = sides;
            this.voxel = (float) voxel;
            this.steps = steps;
            this.seconds = (float) seconds;
            this.volume = new float[shape.size()];
            Arrays.fill(volume, 1);
            this.impulse = new float[shape.size()];
            this.wind = new float[3][shape.ny() + 1];
            for (int axis = 0; axis < 3; axis++) {
                System.arraycopy(like.velocity[axis], 0, fields.velocity[axis], 0, shape.size());
            }
            projection.updateDensity(fields.temperature);
        }

        @Override
        public GasFields fields() {
            return fields;
        }

        @Override
        public void advanceFrame() {
            for (int step = 0; step < steps; step++) {
                float[][] carried = fields.velocity.clone();
                float[][] arrived = {pool.borrow(), pool.borrow(), pool.borrow()};
                for (int axis = 0; axis < 3; axis++) {
                    Faces.fillSpare(fields.shape(), carried[axis], axis);
                    Arrays.fill(arrived[axis], 0);
                }
                transport.advance(
                        transport.ways(carried, seconds / voxel),
                        carried,
                        arrived,
                        seconds,
                        sides,
                        wind);
                for (int axis = 0; axis < 3; axis++) {
                    pool.giveBack(carried[axis]);
                    fields.velocity[axis] = arrived[axis];
                }
                projection.project(fields.velocity, volume, wind, impulse, law, voxel, seconds);
            }
        }
    }
}
