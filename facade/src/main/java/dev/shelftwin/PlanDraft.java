package dev.shelftwin;

import dev.shelftwin.DraftRequest.LayerPackage;
import dev.shelftwin.draft.DataTypes;
import dev.shelftwin.draft.Draft;
import dev.shelftwin.draft.Drafter;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.plan.Code;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.LayerDefaults;
import dev.shelftwin.plan.LayerRules;
import dev.shelftwin.plan.MapperStyle;
import dev.shelftwin.plan.PackageScope;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.PlanReader;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Place;
import dev.shelftwin.source.CodePaths;
import dev.shelftwin.source.JavaReader;
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

/** Proposes plans from code; only {@link #write} writes a file. */
public final class PlanDraft {

  private final DraftRequest request;
  private final Path folder;

  private PlanDraft(DraftRequest request) {
    this.request = request;
    this.folder = Objects.requireNonNullElse(request.planFile().getParent(), Path.of(""));
  }

  /**
   * Proposes a plan for code that has none, or additions to an existing plan.
   *
   * @throws InputException if the code cannot be read, the layers cannot be guessed from the
   *     packages, or the existing plan is wrong
   */
  public static Draft of(DraftRequest request) {
    PlanDraft draft = new PlanDraft(request);
    return Files.exists(request.planFile()) ? draft.more() : draft.fresh();
  }

  /**
   * Writes a proposed plan to its file, atomically.
   *
   * @throws InputException if it cannot be written
   */
  public static void write(Draft draft, Path planFile) {
    WholeFiles.write(Map.of(planFile, draft.text()), "the plan", "name another plan");
  }

  private Draft more() {
    Path file = request.planFile();
    Plan plan = PlanReader.read(file);
    List<DataTypes> types =
        request.packages().isEmpty()
            ? plan.layers().stream().map(layer -> new DataTypes(layer, DataTypes.ALL)).toList()
            : dataTypesOf(plan);
    try (JavaReader reader = reader(plan)) {
      return Drafter.extend(plan, file.toString(), Files.readString(file), types, reader);
    } catch (IOException unreadable) {
      throw new InputException(
          Place.in(file.toString()), "The plan cannot be read", "check its permissions");
    }
  }

  private List<DataTypes> dataTypesOf(Plan plan) {
    List<DataTypes> types = new ArrayList<>();
    for (LayerPackage given : request.packages()) {
      Layer layer =
          plan.layers().stream()
              .filter(one -> one.packages().hasPackage(packageOf(given.types())))
              .findFirst()
              .orElseThrow(
                  () ->
                      new InputException(
                          plan.at(),
                          "The plan has no layer in " + packageOf(given.types()),
                          "add it to 'layers', or leave the packages out"));
      types.add(new DataTypes(layer, typesOf(given.types())));
    }
    return types;
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
      List<DataTypes> types = dataTypes(packages);
      for (DataTypes one : types) {
        String packageName = one.layer().packages().firstPackage();
        if (reader.namesIn(packageName).isEmpty()) {
          throw new InputException(
              Place.in(packageName),
              "This package has no types",
              "correct its name, or say where the code is with --sources or --classes");
        }
      }
      Plan begun = plan(code, types.stream().map(DataTypes::layer).distinct().toList());
      return Drafter.draft(begun, types, reader);
    }
  }

  private JavaReader reader(Plan plan) {
    return new JavaReader(CodeFinder.find(plan, request.planFile(), request.code()));
  }

  private Plan plan(Code code, List<Layer> layers) {
    return new Plan(
        name(), code, layers, List.of(), List.of(), Optional.empty(), Map.of(), place(), List.of());
  }

  private Place place() {
    return Place.in(request.planFile().toString());
  }

  /** The name of the folder is usually that of the project. */
  private String name() {
    Path name = folder.toAbsolutePath().normalize().getFileName();
    return name == null ? "project" : name.toString();
  }

  /** The places that the caller names, otherwise the usual ones. */
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

  private List<DataTypes> dataTypes(List<LayerPackage> packages) {
    Map<String, Long> counts =
        packages.stream()
            .map(given -> packageOf(given.types()))
            .distinct()
            .collect(Collectors.groupingBy(PlanDraft::lastOf, Collectors.counting()));
    List<DataTypes> types = new ArrayList<>();
    for (LayerPackage given : packages) {
      String packageName = packageOf(given.types());
      boolean clear =
          packages.stream()
                  .filter(other -> packageOf(other.types()).equals(packageName))
                  .allMatch(other -> other.role() == given.role())
              && counts.getOrDefault(lastOf(packageName), 0L) == 1
              && !PlanReader.isReserved(lastOf(packageName));
      String name = clear ? lastOf(packageName) : given.role().key();
      types.add(
          new DataTypes(
              new Layer(
                  name,
                  given.role(),
                  new PackageScope(List.of(new Text(packageName, place())), List.of()),
                  LayerRules.NONE,
                  LayerDefaults.NONE,
                  MapperStyle.USUAL,
                  place()),
              typesOf(given.types())));
    }
    return types;
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
        : DataTypes.ALL;
  }

  private static String lastOf(String packageName) {
    return packageName.substring(packageName.lastIndexOf('.') + 1);
  }
}
