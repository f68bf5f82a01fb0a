package ashfall.continuity;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.continuity.Stake.Measure;
import ashfall.shot.NewShot;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotFile;
import ashfall.sim.LogEntry;

import com.fasterxml.jackson.databind.ObjectMapper;

import org.junit.jupiter.api.Test;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.DoubleUnaryOperator;

/// Forecasts against the correlations by hand, and judging against logs made by hand.
class StakesTest {
    private static final int RATE = 24;

    private static Shot burner(String... settings) {
        Shot shot = NewShot.make("burner", List.of("radius=0.6", "heat=1600", "fuel=propane"));
        return Settings.with(shot, List.of(settings));
    }

    private static Stake only(Shot shot, String element, Measure measure, boolean wish) {
        List<Stake> found =
                Stakes.of(shot, element).stream()
                        .filter(s -> s.measure() == measure && s.wish() == wish)
                        .toList();
        assertEquals(1, found.size(), measure + " in " + Stakes.of(shot, element));
        return found.getFirst();
    }

    /// A log of frames whose top, heat and hottest gas follow functions of time.
    private static List<LogEntry> log(
            double seconds,
            DoubleUnaryOperator top,
            DoubleUnaryOperator heat,
            DoubleUnaryOperator hottest) {
        List<LogEntry> log = new ArrayList<>();
        for (int frame = 1; frame <= seconds * RATE; frame++) {
            double t = (double) frame / RATE;
            log.add(
                    new ObjectMapper()
                            .convertValue(
                                    Map.of(
                                            "frame",
                                            frame,
                                            "timeS",
                                            t,
                                            "flameTopM",
                                            top.applyAsDouble(t),
                                            "flameStandsM",
                                            0.8 * top.applyAsDouble(t),
                                            "heatReleaseKw",
                                            heat.applyAsDouble(t),
                                            "hottestK",
                                            hottest.applyAsDouble(t)),
                                    LogEntry.class));
        }
        return log;
    }

    @Test
    void burner_isForecastByHeskestad_andCetegen() {
        Shot shot = burner();
        // 0.235 · 1600^0.4 − 1.02 · 1.2 = 3.27 m over the disc; 1.5 / √1.2 = 1.37 Hz.
        Stake stands = only(shot, "fire", Measure.STANDS, false);
        assertEquals(3.27, 0.5 * (stands.from() + stands.to()), 0.1);
        assertEquals(1.5, stands.to() / stands.from(), 0.05);
        Stake puffing = only(shot, "fire", Measure.PUFFING, false);
        assertEquals(1.37, 0.5 * (puffing.from() + puffing.to()), 0.01);
    }

    @Test
    void fireball_isForecastByTheRangeOfCorrelations() {
        Shot shot = NewShot.make("fireball", List.of("mass=10", "fuel=petrol"));
        Stake top = only(shot, "fireball", Measure.TOP, false);
        // Diameters of 9.99 to 13.53 m (physics reference, section 3); petrol has 43.7 MJ/kg.
        assertEquals(1.25 * 9.99, top.from(), 0.05);
        assertEquals(1.25 * 13.53, top.to(), 0.05);
        Stake out = only(shot, "fireball", Measure.OUT, false);
        assertEquals(3.71 - 0.97, out.to() - out.from(), 0.02);
    }

    @Test
    void lamp_andFireAtAnotherPace_areNotForecast() {
        assertEquals(
                List.of(),
                Stakes.of(
                        NewShot.make(
                                "burner", List.of("radius=0.02", "heat=0.08", "fuel=kerosene")),
                        "fire"));
        assertEquals(List.of(), Stakes.of(burner("elements.fire.lift=2"), "fire"));
        assertEquals(2, Stakes.of(burner("air.gravity=9.8"), "fire").size());
        assertEquals(List.of(), Stakes.of(burner("elements.fire.timescale=0.5"), "fire"));
    }

    @Test
    void fuelThatBringsItsOwnAir_isNotForecast() {
        String air = "elements.fire.sources.pool.release.air=";
        assertEquals(List.of(), Stakes.of(burner(air + 1), "fire"));
        assertEquals(2, Stakes.of(burner(air + 0.01), "fire").size());
        Shot powder = NewShot.make("fireball", List.of("mass=10", "fuel=black_powder"));
        assertEquals(List.of(), Stakes.of(powder, "fireball"));
    }

    /// Values that fit no flame are said when the shot is run, not here.
    @Test
    void fuelThatMakesNoFlame_isForecastWithoutFault() {
        Shot shot = burner("elements.fire.burn.air=60", "elements.fire.burn.flame=4400");
        assertEquals(2, Stakes.of(shot, "fire").size());
        assertEquals(List.of(), Stakes.wishes(shot, "fire"));
    }

