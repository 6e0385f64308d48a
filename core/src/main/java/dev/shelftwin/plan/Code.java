package dev.shelftwin.plan;

import java.util.List;
import java.util.Optional;

/**
 * Where the users' code is; paths are relative to the plan.
 *
 * @param classes folders of compiled classes
 * @param sources source folders
 * @param classPath jars and class folders, and text files (named {@code *.txt}) that list them
 * @param mappers the folder that generated mappers are written to
 */
public record Code(
    List<Text> classes, List<Text> sources, List<Text> classPath, Optional<Text> mappers) {

  /** Nothing entries. */
  public static final Code NONE = new Code(List.of(), List.of(), List.of(), Optional.empty());

  public Code {
    classes = List.copyOf(classes);
    sources = List.copyOf(sources);
    classPath = List.copyOf(classPath);
  }
}
