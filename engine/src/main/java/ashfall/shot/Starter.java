package ashfall.shot;

import java.util.ArrayList;
import java.util.List;

/// A fire to start from: what burns, and how big. Its heat goes by its size as that of real ones.
public enum Starter {
    BASKET("basket fire", "wood_volatiles", 1.2, "across the basket"),
    POOL("burning oil", "kerosene", 2, "across the pool"),
    JET("gas burner", "propane", 0.6, "across the burner"),
    LAMP("lamp flame", "paraffin_wax", 0.02, "across the wick"),
    FIREBALL("fireball", "petrol", 8, "across at its largest"),
    PUFF("hot smoke", "kerosene", 2, "across the puff");

    /// Heat of a square metre of burning surface, kW: round figures for a wood crib, a pool of oil,
    /// a gas burner and a wick.
    private static final double WOOD = 900;

    private static final double OIL = 1700;
    private static final double GAS = 1000;
    private static final double WICK = 150;

    /// The last of the sun under a blue sky, in which flames and smoke are both seen.
    private static final List<String> DUSK =
            List.of(
                    "sun.towards=[-0.9,0.08,-0.4]",
                    "sun.strength=250",
                    "sun.colour=[1,0.55,0.3]",
                    "sun.sky=500",
                    "sun.skyColour=[0.36,0.5,0.9]",
                    "look.exposure=-10.2");

    /// Width of a fireball over the cube root of its fuel, m/kg^(1/3) (Roberts 1981).
    private static final double PER_ROOT = 5.8;

    private final String label;
    private final String fuel;
    private final double size;
    private final String measure;

    Starter(String label, String fuel, double size, String measure) {
        this.label = label;
        this.fuel = fuel;
        this.size = size;
        this.measure = measure;
    }

    /// What burns, in words.
    public String label() {
        return label;
    }

    /// A usual size, m.
    public double size() {
        return size;
    }

    /// What the size is, in words.
    public String measure() {
        return measure;
    }

    /// The shot.
    ///
    /// @param metres its size
    /// @throws ShotException for a size that no fire has
    public Shot make(double metres) {
        if (!(metres >= 0.005 && metres <= 200)) {
            throw new ShotException(
                    "a "
                            + label
                            + " of "
                            + Unit.METRE.figure(metres, 3)
                            + " cannot be started; its size must be 5 mm to 200 m");
        }
        double area = Math.PI / 4 * metres * metres;
        List<String> settings = new ArrayList<>(List.of("fuel=" + fuel));
        switch (this) {
            case BASKET -> {
                heat(settings, metres, WOOD * area);
                settings.add("elements.fire.burn.soot.yield=0.022");
                // Embers keep it alight.
                settings.add("elements.fire.sources.pool.keep.temperature=1100");
            }
            case POOL -> heat(settings, metres, OIL * area);
            case JET -> heat(settings, metres, GAS * area);
            case LAMP -> heat(settings, metres, WICK * area);
            case FIREBALL -> {
                settings.add("mass=" + Math.pow(metres / PER_ROOT, 3));
                settings.addAll(List.of("sun.strength=7000", "look.exposure=-11.8"));
            }
            case PUFF -> settings.add("radius=" + metres / 2);
        }
        String kind = this == FIREBALL ? "fireball" : this == PUFF ? "puff" : "burner";
        return NewShot.make(kind, settings).withName(label.replace(' ', '-'));
    }

    private static void heat(List<String> settings, double metres, double kilowatts) {
        settings.add("radius=" + metres / 2);
        settings.add("heat=" + Math.max(0.01, kilowatts));
        String source = "elements.fire.sources.pool.";
        settings.add(source + "uneven=0.7");
        settings.add(source + "grain=" + 0.3 * metres);
        settings.add(source + "flicker.amount=0.4");
        settings.addAll(DUSK);
    }
}
