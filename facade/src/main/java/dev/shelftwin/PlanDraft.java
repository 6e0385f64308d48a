package dev.shelftwin;

import dev.shelftwin.DraftRequest.LayerPackage;
import dev.shelftwin.draft.Draft;
import dev.shelftwin.draft.Drafter;
import dev.shelftwin.draft.Territory;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.plan.Code;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.LayerRules;
import dev.shelftwin.plan.MapperStyle;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.PlanReader;
import dev.shelftwin.plan.Text;
import dev.shelftwin.read.CodePaths;
import dev.shelftwin.read.JavaReader;
import dev.shelftwin.shape.Place;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Drafts plans from code; nothing is written before {@link #write}. */
public final class PlanDraft {

  private final DraftRequest request;
  private final Path folder;

  private PlanDraft(DraftRequest request) {
    this.request = request;
    this.folder = Objects.requireNonNullElse(request.planFile().getParent(), Path.of(""));
  }

  /**
   * A plan for code that has none, or more of the plan that is there.
   *
   * @throws InputException where the code cannot be read, the packages tell no layers, or the plan
   *     that is there is wrong
   */
  public static Draft of(DraftRequest request) {
    PlanDraft draft = new PlanDraft(request);
    return Files.exists(request.planFile()) ? draft.more() : draft.fresh();
  }

  /**
   * Writes a draft to its place, whole or not at all.
   *
   * @throws InputException where it cannot be written
   */
  public static void write(Draft draft, Path planFile) {
    WholeFiles.write(Map.of(planFile, draft.text()), "the plan", "name another plan");
  }

  private Draft more() {
    Path file = request.planFile();
    Plan plan = PlanReader.read(file);
    List<Territory> territories =
        request.packages().isEmpty()
            ? plan.layers().stream().map(layer -> new Territory(layer, Territory.ALL)).toList()
            : territoriesOf(plan);
    try (JavaReader reader = reader(plan)) {
      return Drafter.extend(plan, file.toString(), Files.readString(file), territories, reader);
    } catch (IOException unreadable) {
      throw new InputException(Place.in(file.toString()), "the plan cannot be read", "move it");
    }
  }

  private List<Territory> territoriesOf(Plan plan) {
    List<Territory> territories = new ArrayList<>();
    for (LayerPackage given : request.packages()) {
      Layer layer =
          plan.layers().stream()
              .filter(one -> one.packageName().equals(packageOf(given.types())))
              .findFirst()
              .orElseThrow(
                  () ->
                      new InputException(
                          plan.at(),
                          "the plan has no layer in " + packageOf(given.types()),
                          "add it to 'layers', or leave the packages out"));
      territories.add(new Territory(layer, typesOf(given.types())));
    }
    return territories;
  }

  private Draft fresh() {
    Code code = code();
    Plan bare = plan(code, List.of());
    try (JavaReader reader = reader(bare)) {
      CodePaths paths = CodeFinder.find(bare, request.planFile(), request.code());
      List<LayerPackage> packages =
          request.packages().isEmpty()
              ? new LayerGuess(paths, reader).packages()
              : request.packages();
      List<Territory> territories = territories(packages);
      for (Territory territory : territories) {
        String packageName = territory.layer().packageName();
        if (reader.namesIn(packageName).isEmpty()) {
          throw new InputException(
              Place.in(packageName),
              "this package has no types",
              "correct its name, or say where the code is with --sources or --classes");
        }
      }
      Plan begun = plan(code, territories.stream().map(Territory::layer).distinct().toList());
      return Drafter.draft(begun, territories, reader);
    }
  }

  private JavaReader reader(Plan plan) {
    return new JavaReader(CodeFinder.find(plan, request.planFile(), request.code()));
  }

  private Plan plan(Code code, List<Layer> layers) {
    return new Plan(
        name(), code, layers, List.of(), List.of(), Optional.empty(), Map.of(), place());
  }

  private Place place() {
    return Place.in(request.planFile().toString());
  }

  /** The project is usually called by its folder. */
  private String name() {
    Path name = folder.toAbsolutePath().normalize().getFileName();
    return name == null ? "project" : name.toString();
  }

  /** Where the caller says, else where builds usually keep it. */
  private Code code() {
    return new Code(
        paths(request.code().classes(), "target/classes"),
        paths(request.code().sources(), "src/main/java"),
        paths(request.code().classPath(), "target/class-path.txt"),
        mappers());
  }

  private Optional<Text> mappers() {
    return paths(request.code().sources(), "src/main/java").stream().findFirst();
  }

  private List<Text> paths(List<Path> given, String usual) {
    if (given.isEmpty()) {
      return Files.exists(folder.resolve(usual)) ? List.of(new Text(usual, place())) : List.of();
    }
    return given.stream().map(path -> new Text(relative(path), place())).toList();
  }

  private String relative(Path path) {
    Path base = folder.toAbsolutePath().normalize();
    Path there = path.toAbsolutePath().normalize();
    boolean near = there.startsWith(base) && !there.equals(base);
    return (near ? base.relativize(there) : there).toString().replace('\\', '/');
  }

  private List<Territory> territories(List<LayerPackage> packages) {
    Map<String, Long> counts =
        packages.stream()
            .map(given -> packageOf(given.types()))
            .distinct()
            .collect(Collectors.groupingBy(PlanDraft::lastOf, Collectors.counting()));
    List<Territory> territories = new ArrayList<>();
    for (LayerPackage given : packages) {
      String packageName = packageOf(given.types());
      boolean clear =
          packages.stream()
                  .filter(other -> packageOf(other.types()).equals(packageName))
                  .allMatch(other -> other.role() == given.role())
              && counts.getOrDefault(lastOf(packageName), 0L) == 1
              && !PlanReader.isReserved(lastOf(packageName));
      String name = clear ? lastOf(packageName) : given.role().key();
      territories.add(
          new Territory(
              new Layer(
                  name, given.role(), packageName, LayerRules.NONE, MapperStyle.USUAL, place()),
              typesOf(given.types())));
    }
    return territories;
  }

  private static String packageOf(String types) {
    int dot = types.lastIndexOf('.');
    boolean pattern = types.contains("*") || Character.isUpperCase(types.charAt(dot + 1));
    return pattern ? types.substring(0, Math.max(0, dot)) : types;
  }

  private static Pattern typesOf(String types) {
    String last = types.substring(types.lastIndexOf('.') + 1);
    return last.contains("*") || Character.isUpperCase(last.charAt(0))
        ? Pattern.compile(
            Stream.of(last.split("\\*", -1)).map(Pattern::quote).collect(Collectors.joining(".*")))
        : Territory.ALL;
  }

  private static String lastOf(String packageName) {
    return packageName.substring(packageName.lastIndexOf('.') + 1);
  }
}
