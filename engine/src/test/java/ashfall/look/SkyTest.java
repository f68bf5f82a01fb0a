package ashfall.look;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.firing.PictureCheck;
import ashfall.grid.Frame;
import ashfall.grid.Lattice;
import ashfall.picture.Exr;
import ashfall.picture.Layers;
import ashfall.picture.Panorama;
import ashfall.picture.Part;
import ashfall.picture.Region;
import ashfall.shot.Item;
import ashfall.shot.NewShot;
import ashfall.shot.Reference;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.ShotFile;
import ashfall.shot.Sun;
import ashfall.shot.Vec3;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;

import javax.imageio.ImageIO;

/// Light of a picture of the sky, against integrals over the upper half.
class SkyTest {
    private static final Workers WORKERS = new Workers(2);
    private static final int WIDTH = 128;

    @AfterAll
    static void close() {
        WORKERS.close();
    }

    /// Light by column and row.
    private interface Light {
        double at(double around, double up);
    }

    /// @param light red, green and blue alike, of the angles around and up, radians
    private static Panorama panorama(Light light) {
        float[] rgb = new float[3 * WIDTH * WIDTH / 2];
        for (int i = 0; i < rgb.length; i++) {
            double around = ((i / 3 % WIDTH + 0.5) / WIDTH - 0.5) * 2 * Math.PI;
            double up = (0.5 - (i / 3 / WIDTH + 0.5) / (WIDTH / 2)) * Math.PI;
            rgb[i] = (float) light.at(around, up);
        }
        return new Panorama(WIDTH, WIDTH / 2, rgb);
    }

    /// An even picture is the plain sky: colour, shares, and what slopes get.
    @Test
    void even_isAsThePlainSky() {
        Sky sky = new Sky(panorama((around, up) -> 3));
        assertEquals(1, sky.colour().x(), 1e-6);
        Vec3[] directions = GasLight.Detail.FINE.sky();
        for (double share : sky.shares(directions)) {
            assertEquals(1, share, 0.01);
        }
        assertEquals(1, green(sky, new Vec3(0, 1, 0)), 0.01);
        assertEquals(0.5, green(sky, new Vec3(0, 0, 1)), 0.02);
        assertEquals(0, green(sky, new Vec3(0, -1, 0)), 0.03);
        float[] seen = new float[3];
        sky.add(new Vec3(0.6, 0.8, 0), 5000, seen, 0);
        assertEquals(5000 / Math.PI, seen[0], 2);
    }

    /// The picture's middle lies ahead along −z; turned by a quarter it lies to the right.
    @Test
    void turned_comesFromWhereItWasTurnedTo() {
        Sky ahead = new Sky(panorama((around, up) -> Math.abs(around) < 0.6 ? 9 : 1));
        Vec3 north = new Vec3(0, 0.1, -1).unit();
        Vec3 east = new Vec3(1, 0.1, 0).unit();
        Sky right = ahead.turnedBy(Math.PI / 2);
        assertEquals(9, radiance(ahead, north) / radiance(ahead, east), 0.01);
        assertEquals(9, radiance(right, east) / radiance(right, north), 0.01);
        assertEquals(green(ahead, new Vec3(0, 0, -1)), green(right, new Vec3(1, 0, 0)), 1e-9);
        assertTrue(green(right, new Vec3(1, 0, 0)) > 2 * green(right, new Vec3(-1, 0, 0)));
        Vec3[] directions = GasLight.Detail.FINE.sky();
        double[] shares = right.shares(directions);
        double mean = Arrays.stream(shares).average().orElseThrow();
        for (int i = 0; i < shares.length; i++) {
            Vec3 d = directions[i];
            if (d.x() > 0.5 && Math.abs(d.z()) < 0.3 * d.x()) {
                assertTrue(shares[i] > 1.5 * mean, d + " " + shares[i]);
            }
        }
    }

    /// What a surface gets of a lux of skylight.
    private static double green(Sky sky, Vec3 normal) {
        double[] out = new double[3];
        sky.irradiance(normal, 1, out);
        return out[1];
    }

    private static float radiance(Sky sky, Vec3 d) {
        float[] seen = new float[3];
        sky.add(d, 1, seen, 0);
        return seen[1];
    }

