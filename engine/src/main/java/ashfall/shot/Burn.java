package ashfall.shot;

import static ashfall.shot.Affects.GAS;

import ashfall.burn.Fuel;
import ashfall.burn.Fuels;
import ashfall.shot.Param.Choice;
import ashfall.shot.Param.Words;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;

/// The reaction.
public final class Burn {
    private Burn() {}

    /// Mean of burning gas from room to flame, J/(kg K): three times what the table's fuels have.
    private static final double MOST_SPECIFIC_HEAT = 4500;

    private static final double COOLEST_FLAME = 1000;

    private static final int MOST_FUELS = 3;

    public static final Choice FUEL =
            new Choice(
                    Words.of("fuel", "Fuel", GAS)
                            .does(
                                    "What burns: sets heat, air needed, ignition, soot and"
                                            + " radiation, each of which can be overridden."),
                    Fuels.keys(),
                    "kerosene");
    public static final Quantity IGNITION =
            Quantity.of("ignition", "Ignition temperature", Unit.KELVIN, Double.NaN, GAS)
                    .hard(0, 3000)
                    .usual(450, 900)
                    .words("catches early", "catches late")
                    .mark(506, "paper")
                    .mark(700, "coal")
                    .mark(810, "methane")
                    .does(
                            "Temperature from which fuel and air burn; a high one needs a"
                                    + " strong igniter and goes out sooner.");
    public static final Quantity HEAT =
            Quantity.of("heat", "Heat of the fuel", Unit.MEGAJOULE_PER_KILOGRAM, Double.NaN, GAS)
                    .hard(0.1, 150)
                    .usual(3, 50)
                    .words("weak", "strong")
                    .mark(3, "powder")
                    .mark(14, "wood")
                    .mark(44, "oil")
                    .mark(120, "hydrogen")
                    .does("Heat that a kilogram of fuel gives; more makes a bigger fire of it.");
    public static final Quantity AIR =
            Quantity.of("air", "Air a kilogram needs", Unit.KILOGRAM, Double.NaN, GAS)
                    .hard(0, 60)
                    .usual(3, 17)
                    .words("burns alone", "needs much air")
                    .mark(5, "wood")
                    .mark(15, "oil")
                    .does(
                            "Air that a kilogram of fuel needs to burn out; with none it carries"
                                    + " its own oxygen, as powder does.");
    public static final Quantity FLAME =
            Quantity.of("flame", "Hottest flame", Unit.KELVIN, Double.NaN, GAS)
                    .hard(1001, 4500)
                    .usual(1900, 2400)
                    .words("cooler", "hotter")
                    .mark(2260, "oil")
                    .mark(2540, "acetylene")
                    .does(
                            "Temperature that fuel and air reach together if no heat leaves;"
                                    + " flames in the open stay some hundred kelvins below.");
    public static final Quantity SPREAD =
            Quantity.of("spread", "Flame spread", Unit.METRE_PER_SECOND, Double.NaN, GAS)
                    .hard(0, 1000)
                    .usual(0.3, 5)
                    .words("creeps", "leaps")
                    .mark(1.1, "gas flame")
                    .mark(6, "hydrogen")
                    .does(
                            "Speed with which a flame runs into fuel and air it touches; a slow"
                                    + " one lifts off its burner and blows out.");
    public static final Quantity TIME =
            Quantity.of("time", "Burn time", Unit.SECOND, 0.03, GAS)
                    .hard(0.001, 60)
                    .usual(0.01, 0.5)
                    .words("flash", "lingering")
                    .does(
                            "Time in which mixed fuel burns; short is a bright flash, long"
                                    + " spreads flame far up.");
    public static final Quantity TIME_UNEVEN =
            Quantity.of("time.uneven", "Burn time, even to uneven", Unit.NONE, 0, GAS)
                    .hard(0, 1)
                    .usual(0, 0.8)
                    .words("even", "uneven")
                    .does(
                            "How much the burn time differs from place to place, around its value:"
                                    + " some gas flashes while the next lingers.");
    public static final Quantity TIME_GRAIN =
            Quantity.of("time.grain", "Size of such places", Unit.METRE, 0.5, GAS)
                    .hard(0.001, 1000)
                    .usual(0.1, 2)
                    .words("finer", "broader")
                    .does("Size of the places that burn faster or slower than others.");
    public static final Quantity SOOT =
            Quantity.of("soot.yield", "Soot yield", Unit.NONE, Double.NaN, GAS)
                    .hard(0, 2)
                    .usual(0, 0.1)
                    .words("clean", "black")
                    .does(
                            "Soot formed from a kilogram of fuel; more glows brighter while hot"
                                    + " and leaves blacker smoke.");
    public static final Quantity SOOT_TIME =
            Quantity.of("soot.time", "Soot burns away in", Unit.SECOND, 2, GAS)
                    .hard(0.001, 1000)
                    .usual(0.3, 5)
                    .words("clears soon", "stays")
                    .does(
                            "Time in which hot soot burns away in air; short leaves clean gas"
                                    + " above the flame.");
    public static final Quantity RADIATED =
            Quantity.of("radiated", "Radiated share", Unit.NONE, Double.NaN, GAS)
                    .hard(0, 0.9)
                    .usual(0.1, 0.4)
                    .words("hotter", "cooler")
                    .does(
                            "Share of the heat that leaves as light; more cools the flame and"
                                    + " slows its rise.");
    public static final Quantity UNBURNT =
            Quantity.of("unburnt", "Unburnt share", Unit.NONE, 0, GAS)
                    .hard(0, 0.95)
                    .usual(0, 0.4)
                    .words("clean", "choked")
                    .does(
                            "Share of the fuel that passes through the flame unburnt and gives no"
                                    + " heat; real flames: 0.05, wood 0.3.");
    public static final Quantity COOLING =
            Quantity.of("cooling", "Cooling of the products", Unit.NONE, 1, GAS)
                    .hard(0, 20)
                    .usual(0.5, 2)
                    .words("stays hot", "cools soon")
                    .does(
                            "How fast hot products lose heat by radiating; more turns flame to"
                                    + " smoke sooner.");
    public static final Quantity LINEAR =
            Quantity.of("cools", "Cools by, each second", Unit.KELVIN, 0, GAS)
                    .hard(0, 1e5)
                    .usual(0, 500)
                    .words("stays hot", "cools soon")
                    .does(
                            "Kelvins that gas which does not burn loses each second, over what it"
                                    + " radiates; zero is physical.");
    public static final Kind KIND =
            Kind.of(
                    "burn",
                    "Burn",
                    FUEL,
                    IGNITION,
                    SPREAD,
                    TIME,
                    TIME_UNEVEN,
                    TIME_GRAIN,
                    SOOT,
                    SOOT_TIME,
                    RADIATED,
                    UNBURNT,
                    COOLING,
                    LINEAR,
                    HEAT,
                    AIR,
                    FLAME);

