package dev.shelftwin.processor;

import com.sun.source.util.TreePath;
import com.sun.source.util.Trees;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.source.CompilationReader;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import javax.annotation.processing.AbstractProcessor;
import javax.annotation.processing.ProcessingEnvironment;
import javax.annotation.processing.RoundEnvironment;
import javax.lang.model.SourceVersion;
import javax.lang.model.element.TypeElement;
import javax.lang.model.util.ElementFilter;
import javax.tools.Diagnostic;

/**
 * Generates the mappers of a plan in the compilation of the types that they map, and reports its
 * findings as errors and warnings of the compiler (JSR 269).
 *
 * <p>The plan is the file of the option {@code shelftwin.plan}, else the nearest {@code
 * shelf-twin.yaml} in the folder of a source file or a folder around it. Without a plan, and where
 * no type of an outer layer is compiled, nothing happens.
 */
public final class ShelfTwinProcessor extends AbstractProcessor {

  private final Set<String> compiled = new LinkedHashSet<>();
  private final Set<String> searched = new HashSet<>();
  private final Map<Path, PlanInCompilation> plans = new LinkedHashMap<>();
  private final Map<TypeRef, Path> owners = new HashMap<>();
  private Optional<Trees> trees = Optional.empty();
  private PlanSearch search = new PlanSearch(Optional.empty());
  private boolean failed;

  @Override
  public Set<String> getSupportedAnnotationTypes() {
    return Set.of("*"); // users' types need no annotation
  }

  @Override
  public Set<String> getSupportedOptions() {
    return Set.of(PlanSearch.OPTION);
  }

  @Override
  public SourceVersion getSupportedSourceVersion() {
    return SourceVersion.latestSupported();
  }

  @Override
  public synchronized void init(ProcessingEnvironment environment) {
    super.init(environment);
    trees = trees(environment);
    search = new PlanSearch(Optional.ofNullable(environment.getOptions().get(PlanSearch.OPTION)));
    PlanSearch.misspelt(environment.getOptions().keySet()).ifPresent(this::error);
  }

  /** Compilers other than javac do not have it, and some build tools hide it. */
  private static Optional<Trees> trees(ProcessingEnvironment environment) {
    try {
      return Optional.of(Trees.instance(environment));
    } catch (IllegalArgumentException | LinkageError absent) {
      return Optional.empty();
    }
  }

  @Override
  public boolean process(Set<? extends TypeElement> annotations, RoundEnvironment round) {
    if (failed || round.errorRaised()) {
      return false;
    }
    try {
      addTypes(ElementFilter.typesIn(round.getRootElements()));
      run(round.processingOver());
    } catch (RuntimeException | LinkageError | StackOverflowError failure) {
      failed = true;
      error(failure(failure));
    }
    return false;
  }

  private void addTypes(Set<TypeElement> types) {
    for (TypeElement type : types) {
      compiled.add(type.getQualifiedName().toString());
      String packageName =
          processingEnv.getElementUtils().getPackageOf(type).getQualifiedName().toString();
      if (searched.add(packageName)) { // the sources of a package stand together
        search
            .plan(folder(type))
            .ifPresent(
                plan ->
                    plans.computeIfAbsent(
                        plan, file -> new PlanInCompilation(file, processingEnv, trees)));
      }
    }
  }

  /** The folder of a type's source; empty if it cannot be known. */
  private Optional<Path> folder(TypeElement type) {
    return trees
        .map(known -> known.getPath(type))
        .map(TreePath::getCompilationUnit)
        .map(unit -> unit.getSourceFile().toUri())
        .filter(uri -> "file".equals(uri.getScheme()))
        .map(uri -> Objects.requireNonNull(Path.of(uri).getParent()));
  }

  private void run(boolean last) {
    List<PlanInCompilation> open = plans.values().stream().filter(plan -> !plan.isDone()).toList();
    if (open.isEmpty()) {
      return;
    }
    List<TypeElement> types = new ArrayList<>();
    for (String name : compiled) {
      TypeElement type = processingEnv.getElementUtils().getTypeElement(name);
      if (type != null) {
        types.add(type);
      }
    }
    CompilationReader shapes = new CompilationReader(processingEnv, trees, types);
    for (PlanInCompilation plan : open) {
      plan.run(shapes, compiled, owners, last);
    }
  }

  private void error(String message) {
    processingEnv.getMessager().printMessage(Diagnostic.Kind.ERROR, message);
  }

  private static String failure(Throwable failure) {
    StackTraceElement[] trace = failure.getStackTrace();
    return "Shelf Twin failed: %s%s. This is an error of Shelf Twin, please report it; without its processor the code compiles as before."
        .formatted(failure, trace.length == 0 ? "" : " at " + trace[0]);
  }
}
