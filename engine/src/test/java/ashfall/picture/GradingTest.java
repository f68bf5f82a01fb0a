package ashfall.picture;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

import java.util.List;

/// What the grade makes of light.
class GradingTest {
    private static final int SIZE = 65;
    private static final int MIDDLE = SIZE / 2 * SIZE + SIZE / 2;

    private final Workers workers = new Workers(2);

    @AfterEach
    void close() {
        workers.close();
    }

    private static Shot shot(String... settings) {
        return Settings.with(Shot.empty("test"), List.of(settings));
    }

    /// Even light, and another pixel in the middle.
    private static Picture picture(float[] even, float[] middle) {
        float[] rgb = new float[3 * SIZE * SIZE];
        for (int p = 0; p < SIZE * SIZE; p++) {
            System.arraycopy(p == MIDDLE ? middle : even, 0, rgb, 3 * p, 3);
        }
        float[] none = new float[SIZE * SIZE];
        return new Picture(SIZE, SIZE, rgb, none, none, 1);
    }

    private float[] middle(float[] light, String... settings) {
        float[] dark = new float[3];
        float[] all = Print.of(picture(dark, light), shot(settings), workers).rgb();
        return new float[] {all[3 * MIDDLE], all[3 * MIDDLE + 1], all[3 * MIDDLE + 2]};
    }

    @Test
    void gradeAtDefault_isTheFilmAlone() {
        Picture p = picture(new float[] {0.2f, 0.1f, 0.05f}, new float[] {9, 3, 0.5f});
        assertArrayEquals(Print.ungraded(p, workers).rgb(), Print.of(p, shot(), workers).rgb(), 0);
    }

    @ParameterizedTest
    @ValueSource(doubles = {2200, 3200, 5000, 9000})
    void whiteBalance_showsTheLightOfItsTemperatureAsThatOf6500(double kelvin) {
        float[] lamp = light(kelvin, 0.3);
        float[] day = light(6500, 0.3);
        float[] shown = middle(lamp, "grade.white.light=" + kelvin, "grade.film.on=off");
        float[] wanted = middle(day, "grade.film.on=off");
        assertEquals(wanted[0] / wanted[1], shown[0] / shown[1], 0.02);
        assertEquals(wanted[2] / wanted[1], shown[2] / shown[1], 0.02);
    }

    /// Of a black body, with a luminance.
    private static float[] light(double kelvin, double luminance) {
        double[] xyz = Blackbody.xyz(kelvin);
        double[] rgb = Blackbody.linearSrgb(xyz);
        return new float[] {
            (float) (rgb[0] / xyz[1] * luminance),
            (float) (rgb[1] / xyz[1] * luminance),
            (float) (rgb[2] / xyz[1] * luminance)
        };
    }

    @Test
    void halo_spreadsItsShareOverABellOfItsSize() {
        float[] spread = new float[3 * SIZE * SIZE];
        float[] from = picture(new float[3], new float[] {100, 100, 100}).rgb();
        // 4 % of 65 pixels are 2.6.
        new Grading.Glow(0.5f, 4, 0.04f).add(from, spread, SIZE, SIZE, workers);
        double sum = 0;
        double square = 0;
        for (int p = 0; p < SIZE * SIZE; p++) {
            double x = p % SIZE - SIZE / 2;
            sum += spread[3 * p];
            square += spread[3 * p] * x * x;
        }
        assertEquals(0.5 * (100 - 4), sum, 0.01, "what is over the threshold");
        assertEquals(2.6, Math.sqrt(square / sum), 0.05);
        double onItsSide = spread[3 * (MIDDLE + 3)];
        assertEquals(onItsSide, spread[3 * (MIDDLE - 3)], 1e-5, "left and right");
        assertEquals(onItsSide, spread[3 * (MIDDLE + 3 * SIZE)], 1e-5, "and below");
    }

    @Test
    void halo_ofWhatIsNotBrightEnough_isNone() {
        Picture p = picture(new float[3], new float[] {1.9f, 1.9f, 1.9f});
        float[] with = Print.of(p, shot("grade.halo.strength=1"), workers).rgb();
        assertArrayEquals(Print.ungraded(p, workers).rgb(), with, 0);
    }

    @Test
    void halo_switchedOff_isNone() {
        Picture p = picture(new float[3], new float[] {50, 50, 50});
        Shot off = shot("grade.halo.strength=1", "grade.halo.on=off");
        assertArrayEquals(Print.ungraded(p, workers).rgb(), Print.of(p, off, workers).rgb(), 0);
    }

    @Test
    void saturation_ofNone_isGreyOfTheSameLuminance() {
        float[] light = {0.4f, 0.2f, 0.1f};
        float[] shown = middle(light);
        float[] grey = middle(light, "grade.colour.saturation=0");
        double luminance = 0.2126 * shown[0] + 0.7152 * shown[1] + 0.0722 * shown[2];
        for (float channel : grey) {
            assertEquals(luminance, channel, 1e-5);
        }
    }

    @Test
    void ranges_changeTheirOwnColourOnly() {
        float[] red = {0.4f, 0.01f, 0.01f};
        float[] blue = {0.01f, 0.01f, 0.4f};
        String[] darker = {"grade.colour.redLight=-1", "grade.film.on=off"};
        assertTrue(middle(red, darker)[0] < 0.22f, "a stop less of red");
        assertArrayEquals(blue, middle(blue, darker), 1e-6f);
        float[] turned = middle(red, "grade.colour.redHue=60", "grade.film.on=off");
        assertArrayEquals(new float[] {0.4f, 0.4f, 0.01f}, turned, 1e-5f, "a sixth is yellow");
    }

    @Test
    void filmOff_cutsWhatIsTooBright() {
        assertArrayEquals(
                new float[] {1, 0.5f, 0}, middle(new float[] {7, 0.5f, 0}, "grade.film.on=off"), 0);
    }

    @Test
    void gradeOff_isTheFilmAlone() {
        float[] light = {0.4f, 0.2f, 0.1f};
        float[] off =
                middle(
                        light,
                        "grade.applied=off",
                        "grade.colour.saturation=0",
                        "grade.film.on=off");
        assertArrayEquals(middle(light), off, 0);
    }
}
