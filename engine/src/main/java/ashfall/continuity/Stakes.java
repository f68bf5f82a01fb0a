package ashfall.continuity;

import static ashfall.shot.Stakes.GLOWS;
import static ashfall.shot.Stakes.HEAT;
import static ashfall.shot.Stakes.HEAT_AT;
import static ashfall.shot.Stakes.OUT;
import static ashfall.shot.Stakes.TOP;
import static ashfall.shot.Stakes.TOP_AT;
import static ashfall.shot.Stakes.WITHIN;

import ashfall.continuity.Stake.Measure;
import ashfall.shot.Air;
import ashfall.shot.Bounds;
import ashfall.shot.Burn;
import ashfall.shot.Curve;
import ashfall.shot.Element;
import ashfall.shot.Frames;
import ashfall.shot.Gas;
import ashfall.shot.Item;
import ashfall.shot.Kind;
import ashfall.shot.Quantity;
import ashfall.shot.Shape;
import ashfall.shot.Shot;
import ashfall.shot.Source;
import ashfall.shot.Timing;
import ashfall.shot.Vec3;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;

/// The stakes of an element: what correlations of real fires forecast for its sources, and what the
/// artist wants.
public final class Stakes {
    /// Scatter of the correlations of steady fires.
    private static final double SCATTER = 0.2;

    /// Weaker fires are laminar and smaller than the correlations say, kW.
    private static final double WEAKEST = 5;

    /// Least of a fireball, kg.
    private static final double LEAST = 0.02;

    /// Draper's point, from which all bodies glow, K.
    private static final double GLOWING = 798;

    /// A fireball ends with its centre three quarters of its diameter up.
    static final double TOP_IN_DIAMETERS = 1.25;

    private static final double GRAVITY = 9.81;

    /// Air given along, over what the fuel needs, that leaves a flame as it is.
    private static final double TRACES = 0.05;

    /// How far a pace may differ from nature's for forecasts to hold: less than they scatter.
    private static final double NATURAL = 0.1;

    private final Shot shot;
    private final Element element;
    private final List<Stake> all = new ArrayList<>();

    private Stakes(Shot shot, String elementName) {
        this.shot = shot;
        this.element = shot.element(elementName);
    }

    /// Wishes first, then forecasts. There are none of these for fires whose [#pace] is not
    /// nature's within a tenth, and for those that correlations do not hold for.
    public static List<Stake> of(Shot shot, String elementName) {
        Stakes stakes = new Stakes(shot, elementName);
        stakes.wish();
        boolean natural = Math.abs(pace(shot, stakes.element) - 1) < NATURAL;
        if (natural && !stakes.burnsByItself()) {
            stakes.forecast();
        }
        return List.copyOf(stakes.all);
    }

    /// What the artist wants.
    public static List<Stake> wishes(Shot shot, String elementName) {
        Stakes stakes = new Stakes(shot, elementName);
        stakes.wish();
        return stakes.all;
    }

    /// Forecasts for nature's pace and for fuel that waits for air, whatever the element's is: a
    /// guide to how much room it takes.
    static List<Stake> forecasts(Shot shot, String elementName) {
        Stakes stakes = new Stakes(shot, elementName);
        stakes.forecast();
        return stakes.all;
    }

    /// Times its own size as which the gas of an element moves: fires of all sizes move alike when
    /// time goes with the root of size over lift (Froude's law), so `1 / (lift · gravity · time
    /// scale²)` over nature's. NaN where the time scale follows a curve.
    public static double pace(Shot shot, Element element) {
        Curve time = element.gas().get(Gas.TIME_SCALE);
        if (!time.isConstant()) {
            return Double.NaN;
        }
        double lift = element.gas().number(Gas.LIFT) * shot.air().number(Air.GRAVITY) / GRAVITY;
        return 1 / (lift * time.value(0) * time.value(0));
    }

    /// Time of a shot's last frame, s.
    public static double lastSecond(Shot shot) {
        return shot.frames().get(Frames.RATE).seconds(shot.frames().get(Frames.LAST));
    }

    private void wish() {
        add(Measure.TOP, TOP, TOP_AT);
        add(Measure.HEAT, HEAT, HEAT_AT);
        add(Measure.OUT, OUT, null);
        double glows = element.stakes().number(GLOWS);
        if (glows > 0) {
            all.add(new Stake(true, Measure.GLOW, GLOWING, Double.POSITIVE_INFINITY, glows));
        }
    }

