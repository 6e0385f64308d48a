package dev.shelftwin.describe;

import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Compares a description with the class of the same name. */
final class DriftFinder {

  private final DescribedClass described;
  private final Shape shape;
  private final List<Drift> found = new ArrayList<>();

  private DriftFinder(DescribedClass described, Shape shape) {
    this.described = described;
    this.shape = shape;
  }

  static List<Drift> between(DescribedClass described, Shape shape) {
    DriftFinder finder = new DriftFinder(described, shape);
    if (described.isEnumeration()) {
      finder.compareConstants();
    } else {
      described.members().forEach(finder::compare);
      shape
          .storedFields()
          .filter(field -> finder.isUndescribed(field.name()))
          .forEach(
              field ->
                  finder.add(
                      Optional.of(field.name()),
                      "has the field " + field.name() + ", which is not described",
                      described.at()));
    }
    return finder.found;
  }

  private void compareConstants() {
    if (!shape.constants().equals(described.constants())) {
      add(
          Optional.empty(),
          "has the constants "
              + String.join(", ", shape.constants())
              + ", and the description "
              + String.join(", ", described.constants()),
          described.at());
    }
  }

  private boolean isUndescribed(String field) {
    return described.members().stream().noneMatch(member -> member.name().equals(field));
  }

  private void compare(DescribedMember member) {
    Optional<Field> there = shape.field(member.name());
    if (there.isEmpty()) {
      add(Optional.empty(), "has no field " + member.name() + ", which is described", member.at());
      return;
    }
    Field field = there.get();
    TypeRef type = field.type().present();
    if (!type.boxed().equals(member.type().boxed())) {
      differs(member, "as " + member.type(), "says " + type);
      return;
    }
    boolean may = field.type().isOptional() || field.presence() == Presence.OPTIONAL;
    boolean must = field.presence() == Presence.REQUIRED;
    if (member.optional() ? must && !field.type().isOptional() : may) {
      differs(
          member,
          member.optional() ? "with '?'" : "without '?'",
          member.optional() ? "requires a value" : "lets it be missing");
    }
    limits(member, field.limits());
  }

  /** Limits of a domain type stand in its code, which is not read. */
  private void limits(DescribedMember member, Limits there) {
    Limits here = member.limits();
    boolean length = here.maxLength().isPresent() && !here.maxLength().equals(there.maxLength());
    if (described.layer().role() != Role.DOMAIN && length) {
      String said =
          there.maxLength().isPresent() ? "says " + there.maxLength().getAsInt() : "says no length";
      differs(member, "with at most " + here.maxLength().getAsInt() + " characters", said);
    }
  }

  private void differs(DescribedMember member, String description, String theClass) {
    found.add(
        new Drift(
            Optional.of(member.name()),
            described.type().name()
                + "."
                + member.name()
                + " is described "
                + description
                + ", and the class "
                + theClass
                + ".",
            member.at()));
  }

  private void add(Optional<String> field, String message, Place at) {
    found.add(new Drift(field, described.type().name() + " " + message + ".", at));
  }
}
