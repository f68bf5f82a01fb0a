package ashfall.continuity;

import ashfall.continuity.Stake.Measure;
import ashfall.geometry.Body;
import ashfall.shot.Bounds;
import ashfall.shot.Burn;
import ashfall.shot.Carrier;
import ashfall.shot.Element;
import ashfall.shot.Fineness;
import ashfall.shot.Frames;
import ashfall.shot.Gas;
import ashfall.shot.Item;
import ashfall.shot.Kept;
import ashfall.shot.Obstacle;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.Source;
import ashfall.shot.Timing;
import ashfall.shot.Unit;
import ashfall.shot.Vec3;
import ashfall.sim.FlameNeeds;
import ashfall.sim.Fuses;
import ashfall.sim.LogEntry;
import ashfall.sim.Obstacles;
import ashfall.sim.Setup;
import ashfall.sim.SourceSettings;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/// The continuity check: looks over a shot for what will go wrong in a firing, and over its burn
/// log for what went wrong, and says the remedy.
public final class Continuity {
    /// Times of its size as which a fire may move before it is said.
    private static final double PACE = 2;

    /// K, or 5,000 °C: above it no flame of the table's fuels is.
    public static final double ABSURD = 5273.15;

    /// Times of a shot at which a source is looked for in obstacles.
    private static final int LOOKS = 24;

    private final Shot shot;
    private final String path;
    private final Element element;
    private final Fineness fineness;
    private final double voxel;
    private final List<Finding> findings = new ArrayList<>();

    private Continuity(Shot shot, String elementName, Fineness fineness) {
        this.shot = shot;
        this.path = "elements." + elementName;
        this.element = shot.element(elementName);
        this.fineness = fineness;
        this.voxel = element.voxel(fineness);
    }

    /// What will go wrong with an element at a fineness; empty when nothing was found.
    public static List<Finding> check(Shot shot, String elementName, Fineness fineness) {
        Continuity check = new Continuity(shot, elementName, fineness);
        check.look();
        return List.copyOf(check.findings);
    }

    /// What went wrong in a firing of an element: no flame at its end, or nowhere; gas that met the
    /// bounds; wishes that were missed.
    public static List<Finding> lookBack(Shot shot, String elementName, List<LogEntry> log) {
        Continuity check = new Continuity(shot, elementName, Fineness.SKETCH);
        if (!log.isEmpty()) {
            check.lookBackAt(log);
        }
        return List.copyOf(check.findings);
    }

    private void lookBackAt(List<LogEntry> log) {
        FlameNeeds.whyNoFlame(
                        log, log.getLast().frame(), Burn.words(element), Burn.ignition(element))
                .ifPresent(why -> add(".burn", "frame " + log.getLast().frame() + ": " + why));
        log.stream()
                .filter(e -> e.met() != null && !e.met().isEmpty())
                .findFirst()
                .ifPresent(
                        e ->
                                add(
                                        ".bounds",
                                        "from frame "
                                                + e.frame()
                                                + " the gas meets the bounds at the "
                                                + e.met().replace(" ", " and ")
                                                + "; widen them there"));
        double last = Stakes.lastSecond(shot);
        Stakes.wishes(shot, path.substring("elements.".length())).stream()
                .filter(s -> s.judge(log, last).map(j -> !j.isHit()).orElse(false))
                .forEach(s -> add(".stakes", s.words() + ": " + s.verdict(log, last)));
    }

    private void look() {
        Map<String, Item> sources = element.sources();
        if (sources.values().stream().noneMatch(s -> s.get(Source.ON))) {
            add("", "no source is on, so nothing will burn; add or switch on a source");
        }
        sources.forEach(
                (name, source) -> {
                    if (source.get(Source.ON)) {
                        boolean thrown = source.kind().equals(Source.CARRIERS);
                        if (thrown) {
                            CarrierCheck.of(shot, element, name, source, voxel)
                                    .forEach(words -> add(".sources." + name, words));
                        } else {
                            checkPlace(name, source);
                        }
                        checkTime(name, source);
                        String dead =
                                Fuses.whyDead(shot, path.substring("elements.".length()), name);
                        if (!dead.isEmpty()) {
                            add(".sources." + name, dead);
                        }
                        checkClimb(name, source);
                    }
                });
        checkObstacles();
        Feels.of(shot, path.substring("elements.".length()))
                .hint()
                .ifPresent(words -> findings.add(new Finding("air", words)));
        checkSetup();
        checkIgnition();
        checkPace();
        checkStakes();
        checkHeight();
        try {
            Kept.of(element.gas());
        } catch (ShotException e) {
            add("", e.getMessage());
        }
        if (!element.gas().get(Kept.CHANNELS).contains("density")) {
            add("", "the channel density is not kept, so no picture can be made; keep it");
        }
        if (shot.frames().get(Frames.LAST) < shot.frames().get(Frames.FIRST)) {
            findings.add(
                    new Finding("frames", "the last frame is before the first; make it later"));
        }
    }

