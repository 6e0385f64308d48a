package dev.shelftwin.ledger;

import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.StringJoiner;

/** Compares the types of a plan with what they were. */
public final class ShapeChanges {

  private final List<ShapeChange> changes = new ArrayList<>();

  private ShapeChanges() {}

  /**
   * All changes, in the order of the plan.
   *
   * @param now the types as they are
   * @param before the code as it was
   */
  public static List<ShapeChange> between(Ledger now, Shapes before) {
    ShapeChanges changes = new ShapeChanges();
    for (ConceptLedger concept : now.concepts()) {
      concept
          .shapes()
          .forEach(
              shape -> changes.add(concept, shape, before.find(shape.shape().type().fullName())));
    }
    return changes.changes;
  }

  private void add(ConceptLedger concept, ResolvedShape shape, Optional<Shape> before) {
    if (before.isEmpty()) {
      add(concept, shape, "", ShapeChange.Kind.NEW_TYPE, "", "", shape.shape().place());
      return;
    }
    boolean isExposed = shape.role() == Role.TRANSFER && shape.use().direction().goesOut();
    Set<String> names = new LinkedHashSet<>();
    shape.shape().fields().forEach(field -> names.add(field.name()));
    before.get().fields().forEach(field -> names.add(field.name()));
    for (String name : names) {
      Optional<Field> was = before.get().field(name);
      Optional<Field> is = shape.shape().field(name);
      if (was.isPresent() && is.isPresent()) {
        compare(concept, shape, was.get(), is.get());
      } else if (is.isPresent()) {
        ShapeChange.Kind kind = isExposed ? ShapeChange.Kind.EXPOSED : ShapeChange.Kind.ADDED;
        String type = is.get().type().toString();
        add(concept, shape, name, kind, "", type, is.get().place());
      } else {
        String type = was.map(field -> field.type().toString()).orElse("");
        Place at = shape.shape().place();
        add(concept, shape, name, ShapeChange.Kind.REMOVED, type, "", at);
      }
    }
  }

  private void compare(ConceptLedger concept, ResolvedShape shape, Field was, Field is) {
    String name = is.name();
    if (!was.type().equals(is.type())) {
      String before = was.type().toString();
      String after = is.type().toString();
      add(concept, shape, name, ShapeChange.Kind.RETYPED, before, after, is.place());
    } else if (was.presence() != is.presence()) {
      String before = presence(was.presence());
      String after = presence(is.presence());
      add(concept, shape, name, ShapeChange.Kind.PRESENCE, before, after, is.place());
    }
    String before = limits(was.limits());
    String after = limits(is.limits());
    if (!before.equals(after)) {
      add(concept, shape, name, ShapeChange.Kind.LIMITS, before, after, is.place());
    }
  }

  private void add(
      ConceptLedger concept,
      ResolvedShape shape,
      String field,
      ShapeChange.Kind kind,
      String before,
      String after,
      Place at) {
    changes.add(
        new ShapeChange(
            concept.name(),
            shape.layer().name(),
            shape.use().simpleName(),
            field,
            kind,
            before,
            after,
            at));
  }

  private static String presence(Presence presence) {
    return switch (presence) {
      case REQUIRED -> "required";
      case OPTIONAL -> "may be missing";
      case UNSPECIFIED -> "not said";
    };
  }

  /** Limits as words; none if there are none. */
  private static String limits(Limits limits) {
    StringJoiner words = new StringJoiner(", ").setEmptyValue("none");
    limits.minLength().stream()
        .filter(count -> count > 0)
        .forEach(count -> words.add("at least " + count + " characters"));
    limits.maxLength().ifPresent(count -> words.add("at most " + count + " characters"));
    limits.min().ifPresent(bound -> words.add("at least " + bound));
    limits.max().ifPresent(bound -> words.add("at most " + bound));
    limits.digits().ifPresent(count -> words.add(count + " digits before the point"));
    limits.scale().ifPresent(count -> words.add(count + " digits after the point"));
    limits.patterns().forEach(pattern -> words.add("matches " + pattern));
    if (limits.unique()) {
      words.add("unique");
    }
    return words.toString();
  }
}
