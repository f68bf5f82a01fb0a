package ashfall.desk.proof;

import ashfall.desk.kit.LastAsked;
import ashfall.desk.kit.Latest;
import ashfall.desk.run.Run;
import ashfall.desk.run.RunFrames;
import ashfall.firing.EmberFlights;
import ashfall.grid.Frame;
import ashfall.look.Embers.Ember;
import ashfall.look.Marcher;
import ashfall.look.Presence;
import ashfall.look.SeenGas;
import ashfall.look.View;
import ashfall.picture.Picture;
import ashfall.picture.Print;
import ashfall.picture.Region;
import ashfall.shot.Camera;
import ashfall.shot.Frames;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Executor;
import java.util.function.Consumer;

/// Draws regions of finished pictures on a thread of its own, a stripe after another. What is asked
/// for last counts; pictures of the fireground come first.
final class ProofMaker implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(ProofMaker.class);

    /// Rows drawn at once.
    private static final int STRIPE = 16;

    /// Between two looks at what there is so far.
    private static final double PUBLISH_SECONDS = 0.25;

    /// What to draw.
    ///
    /// @param moments of all that is seen, the element in view first
    /// @param graded by the shot's grade, or by the film's curve alone
    record Request(
            List<RunFrames.Moment> moments, Shot shot, View view, boolean graded, Region region) {}

    /// A region, as far as it is drawn.
    ///
    /// @param argb of the region alone, opaque where it is drawn; empty before any of it is
    /// @param share of its rows that are drawn
    /// @param secondsLeft about
    record Drawn(Request request, int[] argb, double share, double secondsLeft, String problem) {}

    /// The light and the embers of a moment, which stay while only the view or the region changes.
    private record Lit(
            List<RunFrames.Moment> moments, Shot shot, Marcher marcher, List<Ember> embers) {}

    private final Workers workers;
    private final Latest<Drawn> out;
    private final LastAsked<Request> work = new LastAsked<>("ashfall-proof", this::draw);
    private final Map<Run, RunFrames> read = new HashMap<>();
    private volatile Lit lit;

    /// @param ui where pictures are shown
    ProofMaker(Workers workers, Executor ui, Consumer<Drawn> show) {
        this.workers = workers;
        this.out = new Latest<>(ui, show);
    }

    /// Asks for a region; what was asked for before is given up.
    void ask(Request request) {
        work.ask(request);
    }

    /// Gives up what is asked for.
    void stop() {
        work.stop();
    }

    /// Gives up what is asked for, and the light that was kept for it.
    void forget() {
        work.stop();
        lit = null;
    }

    private void draw(Request request, Cancel own) {
        Workers job = workers.job(own);
        try {
            Lit now = lit;
            if (now == null
                    || !now.moments.equals(request.moments)
                    || !now.shot.equals(request.shot)) {
                lit = null;
                Marcher marcher = Marcher.finished(gas(request, job), request.shot, job);
                now = new Lit(request.moments, request.shot, marcher, embers(request));
                lit = now;
            }
            draw(request, now, job);
        } catch (IOException | ShotException | IllegalArgumentException e) {
            LOG.debug("no finished picture", e);
            out.publish(new Drawn(request, new int[0], 1, 0, String.valueOf(e.getMessage())));
        }
    }

    private List<SeenGas> gas(Request request, Workers job) throws IOException {
        read.keySet().retainAll(request.moments.stream().map(RunFrames.Moment::run).toList());
        List<SeenGas> all = new ArrayList<>();
        for (RunFrames.Moment moment : request.moments) {
            RunFrames frames = read.computeIfAbsent(moment.run(), RunFrames::new);
            Frame frame = frames.at(moment.frame(), true, job);
            if (frame != null) {
                all.add(SeenGas.of(frame, request.shot, moment.run().element()));
            }
        }
        return all;
    }

    private static List<Ember> embers(Request request) {
        List<Ember> all = new ArrayList<>();
        for (RunFrames.Moment moment : request.moments) {
            Run run = moment.run();
            Shot shot = request.shot;
            if (!run.isForeign() && Presence.of(shot, run.element()).equals(Presence.SEEN)) {
                double frame = run.shot().frames().get(Frames.RATE).seconds(1);
                double open = Camera.open(shot.camera()) * frame;
                all.addAll(
                        EmberFlights.at(
                                run.shot(), run.element(), shot, frame * moment.frame(), open));
            }
        }
        return all;
    }

    private void draw(Request request, Lit lit, Workers job) {
        Region region = request.region;
        int pixels = region.width() * region.height();
        float[] rgb = new float[3 * pixels];
        float[] emitted = new float[pixels];
        float[] opacity = new float[pixels];
        long started = System.nanoTime();
        long published = started;
        for (int top = region.top(); top < region.bottom(); top += STRIPE) {
            int bottom = Math.min(region.bottom(), top + STRIPE);
            Picture part =
                    lit.marcher.part(
                            request.view,
                            new Region(
                                    region.width(),
                                    region.height(),
                                    region.left(),
                                    top,
                                    region.right(),
                                    bottom),
                            lit.embers,
                            job);
            for (int row = top; row < bottom; row++) {
                int from = (row - top) * part.width();
                int to = row * region.width() + region.left();
                System.arraycopy(part.rgb(), 3 * from, rgb, 3 * to, 3 * part.width());
                System.arraycopy(part.emitted(), from, emitted, to, part.width());
                System.arraycopy(part.opacity(), from, opacity, to, part.width());
            }
            long now = System.nanoTime();
            if (bottom == region.bottom() || (now - published) * 1e-9 > PUBLISH_SECONDS) {
                Picture picture =
                        new Picture(
                                region.width(),
                                region.height(),
                                rgb,
                                emitted,
                                opacity,
                                part.exposure());
                double share = (double) (bottom - region.top()) / (region.bottom() - region.top());
                double left = (now - started) * 1e-9 * (1 - share) / share;
                int[] argb = developed(request, picture, bottom, job);
                out.publish(new Drawn(request, argb, share, left, ""));
                published = System.nanoTime();
            }
        }
    }

    /// The region's pixels, down to a row.
    private static int[] developed(Request request, Picture picture, int bottom, Workers job) {
        Print print =
                request.graded
                        ? Print.of(picture, request.shot, job)
                        : Print.ungraded(picture, job);
        int[] all = print.argb(job);
        Region region = request.region;
        int columns = region.right() - region.left();
        int[] part = new int[columns * (region.bottom() - region.top())];
        for (int row = region.top(); row < bottom; row++) {
            int from = row * region.width() + region.left();
            System.arraycopy(all, from, part, (row - region.top()) * columns, columns);
        }
        return part;
    }

    @Override
    public void close() {
        work.close();
    }
}
