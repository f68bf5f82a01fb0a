package ashfall.validation;

import org.knowm.xchart.BitmapEncoder;
import org.knowm.xchart.XYChart;
import org.knowm.xchart.XYChartBuilder;
import org.knowm.xchart.style.markers.SeriesMarkers;

import java.awt.Color;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/// A section of `docs/validation.md`: a table of what was measured against what was wanted, and
/// plots. Written over the section of the same name, and only where the property `validation.docs`
/// names the folder.
final class Report {
    private final String name;
    private final String title;
    private final String about;
    private final List<String> rows = new ArrayList<>();
    private final List<String> plots = new ArrayList<>();

    /// @param name of the section's marks and plots, in lower case
    Report(String name, String title, String about) {
        this.name = name;
        this.title = title;
        this.about = about;
    }

    /// Adds a row and says whether the figure holds.
    boolean row(String what, double measured, double wanted, double share, String unit) {
        boolean holds = Math.abs(measured - wanted) <= share * Math.abs(wanted);
        row(
                what,
                number(measured) + " " + unit,
                String.format(Locale.ROOT, "%s ± %s %%", number(wanted), trimmed(100 * share)),
                holds);
        return holds;
    }

    void row(String what, String measured, String wanted, boolean holds) {
        String row =
                String.format("| %s | %s | %s | %s |", what, measured, wanted, holds ? "" : "no");
        System.out.println(row);
        rows.add(row);
    }

    /// An empty plot of two axes.
    static XYChart plot(String title, String x, String y) {
        XYChart chart =
                new XYChartBuilder()
                        .width(720)
                        .height(400)
                        .title(title)
                        .xAxisTitle(x)
                        .yAxisTitle(y)
                        .build();
        chart.getStyler()
                .setChartBackgroundColor(Color.WHITE)
                .setPlotBorderVisible(false)
                .setLegendBorderColor(Color.WHITE);
        return chart;
    }

    /// Adds a line to a plot.
    static void line(XYChart chart, String label, double[] x, double[] y) {
        chart.addSeries(label, x, y).setMarker(SeriesMarkers.NONE);
    }

    void add(String file, XYChart chart) {
        if (folder() == null) {
            return;
        }
        try {
            Path pictures = Files.createDirectories(folder().resolve("validation"));
            BitmapEncoder.saveBitmap(
                    chart,
                    pictures.resolve(file + ".png").toString(),
                    BitmapEncoder.BitmapFormat.PNG);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        plots.add("![" + chart.getTitle() + "](validation/" + file + ".png)");
    }

    /// Replaces the section in the document.
    void write(String command) {
        if (folder() == null) {
            return;
        }
        String begin = "<!-- " + name + " -->\n";
        String end = "<!-- end of " + name + " -->\n";
        StringBuilder text = new StringBuilder(begin);
        text.append("## ").append(title).append("\n\n").append(about).append("\n\n`");
        text.append(command).append("`\n\n");
        text.append("| what | measured | wanted | misses |\n|---|---|---|---|\n");
        rows.forEach(row -> text.append(row).append('\n'));
        text.append('\n');
        plots.forEach(plot -> text.append(plot).append("\n\n"));
        text.append(end);
        Path file = folder().resolve("validation.md");
        synchronized (Report.class) {
            try {
                String all = Files.exists(file) ? Files.readString(file) : "# Validation\n\n";
                int from = all.indexOf(begin);
                int to = all.indexOf(end);
                all =
                        from < 0
                                ? all + "\n" + text
                                : all.substring(0, from) + text + all.substring(to + end.length());
                Files.writeString(file, all);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }

    private static Path folder() {
        String docs = System.getProperty("validation.docs", "");
        return docs.isEmpty() ? null : Path.of(docs);
    }

    private static String trimmed(double value) {
        return value == Math.rint(value) ? Long.toString((long) value) : Double.toString(value);
    }

    static String number(double value) {
        double size = Math.abs(value);
        return String.format(Locale.ROOT, size < 1 ? "%.4f" : size < 10 ? "%.2f" : "%.0f", value);
    }
}
