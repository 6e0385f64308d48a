package dev.shelftwin.draft;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.ShapeTrait;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Guesses the types of each layer by their declarations, the names of their packages, and their own
 * names. Only types that belong to a concept make a layer.
 */
final class LayerGuess {

  private static final Set<String> PERSISTENCE =
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
          "messages",
          "payload",
          "request",
          "requests",
          "resource",
          "resources",
          "response",
          "responses",
          "rest",
          "transfer",
          "view",
          "views",
          "web",
          "wire");

  /** Words that layers of every role use, so that they count only where no other word does. */
  private static final Set<String> DOMAIN = Set.of("business", "core", "domain", "model", "models");

  private static final Set<String> STORED_TYPES = Set.of("entity", "row", "table");
  private static final Set<String> TRANSFERRED_TYPES =
      Set.of(
          "dto",
          "form",
          "json",
          "patch",
          "payload",
          "request",
          "resource",
          "response",
          "rest",
          "view");

  private static final int MOST_SHOWN = 5;
  private static final int MANY = 10;
  private static final int FEW = 2;

  private final Plan plan;
  private final Shapes shapes;

  LayerGuess(Plan plan, Shapes shapes) {
    this.plan = plan;
    this.shapes = shapes;
  }

  /**
   * The types of each layer, in the order of the roles.
   *
   * @throws InputException if no types of two layers belong together
   */
  List<DataTypes> types() {
    Map<Role, Set<TypeRef>> byRole = new EnumMap<>(Role.class);
    for (String packageName : shapes.packages()) {
      for (Shape shape : DataTypes.in(packageName, shapes)) {
        Role role = role(shape);
        if (role != null) {
          byRole.computeIfAbsent(role, key -> new LinkedHashSet<>()).add(shape.type());
        }
      }
    }
    List<DataTypes> candidates = layers(byRole);
    Map<Role, Set<TypeRef>> paired = new EnumMap<>(Role.class);
    for (PairedTypes pair : new ShapePairing(shapes, candidates, Set.of()).pairs()) {
      for (PairedTypes.Member member : pair.members()) {
        paired
            .computeIfAbsent(member.layer().layer().role(), key -> new LinkedHashSet<>())
            .add(member.shape().type());
      }
    }
    paired.replaceAll((role, types) -> withoutStrays(types));
    removeRareDomain(paired);
    if (paired.size() < 2) {
      throw new InputException(
          Place.in("the code"),
          "The layers cannot be guessed from the packages" + shown(shapes.packages()),
          "name them with --persistence, --domain and --transfer");
    }
    return layers(paired);
  }

  /**
   * Without the types of packages that hold only few of them, far from the package that holds the
   * most: they are named alike by chance more often than not.
   */
  private static Set<TypeRef> withoutStrays(Set<TypeRef> types) {
    Map<String, Long> byPackage =
        types.stream().collect(Collectors.groupingBy(TypeRef::packageName, Collectors.counting()));
    String main =
        byPackage.entrySet().stream()
            .max(Map.Entry.comparingByValue())
            .map(Map.Entry::getKey)
            .orElse("");
    String around = main.substring(0, Math.max(0, main.lastIndexOf('.')));
    return types.size() < MANY
        ? types
        : types.stream()
            .filter(
                type ->
                    byPackage.getOrDefault(type.packageName(), 0L) > FEW
                        || type.packageName().startsWith(around))
            .collect(Collectors.toCollection(LinkedHashSet::new));
  }

  /** A domain that only a few of many concepts would have is none. */
  private static void removeRareDomain(Map<Role, Set<TypeRef>> paired) {
    int domain = paired.getOrDefault(Role.DOMAIN, Set.of()).size();
    int persistence = paired.getOrDefault(Role.PERSISTENCE, Set.of()).size();
    if (persistence >= MANY && domain * MANY < persistence * FEW) {
      paired.remove(Role.DOMAIN);
    }
  }

  private static String shown(List<String> packages) {
    if (packages.isEmpty()) {
      return ": there are none";
    }
    int more = packages.size() - MOST_SHOWN;
    return " "
        + packages.stream().limit(MOST_SHOWN).collect(Collectors.joining(", "))
        + (more > 0 ? " and " + more + " more" : "");
  }

  /** One layer for each role, with the packages of its types. */
  private List<DataTypes> layers(Map<Role, Set<TypeRef>> byRole) {
    List<LayerPackage> packages = new ArrayList<>();
    byRole.forEach(
        (role, types) ->
            types.stream()
                .map(TypeRef::packageName)
                .collect(Collectors.toCollection(TreeSet::new))
                .forEach(name -> packages.add(new LayerPackage(role, name))));
    List<DataTypes> layers = new ArrayList<>();
    byRole.forEach(
        (role, types) ->
            layers.add(
                new DataTypes(
                    LayerChoice.layer(
                        packages.stream().filter(one -> one.role() == role).toList(),
                        packages,
                        plan.at()),
                    types::contains)));
    return layers;
  }

  /** What declares a type says most, then its package, then its own name. */
  private @Nullable Role role(Shape shape) {
    if (shape.isEntity() || shape.isEmbeddable()) {
      return Role.PERSISTENCE;
    }
    if (shape.has(ShapeTrait.MESSAGE)) {
      return Role.TRANSFER;
    }
    List<String> segments = List.of(shape.type().packageName().split("\\."));
    for (int index = segments.size() - 1; index >= 0; index--) {
      if (PERSISTENCE.contains(segments.get(index))) {
        return Role.PERSISTENCE;
      }
      if (TRANSFER.contains(segments.get(index))) {
        return Role.TRANSFER;
      }
    }
    List<String> words = NameWords.of(shape.type().simpleName()).all();
    String last = words.get(words.size() - 1);
    if (TRANSFERRED_TYPES.contains(last)) {
      return Role.TRANSFER;
    }
    if (STORED_TYPES.contains(last)) {
      return Role.PERSISTENCE;
    }
    return segments.stream().anyMatch(DOMAIN::contains) ? Role.DOMAIN : null;
  }
}
