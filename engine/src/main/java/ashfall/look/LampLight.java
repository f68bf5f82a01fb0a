package ashfall.look;

import ashfall.shot.Item;
import ashfall.shot.Lamp;
import ashfall.shot.Shot;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import java.util.ArrayList;
import java.util.List;

/// Light of a site's lamps: what of it reaches the gas is found on cells and read between them, for
/// the site it is found along the way. A lamp gives `I = Φ/4π` candela evenly around.
final class LampLight {
    /// Steps of a way through gas, voxels.
    private static final double STEP = 2;

    /// @param candela red, green and blue
    private record Lit(Vec3 at, double[] candela, double radius, double onGas) {}

    private final Volumes volumes;
    private final Shading shading;
    private final Bodies bodies;
    private final List<Lit> lamps = new ArrayList<>();

    /// Share that comes through, by volume, a part a lamp.
    private final LightGrid[] through;

    /// @param voxels of a volume to a cell
    LampLight(
            Volumes volumes,
            Shading shading,
            Bodies bodies,
            Shot shot,
            double seconds,
            double voxels,
            Workers workers) {
        this.volumes = volumes;
        this.shading = shading;
        this.bodies = bodies;
        for (Item lamp : shot.lamps().values()) {
            double lumen = lamp.get(Lamp.LIGHT).at(seconds);
            if (lamp.get(Lamp.ON) && lumen > 0) {
                double[] candela = new double[3];
                for (int k = 0; k < 3; k++) {
                    candela[k] = lumen / (4 * Math.PI) * lamp.get(Lamp.COLOUR).get(k);
                }
                lamps.add(
                        new Lit(
                                lamp.get(Lamp.AT),
                                candela,
                                lamp.number(Lamp.RADIUS),
                                lamp.number(Lamp.ON_GAS)));
            }
        }
        through = new LightGrid[lamps.isEmpty() ? 0 : volumes.count()];
        for (int i = 0; i < through.length; i++) {
            through[i] = new LightGrid(volumes.all[i], voxels * volumes.all[i].voxel, lamps.size());
            fill(i, through[i], workers);
        }
    }

    private void fill(int number, LightGrid grid, Workers workers) {
        double[] corner = volumes.all[number].corner;
        workers.forEachSlab(
                grid.shape.nz(),
                (z, worker) -> {
                    for (int y = 0; y < grid.shape.ny(); y++) {
                        for (int x = 0; x < grid.shape.nx(); x++) {
                            double px = (x + 0.5) * grid.cell;
                            double py = (y + 0.5) * grid.cell;
                            double pz = (z + 0.5) * grid.cell;
                            if (volumes.isFar(number, px, py, pz, grid.cell)) {
                                continue;
                            }
                            Vec3 place = new Vec3(corner[0] + px, corner[1] + py, corner[2] + pz);
                            for (int lamp = 0; lamp < lamps.size(); lamp++) {
                                grid.add(
                                        lamp,
                                        grid.shape.at(x, y, z),
                                        (float) clear(place, lamps.get(lamp)));
                            }
                        }
                    }
                });
    }

    /// Share of a lamp's light that comes to a place in the world.
    private double clear(Vec3 place, Lit lamp) {
        Vec3 way = lamp.at.minus(place);
        double distance = way.length();
        if (distance < 1e-9) {
            return 1;
        }
        Vec3 d = way.times(1 / distance);
        if (!bodies.areNone() && bodies.hit(place, d, distance) < distance) {
            return 0;
        }
        return volumes.transmittance(shading, place, d, distance, STEP);
    }

    int count() {
        return lamps.size();
    }

    /// Adds what gas scatters of the lamps' light.
    ///
    /// @param at place in a volume, m from its corner
    /// @param d direction of the line of sight
    /// @param scattered scattering coefficient, 1/m
    /// @param room for a value a lamp
    void addScattered(
            int volume, float[] at, float[] d, float scattered, float[] room, float[] rgb) {
        through[volume].at(at[0], at[1], at[2], room);
        double[] corner = volumes.all[volume].corner;
        for (int i = 0; i < lamps.size(); i++) {
            Lit lamp = lamps.get(i);
            double x = lamp.at.x() - corner[0] - at[0];
            double y = lamp.at.y() - corner[1] - at[1];
            double z = lamp.at.z() - corner[2] - at[2];
            double square = x * x + y * y + z * z;
            double cosine = square == 0 ? 0 : (x * d[0] + y * d[1] + z * d[2]) / Math.sqrt(square);
            float share =
                    (float)
                            (lamp.onGas
                                    * room[i]
                                    * scattered
                                    * shading.scattered((float) cosine)
                                    / Math.max(square, lamp.radius * lamp.radius));
            for (int k = 0; k < 3; k++) {
                rgb[k] += share * (float) lamp.candela[k];
            }
        }
    }

    /// Adds the light that reaches a surface, lux.
    ///
    /// @param place in the world, just before the surface
    void addIrradiance(Vec3 place, Vec3 normal, float[] rgb) {
        for (Lit lamp : lamps) {
            Vec3 way = lamp.at.minus(place);
            double facing = way.dot(normal);
            if (facing <= 0) {
                continue;
            }
            double distance = Math.max(way.length(), lamp.radius);
            double share = clear(place, lamp) * facing / (distance * distance * distance);
            for (int k = 0; k < 3; k++) {
                rgb[k] += (float) (share * lamp.candela[k]);
            }
        }
    }
}
