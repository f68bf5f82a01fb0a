package ashfall.geometry;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.shot.Vec3;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

import java.util.Arrays;
import java.util.SplittableRandom;

class MeshTreeTest {
    private static final double FAR = 100;

    /// Triangles of all sizes, some of them thin, some behind each other.
    private static Mesh scattered(int count, long seed) {
        SplittableRandom chance = new SplittableRandom(seed);
        float[] points = new float[9 * count];
        for (int t = 0; t < count; t++) {
            double size = Math.pow(10, -2 + 2.5 * chance.nextDouble());
            for (int i = 9 * t; i < 9 * t + 9; i++) {
                double middle = i < 9 * t + 3 ? 10 * chance.nextDouble() : points[9 * t + i % 3];
                points[i] = (float) (middle + size * (chance.nextDouble() - 0.5));
            }
        }
        float[] colours = new float[3 * count];
        Arrays.fill(colours, Float.NaN);
        return new Mesh(points, new float[9 * count], colours);
    }

    /// The nearest of all, each looked at by planes and sides.
    private static double nearest(Mesh mesh, Vec3 from, Vec3 d, double end) {
        double near = end;
        for (int t = 0; t < mesh.count(); t++) {
            Vec3 facing = mesh.facing(t);
            double s = mesh.corner(t, 0).minus(from).dot(facing) / d.dot(facing);
            Vec3 p = from.plus(d.times(s));
            boolean within = s > 0;
            for (int corner = 0; corner < 3; corner++) {
                Vec3 a = mesh.corner(t, corner);
                Vec3 side = mesh.corner(t, (corner + 1) % 3).minus(a);
                within &= side.cross(p.minus(a)).dot(facing) >= 0;
            }
            near = within ? Math.min(near, s) : near;
        }
        return near;
    }

    private static Vec3 direction(SplittableRandom chance) {
        return new Vec3(
                        chance.nextDouble() - 0.5,
                        chance.nextDouble() - 0.5,
                        chance.nextDouble() - 0.5)
                .unit();
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 7, 300, 3000})
    void hit_isTheNearestOfAll(int count) {
        Mesh mesh = scattered(count, count);
        MeshTree tree = new MeshTree(mesh);
        SplittableRandom chance = new SplittableRandom(5);
        int met = 0;
        for (int i = 0; i < 2000; i++) {
            Vec3 from =
                    new Vec3(
                            14 * chance.nextDouble() - 2,
                            14 * chance.nextDouble() - 2,
                            14 * chance.nextDouble() - 2);
            Vec3 d = i % 5 == 0 ? new Vec3(0, i % 2 == 0 ? 1 : -1, 0) : direction(chance);
            double end = i % 3 == 0 ? 4 : FAR;
            double wanted = nearest(mesh, from, d, end);
            MeshTree.Hit hit = tree.hit(from, d, end);
            assertEquals(wanted < end, tree.hides(from, d, end));
            if (wanted == end) {
                assertNull(hit);
                continue;
            }
            met++;
            assertEquals(wanted, hit.distance(), 1e-5);
            Vec3 place = mesh.place(hit.triangle(), hit.u(), hit.v());
            assertEquals(0, place.minus(from.plus(d.times(wanted))).length(), 1e-4);
        }
        assertTrue(count < 300 || met > 50, "rays meet some: " + met);
    }

    /// Seen along the sides of its boxes, and from within them.
    @Test
    void hit_alongAnAxis_ofALevelSquare() {
        float[] points = {0, 1, 0, 0, 1, 2, 2, 1, 0, 2, 1, 2, 2, 1, 0, 0, 1, 2};
        Mesh square = new Mesh(points, new float[18], new float[6]);
        MeshTree tree = new MeshTree(square);
        for (double x : new double[] {0, 0.5, 1, 2}) {
            Vec3 above = new Vec3(x, 3, 1);
            assertEquals(2, tree.hit(above, new Vec3(0, -1, 0), FAR).distance(), 1e-12, "x " + x);
        }
        assertNull(tree.hit(new Vec3(2.001, 3, 1), new Vec3(0, -1, 0), FAR));
        assertNull(tree.hit(new Vec3(1, 1, -5), new Vec3(0, 0, 1), FAR), "on its edge");
        assertFalse(tree.hides(new Vec3(1, 3, 1), new Vec3(0, -1, 0), 1.9), "too short");
        assertNull(new MeshTree(Mesh.NONE).hit(new Vec3(0, 0, 0), new Vec3(0, 1, 0), FAR));
    }

    /// Where triangles share an edge no ray goes between them.
    @Test
    void hit_ofAClosedBall_letsNothingThrough() {
        MeshTree tree = new MeshTree(ball(24));
        SplittableRandom chance = new SplittableRandom(9);
        for (int i = 0; i < 20_000; i++) {
            Vec3 d = i < 200 ? tree.mesh().corner(i, 0).unit() : direction(chance);
            assertTrue(tree.hides(new Vec3(0, 0, 0), d, FAR), d.toString());
        }
    }

    /// A ball of radius 1 around 0.
    private static Mesh ball(int pieces) {
        float[] points = new float[9 * 2 * pieces * pieces];
        int at = 0;
        for (int i = 0; i < pieces; i++) {
            for (int j = 0; j < pieces; j++) {
                int[][] corners = {
                    {i, j}, {i + 1, j}, {i, j + 1}, {i + 1, j}, {i + 1, j + 1}, {i, j + 1}
                };
                for (int[] corner : corners) {
                    double up = Math.PI * corner[0] / pieces;
                    double turn = 2 * Math.PI * (corner[1] % pieces) / pieces;
                    points[at++] = (float) (Math.sin(up) * Math.cos(turn));
                    points[at++] = (float) Math.cos(up);
                    points[at++] = (float) (Math.sin(up) * Math.sin(turn));
                }
            }
        }
        return new Mesh(points, new float[points.length], new float[points.length / 3]);
    }
}
