package dev.shelftwin.processor;

import com.sun.source.util.Trees;
import dev.shelftwin.describe.DescribedTypes;
import dev.shelftwin.document.Documents;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.finding.Severity;
import dev.shelftwin.generate.Generated;
import dev.shelftwin.generate.MapperGenerator;
import dev.shelftwin.generate.SourceFile;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.LedgerBuilder;
import dev.shelftwin.ledger.MapperPlan;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.PlanReader;
import dev.shelftwin.rule.Checker;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.source.CompilationReader;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.FutureTask;
import java.util.stream.Collectors;
import javax.annotation.processing.ProcessingEnvironment;
import org.jspecify.annotations.Nullable;

/** One plan in one compilation. It is handled once, when all types that it needs are there. */
final class PlanInCompilation {

  private final Path file;
  private final ProcessingEnvironment environment;
  private final Optional<Trees> trees;
  private boolean done;

  PlanInCompilation(Path file, ProcessingEnvironment environment, Optional<Trees> trees) {
    this.file = file;
    this.environment = environment;
    this.trees = trees;
  }

  boolean isDone() {
    return done;
  }

  /**
   * Reports what is wrong and generates mappers, unless a later round may bring missing types.
   *
   * @param compiled the qualified names of the top-level types that are compiled
   * @param owners the plans of the types of outer layers so far, to which those of this plan are
   *     added
   * @param last whether there is no later round
   */
  void run(
      CompilationReader shapes, Set<String> compiled, Map<TypeRef, Path> owners, boolean last) {
    try {
      Plan whole = PlanReader.read(file);
      CompiledPart part = new CompiledPart(whole, shapes, compiled);
      if (!last && part.isIncomplete(environment.getElementUtils())) {
        return;
      }
      done = true;
      if (!part.plan().concepts().isEmpty() && isOnlyPlan(part, owners)) {
        run(part, shapes);
      }
    } catch (InputException wrong) {
      done = true;
      new Messages(environment, file).print(wrong.errors());
    }
  }

  /** Whether no other plan has a type of this one; an error where one has. */
  private boolean isOnlyPlan(CompiledPart part, Map<TypeRef, Path> owners) {
    boolean only = true;
    for (Map.Entry<TypeRef, Place> type : part.outer().entrySet()) {
      @Nullable Path other = owners.putIfAbsent(type.getKey(), file);
      if (other != null) {
        only = false;
        new Messages(environment, file)
            .error(
                "%s: %s is in the plan %s too; name it in one of them"
                    .formatted(type.getValue(), type.getKey().qualifiedName(), other),
                Optional.empty());
      }
    }
    return only;
  }

  private void run(CompiledPart part, CompilationReader shapes) {
    Ledger ledger = LedgerBuilder.build(DescribedTypes.of(part.plan(), shapes).plan(), shapes);
    // Needs nothing of the compiler, which only this thread may ask.
    FutureTask<Generated> generation = new FutureTask<>(() -> MapperGenerator.generate(ledger));
    ForkJoinPool.commonPool().execute(generation);
    Messages messages = new Messages(environment, file);
    LocalDate today = LocalDate.now(ZoneId.systemDefault());
    List<Finding> findings =
        Checker.check(ledger, shapes, NoClasses.NONE, Documents.of(ledger.plan()), today)
            .findings()
            .stream()
            .filter(finding -> finding.severity() != Severity.NOTE)
            .filter(finding -> !part.isReduced() || finding.rule() != RuleId.STALE_ROW)
            .toList();
    messages.printUnread(shapes.errors());
    FindingElements elements = new FindingElements(ledger, part, environment.getElementUtils());
    for (Finding finding : findings) {
      if (elements.concerns(finding)) {
        messages.print(finding, elements.element(finding), ledger.plan());
      }
    }
    Map<String, MapperPlan> mappers =
        ledger.mappers().stream()
            .filter(mapper -> isHere(mapper, part))
            .collect(Collectors.toMap(MapperPlan::qualifiedName, mapper -> mapper));
    MapperSources sources = new MapperSources(environment, trees, messages);
    for (SourceFile source : ended(generation).files()) {
      @Nullable MapperPlan mapper = mappers.get(source.qualifiedName());
      if (mapper != null) {
        sources.write(source, elements.all(mapper), part);
      }
    }
  }

  private static Generated ended(FutureTask<Generated> generation) {
    generation.run(); // if no other thread has begun
    try {
      return generation.get();
    } catch (ExecutionException failed) {
      if (failed.getCause() instanceof RuntimeException own) {
        throw own;
      }
      throw new IllegalStateException(failed.getCause());
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(interrupted);
    }
  }

  private static boolean isHere(MapperPlan mapper, CompiledPart part) {
    return mapper.concept().outer().stream()
        .filter(shape -> shape.layer().equals(mapper.layer()))
        .anyMatch(shape -> part.isCompiled(shape.shape().type()));
  }
}
