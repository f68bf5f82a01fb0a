package ashfall.desk.run;

import javafx.animation.AnimationTimer;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.LongProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleLongProperty;

/// Which frame is looked at, and how time runs over it. On the toolkit's thread.
///
/// While it follows, it stays at the newest frame of a run that is being made. Once the user has
/// chosen a frame it stays there, so that the next sketch is judged at the same one.
public final class Playhead {
    private final LongProperty frame = new SimpleLongProperty(1);
    private final BooleanProperty playing = new SimpleBooleanProperty();
    private final BooleanProperty looping = new SimpleBooleanProperty(true);
    private final BooleanProperty following = new SimpleBooleanProperty(true);
    private long first = 1;
    private long last = 1;
    private double framesPerSecond = 24;
    private long startedNanos;
    private long startedFrame;

    private final AnimationTimer clock =
            new AnimationTimer() {
                @Override
                public void handle(long now) {
                    tick(now);
                }
            };

    public Playhead() {
        playing.addListener(
                (o, was, is) -> {
                    if (is) {
                        startedNanos = 0;
                        clock.start();
                    } else {
                        clock.stop();
                    }
                });
    }

    /// The frame looked at.
    public LongProperty frameProperty() {
        return frame;
    }

    public BooleanProperty playingProperty() {
        return playing;
    }

    public BooleanProperty loopingProperty() {
        return looping;
    }

    public BooleanProperty followingProperty() {
        return following;
    }

    /// What can be looked at: the frames of a run so far.
    void span(long from, long to, double rate) {
        first = from;
        last = Math.max(from, to);
        framesPerSecond = rate;
        if (following.get() && !playing.get()) {
            frame.set(last);
        }
    }

    /// Plays, or stops.
    public void togglePlay() {
        following.set(false);
        if (!playing.get() && frame.get() >= last) {
            frame.set(first);
        }
        playing.set(!playing.get());
    }

    /// One frame on or back.
    public void step(long frames) {
        choose(frame.get() + frames);
    }

    /// Looks at a frame and stays there.
    public void choose(long number) {
        following.set(false);
        playing.set(false);
        frame.set(number);
    }

    /// Stays at the newest frame again.
    public void follow() {
        playing.set(false);
        following.set(true);
        frame.set(last);
    }

    /// Frames are left out rather than shown late.
    private void tick(long now) {
        if (startedNanos == 0) {
            startedNanos = now;
            startedFrame = Math.max(first, Math.min(last, frame.get()));
        }
        long due = startedFrame + (long) ((now - startedNanos) * 1e-9 * framesPerSecond);
        if (due <= last) {
            frame.set(due);
        } else if (looping.get()) {
            startedNanos = now;
            startedFrame = first;
            frame.set(first);
        } else {
            frame.set(last);
            playing.set(false);
        }
    }
}
