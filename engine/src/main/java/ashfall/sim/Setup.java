package ashfall.sim;

import ashfall.burn.Burning;
import ashfall.burn.Fuel;
import ashfall.burn.Origins;
import ashfall.gas.CellRange;
import ashfall.gas.Forces;
import ashfall.gas.GasFields;
import ashfall.gas.GasLaw;
import ashfall.gas.Sides;
import ashfall.gas.Solids;
import ashfall.gas.Stirring;
import ashfall.grid.Box;
import ashfall.grid.Exact;
import ashfall.grid.GridShape;
import ashfall.grid.Lattice;
import ashfall.particles.Carriers;
import ashfall.shot.Air;
import ashfall.shot.Bounds;
import ashfall.shot.Burn;
import ashfall.shot.Element;
import ashfall.shot.Fineness;
import ashfall.shot.FrameRate;
import ashfall.shot.Frames;
import ashfall.shot.Gas;
import ashfall.shot.Item;
import ashfall.shot.Shot;
import ashfall.shot.ShotException;
import ashfall.shot.Source;
import ashfall.shot.Vec3;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/// A gas element at a fineness, compiled into the plain settings that the stages take.
///
/// @param box of the bounds, in cells
/// @param told sources whose fuel and smoke are told apart, in order; see [Origins]
/// @param fit how the simulated box follows the gas inside them
public record Setup(
        Lattice lattice,
        Box box,
        BoxFit fit,
        Sides sides,
        GasLaw law,
        double oxygenShare,
        Wind wind,
        Motion motion,
        Forces.Settings forces,
        Burning.Settings burning,
        List<SourceSettings> sources,
        List<String> told,
        Obstacles obstacles,
        Draughts draughts,
        FrameRate rate,
        long firstFrame) {

    /// Box edges are whole tiles of this many cells.
    public static final int TILE = 16;

    /// Bytes a cell takes while a run is under way, everything resident included; measured by
    /// `SimulationTest`.
    public static final int BYTES_PER_CELL = 104;

    /// Added to the seed for what burns unevenly, so that it is no source's.
    private static final long UNEVEN_BURN = 7919;

    /// Bytes more for each further fuel; measured likewise.
    private static final int BYTES_PER_FUEL = 4;

    private static final long MOST_CELLS = 1_200_000_000L;

    /// Cells along each side and what they cost, before anything is allocated.
    ///
    /// @param nx cells along x with what fills the last tile, as ny and nz
    /// @param typed cells along each side of the bounds as they were typed
    /// @param memoryBytes resident while running
    public record Plan(
            Lattice lattice,
            int x,
            int y,
            int z,
            long nx,
            long ny,
            long nz,
            List<Long> typed,
            long memoryBytes) {
        public long cells() {
            return nx * ny * nz;
        }

        /// Cells of the bounds as they were typed.
        public long typedCells() {
            return typed.get(0) * typed.get(1) * typed.get(2);
        }

        /// "120 x 120 x 180 = 2,592,000 voxels of 0.1 m"
        public String words() {
            return String.format(
                    Locale.ROOT,
                    "%d x %d x %d = %,d voxels of %s m",
                    typed.get(0),
                    typed.get(1),
                    typed.get(2),
                    typedCells(),
                    trimmed(lattice.voxel()));
        }

        private static String trimmed(double metres) {
            return Double.toString(Math.rint(metres * 1e6) / 1e6);
        }

        /// Refuses what does not fit, naming the nearest size that does.
        ///
        /// @throws ShotException in one sentence
        public void requireFits(long memoryLimitBytes) {
            if (cells() <= MOST_CELLS && memoryBytes <= memoryLimitBytes) {
                return;
            }
            double tooMany =
                    Math.max(
                            (double) memoryBytes / memoryLimitBytes, (double) cells() / MOST_CELLS);
            double fits = lattice.voxel() * Exact.cbrt(tooMany) * 1.03;
            double step = 1e-6;
            while (step * 100 <= fits) {
                step *= 10;
            }
            fits = Math.ceil(fits / step) * step;
            throw new ShotException(
                    String.format(
                            Locale.ROOT,
                            "%s need %.1f GB of memory and %.1f GB are there; voxels of %s m or"
                                    + " larger would fit",
                            words(),
                            memoryBytes / 1e9,
                            memoryLimitBytes / 1e9,
                            trimmed(fits)));
        }
    }

    /// Where the cells of an element of a shot lie at a fineness, and what they cost.
    public static Plan plan(Shot shot, Element element, Fineness fineness) {
        double h = element.voxel(fineness);
        Vec3 from = element.bounds().get(Bounds.FROM);
        Vec3 to = element.bounds().get(Bounds.TO);
        boolean mirrored = element.gas().get(Gas.ALIKE);
        double plane = mirrored ? element.gas().number(Gas.ALIKE_AT) : 0;
        if (mirrored) {
            double half = Math.max(to.x() - plane, plane - from.x());
            from = new Vec3(0, from.y(), from.z());
            to = new Vec3(half, to.y(), to.z());
        }
        long[] first = new long[3];
        long[] count = new long[3];
        List<Long> typed = new ArrayList<>();
        boolean closedBelow = element.bounds().get(Bounds.CLOSED).contains("bottom");
        double cells = 1;
        for (int axis = 0; axis < 3; axis++) {
            double size = to.get(axis) - from.get(axis);
            if (!(size >= h)) {
                throw new ShotException(
                        "the bounds run from "
                                + from
                                + " to "
                                + to
                                + " m; along "
                                + "xyz".charAt(axis)
                                + " that is less than a voxel of "
                                + h
                                + " m");
            }
            // Leaves of a frame are 8 cells: the box starts at one. A closed ground stays where it
            // was put, and so does a mirror.
            boolean ground = (axis == 1 && closedBelow) || (axis == 0 && mirrored);
            first[axis] = ground ? 0 : 8 * (long) Math.floor(from.get(axis) / h / 8 + 1e-6);
            double end = ground ? size / h : to.get(axis) / h;
            count[axis] = TILE * (long) Math.ceil((end - first[axis]) / TILE - 1e-6);
            cells *= count[axis];
            typed.add((long) Math.ceil(size / h - 1e-6));
        }
        Lattice lattice = new Lattice(plane, Bounds.ground(element.bounds()), 0, h);
        if (cells > 1e15) {
            throw new ShotException(
                    String.format(
                            Locale.ROOT,
                            "voxels of %s m would be %.1e in number; make them larger",
                            h,
                            cells));
        }
        double last = shot.frames().get(Frames.RATE).seconds(shot.frames().get(Frames.LAST));
        double nearBodies = Obstacles.of(shot).cellsNear(lattice, first, count, last);
        return new Plan(
                lattice,
                (int) first[0],
                (int) first[1],
                (int) first[2],
                count[0],
                count[1],
                count[2],
                List.copyOf(typed),
                count[0]
                                * count[1]
                                * count[2]
                                * (BYTES_PER_CELL
                                        + BYTES_PER_FUEL
                                                * (Burn.fuelKeys(element).size()
                                                        - 1
                                                        + 2
                                                                * Math.max(
                                                                        0,
                                                                        told(element).size() - 1)))
                        + (long) (nearBodies * Solids.BYTES_PER_CELL));
    }

    /// Compiles an element of a shot.
    ///
    /// @throws ShotException when the parts do not fit together
    public static Setup of(Shot shot, Element element, Fineness fineness) {
        Plan plan = plan(shot, element, fineness);
        if (plan.cells() > MOST_CELLS) {
            plan.requireFits(Long.MAX_VALUE);
        }
        Box box =
                new Box(
                        plan.x(),
                        plan.y(),
                        plan.z(),
                        new GridShape((int) plan.nx(), (int) plan.ny(), (int) plan.nz()));
        Item air = shot.air();
        Item burn = element.burn();
        List<Fuel> fuels = Burn.fuels(element);
        double gravity = air.number(Air.GRAVITY);
        long seed = element.gas().get(Gas.SEED);
        double ragged = element.gas().number(Gas.RAGGED);
        List<String> told = told(element);
        Burning.Settings burning =
                new Burning.Settings(
                        reactions(burn, fuels),
                        burn.number(Burn.TIME),
                        new Burning.Unevenness(
                                seed + UNEVEN_BURN,
                                Math.min(1, ragged * burn.number(Burn.TIME_UNEVEN)),
                                burn.number(Burn.TIME_GRAIN)),
                        burn.number(Burn.SOOT_TIME),
                        burn.number(Burn.UNBURNT),
                        burn.number(Burn.COOLING),
                        burn.number(Burn.LINEAR),
                        gravity,
                        fades(element.gas()),
                        origins(element, told, fuels));
        double h = plan.lattice().voxel();
        Stirring stirring =
                new Stirring(
                        seed,
                        ragged * air.get(Air.STIR_SPEED).largest(),
                        air.number(Air.STIR_LARGEST),
                        air.number(Air.STIR_SMALLEST),
                        h);
        List<String> closed = new ArrayList<>(element.bounds().get(Bounds.CLOSED));
        boolean mirrored = element.gas().get(Gas.ALIKE);
        if (mirrored) {
            closed.add("west");
        }
        if (mirrored && Wind.of(air).crosses()) {
            throw new ShotException(
                    "left and right cannot stay alike in a wind from the side: set air.wind along z"
                            + " only, without gusts, or switch "
                            + Gas.ALIKE.key()
                            + " off");
        }
        if (mirrored && Draughts.of(shot).cross()) {
            throw new ShotException(
                    "left and right cannot stay alike in a draught from the side, in one with noise"
                            + " or in one that does not act everywhere: change it or switch "
                            + Gas.ALIKE.key()
                            + " off");
        }
        List<SourceSettings> sources = new ArrayList<>();
        int place = 0;
        for (var source : element.sources().entrySet()) {
            place++;
            // The seed goes by place, so that switching one source off leaves the others alike.
            Item item = source.getValue();
            if (item.get(Source.ON)) {
                int kind = fuels.indexOf(Burn.given(item, fuels.getFirst()));
                Carriers carriers =
                        item.kind().equals(Source.CARRIERS)
                                ? CarrierFlights.of(shot, element, item)
                                : null;
                sources.add(
                        SourceSettings.of(
                                source.getKey(),
                                item,
                                kind,
                                origin(told, source.getKey()),
                                ragged,
                                seed + place,
                                carriers));
            }
        }
        return new Setup(
                plan.lattice(),
                box,
                fit(element, closed, box, h),
                new Sides(
                        closed.contains("west"),
                        closed.contains("east"),
                        closed.contains("bottom"),
                        closed.contains("top"),
                        closed.contains("north"),
                        closed.contains("south"),
                        mirrored),
                fuels.getFirst().gasLaw(air.number(Air.TEMPERATURE)),
                air.number(Air.OXYGEN),
                Wind.of(air),
                Motion.of(element.gas(), air.get(Air.STIR_SPEED), fuels.size(), burning.origins()),
                new Forces.Settings(
                        gravity,
                        element.gas().number(Gas.LIFT),
                        element.gas().number(Gas.SMOKE_WEIGHT),
                        element.gas().number(Gas.VORTICITY),
                        where(element.gas().get(Gas.VORTICITY_IN)),
                        stirring,
                        where(air.get(Air.STIR_IN))),
                burning,
                List.copyOf(sources),
                told,
                Obstacles.of(shot),
                Draughts.of(shot),
                shot.frames().get(Frames.RATE),
                Frames.begin(shot.frames()));
    }

    /// Sources of an element that are told apart, the last standing for all beyond it; none where
    /// nobody asks.
    private static List<String> told(Element element) {
        if (!element.gas().get(Gas.WHO)) {
            return List.of();
        }
        return element.sources().entrySet().stream()
                .filter(s -> s.getValue().get(Source.ON))
                .filter(s -> !s.getValue().kind().equals(Source.IGNITER))
                .map(Map.Entry::getKey)
                .limit(Origins.MOST)
                .toList();
    }

    private static int origin(List<String> told, String source) {
        int place = told.indexOf(source) + 1;
        return place == told.size() ? 0 : place;
    }

    private static Origins origins(Element element, List<String> told, List<Fuel> fuels) {
        List<Integer> kinds = new ArrayList<>();
        for (String source : told.subList(0, Math.max(0, told.size() - 1))) {
            Item item = element.sources().get(source);
            kinds.add(fuels.indexOf(Burn.given(item, fuels.getFirst())));
        }
        return Origins.of(fuels.size(), kinds);
    }

    /// How many contents the gas has.
    int contents() {
        return GasFields.OTHER_FUELS
                + burning.reactions().size()
                - 1
                + burning.origins().contents();
    }

    /// The element's own fuel as it was set, further ones as the table has them.
    private static List<Burning.Reaction> reactions(Item burn, List<Fuel> fuels) {
        List<Burning.Reaction> reactions = new ArrayList<>();
        reactions.add(
                new Burning.Reaction(
                        fuels.getFirst(),
                        Burn.effective(burn, Burn.IGNITION),
                        Burn.effective(burn, Burn.SPREAD),
                        Burn.effective(burn, Burn.SOOT),
                        Burn.effective(burn, Burn.RADIATED)));
        fuels.stream().skip(1).map(Burning.Reaction::of).forEach(reactions::add);
        return reactions;
    }

    private static Forces.Where where(String word) {
        return switch (word) {
            case "heat" -> Forces.Where.HEAT;
            case "smoke" -> Forces.Where.SMOKE;
            default -> Forces.Where.ALL;
        };
    }

    private static Burning.Fades fades(Item gas) {
        double fuel = gas.number(Gas.FUEL_FADE);
        double heat = gas.number(Gas.HEAT_FADE);
        double smoke = gas.number(Gas.SMOKE_FADE);
        return dt ->
                new float[] {Motion.left(fuel, dt), Motion.left(heat, dt), Motion.left(smoke, dt)};
    }

    private static BoxFit fit(Element element, List<String> closed, Box limit, double voxel) {
        List<String> follow = element.bounds().get(Bounds.FOLLOW);
        return new BoxFit(
                limit,
                Bounds.SIDES.stream().map(s -> follow.contains(s) && !closed.contains(s)).toList(),
                (int) Math.ceil(element.bounds().number(Bounds.MARGIN) / voxel));
    }

    /// How many times what is simulated is there.
    int copies() {
        return sides.mirrored() ? 2 : 1;
    }

    /// The box a run starts in: the bounds, but on the sides that follow the gas no more than the
    /// sources need.
    Box startBox(double seconds) {
        CellRange all = CellRange.NONE;
        for (SourceSettings source : sources) {
            if (fit.moves() && source.isActive(seconds, SourceSettings.EVER)) {
                double to = seconds + rate.seconds(1);
                all = all.union(SourcePlace.covered(source, box, lattice, seconds, to));
            }
        }
        return fit.first(all);
    }
}