    private void add(Measure measure, Quantity value, Quantity when) {
        double wanted = element.stakes().number(value);
        if (wanted > 0) {
            double at = when == null ? 0 : element.stakes().number(when);
            double slack = wanted * element.stakes().number(WITHIN);
            all.add(
                    new Stake(
                            true,
                            measure,
                            wanted - slack,
                            wanted + slack,
                            at > 0 ? at : Double.NaN));
        }
    }

    private void forecast() {
        List<Item> charges = giving(Source.CHARGE);
        if (charges.isEmpty()) {
            forecastSteady(giving(Source.BURNER));
        } else {
            forecastFireball(charges);
        }
    }

    /// Does any fuel bring more than traces of air along, or its own oxygen? The correlations are
    /// of fuels that wait for the air around.
    private boolean burnsByItself() {
        return Stream.of(Source.CHARGE, Source.BURNER)
                .flatMap(kind -> giving(kind).stream())
                .anyMatch(s -> s.number(Source.GIVEN_AIR) > TRACES || Burn.hasOxygen(element, s));
    }

    private List<Item> giving(Kind kind) {
        return element.sources().values().stream()
                .filter(s -> s.kind().equals(kind) && s.get(Source.ON))
                .filter(s -> s.get(Source.RELEASED_FUEL).largest() > 0)
                .toList();
    }

    /// Heskestad 1983, Fire Safety J. 5:103; Cetegen & Ahmed 1993, Combust. Flame 93:157.
    private void forecastSteady(List<Item> burners) {
        double heat = 0;
        double area = 0;
        double ground = Double.POSITIVE_INFINITY;
        for (Item s : burners) {
            heat += s.get(Source.RELEASED_FUEL).largest() * burntHeat(s) / 1000;
            Vec3 size = s.get(Shape.SIZE);
            double r = s.number(Shape.RADIUS);
            area += s.get(Shape.SHAPE).equals("box") ? size.x() * size.z() : Math.PI * r * r;
            ground = Math.min(ground, s.get(Shape.CENTRE).y());
        }
        double diameter = Math.sqrt(4 * area / Math.PI);
        double scaled = Math.pow(heat, 0.4) / diameter;
        if (heat < WEAKEST || scaled < 7 || scaled > 700) {
            return;
        }
        double height = 0.235 * Math.pow(heat, 0.4) - 1.02 * diameter;
        add(Measure.STANDS, ground + (1 - SCATTER) * height, ground + (1 + SCATTER) * height);
        double puffing = 1.5 / Math.sqrt(diameter);
        add(Measure.PUFFING, (1 - SCATTER) * puffing, (1 + SCATTER) * puffing);
    }

    /// J that a kilogram of what a source gives sets free.
    private double burntHeat(Item source) {
        return Burn.heat(element, source) * (1 - element.burn().number(Burn.UNBURNT));
    }

    /// The range that Roberts 1981, Hasegawa & Sato 1977, Moorhouse & Pritchard 1982 and Fay &
    /// Lewis 1977 span.
    private void forecastFireball(List<Item> charges) {
        // Correlations are of fuels about as strong as petrol.
        double m = 0;
        double start = Double.POSITIVE_INFINITY;
        for (Item s : charges) {
            Curve fuel = s.get(Source.RELEASED_FUEL);
            double total = s.number(Source.TOTAL);
            double mass =
                    total > 0 ? total : Timing.given(s, Source.RELEASED_FUEL, 0, lastSecond(shot));
            m += mass * burntHeat(s) / 44e6;
            Timing.Span span = Timing.of(s);
            double first = span == null ? fuel.time(0) : Math.max(fuel.time(0), span.from());
            start = Math.min(start, Math.max(0, first));
        }
        if (m < LEAST) {
            return;
        }
        double third = Math.cbrt(m);
        double[] diameters = {
            5.8 * third, 5.28 * Math.pow(m, 0.277), 5.33 * Math.pow(m, 0.327), 6.28 * third
        };
        double[] seconds = {
            0.45 * third,
            1.1 * Math.pow(m, 0.097),
            1.09 * Math.pow(m, 0.327),
            2.53 * Math.pow(m, 1.0 / 6)
        };
        Arrays.sort(diameters);
        Arrays.sort(seconds);
        double ground = Bounds.ground(element.bounds());
        add(
                Measure.TOP,
                ground + TOP_IN_DIAMETERS * diameters[0],
                ground + TOP_IN_DIAMETERS * diameters[3]);
        add(Measure.OUT, start + seconds[0], start + seconds[3]);
    }

    private void add(Measure measure, double from, double to) {
        all.add(new Stake(false, measure, from, to, Double.NaN));
    }
}