    @Test
    void pace_byFroudesLaw_andItsRemedy_areSaid() {
        assertEquals(1, Stakes.pace(burner(), burner().element("fire")), 1e-12);
        Shot slow = burner("elements.fire.timescale=0.5");
        assertEquals(4, Stakes.pace(slow, slow.element("fire")), 1e-12);
        List<Finding> found = Continuity.check(slow, "fire", ashfall.shot.Fineness.SKETCH);
        assertTrue(
                found.getLast()
                        .sentence()
                        .endsWith(
                                "moves like one 4 times its size; a time scale of 1 gives it the"
                                        + " pace of its own"),
                found.toString());
    }

    @Test
    void wish_isJudgedAtItsTime_onceThatIsReached() {
        Shot shot = burner("elements.fire.stakes.top.reaches=6", "elements.fire.stakes.top.at=1.2");
        shot = ShotFile.parse(ShotFile.write(shot), "again").shot();
        Stake wish = only(shot, "fire", Measure.TOP, true);
        assertEquals("wish: flame top 6 m at 1.20 s", wish.words());
        assertEquals("not seen yet", wish.verdict(log(1, t -> 5 * t, t -> 1, t -> 1), 4));
        assertEquals("hit with 6.04 m", wish.verdict(log(2, t -> 5 * t, t -> 1, t -> 1), 4));
        assertEquals(
                "missed by 1.78 m: 3.63 m", wish.verdict(log(2, t -> 3 * t, t -> 1, t -> 1), 4));
    }

    @Test
    void wishes_forEndGlowAndHeat_areJudged() {
        Shot shot =
                burner(
                        "elements.fire.stakes.out=2",
                        "elements.fire.stakes.glows=1",
                        "elements.fire.stakes.heat.reaches=100");
        List<LogEntry> log = log(3, t -> 1, t -> t < 2.5 ? 80 : 0, t -> 1200 - 300 * t);
        assertEquals("hit with 900 K", only(shot, "fire", Measure.GLOW, true).verdict(log, 3));
        assertEquals(
                "missed by 0.26 s: 2.46 s", only(shot, "fire", Measure.OUT, true).verdict(log, 3));
        assertEquals(
                "missed by 10 kW: 80 kW", only(shot, "fire", Measure.HEAT, true).verdict(log, 3));
    }

    /// Half of the time in the later half, of what burns strongly and not of the last wisps.
    @Test
    void standingFlame_isJudgedByItsMedian() {
        Stake stands = only(burner(), "fire", Measure.STANDS, false);
        List<LogEntry> log = log(4, t -> t < 2 ? 9 : t < 2.2 ? 7 : 4, t -> 1600, t -> 1500);
        assertEquals("hit with 3.2 m", stands.verdict(log, 4));
    }

    @Test
    void puffing_isReadFromTheHeatRelease() {
        Stake puffing = only(burner(), "fire", Measure.PUFFING, false);
        List<LogEntry> log =
                log(20, t -> 3, t -> 1500 + 200 * Math.sin(2 * Math.PI * 1.5 * t), t -> 1500);
        Stake.Judged judged = puffing.judge(log, 20).orElseThrow();
        assertTrue(judged.isHit());
        assertEquals(1.5, judged.measured(), 0.05);
        assertEquals("cannot be told", puffing.verdict(log.subList(0, 100), 4));
        assertEquals("not seen yet", puffing.verdict(log.subList(0, 100), 20));
    }

    @Test
    void missedWish_isAFinding_andOneAfterTheEnd_isSaidBefore() {
        Shot shot =
                burner(
                        "frames.last=48",
                        "elements.fire.stakes.top.reaches=6",
                        "elements.fire.stakes.heat.reaches=9",
                        "elements.fire.stakes.heat.at=7");
        List<Finding> after =
                Continuity.lookBack(shot, "fire", log(2, t -> 3, t -> 100, t -> 1500));
        assertEquals(
                List.of(
                        new Finding(
                                "elements.fire.stakes",
                                "wish: flame top 6 m: missed by 2.4 m: 3 m")),
                after);
        List<Finding> outLate =
                Continuity.check(
                        burner("frames.last=48", "elements.fire.stakes.out=9"),
                        "fire",
                        ashfall.shot.Fineness.SKETCH);
        assertTrue(
                outLate.getLast().sentence().contains("is after the last frame"),
                outLate.toString());
        List<Finding> before = Continuity.check(shot, "fire", ashfall.shot.Fineness.SKETCH);
        assertEquals(
                "wish: heat release 9 kW at 7.00 s is after the last frame, at 2.00 s; wish it"
                        + " sooner or make the shot longer",
                before.getLast().sentence());
    }
}
