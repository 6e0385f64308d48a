package dev.shelftwin.rule;

import dev.shelftwin.document.ApiSchema;
import dev.shelftwin.facts.Frameworks;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;

/** Compares one field of a transfer type with the schema of its property. */
final class DescribedField {

  private final ResolvedShape shape;
  private final Field field;
  private final RuleContext context;
  private final boolean in;
  private final boolean out;

  DescribedField(ResolvedShape shape, Field field, RuleContext context) {
    this.shape = shape;
    this.field = field;
    this.context = context;
    this.in = shape.use().direction().goesIn();
    this.out = shape.use().direction().goesOut();
  }

  /**
   * What is not the same, as sentences.
   *
   * @param required whether the document requires the property
   */
  List<String> differences(ApiSchema schema, boolean required) {
    List<String> differences = new ArrayList<>();
    if (in && !out && schema.isReadOnly()) {
      differences.add(name() + " is read, and the document says that it is only sent (readOnly).");
    }
    if (out && !in && schema.isWriteOnly()) {
      differences.add(name() + " is sent, and the document says that it is only read (writeOnly).");
    }
    presence(schema, required).ifPresent(differences::add);
    if (!schema.isOpen() && field.annotations().stream().noneMatch(Frameworks::changesDocuments)) {
      differences.addAll(types(field.type().present(), schema, name()));
      differences.addAll(limits(schema.limits()));
    }
    return differences;
  }

  private String name() {
    return shape.path(field);
  }

  private Optional<String> presence(ApiSchema schema, boolean required) {
    boolean declaredOptional = field.presence() == Presence.OPTIONAL || field.type().isOptional();
    boolean declaredRequired = field.presence() == Presence.REQUIRED && !field.type().isPrimitive();
    if (out && required && declaredOptional && !schema.isNullable()) {
      return Optional.of(name() + " may be missing, and the document requires it.");
    }
    if (in && !out && declaredRequired && !required) {
      return Optional.of(name() + " is required, and the document lets callers leave it out.");
    }
    return Optional.empty();
  }

  private List<String> types(TypeRef type, ApiSchema schema, String what) {
    Optional<Shape> known = context.shapes().find(type);
    if (known.filter(one -> one.kind() == Shape.Kind.ENUM).isPresent()) {
      return isWrittenByName(known.get()) ? constants(known.get(), schema, what) : List.of();
    }
    Optional<JsonType> json = JsonType.of(type).or(() -> ofShape(type, known));
    if (json.isEmpty()) {
      return List.of();
    }
    Set<String> types = schema.types();
    if (!types.isEmpty() && !fits(json.get(), types)) {
      return List.of(
          "%s is %s in JSON, and the document says %s."
              .formatted(what, json.get().name(), String.join(" or ", types)));
    }
    List<String> differences = new ArrayList<>();
    format(type, json.get(), schema, what).ifPresent(differences::add);
    Optional<Container> container = Container.of(type);
    if (container.isPresent()) {
      Optional<ApiSchema> inner =
          container.get() == Container.MAP ? schema.values() : schema.items();
      inner
          .filter(one -> !one.isOpen())
          .ifPresent(
              one ->
                  differences.addAll(
                      types(Container.element(type).present(), one, "An element of " + what)));
    }
    return differences;
  }

  /** A record or a class with fields is an object in JSON, unless an annotation changes that. */
  private Optional<JsonType> ofShape(TypeRef type, Optional<Shape> known) {
    boolean isTransfer =
        context.layerOf(type).filter(shape.layer()::equals).isPresent()
            && known
                .filter(one -> one.storedFields().findAny().isPresent() && isWrittenByName(one))
                .isPresent();
    return isTransfer ? Optional.of(JsonType.OBJECT) : Optional.empty();
  }

  private static boolean isWrittenByName(Shape type) {
    return type.fields().stream()
            .flatMap(one -> one.annotations().stream())
            .noneMatch(Frameworks::changesDocuments)
        && type.annotations().stream().noneMatch(Frameworks::changesDocuments);
  }

  /** A whole number is a number on the way out; a caller who may send a number may send 1.5. */
  private boolean fits(JsonType json, Set<String> types) {
    return types.contains(json.name())
        || json.others().stream().anyMatch(types::contains)
        || (json.name().equals("integer") && types.contains("number") && !in)
        || (json.name().equals("number") && types.contains("integer") && !out);
  }

  private Optional<String> format(TypeRef type, JsonType json, ApiSchema schema, String what) {
    Optional<String> said = schema.format();
    if (said.isEmpty()) {
      return Optional.empty();
    }
    String format = said.get();
    if (!json.format().isEmpty()) {
      return json.format().equals(format)
              || !Set.of("date", "date-time", "time", "uuid").contains(format)
          ? Optional.empty()
          : Optional.of(
              "%s has the format %s, and the document says %s."
                  .formatted(what, json.format(), format));
    }
    boolean isInt = Set.of("Integer", "Short", "Byte").contains(type.boxed().name());
    if (in && isInt && format.equals("int64")) {
      return Optional.of(
          what + " is " + type.boxed().name() + ", and the document allows 64 bits (int64).");
    }
    if (out && type.boxed().name().equals("Long") && format.equals("int32")) {
      return Optional.of(what + " is Long, and the document allows 32 bits (int32).");
    }
    return Optional.empty();
  }

  private List<String> constants(Shape type, ApiSchema schema, String what) {
    List<String> said = schema.constants();
    if (said.stream().noneMatch(type.constants()::contains)) {
      return List.of(); // none are said, or the constants have other names in JSON
    }
    List<String> differences = new ArrayList<>();
    List<String> unsaid = type.constants().stream().filter(one -> !said.contains(one)).toList();
    List<String> unknown = said.stream().filter(one -> !type.constants().contains(one)).toList();
    if (out && !unsaid.isEmpty()) {
      differences.add(
          what + " may be " + String.join(", ", unsaid) + ", which the document does not list.");
    }
    if (in && !unknown.isEmpty()) {
      differences.add(
          "The document allows " + String.join(", ", unknown) + ", which " + what + " cannot be.");
    }
    return differences;
  }

  /** A request must accept what the document allows; a response must not exceed it. */
  private List<String> limits(Limits said) {
    Limits own = field.limits();
    List<String> differences = new ArrayList<>();
    longest(own.maxLength(), said.maxLength()).ifPresent(differences::add);
    boolean larger =
        in
            && own.max().isPresent()
            && said.max().filter(max -> !Limits.isAbove(max, own.max().get())).isEmpty();
    if (larger) {
      differences.add(
          name() + " is at most " + own.max().get() + ", and the document allows more.");
    }
    boolean smaller =
        in
            && own.min().isPresent()
            && said.min().filter(min -> !Limits.isBelow(min, own.min().get())).isEmpty();
    if (smaller) {
      differences.add(
          name() + " is at least " + own.min().get() + ", and the document allows less.");
    }
    return differences;
  }

  private Optional<String> longest(OptionalInt own, OptionalInt said) {
    if (in && own.isPresent() && said.orElse(Integer.MAX_VALUE) > own.getAsInt()) {
      return Optional.of(
          name()
              + " takes at most "
              + own.getAsInt()
              + " characters, and the document allows "
              + (said.isPresent() ? said.getAsInt() : "any number")
              + ".");
    }
    if (out && !in && own.isPresent() && said.isPresent() && own.getAsInt() > said.getAsInt()) {
      return Optional.of(
          name()
              + " may have "
              + own.getAsInt()
              + " characters, and the document allows "
              + said.getAsInt()
              + ".");
    }
    return Optional.empty();
  }
}
