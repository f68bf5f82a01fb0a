package ashfall.picture;

import ashfall.shot.Grade;
import ashfall.shot.Item;
import ashfall.shot.Quantity;
import ashfall.shot.Shot;
import ashfall.work.Workers;

import java.util.List;

/// The grade of a shot as plain numbers, and how a picture is developed by it: white balance, halo
/// and veil on scene-linear light; the film's curve; colour on what that shows.
///
/// @param balance factors on red, green and blue
/// @param turns whether any range changes anything
/// @param ranges turn of hue in sixths of a circle and factor of brightness, a pair a range of
///     [Grade#RANGES]
record Grading(
        float[] balance,
        Glow halo,
        Glow veil,
        boolean film,
        float saturation,
        boolean turns,
        float[] ranges) {

    /// Nothing but the film's curve.
    static final Grading NONE = of(Shot.empty("none"));

    /// Hues in the middle of the ranges, in sixths of a circle, and that of the first once more.
    private static final float[] MIDDLES = {0, 0.8f, 2, 4, 6};

    /// Spread light: a share of what is brighter than a threshold, over a bell of a width.
    ///
    /// @param threshold light from which on it is spread; 1 is plain white
    /// @param size standard deviation over the picture's width
    record Glow(float strength, float threshold, float size) {
        static Glow of(Item grade, boolean on, List<Quantity> of) {
            return new Glow(
                    on ? (float) grade.number(of.get(0)) : 0,
                    (float) Math.pow(2, grade.number(of.get(1))),
                    (float) (grade.number(of.get(2)) / 100));
        }

        /// Adds what is spread of the light `from` to `to`.
        void add(float[] from, float[] to, int width, int height, Workers workers) {
            if (strength == 0) {
                return;
            }
            float[] bright = new float[from.length];
            workers.forEachSlab(
                    height,
                    (row, worker) -> {
                        for (int i = 3 * row * width; i < 3 * (row + 1) * width; i += 3) {
                            float light =
                                    0.2126f * from[i]
                                            + 0.7152f * from[i + 1]
                                            + 0.0722f * from[i + 2];
                            float share =
                                    light > threshold ? strength * (1 - threshold / light) : 0;
                            for (int k = 0; k < 3; k++) {
                                bright[i + k] = share * from[i + k];
                            }
                        }
                    });
            Blur.blur(bright, width, height, size * width, workers);
            workers.forEachSlab(
                    height,
                    (row, worker) -> {
                        for (int i = 3 * row * width; i < 3 * (row + 1) * width; i++) {
                            to[i] += bright[i];
                        }
                    });
        }
    }

    static Grading of(Shot shot) {
        Item grade = shot.grade();
        boolean on = grade.get(Grade.APPLIED);
        boolean coloured = on && grade.get(Grade.COLOUR_ON);
        float[] ranges = new float[2 * Grade.RANGES.size()];
        boolean turns = false;
        for (int i = 0; i < Grade.RANGES.size(); i++) {
            ranges[2 * i] = coloured ? (float) (grade.number(Grade.HUES.get(i)) / 60) : 0;
            ranges[2 * i + 1] = coloured ? (float) grade.number(Grade.LIGHTS.get(i)) : 0;
            turns |= ranges[2 * i] != 0 || ranges[2 * i + 1] != 0;
        }
        return new Grading(
                on && grade.get(Grade.WHITE_ON)
                        ? balance(grade.number(Grade.WHITE), grade.number(Grade.TINT))
                        : new float[] {1, 1, 1},
                Glow.of(grade, on && grade.get(Grade.HALO_ON), Grade.HALO),
                Glow.of(grade, on && grade.get(Grade.VEIL_ON), Grade.VEIL),
                !on || grade.get(Grade.FILM_ON),
                coloured ? (float) grade.number(Grade.SATURATION) : 1,
                turns,
                ranges);
    }

    /// Factors that show a black body's light as that of 6500 K is shown else, at the same
    /// luminance of a grey (von Kries on linear sRGB).
    private static float[] balance(double kelvin, double tint) {
        double[] from = Blackbody.linearSrgb(Blackbody.xyz(kelvin));
        double[] to = Blackbody.linearSrgb(Blackbody.xyz(6500));
        double[] factor = new double[3];
        for (int k = 0; k < 3; k++) {
            // Of light below 1,900 K no blue is left in sRGB.
            double share = Math.max(0.01, from[k] / from[0]);
            factor[k] = to[k] / to[0] / share;
        }
        factor[1] *= Math.pow(2, -0.5 * tint);
        double grey = 0.2126 * factor[0] + 0.7152 * factor[1] + 0.0722 * factor[2];
        float[] balance = new float[3];
        for (int k = 0; k < 3; k++) {
            balance[k] = (float) (factor[k] / grey);
        }
        return balance;
    }

    /// Display-linear 0 to 1 of a picture, three floats a pixel.
    float[] develop(Picture picture, Workers workers) {
        int width = picture.width();
        int height = picture.height();
        float[] light = new float[3 * width * height];
        float exposure = (float) picture.exposure();
        workers.forEachSlab(
                height,
                (row, worker) -> {
                    for (int i = 3 * row * width; i < 3 * (row + 1) * width; i++) {
                        light[i] = picture.rgb()[i] * exposure * balance[i % 3];
                    }
                });
        if (halo.strength > 0 || veil.strength > 0) {
            float[] before = light.clone();
            halo.add(before, light, width, height, workers);
            veil.add(before, light, width, height, workers);
        }
        workers.forEachSlab(
                height,
                (row, worker) -> {
                    float[] c = new float[3];
                    for (int i = 3 * row * width; i < 3 * (row + 1) * width; i += 3) {
                        System.arraycopy(light, i, c, 0, 3);
                        show(c);
                        System.arraycopy(c, 0, light, i, 3);
                    }
                });
        return light;
    }

    private void show(float[] c) {
        if (film) {
            Tone.apply(c);
        } else {
            for (int k = 0; k < 3; k++) {
                c[k] = Math.max(0, Math.min(1, c[k]));
            }
        }
        if (turns) {
            turn(c);
        }
        if (saturation != 1) {
            float grey = 0.2126f * c[0] + 0.7152f * c[1] + 0.0722f * c[2];
            for (int k = 0; k < 3; k++) {
                c[k] = Math.max(0, Math.min(1, grey + saturation * (c[k] - grey)));
            }
        }
    }

    /// Turns hue and changes brightness by the range that a colour is in; half of each of two
    /// between their middles, and less the greyer it is.
    private void turn(float[] c) {
        float most = Math.max(c[0], Math.max(c[1], c[2]));
        float least = Math.min(c[0], Math.min(c[1], c[2]));
        if (most <= least) {
            return;
        }
        float hue = hue(c, most, most - least);
        int range = 0;
        while (hue >= MIDDLES[range + 1]) {
            range++;
        }
        float t = (hue - MIDDLES[range]) / (MIDDLES[range + 1] - MIDDLES[range]);
        int next = (range + 1) % Grade.RANGES.size();
        float turned = ranges[2 * range] + t * (ranges[2 * next] - ranges[2 * range]);
        float stops = ranges[2 * range + 1] + t * (ranges[2 * next + 1] - ranges[2 * range + 1]);
        if (turned != 0) {
            for (int k = 0; k < 3; k++) {
                c[k] = channel(hue + turned - 2 * k, most, least);
            }
        }
        if (stops != 0) {
            float factor = (float) Math.pow(2, stops * (most - least) / most);
            for (int k = 0; k < 3; k++) {
                c[k] = Math.min(1, c[k] * factor);
            }
        }
    }

    /// In sixths of a circle, 0 to 6, from red over yellow.
    private static float hue(float[] c, float most, float range) {
        float hue;
        if (most == c[0]) {
            hue = (c[1] - c[2]) / range;
        } else if (most == c[1]) {
            hue = 2 + (c[2] - c[0]) / range;
        } else {
            hue = 4 + (c[0] - c[1]) / range;
        }
        return hue < 0 ? hue + 6 : Math.min(hue, 5.999999f);
    }

    /// Light of a channel by the way of the hue from the channel's own, in sixths of a circle.
    private static float channel(float way, float most, float least) {
        float off = Math.abs(way - 6 * Math.round(way / 6));
        return least + (most - least) * Math.max(0, Math.min(1, 2 - off));
    }
}
