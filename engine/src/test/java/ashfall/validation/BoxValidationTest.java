package ashfall.validation;

import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.DemoShots;
import ashfall.shot.Fineness;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.sim.LogEntry;
import ashfall.sim.Setup;
import ashfall.sim.Simulation;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

import java.util.ArrayList;
import java.util.List;

/// The box does not show: the oil store burns alike in bounds that follow the gas, that stand
/// still, and that are half as wide again; and empty bounds cost nothing.
@Tag("slow")
class BoxValidationTest {
    private static final int FRAMES = 48;

    private final Workers workers = new Workers(2);

    @AfterEach
    void close() {
        workers.close();
    }

    private List<LogEntry> burn(double times, boolean follows) {
        List<String> settings =
                new ArrayList<>(
                        List.of(
                                bounds("from", times * -8, 0, times * -8),
                                bounds("to", times * 11.2, times * 19.2, times * 8)));
        if (!follows) {
            settings.add("elements.store.bounds.follow=[]");
        }
        Shot shot = Settings.with(DemoShots.read("oil-store").shot(), settings);
        Simulation s =
                new Simulation(Setup.of(shot, shot.element("store"), Fineness.SKETCH), workers);
        List<LogEntry> log = new ArrayList<>();
        for (int frame = 0; frame < FRAMES; frame++) {
            log.add(s.advanceFrame(new Cancel()));
        }
        return log;
    }

    private static String bounds(String corner, double x, double y, double z) {
        return "elements.store.bounds." + corner + "=" + x + "," + y + "," + z;
    }

    /// Largest difference of the heat released so far, over all of it.
    private static double heat(List<LogEntry> a, List<LogEntry> b) {
        double most = 0;
        for (int i = 0; i < FRAMES; i++) {
            most = Math.max(most, Math.abs(a.get(i).heatKj() - b.get(i).heatKj()));
        }
        return most / b.getLast().heatKj();
    }

    /// Mean flame top of the second half, m.
    private static double top(List<LogEntry> log) {
        return log.stream()
                .skip(FRAMES / 2)
                .mapToDouble(LogEntry::flameTopM)
                .average()
                .orElseThrow();
    }

    /// Voxels times steps.
    private static double work(List<LogEntry> log) {
        return log.stream().mapToDouble(e -> (double) e.voxels() * e.substeps()).sum();
    }

    @Test
    void oilStore_inOtherBounds_burnsAlike() {
        Report report =
                new Report(
                        "box",
                        "The box",
                        """
                        The oil store's sketch, 48 frames, in bounds that follow the gas (as the demo has it), stand still, or are 1.5 times
                        as large each way; and work in bounds that follow it from 1.5 to 3 times as large. Heat: largest difference of what was released so far, over all. Flame top: mean of
                        the second half, over that in bounds that stand still. Work: voxels times steps.\
                        """);
        List<LogEntry> still = burn(1, false);
        List<LogEntry> follows = burn(1, true);
        List<LogEntry> wide = burn(1.5, false);
        List<LogEntry> roomy = burn(1.5, true);
        List<LogEntry> empty = burn(3, true);
        boolean holds = true;
        holds &= most(report, "following: heat", heat(follows, still), 0.03);
        holds &= report.row("following: flame top", top(follows) / top(still), 1, 0.05, "");
        holds &= most(report, "1.5 times as wide: heat", heat(wide, still), 0.03);
        holds &= report.row("1.5 times as wide: flame top", top(wide) / top(still), 1, 0.05, "");
        holds &=
                most(
                        report,
                        "following in twice the bounds: more work",
                        work(empty) / work(roomy) - 1,
                        0.15);
        report.write("mvn -Pvalidate -pl engine test -Dtest=BoxValidationTest");
        assertTrue(holds, "see the table above");
    }

    private static boolean most(Report report, String what, double share, double most) {
        boolean holds = share <= most;
        report.row(what, Report.number(share), "at most " + most, holds);
        return holds;
    }
}
