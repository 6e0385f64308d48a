package dev.shelftwin;

import dev.shelftwin.compile.AddedMappers;
import dev.shelftwin.compile.UserClassLoader;
import dev.shelftwin.describe.DescribedSource;
import dev.shelftwin.document.Documents;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.InputError;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.finding.TableDifference;
import dev.shelftwin.generate.Generated;
import dev.shelftwin.generate.MapperGenerator;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.LedgerBuilder;
import dev.shelftwin.ledger.ShapeChange;
import dev.shelftwin.observe.ExistingCalls;
import dev.shelftwin.observe.ExistingMapperObserver;
import dev.shelftwin.observe.MapperComparer;
import dev.shelftwin.observe.ObservedMapper;
import dev.shelftwin.plan.Database;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.PlanReader;
import dev.shelftwin.rule.CheckResult;
import dev.shelftwin.rule.Checker;
import dev.shelftwin.rule.LayerUse;
import dev.shelftwin.rule.LayerUser;
import dev.shelftwin.rule.TableFindings;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.source.CodePaths;
import dev.shelftwin.source.JavaReader;
import dev.shelftwin.trial.Doubles;
import dev.shelftwin.trial.Ends;
import dev.shelftwin.trial.Trial;
import dev.shelftwin.trial.TrialOptions;
import dev.shelftwin.trial.TrialProgress;
import dev.shelftwin.trial.TrialResult;
import dev.shelftwin.trial.TriedMappers;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.BiFunction;

/**
 * All commands for one plan: ledger, check, generate and trial.
 *
 * <pre>{@code
 * try (ShelfTwin twin = ShelfTwin.open(Path.of("shelf-twin.yaml"))) {
 *   List<Finding> findings = twin.check().findings();
 *   Generated mappers = twin.generate();
 *   TrialResult trial = twin.trial(TrialOptions.defaults());
 * }
 * }</pre>
 *
 * <p>Every method throws {@link InputException} if its input does not allow it to work. Problems of
 * the users' mappings are return values, never exceptions. Not thread-safe.
 */
public final class ShelfTwin implements AutoCloseable {

  private final Plan plan;
  private final CodePaths code;
  private final DescribedCode described;
  private final JavaReader reader;
  private final Ledger ledger;

  private ShelfTwin(DescribedCode described) {
    this.described = described;
    this.plan = described.plan();
    this.code = described.code();
    this.reader = new JavaReader(code);
    this.ledger = LedgerBuilder.build(plan, reader);
  }

  /**
   * Reads a plan and the code that it names.
   *
   * @param planFile the plan, in YAML
   * @throws InputException if the plan is wrong or the code cannot be read
   */
  public static ShelfTwin open(Path planFile) {
    return open(planFile, CodeOptions.NONE);
  }

  /**
   * Reads a plan and code in other places than the plan says.
   *
   * @param options the places; empty ones are taken from the plan
   */
  public static ShelfTwin open(Path planFile, CodeOptions options) {
    Objects.requireNonNull(planFile, "planFile");
    return open(PlanReader.read(planFile), planFile, options);
  }

  /**
   * Reads the code of a plan that was built in Java with {@link dev.shelftwin.plan.PlanBuilder}.
   *
   * @param folder the folder that the plan's paths are relative to
   */
  public static ShelfTwin open(Plan plan, Path folder) {
    Objects.requireNonNull(plan, "plan");
    return open(plan, folder.resolve("plan"), CodeOptions.NONE);
  }

  private static ShelfTwin open(Plan plan, Path planFile, CodeOptions options) {
    ShelfTwin twin =
        new ShelfTwin(DescribedCode.of(plan, CodeFinder.find(plan, planFile, options)));
    List<InputError> errors = twin.reader.errors();
    if (!errors.isEmpty()) {
      twin.close();
      throw new InputException(errors);
    }
    return twin;
  }

  /** The plan. */
  public Plan plan() {
    return plan;
  }

  /**
   * The mappings of all fields.
   *
   * @throws InputException if the plan names something that the code does not have
   */
  public Ledger ledger() {
    return ledger.withoutUnknownNames();
  }

  /** The problems of the mapping, including names that the code does not have. */
  public CheckResult check() {
    return check(LocalDate.now(ZoneId.systemDefault()));
  }

  /**
   * The problems of the mapping on a given day.
   *
   * @param today the day on which acceptances of the plan must still be valid
   */
  public CheckResult check(LocalDate today) {
    return Checker.check(ledger, reader, reader.dependencies(), Documents.of(plan), today);
  }

  /** Which layers depend on which; none without compiled classes. */
  public List<LayerUse> layerUses() {
    return LayerUse.of(ledger, reader, reader.dependencies());
  }

