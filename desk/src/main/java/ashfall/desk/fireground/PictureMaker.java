package ashfall.desk.fireground;

import ashfall.desk.kit.LastAsked;
import ashfall.desk.kit.Latest;
import ashfall.desk.kit.Tokens;
import ashfall.desk.run.Run;
import ashfall.desk.run.RunFrames;
import ashfall.grid.Frame;
import ashfall.grid.SparseGrid;
import ashfall.look.Keeper;
import ashfall.look.Marcher;
import ashfall.look.Seen;
import ashfall.look.SeenGas;
import ashfall.look.Slice;
import ashfall.look.Streaks;
import ashfall.look.Streaks.Streak;
import ashfall.look.View;
import ashfall.picture.Picture;
import ashfall.picture.Print;
import ashfall.shot.Frames;
import ashfall.shot.Reading;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.Vec3;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Executor;
import java.util.function.Consumer;

/// Makes the fireground's pictures on a thread of its own: first a coarse one, then finer ones
/// while nothing else is asked for. What is asked for last counts.
final class PictureMaker implements AutoCloseable {
    /// The first picture should come after this long, and may take most of it.
    private static final double PROMPT_SECONDS = 0.05;

    private static final double BUDGET_SECONDS = 0.045;

    /// Frames of the shot whose way a streak shows.
    private static final double STREAK_FRAMES = 4;

    private static final int HATCH = Tokens.argb("verdigris");

    private static final int MOST_STREAKS = 800;
    private static final int COARSEST = 12;

    /// A finest picture that takes longer comes after one of fewer samples.
    private static final double SHARP_SECONDS = 0.4;

    /// A sketch that runs stands still for the pictures of a moving view once these come later.
    private static final double LATE_SECONDS = 0.075;

    private static final double COARSE_SAMPLES = 0.8;
    private static final double FINE_SAMPLES = 2;

    /// What to draw.
    ///
    /// @param run whose frame; null draws the empty site
    /// @param frame the moment: number of the frame, with the share of the way to the next
    /// @param others what else is seen, a moment of each other element
    /// @param speed stored seconds in a second shown; streaks are as much longer
    /// @param seen what of the picture is looked at
    /// @param print how the picture is developed
    /// @param slice drawn in place of the picture, or null
    /// @param streaks whether to find how the gas moves
    /// @param finest pixels of the window to one of the last picture: 1 when nothing else is going
    ///     on, more when another request will follow soon, [#PLAYING] or [#TURNING] when it is on
    ///     its way
    /// @param nanos when it was asked for
    record Request(
            Run run,
            double frame,
            List<RunFrames.Moment> others,
            double speed,
            Shot shot,
            View view,
            Keeper keeper,
            Seen seen,
            Developing print,
            Slice slice,
            boolean streaks,
            Vec3 from,
            Vec3 to,
            int columns,
            int rows,
            int finest,
            long nanos) {
        /// The first picture will do while it plays.
        static final int PLAYING = Integer.MAX_VALUE - 1;

        /// The first picture will do while the view moves.
        static final int TURNING = Integer.MAX_VALUE;

        boolean isPassing() {
            return finest >= PLAYING;
        }
    }

    /// How a picture is developed.
    ///
    /// @param graded by the shot's grade, or by the film's curve alone
    /// @param full what is as white as can be is painted over in hatches
    record Developing(boolean graded, boolean full) {}

    /// A picture that is done.
    ///
    /// @param argb opaque, row by row; of a slice, transparent outside its box
    /// @param gas what was drawn, of the run asked for first; for the probe
    /// @param range of a slice, or null
    /// @param full share of what shines that is as white as can be
    /// @param streaks how the gas moves, where that was asked for
    /// @param finest is it as fine as it will get?
    record Drawn(
            Request request,
            int[] argb,
            int columns,
            int rows,
            List<SeenGas> gas,
            Slice.Range range,
            double full,
            List<Streak> streaks,
            String problem,
            boolean finest) {}

    private final Workers workers;
    private final Latest<Drawn> out;
    private final LastAsked<Request> work;

    private final Map<Run, RunFrames> read = new HashMap<>();
    private Marcher marcher;
    private List<SeenGas> marcherGas;
    private Shot marcherShot;
    private Keeper marcherKeeper;
    private double secondsPerPixel = 5e-7;

    /// After which the first pictures of a moving view came, of late.
    private double wait;

    private List<Streak> streaks = List.of();
    private Frame streaksFrame;
    private Slice streaksSlice;

    PictureMaker(Workers workers, Executor ui, Consumer<Drawn> show) {
        this.workers = workers;
        this.out = new Latest<>(ui, show);
        this.work = new LastAsked<>("ashfall-picture", this::draw);
    }

    /// Asks for a picture; the one before is given up.
    void ask(Request request) {
        work.ask(request);
    }

    private void draw(Request request, Cancel own) {
        if (request.finest == Request.TURNING && wait > LATE_SECONDS) {
            workers.awaited(first -> draw(request, own, first));
        } else {
            draw(request, own, workers.pictures(new Cancel()));
        }
    }

