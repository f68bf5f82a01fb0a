package ashfall.shot;

import java.util.Locale;

/// How fine the voxels are: the same shot, one switch.
public enum Fineness {
    SKETCH,
    WORK,
    FINAL;

    @Override
    public String toString() {
        return name().toLowerCase(Locale.ROOT);
    }
}