  /**
   * The classes outside a layer that depend on it, so that they have to change if it is replaced.
   *
   * @param layer the name of the layer
   * @throws InputException if there is no such layer, or there are no compiled classes
   */
  public List<LayerUser> usersOf(String layer) {
    return new Impacts(ledger(), reader, code).usersOf(Impacts.layer(plan, layer));
  }

  /**
   * What has changed in the types of the plan.
   *
   * @param older the folder of an older checkout that corresponds to the plan's, or a jar
   * @throws InputException if there is no code
   */
  public List<ShapeChange> changesSince(Path older) {
    return new Impacts(ledger(), reader, code).since(older);
  }

  /** What changes of the users' types would do; no file is written. */
  public WhatIf whatIf() {
    return new WhatIf(
        this,
        code,
        reader,
        (changedPlan, changed) -> new ShelfTwin(DescribedCode.of(changedPlan, changed)));
  }

  /** Whether there are compiled classes; without them, dependencies are not checked. */
  public boolean isCompiled() {
    return reader.dependencies().exist();
  }

  /**
   * The sources of the types that the plan describes and that have no class; no file is written.
   *
   * @param repositories whether interfaces for whatever keeps the objects are among them
   */
  public List<DescribedSource> scaffold(boolean repositories) {
    List<DescribedSource> sources = new ArrayList<>(described.missing());
    if (repositories) {
      sources.addAll(described.repositories());
    }
    return sources;
  }

  /**
   * The statements with which the provider creates the tables of the rows.
   *
   * @param database for which database; empty for that of the plan, else H2
   * @throws InputException if the provider rejects the rows, or the database cannot be used
   */
  public String tables(Optional<Database> database) {
    ledger();
    return code.userCode()
        .run(
            Map.of(),
            UserEnds.rows(plan, reader).map(TypeRef::outermostName).toList(),
            (loader, uncompiled) -> UserEnds.tables(plan, database, reader, loader));
  }

  /** The sources of the mappers; no file is written. */
  public Generated generate() {
    return MapperGenerator.generate(ledger());
  }

  /** Tests generated mappers, without reporting progress. */
  public TrialResult trial(TrialOptions options) {
    return trial(options, TrialProgress.SILENT);
  }

  /** Tests generated mappers, compiled in memory together with the users' code. */
  public TrialResult trial(TrialOptions options, TrialProgress progress) {
    Generated generated = generate();
    return trial(generated.texts(), generated.reasons(), options, progress);
  }

  /** Tests the mappers among the compiled classes. */
  public TrialResult trialOfCompiled(TrialOptions options, TrialProgress progress) {
    ledger();
    return trial(Map.of(), Map.of(), options, progress);
  }

  /**
   * Opens a trial in the running program, whose classes are those of the plan. Mappers that the
   * program does not have are generated and added to it.
   *
   * @param options {@code only}, {@code threads} and {@code skipped} have no effect
   * @param doubles the users' own, for what mappers take from elsewhere
   * @param program loads the program's classes
   */
  public OpenTrial openTrial(TrialOptions options, Doubles doubles, ClassLoader program) {
    Generated generated = generate();
    List<String> types =
        ledger.concepts().stream()
            .flatMap(ConceptLedger::shapes)
            .map(shape -> shape.shape().type().binaryName())
            .toList();
    AddedMappers added = AddedMappers.to(program, code.binaries(), generated.texts(), types);
    Map<String, String> missing = new HashMap<>(generated.reasons());
    missing.putAll(added.failures());
    ClassLoader loader = added.loader();
    TriedMappers mappers =
        new TriedMappers(
            generated.texts().keySet(),
            missing,
            new ExistingCalls(ledger, reader, loader, doubles),
            doubles);
    ExistingMapperObserver observer = new ExistingMapperObserver(ledger, reader, loader, doubles);
    if (!options.ends()) {
      Trial trial = new Trial(ledger, reader, loader, Ends.NONE, mappers, options);
      return new OpenTrial(trial, observer, loader, () -> {});
    }
    UserEnds ends = new UserEnds(plan, options.database(), reader, loader);
    Trial trial = new Trial(ledger, reader, loader, ends, mappers, options);
    return new OpenTrial(trial, observer, loader, ends);
  }

  /** The methods that the plan calls existing mappers, in its order. */
  public List<ExistingMapperObserver.Task> existingMappers() {
    return ExistingMapperObserver.tasks(ledger());
  }

  /** Runs the existing mappers and finds out what they do, without reporting progress. */
  public List<ObservedMapper> observe() {
    return observe(existingMappers(), MapperProgress.SILENT);
  }

  /**
   * Runs existing mappers and finds out what they do with every field.
   *
   * @param tasks some of {@link #existingMappers}
   */
  public List<ObservedMapper> observe(
      List<ExistingMapperObserver.Task> tasks, MapperProgress progress) {
    if (tasks.isEmpty()) {
      return List.of();
    }
    return code.userCode()
        .run(
            Map.of(),
            ExistingMapperObserver.classes(ledger, reader),
            (loader, uncompiled) -> observe(loader, tasks, progress, (task, mapper) -> mapper));
  }

