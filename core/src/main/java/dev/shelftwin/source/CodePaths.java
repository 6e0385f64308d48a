package dev.shelftwin.source;

import dev.shelftwin.compile.UserCode;
import dev.shelftwin.shape.Place;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;

/**
 * Where the users' code is. Of a class that is both compiled and in a source folder the newer one
 * is read, as the compiler does it.
 *
 * @param classes folders of compiled classes
 * @param sources source folders
 * @param classPath what the code depends on: jars and class folders
 * @param described the types that the plan describes; {@link Described#NONE} if it describes none
 */
public record CodePaths(
    List<Path> classes, List<Path> sources, List<Path> classPath, Described described) {

  public CodePaths {
    classes = List.copyOf(classes);
    sources = List.copyOf(sources);
    classPath = List.copyOf(classPath);
    Objects.requireNonNull(described, "described");
  }

  /** Code of which nothing is only described. */
  public CodePaths(List<Path> classes, List<Path> sources, List<Path> classPath) {
    this(classes, sources, classPath, Described.NONE);
  }

  /**
   * Types that are described in a plan, and whose sources were made from that.
   *
   * @param sources the folders of the sources; they are read and compiled like those of the code
   * @param libraries what the sources need and the code may lack: only to read and to compile them
   * @param places where the plan describes a type, and its fields by name, by the type's qualified
   *     name; an empty name stands for the type itself
   */
  public record Described(
      List<Path> sources, List<Path> libraries, Map<String, Map<String, Place>> places) {

    /** Nothing is only described. */
    public static final Described NONE = new Described(List.of(), List.of(), Map.of());

    public Described {
      sources = List.copyOf(sources);
      libraries = List.copyOf(libraries);
      places = Map.copyOf(places);
    }
  }

  /** This code with types that are described. */
  public CodePaths with(Described others) {
    return new CodePaths(classes, sources, classPath, others);
  }

  /** The source folders, those of described types last. */
  List<Path> allSources() {
    return Stream.concat(sources.stream(), described.sources().stream()).toList();
  }

  /** Everything that is compiled, with what only described types need. */
  List<Path> readable() {
    return Stream.concat(binaries().stream(), described.libraries().stream()).toList();
  }

  /** The same code, to be run. */
  public UserCode userCode() {
    return new UserCode(binaries(), allSources(), described.libraries());
  }

  /** Everything that is compiled, the users' own classes first. */
  public List<Path> binaries() {
    return Stream.concat(classes.stream(), classPath.stream()).toList();
  }
}
