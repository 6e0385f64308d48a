package dev.shelftwin.read;

import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.TypeRef;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import javax.lang.model.AnnotatedConstruct;
import javax.lang.model.element.AnnotationMirror;
import javax.lang.model.element.AnnotationValue;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.util.Elements;

/**
 * The annotations of one declaration, merged from everything that declares it: a record component
 * passes its annotations on to its field, accessor and parameter (JLS §8.10.3).
 */
final class Annotations {

  private static final Set<String> PERSISTENCE = Set.of("jakarta.persistence", "javax.persistence");
  private static final Set<String> VALIDATION =
      Set.of("jakarta.validation.constraints", "javax.validation.constraints");

  private static final Set<String> WIRE =
      Set.of("com.fasterxml.jackson.annotation", "jakarta.json.bind.annotation");

  private static final Set<String> DECIMALS = Set.of("BigDecimal", "Double", "Float");

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

  /** Names that several unrelated libraries use for the same thing. */
  private static final Set<String> MAY_BE_NULL = Set.of("Nullable", "CheckForNull");

  private static final Set<String> NEVER_NULL =
      Set.of("NotNull", "NotBlank", "NotEmpty", "NonNull", "Nonnull");

  /** Jakarta Persistence 3.2, §11.1.9: the length of a text column that gives none. */
  private static final int COLUMN_LENGTH = 255;

  private final Elements elements;
  private final List<AnnotationMirror> mirrors;

  Annotations(Elements elements, List<? extends AnnotatedConstruct> declarations) {
    this.elements = elements;
    this.mirrors = new ArrayList<>();
    for (AnnotatedConstruct declaration : declarations) {
      declaration.getAnnotationMirrors().forEach(this::add);
    }
  }

  /** An annotation; of one that holds repeated ones, those (JLS §9.6.3). */
  private void add(AnnotationMirror mirror) {
    mirrors.add(mirror);
    value(mirror, "value")
        .filter(List.class::isInstance)
        .map(held -> (List<?>) held)
        .ifPresent(
            held ->
                held.stream()
                    .map(one -> ((AnnotationValue) one).getValue())
                    .filter(AnnotationMirror.class::isInstance)
                    .forEach(one -> mirrors.add((AnnotationMirror) one)));
  }

  /** The qualified names, each once. */
  List<String> names() {
    Set<String> names = new LinkedHashSet<>();
    mirrors.forEach(mirror -> names.add(element(mirror).getQualifiedName().toString()));
    return List.copyOf(names);
  }

  /** The names of annotations whose own type is not among the code. */
  List<String> missingTypes() {
    return names().stream().filter(name -> elements.getTypeElement(name) == null).toList();
  }

  Set<FieldRole> roles() {
    Set<FieldRole> roles = EnumSet.noneOf(FieldRole.class);
    if (isKey() && isGenerated()) {
      roles.add(FieldRole.KEY);
    }
    if (find(PERSISTENCE, "Version").isPresent()) {
      roles.add(FieldRole.VERSION);
    }
    if (isPart()) {
      roles.add(FieldRole.PART);
    }
    return roles;
  }

  private boolean isKey() {
    return find(PERSISTENCE, "Id").isPresent() || find(PERSISTENCE, "EmbeddedId").isPresent();
  }

  private boolean isAssignedKey() {
    return isKey() && !isGenerated();
  }

  /**
   * A key that the store makes is its own (Jakarta Persistence 3.2, §11.1.20; providers have
   * generators beside it); one that a program assigns tells objects apart in every layer.
   */
  private boolean isGenerated() {
    return mirrors.stream()
        .anyMatch(mirror -> element(mirror).getSimpleName().toString().contains("Generat"));
  }

  /** What is stored with its owner is a part of it (Jakarta Persistence 3.2, §3.2.2). */
  private boolean isPart() {
    return find(PERSISTENCE, "OneToOne")
        .flatMap(mirror -> value(mirror, "cascade"))
        .filter(kinds -> kinds instanceof List<?> all && all.stream().anyMatch(this::persists))
        .isPresent();
  }

  private boolean persists(Object kind) {
    return kind instanceof AnnotationValue said
        && said.getValue() instanceof VariableElement constant
        && Set.of("ALL", "PERSIST").contains(constant.getSimpleName().toString());
  }

  /**
   * What they say about missing values.
   *
   * @param more simple names of annotations that the mirrors lack
   */
  Presence presence(Set<String> more) {
    if (anyNamed(MAY_BE_NULL, more)) {
      return Presence.OPTIONAL;
    }
    boolean required =
        anyNamed(NEVER_NULL, more)
            || says("Column", "nullable", false)
            || says("JoinColumn", "nullable", false)
            || says("Basic", "optional", false)
            || says("ManyToOne", "optional", false)
            || says("OneToOne", "optional", false)
            || definition().filter(ColumnDefinition::isNotNull).isPresent()
            || isAssignedKey()
            || holdsMany();
    return required ? Presence.REQUIRED : Presence.UNSAID;
  }