    /// @param own is asked to stop once something else is asked for
    /// @param first for a first picture; always finished, or a moving view would never show any
    private void draw(Request request, Cancel own, Workers first) {
        List<SeenGas> gas;
        try {
            boolean seen = request.slice == null && !request.streaks && isLarge(request);
            if (seen) {
                drawCoarse(request, first);
                if (request.isPassing()) {
                    return;
                }
            }
            // Reading is given up for what is asked for next only where this was seen already.
            gas = gas(request, false, workers.pictures(seen ? own : new Cancel()));
        } catch (IOException e) {
            sayTrouble(request, e);
            return;
        }
        Frame frame = gas.getFirst().frame();
        findStreaks(request, frame);
        int divisor = coarsest(request);
        if (request.slice != null) {
            drawSlice(request, gas, first, own, divisor);
            return;
        }
        if (!gas.getFirst().isVisible()) {
            sayUnkept(request, gas, smoke(request));
            return;
        }
        try {
            prepare(request, gas, first);
        } catch (ShotException e) {
            sayTrouble(request, e);
            return;
        }
        publish(request, gas, divisor, coarse(request), first, false);
        Workers idle = workers.pictures(own);
        for (int finer = divisor / 2; finer >= request.finest; finer /= 2) {
            double pixels = (double) request.columns * request.rows / (finer * finer);
            boolean isLong = pixels * secondsPerPixel * FINE_SAMPLES > SHARP_SECONDS;
            if (finer > 1 || isLong) {
                publish(request, gas, finer, 1, idle, false);
            }
            if (finer == 1) {
                publish(request, gas, finer, FINE_SAMPLES, idle, true);
            }
        }
    }

    /// Samples a voxel of a first picture: fewer where another will follow at once.
    private static double coarse(Request request) {
        return request.isPassing() ? Marcher.PASSING : COARSE_SAMPLES;
    }

    private void sayTrouble(Request request, Exception e) {
        String why = String.valueOf(e.getMessage());
        out.publish(new Drawn(request, null, 0, 0, List.of(), null, 0, List.of(), why, true));
    }

    /// Does anything that is seen take long to read, and is it there at less detail?
    private static boolean isLarge(Request request) {
        boolean own = request.run != null && request.run.hasCoarse((long) request.frame);
        return own
                || request.others.stream()
                        .anyMatch(other -> other.run().hasCoarse((long) other.frame()));
    }

    /// Draws what takes long to read at less detail, and the rest as it is.
    private void drawCoarse(Request request, Workers first) throws IOException {
        List<SeenGas> gas = gas(request, true, first);
        findStreaks(request, gas.getFirst().frame());
        if (gas.getFirst().isVisible()) {
            prepare(request, gas, first);
            boolean last = request.isPassing();
            publish(request, gas, coarsest(request), coarse(request), first, last);
        }
    }

    /// Of the frame's flow, while it or the cut is another than before.
    private void findStreaks(Request request, Frame frame) {
        if (!request.streaks) {
            streaks = List.of();
            streaksFrame = null;
            return;
        }
        if (!frame.equals(streaksFrame) || !Objects.equals(streaksSlice, request.slice)) {
            streaks = Streaks.of(frame, request.slice, gasSeconds(request, frame), MOST_STREAKS);
            streaksFrame = frame;
            streaksSlice = request.slice;
        }
    }

    /// Seconds that pass for the gas while a streak is drawn.
    private double gasSeconds(Request request, Frame frame) {
        Run run = request.run;
        if (run == null) {
            return 0;
        }
        double frames = STREAK_FRAMES * request.speed;
        double half = 0.5 * frames * run.shot().frames().get(Frames.RATE).seconds(1);
        double now = frame.seconds();
        return RunFrames.clock(run).integral(now - half, now + half);
    }

    private int coarsest(Request request) {
        double pixels = (double) request.columns * request.rows;
        double budget = BUDGET_SECONDS * (request.finest == Request.TURNING ? promptness() : 1);
        int divisor = 1;
        while (divisor < COARSEST && pixels / (divisor * divisor) * secondsPerPixel > budget) {
            divisor++;
        }
        return Math.max(2, divisor);
    }

    /// Share of its time that a picture of a moving view takes: it waits for the one before it too,
    /// and where they come late all must be quicker.
    private double promptness() {
        double late = Math.max(1, wait / PROMPT_SECONDS);
        return 1 / (late * late);
    }

    private void publish(
            Request request,
            List<SeenGas> gas,
            int divisor,
            double samples,
            Workers job,
            boolean end) {
        int columns = Math.max(1, request.columns / divisor);
        int rows = Math.max(1, request.rows / divisor);
        long started = System.nanoTime();
        Picture picture = marcher.draw(request.view, columns, rows, samples, request.seen, job);
        Developing how = request.print;
        Print print =
                how.graded ? Print.of(picture, request.shot, job) : Print.ungraded(picture, job);
        int[] argb = print.argb(job);
        double full = how.full ? paintFull(picture, print, argb) : 0;
        if (samples < 1) {
            double took = (System.nanoTime() - started) * 1e-9 / ((double) columns * rows);
            secondsPerPixel = 0.7 * secondsPerPixel + 0.3 * took;
        }
        if (request.finest == Request.TURNING) {
            wait = 0.7 * wait + 0.3 * (System.nanoTime() - request.nanos) * 1e-9;
        }
        out.publish(new Drawn(request, argb, columns, rows, gas, null, full, streaks, "", end));
    }

