package ashfall.cli;

import ashfall.firing.FiringRecord;
import ashfall.firing.KeptFrame;
import ashfall.vdb.VdbFile;
import ashfall.vdb.VdbGrid;
import ashfall.vdb.VdbReader;
import ashfall.vdb.VdbStats;
import ashfall.work.Sha256;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;

import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.Callable;

/// Looks into .vdb files.
@Command(
        name = "vdb",
        description = "Look into .vdb files.",
        mixinStandardHelpOptions = true,
        subcommands = {VdbCommand.Info.class, VdbCommand.Check.class})
final class VdbCommand implements Runnable {
    @Spec private CommandSpec spec;

    @Override
    public void run() {
        throw new ParameterException(spec.commandLine(), "say what to do: vdb info or vdb check");
    }

    private static ObjectNode describe(Path file) throws IOException {
        VdbFile vdb = VdbReader.read(file);
        ObjectNode node = Output.object();
        node.put("file", file.toString());
        node.put("version", vdb.version());
        node.set("metadata", Output.tree(vdb.metadata()));
        ArrayNode grids = node.putArray("grids");
        for (VdbGrid grid : vdb.grids()) {
            VdbStats s = VdbStats.of(grid);
            ObjectNode g = grids.addObject();
            g.put("name", grid.name());
            g.put("unique_name", grid.uniqueName());
            g.put("type", grid.type());
            g.put("class", grid.gridClass());
            g.put("half", grid.half());
            g.set("background", Output.tree(grid.background()));
            g.put("active_voxels", s.active());
            g.put("leaves", s.leafCount());
            g.put("active_tiles", s.activeTiles());
            g.set("bbox_min", Output.tree(s.from()));
            g.set("bbox_max", Output.tree(s.to()));
            g.set("min", Output.tree(s.min()));
            g.set("max", Output.tree(s.max()));
            g.set("sum", Output.tree(s.sum()));
            g.put("not_finite", s.notFinite());
            g.put("voxels_sha256", s.voxelsSha256());
            g.put("transform", grid.transform().map());
            g.set(
                    "matrix",
                    Output.tree(grid.transform().isLinear() ? grid.transform().matrix() : null));
            g.set("metadata", Output.tree(grid.metadata()));
        }
        return node;
    }

    /// Says what is in files.
    @Command(
            name = "info",
            description = "Say what is in .vdb files.",
            mixinStandardHelpOptions = true)
    static final class Info implements Callable<Integer> {
        @Spec private CommandSpec spec;

        @Parameters(paramLabel = "FILE", arity = "1..*")
        private List<Path> files;

        @Option(names = "--json", description = "print one JSON object on standard output")
        private boolean json;

        @Override
        public Integer call() throws IOException {
            ObjectNode all = Output.object();
            ArrayNode list = all.putArray("files");
            for (Path file : files) {
                list.add(describe(file));
            }
            if (json) {
                Output.json(spec, all);
                return 0;
            }
            list.forEach(
                    f -> {
                        Output.out(spec).println(f.get("file").asText());
                        f.get("grids")
                                .forEach(
                                        g ->
                                                Output.out(spec)
                                                        .println(
                                                                "  "
                                                                        + g.get("name").asText()
                                                                        + ": "
                                                                        + g.get("type").asText()
                                                                        + ", "
                                                                        + g.get("active_voxels")
                                                                                .asText()
                                                                        + " active voxels, "
                                                                        + g.get("min")
                                                                        + " to "
                                                                        + g.get("max")
                                                                        + " "
                                                                        + g.get("metadata")
                                                                                .path("unit")
                                                                                .asText()));
                    });
            return 0;
        }
    }

    /// Reads files whole and says which are damaged.
    @Command(
            name = "check",
            description = "Read .vdb files whole; exit 1 when one is damaged.",
            mixinStandardHelpOptions = true)
    static final class Check implements Callable<Integer> {
        @Spec private CommandSpec spec;

        @Parameters(paramLabel = "FILE", arity = "1..*")
        private List<Path> files;

        @Option(names = "--json", description = "print one JSON object on standard output")
        private boolean json;

        @Override
        public Integer call() {
            ObjectNode all = Output.object();
            ArrayNode list = all.putArray("files");
            boolean good = true;
            for (Path file : files) {
                ObjectNode entry = list.addObject();
                entry.put("file", file.toString());
                String complaint = complaint(file);
                entry.put("ok", complaint == null);
                entry.put("error", complaint);
                good &= complaint == null;
                if (!json) {
                    Output.out(spec).println(complaint == null ? file + ": ok" : complaint);
                }
            }
            if (json) {
                Output.json(spec, all);
            }
            return good ? 0 : 1;
        }

        private static String complaint(Path file) {
            try {
                VdbFile vdb = VdbReader.read(file);
                for (VdbGrid grid : vdb.grids()) {
                    VdbStats s = VdbStats.of(grid);
                    if (grid.metadata().get("file_voxel_count") instanceof Long stated
                            && stated != s.active()) {
                        return file
                                + ": grid '"
                                + grid.name()
                                + "' says it has "
                                + stated
                                + " active voxels, and has "
                                + s.active();
                    }
                    if (grid.metadata().get("file_bbox_min") instanceof int[] box
                            && s.from() != null
                            && !Arrays.equals(box, s.from())) {
                        return file
                                + ": grid '"
                                + grid.name()
                                + "' states a box that its voxels do not fill";
                    }
                }
                return isFired(file)
                        ? null
                        : file
                                + ": it is not the file that was fired: its checksum is not the one"
                                + " in firing.json";
            } catch (IOException e) {
                return e instanceof java.nio.file.NoSuchFileException
                        ? file + ": there is no such file"
                        : e.getMessage();
            }
        }

        /// Is a file what the record of its firing says, if there is one?
        private static boolean isFired(Path file) throws IOException {
            Path folder = file.toAbsolutePath().getParent();
            if (!FiringRecord.isIn(folder)) {
                return true;
            }
            String name = file.getFileName().toString();
            for (KeptFrame kept : FiringRecord.read(folder).kept().values()) {
                if (kept.file().equals(name) && !kept.sha256().isEmpty()) {
                    return kept.sha256().equals(Sha256.of(file));
                }
            }
            return true;
        }
    }
}
