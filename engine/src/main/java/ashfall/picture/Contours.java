package ashfall.picture;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/// Lines of equal value on a picture (marching squares; at saddles the low sides are cut off).
/// Values lie in the middles of pixels; beyond the rim they are 0, so that all lines are closed.
public final class Contours {
    private final float[] values;
    private final int width;
    private final int height;
    private final float level;

    /// The next edge of a line by the edge before; edges are numbered from the upper left, those to
    /// the right of a point even, those below it odd.
    private final Map<Integer, Integer> next = new HashMap<>();

    private Contours(float[] values, int width, int height, float level) {
        this.values = values;
        this.width = width;
        this.height = height;
        this.level = level;
    }

    /// Lines around what is over a level, each as x and y in turns, in pixels from the upper left
    /// corner; after the last comes the first again.
    ///
    /// @param values row by row
    /// @param level above 0
    public static List<float[]> of(float[] values, int width, int height, float level) {
        return new Contours(values, width, height, level).lines();
    }

    private List<float[]> lines() {
        for (int y = -1; y < height; y++) {
            for (int x = -1; x < width; x++) {
                cross(x, y);
            }
        }
        List<float[]> lines = new ArrayList<>();
        while (!next.isEmpty()) {
            int first = next.keySet().iterator().next();
            List<Integer> edges = new ArrayList<>();
            for (Integer at = next.remove(first); at != null; at = next.remove(at)) {
                edges.add(at);
            }
            float[] line = new float[2 * edges.size()];
            for (int i = 0; i < edges.size(); i++) {
                put(edges.get(i), line, 2 * i);
            }
            lines.add(line);
        }
        lines.sort((a, b) -> b.length - a.length);
        return lines;
    }

    private float value(int x, int y) {
        return x < 0 || y < 0 || x >= width || y >= height ? 0 : values[y * width + x];
    }

    private boolean isIn(int x, int y) {
        return value(x, y) > level;
    }

    /// The edge from a point to the right (0) or down (1).
    private int edge(int x, int y, int down) {
        return 2 * ((y + 1) * (width + 2) + x + 1) + down;
    }

    /// Links the edges of a square between four points.
    private void cross(int x, int y) {
        boolean a = isIn(x, y);
        boolean b = isIn(x + 1, y);
        boolean c = isIn(x + 1, y + 1);
        boolean d = isIn(x, y + 1);
        int top = edge(x, y, 0);
        int right = edge(x + 1, y, 1);
        int bottom = edge(x, y + 1, 0);
        int left = edge(x, y, 1);
        // Going round by the clock, a line comes in where the corners turn from out to in, and
        // leaves at the next edge where they turn from in to out.
        boolean[] corners = {a, b, c, d};
        int[] edges = {top, right, bottom, left};
        for (int i = 0; i < 4; i++) {
            if (!corners[i] && corners[(i + 1) % 4]) {
                int out = (i + 1) % 4;
                while (corners[(out + 1) % 4]) {
                    out = (out + 1) % 4;
                }
                next.put(edges[i], edges[out]);
            }
        }
    }

    private void put(int edge, float[] line, int at) {
        int point = edge / 2;
        int x = point % (width + 2) - 1;
        int y = point / (width + 2) - 1;
        boolean down = edge % 2 == 1;
        float from = value(x, y);
        float to = value(down ? x : x + 1, down ? y + 1 : y);
        float t = (level - from) / (to - from);
        line[at] = x + 0.5f + (down ? 0 : t);
        line[at + 1] = y + 0.5f + (down ? t : 0);
    }
}
