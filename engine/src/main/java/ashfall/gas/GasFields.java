package ashfall.gas;

import ashfall.grid.FieldPool;
import ashfall.grid.GridShape;
import ashfall.work.Workers;

import java.util.Arrays;

/// All fields of a gas that the next step reads. Arrays are swapped, never shared: who steps the
/// gas owns them.
///
/// Contents are per kilogram of gas: enthalpy over the surroundings in J/kg, mass fractions of
/// fuel, oxygen and soot; `mass` is the gas in a cubic metre of cell. Velocities live on faces, in
/// m/s. `temperature` always belongs to the enthalpy.
public final class GasFields {
    public static final int ENTHALPY = 0;
    public static final int FUEL = 1;
    public static final int OXYGEN = 2;
    public static final int SOOT = 3;

    /// The part of the fuel that is of a second kind; from here on one for each further kind, and
    /// then what is told apart besides.
    public static final int OTHER_FUELS = 4;

    private final GridShape shape;
    private final float[] background;

    /// Enthalpy, fuel, oxygen, soot and further fuels, in the order of the constants.
    public final float[][] contents;

    /// Gas in a cubic metre of cell, kg/m³.
    public float[] mass;

    /// Face velocities along x, y, z, m/s.
    public final float[][] velocity = new float[3][];

    /// Pressure impulse of the last projection over h, and of the one before: first guess and
    /// predictor of the next.
    public float[] impulse;

    public float[] impulseBefore;

    /// Temperature of the cells, K. Null, as the impulse before, in the part of a step that has no
    /// use for it.
    public float[] temperature;

    /// Heat release of the last step, W/m³.
    public float[] flame;

    /// Strain rate at the start of the step, 1/s, where there is anything but air.
    public final float[] strain;

    /// Gas at rest, ambient everywhere.
    public GasFields(GridShape shape, FieldPool pool, GasLaw law, double oxygenShare) {
        this(shape, pool, law, oxygenShare, OTHER_FUELS, new float[3][shape.ny() + 1]);
    }

    /// Gas at rest or in a steady wind, ambient everywhere.
    ///
    /// @param oxygenShare mass fraction of oxygen in the surrounding air
    /// @param count of contents, at least [#OTHER_FUELS]
    /// @param wind m/s along x, y, z, by layer and one more
    public GasFields(
            GridShape shape,
            FieldPool pool,
            GasLaw law,
            double oxygenShare,
            int count,
            float[][] wind) {
        this.shape = shape;
        this.contents = new float[count][];
        this.background = new float[contents.length];
        this.background[OXYGEN] = (float) oxygenShare;
        for (int k = 0; k < contents.length; k++) {
            contents[k] = filled(pool, background[k]);
        }
        mass = filled(pool, (float) law.ambientDensity());
        for (int axis = 0; axis < 3; axis++) {
            velocity[axis] = filled(pool, wind[axis][0]);
            for (int z = -1; z <= shape.nz(); z++) {
                for (int y = 0; y <= shape.ny(); y++) {
                    int at = shape.at(-1, y, z);
                    Arrays.fill(velocity[axis], at, at + shape.sy(), wind[axis][y]);
                }
            }
        }
        impulse = filled(pool, 0);
        impulseBefore = filled(pool, 0);
        temperature = filled(pool, (float) law.temperatureOfEnthalpy(0));
        flame = filled(pool, 0);
        strain = filled(pool, 0);
    }

    private static float[] filled(FieldPool pool, float value) {
        float[] field = pool.borrow();
        Arrays.fill(field, value);
        return field;
    }

    public GridShape shape() {
        return shape;
    }

    /// Copies contents and mass.
    public void copy(float[][] toContents, float[] toMass, Workers workers) {
        int n = shape.sz();
        workers.forEachSlab(
                shape.nz() + 2,
                (slab, worker) -> {
                    for (int k = 0; k < contents.length; k++) {
                        System.arraycopy(contents[k], slab * n, toContents[k], slab * n, n);
                    }
                    System.arraycopy(mass, slab * n, toMass, slab * n, n);
                });
    }

    /// What a kilogram of the surrounding air holds of a content.
    public float background(int content) {
        return background[content];
    }
}
