package ashfall.desk.compare;

import ashfall.desk.document.Document;
import ashfall.desk.run.Runs;
import ashfall.shot.Gas;
import ashfall.shot.Item;
import ashfall.shot.Quantity;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.Unit;
import ashfall.trial.Trial;
import ashfall.trial.Trials;

import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.LongStream;

/// What to try: values of one dial, seeds, or draws from ranges of several dials.
final class TrialForm extends VBox {
    private static final int MOST_RANGES = 4;

    private final Document document;
    private final Runs runs;
    private final ToggleGroup kinds = new ToggleGroup();
    private final ToggleButton bracket = kind("one dial", "Several values of one dial");
    private final ToggleButton seeds = kind("seeds", "The same dials, rolled otherwise");
    private final ToggleButton draws =
            kind("ranges", "Values drawn between a smallest and a largest, of several dials");
    private final FlowPane fields = new FlowPane(8, 4);
    private final Label problem = new Label();
    private final DialChoice dial = new DialChoice("trial-dial", this::proposeValues);
    private final TextField values =
            field("trial-values", 200, "Three to five values, with commas between: 0.5, 1, 2 m/s");
    private final TextField count = field("trial-count", 40, "How many trials");
    private final TextField seed = field("trial-seed", 72, "The first seed; the others follow it");
    private final TextField draw =
            field("trial-draw", 72, "Another number draws other values; the same the same again");
    private final List<Between> ranges = new ArrayList<>();
    private String seen = "";
    private final Button more = new Button("and another dial");

    /// A dial with a smallest and a largest value.
    private record Between(DialChoice dial, TextField from, TextField to) {}

    TrialForm(Document document, Runs runs) {
        super(4);
        this.document = document;
        this.runs = runs;
        HBox segments = new HBox(bracket, seeds, draws);
        segments.getStyleClass().add("segments");
        segments.setMaxWidth(USE_PREF_SIZE);
        bracket.setSelected(true);
        kinds.selectedToggleProperty()
                .addListener(
                        (o, was, is) -> {
                            if (is == null) {
                                was.setSelected(true);
                            } else {
                                build();
                            }
                        });
        Button go = new Button("Try");
        go.setId("trial-go");
        go.setMinWidth(USE_PREF_SIZE);
        go.getStyleClass().add("fire");
        go.setTooltip(new Tooltip("Sketch them in turn; nothing of the shot changes"));
        go.setOnAction(e -> go());
        values.setOnAction(e -> go());
        more.setId("trial-more");
        more.setTooltip(new Tooltip("Draw the values of one more dial"));
        more.setOnAction(
                e -> {
                    ranges.add(range(ranges.size()));
                    build();
                });
        count.setText("5");
        draw.setText("1");
        fields.setAlignment(Pos.CENTER_LEFT);
        fields.setPrefWrapLength(760);
        HBox line = new HBox(8, segments, fields, go);
        line.setAlignment(Pos.CENTER_LEFT);
        segments.setMinWidth(USE_PREF_SIZE);
        HBox.setHgrow(fields, javafx.scene.layout.Priority.ALWAYS);
        problem.setId("trial-problem");
        problem.getStyleClass().add("problem");
        problem.setWrapText(true);
        say("");
        getStyleClass().add("trial-form");
        getChildren().addAll(line, problem);
    }

    private ToggleButton kind(String text, String tip) {
        ToggleButton button = new ToggleButton(text);
        button.setId("trial-" + text.replace(' ', '-'));
        button.getStyleClass().add("segment");
        button.setTooltip(new Tooltip(tip));
        button.setToggleGroup(kinds);
        return button;
    }

    private static TextField field(String id, double width, String tip) {
        TextField field = new TextField();
        field.setId(id);
        field.setPrefWidth(width);
        field.setTooltip(new Tooltip(tip));
        return field;
    }

    /// Offers what the shot has; the dial that was moved last is chosen first.
    void open() {
        if (element() != null) {
            String before = dial.path();
            dial.offer(document.shot(), element(), firstDials());
            if (ranges.isEmpty()) {
                ranges.add(range(0));
            }
            if (!dial.path().equals(before)) {
                proposeValues();
            }
            if (seed.getText().isEmpty()) {
                long own = document.shot().element(element()).gas().get(Gas.SEED);
                seed.setText(Long.toString(own));
            }
            build();
        }
    }

    /// The dial that was moved since the form was seen last, else the one that was chosen, else one
    /// that every fire has.
    private List<String> firstDials() {
        String touched = document.touched();
        boolean moved = !touched.equals(seen);
        seen = touched;
        String common = "elements." + element() + ".burn.cools";
        return List.of(moved ? touched : dial.path(), dial.path(), common);
    }

    private String element() {
        return runs.elementProperty().get();
    }

