package ashfall.desk.fireground;

import ashfall.continuity.Stake;
import ashfall.continuity.Stakes;
import ashfall.desk.document.Document;
import ashfall.desk.run.Changes;
import ashfall.desk.run.Run;
import ashfall.desk.run.Runs;
import ashfall.firing.ForeignGas;
import ashfall.look.Presence;
import ashfall.look.Probe;
import ashfall.shot.Curve;
import ashfall.shot.Frames;
import ashfall.shot.Gas;
import ashfall.shot.Param;
import ashfall.shot.Playback;
import ashfall.shot.Shot;
import ashfall.shot.Unit;
import ashfall.shot.Vec3;
import ashfall.sim.LogEntry;

import javafx.css.PseudoClass;
import javafx.scene.control.Label;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/// The words over the fireground's picture: frame, hottest gas, size, state of the run, the gas
/// under the pointer, and what is missing when there is no flame or no picture.
final class Readouts {
    final Label whatFrame = readout("readout-frame");
    final Label hottest = readout("readout-hottest");
    final Label size = readout("readout-size");
    final Label flameless = readout("readout-no-flame");
    final Label probe = readout("readout-probe");
    final Label stakes = readout("readout-stakes");
    final Label badge = new Label();
    final Label muted = readout("readout-muted");
    final Label developed = readout("readout-developed");
    final Label empty = new Label();
    private final Document document;
    private final Runs runs;
    private Judged judged;

    Readouts(Document document, Runs runs) {
        this.document = document;
        this.runs = runs;
        badge.setId("run-badge");
        badge.getStyleClass().add("badge");
        empty.setId("fireground-empty");
        empty.getStyleClass().add("empty-words");
        empty.setMouseTransparent(true);
        flameless.setWrapText(true);
        flameless.setMaxWidth(520);
    }

    static Label readout(String id) {
        Label label = new Label();
        label.setId(id);
        label.getStyleClass().add("readout");
        label.visibleProperty().bind(label.textProperty().isNotEmpty());
        label.setMouseTransparent(true);
        return label;
    }

    /// Says what of the picture's development is not as it will be rendered.
    ///
    /// @param full share of what shines that is as white as can be
    void sayDeveloped(PictureMaker.Developing print, double full) {
        List<String> all = new ArrayList<>();
        if (!print.graded()) {
            all.add("without the grade");
        }
        if (print.full()) {
            all.add(
                    String.format(
                            Locale.ROOT,
                            "hatched: pure white, %.0f %% of what shines",
                            100 * full));
        }
        developed.setText(String.join("   ", all));
    }

    /// Says what is shown.
    ///
    /// @param frame of the run shown
    /// @param moment the same, with the share of the way to the next
    /// @param trouble why there is no picture, or empty
    void say(long frame, double moment, String trouble) {
        Run run = runs.shown();
        LogEntry entry = run == null ? null : run.entry(frame);
        if (entry == null) {
            whatFrame.setText(run == null ? volumesAlone(moment) : "");
            hottest.setText("");
            size.setText("");
            flameless.setText("");
            badge.setVisible(false);
            empty.setText(emptyWords());
            empty.setVisible(!empty.getText().isEmpty());
            return;
        }
        empty.setVisible(!trouble.isEmpty());
        empty.setText(trouble);
        whatFrame.setText(what(entry, moment, run));
        hottest.setText(
                String.format(
                        Locale.ROOT,
                        "hottest %,.0f K   %s",
                        entry.hottestK(),
                        Unit.KILOWATT.figure(entry.heatReleaseKw(), 3)));
        size.setText(
                String.format(
                        Locale.ROOT,
                        "%,d voxels   %.2f s a frame",
                        entry.voxels(),
                        entry.seconds()));
        flameless.setText(run.whyNoFlame(frame).orElse(""));
        refreshBadge(run);
    }

    /// "frame 16.4   0.683 s   sketch", and as which frame it is shown where the shot is played at
    /// another speed than it was fired.
    private String what(LogEntry entry, double moment, Run run) {
        double frame = run.shot().frames().get(Frames.RATE).seconds(1);
        boolean between = moment > entry.frame();
        String words =
                String.format(
                        Locale.ROOT,
                        between ? "frame %.2f   %.3f s   %s" : "frame %.0f   %.3f s   %s",
                        moment,
                        moment * frame,
                        run.title());
        words += clock(run, moment * frame) + others();
        Playback playback = runs.playhead().playback();
        if (playback.isPlain()) {
            return words;
        }
        long shown = playback.shown(moment);
        return words
                + String.format(
                        Locale.ROOT,
                        "   shown %d of %d at %s×",
                        shown,
                        playback.lastShown(),
                        Unit.number(playback.speedAt(shown), 3))
                + (run.hasMoments() ? "" : ", whole frames only: no velocity is kept");
    }

    /// "frame 16   0.667 s   with cloud: volumes", where nothing has been run.
    private String volumesAlone(double moment) {
        double frame = document.shot().frames().get(Frames.RATE).seconds(1);
        return runs.volumes().all().isEmpty()
                ? ""
                : String.format(
                        Locale.ROOT,
                        "frame %.0f   %.3f s%s",
                        Math.floor(moment),
                        moment * frame,
                        others());
    }

    /// "   fire 1.42 s, 0.125 s a frame" where the fire's clock is not the shot's.
    private static String clock(Run run, double seconds) {
        Curve scale = run.shot().element(run.element()).gas().get(Gas.TIME_SCALE);
        if (scale.isConstant() && scale.value(0) == 1) {
            return "";
        }
        double frame = run.shot().frames().get(Frames.RATE).seconds(1);
        double begin = frame * Frames.begin(run.shot().frames());
        return String.format(
                Locale.ROOT,
                "   fire %.3f s, %.3f s a frame",
                scale.integral(begin, seconds),
                scale.integral(seconds - frame, seconds));
    }

