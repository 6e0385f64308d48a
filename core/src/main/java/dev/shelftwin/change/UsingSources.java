package dev.shelftwin.change;

import static java.util.stream.Collectors.toSet;

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
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.tools.DiagnosticCollector;
import javax.tools.JavaFileObject;
import javax.tools.StandardJavaFileManager;
import javax.tools.StandardLocation;

/** The users' own sources that use some fields, as the compiler understands them. */
final class UsingSources {

  private final OwnSources sources;
  private final List<Path> classPath;

  /**
   * The users' sources.
   *
   * @param classPath what they need
   */
  UsingSources(OwnSources sources, List<Path> classPath) {
    this.sources = sources;
    this.classPath = List.copyOf(classPath);
  }

  /**
   * A source.
   *
   * @param renamed its text with the other names of the fields
   * @param lines the lines that use one of them, as {@code file:line text}
   * @param mentions the lines with texts that may mean one of them
   */
  record Source(
      Path file,
      String packageName,
      String text,
      String renamed,
      List<String> lines,
      List<String> mentions) {}

  /** The sources that may use the fields. */
  List<Source> of(List<Renaming> renamings) {
    Set<String> names =
        renamings.stream()
            .flatMap(one -> Stream.concat(Stream.of(one.from()), one.methods().keySet().stream()))
            .collect(toSet());
    Collection<Path> using =
        sources
            .using(
                words(names),
                renamings.stream().flatMap(one -> one.files().stream()).collect(toSet()),
                names,
                renamings.stream().map(Renaming::simpleType).collect(toSet()))
            .values();
    if (using.isEmpty()) {
      return List.of();
    }
    try (StandardJavaFileManager files =
            Javac.compiler().getStandardFileManager(null, Locale.ROOT, null);
        UsableClasses usable = new UsableClasses(files, sources.folders())) {
      files.setLocationFromPaths(StandardLocation.CLASS_PATH, classPath);
      files.setLocationFromPaths(StandardLocation.SOURCE_PATH, sources.folders());
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
      List<Source> found = new ArrayList<>();
      for (CompilationUnitTree unit : units) {
        found.add(source(unit, task, renamings));
      }
      return found;
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
  }

  private static Source source(CompilationUnitTree unit, JavacTask task, List<Renaming> renamings)
      throws IOException {
    String text = unit.getSourceFile().getCharContent(true).toString();
    FieldUses uses =
        new FieldUses(
            renamings, DocTrees.instance(task), task.getElements(), task.getTypes(), unit, text);
    String renamed = uses.renamed();
    return new Source(
        Path.of(unit.getSourceFile().getName()),
        unit.getPackageName() == null ? "" : unit.getPackageName().toString(),
        text,
        renamed,
        uses.lines(),
        uses.mentions());
  }

  private static Pattern words(Set<String> names) {
    return Pattern.compile(
        names.stream().map(Pattern::quote).collect(Collectors.joining("|", "\\b(?:", ")\\b")));
  }
}
