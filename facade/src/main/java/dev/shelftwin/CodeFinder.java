package dev.shelftwin;

import dev.shelftwin.finding.InputError;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.plan.Code;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Place;
import dev.shelftwin.source.CodePaths;
import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/** Finds the code that a plan or the caller names, and reports what does not exist. */
final class CodeFinder {

  private final Path base;
  private final List<InputError> errors = new ArrayList<>();

  /** The lists of class paths that were read. */
  private final Set<Path> lists = new HashSet<>();

  private CodeFinder(Path base) {
    this.base = base;
  }

  static CodePaths find(Plan plan, Path planFile, CodeOptions options) {
    Path folder = Objects.requireNonNullElse(planFile.getParent(), Path.of(""));
    CodeFinder finder = new CodeFinder(folder);
    CodePaths paths = finder.find(plan.code(), options, plan);
    if (!finder.errors.isEmpty()) {
      throw new InputException(finder.errors);
    }
    return paths;
  }

  private CodePaths find(Code code, CodeOptions options, Plan plan) {
    List<Located> sources = located(options.sources(), code.sources(), "--sources");
    List<Located> classes = located(options.classes(), code.classes(), "--classes");
    List<Located> classPath = located(options.classPath(), code.classPath(), "--class-path");
    if (sources.isEmpty() && classes.isEmpty() && !plan.describes()) {
      errors.add(
          new InputError(
              plan.at(),
              "nothing says where the code is",
              "add 'code: { sources: src/main/java }' to the plan, or give --sources or --classes"));
    }
    // What is only described needs no folder before it is written.
    List<Located> written =
        plan.describes() ? sources.stream().filter(Located::exists).toList() : sources;
    List<Path> sourceFolders = folders(written, "there is no such source folder", false);
    // Classes that are not built yet are no error while there are sources to read.
    List<Located> built =
        sources.isEmpty() ? classes : classes.stream().filter(Located::exists).toList();
    List<Path> classFolders = folders(built, "there is no such class folder or jar", true);
    List<Path> entries = new ArrayList<>();
    classPath.forEach(entry -> entries.addAll(entries(entry)));
    return new CodePaths(classFolders, sourceFolders, entries);
  }

  private List<Located> located(List<Path> given, List<Text> planned, String option) {
    if (!given.isEmpty()) {
      return given.stream().map(path -> new Located(path, Place.in(option + " " + path))).toList();
    }
    List<Located> located = new ArrayList<>();
    for (Text text : planned) {
      path(text).ifPresent(path -> located.add(new Located(path, text.at())));
    }
    return located;
  }

  private Optional<Path> path(Text text) {
    try {
      return Optional.of(base.resolve(text.value()));
    } catch (InvalidPathException wrong) {
      errors.add(new InputError(text.at(), "this is no path: " + wrong.getReason(), "correct it"));
      return Optional.empty();
    }
  }

  private List<Path> folders(List<Located> all, String missing, boolean orJars) {
    List<Path> folders = new ArrayList<>();
    for (Located located : all) {
      boolean jar = orJars && located.path().toString().matches(".*[.][jw]ar") && located.exists();
      if (jar || Files.isDirectory(located.path())) {
        folders.add(located.path());
      } else {
        errors.add(
            new InputError(
                located.at(),
                missing + ": " + located.path(),
                "build the project first, or correct the path; it is relative to the plan"));
      }
    }
    return folders;
  }

  private List<Path> entries(Located entry) {
    if (!entry.exists()) {
      errors.add(
          new InputError(
              entry.at(),
              "the class path names what is not there: " + entry.path(),
              "build the project first, write the file with 'mvn dependency:build-classpath',"
                  + " or correct the path"));
      return List.of();
    }
    boolean list = entry.path().toString().endsWith(".txt") && !Files.isDirectory(entry.path());
    return list ? listed(entry) : List.of(entry.path());
  }

  private List<Path> listed(Located list) {
    if (!lists.add(list.path().toAbsolutePath().normalize())) {
      return List.of(); // a list that includes itself, or one that was read before
    }
    try {
      List<Path> entries = new ArrayList<>();
      for (String line : Files.readAllLines(list.path())) {
        for (String name : line.split(File.pathSeparator, -1)) {
          if (!name.isBlank()) {
            entries.addAll(
                entries(new Located(Path.of(name.strip()), Place.in(list.path().toString()))));
          }
        }
      }
      return entries;
    } catch (IOException | InvalidPathException unreadable) {
      errors.add(
          new InputError(
              list.at(),
              "the class path file cannot be read: " + unreadable.getMessage(),
              "write it again with 'mvn dependency:build-classpath'"));
      return List.of();
    }
  }

  /** A path and the place that names it. */
  private record Located(Path path, Place at) {

    boolean exists() {
      return Files.exists(path);
    }
  }
}