    private Between range(int number) {
        TextField from = field("trial-from-" + number, 64, "The smallest value");
        TextField to = field("trial-to-" + number, 64, "The largest value");
        DialChoice[] choice = new DialChoice[1];
        choice[0] =
                new DialChoice("trial-range-" + number, () -> proposeRange(choice[0], from, to));
        choice[0].offer(document.shot(), element(), number == 0 ? List.of(dial.path()) : List.of());
        proposeRange(choice[0], from, to);
        return new Between(choice[0], from, to);
    }

    private void build() {
        fields.getChildren().clear();
        if (bracket.isSelected()) {
            fields.getChildren().addAll(dial, values);
        } else if (seeds.isSelected()) {
            fields.getChildren().addAll(count, new Label("seeds from"), seed);
        } else {
            for (Between range : ranges) {
                HBox one = new HBox(4, range.dial, range.from, new Label("to"), range.to);
                one.setAlignment(Pos.CENTER_LEFT);
                fields.getChildren().add(one);
            }
            if (ranges.size() < MOST_RANGES) {
                fields.getChildren().add(more);
            }
            fields.getChildren().addAll(count, new Label("trials, draw"), draw);
        }
    }

    /// Half, as it is, and double; where it is nothing, over the usual range.
    private void proposeValues() {
        quantity(dial.path())
                .ifPresent(
                        found -> {
                            double[] three = proposal(found);
                            values.setText(
                                    show(three[0]) + ", " + show(three[1]) + ", " + show(three[2]));
                        });
    }

    private void proposeRange(DialChoice choice, TextField from, TextField to) {
        quantity(choice.path())
                .ifPresent(
                        found -> {
                            double[] three = proposal(found);
                            from.setText(show(three[0]));
                            to.setText(show(three[2]));
                        });
    }

    private record Found(Quantity quantity, double now) {}

    private Optional<Found> quantity(String path) {
        Shot shot = document.shot();
        if (!(Settings.parameters(shot).get(path) instanceof Quantity quantity)) {
            return Optional.empty();
        }
        Item item = shot.item(path.substring(0, path.length() - quantity.key().length() - 1));
        return Optional.of(new Found(quantity, item.get(quantity).value(0)));
    }

    private static double[] proposal(Found found) {
        Quantity q = found.quantity;
        if (found.now == 0 || Double.isNaN(found.now)) {
            double low = q.usualLow();
            double high = q.usualHigh() > low ? q.usualHigh() : low + 1;
            return new double[] {low, 0.5 * (low + high), high};
        }
        // Kelvins and the like double to nonsense: about the value, as far as its usual range goes.
        boolean shifted = q.usualLow() > 0 && q.usualHigh() < 3 * q.usualLow();
        double half = 0.5 * (q.usualHigh() - q.usualLow());
        double low = shifted ? found.now - half : 0.5 * found.now;
        double high = shifted ? found.now + half : 2 * found.now;
        return new double[] {Math.max(q.least(), low), found.now, Math.min(q.most(), high)};
    }

    private static String show(double value) {
        return Unit.number(value, 3);
    }

    private void go() {
        String element = element();
        if (element == null) {
            say("there is nothing to try yet: the shot has no element");
            return;
        }
        try {
            List<Trial> all = trials(document.shot(), element);
            say("");
            runs.trials().start(all, element);
        } catch (ShotException | IllegalArgumentException e) {
            say(String.valueOf(e.getMessage()));
        }
    }

    private List<Trial> trials(Shot shot, String element) {
        if (bracket.isSelected()) {
            List<String> each = List.of(values.getText().strip().split("\\s*[,;]\\s*"));
            return Trials.bracket(shot, dial.path(), each);
        }
        int wanted = (int) whole(count, "how many");
        if (seeds.isSelected()) {
            long first = whole(seed, "the first seed");
            if (wanted < 1 || wanted > Trials.MOST) {
                return Trials.seeds(shot, element, LongStream.range(0, wanted).boxed().toList());
            }
            return Trials.seeds(
                    shot, element, LongStream.range(first, first + wanted).boxed().toList());
        }
        Map<String, Trials.Range> between = new LinkedHashMap<>();
        for (Between range : ranges) {
            Quantity quantity = quantity(range.dial.path()).orElseThrow().quantity;
            double from = quantity.parse(range.from.getText());
            double to = quantity.parse(range.to.getText());
            if (between.put(range.dial.path(), new Trials.Range(from, to)) != null) {
                throw new ShotException(range.dial.getText() + " is there twice");
            }
        }
        return Trials.drawn(shot, element, between, wanted, whole(draw, "the draw"));
    }

    private static long whole(TextField field, String what) {
        try {
            return Long.parseLong(field.getText().strip());
        } catch (NumberFormatException e) {
            throw new ShotException(
                    what + " must be a whole number, not '" + field.getText() + "'", e);
        }
    }

    private void say(String text) {
        problem.setText(text);
        problem.setVisible(!text.isEmpty());
        problem.setManaged(problem.isVisible());
    }
}
