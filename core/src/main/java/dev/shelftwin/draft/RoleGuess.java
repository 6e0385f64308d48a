package dev.shelftwin.draft;

import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.ShapeTrait;
import dev.shelftwin.shape.TypeRef;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Guesses the role of a type by its declaration, the name of its package, and its own name. */
final class RoleGuess {

  private static final Set<String> STORES =
      Set.of(
          "dao",
          "database",
          "db",
          "jdbc",
          "jpa",
          "persistence",
          "repositories",
          "repository",
          "sql",
          "storage",
          "store");

  /** What packages of rows are called too, unless they are the domain's. */
  private static final Set<String> ENTITIES = Set.of("entities", "entity");

  private static final Set<String> TRANSFER =
      Set.of(
          "api",
          "client",
          "contract",
          "controller",
          "dto",
          "dtos",
          "endpoint",
          "form",
          "http",
          "json",
          "messages",
          "payload",
          "representation",
          "representations",
          "request",
          "requests",
          "resource",
          "resources",
          "response",
          "responses",
          "rest",
          "to",
          "transfer",
          "view",
          "views",
          "vo",
          "web",
          "wire",
          "xml");

  /** Those of them that also tell what another package offers, as {@code persistence.api}. */
  private static final Set<String> OFFERED = Set.of("api", "client", "contract");

  /** Words that no project is named after, other than {@code store}. */
  private static final Set<String> TECHNICAL = Set.of("dao", "jdbc", "jpa", "persistence", "sql");

  /** Words that layers of every role use, so that they count only where no other word does. */
  private static final Set<String> DOMAIN = Set.of("business", "core", "domain", "model", "models");

  /** A version at the end of a part of a package name, as {@code _v3} in {@code api_v3}. */
  private static final Pattern VERSION = Pattern.compile("_?v?[0-9_]+$");

  private static final Set<String> STORED_TYPES = Set.of("entity", "row", "table");
  private static final Set<String> TRANSFERRED_TYPES =
      Set.of(
          "dto",
          "form",
          "json",
          "patch",
          "payload",
          "representation",
          "req",
          "request",
          "resource",
          "resp",
          "response",
          "rest",
          "rq",
          "rs",
          "to",
          "view",
          "vo");

  private final Set<String> entityPackages;
  private final Set<TypeRef> baseTypes;

  /**
   * Rules for some code.
   *
   * @param all all types of the code that hold data
   */
  RoleGuess(Collection<Shape> all) {
    List<Shape> entities = all.stream().filter(Shape::isEntity).toList();
    this.entityPackages =
        entities.stream()
            .map(entity -> entity.type().packageName())
            .collect(Collectors.toUnmodifiableSet());
    this.baseTypes =
        all.stream()
            .filter(this::isRow)
            .flatMap(row -> row.supertypes().stream())
            .map(TypeRef::erased)
            .collect(Collectors.toUnmodifiableSet());
  }

  private boolean isRow(Shape shape) {
    return areRowsAnnotated() ? shape.isEntity() : byName(shape) == Role.PERSISTENCE;
  }

  /**
   * The role of a type; null if nothing tells it. Where annotations say which types are stored,
   * names do not; what such types extend or implement is no type of another layer.
   */
  @Nullable Role of(Shape shape) {
    if (shape.hasColumns()) {
      return Role.PERSISTENCE;
    }
    if (shape.has(ShapeTrait.MESSAGE)) {
      return Role.TRANSFER;
    }
    Role role = byName(shape);
    boolean base = role != Role.PERSISTENCE && baseTypes.contains(shape.type().erased());
    return base ? null : role;
  }

  /** Whether annotations say which types are stored. */
  boolean areRowsAnnotated() {
    return !entityPackages.isEmpty();
  }

  /** Whether a type without a role may belong to a layer nevertheless. */
  boolean mayHaveRole(Shape shape) {
    return !entityPackages.contains(shape.type().packageName())
        && !DataTypes.isActive(shape.type().packageName())
        && !baseTypes.contains(shape.type().erased());
  }

  /**
   * What a word of the package tells, beginning with its last word; otherwise the type's name. The
   * name comes first where the package has words of both layers.
   */
  private @Nullable Role byName(Shape shape) {
    String packageName = shape.type().packageName();
    List<String> segments =
        Stream.of(packageName.split("\\."))
            .map(segment -> VERSION.matcher(segment).replaceFirst(""))
            .toList();
    Predicate<String> stores = segments.contains("domain") ? STORES::contains : RoleGuess::isStored;
    Role byType = byTypeName(shape);
    boolean ofBoth =
        segments.stream().anyMatch(TRANSFER::contains) && segments.stream().anyMatch(stores);
    if (ofBoth && byType != null) {
      return byType;
    }
    for (int index = segments.size() - 1; index >= 0; index--) {
      if (TRANSFER.contains(segments.get(index)) && !isOfferedByRows(segments, index)) {
        return Role.TRANSFER;
      }
      if (stores.test(segments.get(index)) && entityPackages.isEmpty()) {
        return Role.PERSISTENCE;
      }
      if (stores.test(segments.get(index)) && entityPackages.contains(packageName)) {
        return null;
      }
    }
    if (byType != null) {
      return byType;
    }
    return segments.stream().anyMatch(DOMAIN::contains) ? Role.DOMAIN : null;
  }

  /** Whether a word tells what the package of annotated rows offers to other code. */
  private boolean isOfferedByRows(List<String> segments, int index) {
    return areRowsAnnotated()
        && index > 0
        && OFFERED.contains(segments.get(index))
        && TECHNICAL.contains(segments.get(index - 1));
  }

  private static boolean isStored(String word) {
    return STORES.contains(word) || ENTITIES.contains(word);
  }

  private @Nullable Role byTypeName(Shape shape) {
    if (isNamedLikeSentTypes(shape)) {
      return Role.TRANSFER;
    }
    boolean row = lastWord(shape).anyOf(STORED_TYPES) && entityPackages.isEmpty();
    return row ? Role.PERSISTENCE : null;
  }

  /** Whether its name ends in a word that only types of the transfer layer have. */
  static boolean isNamedLikeSentTypes(Shape shape) {
    return lastWord(shape).anyOf(TRANSFERRED_TYPES);
  }

  private static NameWords lastWord(Shape shape) {
    return NameWords.of(shape.type().simpleName()).last();
  }
}
