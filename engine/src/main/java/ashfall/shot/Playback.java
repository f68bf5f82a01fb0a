package ashfall.shot;

/// Which moment of the stored frames each shown frame shows: the playback speed summed up over the
/// shown frames. At speed one, shown frame n shows stored frame n.
///
/// @param first number of the first frame, stored and shown
/// @param last number of the last stored frame
/// @param speed stored seconds in a shown second, over shown time
/// @param from the first shown frame of the picture
/// @param to the last one, where so much is stored
public record Playback(FrameRate rate, long first, long last, Curve speed, long from, long to) {
    /// Moments this near to a frame are the frame, in frames.
    private static final double SAME = 1e-6;

    /// As a shot's frames say.
    public static Playback of(Item frames) {
        long first = frames.get(Frames.FIRST);
        long last = Math.max(first, frames.get(Frames.LAST));
        Playback whole = of(frames.get(Frames.RATE), first, last, frames.get(Frames.SPEED));
        long from = Math.min(whole.to, first + frames.get(Frames.SKIPPED));
        long to = Math.max(from, whole.to - frames.get(Frames.SPARED));
        return new Playback(whole.rate, first, last, whole.speed, from, to);
    }

    /// All that is stored, at a speed.
    public static Playback of(FrameRate rate, long first, long last, Curve speed) {
        Playback open = new Playback(rate, first, last, speed, first, Long.MAX_VALUE);
        return new Playback(rate, first, last, speed, first, open.lastShown());
    }

    /// The same where frames are stored until another one.
    public Playback until(long other) {
        return new Playback(rate, first, Math.max(first, other), speed, from, to);
    }

    /// Over other stored frames, all of them.
    public Playback over(long begin, long end) {
        return of(rate, begin, Math.max(begin, end), speed);
    }

    /// Does every shown frame show the stored one of its number?
    public boolean isPlain() {
        return speed.isConstant() && speed.value(0) == 1;
    }

    /// Number of the stored frame that a shown frame shows, with the share of the way to the next.
    public double stored(long shown) {
        double passed = speed.integral(rate.seconds(first), rate.seconds(shown)) / rate.seconds(1);
        double frame = first + passed;
        double whole = Math.rint(frame);
        return Math.abs(frame - whole) < SAME ? whole : frame;
    }

    /// Stored seconds that pass in a second at a shown frame.
    public double speedAt(long shown) {
        return speed.at(rate.seconds(shown));
    }

    /// The first frame of the picture, or of what is stored.
    public long firstShown() {
        return Math.min(from, lastShown());
    }

    /// The last shown frame of the picture for which something is stored.
    public long lastShown() {
        long low = first;
        long high = first + 1;
        while (stored(high) <= last) {
            high = first + 2 * (high - first);
        }
        while (low + 1 < high) {
            long middle = (low + high) >>> 1;
            if (stored(middle) <= last) {
                low = middle;
            } else {
                high = middle;
            }
        }
        return Math.min(low, to);
    }

    /// The shown frame that shows a stored moment, or the nearest to it.
    public long shown(double frame) {
        long low = firstShown();
        long high = lastShown();
        while (low < high) {
            long middle = (low + high) >>> 1;
            if (stored(middle) < frame) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        boolean before = low > firstShown() && frame - stored(low - 1) < stored(low) - frame;
        return before ? low - 1 : low;
    }
}
