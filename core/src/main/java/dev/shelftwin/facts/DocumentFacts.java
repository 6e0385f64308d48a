package dev.shelftwin.facts;

import dev.shelftwin.shape.FieldTrait;
import dev.shelftwin.shape.ShapeTrait;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** What annotations for JSON and XML say. */
final class DocumentFacts {

  private static final Set<String> PACKAGES =
      Set.of(
          "com.fasterxml.jackson.annotation",
          "jakarta.json.bind.annotation",
          "javax.json.bind.annotation");

  /** Names that several libraries use for fields that are left out. */
  private static final Set<String> OMITTED =
      Set.of("JsonIgnore", "JsonBackReference", "JsonbTransient", "XmlTransient");

  /** Objects are written once and referred to from then on. */
  private static final Set<String> REFERENCED = Set.of("JsonIdentityInfo");

  private final AnnotationSet annotations;

  DocumentFacts(AnnotationSet annotations) {
    this.annotations = annotations;
  }

  /** The property's name in JSON. */
  Optional<String> propertyName() {
    return annotations
        .value(PACKAGES, "JsonProperty", "value")
        .or(() -> annotations.value(PACKAGES, "JsonbProperty", "value"))
        .map(Object::toString);
  }

  /**
   * How documents have a field.
   *
   * @param name its name in the code
   * @param owner what the annotations of its type say
   */
  Set<FieldTrait> fieldTraits(String name, DocumentFacts owner) {
    Set<FieldTrait> traits = EnumSet.noneOf(FieldTrait.class);
    Set<Object> omitted = owner.omittedProperties();
    if (annotations.hasAnyNamed(OMITTED)
        || omitted.contains(name)
        || propertyName().filter(omitted::contains).isPresent()) {
      traits.add(FieldTrait.OMITTED_FROM_DOCUMENTS);
    }
    if (!omittedProperties().isEmpty()) {
      traits.add(FieldTrait.PARTLY_IN_DOCUMENTS);
    }
    if (annotations.hasAnyNamed(REFERENCED)) {
      traits.add(FieldTrait.REFERENCED_IN_DOCUMENTS);
    }
    return traits;
  }

  /** The properties of a type, or of a field's value, that documents leave out by their names. */
  private Set<Object> omittedProperties() {
    boolean oneWay =
        Stream.of("allowGetters", "allowSetters")
            .anyMatch(member -> listed(member).anyMatch(Boolean.TRUE::equals));
    return oneWay ? Set.of() : listed("value").collect(Collectors.toSet());
  }

  private Stream<?> listed(String member) {
    return annotations.value(PACKAGES, "JsonIgnoreProperties", member).stream()
        .flatMap(value -> value instanceof List<?> list ? list.stream() : Stream.of(value));
  }

  Set<ShapeTrait> shapeTraits() {
    return annotations.hasAnyNamed(REFERENCED)
        ? EnumSet.of(ShapeTrait.REFERENCED_IN_DOCUMENTS)
        : EnumSet.noneOf(ShapeTrait.class);
  }
}
