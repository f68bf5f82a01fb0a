package ashfall.desk.chart;

import ashfall.shot.FrameRate;
import ashfall.shot.Frames;
import ashfall.shot.Shot;

/// The one time axis of the chart: where seconds and frames lie across its width.
///
/// @param from seconds at the left edge
/// @param to seconds at the right edge
/// @param width pixels
record TimeAxis(double from, double to, double width, FrameRate rate, long first, long last) {
    private static final double LEFT = 8;

    /// Room for a scroll bar besides.
    private static final double RIGHT = 18;

    static TimeAxis of(Shot shot, double width) {
        FrameRate rate = shot.frames().get(Frames.RATE);
        long first = Frames.begin(shot.frames());
        long last = Math.max(first, shot.frames().get(Frames.LAST));
        return new TimeAxis(rate.seconds(first - 1), rate.seconds(last), width, rate, first, last);
    }

    double x(double seconds) {
        return LEFT + (seconds - from) / (to - from) * (width - LEFT - RIGHT);
    }

    double seconds(double x) {
        return from + (x - LEFT) / Math.max(1, width - LEFT - RIGHT) * (to - from);
    }

    /// The frame whose end is nearest to a place, within the shot.
    long frame(double x) {
        double perFrame = rate.seconds(1);
        return Math.max(first, Math.min(last, Math.round(seconds(x) / perFrame)));
    }

    double xOfFrame(long frame) {
        return x(rate.seconds(frame));
    }
}
