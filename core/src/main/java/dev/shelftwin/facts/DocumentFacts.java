package dev.shelftwin.facts;

import dev.shelftwin.shape.FieldTrait;
import dev.shelftwin.shape.ShapeTrait;
import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;

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

  Set<FieldTrait> fieldTraits() {
    Set<FieldTrait> traits = EnumSet.noneOf(FieldTrait.class);
    if (annotations.hasAnyNamed(OMITTED)) {
      traits.add(FieldTrait.OMITTED_FROM_DOCUMENTS);
    }
    if (annotations.hasAnyNamed(REFERENCED)) {
      traits.add(FieldTrait.REFERENCED_IN_DOCUMENTS);
    }
    return traits;
  }

  Set<ShapeTrait> shapeTraits() {
    return annotations.hasAnyNamed(REFERENCED)
        ? EnumSet.of(ShapeTrait.REFERENCED_IN_DOCUMENTS)
        : EnumSet.noneOf(ShapeTrait.class);
  }
}
