package ashfall.vdb;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Consumer;

/// Little-endian bytes that grow.
final class VdbOutput {
    private final ByteArrayOutputStream out = new ByteArrayOutputStream(256);

    int size() {
        return out.size();
    }

    byte[] take() {
        return out.toByteArray();
    }

    void u8(int v) {
        out.write(v);
    }

    void i32(int v) {
        for (int s = 0; s < 32; s += 8) {
            out.write(v >> s);
        }
    }

    void i64(long v) {
        i32((int) v);
        i32((int) (v >> 32));
    }

    void f64(double v) {
        i64(Double.doubleToRawLongBits(v));
    }

    void raw(byte[] bytes) {
        out.writeBytes(bytes);
    }

    void string(String s) {
        byte[] bytes = s.getBytes(StandardCharsets.UTF_8);
        i32(bytes.length);
        raw(bytes);
    }

    void mask(long[] mask) {
        for (long word : mask) {
            i64(word);
        }
    }

    void value(float[] value) {
        for (float v : value) {
            i32(Float.floatToRawIntBits(v));
        }
    }

    void metadata(Map<String, Object> entries) {
        i32(entries.size());
        new TreeMap<>(entries).forEach(this::entry);
    }

    private void entry(String name, Object value) {
        string(name);
        switch (value) {
            case String s -> typed("string", b -> b.raw(s.getBytes(StandardCharsets.UTF_8)));
            case Boolean v -> typed("bool", b -> b.u8(v ? 1 : 0));
            case Integer v -> typed("int32", b -> b.i32(v));
            case Long v -> typed("int64", b -> b.i64(v));
            case Float v -> typed("float", b -> b.i32(Float.floatToRawIntBits(v)));
            case Double v -> typed("double", b -> b.f64(v));
            case int[] v -> typed("vec3i", b -> Arrays.stream(v).forEach(b::i32));
            case double[] v -> typed("vec3d", b -> Arrays.stream(v).forEach(b::f64));
            default ->
                    throw new IllegalArgumentException(
                            "metadata '" + name + "' has a type that is not written");
        }
    }

    private void typed(String type, Consumer<VdbOutput> content) {
        string(type);
        VdbOutput inner = new VdbOutput();
        content.accept(inner);
        i32(inner.size());
        raw(inner.take());
    }

    void transform(VdbTransform t) {
        double h = t.matrix()[0];
        double[] same = VdbTransform.uniform(h, 0, 0, 0).matrix();
        if (!t.isLinear() || !Arrays.equals(same, 0, 12, t.matrix(), 0, 12)) {
            throw new IllegalArgumentException(
                    "only uniform voxels along the axes are written, not a " + t.map());
        }
        string("UniformScaleTranslateMap");
        triple(t.matrix()[12], t.matrix()[13], t.matrix()[14]);
        triple(h, h, h);
        triple(h, h, h);
        triple(1 / h, 1 / h, 1 / h);
        triple(1 / (h * h), 1 / (h * h), 1 / (h * h));
        triple(0.5 / h, 0.5 / h, 0.5 / h);
    }

    private void triple(double a, double b, double c) {
        f64(a);
        f64(b);
        f64(c);
    }
}
