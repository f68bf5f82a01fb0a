package ashfall.geometry;

import ashfall.shot.Vec3;

import de.javagl.obj.FloatTuple;
import de.javagl.obj.Mtl;
import de.javagl.obj.MtlReader;
import de.javagl.obj.Obj;
import de.javagl.obj.ObjFace;
import de.javagl.obj.ObjReader;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/// Reads meshes from Wavefront OBJ files: faces of three and more corners, their normals, and the
/// diffuse colours of the material files beside them. Pictures on them, lines and curves are left
/// out.
///
/// Where a face has no normals, it is smooth towards those neighbours that it meets in less than
/// 40 degrees.
public final class ObjFile {
    /// More are refused: they would not be drawn while one waits.
    static final int MOST = 4_000_000;

    private static final double SMOOTH = StrictMath.cos(StrictMath.toRadians(40));

    private ObjFile() {}

    /// Files of a folder.
    @FunctionalInterface
    public interface Folder {
        /// @return null where it has no such file
        InputStream open(String name) throws IOException;
    }

    /// Reads a file.
    ///
    /// @throws IOException in one sentence without the file's name, where it cannot be used
    public static Mesh read(Path file) throws IOException {
        return read(
                file.getFileName().toString(),
                name -> {
                    Path beside = file.resolveSibling(name);
                    return Files.isRegularFile(beside) ? Files.newInputStream(beside) : null;
                });
    }

    /// Reads a file of a folder.
    ///
    /// @throws IOException in one sentence without the file's name, where it cannot be used
    public static Mesh read(String file, Folder folder) throws IOException {
        try (InputStream in = folder.open(file)) {
            if (in == null) {
                throw new IOException("there is no such file");
            }
            Obj obj = parse(new BufferedInputStream(in));
            return mesh(obj, colours(obj, folder));
        } catch (RuntimeException e) {
            throw noMesh(e);
        }
    }

    private static Obj parse(InputStream in) throws IOException {
        try {
            return ObjReader.read(in);
        } catch (IOException e) {
            throw noMesh(e);
        }
    }

    private static IOException noMesh(Exception e) {
        return new IOException("it is not a mesh in the OBJ format (" + e.getMessage() + ")", e);
    }

    /// Diffuse colours of the materials by their names; of files that are not there, none.
    private static Map<String, Vec3> colours(Obj obj, Folder folder) throws IOException {
        Map<String, Vec3> colours = new HashMap<>();
        for (String name : obj.getMtlFileNames()) {
            try (InputStream in = folder.open(name)) {
                List<Mtl> materials =
                        in == null ? List.of() : MtlReader.read(new BufferedInputStream(in));
                for (Mtl material : materials) {
                    if (material.getKd() != null) {
                        colours.put(material.getName(), vector(material.getKd()));
                    }
                }
            }
        }
        return colours;
    }

    private static Vec3 vector(FloatTuple tuple) {
        return new Vec3(tuple.getX(), tuple.getY(), tuple.getZ());
    }

    /// A triangle of a face: numbers of its corners in the file, and of their normals or −1.
    private record Piece(int[] points, int[] normals, Vec3 facing, Vec3 colour) {}

    private static Mesh mesh(Obj obj, Map<String, Vec3> colours) throws IOException {
        Vec3[] places = new Vec3[obj.getNumVertices()];
        for (int i = 0; i < places.length; i++) {
            places[i] = vector(obj.getVertex(i));
            if (!Double.isFinite(places[i].length())) {
                throw new IOException("its point " + (i + 1) + " lies nowhere: " + places[i]);
            }
        }
        List<Piece> pieces = new ArrayList<>();
        Vec3 colour = null;
        for (int i = 0; i < obj.getNumFaces(); i++) {
            ObjFace face = obj.getFace(i);
            // Said where a material begins only.
            String material = obj.getActivatedMaterialGroupName(face);
            colour = material == null ? colour : colours.get(material);
            for (int k = 2; k < face.getNumVertices(); k++) {
                Piece piece = piece(face, k, places, colour);
                // What has no area is not seen.
                if (piece.facing.length() > 0) {
                    pieces.add(piece);
                }
            }
            if (pieces.size() > MOST) {
                throw new IOException("it has more than " + MOST + " triangles; fewer would do");
            }
        }
        if (pieces.isEmpty()) {
            throw new IOException("there are no faces in it");
        }
        return joined(obj, places, pieces);
    }

    private static Piece piece(ObjFace face, int k, Vec3[] places, Vec3 colour) {
        int[] points = {face.getVertexIndex(0), face.getVertexIndex(k - 1), face.getVertexIndex(k)};
        int[] normals = {-1, -1, -1};
        if (face.containsNormalIndices()) {
            normals[0] = face.getNormalIndex(0);
            normals[1] = face.getNormalIndex(k - 1);
            normals[2] = face.getNormalIndex(k);
        }
        Vec3 a = places[points[0]];
        Vec3 across = places[points[1]].minus(a).cross(places[points[2]].minus(a));
        return new Piece(points, normals, across.unit(), colour);
    }

    private static Mesh joined(Obj obj, Vec3[] places, List<Piece> pieces) {
        List<List<Piece>> around = new ArrayList<>();
        for (int i = 0; i < places.length; i++) {
            around.add(new ArrayList<>(6));
        }
        for (Piece piece : pieces) {
            for (int point : piece.points) {
                around.get(point).add(piece);
            }
        }
        float[] points = new float[Mesh.TRIANGLE * pieces.size()];
        float[] normals = new float[points.length];
        float[] shades = new float[3 * pieces.size()];
        for (int t = 0; t < pieces.size(); t++) {
            Piece piece = pieces.get(t);
            for (int corner = 0; corner < 3; corner++) {
                int at = Mesh.TRIANGLE * t + 3 * corner;
                Mesh.put(points, at, places[piece.points[corner]]);
                Vec3 given =
                        piece.normals[corner] < 0
                                ? new Vec3(0, 0, 0)
                                : vector(obj.getNormal(piece.normals[corner])).unit();
                boolean isGiven = given.length() > 0.5;
                Vec3 normal = isGiven ? given : smooth(piece, piece.points[corner], around, places);
                Mesh.put(normals, at, normal);
            }
            Arrays.fill(shades, 3 * t, 3 * t + 3, Float.NaN);
            if (piece.colour != null) {
                Mesh.put(shades, 3 * t, piece.colour);
            }
        }
        return new Mesh(points, normals, shades);
    }

    /// Mean direction of a triangle and those of its neighbours at a point that face much the same
    /// way, each as much as the angle it has there (Thürmer & Wüthrich 1998).
    private static Vec3 smooth(Piece piece, int point, List<List<Piece>> around, Vec3[] places) {
        Vec3 sum = new Vec3(0, 0, 0);
        for (Piece other : around.get(point)) {
            if (other.facing.dot(piece.facing) > SMOOTH) {
                sum = sum.plus(other.facing.times(angle(other, point, places)));
            }
        }
        return sum.unit();
    }

    private static double angle(Piece piece, int point, Vec3[] places) {
        int corner = piece.points[0] == point ? 0 : piece.points[1] == point ? 1 : 2;
        Vec3 at = places[point];
        Vec3 a = places[piece.points[(corner + 1) % 3]].minus(at).unit();
        Vec3 b = places[piece.points[(corner + 2) % 3]].minus(at).unit();
        return StrictMath.acos(Math.max(-1, Math.min(1, a.dot(b))));
    }
}
