package dev.shelftwin.facts;

import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.FieldTrait;
import dev.shelftwin.shape.KeptTime;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.ShapeTrait;
import dev.shelftwin.shape.Table;
import dev.shelftwin.shape.TypeRef;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** What the annotations of Jakarta Persistence say (version 3.2; also the older packages). */
final class PersistenceFacts {

  private static final Set<String> PACKAGES = Set.of("jakarta.persistence", "javax.persistence");

  /** Jakarta Persistence 3.2, §11.1.9: the length of a text column that gives none. */
  private static final int DEFAULT_LENGTH = 255;

  private static final List<String> ROWS = List.of("ElementCollection", "OneToMany", "ManyToMany");

  private static final Map<String, ShapeTrait> SHAPE_TRAITS =
      Map.of(
          "Entity", ShapeTrait.ENTITY,
          "Embeddable", ShapeTrait.EMBEDDABLE,
          "MappedSuperclass", ShapeTrait.MAPPED_SUPERCLASS,
          "Converter", ShapeTrait.COLUMN_CONVERTER);

  private final AnnotationSet annotations;

  PersistenceFacts(AnnotationSet annotations) {
    this.annotations = annotations;
  }

  Set<ShapeTrait> shapeTraits() {
    Set<ShapeTrait> traits = EnumSet.noneOf(ShapeTrait.class);
    SHAPE_TRAITS.forEach(
        (name, trait) -> {
          if (has(name)) {
            traits.add(trait);
          }
        });
    return traits;
  }

  /** Whether the type's fields are columns. */
  boolean hasColumns() {
    return has("Entity") || has("Embeddable") || has("MappedSuperclass");
  }

  static boolean isTransient(AnnotationSet annotations) {
    return annotations.has(PACKAGES, "Transient");
  }

  Set<FieldRole> roles() {
    Set<FieldRole> roles = EnumSet.noneOf(FieldRole.class);
    if (isKey() && isGenerated()) {
      roles.add(FieldRole.KEY);
    }
    if (has("Version")) {
      roles.add(FieldRole.VERSION);
    }
    if (isPart()) {
      roles.add(FieldRole.PART);
    }
    return roles;
  }

  Set<FieldTrait> fieldTraits() {
    Set<FieldTrait> traits = EnumSet.noneOf(FieldTrait.class);
    add(traits, FieldTrait.GENERATED, has("GeneratedValue"));
    add(traits, FieldTrait.UNCHANGING, isKey()); // Jakarta Persistence 3.2, §2.4
    add(traits, FieldTrait.WRITTEN_ONCE, isWrittenOnce());
    add(traits, FieldTrait.COMPOSITE_KEY, has("EmbeddedId"));
    add(traits, FieldTrait.OTHER_ROW, has("ManyToOne") || has("OneToOne"));
    add(traits, FieldTrait.STORED_AS_ROWS, ROWS.stream().anyMatch(this::has));
    add(traits, FieldTrait.CHILD_ROWS, has("OneToMany"));
    add(traits, FieldTrait.ORDER_COLUMN, has("OrderColumn"));
    add(traits, FieldTrait.SORTED_WHEN_READ, has("OrderBy"));
    return traits;
  }

  private static void add(Set<FieldTrait> traits, FieldTrait trait, boolean applies) {
    if (applies) {
      traits.add(trait);
    }
  }

  /** Jakarta Persistence 3.2, §11.1.9 and §11.1.25. */
  private boolean isWrittenOnce() {
    return (says("Column", "updatable", false) || says("JoinColumn", "updatable", false))
        && !says("Column", "insertable", false)
        && !says("JoinColumn", "insertable", false);
  }

  private boolean isKey() {
    return has("Id") || has("EmbeddedId");
  }

  /**
   * A key that the store generates belongs to the store (Jakarta Persistence 3.2, §11.1.20;
   * providers have more generators). A key that the program assigns identifies the object in every
   * layer.
   */
  private boolean isGenerated() {
    return annotations.simpleNames().anyMatch(name -> name.contains("Generat"));
  }

  /** A row that is stored with its owner is a part of it (Jakarta Persistence 3.2, §3.2.2). */
  private boolean isPart() {
    return value("OneToOne", "cascade")
        .filter(
            kinds ->
                kinds instanceof List<?> all
                    && all.stream().anyMatch(Set.of("ALL", "PERSIST")::contains))
        .isPresent();
  }

  /** Whether a value is required; a row that gives another its key always is (JPA 3.2, §2.4.1). */
  boolean isRequired() {
    return has("MapsId")
        || says("Column", "nullable", false)
        || says("JoinColumn", "nullable", false)
        || says("Basic", "optional", false)
        || says("ManyToOne", "optional", false)
        || says("OneToOne", "optional", false)
        || definition().filter(ColumnDefinition::isNotNull).isPresent()
        || (isKey() && !isGenerated())
        // A provider returns an empty collection, never null (Jakarta Persistence 3.2, §2.2).
        || ROWS.stream().anyMatch(this::has);
  }

