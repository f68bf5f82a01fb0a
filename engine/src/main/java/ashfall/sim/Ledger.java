package ashfall.sim;

import ashfall.burn.Burning;
import ashfall.burn.Origins;
import ashfall.gas.GasFields;
import ashfall.gas.ScalarTransport;

import java.util.Arrays;
import java.util.List;

/// The running account of a simulation, over its whole life: kg and J.
///
/// For fuel, `released = burnt + left + gone`; for enthalpy, `given + heat − radiated = left +
/// gone`. Gone is what left the box, went into obstacles, or faded where that is set. What is left
/// is summed from the fields; the transport keeps totals, so the difference is rounding, and the
/// log states it as a defect.
///
/// @param heatOf heat of each source but the last where they are told apart, see [Origins]; 0
///     where not
public record Ledger(
        double fuelReleased,
        double fuelBurnt,
        double fuelGone,
        double enthalpyGiven,
        double heat,
        double radiated,
        double enthalpyGone,
        double smokeReleased,
        double sootFormed,
        double sootBurnt,
        double sootGone,
        List<Double> heatOf) {

    private static final int OWN = 11;

    /// Number of entries, for files.
    public static final int SIZE = OWN + Origins.MOST - 1;

    public static Ledger zero() {
        return of(new double[SIZE]);
    }

    /// The entries in the order of the record.
    public double[] values() {
        double[] v = {
            fuelReleased,
            fuelBurnt,
            fuelGone,
            enthalpyGiven,
            heat,
            radiated,
            enthalpyGone,
            smokeReleased,
            sootFormed,
            sootBurnt,
            sootGone
        };
        v = Arrays.copyOf(v, SIZE);
        for (int k = 0; k < heatOf.size(); k++) {
            v[OWN + k] = heatOf.get(k);
        }
        return v;
    }

    public static Ledger of(double[] v) {
        List<Double> heatOf = Arrays.stream(v).skip(OWN).boxed().toList();
        return new Ledger(
                v[0], v[1], v[2], v[3], v[4], v[5], v[6], v[7], v[8], v[9], v[10], heatOf);
    }

    Ledger times(int factor) {
        return of(Arrays.stream(values()).map(v -> factor * v).toArray());
    }

    Ledger plus(SourceStage.Given given) {
        double[] v = values();
        v[0] += given.fuel();
        v[3] += given.heat();
        v[7] += given.smoke();
        return of(v);
    }

    Ledger plus(Burning.Totals t) {
        double[] v = values();
        v[1] += t.burnt();
        v[4] += t.heat();
        v[5] += t.radiated();
        v[8] += t.sootFormed();
        v[9] += t.sootBurnt();
        v[2] += t.fuelFaded();
        v[6] += t.heatFaded();
        v[10] += t.smokeFaded();
        for (int k = 0; k < t.heatOf().size(); k++) {
            v[OWN + k] += t.heatOf().get(k);
        }
        return of(v);
    }

    Ledger plus(ScalarTransport t) {
        double[] v = values();
        v[2] += t.gone(GasFields.FUEL);
        v[6] += t.gone(GasFields.ENTHALPY);
        v[10] += t.gone(GasFields.SOOT);
        return of(v);
    }

    /// Books what obstacles took, J.
    Ledger plusCooled(double joule) {
        double[] v = values();
        v[6] += joule;
        return of(v);
    }

    /// Books what a narrower box left outside: the difference of two [Room#held].
    Ledger plusLeftOut(double[] before, double[] after) {
        double[] v = values();
        v[2] += before[GasFields.FUEL] - after[GasFields.FUEL];
        v[6] += before[GasFields.ENTHALPY] - after[GasFields.ENTHALPY];
        v[10] += before[GasFields.SOOT] - after[GasFields.SOOT];
        return of(v);
    }
}
