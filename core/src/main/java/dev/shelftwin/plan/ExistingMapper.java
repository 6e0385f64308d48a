package dev.shelftwin.plan;

import dev.shelftwin.shape.Place;
import java.util.List;
import java.util.Objects;

/**
 * Methods of the users that map one shape of a concept to another.
 *
 * @param from the source, as in {@code FiringRow} or {@code store/FiringRow}
 * @param to the target
 * @param methods as in {@code coop.kiln.store.Rows.toFiring}, with parameter types in brackets
 *     where overloads need them; {@code coop.kiln.api.FiringView.new} is a constructor
 * @param at where the plan names them
 */
public record ExistingMapper(Text from, Text to, List<Text> methods, Place at) implements PlanWord {

  public ExistingMapper {
    Objects.requireNonNull(from, "from");
    Objects.requireNonNull(to, "to");
    methods = List.copyOf(methods);
    Objects.requireNonNull(at, "at");
  }

  /** The qualified names of the outermost classes that have the methods. */
  public List<String> classes() {
    return binaryNames().stream().map(type -> type.replaceAll("[$].*", "")).distinct().toList();
  }

  /** The classes that have the methods, nested ones as the plan writes them. */
  public List<String> binaryNames() {
    return methods.stream()
        .map(method -> method.value().replaceAll("\\(.*", ""))
        .map(method -> method.substring(0, Math.max(0, method.lastIndexOf('.'))))
        .distinct()
        .toList();
  }

  /** Whether they map one of these shapes to the other. */
  public boolean isFor(ShapeUse source, ShapeUse target) {
    return names(from.value(), source) && names(to.value(), target);
  }

  /** Whether a name means a shape: its type's name, after the layer and a slash or without them. */
  static boolean names(String name, ShapeUse shape) {
    String layer = shape.layer().name() + "/";
    return shape.isNamed(name.startsWith(layer) ? name.substring(layer.length()) : name);
  }

  /** The hop as the plan writes it. */
  @Override
  public String toString() {
    return from + " -> " + to;
  }
}
