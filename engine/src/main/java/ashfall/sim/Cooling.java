package ashfall.sim;

import ashfall.gas.CellRange;
import ashfall.gas.GasFields;
import ashfall.gas.GasLaw;
import ashfall.gas.Solids;
import ashfall.geometry.Body;
import ashfall.grid.Box;
import ashfall.grid.Exact;
import ashfall.grid.Lattice;

import java.util.Arrays;
import java.util.List;

/// Takes heat from gas at the surface of obstacles: a cell with the area A of it loses `h A (T −
/// T_o)` watts (Newton's law of cooling), never more than would bring it to the obstacle's
/// temperature. Obstacles warm nothing.
final class Cooling {
    /// Surface in a cell below which it is none, in faces.
    private static final double NONE = 1e-3;

    private final Obstacles obstacles;
    private final Solids solids;
    private final Box box;
    private final Lattice lattice;
    private int count;
    private int[] cells = new int[256];

    /// Watts a kelvin and a cubic metre of the cell, and the temperature of the obstacle there.
    private float[] loss = new float[256];

    private float[] kelvin = new float[256];

    Cooling(Obstacles obstacles, Solids solids, Box box, Lattice lattice) {
        this.obstacles = obstacles;
        this.solids = solids;
        this.box = box;
        this.lattice = lattice;
    }

    /// Finds the cells at surfaces, where the obstacles were placed at a time.
    void place(double seconds) {
        count = 0;
        if (!obstacles.areCooling()) {
            return;
        }
        List<Body.Placed> placed = obstacles.bodies().stream().map(b -> b.at(seconds)).toList();
        CellRange near = solids.near();
        for (int z = near.z0(); z < near.z1(); z++) {
            for (int y = near.y0(); y < near.y1(); y++) {
                for (int x = near.x0(); x < near.x1(); x++) {
                    double surface = solids.surface(x, y, z);
                    if (surface > NONE) {
                        add(x, y, z, surface, placed);
                    }
                }
            }
        }
    }

    private void add(int x, int y, int z, double surface, List<Body.Placed> placed) {
        double px = lattice.centre(0, box.x() + x);
        double py = lattice.centre(1, box.y() + y);
        double pz = lattice.centre(2, box.z() + z);
        int nearest = 0;
        double least = Double.POSITIVE_INFINITY;
        for (int i = 0; i < placed.size(); i++) {
            double distance = placed.get(i).distance(px, py, pz);
            nearest = distance < least ? i : nearest;
            least = Math.min(least, distance);
        }
        Obstacles.Contact contact = obstacles.contacts().get(nearest);
        if (contact.cooling() == 0) {
            return;
        }
        if (count == cells.length) {
            cells = Arrays.copyOf(cells, 2 * count);
            loss = Arrays.copyOf(loss, 2 * count);
            kelvin = Arrays.copyOf(kelvin, 2 * count);
        }
        cells[count] = box.shape().at(x, y, z);
        loss[count] = (float) (contact.cooling() * surface / lattice.voxel());
        kelvin[count++] = (float) contact.kelvin();
    }

    /// Cools the gas of the cells at surfaces.
    ///
    /// @param contents of the gas a kilogram, its enthalpy in J/kg over the surrounding air
    /// @param mass kg/m³
    /// @param dt seconds that pass for the gas
    /// @return what was taken, J
    double cool(float[][] contents, float[] mass, GasLaw law, double dt) {
        float[] enthalpy = contents[GasFields.ENTHALPY];
        double taken = 0;
        for (int j = 0; j < count; j++) {
            int i = cells[j];
            double hot = law.temperatureOfEnthalpy(enthalpy[i]);
            if (enthalpy[i] <= 0 || hot <= kelvin[j]) {
                continue;
            }
            double rate = loss[j] / (mass[i] * law.specificHeat(hot));
            double left = kelvin[j] + (hot - kelvin[j]) * Exact.exp(-rate * dt);
            float cooled = (float) Math.max(0, law.enthalpy(left));
            taken += (double) mass[i] * (enthalpy[i] - cooled);
            enthalpy[i] = cooled;
        }
        return taken * lattice.voxel() * lattice.voxel() * lattice.voxel();
    }
}
