package dev.shelftwin.describe;

import dev.shelftwin.finding.InputError;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.GivenValue;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Container;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Consumer;

/** The factories of a described type of the domain: those that {@code build} names. */
final class Factories {

  private static final String CONSTRUCTOR = "new";

  private final Concept concept;
  private final ShapeUse use;

  Factories(Concept concept, ShapeUse use) {
    this.concept = concept;
    this.use = use;
  }

  /** The factories; reports fields for which they would have no value. */
  List<DescribedClass.Factory> of(
      Collection<DescribedMember> members, Consumer<InputError> errors) {
    Map<String, Set<String>> omitted = new LinkedHashMap<>();
    use.build()
        .forEach(
            (shape, creator) -> {
              if (!creator.value().equals(CONSTRUCTOR)) {
                omitted
                    .computeIfAbsent(creator.value(), name -> new TreeSet<>())
                    .addAll(setItself(shape, creator, members, errors));
              }
            });
    List<DescribedClass.Factory> factories = new ArrayList<>();
    omitted.forEach((name, fields) -> factories.add(new DescribedClass.Factory(name, fields)));
    return factories;
  }

  /** The fields that the plan leaves to the factory. */
  private Set<String> setItself(
      String shape,
      Text creator,
      Collection<DescribedMember> members,
      Consumer<InputError> errors) {
    Set<String> fields = new TreeSet<>();
    for (DescribedMember member : members) {
      boolean left =
          concept.rows().stream()
              .filter(row -> isAbout(row, member.name()))
              .flatMap(row -> given(row, shape).stream())
              .anyMatch(GivenValue.FactoryRule.class::isInstance);
      if (left && !hasNothing(member)) {
        errors.accept(
            new InputError(
                creator.at(),
                creator + " is to set " + member.name() + ", and nothing says to which value",
                "let it be missing ('?'), give it from the caller, or give a value"));
      }
      if (left) {
        fields.add(member.name());
      }
    }
    return fields;
  }

  private boolean isAbout(Row row, String field) {
    return row.named(use).map(Text::value).filter(field::equals).isPresent();
  }

  private List<GivenValue> given(Row row, String shape) {
    return concept.shapes().stream()
        .filter(other -> other.isNamed(shape))
        .flatMap(other -> row.given().at(other).stream())
        .toList();
  }

  /** Whether a value can be missing, or have no elements. */
  static boolean hasNothing(DescribedMember member) {
    return member.optional() || Container.of(member.type()).isPresent();
  }
}