  /** A provider gives back an empty collection, never null (Jakarta Persistence 3.2, §2.2). */
  private boolean holdsMany() {
    return Stream.of("ElementCollection", "OneToMany", "ManyToMany")
        .anyMatch(name -> find(PERSISTENCE, name).isPresent());
  }

  /** The column's own SQL, which stands in place of its length, precision and scale. */
  private Optional<ColumnDefinition> definition() {
    return find(PERSISTENCE, "Column")
        .flatMap(mirror -> value(mirror, "columnDefinition"))
        .map(Object::toString)
        .filter(sql -> !sql.isBlank())
        .map(ColumnDefinition::new);
  }

  /** Its name in the table or on the wire. */
  Optional<String> outside() {
    return find(PERSISTENCE, "Column")
        .or(() -> find(PERSISTENCE, "JoinColumn"))
        .flatMap(mirror -> value(mirror, "name"))
        .or(() -> find(WIRE, "JsonProperty").flatMap(mirror -> value(mirror, "value")))
        .or(() -> find(WIRE, "JsonbProperty").flatMap(mirror -> value(mirror, "value")))
        .map(Object::toString)
        .filter(name -> !name.isEmpty());
  }

  /**
   * What a declaration of that type allows; a persistent type has columns even unsaid.
   *
   * @param owner what is said of the type that declares it
   * @param name of what is declared
   */
  Limits limits(TypeRef type, Annotations owner, String name) {
    if (find(PERSISTENCE, "ElementCollection").isPresent()) {
      // What is said of a field that holds several, such as its size, is not said of each.
      return Container.held(type).isLang("String")
          ? columnLength(owner.persistent()).build()
          : Limits.NONE;
    }
    Limits.Builder limits = new Limits.Builder();
    if (type.isLang("String")) {
      limits = find(PERSISTENCE, "Lob").isPresent() ? limits : columnLength(owner.persistent());
      addTextLimits(limits);
    } else if (NUMBERS.contains(type.boxed().qualifiedName())) {
      addNumberLimits(limits, !DECIMALS.contains(type.boxed().name()));
    } else if (isNamed()) {
      limits = columnLength(owner.persistent());
    } else if (type.packageName().equals("java.time") && owner.persistent()) {
      addTimeLimits(limits);
    }
    String column = outside().orElse(name);
    if (says("Column", "unique", true)
        || definition().filter(ColumnDefinition::isUnique).isPresent()
        || find(PERSISTENCE, "Id").isPresent()
        || owner.uniqueColumns().anyMatch(column::equalsIgnoreCase)) {
      limits.unique();
    }
    return limits.build();
  }

  /** A constant that its column keeps by its name (Jakarta Persistence 3.2, §11.1.18). */
  private boolean isNamed() {
    return find(PERSISTENCE, "Enumerated")
        .flatMap(mirror -> value(mirror, "value"))
        .filter(kind -> kind.toString().equals("STRING"))
        .isPresent();
  }

  /** Columns that a constraint of the table makes unique, each alone. */
  private Stream<String> uniqueColumns() {
    return find(PERSISTENCE, "Table").flatMap(mirror -> value(mirror, "uniqueConstraints")).stream()
        .flatMap(constraints -> ((List<?>) constraints).stream())
        .flatMap(constraint -> value(mirror(constraint), "columnNames").stream())
        .map(names -> (List<?>) names)
        .filter(names -> names.size() == 1)
        .map(names -> String.valueOf(((AnnotationValue) names.get(0)).getValue()));
  }

  private static AnnotationMirror mirror(Object value) {
    return (AnnotationMirror) ((AnnotationValue) value).getValue();
  }

  private Limits.Builder columnLength(boolean persistent) {
    Limits.Builder limits = new Limits.Builder();
    if (definition().isPresent()) {
      definition().get().length().ifPresent(limits::length);
      return limits;
    }
    number("Column", "length")
        .or(() -> persistent ? Optional.of(COLUMN_LENGTH) : Optional.empty())
        .ifPresent(limits::length);
    return limits;
  }

  /** Jakarta Validation 3.1, §7: constraints of texts; a blank text is shorter than one. */
  private void addTextLimits(Limits.Builder limits) {
    constraints("Size", "min").map(min -> (Integer) min).forEach(limits::shortest);
    constraints("Size", "max")
        .map(max -> (Integer) max)
        .filter(max -> max < Integer.MAX_VALUE)
        .forEach(limits::length);
    constraints("NotEmpty", "groups").forEach(any -> limits.shortest(1));
    constraints("NotBlank", "groups").forEach(any -> limits.shortest(1));
    constraints("Pattern", "regexp").forEach(regexp -> limits.pattern((String) regexp));
  }

