package ashfall.desk.render;

import ashfall.desk.document.Document;
import ashfall.desk.run.Run;
import ashfall.desk.run.Runs;
import ashfall.shot.Element;
import ashfall.shot.Gas;

import javafx.scene.control.MenuButton;
import javafx.scene.control.RadioMenuItem;
import javafx.scene.control.ToggleGroup;
import javafx.scene.control.Tooltip;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/// Which runs finished pictures are made of: firings, or what the fireground shows, sketches or
/// firings.
final class WhatChoice extends MenuButton {
    private enum What {
        EITHER("firings, or else what is shown"),
        FIRINGS("firings"),
        SHOWN("what is shown");

        private final String words;

        What(String words) {
            this.words = words;
        }
    }

    private final Document document;
    private final Runs runs;
    private What what = What.EITHER;

    /// @param changed is told when another is chosen
    WhatChoice(Document document, Runs runs, Runnable changed) {
        this.document = document;
        this.runs = runs;
        setId("render-of");
        setText(what.words);
        setTooltip(
                new Tooltip(
                        "Firings: of each element the one shown, else its newest; what is shown"
                                + " may be sketches"));
        ToggleGroup group = new ToggleGroup();
        for (What one : What.values()) {
            RadioMenuItem item = new RadioMenuItem(one.words);
            item.setId("render-of-" + one.name().toLowerCase(Locale.ROOT));
            item.setToggleGroup(group);
            item.setSelected(one == what);
            item.setOnAction(
                    e -> {
                        what = one;
                        setText(one.words);
                        changed.run();
                    });
            getItems().add(item);
        }
    }

    /// Those of the elements, that of the element looked at first; volumes of other programs are
    /// seen besides.
    List<Run> runs() {
        List<Run> firings = what == What.SHOWN ? List.of() : firings();
        return firings.isEmpty() && what != What.FIRINGS ? shown() : firings;
    }

    /// Why there are none, in a sentence.
    String whyNone() {
        return what == What.FIRINGS
                ? "there is no firing yet: arm and fire first (Ctrl+Enter)"
                : "there is no frame yet";
    }

    /// Those of the fireground.
    private List<Run> shown() {
        List<Run> all = new ArrayList<>(runs.others());
        all.removeAll(runs.volumes().all());
        if (runs.shown() != null) {
            all.addFirst(runs.shown());
        }
        all.removeIf(Run::isEmpty);
        return all;
    }

    /// The firing shown of each element that is on, else its newest.
    private List<Run> firings() {
        List<Run> seen = shown();
        seen.removeIf(run -> !run.isFiring());
        for (Run run : runs.firings().all().reversed()) {
            boolean has = seen.stream().anyMatch(other -> other.element().equals(run.element()));
            if (!has && !run.isEmpty() && isOn(run.element())) {
                seen.add(run);
            }
        }
        return seen;
    }

    private boolean isOn(String element) {
        Element found = document.shot().elements().get(element);
        return found != null && found.gas().get(Gas.ON);
    }
}
