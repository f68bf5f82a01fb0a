package ashfall.shot;

/// Which moment of the stored frames each shown frame shows: the playback speed summed up over the
/// shown frames. At speed one, shown frame n shows stored frame n.
///
/// @param first number of the first frame, stored and shown
/// @param last number of the last stored frame
/// @param speed stored seconds in a shown second, over shown time
public record Playback(FrameRate rate, long first, long last, Curve speed) {
    /// Moments this near to a frame are the frame, in frames.
    private static final double SAME = 1e-6;

    /// As a shot's frames say.
    public static Playback of(Item frames) {
        return new Playback(
                frames.get(Frames.RATE),
                frames.get(Frames.FIRST),
                frames.get(Frames.LAST),
                frames.get(Frames.SPEED));
    }

    /// The same over other frames.
    public Playback over(long from, long to) {
        return new Playback(rate, from, Math.max(from, to), speed);
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

    /// The last shown frame for which something is stored.
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
        return low;
    }

    /// The shown frame that shows a stored moment, or the nearest to it.
    public long shown(double frame) {
        long low = first;
        long high = lastShown();
        while (low < high) {
            long middle = (low + high) >>> 1;
            if (stored(middle) < frame) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        boolean before = low > first && frame - stored(low - 1) < stored(low) - frame;
        return before ? low - 1 : low;
    }
}
