package dev.shelftwin.cli;

import com.github.difflib.DiffUtils;
import com.github.difflib.UnifiedDiffUtils;
import com.github.difflib.patch.Patch;
import dev.shelftwin.change.ChangedSources;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;

/** Changed sources as a unified diff, which {@code patch -p1} and {@code git apply} take. */
final class PatchText {

  /** The lines around each change. */
  private static final int CONTEXT = 3;

  private PatchText() {}

  static String of(ChangedSources sources) {
    StringBuilder text = new StringBuilder();
    for (Map.Entry<Path, ChangedSources.Changed> file : sources.files().entrySet()) {
      String name = name(file.getKey());
      List<String> before = lines(file.getValue().before());
      Patch<String> patch = DiffUtils.diff(before, lines(file.getValue().after()));
      UnifiedDiffUtils.generateUnifiedDiff("a/" + name, "b/" + name, before, patch, CONTEXT)
          .forEach(line -> text.append(line).append('\n'));
    }
    return text.toString();
  }

  /** From the current folder, where that is possible. */
  private static String name(Path file) {
    Path here = Path.of("").toAbsolutePath();
    Path whole = file.toAbsolutePath().normalize();
    Path shown =
        whole.startsWith(here) ? here.relativize(whole) : whole.getRoot().relativize(whole);
    return shown.toString().replace('\\', '/');
  }

  private static List<String> lines(String text) {
    String[] lines = text.split("\n", -1);
    boolean ends = lines[lines.length - 1].isEmpty();
    return List.of(ends ? Arrays.copyOf(lines, lines.length - 1) : lines);
  }
}
