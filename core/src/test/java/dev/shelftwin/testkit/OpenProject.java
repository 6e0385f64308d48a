package dev.shelftwin.testkit;

import dev.shelftwin.compile.UserCode;
import dev.shelftwin.document.Documents;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.generate.Generated;
import dev.shelftwin.generate.MapperGenerator;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.LedgerBuilder;
import dev.shelftwin.observe.ExistingCalls;
import dev.shelftwin.observe.ExistingMapperObserver;
import dev.shelftwin.observe.ObservedMapper;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.rule.CheckResult;
import dev.shelftwin.rule.Checker;
import dev.shelftwin.source.CodePaths;
import dev.shelftwin.source.JavaReader;
import dev.shelftwin.trial.Ends;
import dev.shelftwin.trial.Trial;
import dev.shelftwin.trial.TrialOptions;
import dev.shelftwin.trial.TrialProgress;
import dev.shelftwin.trial.TrialResult;
import dev.shelftwin.trial.TriedMappers;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntConsumer;

/** The stages of the core over one project, without the ends of JSON and databases. */
public final class OpenProject implements AutoCloseable {

  /** The day on which acceptances of the plans must still be valid. */
  private static final LocalDate TODAY = LocalDate.of(2026, 11, 28);

  private final Plan plan;
  private final UserCode code;
  private final JavaReader reader;
  private final Ledger ledger;

  OpenProject(Plan plan, CodePaths paths) {
    this.plan = plan;
    this.code = paths.userCode();
    this.reader = new JavaReader(paths);
    this.ledger = LedgerBuilder.build(plan, reader);
    if (!reader.errors().isEmpty()) {
      reader.close();
      throw new InputException(reader.errors());
    }
  }

  public Plan plan() {
    return plan;
  }

  public JavaReader reader() {
    return reader;
  }

  public Ledger ledger() {
    return ledger.withoutUnknownNames();
  }

  public CheckResult check() {
    return check(TODAY);
  }

  public CheckResult check(LocalDate today) {
    return Checker.check(ledger, reader, reader.dependencies(), Documents.of(ledger.plan()), today);
  }

  public Generated generate() {
    return MapperGenerator.generate(ledger());
  }

  public TrialResult trial(TrialOptions options) {
    return trial(options, TrialProgress.SILENT);
  }

  public TrialResult trial(TrialOptions options, TrialProgress progress) {
    Generated generated = generate();
    return trial(code, generated.texts(), generated.reasons(), options, progress);
  }

  /** Runs the mappers that the plan calls existing, and finds out what they do. */
  public List<ObservedMapper> observe() {
    return observing(run -> {});
  }

  /** The same, and what is told of the runs. */
  public List<ObservedMapper> observing(IntConsumer begins) {
    return code.run(
        Map.of(),
        ExistingMapperObserver.classes(ledger, reader),
        (loader, uncompiled) -> {
          ExistingMapperObserver observer =
              new ExistingMapperObserver(ledger.withoutUnknownNames(), reader, loader);
          return observer.tasks().stream().map(task -> observer.observe(task, begins)).toList();
        });
  }

  /** Tests mappers that somebody wrote, by qualified class name. */
  public TrialResult trialOf(Map<String, String> mappers, TrialOptions options) {
    return trial(code, mappers, Map.of(), options, TrialProgress.SILENT);
  }

  /** Tests mappers that are compiled already. */
  TrialResult trialOfCompiled(Path classes, Map<String, String> unwritten, TrialOptions options) {
    List<Path> binaries = new ArrayList<>(code.binaries());
    binaries.add(0, classes);
    return trial(
        new UserCode(binaries, code.sources(), List.of()),
        Map.of(),
        unwritten,
        options,
        TrialProgress.SILENT);
  }

  private TrialResult trial(
      UserCode code,
      Map<String, String> mappers,
      Map<String, String> unwritten,
      TrialOptions options,
      TrialProgress progress) {
    return code.run(
        mappers,
        ExistingMapperObserver.classes(ledger, reader),
        (loader, uncompiled) -> {
          Map<String, String> missing = new HashMap<>(unwritten);
          uncompiled.forEach((mapper, why) -> missing.put(mapper, "it does not compile: " + why));
          ExistingCalls existing = new ExistingCalls(ledger, reader, loader);
          TriedMappers tried = new TriedMappers(mappers.keySet(), missing, existing);
          return new Trial(ledger, reader, loader, Ends.NONE, tried, options).run(progress);
        });
  }

  @Override
  public void close() {
    reader.close();
  }
}
