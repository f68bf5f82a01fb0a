package ashfall.desk.rise;

import ashfall.desk.kit.LastAsked;
import ashfall.desk.kit.Latest;
import ashfall.desk.run.Changes;
import ashfall.desk.run.Run;
import ashfall.grid.Frame;
import ashfall.look.Marcher;
import ashfall.look.View;
import ashfall.picture.Contours;
import ashfall.picture.Picture;
import ashfall.shot.Reading;
import ashfall.shot.Shot;
import ashfall.shot.Sun;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Executor;
import java.util.function.Consumer;

/// Finds silhouettes on a thread of its own, one after the other; what is asked for last counts.
final class RiseMaker implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(RiseMaker.class);

    /// Pixels of the window to one of the pictures that silhouettes are found on.
    private static final int COARSE = 4;

    /// Gas that hides half of what is behind it, or shines half as bright as plain white, is within
    /// the silhouette.
    private static final float LEVEL = 0.5f;

    /// What to find.
    ///
    /// @param run whose silhouettes
    /// @param before the run before it, or null
    /// @param shot as it is: its camera and look are those of all
    record Request(
            Run run, Run before, List<Long> frames, Shot shot, View view, int columns, int rows) {}

    /// A silhouette: lines in pixels of the window.
    ///
    /// @param before is it that of the run before?
    record Silhouette(long frame, boolean before, List<float[]> lines) {}

    /// The silhouettes found so far.
    ///
    /// @param whole are they all?
    record Drawn(Request request, List<Silhouette> silhouettes, boolean whole) {}

    private final Workers workers;
    private final Latest<Drawn> out;
    private final LastAsked<Request> work;

    RiseMaker(Workers workers, Executor ui, Consumer<Drawn> show) {
        this.workers = workers;
        this.out = new Latest<>(ui, show);
        this.work = new LastAsked<>("ashfall-rise", this::find);
    }

    void ask(Request request) {
        work.ask(request);
    }

    private void find(Request request, Cancel own) {
        List<Silhouette> found = new ArrayList<>();
        Workers job = workers.pictures(own);
        add(request, request.run, false, found, job);
        if (request.before != null) {
            add(request, request.before, true, found, job);
        }
        out.publish(new Drawn(request, List.copyOf(found), true));
    }

    private void add(
            Request request, Run run, boolean before, List<Silhouette> found, Workers job) {
        Shot seen = Changes.seenAs(run, request.shot);
        // An outline needs no picture of the sky and no meshes, which may be gone.
        Shot shot =
                seen.with("sun", seen.sun().with(Sun.SKY_PICTURE, ""))
                        .withGroup("meshes", Map.of());
        for (long number : request.frames) {
            try {
                Frame frame = run.has(number) ? run.frame(number, job) : null;
                if (frame != null
                        && frame.channels().containsKey(shot.reading().get(Reading.SMOKE))) {
                    found.add(new Silhouette(number, before, lines(request, shot, frame, job)));
                    out.publish(new Drawn(request, List.copyOf(found), false));
                }
            } catch (IOException e) {
                LOG.warn("no silhouette of frame {} of {}", number, run.title(), e);
            }
        }
    }

    private static List<float[]> lines(Request request, Shot shot, Frame frame, Workers job) {
        int columns = Math.max(1, request.columns / COARSE);
        int rows = Math.max(1, request.rows / COARSE);
        Picture picture =
                Marcher.quick(frame, shot, null, job).draw(request.view, columns, rows, 1, job);
        float[] cover = new float[columns * rows];
        for (int p = 0; p < cover.length; p++) {
            float shines = (float) (picture.emitted()[p] * picture.exposure());
            cover[p] = Math.max(picture.opacity()[p], shines);
        }
        List<float[]> lines = Contours.of(cover, columns, rows, LEVEL);
        float x = (float) request.columns / columns;
        float y = (float) request.rows / rows;
        for (float[] line : lines) {
            for (int i = 0; i < line.length; i += 2) {
                line[i] *= x;
                line[i + 1] *= y;
            }
        }
        return lines;
    }

    @Override
    public void close() {
        work.close();
    }
}
