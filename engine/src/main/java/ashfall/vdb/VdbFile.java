package ashfall.vdb;

import java.util.List;
import java.util.Map;

/// What a .vdb file holds.
public record VdbFile(int version, String uuid, Map<String, Object> metadata, List<VdbGrid> grids) {
    public VdbFile {
        grids = List.copyOf(grids);
    }
}
