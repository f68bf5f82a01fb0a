package ashfall.desk.compare;

import ashfall.desk.kit.LastAsked;
import ashfall.desk.kit.Latest;
import ashfall.desk.run.Changes;
import ashfall.desk.run.Run;
import ashfall.desk.run.RunFrames;
import ashfall.grid.Frame;
import ashfall.look.Marcher;
import ashfall.look.View;
import ashfall.picture.Picture;
import ashfall.picture.Print;
import ashfall.shot.LookPart;
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

/// Pictures of several runs, or of several looks, at the same moment through the same camera, made
/// on a thread of its own: all coarsely first, then finer while nothing else is asked for. What is
/// asked for last counts.
final class PlateMaker implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(PlateMaker.class);
    private static final double COARSE_SAMPLES = 0.8;
    private static final int COARSE = 3;

    /// What one picture is of.
    ///
    /// @param moment of the run; NaN where it has none
    /// @param look a shot whose look it is seen with; null for that of the shot as it is
    /// @param part how much of that look counts
    record Subject(Run run, double moment, Shot look, LookPart part) {
        /// A run at no moment yet, seen as the shot is.
        static Subject of(Run run) {
            return new Subject(run, Double.NaN, null, LookPart.ALL);
        }

        Subject at(double when) {
            return new Subject(run, when, look, part);
        }

        /// The shot that is drawn.
        Shot seenAs(Shot now) {
            Shot seen = Changes.seenAs(run, now);
            return look == null ? seen : part.taken(seen, look);
        }
    }

    /// What to draw.
    ///
    /// @param shot as it is: its camera and light are those of all pictures
    /// @param view from where
    /// @param moving no more than coarse pictures, since others will be asked for soon
    record Request(
            List<Subject> subjects, Shot shot, View view, int columns, int rows, boolean moving) {}

    /// A picture of one subject.
    ///
    /// @param argb opaque, row by row; empty where the run has no such frame
    record Plate(int[] argb, int columns, int rows, String problem) {
        /// Why there is none.
        static Plate said(String problem) {
            return new Plate(new int[0], 0, 0, problem);
        }

        boolean isEmpty() {
            return argb.length == 0;
        }
    }

    /// All pictures of a request, in the order of its subjects.
    ///
    /// @param finest are they as fine as they get?
    record Drawn(Request request, List<Plate> plates, boolean finest) {}

    /// A frame with its light, which stays while only the view moves.
    private record Lit(Frame frame, Shot shot, Marcher marcher) {}

    private static final Plate NONE = Plate.said("");

    private final Workers workers;
    private final Latest<Drawn> out;
    private final LastAsked<Request> work;
    private final Map<Run, RunFrames> read = new HashMap<>();
    private final Map<Integer, Lit> lit = new HashMap<>();

    /// @param ui where pictures are shown
    PlateMaker(Workers workers, Executor ui, Consumer<Drawn> show) {
        this.workers = workers;
        this.out = new Latest<>(ui, show);
        this.work = new LastAsked<>("ashfall-plates", this::draw);
    }

    /// Asks for pictures; those asked for before are given up.
    void ask(Request request) {
        work.ask(request);
    }

    private void draw(Request request, Cancel own) {
        read.keySet().retainAll(request.subjects.stream().map(Subject::run).toList());
        lit.keySet().removeIf(i -> i >= request.subjects.size());
        // The coarse pictures are always finished, or moving ones would never be seen.
        Workers first = workers.pictures(new Cancel());
        List<Marcher> marchers = new ArrayList<>();
        List<String> problems = new ArrayList<>();
        for (int i = 0; i < request.subjects.size(); i++) {
            String problem = "";
            Marcher marcher = null;
            try {
                marcher = marcher(request, i, first);
            } catch (IOException | ShotException | IllegalArgumentException e) {
                LOG.warn("no picture of {}", request.subjects.get(i).run.title(), e);
                problem = String.valueOf(e.getMessage());
            }
            marchers.add(marcher);
            problems.add(problem);
        }
        publish(request, marchers, problems, COARSE, COARSE_SAMPLES, first);
        if (!request.moving) {
            publish(request, marchers, problems, 1, 1, workers.pictures(own));
        }
    }

    /// Null where the run has no frame at the moment.
    private Marcher marcher(Request request, int i, Workers job) throws IOException {
        Subject subject = request.subjects.get(i);
        Frame frame =
                Double.isNaN(subject.moment)
                        ? null
                        : read.computeIfAbsent(subject.run, RunFrames::new)
                                .at(subject.moment, false, job);
        if (frame == null) {
            return null;
        }
        Shot shot = subject.seenAs(request.shot);
        Lit before = lit.get(i);
        if (before == null || !before.frame.equals(frame) || !before.shot.equals(shot)) {
            before = new Lit(frame, shot, Marcher.quick(frame, shot, null, job));
            lit.put(i, before);
        }
        return before.marcher;
    }

    private void publish(
            Request request,
            List<Marcher> marchers,
            List<String> problems,
            int divisor,
            double samples,
            Workers job) {
        int columns = Math.max(1, request.columns / divisor);
        int rows = Math.max(1, request.rows / divisor);
        List<Plate> plates = new ArrayList<>();
        for (int i = 0; i < marchers.size(); i++) {
            Marcher marcher = marchers.get(i);
            if (marcher == null) {
                plates.add(problems.get(i).isEmpty() ? NONE : Plate.said(problems.get(i)));
            } else {
                Picture picture = marcher.draw(request.view, columns, rows, samples, job);
                Shot shot = request.subjects.get(i).seenAs(request.shot);
                int[] argb = Print.of(picture, shot, job).argb(job);
                plates.add(new Plate(argb, columns, rows, ""));
            }
        }
        out.publish(new Drawn(request, plates, divisor == 1));
    }

    @Override
    public void close() {
        work.close();
    }
}
