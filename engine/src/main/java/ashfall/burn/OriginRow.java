package ashfall.burn;

/// Keeps the parts of the sources in cells that burn, as [Origins] says.
final class OriginRow {
    /// Parts below are none, kg/kg.
    private static final float DUST = 1e-9f;

    private final int[] kinds;
    private final float[][] fuel;
    private final float[][] soot;

    OriginRow(Origins origins, float[][] contents) {
        int n = origins.count();
        kinds = origins.kinds().stream().mapToInt(Integer::intValue).toArray();
        fuel = new float[n][];
        soot = new float[n][];
        for (int s = 0; s < n; s++) {
            fuel[s] = contents[origins.fuel(s + 1)];
            soot[s] = contents[origins.soot(s + 1)];
        }
    }

    /// Lets the parts of a cell fade as the whole does.
    void fade(int i, float fuelLeft, float smokeLeft) {
        if (fuelLeft == 1 && smokeLeft == 1) {
            return;
        }
        for (int s = 0; s < kinds.length; s++) {
            fuel[s][i] *= fuelLeft;
            soot[s][i] *= smokeLeft;
        }
    }

    /// Shares out what a kind of fuel did in a cell.
    ///
    /// @param own how much of the kind there was, kg/kg
    /// @param spent how much of that has burnt
    /// @param heat J in a cubic metre
    /// @param formed soot, kg/kg
    void burn(
            int i,
            int z,
            int kind,
            float own,
            float spent,
            double heat,
            float formed,
            double[][] sums) {
        float all = whole(fuel, i, kind, own);
        for (int s = 0; s < kinds.length; s++) {
            float part = kinds[s] == kind ? fuel[s][i] : 0;
            if (part > 0) {
                float share = part / all;
                float left = part - spent * share;
                fuel[s][i] = left < DUST ? 0 : left;
                soot[s][i] += formed * share;
                sums[Burning.SUMS + s][z] += heat * share;
            }
        }
    }

    /// Shares out what burning soot did in a cell.
    ///
    /// @param own how much soot there was, kg/kg
    void burnSoot(int i, int z, float own, float spent, double heat, double[][] sums) {
        float all = whole(soot, i, -1, own);
        for (int s = 0; s < kinds.length; s++) {
            float part = soot[s][i];
            if (part > 0) {
                float share = part / all;
                soot[s][i] = Math.max(0, part - spent * share);
                sums[Burning.SUMS + s][z] += heat * share;
            }
        }
    }

    /// The whole, or the sum of the parts where transport has let that be a little more.
    ///
    /// @param kind of fuel whose parts count; -1 for all
    private float whole(float[][] parts, int i, int kind, float own) {
        float sum = 0;
        for (int s = 0; s < kinds.length; s++) {
            sum += kind < 0 || kinds[s] == kind ? parts[s][i] : 0;
        }
        return Math.max(own, sum);
    }
}
