package ashfall.sim;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;

import ashfall.gas.GasFields;
import ashfall.grid.Box;
import ashfall.grid.GridShape;
import ashfall.shot.DemoShots;
import ashfall.shot.Fineness;
import ashfall.shot.Shot;
import ashfall.work.Workers;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

import java.util.Arrays;

class RoomTest {
    private final Workers workers = new Workers(1);
    private Setup setup;
    private Room small;

    @BeforeEach
    void build() {
        Shot shot = DemoShots.read("oil-store").shot();
        setup = Setup.of(shot, shot.elements().get("store"), Fineness.SKETCH);
        small = new Room(setup, new Box(-8, 0, -8, new GridShape(16, 16, 16)), 0, workers);
    }

    @AfterEach
    void close() {
        workers.close();
    }

    /// A pressure outside that the wider room forgot would push at its new sides.
    @Test
    void takeOver_pressureAndFlow_goOnAsAtTheSidesThatMoved() {
        GasFields from = small.fields;
        Arrays.fill(from.impulse, 5);
        Arrays.fill(from.impulseBefore, 4);
        Arrays.fill(from.velocity[0], 3);
        Room wide = new Room(setup, new Box(-16, 0, -16, new GridShape(32, 24, 32)), 0, workers);
        wide.takeOver(small);
        GridShape s = wide.shape;
        int cells = (s.nx() + 2) * (s.ny() + 2) * (s.nz() + 2);
        float[] impulse = new float[cells];
        float[] before = new float[cells];
        int k = 0;
        for (int z = -1; z <= s.nz(); z++) {
            for (int y = -1; y <= s.ny(); y++) {
                for (int x = -1; x <= s.nx(); x++, k++) {
                    impulse[k] = wide.fields.impulse[s.at(x, y, z)];
                    before[k] = wide.fields.impulseBefore[s.at(x, y, z)];
                    boolean face = x >= 0 && y >= 0 && y < s.ny() && z >= 0 && z < s.nz();
                    if (face) {
                        assertEquals(3, wide.fields.velocity[0][s.at(x, y, z)]);
                    }
                }
            }
        }
        float[] even = new float[cells];
        Arrays.fill(even, 5);
        assertArrayEquals(even, impulse);
        Arrays.fill(even, 4);
        assertArrayEquals(even, before);
    }

    @Test
    void takeOver_contents_keepTheirPlace_andNewCellsAreAmbient() {
        int from = small.shape.at(2, 3, 4);
        small.fields.contents[GasFields.FUEL][from] = 0.5f;
        float ambient = small.fields.mass[small.shape.at(0, 0, 0)];
        small.fields.mass[from] = 2 * ambient;
        Room other = new Room(setup, new Box(-16, 0, -4, new GridShape(16, 16, 16)), 0, workers);
        other.takeOver(small);
        int to = other.shape.at(10, 3, 0);
        assertEquals(0.5f, other.fields.contents[GasFields.FUEL][to]);
        assertEquals(2 * ambient, other.fields.mass[to]);
        assertEquals(ambient, other.fields.mass[other.shape.at(0, 0, 15)]);
        assertEquals(0, other.fields.contents[GasFields.FUEL][other.shape.at(0, 0, 15)]);
    }
}
