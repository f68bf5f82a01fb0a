package ashfall.sim;

import ashfall.gas.GasFields;
import ashfall.gas.GasLaw;
import ashfall.grid.GridShape;
import ashfall.shot.Air;
import ashfall.shot.Bounds;
import ashfall.shot.Element;
import ashfall.shot.Fineness;
import ashfall.shot.Gas;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import java.util.List;

/// Air of 300 K without sources, to be filled by tests with what has a known future.
///
/// @param edges m along x, y, z, from the origin
/// @param voxel m
public record AirBox(Vec3 edges, double voxel, List<String> closed, double gravity, Vec3 wind) {
    /// A quantity at a place, m.
    @FunctionalInterface
    public interface Field {
        double at(double x, double y, double z);
    }

    public static AirBox cube(double edge, int n, List<String> closed, double gravity) {
        Vec3 edges = new Vec3(edge, edge, edge);
        return new AirBox(edges, edge / n, closed, gravity, new Vec3(0, 0, 0));
    }

    public Simulation simulation(int framesPerSecond, Workers workers) {
        Element e = Element.bare();
        Element element =
                e.with(e.gas().with(Gas.WORK, voxel).with(Gas.VORTICITY, 0))
                        .with(
                                e.bounds()
                                        .with(Bounds.FROM, new Vec3(0, 0, 0))
                                        .with(Bounds.TO, edges)
                                        .with(Bounds.CLOSED, closed));
        Shot shot = Shot.empty("box");
        shot =
                shot.with(
                                "air",
                                shot.air()
                                        .with(Air.GRAVITY, gravity)
                                        .with(Air.TEMPERATURE, 300)
                                        .with(Air.WIND, wind))
                        .withElement("box", element);
        shot = Settings.with(shot, List.of("frames.rate=" + framesPerSecond));
        return new Simulation(Setup.of(shot, element, Fineness.WORK), workers);
    }

    /// Gives the gas a temperature, K.
    public static void warm(Simulation s, Field kelvin) {
        GridShape shape = s.fields().shape();
        double h = s.setup().lattice().voxel();
        for (int z = 0; z < shape.nz(); z++) {
            for (int y = 0; y < shape.ny(); y++) {
                for (int x = 0; x < shape.nx(); x++) {
                    double t = kelvin.at((x + 0.5) * h, (y + 0.5) * h, (z + 0.5) * h);
                    int i = shape.at(x, y, z);
                    s.fields().contents[GasFields.ENTHALPY][i] =
                            (float) s.setup().law().enthalpy(t);
                    s.fields().mass[i] = (float) GasLaw.density(t);
                }
            }
        }
        s.restore(0, 0, 0, Ledger.zero());
    }
}
