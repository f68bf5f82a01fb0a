package ashfall.geometry;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.Vec3;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.SplittableRandom;

class ObjFileTest {
    private static final String SQUARE = "v 0 0 0\nv 2 0 0\nv 2 1 0\nv 0 1 0\n";

    @TempDir Path folder;

    private Mesh read(String text) throws IOException {
        Path file = folder.resolve("a.obj");
        Files.writeString(file, text);
        return ObjFile.read(file);
    }

    private static void assertClose(Vec3 wanted, Vec3 got) {
        assertEquals(0, wanted.minus(got).length(), 1e-6, wanted + " " + got);
    }

    @Test
    void facesOfMoreCorners_areTriangles() throws IOException {
        Mesh mesh = read(SQUARE + "f 1 2 3 4\nf -4 -2 -1\n");
        assertEquals(3, mesh.count());
        assertClose(new Vec3(2, 1, 0), mesh.corner(1, 1));
        assertClose(new Vec3(0, 0, 1), mesh.facing(0));
        assertClose(new Vec3(0, 0, 1), mesh.normal(2, 0.3, 0.3));
        assertClose(new Vec3(1, 0.5, 0), mesh.place(0, 0, 0.5));
        assertTrue(Float.isNaN(mesh.colours()[0]));
    }

    /// By hand: a roof of 90 degrees keeps its ridge, one of 20 is round.
    @Test
    void withoutNormals_shallowEdgesAreSmooth() throws IOException {
        double rise = Math.tan(Math.toRadians(10));
        String low = "v -1 0 0\nv -1 0 1\nv 0 %s 0\nv 0 %s 1\nv 1 0 0\nv 1 0 1\n";
        String faces = "f 1 2 4 3\nf 3 4 6 5\n";
        Mesh flat = read(String.format(low, rise, rise) + faces);
        assertClose(new Vec3(0, 1, 0), flat.normal(0, 0, 1));
        Mesh steep = read(String.format(low, 1, 1) + faces);
        assertClose(new Vec3(-1, 1, 0).unit(), steep.normal(0, 0, 1));
    }

    @Test
    void normalsOfTheFile_count() throws IOException {
        Mesh mesh = read(SQUARE + "vn 0 3 4\nf 1//1 2//1 3//1\n");
        assertClose(new Vec3(0, 0.6, 0.8), mesh.normal(0, 0.2, 0.5));
    }

    @Test
    void materials_giveColoursWhereTheyAre() throws IOException {
        Files.writeString(
                folder.resolve("m.mtl"),
                "newmtl red\nKd 0.5 0.1 0.1\nnewmtl grey\nKd 0.2 0.2 0.2\n");
        Mesh mesh =
                read(
                        "mtllib m.mtl\n"
                                + SQUARE
                                + "f 1 2 3\nusemtl red\nf 1 2 3\nf 1 3 4\nusemtl grey\nf 1 2 4\n"
                                + "usemtl none\nf 1 2 4\n");
        assertTrue(Float.isNaN(mesh.colours()[0]));
        assertEquals(0.5f, mesh.colours()[3]);
        assertEquals(0.1f, mesh.colours()[7]);
        assertEquals(0.2f, mesh.colours()[9]);
        assertTrue(Float.isNaN(mesh.colours()[12]), "no such material");
        assertEquals(1, read("mtllib gone.mtl\n" + SQUARE + "f 1 2 3\n").count());
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "v 0 0 0|there are no faces in it",
                "v 0 0 0;v 1 0 0;v 2 0 0;f 1 2 3|there are no faces in it",
                "v 0 0 0;v NaN 0 0;v 2 1 0;f 1 2 3|its point 2 lies nowhere",
                "v 0 0 0;v 1 0 0;v 2 1 0;f 1 2 9|it is not a mesh in the OBJ format",
                "v 0 0 x;f 1 2 9|it is not a mesh in the OBJ format"
            })
    void whatIsNoMesh_isSaid(String text, String words) {
        IOException e = assertThrows(IOException.class, () -> read(text.replace(';', '\n')));
        assertTrue(words == null || e.getMessage().startsWith(words), e.getMessage());
    }

    @Test
    void missingFile_isSaid() {
        Path gone = folder.resolve("gone.obj");
        String words = assertThrows(IOException.class, () -> ObjFile.read(gone)).getMessage();
        assertEquals("there is no such file", words);
    }

    /// Whatever is done to a file, it is read or refused in a sentence.
    @Test
    void brokenFiles_areReadOrRefused() throws IOException {
        String whole = "mtllib m.mtl\n" + SQUARE + "vn 0 0 1\nusemtl a\nf 1//1 2//1 3//1 4//1\n";
        Path file = folder.resolve("b.obj");
        SplittableRandom chance = new SplittableRandom(1);
        int read = 0;
        for (int i = 0; i < 2000; i++) {
            byte[] bytes = whole.getBytes(StandardCharsets.ISO_8859_1);
            for (int k = 0; k < 1 + i % 4; k++) {
                bytes[chance.nextInt(bytes.length)] = (byte) chance.nextInt(10, 127);
            }
            Files.write(file, bytes);
            try {
                read += ObjFile.read(file).count() > 0 ? 1 : 0;
            } catch (IOException e) {
                assertTrue(e.getMessage() != null && !e.getMessage().isEmpty());
            }
        }
        assertTrue(read > 100 && read < 1900, "some of each: " + read);
    }

    @Test
    void placed_isScaledTurnedAndMoved() throws IOException {
        Mesh mesh = read("v 0 0 0\nv 0 0 10\nv 0 10 0\nf 1 2 3\n");
        Mesh placed = mesh.placed(0.1, true, new Vec3(0, 90, 0), new Vec3(5, 0, 0));
        // Its z was up, its y to the back.
        assertClose(new Vec3(5, 1, 0), placed.corner(0, 1));
        assertClose(new Vec3(4, 0, 0), placed.corner(0, 2));
        assertClose(placed.facing(0), placed.normal(0, 0, 0));
        assertClose(new Vec3(4, 0, 0), placed.room()[0]);
        assertClose(new Vec3(5, 1, 0), placed.room()[1]);
    }
}
