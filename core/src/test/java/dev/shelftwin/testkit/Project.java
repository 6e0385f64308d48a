package dev.shelftwin.testkit;

import com.fasterxml.jackson.annotation.JsonIgnore;
import dev.shelftwin.compile.UserCode;
import dev.shelftwin.draft.Draft;
import dev.shelftwin.draft.Drafter;
import dev.shelftwin.draft.LayerPackage;
import dev.shelftwin.draft.MapperObservation;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.generate.Generated;
import dev.shelftwin.generate.SourceFile;
import dev.shelftwin.plan.Code;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.PlanReader;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Place;
import dev.shelftwin.source.CodePaths;
import dev.shelftwin.source.JavaReader;
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
import java.util.Optional;
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
public final class Project {

  private static final Pattern TYPE =
      Pattern.compile("(?:class|record|interface|enum|@interface) (\\w+)");
  private static final Pattern MARK = Pattern.compile("(?://|#)~ ([a-z -]+)$");

  /** A glaze in three layers: what every case begins with. */
  public static final String GLAZES =
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
  public static final String LAYERS =
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

  public static final String PLAN =
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

  public Project(Path folder) {
    this.folder = folder;
  }

  /** Changes what stands exactly once in the plan or in the code. */
  public Project with(String find, String put) {
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
  public Project row(String row) {
    plan += "      - " + row + "\n";
    return this;
  }

  /** Adds lines to the end of the plan. */
  public Project plan(String more) {
    plan += more;
    return this;
  }

  /** Adds types. */
  public Project java(String more) {
    java += more;
    return this;
  }

  /** Lets every type import these. */
  public Project importing(String... names) {
    String imports =
        Stream.of(names).map(name -> " import " + name + ";").collect(Collectors.joining());
    java = java.replaceAll("(?m)^(package .*;)$", "$1" + imports);
    return this;
  }

  /** Another plan and other types than the glazes'. */
  public Project instead(String otherPlan, String otherJava) {
    plan = otherPlan;
    java = otherJava;
    return this;
  }

  public Path planFile() {
    return folder.resolve("shelf-twin.yaml");
  }

  /** Writes everything, without the marks. */
  public Project write() {
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
  public <T> T run(Function<OpenProject, T> use) {
    return write().run(sources(), use);
  }

  private <T> T run(CodePaths code, Function<OpenProject, T> use) {
    try (OpenProject open = new OpenProject(PlanReader.read(planFile()), code)) {
      return use.apply(open);
    }
  }

  /** Runs something over the project and more jars. */
  public <T> T runWith(List<Path> jars, Function<OpenProject, T> use) {
    List<Path> classPath = new ArrayList<>(classPath());
    classPath.addAll(jars);
    return write().run(new CodePaths(List.of(), sources().sources(), classPath), use);
  }

  /** Where the sources are, and what they need. */
  public CodePaths sources() {
    return new CodePaths(List.of(), List.of(folder.resolve("src")), classPath());
  }

  /** Proposes a plan for the types alone. */
  public Draft draft(LayerPackage... packages) {
    return draft(MapperObservation.NONE, packages);
  }

  /** Proposes a plan for the types, with what their mappers do. */
  public Draft draftObserving(LayerPackage... packages) {
    return draft(
        plan -> {
          try (OpenProject open = new OpenProject(plan, sources())) {
            return open.observe();
          }
        },
        packages);
  }

  private Draft draft(MapperObservation observation, LayerPackage... packages) {
    write();
    return draft(sources(), observation, packages);
  }

  /** Proposes a plan for compiled types. */
  public Draft draftCompiled(LayerPackage... packages) throws IOException {
    CodePaths compiled = new CodePaths(List.of(compiled("-g")), sources().sources(), classPath());
    return draft(compiled, MapperObservation.NONE, packages);
  }

  private static Draft draft(
      CodePaths paths, MapperObservation observation, LayerPackage... packages) {
    Code code =
        new Code(
            List.of(),
            List.of(new Text("src", Place.in("shelf-twin.yaml"))),
            List.of(),
            Optional.empty());
    Plan empty = Plan.empty("glazes", code, Place.in("shelf-twin.yaml"));
    try (JavaReader reader = new JavaReader(paths)) {
      return Drafter.draft(empty, List.of(packages), reader, observation);
    }
  }

  /** Proposes additions to the plan. */
  public Draft extend() {
    return run(
        open ->
            Drafter.extend(
                open.plan(),
                planFile().toString(),
                plan,
                List.of(),
                open.reader(),
                MapperObservation.NONE));
  }

  /** The same types with a plan that was proposed for them. */
  public Project with(Draft draft) {
    plan = draft.text();
    return this;
  }

  public List<Finding> check() {
    return run(open -> open.check().findings());
  }

  public TrialResult trial() {
    return trial(7, 60);
  }

  /** Tests the generated mappers of some concepts, or of all if none is named. */
  public TrialResult trial(int seed, int samples, String... concepts) {
    TrialOptions options =
        new TrialOptions(seed, samples, Set.of(concepts), OptionalInt.empty(), false);
    return trial(options);
  }

  public TrialResult trial(TrialOptions options) {
    return run(open -> open.trial(options));
  }

  /** The same over compiled classes. */
  public List<Finding> checkCompiled() throws IOException {
    return checkCompiled("-g");
  }

  /** The same over classes that were compiled with another {@code -g}. */
  public List<Finding> checkCompiled(String debug) throws IOException {
    return checkOf(compiled(debug));
  }

  private Path compiled(String debug) throws IOException {
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
    return classes;
  }

  /** The same over classes that are there already. */
  public List<Finding> checkOf(Path classes) {
    CodePaths compiled = new CodePaths(List.of(classes), sources().sources(), classPath());
    return run(compiled, open -> open.check().findings());
  }

  /** The same over compiled classes without their sources. */
  public List<Finding> checkWithoutSources(String debug) throws IOException {
    checkCompiled(debug);
    CodePaths compiled = new CodePaths(List.of(folder.resolve("classes")), List.of(), classPath());
    return run(compiled, open -> open.check().findings());
  }

  /** What the marks promise, as {@code file:line rule}, sorted. */
  public List<String> promised() {
    List<String> promised = new ArrayList<>(promised("shelf-twin.yaml", plan));
    types().forEach(type -> promised.addAll(promised(fileOf(type), type)));
    return promised.stream().sorted().toList();
  }

  /** What was found, as {@code file:line rule}, sorted. */
  public List<String> found(List<Finding> findings) {
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

  /** The annotations of persistence, JSON and validation. */
  public static List<Path> classPath() {
    return List.of(persistenceApi(), jarOf(JsonIgnore.class), jarOf(Size.class));
  }

  public static Path persistenceApi() {
    return jarOf(Entity.class);
  }

  /** The jar or folder that a class was loaded from. */
  public static Path jarOf(Class<?> type) {
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
  public static String text(Generated generated, String mapper) {
    return generated.files().stream()
        .filter(file -> file.className().equals(mapper))
        .findFirst()
        .orElseThrow()
        .text()
        .replaceAll("\\s+", " ");
  }

  /** Compiles the generated mappers with every warning on, and tests them. */
  public Tried tried(int seed, int samples) {
    return run(
        open -> {
          Generated generated = open.generate();
          Path classes = folder.resolve("classes");
          List<String> warnings = compileMappers(generated, classes);
          TrialOptions options =
              new TrialOptions(seed, samples, Set.of(), OptionalInt.empty(), false);
          TrialResult trial = open.trialOfCompiled(classes, generated.reasons(), options);
          return new Tried(open.check().findings(), generated, warnings, trial);
        });
  }

  /** What the compiler says about the generated mappers, with every warning on. */
  public List<String> warnings(Generated generated) {
    return compileMappers(generated, folder.resolve("classes"));
  }

  private List<String> compileMappers(Generated generated, Path classes) {
    try {
      List<Path> files = new ArrayList<>();
      for (SourceFile mapper : generated.files()) {
        Path file = folder.resolve("mappers/" + mapper.qualifiedName().replace('.', '/') + ".java");
        Files.createDirectories(file.getParent());
        files.add(Files.writeString(file, mapper.text()));
      }
      Files.createDirectories(classes);
      Path sources = folder.resolve("src");
      return compile(files, sources, classes, "-Xlint:all", "-proc:none", "-parameters").stream()
          .filter(message -> !message.startsWith(sources.toString()))
          .toList();
    } catch (IOException failure) {
      throw new UncheckedIOException(failure);
    }
  }

  /** What the compiler says. */
  public static List<String> compile(
      List<Path> sources, Path sourcePath, Path classes, String... options) throws IOException {
    JavaCompiler compiler = ToolProvider.getSystemJavaCompiler();
    DiagnosticCollector<JavaFileObject> messages = new DiagnosticCollector<>();
    try (StandardJavaFileManager files = compiler.getStandardFileManager(messages, null, null)) {
      files.setLocationFromPaths(StandardLocation.CLASS_OUTPUT, List.of(classes));
      files.setLocationFromPaths(StandardLocation.SOURCE_PATH, List.of(sourcePath));
      files.setLocationFromPaths(
          StandardLocation.CLASS_PATH,
          Stream.concat(classPath().stream(), Stream.of(UserCode.runtime())).toList());
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