  /** Jakarta Validation 3.1, §7: constraints of numbers; and what the column keeps of them. */
  private void addNumberLimits(Limits.Builder limits, boolean whole) {
    constraints("Min", "value").forEach(min -> limits.least(bound(min, true)));
    constraints("Max", "value").forEach(max -> limits.greatest(bound(max, true)));
    decimals("DecimalMin").forEach(limits::least);
    decimals("DecimalMax").forEach(limits::greatest);
    // A whole number above zero is one at least.
    constraints("Positive", "groups").forEach(any -> limits.least(bound(whole ? 1 : 0, whole)));
    constraints("Negative", "groups").forEach(any -> limits.greatest(bound(whole ? -1 : 0, whole)));
    constraints("PositiveOrZero", "groups").forEach(any -> limits.least(bound(0, true)));
    constraints("NegativeOrZero", "groups").forEach(any -> limits.greatest(bound(0, true)));
    constraints("Digits", "integer").forEach(count -> limits.digits((Integer) count));
    if (!whole) {
      constraints("Digits", "fraction").forEach(count -> limits.scale((Integer) count));
      // A column that gives neither precision nor scale leaves both to the provider.
      Optional<ColumnDefinition> definition = definition();
      int precision =
          definition
              .map(sql -> sql.precision().orElse(0))
              .orElseGet(() -> number("Column", "precision").orElse(0));
      int scale =
          definition
              .map(ColumnDefinition::scale)
              .orElseGet(() -> number("Column", "scale").orElse(0));
      if (precision > 0) {
        limits.digits(precision - scale).scale(scale);
      }
    }
  }

  /** Jakarta Persistence 3.2, §11.1.9: the precision of a second, if the column gives one. */
  private void addTimeLimits(Limits.Builder limits) {
    number("Column", "secondPrecision").filter(n -> n >= 0).ifPresent(limits::secondDigits);
    definition().ifPresent(sql -> sql.secondDigits().ifPresent(limits::secondDigits));
  }

  private Stream<Limits.Bound> decimals(String name) {
    return mirrors(name)
        .map(
            mirror ->
                new Limits.Bound(
                    new BigDecimal((String) value(mirror, "value").orElseThrow()),
                    value(mirror, "inclusive").filter(Boolean.TRUE::equals).isPresent()));
  }

  private static Limits.Bound bound(Object value, boolean inclusive) {
    return new Limits.Bound(new BigDecimal(value.toString()), inclusive);
  }

  /** A member of every constraint of that name. */
  private Stream<Object> constraints(String name, String member) {
    return mirrors(name).flatMap(mirror -> value(mirror, member).stream());
  }

  private Stream<AnnotationMirror> mirrors(String name) {
    return mirrors.stream()
        .filter(mirror -> element(mirror).getSimpleName().contentEquals(name))
        .filter(mirror -> VALIDATION.contains(packageOf(mirror)));
  }

  private Optional<Integer> number(String annotation, String member) {
    return find(PERSISTENCE, annotation)
        .flatMap(mirror -> value(mirror, member))
        .map(Integer.class::cast);
  }

  /** Whether a type with these annotations is kept by a JPA provider. */
  boolean persistent() {
    return find(PERSISTENCE, "Entity").isPresent()
        || find(PERSISTENCE, "Embeddable").isPresent()
        || find(PERSISTENCE, "MappedSuperclass").isPresent();
  }

  private boolean says(String annotation, String member, Object value) {
    return find(PERSISTENCE, annotation)
        .flatMap(mirror -> value(mirror, member))
        .filter(value::equals)
        .isPresent();
  }

  private boolean anyNamed(Set<String> simpleNames, Set<String> more) {
    return mirrors.stream()
            .anyMatch(mirror -> simpleNames.contains(element(mirror).getSimpleName().toString()))
        || more.stream().anyMatch(simpleNames::contains);
  }

  private Optional<AnnotationMirror> find(Set<String> packages, String simpleName) {
    return mirrors.stream()
        .filter(mirror -> element(mirror).getSimpleName().contentEquals(simpleName))
        .filter(mirror -> packages.contains(packageOf(mirror)))
        .findFirst();
  }

  private String packageOf(AnnotationMirror mirror) {
    return elements.getPackageOf(element(mirror)).getQualifiedName().toString();
  }

  private Optional<Object> value(AnnotationMirror mirror, String member) {
    Map<? extends ExecutableElement, ? extends AnnotationValue> values =
        elements.getElementValuesWithDefaults(mirror);
    return values.entrySet().stream()
        .filter(entry -> entry.getKey().getSimpleName().contentEquals(member))
        .map(entry -> entry.getValue().getValue())
        .findFirst();
  }

  private static TypeElement element(AnnotationMirror mirror) {
    return (TypeElement) mirror.getAnnotationType().asElement();
  }
}
