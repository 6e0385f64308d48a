package dev.shelftwin.trial;

import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Which fields a route has really tried: a mapper that always writes the same value is found only
 * if at least two different ones are sent.
 */
final class ExercisedFields {

  private final List<Tried> tried = new ArrayList<>();
  private final ValueText text;

  ExercisedFields(Route route, Shapes shapes, ValueText text) {
    this.text = text;
    Optional<Set<String>> reached = Optional.empty();
    for (int index = 0; index < route.steps().size(); index++) {
      if (route.steps().get(index) instanceof RouteStep.ByMapper step) {
        reached = Optional.of(add(index, step.ledger(), reached, shapes));
      }
    }
  }

  /**
   * Adds the fields that one mapper reads.
   *
   * @param reached the fields to which values of the start came; empty for all of them
   * @return the fields to which they come by this mapper
   */
  private Set<String> add(int step, HopLedger hop, Optional<Set<String>> reached, Shapes shapes) {
    Set<String> next = new HashSet<>();
    for (FieldMapping mapping : hop.mappings()) {
      if (mapping instanceof FieldMapping.Flow flow) {
        for (Field source : flow.sources()) {
          if (reached.isEmpty() || reached.get().contains(head(source))) {
            next.add(head(flow.into()));
            if (source.reader().isPresent() && hasSeveralValues(source.type(), shapes)) {
              tried.add(new Tried(step, source, hop.hop().from().path(source)));
            }
          }
        }
      }
    }
    return next;
  }

  private static String head(Field field) {
    int dot = field.name().indexOf('.');
    return dot < 0 ? field.name() : field.name().substring(0, dot);
  }

  /** An enumeration may have one constant, and a type may have one object. */
  private static boolean hasSeveralValues(TypeRef type, Shapes shapes) {
    TypeRef held = Container.held(type);
    boolean container = Container.of(type.present()).isPresent();
    return container || shapes.find(held).filter(shape -> shape.constants().size() == 1).isEmpty();
  }

  /** A field that a mapper reads on one step. */
  private static final class Tried {

    private final int step;
    private final Field field;
    private final String path;
    private final Set<Object> values = new HashSet<>();

    Tried(int step, Field field, String path) {
      this.step = step;
      this.field = field;
      this.path = path;
    }

    boolean isEnough() {
      return values.size() > 1;
    }
  }

  /** Notes what was sent into one step of a sample that arrived as it must. */
  void note(int step, Observation before) {
    for (Tried one : tried) {
      if (one.step == step && !one.isEnough()) {
        @Nullable Object value = before.of(one.field).value();
        one.values.add(value == null ? Optional.empty() : text.of(value));
      }
    }
  }

  boolean isComplete() {
    return tried.stream().allMatch(Tried::isEnough);
  }

  /** The fields that were sent with one value only, or never. */
  List<String> missing() {
    return tried.stream().filter(one -> !one.isEnough()).map(one -> one.path).distinct().toList();
  }
}
