package dev.shelftwin.compile;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import javax.tools.DiagnosticCollector;
import javax.tools.JavaFileObject;
import javax.tools.StandardJavaFileManager;
import javax.tools.StandardLocation;

/** Compiles sources as a build does: with the annotation processors on their class path. */
public final class ProcessedSources {

  /** The first Java that runs processors only if told so (JEP 477 and its successors). */
  private static final int ASKS_FOR_PROCESSORS = 23;

  private ProcessedSources() {}

  /**
   * Compiles sources.
   *
   * @param files the sources; others that they need are read, but not compiled
   * @param classPath what they need
   * @param sourcePath source folders
   * @param into the folder of the class files
   * @return whether they compile
   */
  public static boolean compile(
      Collection<Path> files, List<Path> classPath, List<Path> sourcePath, Path into) {
    List<String> options =
        new ArrayList<>(List.of("-g", "-parameters", "-nowarn", "-Xlint:none", "-implicit:none"));
    if (Runtime.version().feature() >= ASKS_FOR_PROCESSORS) {
      options.add("-proc:full");
    }
    DiagnosticCollector<JavaFileObject> messages = new DiagnosticCollector<>();
    try (StandardJavaFileManager manager =
            Javac.compiler().getStandardFileManager(messages, Locale.ROOT, null);
        UsableClasses usable = new UsableClasses(manager, sourcePath)) {
      manager.setLocationFromPaths(StandardLocation.CLASS_PATH, classPath);
      manager.setLocationFromPaths(StandardLocation.SOURCE_PATH, sourcePath);
      manager.setLocationFromPaths(StandardLocation.CLASS_OUTPUT, List.of(into));
      return Javac.compiler()
          .getTask(
              null, usable, messages, options, null, manager.getJavaFileObjectsFromPaths(files))
          .call();
    } catch (IOException failure) {
      throw new UncheckedIOException(failure);
    }
  }
}
