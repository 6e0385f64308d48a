package dev.shelftwin.junit;

import static org.junit.jupiter.api.DynamicContainer.dynamicContainer;
import static org.junit.jupiter.api.DynamicTest.dynamicTest;

import dev.shelftwin.CodeOptions;
import dev.shelftwin.OpenTrial;
import dev.shelftwin.ShelfTwin;
import dev.shelftwin.finding.FieldId;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Severity;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.observe.ExistingMapperObserver;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.PlanReader;
import dev.shelftwin.report.FindingText;
import dev.shelftwin.report.Style;
import dev.shelftwin.report.TrialText;
import dev.shelftwin.shape.Place;
import dev.shelftwin.trial.Divergence;
import dev.shelftwin.trial.Doubles;
import dev.shelftwin.trial.Outcome;
import dev.shelftwin.trial.Route;
import dev.shelftwin.trial.RouteResult;
import dev.shelftwin.trial.TrialOptions;
import java.io.File;
import java.io.IOException;
import java.net.JarURLConnection;
import java.net.URI;
import java.net.URISyntaxException;
import java.net.URL;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.DynamicNode;
import org.junit.jupiter.api.extension.ExtensionConfigurationException;
import org.junit.jupiter.api.function.Executable;
import org.opentest4j.AssertionFailedError;

/** The tests of one plan: findings, then concepts with their routes and fields. */
public final class PlanTree {

  private final Path file;
  private final TrialOptions options;
  private final ClassLoader program;
  private @Nullable ShelfTwin twin;
  private @Nullable OpenTrial trial;

  /**
   * A tree; nothing is read yet.
   *
   * @param program loads the classes of the tests and of what they test
   */
  PlanTree(Path file, TrialOptions options, ClassLoader program) {
    this.file = file;
    this.options = options;
    this.program = program;
  }

  /**
   * All tests. A route runs when its tests are asked for.
   *
   * @param doubles what mappers take from elsewhere
   */
  Stream<DynamicNode> tests(Doubles doubles) {
    ShelfTwin opened = ShelfTwin.open(file, code());
    twin = opened;
    checkConcepts(opened.plan());
    OpenTrial running = opened.openTrial(options, doubles, program);
    trial = running;
    Map<String, List<Route>> routes =
        running.routes().stream()
            .collect(Collectors.groupingBy(Route::conceptName, Collectors.toList()));
    Map<String, List<ExistingMapperObserver.Task>> mappers =
        opened.existingMappers().stream()
            .collect(
                Collectors.groupingBy(
                    ExistingMapperObserver.Task::conceptName, Collectors.toList()));
    Stream<DynamicNode> concepts =
        opened.ledger().concepts().stream()
            .map(ConceptLedger::name)
            .filter(name -> options.concepts().isEmpty() || options.concepts().contains(name))
            .filter(name -> routes.containsKey(name) || mappers.containsKey(name))
            .map(
                name ->
                    dynamicContainer(
                        name,
                        Stream.concat(
                            mappers.getOrDefault(name, List.of()).stream()
                                .map(task -> mapper(running, task)),
                            routes.getOrDefault(name, List.of()).stream()
                                .map(route -> route(running, route)))));
    return Stream.concat(Stream.of(dynamicContainer("check", findings(opened))), concepts);
  }

  /** A misspelt name must not leave a green tree that tries nothing. */
  private void checkConcepts(Plan plan) {
    for (String name : options.concepts()) {
      if (plan.concept(name).isEmpty()) {
        throw new ExtensionConfigurationException(
            "The plan %s has no concept '%s'; correct @TrialSettings(concepts = ...)"
                .formatted(file, name));
      }
    }
  }

  /** The classes of the tests' class path; sources as the plan says. */
  private CodeOptions code() {
    Set<Path> own = new LinkedHashSet<>();
    List<Path> libraries = new ArrayList<>();
    Set<Path> withLayers = jarsWithLayers();
    for (String entry : System.getProperty("java.class.path").split(File.pathSeparator, -1)) {
      Path path = Path.of(entry);
      if (Files.isDirectory(path) || withLayers.contains(path.toAbsolutePath().normalize())) {
        own.add(path);
      } else if (Files.exists(path)) {
        libraries.add(path);
      }
    }
    return new CodeOptions(List.copyOf(own), List.of(), libraries);
  }

