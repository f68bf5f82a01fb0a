package ashfall.firing;

import java.util.Map;

/// What a firing's record says of a frame that is kept.
///
/// @param file its name in the firing's folder
/// @param bytes its size; 0 in records of older versions
/// @param sha256 checksum of the file as it was read back, hexadecimal; empty in older records
/// @param channels what it holds, by name; empty in older records
public record KeptFrame(String file, long bytes, String sha256, Map<String, Channel> channels) {

    /// A channel as it was read back.
    ///
    /// @param voxels active ones
    /// @param rounding largest difference between a value of the gas and the one kept
    /// @param leftOut largest difference from still air of what is not kept; 0 of the velocity,
    ///     which goes by the others, and in older records
    public record Channel(long voxels, double rounding, double leftOut) {}

    public KeptFrame {
        channels = Map.copyOf(channels);
    }
}