    /// What lies level gets the skylight that is asked for, whatever the picture's unit; colours
    /// are the picture's; it is behind all only where asked.
    @Test
    void skylight_isAsMuchAsAsked_inThePicturesColours(@TempDir Path folder) throws IOException {
        BufferedImage red = new BufferedImage(64, 32, BufferedImage.TYPE_INT_RGB);
        for (int i = 0; i < 64 * 32; i++) {
            red.setRGB(i % 64, i / 64, 0xff8040);
        }
        Path file = folder.resolve("dusk.png");
        ImageIO.write(red, "png", file.toFile());
        String[] lit = {"sun.skyPicture=" + file, "sun.sky=4000", "sun.strength=0"};
        Shading shading = Shading.of(shot(lit), 0);
        Vec3 light = shading.skylight();
        assertEquals(4000, 0.2126 * light.x() + 0.7152 * light.y() + 0.0722 * light.z(), 0.01);
        assertEquals(0.2158605, light.y() / light.x(), 1e-4, "0x80 is 21.6 % of the light");

        String[] shown = {lit[0], lit[1], lit[2], "sun.skyShown=true"};
        float[] seen = behind(shot(shown));
        assertTrue(behind(shot(lit))[0] < 0.9 * seen[0], "a plain sky is seen");
        assertEquals(light.x() / Math.PI, seen[0], 0.01 * seen[0]);
        assertEquals(light.z() / Math.PI, seen[2], 0.01 * seen[0]);
    }

    private static Shot shot(String... settings) {
        List<String> all = new ArrayList<>(List.of(settings));
        all.add("look.rays=1");
        all.add("camera.position=0,5,16");
        all.add("camera.target=0,9,0");
        return Settings.with(NewShot.make("burner", List.of()), all);
    }

    /// Light of the background in the middle of the picture's upper edge.
    private static float[] behind(Shot shot) {
        Frame empty =
                new Frame(
                        1,
                        0,
                        new Lattice(0, 0, 0, 0.3),
                        Map.of("density", Blocks.grid("density", 0, () -> 0)));
        Layers picture =
                new Marcher(List.of(empty), shot, WORKERS)
                        .layers(View.of(shot.camera()), Region.whole(16, 16));
        float[] all = picture.light(Part.BACKGROUND);
        return Arrays.copyOfRange(all, 3 * 8, 3 * 9);
    }

    @Test
    void openExr_isReadAsItIs_andWhatCannotBeUsedIsSaid(@TempDir Path folder) throws IOException {
        Layers picture = new Layers(64, 32, 1);
        float[] light = picture.light(Part.BACKGROUND);
        Arrays.fill(light, 0.25f);
        light[3 * (5 * 64 + 7) + 1] = 400;
        Path file = folder.resolve("noon.exr");
        Exr.write(file, picture, List.of(), false);
        Panorama read = Panorama.read(file);
        assertEquals(64, read.width());
        assertEquals(400, read.rgb()[3 * (5 * 64 + 7) + 1]);
        assertEquals(0.25f, read.rgb()[3 * (5 * 64 + 7)]);

        Path square = folder.resolve("square.exr");
        Exr.write(square, new Layers(32, 32, 1), List.of(), true);
        assertEquals("it must be twice as wide as high, not 32x32", why(square));
        Path dark = folder.resolve("dark.exr");
        Exr.write(dark, new Layers(64, 32, 1), List.of(), true);
        assertEquals("its upper half is dark", why(dark));
        Path torn = folder.resolve("torn.exr");
        Files.write(torn, Arrays.copyOf(Files.readAllBytes(file), 700));
        assertTrue(why(torn).startsWith("it cannot be read as OpenEXR"), why(torn));
        Path text = folder.resolve("text.png");
        Files.writeString(text, "no picture");
        assertEquals("it is neither OpenEXR nor PNG nor JPEG", why(text));
        assertEquals("there is no such file", why(folder.resolve("gone.exr")));
        Shot gone = shot("sun.skyPicture=" + folder.resolve("gone.exr"));
        assertTrue(
                PictureCheck.check(gone, Map.of()).stream()
                        .anyMatch(found -> found.path().equals("sun.skyPicture")));
    }

    private static String why(Path file) {
        Item sun = shot("sun.skyPicture=" + file).sun();
        String said = assertThrows(ShotException.class, () -> Sky.of(sun)).getMessage();
        String head = "the picture of the sky '" + file + "' cannot be used: ";
        assertTrue(said.startsWith(head), said);
        return said.substring(head.length());
    }

    /// What lies beside the shot is named from its folder on, and found wherever that is.
    @Test
    void file_isNamedFromTheShotsFolder(@TempDir Path folder) throws IOException {
        Path file = folder.resolve("bay.ashfall");
        String still = folder.resolve("stills/kiln.png").toString();
        Item reference = Item.of(Reference.KIND).with(Reference.FILE, still);
        Shot shot =
                shot("sun.skyPicture=" + folder.resolve("skies/dusk.exr"))
                        .withGroup("references", Map.of("kiln", reference));
        Files.writeString(file, ShotFile.write(shot, file));
        assertTrue(Files.readString(file).contains("\"skies/dusk.exr\""));
        Path moved =
                Files.move(file, Files.createDirectory(folder.resolve("on")).resolve("b.ashfall"));
        assertEquals(
                folder.resolve("on/skies/dusk.exr").toString(),
                ShotFile.read(moved).shot().sun().get(Sun.SKY_PICTURE));
        assertEquals(
                folder.resolve("on/stills/kiln.png").toString(),
                ShotFile.read(moved).shot().references().get("kiln").get(Reference.FILE));
    }
}
