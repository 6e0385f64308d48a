package dev.shelftwin;

import dev.shelftwin.compile.MemoryCompiler;
import dev.shelftwin.compile.UserClassLoader;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.InputError;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.generate.Generated;
import dev.shelftwin.generate.MapperGenerator;
import dev.shelftwin.generate.SourceFile;
import dev.shelftwin.ledger.Accountant;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.PlanReader;
import dev.shelftwin.plan.Text;
import dev.shelftwin.read.CodePaths;
import dev.shelftwin.read.JavaReader;
import dev.shelftwin.rule.Checker;
import dev.shelftwin.trial.Ends;
import dev.shelftwin.trial.Trial;
import dev.shelftwin.trial.TrialOptions;
import dev.shelftwin.trial.TrialProgress;
import dev.shelftwin.trial.TrialResult;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * The whole pipeline over one plan: read, plan, account, check, generate, try.
 *
 * <pre>{@code
 * try (ShelfTwin twin = ShelfTwin.open(Path.of("shelf-twin.yaml"))) {
 *   List<Finding> findings = twin.check();
 *   Generated mappers = twin.generate();
 *   TrialResult trial = twin.trial(TrialOptions.defaults());
 * }
 * }</pre>
 *
 * <p>Every stage throws {@link InputException} where its input keeps it from working; what is wrong
 * with the users' mapping is a value, never an exception. Not safe for use by several threads.
 */
public final class ShelfTwin implements AutoCloseable {

  private final Plan plan;
  private final CodePaths code;
  private final JavaReader reader;
  private final Ledger ledger;

  private ShelfTwin(Plan plan, CodePaths code) {
    this.plan = plan;
    this.code = code;
    this.reader = new JavaReader(code);
    this.ledger = Accountant.account(plan, reader);
  }

  /**
   * Reads a plan and the code that it names, and accounts for every field.
   *
   * @param planFile in YAML
   * @throws InputException where the plan is wrong or the code cannot be read
   */
  public static ShelfTwin open(Path planFile) {
    return open(planFile, CodeOptions.NONE);
  }

  /**
   * The same with the code somewhere else than the plan says.
   *
   * @param options what is not empty in it wins over the plan's {@code code}
   */
  public static ShelfTwin open(Path planFile, CodeOptions options) {
    Objects.requireNonNull(planFile, "planFile");
    return open(PlanReader.read(planFile), planFile, options);
  }

  /**
   * The same with a plan that was said in Java, by {@link dev.shelftwin.plan.PlanBuilder}.
   *
   * @param folder that the plan's paths are relative to
   */
  public static ShelfTwin open(Plan plan, Path folder) {
    Objects.requireNonNull(plan, "plan");
    return open(plan, folder.resolve("plan"), CodeOptions.NONE);
  }

  private static ShelfTwin open(Plan plan, Path planFile, CodeOptions options) {
    ShelfTwin twin = new ShelfTwin(plan, CodeFinder.find(plan, planFile, options));
    List<InputError> errors = twin.reader.errors();
    if (!errors.isEmpty()) {
      twin.close();
      throw new InputException(errors);
    }
    return twin;
  }

  /** The plan that everything comes from. */
  public Plan plan() {
    return plan;
  }

  /**
   * What becomes of every field.
   *
   * @throws InputException where the plan names what the code does not have
   */
  public Ledger ledger() {
    if (!ledger.unknownNames().isEmpty()) {
      throw new InputException(ledger.unknownNames().stream().map(ShelfTwin::error).toList());
    }
    return ledger;
  }

  /** What is wrong with the mapping, names that the code does not have included. */
  public List<Finding> check() {
    return check(LocalDate.now(ZoneId.systemDefault()));
  }

  /**
   * The same on some other day.
   *
   * @param today by which the plan's acceptances end
   */
  public List<Finding> check(LocalDate today) {
    return Checker.check(ledger, reader, reader.references(), today);
  }

  /** Whether compiled classes tell what they mention; without them no layer's breach is found. */
  public boolean isCompiled() {
    return reader.references().exist();
  }

  /** The mappers' sources; nothing is written. */
  public Generated generate() {
    return MapperGenerator.generate(ledger());
  }

  /** Tries generated mappers, compiled in memory, and tells nobody how far it is. */
  public TrialResult trial(TrialOptions options) {
    return trial(options, TrialProgress.SILENT);
  }

  /** Tries generated mappers, compiled in memory together with the users' code. */
  public TrialResult trial(TrialOptions options, TrialProgress progress) {
    Generated generated = generate();
    Map<String, String> sources =
        generated.files().stream()
            .collect(Collectors.toMap(SourceFile::qualifiedName, SourceFile::text));
    Map<String, String> unwritten = new HashMap<>();
    generated.refusals().forEach(refusal -> unwritten.put(refusal.mapper(), refusal.reason()));
    return trial(sources, unwritten, options, progress);
  }

  /** Tries the mappers that are among the compiled classes, whoever wrote them. */
  public TrialResult trialOfCompiled(TrialOptions options, TrialProgress progress) {
    ledger();
    return trial(Map.of(), Map.of(), options, progress);
  }

  @Override
  public void close() {
    reader.close();
  }

  private TrialResult trial(
      Map<String, String> sources,
      Map<String, String> unwritten,
      TrialOptions options,
      TrialProgress progress) {
    List<Path> classPath = new ArrayList<>(code.binaries());
    classPath.add(CodeFinder.runtime());
    MemoryCompiler compiler = new MemoryCompiler(classPath, code.sources());
    Map<String, byte[]> classes = compiler.compile(sources, uncompiledHelpers());
    Thread thread = Thread.currentThread();
    ClassLoader before = thread.getContextClassLoader();
    try (UserClassLoader loader = new UserClassLoader(classes, code.binaries())) {
      thread.setContextClassLoader(loader); // by which libraries find their services
      return trial(loader, unwritten, options, progress);
    } catch (IOException unclosed) {
      throw new UncheckedIOException(unclosed);
    } finally {
      thread.setContextClassLoader(before);
    }
  }

  private TrialResult trial(
      UserClassLoader loader,
      Map<String, String> unwritten,
      TrialOptions options,
      TrialProgress progress) {
    if (!options.ends()) {
      return Trial.run(ledger, reader, loader, Ends.NONE, unwritten, options, progress);
    }
    try (UserEnds ends = new UserEnds(plan, reader, loader)) {
      return Trial.run(ledger, reader, loader, ends, unwritten, options, progress);
    }
  }

  /** Classes that the plan names by their methods; no mapper mentions them. */
  private List<String> uncompiledHelpers() {
    return Stream.concat(plan.samples().values().stream(), plan.wire().stream())
        .map(Text::value)
        .map(method -> method.substring(0, Math.max(0, method.lastIndexOf('.'))))
        .distinct()
        .filter(owner -> !isCompiled(owner))
        .toList();
  }

  private boolean isCompiled(String owner) {
    String file = owner.replace('.', '/') + ".class";
    return code.classes().stream().anyMatch(folder -> Files.exists(folder.resolve(file)));
  }

  private static InputError error(Finding finding) {
    String remedy = finding.remedies().stream().findFirst().map(Remedy::advice).orElse("");
    return new InputError(finding.at(), finding.message(), remedy);
  }
}
