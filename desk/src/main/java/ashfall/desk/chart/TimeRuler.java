package ashfall.desk.chart;

import ashfall.desk.kit.Tokens;
import ashfall.desk.run.Run;
import ashfall.shot.Frames;
import ashfall.shot.Item;
import ashfall.shot.Playback;
import ashfall.sim.LogEntry;

import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.text.TextAlignment;

import java.util.List;

/// Draws the frames of the time axis: their numbers, and what is there of each.
final class TimeRuler {
    static final double RULER = 18;
    static final double STRIP = 14;

    private TimeRuler() {}

    static void drawNumbers(Canvas ruler, TimeAxis axis) {
        GraphicsContext g = ruler.getGraphicsContext2D();
        g.clearRect(0, 0, ruler.getWidth(), RULER);
        g.setFont(Tokens.figures(9));
        g.setTextAlign(TextAlignment.CENTER);
        g.setStroke(Tokens.colour("bone", 0.3));
        g.setLineWidth(1);
        double perFrame = axis.xOfFrame(2) - axis.xOfFrame(1);
        long step = 1;
        for (long candidate : new long[] {1, 2, 4, 6, 12, 24, 48, 96, 240, 480, 2400}) {
            step = candidate;
            if (candidate * perFrame >= 40) {
                break;
            }
        }
        for (long f = axis.first() - 1; f <= axis.last(); f++) {
            double x = Math.round(axis.xOfFrame(f)) + 0.5;
            boolean named = f % step == 0;
            if (named || perFrame >= 4) {
                g.strokeLine(x, RULER - (named ? 6 : 3), x, RULER);
            }
            if (named) {
                g.setFill(Tokens.colour("fog"));
                double text = Math.max(12, Math.min(ruler.getWidth() - 12, x));
                g.fillText(Long.toString(f), text, 9);
            }
        }
    }

    /// Ticks of the frames whose silhouettes lie over the picture, each a wedge; one may stand out.
    static void drawTicks(Canvas ruler, TimeAxis axis, List<Long> frames, long pointed) {
        GraphicsContext g = ruler.getGraphicsContext2D();
        for (long frame : frames) {
            double x = Math.round(axis.xOfFrame(frame)) + 0.5;
            boolean out = frame == pointed;
            g.setFill(Tokens.colour(out ? "verdigris" : "bone"));
            double half = out ? 4 : 3;
            g.fillPolygon(
                    new double[] {x - half, x + half, x},
                    new double[] {RULER - 7, RULER - 7, RULER},
                    3);
        }
    }

    /// Kept frames are solid, missing ones hollow; a superseded run is dimmed; the one being made
    /// next is lit. Those of the run-up are low, and a line below spans what is played and drawn.
    ///
    /// @param run or null
    static void drawStrip(Canvas strip, TimeAxis axis, Item frames, Run run, boolean old) {
        GraphicsContext g = strip.getGraphicsContext2D();
        g.clearRect(0, 0, strip.getWidth(), STRIP);
        for (long f = axis.first(); f <= axis.last(); f++) {
            double a = axis.xOfFrame(f - 1);
            double width = Math.max(1, axis.xOfFrame(f) - a - 1);
            LogEntry entry = run == null ? null : run.entry(f);
            double low = f < frames.get(Frames.FIRST) ? 4 : 0;
            if (entry != null && run.has(f)) {
                g.setFill(Tokens.colour(old ? "fog" : "verdigris", old ? 0.4 : 0.75));
                g.fillRect(a, 2 + low, width, STRIP - 5 - low);
            } else if (run != null && run.isRunning() && f == run.lastFrame() + 1) {
                g.setFill(Tokens.colour("amber"));
                g.fillRect(a, 3, Math.min(4, width), 4);
            } else {
                g.setStroke(Tokens.colour("bone", 0.22));
                g.setLineWidth(1);
                g.strokeRect(a + 0.5, 2.5 + low, width - 1, STRIP - 6 - low);
            }
        }
        Playback picture = Playback.of(frames);
        double from = axis.xOfFrame((long) picture.stored(picture.firstShown()) - 1);
        double to = axis.xOfFrame((long) Math.ceil(picture.stored(picture.lastShown())));
        g.setFill(Tokens.colour("bone", 0.7));
        g.fillRect(from, STRIP - 2, to - from - 1, 1);
        g.fillRect(from, STRIP - 4, 1, 3);
        g.fillRect(to - 2, STRIP - 4, 1, 3);
    }

    /// Where what is played and drawn, or simulated, differs from what is kept: "picture 4-40", or
    /// "run-up 6".
    static String ranges(Item frames) {
        if (!picture(frames).equals(kept(frames))) {
            return "picture " + picture(frames);
        }
        return frames.get(Frames.RUN_UP) > 0 ? "run-up " + frames.get(Frames.RUN_UP) : "";
    }

    /// What is simulated, kept, and played and drawn.
    static String sentence(Item frames) {
        return "Simulated "
                + Frames.begin(frames)
                + "-"
                + frames.get(Frames.LAST)
                + ", kept "
                + kept(frames)
                + ", played and drawn "
                + picture(frames);
    }

    private static String kept(Item frames) {
        return frames.get(Frames.FIRST) + "-" + frames.get(Frames.LAST);
    }

    private static String picture(Item frames) {
        Playback picture = Playback.of(frames);
        long from = (long) picture.stored(picture.firstShown());
        return from + "-" + (long) Math.ceil(picture.stored(picture.lastShown()));
    }
}
