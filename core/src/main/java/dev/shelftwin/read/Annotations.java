package dev.shelftwin.read;

import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.TypeRef;
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
      mirrors.addAll(declaration.getAnnotationMirrors());
    }
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
    if (find(PERSISTENCE, "Id").isPresent() || find(PERSISTENCE, "EmbeddedId").isPresent()) {
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

  Presence presence() {
    if (anyNamed(MAY_BE_NULL)) {
      return Presence.OPTIONAL;
    }
    boolean required =
        anyNamed(NEVER_NULL)
            || says("Column", "nullable", false)
            || says("JoinColumn", "nullable", false)
            || says("Basic", "optional", false)
            || says("ManyToOne", "optional", false)
            || says("OneToOne", "optional", false)
            || holdsMany();
    return required ? Presence.REQUIRED : Presence.UNSAID;
  }

  /** A provider gives back an empty collection, never null (Jakarta Persistence 3.2, §2.2). */
  private boolean holdsMany() {
    return Stream.of("ElementCollection", "OneToMany", "ManyToMany")
        .anyMatch(name -> find(PERSISTENCE, name).isPresent());
  }

  /** What a declaration of that type allows; a persistent type has columns even unsaid. */
  Limits limits(TypeRef type, boolean persistent) {
    if (find(PERSISTENCE, "ElementCollection").isPresent()) {
      // What is said of a field that holds several, such as its size, is not said of each.
      return Container.held(type).isLang("String") ? columnLimits(persistent) : Limits.NONE;
    }
    if (type.isLang("String")) {
      return textLimits(persistent);
    }
    return switch (type.packageName()) {
      case "java.math" -> scaleLimits();
      case "java.time" -> persistent ? timeLimits() : Limits.NONE;
      default -> Limits.NONE;
    };
  }

  /** A column that gives neither precision nor scale leaves both to the provider. */
  private Limits scaleLimits() {
    Optional<AnnotationMirror> column = find(PERSISTENCE, "Column");
    Optional<Object> scale = column.flatMap(mirror -> value(mirror, "scale"));
    boolean said =
        column.flatMap(mirror -> value(mirror, "precision")).filter(n -> !n.equals(0)).isPresent();
    return said ? Limits.ofScale((Integer) scale.orElse(0)) : Limits.NONE;
  }

  /** Jakarta Persistence 3.2, §11.1.9: the precision of a second, if the column gives one. */
  private Limits timeLimits() {
    return find(PERSISTENCE, "Column")
        .flatMap(mirror -> value(mirror, "secondPrecision"))
        .map(digits -> (Integer) digits)
        .filter(digits -> digits >= 0)
        .map(Limits::ofSecondDigits)
        .orElse(Limits.NONE);
  }

  private Limits textLimits(boolean persistent) {
    Limits size =
        find(VALIDATION, "Size")
            .flatMap(mirror -> value(mirror, "max"))
            .map(max -> Limits.ofLength((Integer) max))
            .orElse(Limits.NONE);
    return find(PERSISTENCE, "Lob").isPresent() ? size : columnLimits(persistent).and(size);
  }

  private Limits columnLimits(boolean persistent) {
    return find(PERSISTENCE, "Column")
        .flatMap(mirror -> value(mirror, "length"))
        .map(length -> Limits.ofLength((Integer) length))
        .orElse(persistent ? Limits.ofLength(COLUMN_LENGTH) : Limits.NONE);
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

  private boolean anyNamed(Set<String> simpleNames) {
    return mirrors.stream()
        .anyMatch(mirror -> simpleNames.contains(element(mirror).getSimpleName().toString()));
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
