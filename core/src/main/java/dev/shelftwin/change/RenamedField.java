package dev.shelftwin.change;

import static java.util.stream.Collectors.toSet;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Stream;
import javax.lang.model.SourceVersion;

/**
 * Gives a field another name in the types of a concept, in all code that uses it, and in the plan.
 */
public final class RenamedField {

  private final ConceptLedger concept;
  private final String field;
  private final String name;
  private final ConceptSources sources;
  private final Inheritance inheritance;
  private final Map<ResolvedShape, String> chosen = new LinkedHashMap<>();
  private final Map<ResolvedShape, Renaming> renamings = new LinkedHashMap<>();

  private RenamedField(
      ConceptLedger concept,
      String field,
      String name,
      ConceptSources sources,
      Inheritance inheritance) {
    this.concept = concept;
    this.field = field;
    this.name = name;
    this.sources = sources;
    this.inheritance = inheritance;
  }

  /**
   * Sources and a plan with the other name.
   *
   * @param sources the changed sources, and the plan's files if a row changes; by hand is what
   *     others see of the name
   * @param plan the plan with the other name
   */
  public record Renamed(ChangedSources sources, Plan plan) {}

  /**
   * Renames a field.
   *
   * @param only which types of the concept are changed
   * @param all whether these are all types: then only those that have the hub's name for it
   * @param field the field's name in the hub
   * @param name its other name
   * @param code the sources that may use it
   * @param classPath what they need
   * @throws InputException if there is no such field, the name cannot be used, or a source cannot
   *     be edited
   */
  public static Renamed in(
      ConceptLedger concept,
      Predicate<ResolvedShape> only,
      boolean all,
      String field,
      String name,
      Ledger ledger,
      Shapes shapes,
      OwnSources code,
      List<Path> classPath) {
    ConceptSources sources = new ConceptSources(concept, ledger, shapes);
    sources.field(field);
    if (!SourceVersion.isIdentifier(name) || SourceVersion.isKeyword(name)) {
      throw new InputException(
          Place.in("--rename " + name), "this is no name of a field", "name it as Java allows");
    }
    RenamedField renamed =
        new RenamedField(concept, field, name, sources, new Inheritance(code, shapes));
    concept.shapes().filter(only).forEach(shape -> renamed.choose(shape, all));
    renamed.rename();
    sources.changed(); // or its errors
    List<UsingSources.Source> users =
        new UsingSources(code, classPath).of(List.copyOf(renamed.renamings.values()));
    return renamed.result(users, ledger, shapes);
  }

  private void choose(ResolvedShape shape, boolean all) {
    Set<String> names = sources.names(shape, field);
    if (names.size() > 1 || names.stream().anyMatch(one -> one.contains("."))) {
      if (!all) {
        sources.error(
            shape.shape().place(),
            shape.label() + " has the field in parts: " + String.join(", ", names),
            "rename them there yourself, and leave the type out with --in");
      }
      return;
    }
    for (String old : names) {
      if (all && !old.equals(field)) {
        return; // the plan pairs both names
      }
      if (sources.file(shape).isEmpty()) {
        return;
      }
      if (shape.shape().field(name).isPresent()) {
        sources.error(
            shape.shape().place(),
            shape.label() + " has a field " + name + " already",
            "choose another name");
      }
      chosen.put(shape, old);
    }
  }

  private void rename() {
    Set<TypeRef> types =
        chosen.keySet().stream().map(shape -> shape.shape().type().erased()).collect(toSet());
    chosen.forEach(
        (shape, old) -> {
          List<Shape> above = inheritance.above(shape.shape(), old);
          for (Shape type : above) {
            inheritance
                .shared(type, shape.shape(), above, types)
                .ifPresent(
                    why ->
                        sources.error(
                            shape.shape().place(),
                            "%s inherits '%s' from %s%s"
                                .formatted(shape.label(), old, type.type().simpleName(), why),
                            "rename it there yourself, and leave the type out with --in"));
          }
          renamings.put(shape, Renaming.of(shape.shape(), above, old, name));
        });
  }

  private Renamed result(List<UsingSources.Source> users, Ledger ledger, Shapes shapes) {
    Map<Path, ChangedSources.Changed> files = new LinkedHashMap<>();
    for (UsingSources.Source user : users) {
      if (!user.renamed().equals(user.text())) {
        files.put(
            user.file(),
            new ChangedSources.Changed(user.packageName(), user.text(), user.renamed()));
      }
    }
    List<String> seen = new ArrayList<>();
    renamings.forEach(
        (shape, renaming) -> {
          boolean isDeclared =
              Stream.concat(
                      Stream.of(shape.shape()),
                      inheritance.above(shape.shape(), renaming.from()).stream())
                  .anyMatch(type -> files.containsKey(Path.of(type.place().file())));
          if (!isDeclared) {
            sources.notDeclared(shape);
          }
          outside(shape, renaming, seen);
        });
    sources.changed();
    PlanNames names = new PlanNames(ledger, shapes, List.copyOf(renamings.values()));
    names.rename();
    names.pair(concept, field, this::nameThen);
    files.putAll(names.edits().files());
    users.forEach(user -> seen.addAll(user.mentions()));
    return new Renamed(new ChangedSources(files, seen), names.plan());
  }

  /** The field's name in a type after the change; empty if the type does not have it as a whole. */
  private Optional<String> nameThen(ResolvedShape shape) {
    if (renamings.containsKey(shape)) {
      return Optional.of(name);
    }
    Set<String> names = sources.names(shape, field);
    return names.size() == 1 ? names.stream().findFirst() : Optional.empty();
  }

  /** What others see of the name, if no annotation says another one. */
  private static void outside(ResolvedShape shape, Renaming renaming, List<String> seen) {
    Optional<Field> field = shape.shape().field(renaming.from());
    if (field.flatMap(Field::externalName).isPresent()) {
      return;
    }
    boolean keepsColumn = field.flatMap(one -> one.access().member()).isPresent();
    if (shape.role() == Role.TRANSFER) {
      seen.add(
          "%s: callers see '%s' instead of '%s'; tell them, or keep the name with an annotation"
              .formatted(shape.label(), renaming.to(), renaming.from()));
    }
    if (shape.shape().hasColumns() && !keepsColumn) {
      seen.add(
          "%s: the column of '%s' gets the name of '%s'; rename it in the database, or keep the name with an annotation"
              .formatted(shape.label(), renaming.from(), renaming.to()));
    }
  }
}