    /// The fuel of a reaction, with what was set in place of the table's values.
    ///
    /// @throws ShotException when its heat cannot make the flame that is said
    public static Fuel fuel(Item burn) {
        Fuel fuel = asSet(burn);
        String what =
                String.format(
                        Locale.ROOT,
                        "burn.flame: %.3g MJ of heat in %.3g kg of gas",
                        fuel.heat() * 1e-6,
                        1 + fuel.airFuelRatio());
        if (!(fuel.flame() > COOLEST_FLAME)) {
            throw new ShotException(
                    String.format(
                            Locale.ROOT,
                            "%s make no more than %.0f K; a flame needs %.0f K, so set more heat or"
                                    + " less air",
                            what,
                            fuel.flame(),
                            COOLEST_FLAME));
        }
        if (fuel.meanSpecificHeat() <= Fuel.COLD_SPECIFIC_HEAT) {
            throw new ShotException(
                    String.format(
                            Locale.ROOT,
                            "%s cannot make a flame of %.0f K, only of less than %.0f K",
                            what,
                            fuel.flame(),
                            fuel.hottestFlame()));
        }
        if (fuel.meanSpecificHeat() > MOST_SPECIFIC_HEAT) {
            throw new ShotException(
                    String.format(
                            Locale.ROOT,
                            "%s make a flame much hotter than %.0f K; set more air or a hotter"
                                    + " flame",
                            what,
                            fuel.flame()));
        }
        return fuel;
    }

