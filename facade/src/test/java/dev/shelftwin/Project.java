package dev.shelftwin;

import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.core.Versioned;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.generate.Generated;
import dev.shelftwin.trial.TrialOptions;
import dev.shelftwin.trial.TrialResult;
import jakarta.persistence.Entity;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URISyntaxException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.tools.DiagnosticCollector;
import javax.tools.JavaCompiler;
import javax.tools.JavaFileObject;
import javax.tools.StandardJavaFileManager;
import javax.tools.StandardLocation;
import javax.tools.ToolProvider;

/**
 * A project written inline. Where a line ends in {@code //~ rule} or {@code #~ rule}, the check
 * must find that rule there, and nothing anywhere else.
 */
final class Project {

  private static final Pattern TYPE =
      Pattern.compile("(?:class|record|interface|enum|@interface) (\\w+)");
  private static final Pattern MARK = Pattern.compile("(?://|#)~ ([a-z -]+)$");

  /** A glaze in three layers: what every case begins with. */
  static final String GLAZES =
      """
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public class GlazeRow {
        @Id @GeneratedValue Long id;
        @Version int version;
        @Column(nullable = false, length = 8) String code;
        @Column(nullable = false, length = 40) String label;
        boolean foodSafe;
        @Column(nullable = false, length = 10) String finish;
        String note;
        protected GlazeRow() {}
      }
      package coop.kiln.model;
      public record GlazeCode(String value) {
        public GlazeCode {
          if (value.isBlank()) {
            throw new IllegalArgumentException("a glaze has a code");
          }
        }
      }
      package coop.kiln.model;
      public enum Finish { GLOSSY, SATIN, MATT }
      package coop.kiln.model;
      import java.util.Optional;
      public record Glaze(
          GlazeCode code,
          String name,
          boolean foodSafe,
          Finish finish,
          Optional<String> note) {}
      package coop.kiln.api;
      public record GlazeView(
          String code,
          String name,
          boolean foodSafe,
          String finish,
          String note) {}
      package coop.kiln.api;
      public record NewGlaze(
          String code,
          String name,
          boolean foodSafe,
          String finish,
          String note) {}
      """;

  /** How a plan with three layers begins. */
  static final String LAYERS =
      """
      shelf-twin: 1
      name: glazes
      code: { sources: src }
      layers:
        store: { role: persistence, package: coop.kiln.store }
        model: { role: domain, package: coop.kiln.model }
        api: { role: transfer, package: coop.kiln.api }
      concepts:
      """;

  static final String PLAN =
      LAYERS
          + """
        Glaze:
          store: GlazeRow
          model: Glaze
          api: { GlazeView: out, NewGlaze: in }
          fields:
            - { store: id, is: key, stays: the store's own }
            - { store: version, is: version, stays: optimistic lock }
            - { model: name, store: label }
      """;

  private final Path folder;
  private String plan = PLAN;
  private String java = GLAZES;

  Project(Path folder) {
    this.folder = folder;
  }

  /** Changes what stands exactly once in the plan or in the code. */
  Project with(String find, String put) {
    boolean inPlan = plan.contains(find);
    String text = inPlan ? plan : java;
    int at = text.indexOf(find);
    if (at < 0 || text.indexOf(find, at + 1) >= 0 || (inPlan && java.contains(find))) {
      throw new IllegalArgumentException("not exactly once: " + find);
    }
    String changed = text.substring(0, at) + put + text.substring(at + find.length());
    if (inPlan) {
      plan = changed;
    } else {
      java = changed;
    }
    return this;
  }

  /** Adds a row to the end of the plan. */
  Project row(String row) {
    plan += "      - " + row + "\n";
    return this;
  }

  /** Adds lines to the end of the plan. */
  Project plan(String more) {
    plan += more;
    return this;
  }

  /** Adds types. */
  Project java(String more) {
    java += more;
    return this;
  }

  /** Lets every type import these. */
  Project importing(String... names) {
    String imports =
        Stream.of(names).map(name -> " import " + name + ";").collect(Collectors.joining());
    java = java.replaceAll("(?m)^(package .*;)$", "$1" + imports);
    return this;
  }

  /** Another plan and other types than the glazes'. */
  Project instead(String otherPlan, String otherJava) {
    plan = otherPlan;
    java = otherJava;
    return this;
  }

  Path planFile() {
    return folder.resolve("shelf-twin.yaml");
  }

  /** Writes everything, without the marks. */
  Project write() {
    try {
      Files.createDirectories(folder.resolve("src"));
      Files.writeString(planFile(), unmarked(plan));
      for (String type : types()) {
        Path file = folder.resolve(fileOf(type));
        Files.createDirectories(file.getParent());
        Files.writeString(file, unmarked(type));
      }
      return this;
    } catch (IOException failure) {
      throw new UncheckedIOException(failure);
    }
  }

  /** Runs something over the project. */
  <T> T run(Function<ShelfTwin, T> use) {
    write();
    try (ShelfTwin twin = ShelfTwin.open(planFile(), code())) {
      return use.apply(twin);
    }
  }

  List<Finding> check() {
    return run(twin -> twin.check().findings());
  }

  TrialResult trial() {
    return run(twin -> twin.trial(new TrialOptions(7, 60, Set.of(), OptionalInt.empty(), false)));
  }

