package dev.shelftwin.facts;

import dev.shelftwin.shape.FieldFacts;
import dev.shelftwin.shape.FieldTrait;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.ShapeTrait;
import dev.shelftwin.shape.TypeRef;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Derives facts about fields and types from their annotations. */
public final class Facts {

  private static final Set<String> FRACTIONAL = Set.of("BigDecimal", "Double", "Float");

  private static final Set<String> NUMBERS =
      Set.of(
          "java.math.BigDecimal",
          "java.math.BigInteger",
          "java.lang.Byte",
          "java.lang.Short",
          "java.lang.Integer",
          "java.lang.Long",
          "java.lang.Float",
          "java.lang.Double");

  private Facts() {}

  /** The facts about a stored field. */
  public static FieldFacts ofStored(DeclaredField field) {
    return of(field, limits(field));
  }

  /** The facts about a value that a method computes; it has no limits. */
  public static FieldFacts ofComputed(DeclaredField field) {
    return of(field, Limits.NONE);
  }

  /** The facts about a type. */
  public static Shape.ShapeFacts ofType(AnnotationSet annotations, boolean printsFields) {
    Set<ShapeTrait> traits = EnumSet.noneOf(ShapeTrait.class);
    PersistenceFacts persistence = new PersistenceFacts(annotations);
    traits.addAll(persistence.shapeTraits());
    traits.addAll(new DocumentFacts(annotations).shapeTraits());
    return new Shape.ShapeFacts(
        traits,
        annotations.names(),
        persistence.table(),
        printsFields,
        Optional.empty(),
        List.of());
  }

  /** Whether a field is not part of the object's persistent state. */
  public static boolean isTransient(AnnotationSet annotations) {
    return PersistenceFacts.isTransient(annotations);
  }

  private static FieldFacts of(DeclaredField field, Limits limits) {
    PersistenceFacts persistence = new PersistenceFacts(field.annotations());
    DocumentFacts document = new DocumentFacts(field.annotations());
    Set<FieldTrait> traits = EnumSet.noneOf(FieldTrait.class);
    traits.addAll(persistence.fieldTraits());
    traits.addAll(document.fieldTraits(field.name(), new DocumentFacts(field.owner())));
    if (field.isFinal()) {
      traits.add(FieldTrait.UNCHANGING);
    }
    if (field.readsCopy()) {
      traits.add(FieldTrait.READ_AS_COPY);
    }
    return new FieldFacts(
        externalName(field.annotations()),
        presence(field, persistence),
        limits,
        persistence.roles(),
        traits,
        field.annotations().names());
  }

  private static Optional<String> externalName(AnnotationSet annotations) {
    return new PersistenceFacts(annotations)
        .columnName()
        .or(() -> new DocumentFacts(annotations).propertyName())
        .filter(name -> !name.isEmpty());
  }

  private static Presence presence(DeclaredField field, PersistenceFacts persistence) {
    if (field.type().isPrimitive()) {
      return Presence.REQUIRED;
    }
    if (field.type().isOptional()) {
      return Presence.OPTIONAL;
    }
    if (persistence.isRequired()) {
      return Presence.REQUIRED; // of a stored row, whatever its class allows before that
    }
    Presence said = NullnessFacts.of(field.annotations(), field.typeAnnotations());
    if (said != Presence.UNSPECIFIED) {
      return said;
    }
    return field.rejectsNull() ? Presence.REQUIRED : Presence.UNSPECIFIED;
  }

  private static Limits limits(DeclaredField field) {
    TypeRef type = field.type().present();
    PersistenceFacts persistence = new PersistenceFacts(field.annotations());
    PersistenceFacts owner = new PersistenceFacts(field.owner());
    if (persistence.isElementCollection()) {
      // Constraints of a collection, such as its size, are not constraints of its elements.
      return PersistenceFacts.holdsTexts(type)
          ? persistence.columnLength(owner.hasColumns()).build()
          : Limits.NONE;
    }
    Limits.Builder limits = ofType(type, field.annotations(), persistence, owner.hasColumns());
    String column = externalName(field.annotations()).orElse(field.name());
    if (persistence.isUnique(column, owner)) {
      limits.unique();
    }
    return limits.build();
  }

  private static Limits.Builder ofType(
      TypeRef type, AnnotationSet annotations, PersistenceFacts persistence, boolean inTable) {
    ValidationFacts validation = new ValidationFacts(annotations);
    Limits.Builder limits = new Limits.Builder();
    if (type.isLang("String")) {
      limits = persistence.isLargeObject() ? limits : persistence.columnLength(inTable);
      validation.addTextLimits(limits);
    } else if (NUMBERS.contains(type.boxed().qualifiedName())) {
      boolean whole = !FRACTIONAL.contains(type.boxed().name());
      validation.addNumberLimits(limits, whole);
      if (!whole) {
        persistence.addDigits(limits);
      }
    } else if (persistence.isStoredByName()) {
      limits = persistence.columnLength(inTable);
    } else if (type.packageName().equals("java.time") && inTable) {
      persistence.addSecondDigits(limits);
    } else if (type.packageName().equals("java.util")) {
      persistence.addKeptTime(limits);
    }
    return limits;
  }
}