  /** The jars that have types of the plan's layers, such as other modules of the project. */
  private Set<Path> jarsWithLayers() {
    Set<Path> jars = new HashSet<>();
    for (Layer layer : PlanReader.read(file).layers()) {
      for (String name : layer.packages().roots()) {
        try {
          for (URL url : Collections.list(program.getResources(name.replace('.', '/')))) {
            if (url.openConnection() instanceof JarURLConnection jar) {
              jars.add(Path.of(jar.getJarFileURL().toURI()));
            }
          }
        } catch (IOException | URISyntaxException unreadable) {
          throw new IllegalStateException("the class path cannot be read", unreadable);
        }
      }
    }
    return jars;
  }

  private static Stream<DynamicNode> findings(ShelfTwin twin) {
    List<DynamicNode> tests = new ArrayList<>();
    for (Finding finding : twin.check().findings()) {
      if (finding.severity() != Severity.NOTE) {
        tests.add(finding(finding));
      }
    }
    if (tests.isEmpty()) {
      tests.add(dynamicTest("every field is accounted for", () -> {}));
    }
    return tests.stream();
  }

  private static DynamicNode finding(Finding finding) {
    String about = finding.field().map(FieldId::toString).orElse(finding.concept());
    String text = FindingText.of(finding, Style.PLAIN);
    Executable failing = () -> fail(new AssertionFailedError("\n" + text));
    String name = finding.rule().key() + " " + about;
    return source(finding.at())
        .map(place -> (DynamicNode) dynamicTest(name, place, failing))
        .orElseGet(() -> dynamicTest(name, failing));
  }

  private static Optional<URI> source(Place at) {
    Path path = Path.of(at.file());
    return at.line() > 0 && Files.exists(path)
        ? Optional.of(
            URI.create(path.toUri() + "?line=" + at.line() + "&column=" + Math.max(1, at.column())))
        : Optional.empty();
  }

  private static DynamicNode mapper(OpenTrial trial, ExistingMapperObserver.Task task) {
    Stream<DynamicNode> tests =
        Stream.of(task)
            .flatMap(
                one -> {
                  List<Finding> findings = trial.observe(one).findings();
                  return findings.isEmpty()
                      ? Stream.of(dynamicTest("does what the plan says", () -> {}))
                      : findings.stream().map(PlanTree::finding);
                });
    return dynamicContainer("mapper " + task.method().value(), tests);
  }

  private DynamicNode route(OpenTrial trial, Route route) {
    Stream<DynamicNode> tests = Stream.of(route).flatMap(one -> fields(trial.run(one)));
    return dynamicContainer(route.toString(), tests);
  }

  /** A test for each field: those that diverge, those that were not tried, those that held. */
  private Stream<DynamicNode> fields(RouteResult result) {
    if (result.outcome() == Outcome.REFUSED) {
      return Stream.of(
          failing("samples", "No sample arrives: " + result.reason().orElse("(no reason)")));
    }
    List<DynamicNode> tests = new ArrayList<>();
    for (Divergence divergence : result.divergences()) {
      tests.add(
          dynamicTest(
              divergence.field(),
              () ->
                  fail(
                      new AssertionFailedError(
                          "\n" + TrialText.failure(result, divergence, command()),
                          divergence.before(),
                          divergence.after()))));
    }
    result
        .unexercised()
        .forEach(
            field ->
                tests.add(
                    failing(field, "It was not tried enough: " + result.reason().orElse(""))));
    result.exercised().stream()
        .filter(field -> result.divergences().stream().noneMatch(one -> isAbout(one, field)))
        .forEach(field -> tests.add(dynamicTest(field, () -> {})));
    return tests.stream();
  }

  private static boolean isAbout(Divergence divergence, String field) {
    return simple(divergence.field()).equals(simple(field));
  }

  private static String simple(String field) {
    return field.substring(field.lastIndexOf('.') + 1);
  }

  private static DynamicNode failing(String name, String message) {
    return dynamicTest(name, () -> fail(new AssertionFailedError(message)));
  }

  /** Without a stack trace, which would show our code only. */
  private static void fail(AssertionFailedError failure) {
    failure.setStackTrace(new StackTraceElement[0]);
    throw failure;
  }

  private String command() {
    return "shelf-twin trial "
        + file
        + (options.ends() ? "" : " --in-memory")
        + " --seed "
        + options.seed();
  }

  void close() {
    if (trial != null) {
      trial.close();
    }
    if (twin != null) {
      twin.close();
    }
  }
}
