package dev.shelftwin.trial;

import dev.shelftwin.convert.Operation;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.lang.reflect.InvocationTargetException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/** Stands in for the users' repositories: has a row for every key that is asked for. */
final class Finders {

  private final Ledger ledger;
  private final Shapes shapes;
  private final Reflection reflection;
  private final ValueSampler values;
  private final Values show;
  private final Supplier<Oracle> oracle;
  private final Supplier<ObjectMakers> creators;
  private final Map<String, Object> rows = new HashMap<>();

  Finders(
      Ledger ledger,
      Shapes shapes,
      Reflection reflection,
      ValueSampler values,
      Values show,
      Supplier<Oracle> oracle,
      Supplier<ObjectMakers> creators) {
    this.ledger = ledger;
    this.shapes = shapes;
    this.reflection = reflection;
    this.values = values;
    this.show = show;
    this.oracle = oracle;
    this.creators = creators;
  }

  /** Forgets all rows, so that none goes through a store twice. */
  void forget() {
    rows.clear();
  }

  /** A value as a supplier gives it. */
  @Nullable Object sample(TypeRef type, SplittableRandom random) throws SampleRefused {
    return values.sample(type, Limits.NONE, false, random).value();
  }

  /** The row that has a key. */
  Object find(Operation.FindRow form, Object key) throws SampleRefused {
    String name = form.row().qualifiedName() + " " + oracle.get().convert(key, form.back());
    Object known = rows.get(name);
    if (known == null) {
      known = make(form, key);
      rows.put(name, known);
    }
    return known;
  }

  private Object make(Operation.FindRow form, Object key) throws SampleRefused {
    Shape shape = shapes.find(form.row()).orElseThrow();
    SplittableRandom random = new SplittableRandom(show.show(key).hashCode());
    Optional<ObjectMaker> listed =
        ledger.concepts().stream().flatMap(concept -> listed(concept, form).stream()).findFirst();
    Object row =
        listed.isPresent()
            ? listed.get().build(Sample.values(listed.get().sketch(random)))
            : bare(shape, random);
    for (Field field : shape.storedFields().toList()) {
      if (isMarked(field, ".GeneratedValue")) {
        reflection.set(row, field.name(), null); // a row with a key counts as stored already
      } else if (isMarked(field, ".OneToMany")) {
        // Nobody asks a row that is only pointed at for its parts.
        reflection.set(row, field.name(), reflection.fitted(List.of(), field.type()));
      }
    }
    Access read = form.read();
    Field field =
        shape
            .storedFields()
            .filter(
                candidate -> candidate.reader().map(Access::name).equals(Optional.of(read.name())))
            .findFirst()
            .orElseThrow();
    reflection.set(row, field.name(), oracle.get().convert(key, form.back()));
    return row;
  }

  private static boolean isMarked(Field field, String annotation) {
    return field.annotations().stream().anyMatch(name -> name.endsWith(annotation));
  }

  private Optional<ObjectMaker> listed(ConceptLedger concept, Operation.FindRow form) {
    return concept
        .shapes()
        .filter(resolved -> isShape(resolved, form))
        .findFirst()
        .map(resolved -> creators.get().of(concept, resolved));
  }

  private static boolean isShape(ResolvedShape resolved, Operation.FindRow form) {
    return resolved.shape().type().qualifiedName().equals(form.row().qualifiedName());
  }

  /** A row that no concept describes: what its columns must have, and no more. */
  private Object bare(Shape shape, SplittableRandom random) throws SampleRefused {
    Creator creator =
        shape.constructors().stream()
            .min(Comparator.comparingInt(candidate -> candidate.parameters().size()))
            .orElseThrow(() -> new SampleRefused("nothing makes " + shape));
    List<@Nullable Object> arguments = new ArrayList<>();
    for (Parameter parameter : creator.parameters()) {
      arguments.add(values.sample(parameter.type(), Limits.NONE, false, random).value());
    }
    try {
      Object row = reflection.make(creator, arguments);
      if (row == null) {
        throw new SampleRefused(creator.label() + " gave null");
      }
      for (Field field : shape.storedFields().toList()) {
        boolean needed = field.presence() == Presence.REQUIRED;
        boolean ours = !FieldRole.anyInternal(field.roles());
        if (needed && ours && field.writer().isPresent()) {
          reflection.set(
              row,
              field.name(),
              values.sample(field.type(), field.limits(), false, random).value());
        }
      }
      return row;
    } catch (InvocationTargetException thrown) {
      throw new SampleRefused(creator.label() + ": " + Reflection.cause(thrown).getMessage());
    }
  }
}