  /**
   * Runs existing mappers, finds out what they do, and compares each of them with the generated
   * mapper of the same hop on the same samples.
   *
   * @param tasks some of {@link #existingMappers}
   * @param samples how many for each mapper
   */
  public List<ObservedMapper> compare(
      List<ExistingMapperObserver.Task> tasks, int samples, MapperProgress progress) {
    Ledger plain = LedgerBuilder.build(MapperComparer.replaceable(ledger, reader), reader);
    Generated generated = MapperGenerator.generate(plain.withoutUnknownNames());
    return code.userCode()
        .run(
            generated.texts(),
            ExistingMapperObserver.classes(ledger, reader),
            (loader, uncompiled) -> {
              Map<String, String> missing = new HashMap<>(generated.reasons());
              uncompiled.forEach(
                  (mapper, why) -> missing.put(mapper, "it does not compile: " + why));
              MapperComparer comparer =
                  new MapperComparer(
                      ledger,
                      plain,
                      reader,
                      loader,
                      new TriedMappers(generated.texts().keySet(), missing),
                      samples);
              return observe(
                  loader,
                  tasks,
                  progress,
                  (task, mapper) -> {
                    progress.runs(task, mapper.runs());
                    return mapper.with(comparer.compare(task));
                  });
            });
  }

  private List<ObservedMapper> observe(
      UserClassLoader loader,
      List<ExistingMapperObserver.Task> tasks,
      MapperProgress progress,
      BiFunction<ExistingMapperObserver.Task, ObservedMapper, ObservedMapper> then) {
    ExistingMapperObserver observer = new ExistingMapperObserver(ledger, reader, loader);
    List<ObservedMapper> observed = new ArrayList<>();
    for (ExistingMapperObserver.Task task : tasks) {
      ObservedMapper mapper =
          then.apply(task, observer.observe(task, run -> progress.runs(task, run)));
      progress.ends(task, mapper);
      observed.add(mapper);
    }
    return observed;
  }

  /**
   * Compares an existing schema with the tables that the rows need. A schema of its own is created
   * on the same server, and removed.
   *
   * @param database names the schema
   * @throws InputException if the database cannot be used
   */
  public List<Finding> compareTables(Database database) {
    List<TableDifference> differences =
        code.userCode()
            .run(
                Map.of(),
                UserEnds.rows(plan, reader).map(TypeRef::outermostName).toList(),
                (loader, uncompiled) -> UserEnds.differences(plan, database, reader, loader));
    return TableFindings.of(ledger(), differences, LocalDate.now(ZoneId.systemDefault()));
  }

  /** Told how far the observation of existing mappers has come. */
  public interface MapperProgress {

    /** Tells nobody. */
    MapperProgress SILENT =
        new MapperProgress() {
          @Override
          public void runs(ExistingMapperObserver.Task task, int run) {}

          @Override
          public void ends(ExistingMapperObserver.Task task, ObservedMapper result) {}
        };

    /**
     * A mapper is about to run, in the thread that calls this; runs are counted from 0. {@link
     * ExistingMapperObserver#NO_RUN} comes after the last one.
     */
    void runs(ExistingMapperObserver.Task task, int run);

    /** What a mapper does is known. */
    void ends(ExistingMapperObserver.Task task, ObservedMapper result);
  }

  @Override
  public void close() {
    reader.close();
    described.close();
  }

  private TrialResult trial(
      Map<String, String> sources,
      Map<String, String> unwritten,
      TrialOptions options,
      TrialProgress progress) {
    return code.userCode()
        .run(
            sources,
            ExistingMapperObserver.classes(ledger, reader),
            (loader, uncompiled) -> {
              Map<String, String> missing = new HashMap<>(unwritten);
              uncompiled.forEach(
                  (mapper, why) -> missing.put(mapper, "it does not compile: " + why));
              TriedMappers tried =
                  new TriedMappers(
                      sources.keySet(), missing, new ExistingCalls(ledger, reader, loader));
              return trial(loader, tried, options, progress);
            });
  }

  private TrialResult trial(
      UserClassLoader loader, TriedMappers mappers, TrialOptions options, TrialProgress progress) {
    if (!options.ends()) {
      return new Trial(ledger, reader, loader, Ends.NONE, mappers, options).run(progress);
    }
    boolean sharesTables =
        options.database().or(plan::database).flatMap(Database::schema).isPresent();
    // In the tables of an existing schema, one thread would wait for the rows of another one.
    TrialOptions fitting = sharesTables ? options.withThreads(1) : options;
    try (UserEnds ends = new UserEnds(plan, options.database(), reader, loader)) {
      return new Trial(ledger, reader, loader, ends, mappers, fitting).run(progress);
    }
  }
}
