package dev.shelftwin.source;

import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.util.JavacTask;
import com.sun.source.util.Trees;
import dev.shelftwin.shape.GeneratedCode;
import dev.shelftwin.shape.TypeRef;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import javax.tools.DiagnosticCollector;
import javax.tools.JavaCompiler;
import javax.tools.JavaFileObject;
import javax.tools.StandardJavaFileManager;

/**
 * Where types and members stand in the source folders; the files of a package are parsed together,
 * when something in it is asked for, since a compiler takes long to set up.
 */
final class SourceIndex implements Places.Sources {

  private final JavaCompiler compiler;
  private final List<Path> folders;
  private final Map<String, DeclaredPlaces> byPackage = new HashMap<>();
  private final Map<String, Boolean> generated = new ConcurrentHashMap<>();

  SourceIndex(JavaCompiler compiler, List<Path> folders) {
    this.compiler = compiler;
    this.folders = List.copyOf(folders);
  }

  @Override
  public synchronized DeclaredPlaces of(TypeRef type) {
    return byPackage.computeIfAbsent(type.packageName(), this::parse);
  }

  private DeclaredPlaces parse(String packageName) {
    List<Path> files = new ArrayList<>();
    for (Path folder : folders) {
      files.addAll(sourcesIn(folder.resolve(packageName.replace('.', '/'))));
    }
    return files.isEmpty() ? new DeclaredPlaces() : parse(files);
  }

  /** Whether the source of a top-level class begins as generated ones do. */
  boolean isGenerated(String qualifiedName) {
    return generated.computeIfAbsent(
        qualifiedName.replace('.', '/') + ".java",
        file -> folders.stream().map(one -> one.resolve(file)).anyMatch(this::isGenerated));
  }

  private boolean isGenerated(Path file) {
    try (Stream<String> lines = Files.isRegularFile(file) ? Files.lines(file) : Stream.empty()) {
      return lines.anyMatch(line -> line.startsWith(GeneratedCode.HEAD));
    } catch (IOException | UncheckedIOException unreadable) {
      return false; // what cannot be read is nobody's mapper
    }
  }

  /** The source files of a folder, in the order of their names; none where it is not there. */
  private static List<Path> sourcesIn(Path folder) {
    try (Stream<Path> files = Files.isDirectory(folder) ? Files.list(folder) : Stream.empty()) {
      return files
          .filter(file -> file.toString().endsWith(".java") && Files.isRegularFile(file))
          .sorted()
          .toList();
    } catch (IOException | UncheckedIOException unreadable) {
      return List.of(); // what cannot be read here is reported by the reader of declarations
    }
  }

  private DeclaredPlaces parse(List<Path> sources) {
    DeclaredPlaces declared = new DeclaredPlaces();
    DiagnosticCollector<JavaFileObject> ignored = new DiagnosticCollector<>();
    try (StandardJavaFileManager files = compiler.getStandardFileManager(ignored, null, null)) {
      JavacTask task =
          (JavacTask)
              compiler.getTask(
                  null,
                  files,
                  ignored,
                  List.of("-proc:none"),
                  null,
                  files.getJavaFileObjectsFromPaths(sources));
      for (CompilationUnitTree unit : task.parse()) {
        declared.add(unit, Trees.instance(task).getSourcePositions());
      }
    } catch (IOException unreadable) {
      return new DeclaredPlaces(); // findings then name the class only
    }
    return declared;
  }
}