    /// "   with plume: firing 2, superseded", of the other elements in the picture.
    private String others() {
        List<String> all = new ArrayList<>();
        for (Run other : runs.others()) {
            boolean old = !runs.differences(other).isEmpty();
            String title = other.isForeign() ? "volumes" : other.title();
            all.add(other.element() + ": " + title + (old ? ", superseded" : ""));
        }
        return all.isEmpty() ? "" : "   with " + String.join("; ", all);
    }

    /// Names what is off or not seen, so that nobody looks for it: "solo: oil", "off: spark", "cut
    /// out: plume".
    void sayMuted() {
        Map<String, List<String>> lit = new LinkedHashMap<>();
        Map<String, List<String>> off = new LinkedHashMap<>();
        document.shot()
                .items()
                .forEach(
                        (path, item) -> {
                            int end = path.lastIndexOf('.');
                            if (item.kind().params().get("on") instanceof Param.Switch on) {
                                (item.get(on) ? lit : off)
                                        .computeIfAbsent(
                                                path.substring(0, end), k -> new ArrayList<>())
                                        .add(path.substring(end + 1));
                            }
                        });
        List<String> words = new ArrayList<>();
        off.forEach(
                (place, names) -> {
                    List<String> left = lit.getOrDefault(place, List.of());
                    boolean solo = left.size() == 1;
                    words.add(
                            solo ? "solo: " + left.getFirst() : "off: " + String.join(", ", names));
                });
        words.addAll(heldOut());
        muted.setText(String.join("   ", words));
    }

    /// "cut out: plume", "unseen: dust", of the elements and volumes that are on.
    private List<String> heldOut() {
        Shot shot = document.shot();
        Map<Presence, List<String>> by = new EnumMap<>(Presence.class);
        List<String> on = new ArrayList<>(shot.elements().keySet());
        on.removeIf(name -> !shot.elements().get(name).gas().get(Gas.ON));
        ForeignGas.of(shot).forEach(volumes -> on.add(volumes.name()));
        for (String name : on) {
            by.computeIfAbsent(Presence.of(shot, name), k -> new ArrayList<>()).add(name);
        }
        by.remove(Presence.SEEN);
        List<String> words = new ArrayList<>();
        by.forEach(
                (presence, names) ->
                        words.add(
                                (presence == Presence.CUT_OUT ? "cut out: " : "unseen: ")
                                        + String.join(", ", names)));
        return words;
    }

    private void refreshBadge(Run run) {
        String words;
        boolean bad = false;
        if (!runs.problemProperty().get().isEmpty()) {
            words = runs.problemProperty().get();
            bad = true;
        } else if (runs.supersededProperty().get()) {
            words = "superseded: " + Changes.words(runs.differences(run), 2);
        } else if (run.isFiring()) {
            words = "from disk";
        } else {
            words = "";
        }
        badge.setText(words);
        badge.setVisible(!words.isEmpty());
        badge.pseudoClassStateChanged(PseudoClass.getPseudoClass("bad"), bad);
    }

    private String emptyWords() {
        Shot shot = document.shot();
        if (!runs.problemProperty().get().isEmpty()) {
            return runs.problemProperty().get();
        }
        if (shot.elements().isEmpty()) {
            return "";
        }
        return "The first frame of the sketch is coming.";
    }

    /// What the stakes' words were made of.
    private record Judged(List<Stake> all, Run run, int frames) {}

    /// Says what is forecast and wanted, and what the run shown made of it. A long log takes a
    /// while to judge, so that is not done again for every frame looked at.
    void say(List<Stake> all) {
        Run run = runs.shown();
        Judged next = new Judged(all, run, run == null ? 0 : run.log().size());
        if (next.equals(judged)) {
            return;
        }
        judged = next;
        StringBuilder words = new StringBuilder();
        for (Stake stake : all) {
            words.append(words.isEmpty() ? "" : "\n").append(stake.words());
            if (run != null) {
                words.append(", ").append(stake.verdict(run.log(), Stakes.lastSecond(run.shot())));
            }
        }
        stakes.setText(words.toString());
    }

    /// Says what gas is under the pointer.
    void say(Optional<Probe> found) {
        probe.setText(found.map(this::said).orElse(""));
    }

    /// "1,700 K, seen as 1,850 K", or the temperature alone where it is seen as it is.
    private String kelvins(Probe p) {
        String words = String.format(Locale.ROOT, "%,.0f K", p.kelvin());
        return Double.isNaN(p.shown()) || Math.abs(p.shown() - p.kelvin()) < 0.5
                ? words
                : String.format(Locale.ROOT, "%s, seen as %,.0f K", words, p.shown());
    }

    private String said(Probe p) {
        Vec3 at = p.place();
        return String.format(
                Locale.ROOT,
                "%s   fuel %s   smoke %s   %s   at %.2f, %.2f, %.2f m",
                kelvins(p),
                gramsPerCubicMetre(p.fuel()),
                gramsPerCubicMetre(p.smoke()),
                Unit.METRE_PER_SECOND.figure(p.speed(), 3),
                at.x(),
                at.y(),
                at.z());
    }

    private static String gramsPerCubicMetre(double kilograms) {
        return Unit.number(1000 * kilograms, 2) + " g/m³";
    }
}
