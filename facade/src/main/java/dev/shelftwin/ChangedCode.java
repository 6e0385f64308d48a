package dev.shelftwin;

import dev.shelftwin.change.ChangedSources;
import dev.shelftwin.change.OwnSources;
import dev.shelftwin.compile.ProcessedSources;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.InputError;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.shape.Place;
import dev.shelftwin.source.CodePaths;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** The users' code with changed sources, which are in a temporary folder. */
final class ChangedCode implements AutoCloseable {

  private static final String ENDING = ".java";

  private final ChangedSources sources;
  private final CodePaths before;
  private final Path root;
  private final Path folder;
  private final CodePaths paths;

  private ChangedCode(ChangedSources sources, CodePaths before, Path root) throws IOException {
    this.sources = sources;
    this.before = before;
    this.root = root;
    this.folder = Files.createDirectory(root.resolve("sources"));
    this.paths = written();
  }

  /** Writes the changed sources; the plan among them is at hand. */
  static ChangedCode write(ChangedSources sources, CodePaths before) {
    try {
      String prefix = DescribedCode.FOLDER + ProcessHandle.current().pid() + "-";
      return new ChangedCode(sources, before, Files.createTempDirectory(prefix));
    } catch (IOException full) {
      throw new UncheckedIOException(full);
    }
  }

  /** Changed sources come first; what was compiled is compiled again, with what processors add. */
  private CodePaths written() throws IOException {
    List<Path> compiled = new ArrayList<>();
    for (Map.Entry<Path, ChangedSources.Changed> file : sources.files().entrySet()) {
      if (file.getKey().toString().endsWith(ENDING)) {
        Path written = folder.resolve(below(file));
        Files.createDirectories(Objects.requireNonNull(written.getParent()));
        Files.writeString(written, file.getValue().after());
        if (hasClass(below(file))) {
          compiled.add(written);
        }
      }
    }
    List<Path> folders = Stream.concat(Stream.of(folder), before.sources().stream()).toList();
    Path classes = Files.createDirectory(root.resolve("classes"));
    boolean compiles =
        !compiled.isEmpty()
            && ProcessedSources.compile(compiled, before.binaries(), folders, classes);
    Stream<Path> first = compiles ? Stream.of(classes) : Stream.empty();
    return new CodePaths(
        Stream.concat(first, before.classes().stream()).toList(),
        folders,
        before.classPath(),
        before.described());
  }

  private boolean hasClass(String source) {
    String file = source.substring(0, source.length() - ENDING.length()) + ".class";
    return before.classes().stream().anyMatch(one -> Files.isRegularFile(one.resolve(file)));
  }

  /** The path of a source below its folder. */
  private static String below(Map.Entry<Path, ChangedSources.Changed> file) {
    String inPackage = file.getValue().packageName().replace('.', '/');
    return (inPackage.isEmpty() ? "" : inPackage + "/") + file.getKey().getFileName();
  }

  /** Where the changed code is. */
  CodePaths paths() {
    return paths;
  }

  /**
   * What does not compile any more: the mappers, and the sources that name a changed type.
   *
   * @param mappers texts by qualified class name
   * @param mappersBefore those without the change
   */
  List<InputError> uncompiled(
      Map<String, String> mappers, Map<String, String> mappersBefore, OwnSources own) {
    Collection<String> users = own.naming(changedTypes()).keySet();
    List<InputError> errors = errors(paths, mappers, users);
    if (errors.isEmpty()) {
      return List.of();
    }
    Set<String> known = new HashSet<>();
    errors(before, mappersBefore, users).forEach(error -> known.add(key(error)));
    return errors.stream()
        .filter(error -> !known.contains(key(error)))
        .map(error -> new InputError(inPlace(error.at()), error.message(), error.remedy()))
        .toList();
  }

  /** The qualified names of the types whose sources change. */
  private Set<String> changedTypes() {
    return sources.files().entrySet().stream()
        .map(ChangedCode::below)
        .filter(path -> path.endsWith(ENDING))
        .map(path -> path.substring(0, path.length() - ENDING.length()).replace('/', '.'))
        .collect(Collectors.toSet());
  }

  private static List<InputError> errors(
      CodePaths code, Map<String, String> mappers, Collection<String> users) {
    try {
      return code.userCode().compiler().compileEach(mappers, users).failures().entrySet().stream()
          .map(one -> new InputError(Place.in(one.getKey()), one.getValue(), ""))
          .toList();
    } catch (InputException wrong) {
      return wrong.errors();
    }
  }

  /** The same error in another line is the same. */
  private static String key(InputError error) {
    String file = error.at().file();
    return file.substring(file.lastIndexOf('/') + 1) + error.message();
  }

  Finding inPlace(Finding finding) {
    return new Finding(
        finding.rule(),
        finding.concept(),
        finding.hop(),
        finding.field(),
        finding.message(),
        finding.remedies(),
        inPlace(finding.at()));
  }

  /** A place in a changed source as one in the source itself. */
  private Place inPlace(Place at) {
    return sources.files().entrySet().stream()
        .filter(changed -> Path.of(at.file()).equals(folder.resolve(below(changed))))
        .findFirst()
        .map(changed -> new Place(changed.getKey().toString(), at.line(), at.column(), at.text()))
        .orElse(at);
  }

  @Override
  public void close() {
    DescribedCode.delete(root);
  }
}
