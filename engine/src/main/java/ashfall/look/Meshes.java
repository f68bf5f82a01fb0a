package ashfall.look;

import ashfall.geometry.Mesh;
import ashfall.geometry.MeshTree;
import ashfall.geometry.ObjFile;
import ashfall.grid.Noise;
import ashfall.shot.Item;
import ashfall.shot.Scenery;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.Vec3;

import java.io.File;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/// The meshes of a shot that are seen, as one.
public final class Meshes {
    static final Meshes NONE = new Meshes(List.of(), List.of());

    /// Sites kept, and files: a mesh is read once, not once a frame.
    private static final int KEPT = 3;

    private static final Map<List<Object>, Meshes> KNOWN = latest(KEPT);
    private static final Map<String, Mesh> READ = latest(8);

    final MeshTree tree;

    /// Lower and upper corner of the room they take, m.
    private final Vec3[] room;

    /// The item that a triangle is of, by the last triangle of each.
    private final int[] ends;

    private final List<Item> items;

    private Meshes(List<Item> items, List<Mesh> placed) {
        this.items = items;
        this.ends = new int[placed.size()];
        int count = placed.stream().mapToInt(Mesh::count).sum();
        float[] points = new float[9 * count];
        float[] normals = new float[9 * count];
        float[] colours = new float[3 * count];
        int done = 0;
        for (int i = 0; i < ends.length; i++) {
            Mesh own = placed.get(i);
            System.arraycopy(own.points(), 0, points, 9 * done, 9 * own.count());
            System.arraycopy(own.normals(), 0, normals, 9 * done, 9 * own.count());
            System.arraycopy(own.colours(), 0, colours, 3 * done, 3 * own.count());
            done += own.count();
            ends[i] = done;
        }
        this.tree = new MeshTree(new Mesh(points, normals, colours));
        this.room = mesh().room();
    }

    private static <K, V> Map<K, V> latest(int kept) {
        return new LinkedHashMap<>(8, 0.75f, true) {
            @Override
            protected boolean removeEldestEntry(Map.Entry<K, V> eldest) {
                return size() > kept;
            }
        };
    }

    /// The meshes of a shot.
    ///
    /// @throws ShotException in one sentence where a file cannot be used
    static Meshes of(Shot shot) {
        Map<String, Item> on = new LinkedHashMap<>(shot.meshes());
        on.values().removeIf(item -> !item.get(Scenery.ON) || item.get(Scenery.FILE).isEmpty());
        if (on.isEmpty()) {
            return NONE;
        }
        List<Object> key = new ArrayList<>();
        on.values().forEach(item -> key.add(List.of(item.values(), age(item))));
        synchronized (KNOWN) {
            Meshes known = KNOWN.get(key);
            if (known == null) {
                List<Mesh> placed = new ArrayList<>();
                on.forEach((name, item) -> placed.add(placed(name, item)));
                known = new Meshes(List.copyOf(on.values()), placed);
                KNOWN.put(key, known);
            }
            return known;
        }
    }

    /// Reads the meshes of a shot beforehand; what is wrong with them is said when they are wanted.
    public static void prepare(Shot shot) {
        if (shot.meshes().entrySet().stream()
                .noneMatch(entry -> trouble(entry.getKey(), entry.getValue()).isPresent())) {
            of(shot);
        }
    }

    /// A mesh of a shot where it stands.
    ///
    /// @throws ShotException in one sentence where its file cannot be used
    public static Mesh placed(String name, Item item) {
        return read(name, item)
                .placed(
                        item.number(Scenery.SCALE),
                        item.get(Scenery.UP).equals("z"),
                        item.get(Scenery.TURN),
                        item.get(Scenery.MOVED));
    }

    private static Mesh read(String name, Item item) {
        String file = item.get(Scenery.FILE);
        String key = file + " " + age(item);
        synchronized (READ) {
            try {
                Mesh mesh = READ.get(key);
                if (mesh == null) {
                    mesh = read(file);
                    READ.put(key, mesh);
                }
                return mesh;
            } catch (IOException | RuntimeException e) {
                throw new ShotException(
                        "the mesh '"
                                + name
                                + "' in '"
                                + file
                                + "' cannot be used: "
                                + e.getMessage(),
                        e);
            }
        }
    }

    private static Mesh read(String file) throws IOException {
        return Scenery.isOurs(file)
                ? ObjFile.read(Scenery.ours(file), Shot.class::getResourceAsStream)
                : ObjFile.read(Path.of(file));
    }

    private static long age(Item item) {
        String file = item.get(Scenery.FILE);
        return Scenery.isOurs(file) ? 0 : new File(file).lastModified();
    }

    /// Why a mesh of a shot cannot be seen, in a sentence; nothing where it can.
    public static Optional<String> trouble(String name, Item item) {
        if (item.get(Scenery.FILE).isEmpty()) {
            return Optional.of("has no file yet");
        }
        try {
            read(name, item);
            return Optional.empty();
        } catch (ShotException e) {
            return Optional.of(e.getMessage());
        }
    }

    boolean areNone() {
        return ends.length == 0;
    }

    Mesh mesh() {
        return tree.mesh();
    }

    /// Lower and upper corner of the room they take, m.
    Vec3[] room() {
        return room.clone();
    }

    /// Share of light that is thrown back at a place of a triangle, as red, green and blue.
    double[] albedo(int triangle, Vec3 p) {
        int owner = 0;
        while (triangle >= ends[owner]) {
            owner++;
        }
        Item item = items.get(owner);
        double uneven = item.number(Scenery.UNEVEN);
        double stain = 0;
        if (uneven > 0) {
            double broad = Noise.octaves(21, p.x() * 1.7, p.y() * 1.7, p.z() * 1.7);
            double fine = Noise.at(22, p.x() * 14, p.y() * 14, p.z() * 14);
            stain = uneven * (0.5 * broad + 0.33 * fine);
        }
        double[] rgb = new double[3];
        for (int k = 0; k < 3; k++) {
            float own = mesh().colours()[3 * triangle + k];
            double even = Float.isNaN(own) ? item.get(Scenery.COLOUR).get(k) : own;
            rgb[k] = Math.max(0, Math.min(1, even * (1 + stain)));
        }
        return rgb;
    }
}
