package ashfall.sim;

import ashfall.gas.GasFields;

/// The running account of a simulation, over its whole life: kg and J.
///
/// For fuel, `released = burnt + left + gone` up to `fuelNotReturned`; for enthalpy, `given + heat
/// − radiated = left + gone` up to `enthalpyNotReturned`. Defects are what the transport lost
/// before it was given back, by size.
public record Ledger(
        double fuelReleased,
        double fuelBurnt,
        double fuelGone,
        double fuelDefect,
        double fuelNotReturned,
        double enthalpyGiven,
        double heat,
        double radiated,
        double enthalpyGone,
        double enthalpyDefect,
        double enthalpyNotReturned,
        double smokeReleased,
        double sootFormed,
        double sootBurnt,
        double sootGone) {

    /// Number of entries, for files.
    public static final int SIZE = 15;

    public static Ledger zero() {
        return of(new double[SIZE]);
    }

    /// The entries in the order of the record.
    public double[] values() {
        return new double[] {
            fuelReleased,
            fuelBurnt,
            fuelGone,
            fuelDefect,
            fuelNotReturned,
            enthalpyGiven,
            heat,
            radiated,
            enthalpyGone,
            enthalpyDefect,
            enthalpyNotReturned,
            smokeReleased,
            sootFormed,
            sootBurnt,
            sootGone
        };
    }

    public static Ledger of(double[] v) {
        return new Ledger(
                v[0], v[1], v[2], v[3], v[4], v[5], v[6], v[7], v[8], v[9], v[10], v[11], v[12],
                v[13], v[14]);
    }

    Ledger plus(SourceStage.Given given) {
        double[] v = values();
        v[0] += given.fuel();
        v[5] += given.heat();
        v[11] += given.smoke();
        return of(v);
    }

    Ledger plus(ashfall.burn.Burning.Totals t) {
        double[] v = values();
        v[1] += t.burnt();
        v[6] += t.heat();
        v[7] += t.radiated();
        v[12] += t.sootFormed();
        v[13] += t.sootBurnt();
        return of(v);
    }

    Ledger plus(ashfall.gas.ScalarTransport t) {
        double[] v = values();
        v[2] += t.gone(GasFields.FUEL);
        v[3] += Math.abs(t.defect(GasFields.FUEL));
        v[4] += t.notReturned(GasFields.FUEL);
        v[8] += t.gone(GasFields.ENTHALPY);
        v[9] += Math.abs(t.defect(GasFields.ENTHALPY));
        v[10] += t.notReturned(GasFields.ENTHALPY);
        v[14] += t.gone(GasFields.SOOT);
        return of(v);
    }
}