    private void add(String below, String sentence) {
        findings.add(new Finding(path + below, sentence));
    }

    private void checkPlace(String name, Item source) {
        String below = ".sources." + name;
        Vec3 from = element.bounds().get(Bounds.FROM);
        Vec3 to = element.bounds().get(Bounds.TO);
        SourceSettings settings = SourceSettings.alone(name, source);
        Body body = settings.body();
        Vec3[] room = body.room(0, Stakes.lastSecond(shot));
        for (int axis = 0; axis < 3; axis++) {
            if (room[1].get(axis) < from.get(axis) || room[0].get(axis) > to.get(axis)) {
                add(
                        below,
                        "the source '" + name + "' lies outside the bounds; move it or widen them");
                return;
            }
        }
        checkBuried(name, below, settings);
        double thinnest = 2 * body.depth();
        if (thinnest < 2 * voxel) {
            add(
                    below,
                    String.format(
                            "the source '%s' is %s thin, less than two voxels of %s; use voxels of"
                                    + " %s or a thicker source",
                            name,
                            Unit.METRE.figure(thinnest, 3),
                            Unit.METRE.figure(voxel, 3),
                            Unit.METRE.figure(thinnest / 2, 2)));
        }
    }

    private void checkObstacles() {
        boolean alike = element.gas().get(Gas.ALIKE);
        double plane = element.gas().number(Gas.ALIKE_AT);
        double alone = alike ? Obstacles.of(shot).unmirrored(plane) : 0;
        if (alone > 0.02) {
            add(
                    "",
                    String.format(
                            Locale.ROOT,
                            "left and right are kept alike, so gas meets the obstacles east of x ="
                                    + " %s m on both sides, but %.0f %% of them have no mirror"
                                    + " image; give them one or switch %s off",
                            Unit.number(plane, 4),
                            100 * alone,
                            Gas.ALIKE.key()));
        }
        shot.obstacles()
                .forEach(
                        (name, item) -> {
                            if (item.get(Obstacle.ON)) {
                                checkObstacle(name, Body.of(item));
                            }
                        });
    }

    private void checkObstacle(String name, Body body) {
        String at = "obstacles." + name;
        double thick = 2 * body.depth();
        if (thick < 2 * voxel) {
            findings.add(
                    new Finding(
                            at,
                            String.format(
                                    "the obstacle '%s' is %s thin, less than two voxels of %s, so"
                                            + " gas may get through; use voxels of %s or make it"
                                            + " thicker",
                                    name,
                                    Unit.METRE.figure(thick, 3),
                                    Unit.METRE.figure(voxel, 3),
                                    Unit.METRE.figure(thick / 2, 2))));
        }
        double frame = shot.frames().get(Frames.RATE).seconds(1);
        Body.Peak peak = body.peak(Stakes.lastSecond(shot), frame);
        double allowed = element.gas().number(Gas.MOST_STEPS);
        double steps = Math.min(Obstacles.MOST_STEPS, allowed);
        double hop = peak.speed() * frame / voxel / steps;
        if (hop > 1.01) {
            findings.add(
                    new Finding(
                            at,
                            String.format(
                                    Locale.ROOT,
                                    "the obstacle '%s' moves at %s at %.2f s, %.1f voxels of %s in"
                                            + " a step, since a frame has %.0f steps at most, so it"
                                            + " passes gas by; move it more slowly%s",
                                    name,
                                    Unit.METRE_PER_SECOND.figure(peak.speed(), 3),
                                    peak.seconds(),
                                    hop,
                                    Unit.METRE.figure(voxel, 3),
                                    steps,
                                    hop * steps <= Obstacles.MOST_STEPS
                                            ? " or allow " + (int) Math.ceil(hop * steps) + " steps"
                                            : " or use larger voxels")));
        }
    }

    /// Says how much of a source lies in obstacles when most of it does.
    private void checkBuried(String name, String below, SourceSettings source) {
        Obstacles obstacles = Obstacles.of(shot);
        double last = Stakes.lastSecond(shot);
        double most = 0;
        double when = 0;
        for (int k = 0; k <= LOOKS && !obstacles.isEmpty(); k++) {
            double seconds = last * k / LOOKS;
            if (source.isActive(seconds, seconds + last / LOOKS)) {
                double share = obstacles.shareOf(source.body(), seconds);
                when = share > most ? seconds : when;
                most = Math.max(most, share);
            }
        }
        if (most > 0.01) {
            add(
                    below,
                    String.format(
                            Locale.ROOT,
                            "%.0f %% of the source '%s' lies in an obstacle at %.2f s, where it"
                                    + " gives nothing; move it out or make it larger",
                            100 * most,
                            name,
                            when));
        }
    }

