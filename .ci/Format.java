import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/// Runs the formatter over every Java file below a folder: `Format FOLDER OPTION...`.
/// With `--dry-run` it lists the files that are not formatted and fails; with `--replace` it
/// rewrites them.
class Format {
    public static void main(String[] args) throws Exception {
        List<String> all = new ArrayList<>(List.of("--aosp"));
        all.addAll(List.of(args).subList(1, args.length));
        int options = all.size();
        if (Files.isDirectory(Path.of(args[0]))) {
            try (var files = Files.walk(Path.of(args[0]))) {
                files.map(Path::toString).filter(f -> f.endsWith(".java")).sorted().forEach(all::add);
            }
        }
        if (all.size() == options) {
            return;
        }
        var out = new PrintWriter(System.out, true, StandardCharsets.UTF_8);
        var formatter = new com.google.googlejavaformat.java.Main(out, out, System.in);
        int status = formatter.format(all.toArray(String[]::new));
        if (status != 0) {
            System.out.println("Not formatted; 'mvn process-sources -Pformat' formats them.");
        }
        System.exit(status);
    }
}
