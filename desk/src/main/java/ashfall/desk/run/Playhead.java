package ashfall.desk.run;

import ashfall.shot.Frames;
import ashfall.shot.Item;
import ashfall.shot.Playback;

import javafx.animation.AnimationTimer;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.LongProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.beans.property.SimpleLongProperty;

/// Which frame is looked at, and how time runs over it. On the toolkit's thread.
///
/// The frame is a stored one. Where the shot is played at another speed than it was fired, it may
/// stand between two; steps and playing then go over the frames shown ([Playback]).
///
/// While it follows, it stays at the newest frame of a run that is being made. Once the user has
/// chosen a frame it stays there, so that the next sketch is judged at the same one.
public final class Playhead {
    private final LongProperty frame = new SimpleLongProperty(1);
    private final DoubleProperty position = new SimpleDoubleProperty(1);
    private final BooleanProperty playing = new SimpleBooleanProperty();
    private final BooleanProperty looping = new SimpleBooleanProperty(true);
    private final BooleanProperty following = new SimpleBooleanProperty(true);
    private Playback playback = Playback.of(Item.of(Frames.KIND));
    private long startedNanos;
    private long startedShown;

    private final AnimationTimer clock =
            new AnimationTimer() {
                @Override
                public void handle(long now) {
                    tick(now);
                }
            };

    public Playhead() {
        frame.addListener(
                (o, was, is) -> {
                    if (Math.floor(position.get()) != is.longValue()) {
                        position.set(is.doubleValue());
                    }
                });
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

    /// The moment looked at: number of the frame, with the share of the way to the next.
    public DoubleProperty positionProperty() {
        return position;
    }

    /// How the frames are played.
    public Playback playback() {
        return playback;
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

    /// What can be looked at: the frames of a run so far, as they are played.
    void span(Playback played) {
        playback = played;
        if (following.get() && !playing.get()) {
            moveTo(played.last());
        }
    }

    /// Plays, or stops.
    public void togglePlay() {
        following.set(false);
        if (!playing.get() && playback.shown(position.get()) >= playback.lastShown()) {
            moveTo(playback.stored(playback.firstShown()));
        }
        playing.set(!playing.get());
    }

    /// One frame on or back, of those shown.
    public void step(long frames) {
        if (playback.isPlain()) {
            choose(frame.get() + frames);
            return;
        }
        long shown = playback.shown(position.get()) + frames;
        choose(frame.get());
        moveTo(
                playback.stored(
                        Math.max(playback.firstShown(), Math.min(playback.lastShown(), shown))));
    }

    /// Looks at a frame and stays there.
    public void choose(long number) {
        following.set(false);
        playing.set(false);
        moveTo(number);
    }

    /// Stays at the newest frame again.
    public void follow() {
        playing.set(false);
        following.set(true);
        moveTo(playback.last());
    }

    private void moveTo(double at) {
        position.set(at);
        frame.set((long) Math.floor(at));
    }

    private void moveTo(long number) {
        moveTo((double) number);
    }

    /// Frames are left out rather than shown late.
    private void tick(long now) {
        if (startedNanos == 0) {
            startedNanos = now;
            startedShown = playback.shown(position.get());
        }
        double passed = (now - startedNanos) * 1e-9 / playback.rate().seconds(1);
        long due = startedShown + (long) passed;
        if (due <= playback.lastShown()) {
            moveTo(playback.stored(due));
        } else if (looping.get()) {
            startedNanos = now;
            startedShown = playback.firstShown();
            moveTo(playback.stored(playback.firstShown()));
        } else {
            moveTo(playback.stored(playback.lastShown()));
            playing.set(false);
        }
    }
}