    private void checkTime(String name, Item source) {
        double last = shot.frames().get(Frames.RATE).seconds(shot.frames().get(Frames.LAST));
        boolean whole = Source.isFuelAtOnce(source);
        boolean ever = Source.gives(source);
        boolean late = !whole;
        for (var param : Source.RELEASES) {
            // A kind without it has its default, nothing.
            late &= Timing.given(source, param, -1e6, last) <= 0;
        }
        boolean seen = source.kind().equals(Source.CARRIERS) && source.get(Carrier.SHOWN);
        if (!ever && !seen) {
            add(
                    ".sources." + name,
                    "the source '" + name + "' gives nothing; set one of its releases");
        } else if (ever && late) {
            add(
                    ".sources." + name,
                    "the source '"
                            + name
                            + "' gives nothing before the last frame; move it or end later");
        }
    }

    /// Says when heat that is added whatever there is of it would become absurd.
    private void checkClimb(String name, Item source) {
        double last = Stakes.lastSecond(shot);
        double hottest = Timing.warmed(shot, source, last);
        if (hottest > ABSURD) {
            add(
                    ".sources." + name,
                    String.format(
                            Locale.ROOT,
                            "gas that stays in the source '%s' would reach %s at %.2f s; let it"
                                    + " warm for less long, or keep heat at a temperature",
                            name,
                            Unit.KELVIN.figure(hottest, 3),
                            last));
        }
    }

    /// Says what a run would be refused for.
    private void checkSetup() {
        try {
            Setup.of(shot, element, fineness);
        } catch (ShotException e) {
            add("", e.getMessage());
        }
    }

    private void checkIgnition() {
        boolean fuel = false;
        boolean hot = false;
        double ignition = Burn.ignition(element);
        for (Item source : element.sources().values()) {
            if (!source.get(Source.ON)) {
                continue;
            }
            hot |= source.get(Source.HEAT).largest() > 0;
            hot |= source.get(Source.WARMING).largest() > 0;
            hot |= source.get(Source.KEPT_TEMPERATURE).largest() >= ignition;
            if (!source.kind().equals(Source.IGNITER)) {
                fuel |= source.get(Source.RELEASED_FUEL).largest() > 0;
                fuel |= Source.isFuelAtOnce(source);
                fuel |= source.get(Source.KEPT_FUEL).largest() > 0;
                hot |= source.get(Source.TEMPERATURE).largest() >= ignition;
            }
        }
        if (fuel && !hot) {
            add(
                    ".burn",
                    "nothing is hotter than the ignition temperature of "
                            + Unit.KELVIN.figure(ignition, 4)
                            + ", so the fuel will not burn; add an igniter");
        }
    }

    /// Says when fire moves as one of another size would.
    private void checkPace() {
        double times = Stakes.pace(shot, element);
        if ((times < PACE && times > 1 / PACE) || !Double.isFinite(times)) {
            return;
        }
        add(
                "",
                String.format(
                        Locale.ROOT,
                        "with this heat lift, gravity and time scale the fire moves like one %s"
                                + " times its size; a time scale of %s gives it the pace of its"
                                + " own",
                        Unit.number(times, 2),
                        Unit.number(element.gas().number(Gas.TIME_SCALE) * Math.sqrt(times), 2)));
    }

    private void checkStakes() {
        double last = Stakes.lastSecond(shot);
        Stakes.wishes(shot, path.substring("elements.".length())).stream()
                .filter(s -> (s.measure() == Measure.OUT ? s.from() : s.at()) > last)
                .forEach(
                        s ->
                                add(
                                        ".stakes",
                                        String.format(
                                                Locale.ROOT,
                                                "%s is after the last frame, at %.2f s; wish it"
                                                        + " sooner or make the shot longer",
                                                s.words(),
                                                last)));
    }

    /// Says when a flame is forecast to stand over the bounds.
    private void checkHeight() {
        String name = path.substring("elements.".length());
        double end = element.bounds().get(Bounds.TO).y();
        Stakes.forecasts(shot, name).stream()
                .filter(s -> s.measure() == Measure.TOP || s.measure() == Measure.STANDS)
                .filter(s -> s.from() > end)
                .findFirst()
                .ifPresent(
                        s ->
                                add(
                                        ".bounds",
                                        s.words()
                                                + ", and the bounds end at "
                                                + Unit.METRE.figure(end, 3)
                                                + "; "
                                                + Space.forecast(shot, name)
                                                        .map(Space::words)
                                                        .orElse("")
                                                + " would do"));
    }
}
