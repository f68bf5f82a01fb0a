package ashfall.desk.chart;

import static org.junit.jupiter.api.Assertions.assertEquals;

import ashfall.shot.DemoShots;
import ashfall.shot.Settings;

import org.junit.jupiter.api.Test;

import java.util.List;

class TimeAxisTest {
    @Test
    void axis_placesFramesAndSeconds_andReadsThemBack() {
        for (String rate : List.of("24", "24000/1001", "60")) {
            TimeAxis axis =
                    TimeAxis.of(
                            Settings.with(
                                    DemoShots.read("oil-store").shot(),
                                    List.of(
                                            "frames.rate=" + rate,
                                            "frames.first=101",
                                            "frames.last=148")),
                            1000);
            for (long frame = 101; frame <= 148; frame++) {
                assertEquals(frame, axis.frame(axis.xOfFrame(frame)), rate);
            }
            assertEquals(101, axis.frame(-500));
            assertEquals(148, axis.frame(5000));
            assertEquals(axis.from(), axis.seconds(axis.x(axis.from())), 1e-12);
        }
    }
}