    /// Hatches what is as white as can be; the share of what shines that is so.
    private static double paintFull(Picture picture, Print print, int[] argb) {
        int full = 0;
        int shining = 0;
        for (int p = 0; p < argb.length; p++) {
            boolean shines = picture.shines(p);
            shining += shines ? 1 : 0;
            if (print.isFull(p)) {
                full += shines ? 1 : 0;
                int stripe = (p % print.width() + p / print.width()) / 3 % 2;
                argb[p] = stripe == 0 ? HATCH : argb[p];
            }
        }
        return shining == 0 ? 0 : (double) full / shining;
    }

    private void drawSlice(
            Request request, List<SeenGas> gas, Workers first, Cancel own, int divisor) {
        Frame frame = gas.getFirst().frame();
        Optional<Slice.Range> range = request.slice.range(frame);
        if (range.isEmpty()) {
            sayUnkept(request, gas, request.slice.channel());
            return;
        }
        for (int d : new int[] {divisor, 1}) {
            int columns = Math.max(1, request.columns / d);
            int rows = Math.max(1, request.rows / d);
            Workers job = d == divisor ? first : workers.pictures(own);
            int[] argb =
                    request.slice.draw(
                            frame,
                            range.get(),
                            request.view,
                            request.from,
                            request.to,
                            columns,
                            rows,
                            job);
            out.publish(
                    new Drawn(
                            request,
                            argb,
                            columns,
                            rows,
                            gas,
                            range.get(),
                            0,
                            streaks,
                            "",
                            d == 1));
            if (request.finest > 1) {
                return;
            }
        }
    }

    private void sayUnkept(Request request, List<SeenGas> gas, String channel) {
        String why = "this frame does not keep the channel " + channel;
        out.publish(new Drawn(request, null, 0, 0, gas, null, 0, streaks, why, true));
    }

    /// The frame asked for, then those of the other elements that are there.
    ///
    /// @param coarse at less detail what takes long to read
    private List<SeenGas> gas(Request request, boolean coarse, Workers job) throws IOException {
        List<SeenGas> all = new ArrayList<>();
        Set<Run> wanted = new HashSet<>();
        // While it plays, a moment between frames holds no more than a picture needs.
        boolean whole = request.finest == 1 || request.streaks || request.slice != null;
        Frame own = null;
        if (request.run != null && !request.run.log().isEmpty()) {
            wanted.add(request.run);
            own = frame(request.run, request.frame, whole, coarse, job);
        }
        String name = request.run == null ? "" : request.run.element();
        all.add(SeenGas.of(own == null ? empty(request) : own, request.shot, name));
        for (RunFrames.Moment other : request.others) {
            wanted.add(other.run());
            Frame frame = frame(other.run(), other.frame(), request.finest == 1, coarse, job);
            if (frame != null) {
                SeenGas gas = SeenGas.of(frame, request.shot, other.run().element());
                if (gas.isVisible()) {
                    all.add(gas);
                }
            }
        }
        read.keySet().retainAll(wanted);
        return all;
    }

    private Frame frame(Run run, double moment, boolean whole, boolean coarse, Workers job)
            throws IOException {
        long number = (long) Math.floor(moment);
        if (coarse && run.hasCoarse(number)) {
            return run.coarse(number, job);
        }
        return read.computeIfAbsent(run, RunFrames::new).at(moment, whole, job);
    }

    /// The site without gas, at the time of the frame wanted.
    private static Frame empty(Request request) {
        Shot shot = request.shot;
        double voxel =
                shot.elements().isEmpty()
                        ? 0.25
                        : shot.elements()
                                .values()
                                .iterator()
                                .next()
                                .voxel(ashfall.shot.Fineness.SKETCH);
        SparseGrid none =
                new SparseGrid(
                        smoke(request), "kg/m3", true, false, new float[1], new SparseGrid.Leaf[0]);
        return new Frame(
                Long.MIN_VALUE,
                request.frame * shot.frames().get(Frames.RATE).seconds(1),
                new ashfall.grid.Lattice(0, 0, 0, voxel),
                Map.of(smoke(request), none));
    }

    /// The channel that shows as smoke.
    private static String smoke(Request request) {
        String name = request.run == null ? "" : request.run.element();
        return request.shot.reading(name).get(Reading.SMOKE);
    }

    private void prepare(Request request, List<SeenGas> gas, Workers job) {
        boolean same =
                marcher != null
                        && marcherGas.equals(gas)
                        && marcherShot.equals(request.shot)
                        && Objects.equals(marcherKeeper, request.keeper);
        if (!same) {
            marcher = Marcher.quick(gas, request.shot, request.keeper, job);
            marcherGas = gas;
            marcherShot = request.shot;
            marcherKeeper = request.keeper;
        }
    }

    @Override
    public void close() {
        work.close();
    }
}
