package dev.shelftwin.source;

import dev.shelftwin.compile.UserCode;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;

/**
 * Where the users' code is. Of a class that is both compiled and in a source folder the newer one
 * is read, as the compiler does it.
 *
 * @param classes folders of compiled classes
 * @param sources source folders
 * @param classPath what the code depends on: jars and class folders
 */
public record CodePaths(List<Path> classes, List<Path> sources, List<Path> classPath) {

  public CodePaths {
    classes = List.copyOf(classes);
    sources = List.copyOf(sources);
    classPath = List.copyOf(classPath);
  }

  /** The same code, to be run. */
  public UserCode userCode() {
    return new UserCode(binaries(), sources);
  }

  /** Everything that is compiled, the users' own classes first. */
  public List<Path> binaries() {
    return Stream.concat(classes.stream(), classPath.stream()).toList();
  }
}