  /** The same over compiled classes. */
  List<Finding> checkCompiled() throws IOException {
    return checkCompiled("-g");
  }

  /** The same over classes that were compiled with another {@code -g}. */
  List<Finding> checkCompiled(String debug) throws IOException {
    write();
    Path classes = Files.createDirectories(folder.resolve("classes"));
    try (Stream<Path> sources = Files.walk(folder.resolve("src"))) {
      List<String> errors =
          compile(
              sources.filter(Files::isRegularFile).toList(),
              folder.resolve("src"),
              classes,
              debug,
              "-proc:none");
      if (!errors.isEmpty()) {
        throw new IllegalArgumentException(errors.toString());
      }
    }
    return checkOf(classes);
  }

  /** The same over classes that are there already. */
  List<Finding> checkOf(Path classes) {
    CodeOptions options = new CodeOptions(List.of(classes), List.of(), code().classPath());
    try (ShelfTwin twin = ShelfTwin.open(planFile(), options)) {
      return twin.check().findings();
    }
  }

  /** What the marks promise, as {@code file:line rule}, sorted. */
  List<String> promised() {
    List<String> promised = new ArrayList<>(promised("shelf-twin.yaml", plan));
    types().forEach(type -> promised.addAll(promised(fileOf(type), type)));
    return promised.stream().sorted().toList();
  }

  /** What was found, as {@code file:line rule}, sorted. */
  List<String> found(List<Finding> findings) {
    return findings.stream()
        .map(
            finding ->
                folder.relativize(Path.of(finding.at().file()))
                    + ":"
                    + finding.at().line()
                    + " "
                    + finding.rule().key())
        .sorted()
        .toList();
  }

  /** What the plans of these projects leave open. */
  static CodeOptions code() {
    return new CodeOptions(
        List.of(),
        List.of(),
        List.of(
            persistenceApi(),
            jarOf(ObjectMapper.class),
            jarOf(Versioned.class),
            jarOf(JsonIgnore.class),
            jarOf(Size.class)));
  }

  static Path persistenceApi() {
    return jarOf(Entity.class);
  }

  private static Path jarOf(Class<?> type) {
    try {
      return Path.of(type.getProtectionDomain().getCodeSource().getLocation().toURI());
    } catch (URISyntaxException impossible) {
      throw new IllegalStateException(impossible);
    }
  }

  private List<String> types() {
    return Arrays.stream(java.split("(?m)^(?=package )")).filter(text -> !text.isBlank()).toList();
  }

  private static String fileOf(String type) {
    String packageName = type.substring("package ".length(), type.indexOf(';'));
    Matcher name = TYPE.matcher(type);
    if (!name.find()) {
      throw new IllegalArgumentException(type);
    }
    return "src/" + packageName.replace('.', '/') + "/" + name.group(1) + ".java";
  }

  private static List<String> promised(String file, String text) {
    List<String> promised = new ArrayList<>();
    List<String> lines = text.lines().toList();
    for (int index = 0; index < lines.size(); index++) {
      Matcher mark = MARK.matcher(lines.get(index));
      if (mark.find()) {
        for (String rule : mark.group(1).split(" ")) {
          promised.add(file + ":" + (index + 1) + " " + rule);
        }
      }
    }
    return promised;
  }

  private static String unmarked(String text) {
    return text.replaceAll("(?m)\\s*(?://|#)~ .*$", "");
  }

  /** A generated mapper, with single spaces for whatever white space it has. */
  static String text(Generated generated, String mapper) {
    return generated.files().stream()
        .filter(file -> file.className().equals(mapper))
        .findFirst()
        .orElseThrow()
        .text()
        .replaceAll("\\s+", " ");
  }

  /** What the compiler says about the generated mappers, with every warning on. */
  List<String> warnings(Generated generated) throws IOException {
    Path to = folder.resolve("mappers");
    MapperFiles.write(generated, to);
    Path classes = Files.createDirectories(folder.resolve("classes"));
    try (Stream<Path> mappers = Files.walk(to)) {
      return compile(
          mappers.filter(Files::isRegularFile).toList(),
          folder.resolve("src"),
          classes,
          "-Xlint:all",
          "-proc:none",
          "-implicit:none");
    }
  }

  /** What the compiler says. */
  static List<String> compile(List<Path> sources, Path sourcePath, Path classes, String... options)
      throws IOException {
    JavaCompiler compiler = ToolProvider.getSystemJavaCompiler();
    DiagnosticCollector<JavaFileObject> messages = new DiagnosticCollector<>();
    try (StandardJavaFileManager files = compiler.getStandardFileManager(messages, null, null)) {
      files.setLocationFromPaths(StandardLocation.CLASS_OUTPUT, List.of(classes));
      files.setLocationFromPaths(StandardLocation.SOURCE_PATH, List.of(sourcePath));
      files.setLocationFromPaths(
          StandardLocation.CLASS_PATH,
          Stream.concat(code().classPath().stream(), Stream.of(CodeFinder.runtime())).toList());
      compiler
          .getTask(
              null,
              files,
              messages,
              List.of(options),
              null,
              files.getJavaFileObjects(sources.toArray(Path[]::new)))
          .call();
    }
    return messages.getDiagnostics().stream().map(String::valueOf).toList();
  }
}
