package ashfall.continuity;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.grid.Frame;
import ashfall.shot.Bounds;
import ashfall.shot.DemoShots;
import ashfall.shot.Fineness;
import ashfall.shot.Kept;
import ashfall.shot.NewShot;
import ashfall.shot.Settings;
import ashfall.shot.Shot;
import ashfall.sim.Setup;
import ashfall.sim.Simulation;
import ashfall.sim.Snapshot;
import ashfall.work.Cancel;
import ashfall.work.Workers;

import org.junit.jupiter.api.Test;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;

class SpaceTest {
    private static Shot burner(String... settings) {
        Shot shot = NewShot.make("burner", List.of("radius=0.6", "heat=1600", "fuel=propane"));
        return Settings.with(shot, List.of(settings));
    }

    @Test
    void overABurner_thereIsRoomForItsFlame_andFromWind() {
        Space still = Space.forecast(burner(), "fire").orElseThrow();
        // The flame stands 3.27 m high, up to 3.93 m; the disc is 1.2 m wide.
        assertEquals(0, still.from().y());
        assertEquals(1.7 * 3.93, still.to().y(), 0.3);
        assertEquals(-still.from().x(), still.to().x(), 1e-9);
        assertTrue(still.to().x() > 1.2 && still.to().x() < 4, still.toString());
        Space windy = Space.forecast(burner("air.wind=3,0,0"), "fire").orElseThrow();
        assertEquals(still.from(), windy.from());
        assertTrue(windy.to().x() > still.to().x() + 2, windy.toString());
        assertEquals(still.to().z(), windy.to().z());
    }

    /// A lamp's room is said in one unit; a fireball on a gallery needs the room above it only.
    @Test
    void words_andRaisedGround() {
        Shot lantern = DemoShots.read("lantern").shot();
        assertTrue(Space.forecast(lantern, "flame").orElseThrow().words().endsWith(" cm"));
        assertTrue(Space.forecast(burner(), "fire").orElseThrow().words().endsWith(" m"));
        Shot low = NewShot.make("fireball", List.of("mass=1"));
        Shot high =
                Settings.with(
                        low,
                        List.of(
                                "elements.fireball.bounds.from=-5,9,-5",
                                "elements.fireball.bounds.to=5,20,5",
                                "elements.fireball.sources.charge.centre=0,9.58,0",
                                "elements.fireball.sources.igniter.centre=0,9.58,0"));
        Space below = Space.forecast(low, "fireball").orElseThrow();
        Space above = Space.forecast(high, "fireball").orElseThrow();
        assertEquals(below.to().y(), above.to().y() - 9, 0.5);
        assertEquals(below.to().x(), above.to().x(), 0.3);
    }

    /// Far from the origin the corners are rounded outward too, by the size and not by the place.
    @Test
    void farAway_thereIsTheSameRoom() {
        Space here = Space.forecast(burner(), "fire").orElseThrow();
        Space far =
                Space.forecast(
                                burner(
                                        "elements.fire.sources.pool.centre=-1000,0,1000",
                                        "elements.fire.sources.pilot.centre=-1000,0.1,1000"),
                                "fire")
                        .orElseThrow();
        assertEquals(here.from().x() - 1000, far.from().x(), 1e-6);
        assertEquals(here.to().x() - 1000, far.to().x(), 1e-6);
        assertEquals(here.from().z() + 1000, far.from().z(), 1e-6);
        assertEquals(here.to().z() + 1000, far.to().z(), 1e-6);
    }

    @Test
    void boundsThatAreTooLow_areSaid_withWhatWouldDo() {
        List<Finding> found =
                Continuity.check(
                        burner("elements.fire.bounds.to=2,2,2", "elements.fire.voxel.sketch=0.05"),
                        "fire",
                        Fineness.SKETCH);
        assertEquals("elements.fire.bounds", found.getFirst().path());
        assertTrue(
                found.getFirst()
                        .sentence()
                        .matches(
                                "forecast: flame stands .*, and the bounds end at 2 m; .* would"
                                        + " do"),
                found.toString());
    }

    @Test
    void noSource_noSpace() {
        assertTrue(
                Space.forecast(
                                burner(
                                        "elements.fire.sources.pool.on=false",
                                        "elements.fire.sources.pilot.on=false"),
                                "fire")
                        .isEmpty());
        assertTrue(Space.used(List.of(), burner().element("fire").bounds()).isEmpty());
    }

    /// All gas lies inside what is proposed, and the proposal is smaller than the bounds were.
    @Test
    void trimmedToARun_holdsAllItsGas() {
        Shot shot =
                Settings.with(
                        DemoShots.read("oil-store").shot(),
                        List.of("elements.store.voxel.sketch=0.5", "air.wind=0,0,0"));
        List<Frame> frames = new ArrayList<>();
        try (Workers workers = new Workers(2)) {
            Simulation s =
                    new Simulation(Setup.of(shot, shot.element("store"), Fineness.SKETCH), workers);
            for (int i = 0; i < 8; i++) {
                s.advanceFrame(new Cancel());
                frames.add(
                        Snapshot.of(s, Kept.everything(Set.copyOf(Kept.ALL), Set.of()), workers));
            }
        }
        var bounds = shot.element("store").bounds();
        Space used = Space.used(frames, bounds).orElseThrow();
        assertEquals(0, used.from().y(), "the ground stays");
        assertTrue(used.to().y() < bounds.get(Bounds.TO).y(), used.toString());
        double margin = bounds.number(Bounds.MARGIN);
        var density = frames.getLast().channels().get("density");
        double h = frames.getLast().lattice().voxel();
        for (int i = 0; i < density.leafCount(); i++) {
            double top = (density.leaf(i).y() + 8) * h;
            assertTrue(top <= used.to().y() - margin + 1e-9, top + " in " + used);
        }
        assertEquals(used.from(), used.appliedTo(bounds).get(Bounds.FROM));
        assertTrue(used.sketchVoxel() > 0.05 && used.sketchVoxel() < 0.5);
    }
}