    /// The fuels of an element: its own as it was set, and what its sources give besides, as the
    /// table has it.
    ///
    /// @throws ShotException where there are too many
    public static List<Fuel> fuels(Element element) {
        List<Fuel> fuels = new ArrayList<>();
        fuels.add(fuel(element.burn()));
        List<String> keys = fuelKeys(element);
        if (keys.size() > MOST_FUELS) {
            throw new ShotException(
                    String.format(
                            "the sources give %d kinds of fuel (%s); %d are the most in one"
                                    + " element",
                            keys.size(), String.join(", ", keys), MOST_FUELS));
        }
        keys.stream().skip(1).map(Fuels::of).forEach(fuels::add);
        return List.copyOf(fuels);
    }

    /// Keys of the fuels of an element, its own first.
    public static List<String> fuelKeys(Element element) {
        LinkedHashSet<String> keys = new LinkedHashSet<>();
        keys.add(element.burn().get(FUEL));
        for (Item source : element.sources().values()) {
            if (source.get(Source.ON)) {
                String key = source.get(Source.BURNS);
                keys.add(key.equals(Source.MAIN) ? element.burn().get(FUEL) : key);
            }
        }
        return List.copyOf(keys);
    }

    /// "propane and petrol".
    public static String words(Element element) {
        return String.join(" and ", fuelKeys(element));
    }

    /// Lowest temperature above which any fuel of an element burns, K.
    public static double ignition(Element element) {
        return fuelKeys(element).stream()
                .skip(1)
                .mapToDouble(key -> Fuels.of(key).ignition())
                .reduce(effective(element.burn(), IGNITION), Math::min);
    }

    /// Heat of the fuel that a source of an element gives, J/kg.
    public static double heat(Element element, Item source) {
        return given(source, asSet(element.burn())).heat();
    }

    /// Does the fuel that a source gives carry its own oxygen?
    public static boolean hasOxygen(Element element, Item source) {
        return given(source, asSet(element.burn())).airFuelRatio() == 0;
    }

    /// The fuel that a source gives.
    ///
    /// @param own the element's
    public static Fuel given(Item source, Fuel own) {
        String key = source.get(Source.BURNS);
        return key.equals(Source.MAIN) || key.equals(own.key()) ? own : Fuels.of(key);
    }

    private static Fuel asSet(Item burn) {
        Fuel table = Fuels.of(burn.get(FUEL));
        double set = burn.numberOr(HEAT, Double.NaN);
        double heat = Double.isNaN(set) ? table.heat() : 1e6 * set;
        double air = burn.numberOr(AIR, table.airFuelRatio());
        // Other heat or air make another flame of the same gas.
        boolean own = heat == table.heat() && air == table.airFuelRatio();
        double flame = own ? table.flame() : 298.15 + heat / ((1 + air) * table.meanSpecificHeat());
        return new Fuel(
                table.key(),
                heat,
                air,
                table.ignition(),
                burn.numberOr(FLAME, flame),
                table.sootYield(),
                table.radiantShare(),
                table.laminarSpeed());
    }

    /// A value of a reaction; what was not set is the fuel's own.
    public static double effective(Item burn, Quantity param) {
        Fuel fuel = asSet(burn);
        double own = Double.NaN;
        if (param.equals(IGNITION)) {
            own = fuel.ignition();
        } else if (param.equals(HEAT)) {
            own = fuel.heat() * 1e-6;
        } else if (param.equals(AIR)) {
            own = fuel.airFuelRatio();
        } else if (param.equals(FLAME)) {
            own = fuel.flame();
        } else if (param.equals(SPREAD)) {
            own = fuel.edgeSpeed();
        } else if (param.equals(SOOT)) {
            own = fuel.sootYield();
        } else if (param.equals(RADIATED)) {
            own = fuel.radiantShare();
        }
        return burn.numberOr(param, own);
    }
}
