package dev.shelftwin.change;

import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.util.DocTrees;
import com.sun.source.util.JavacTask;
import dev.shelftwin.compile.Javac;
import dev.shelftwin.compile.UsableClasses;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.tools.DiagnosticCollector;
import javax.tools.JavaFileObject;
import javax.tools.StandardJavaFileManager;
import javax.tools.StandardLocation;

/** Gives fields other names in all sources that use them. */
final class RenamedSources {

  private final OwnSources sources;
  private final List<Path> classPath;

  /**
   * The users' sources.
   *
   * @param classPath what they need
   */
  RenamedSources(OwnSources sources, List<Path> classPath) {
    this.sources = sources;
    this.classPath = List.copyOf(classPath);
  }

  /** The changed files, and the lines with texts that may mean a field. */
  ChangedSources with(List<Renaming> renamings) {
    Map<Path, ChangedSources.Changed> changed = new LinkedHashMap<>();
    List<String> mentions = new ArrayList<>();
    try (StandardJavaFileManager files =
            Javac.compiler().getStandardFileManager(null, Locale.ROOT, null);
        UsableClasses usable = new UsableClasses(files, sources.folders())) {
      files.setLocationFromPaths(StandardLocation.CLASS_PATH, classPath);
      files.setLocationFromPaths(StandardLocation.SOURCE_PATH, sources.folders());
      Collection<Path> using = sources.having(names(renamings)).values();
      if (using.isEmpty()) {
        return new ChangedSources(Map.of(), List.of());
      }
      // What does not compile is analyzed as far as possible.
      JavacTask task =
          (JavacTask)
              Javac.compiler()
                  .getTask(
                      null,
                      usable,
                      new DiagnosticCollector<JavaFileObject>(),
                      List.of("-proc:none", "-nowarn", "-Xlint:none"),
                      null,
                      files.getJavaFileObjectsFromPaths(using));
      List<CompilationUnitTree> units = new ArrayList<>();
      task.parse().forEach(units::add);
      task.analyze();
      for (CompilationUnitTree unit : units) {
        String text = unit.getSourceFile().getCharContent(true).toString();
        FieldUses uses =
            new FieldUses(
                renamings,
                DocTrees.instance(task),
                task.getElements(),
                task.getTypes(),
                unit,
                text);
        String renamed = uses.renamed();
        mentions.addAll(uses.mentions());
        if (!renamed.equals(text)) {
          String owner = unit.getPackageName() == null ? "" : unit.getPackageName().toString();
          Path file = Path.of(unit.getSourceFile().getName());
          changed.put(file, new ChangedSources.Changed(owner, text, renamed));
        }
      }
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
    return new ChangedSources(changed, mentions);
  }

  private static Pattern names(List<Renaming> renamings) {
    return Pattern.compile(
        renamings.stream()
            .flatMap(one -> Stream.concat(Stream.of(one.from()), one.methods().keySet().stream()))
            .distinct()
            .map(Pattern::quote)
            .collect(Collectors.joining("|", "\\b(?:", ")\\b")));
  }
}
