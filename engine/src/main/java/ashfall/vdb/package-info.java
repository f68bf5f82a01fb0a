/// OpenVDB files: reading and writing, nothing else.
///
/// Data in: bytes, or the sparse leaves of a frame. Data out: [ashfall.vdb.VdbGrid]s, or bytes.
/// Depends on `grid` and `work` only. Readers and writers are used by one thread; packing and
/// unpacking are spread over the workers.
///
/// Layout of a file (little-endian, nothing aligned; versions 220 to 224 are read, 224 is written):
///
/// | part | content |
/// |---|---|
/// | header | i64 magic 0x56444220, u32 version, major, minor, u8 offsets given, 36 bytes UUID |
/// | metadata | u32 count, then name, type name, u32 size, value |
/// | grids | i32 count, then each grid |
/// | a grid | unique name, type, parent, three i64 positions, u32 flags, then as below |
/// | its block | metadata, transform, topology, leaf buffers |
///
/// Leaves are stored x slowest, z fastest; ours are x fastest. [ashfall.vdb.LeafOrder] is the only
/// place that knows. Read [ashfall.vdb.VdbWriter] first.
package ashfall.vdb;