  /** The column's name. */
  Optional<String> columnName() {
    return annotations
        .find(PACKAGES, "Column")
        .or(() -> annotations.find(PACKAGES, "JoinColumn"))
        .flatMap(annotation -> annotation.value("name"))
        .map(Object::toString);
  }

  boolean isElementCollection() {
    return has("ElementCollection");
  }

  boolean isLargeObject() {
    return has("Lob");
  }

  /** Whether the column stores a constant by its name (Jakarta Persistence 3.2, §11.1.18). */
  boolean isStoredByName() {
    return value("Enumerated", "value").filter("STRING"::equals).isPresent();
  }

  /**
   * The length of a text column.
   *
   * @param inTable whether the field is a column even without annotations
   */
  Limits.Builder columnLength(boolean inTable) {
    Limits.Builder limits = new Limits.Builder();
    Optional<ColumnDefinition> definition = definition();
    if (definition.isPresent()) {
      definition.get().length().ifPresent(limits::maxLength);
      return limits;
    }
    number("Column", "length")
        .or(() -> inTable ? Optional.of(DEFAULT_LENGTH) : Optional.empty())
        .ifPresent(limits::maxLength);
    return limits;
  }

  /** Adds the digits of a decimal column; without a precision the provider chooses them. */
  void addDigits(Limits.Builder limits) {
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

  /** Adds the digits of the fraction of a second (Jakarta Persistence 3.2, §11.1.9). */
  void addSecondDigits(Limits.Builder limits) {
    number("Column", "secondPrecision").filter(n -> n >= 0).ifPresent(limits::secondDigits);
    definition().ifPresent(sql -> sql.secondDigits().ifPresent(limits::secondDigits));
  }

  /** Adds which part of a date the column keeps: @Temporal (Jakarta Persistence 3.1, §11.1.53). */
  void addKeptTime(Limits.Builder limits) {
    Object kept = value("Temporal", "value").orElse("TIMESTAMP");
    if (kept.equals("DATE")) {
      limits.keptTime(KeptTime.DAY);
    } else if (kept.equals("TIME")) {
      limits.keptTime(KeptTime.TIME_OF_DAY);
    }
  }

  /**
   * Whether the column is unique.
   *
   * @param column the column's name
   * @param owner the annotations of the type that declares the field
   */
  boolean isUnique(String column, PersistenceFacts owner) {
    return says("Column", "unique", true)
        || definition().filter(ColumnDefinition::isUnique).isPresent()
        || has("Id")
        || owner.uniqueColumns().anyMatch(column::equalsIgnoreCase);
  }

  /** The table of an entity. */
  Optional<Table> table() {
    return has("Entity")
        ? Optional.of(
            new Table(text("Table", "name").or(() -> text("Entity", "name")), keys().toList()))
        : Optional.empty();
  }

  private Optional<String> text(String simpleName, String member) {
    return value(simpleName, member).map(Object::toString).filter(text -> !text.isEmpty());
  }

  /** The columns that a constraint of the table makes unique, each alone. */
  private Stream<String> uniqueColumns() {
    return keys()
        .map(Table.Key::columns)
        .filter(names -> names.size() == 1)
        .map(names -> names.get(0));
  }

  private Stream<Table.Key> keys() {
    return value("Table", "uniqueConstraints").stream()
        .flatMap(constraints -> ((List<?>) constraints).stream())
        .map(DeclaredAnnotation.class::cast)
        .map(
            constraint ->
                new Table.Key(
                    constraint.value("name").map(Object::toString).orElse(""),
                    constraint.value("columnNames").stream()
                        .flatMap(names -> ((List<?>) names).stream())
                        .map(Object::toString)
                        .toList()));
  }

  /** The column's own SQL, which replaces its length, precision and scale. */
  private Optional<ColumnDefinition> definition() {
    return value("Column", "columnDefinition")
        .map(Object::toString)
        .filter(sql -> !sql.isBlank())
        .map(ColumnDefinition::new);
  }

  private boolean has(String simpleName) {
    return annotations.has(PACKAGES, simpleName);
  }

  private Optional<Object> value(String simpleName, String member) {
    return annotations.value(PACKAGES, simpleName, member);
  }

  private boolean says(String simpleName, String member, Object value) {
    return value(simpleName, member).filter(value::equals).isPresent();
  }

  private Optional<Integer> number(String simpleName, String member) {
    return value(simpleName, member).map(Integer.class::cast);
  }

  /** Whether the elements of a collection of basic values are texts. */
  static boolean holdsTexts(TypeRef type) {
    return Container.held(type).isLang("String");
  }
}
