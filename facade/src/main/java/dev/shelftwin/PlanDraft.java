package dev.shelftwin;

import dev.shelftwin.draft.Draft;
import dev.shelftwin.draft.Drafter;
import dev.shelftwin.draft.MapperObservation;
import dev.shelftwin.finding.InputError;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.plan.Code;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.PlanReader;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Place;
import dev.shelftwin.source.JavaReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;

/** Proposes plans from code; only {@link #write} writes a file. */
public final class PlanDraft {

  /** How many declarations that cannot be read are listed where nothing is found. */
  private static final int MOST_UNREAD = 5;

  private final DraftRequest request;
  private final Path folder;

  private final MapperObservation observation;

  private PlanDraft(DraftRequest request, MapperObservation observation) {
    this.observation = observation;
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
    return of(request, MapperObservation.NONE);
  }

  /**
   * Proposes a plan, or additions to one, from the code and from what existing mappers do.
   *
   * @param observation runs the mappers, for example {@code plan -> ShelfTwin.open(plan,
   *     folder).observe()}; where a layer is added to a plan, nothing is run
   * @throws InputException as above
   */
  public static Draft of(DraftRequest request, MapperObservation observation) {
    PlanDraft draft = new PlanDraft(request, observation);
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
    if (plan.hasParts()) {
      throw new InputException(
          plan.at(),
          "draft cannot add to a plan whose parts stand in other files (include)",
          "draft a new plan from the new types in another folder, and move its concepts to a part");
    }
    try (JavaReader reader = reader(plan)) {
      String text = Files.readString(file);
      if (Drafter.addsLayers(plan, request.packages())) {
        return Drafter.grow(plan, text, request.packages(), reader, reader.dependencies());
      }
      return Drafter.extend(plan, file.toString(), text, request.packages(), reader, observation);
    } catch (IOException unreadable) {
      throw new InputException(
          Place.in(file.toString()), "The plan cannot be read", "check its permissions");
    }
  }

  private Draft fresh() {
    Plan empty = Plan.empty(name(), code(), place());
    try (JavaReader reader = reader(empty)) {
      return draft(empty, reader);
    }
  }

  /** Where nothing is found, code that cannot be read is the likely reason. */
  private Draft draft(Plan empty, JavaReader reader) {
    try {
      return Drafter.draft(empty, request.packages(), reader, observation);
    } catch (InputException nothing) {
      throw new InputException(
          Stream.concat(nothing.errors().stream(), shown(reader.errors())).toList());
    }
  }

  private static Stream<InputError> shown(List<InputError> unread) {
    int more = unread.size() - MOST_UNREAD;
    return more <= 1
        ? unread.stream()
        : Stream.concat(
            unread.stream().limit(MOST_UNREAD),
            Stream.of(
                new InputError(
                    Place.in("the code"),
                    more + " other declarations cannot be read either",
                    "add the jars that they need with --class-path, or leave them out with"
                        + " --classes and --sources")));
  }

  private JavaReader reader(Plan plan) {
    return new JavaReader(CodeFinder.find(plan, request.planFile(), request.code()));
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
}
