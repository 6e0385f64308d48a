package dev.shelftwin.draft;

import dev.shelftwin.facts.Frameworks;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.finding.Listing;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.ShapeTrait;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Guesses the types of each layer by their declarations, the names of their packages, and their own
 * names. Only types that belong to a concept make a layer.
 */
final class LayerGuess {

  private static final int MOST_SHOWN = 5;
  private static final int MANY = 10;
  private static final int FEW = 2;
  private static final int MANY_ROWS = 3;
  private static final double MANY_NAMED = 1.0 / 3;

  private final Plan plan;
  private final ReadCode code;
  private final Shapes shapes;

  LayerGuess(Plan plan, ReadCode code) {
    this.plan = plan;
    this.code = code;
    this.shapes = code.shapes();
  }

  /**
   * The types of each layer, in the order of the roles.
   *
   * @throws InputException if no types of two layers belong together
   */
  List<DataTypes> types() {
    List<Shape> all =
        shapes.packages().stream()
            .flatMap(packageName -> DataTypes.in(packageName, shapes).stream())
            .toList();
    RoleGuess roles = new RoleGuess(all);
    Map<Role, Set<TypeRef>> byRole = withRealDomain(byRole(all, roles));
    Map<Role, Set<TypeRef>> paired = new EnumMap<>(Role.class);
    Set<TypeRef> mapped = new HashSet<>();
    for (PairedTypes pair : pairs(byRole)) {
      pair.mapped().forEach(shape -> mapped.add(shape.type()));
      for (PairedTypes.Member member : pair.members()) {
        types(paired, member.role()).add(member.shape().type());
      }
    }
    paired.replaceAll(
        (role, types) ->
            role == Role.PERSISTENCE && roles.areRowsAnnotated()
                ? types
                : withoutStrays(types, mapped));
    removeRareDomain(paired);
    if (paired.size() < 2) {
      throw new InputException(
          Place.in("the code"),
          "The layers cannot be guessed from the packages" + shown(shapes.packages()),
          "name them with --persistence, --domain and --transfer");
    }
    return layers(paired);
  }

  private static Set<TypeRef> types(Map<Role, Set<TypeRef>> byRole, Role role) {
    return byRole.computeIfAbsent(role, key -> new LinkedHashSet<>());
  }

  private List<PairedTypes> pairs(Map<Role, Set<TypeRef>> byRole) {
    return new ShapePairing(code, layers(byRole), Set.of()).pairs();
  }

  private Map<Role, Set<TypeRef>> byRole(List<Shape> all, RoleGuess roles) {
    Map<Role, Set<TypeRef>> byRole = new EnumMap<>(Role.class);
    Map<Role, Set<TypeRef>> unnamed = new EnumMap<>(Role.class);
    List<Shape> sent =
        all.stream()
            .filter(RoleGuess::isNamedLikeSentTypes)
            .filter(shape -> roles.of(shape) == Role.TRANSFER)
            .toList();
    for (Shape shape : all) {
      Role role = roles.of(shape);
      if (!shape.has(ShapeTrait.MESSAGE)
          && (role == Role.TRANSFER || (role == null && roles.mayHaveRole(shape)))
          && isSource(shape, sent)) {
        types(byRole, Role.DOMAIN).add(shape.type());
      } else if (role != null) {
        types(byRole, role).add(shape.type());
      } else if (roles.mayHaveRole(shape)) {
        types(unnamed, Role.TRANSFER).add(shape.type());
      }
    }
    if (!unnamed.isEmpty() && byRole.containsKey(Role.PERSISTENCE)) {
      Set<TypeRef> rows = types(byRole, Role.PERSISTENCE);
      types(unnamed, Role.PERSISTENCE).addAll(rows);
      Map<String, Long> namedLikeRows = namedLikeRows(unnamed);
      Set<TypeRef> named = ofPackages(types(unnamed, Role.TRANSFER), namedLikeRows, MANY_NAMED);
      boolean between = byRole.containsKey(Role.TRANSFER) && !byRole.containsKey(Role.DOMAIN);
      if ((between && named.size() * 3 >= rows.size()) || areKnownToRows(named, rows)) {
        types(byRole, Role.DOMAIN).addAll(named);
      } else if (!between && named.size() > FEW) {
        types(byRole, Role.TRANSFER).addAll(named);
      }
      Set<TypeRef> some = ofPackages(types(unnamed, Role.TRANSFER), namedLikeRows, 0);
      some.removeAll(byRole.getOrDefault(Role.DOMAIN, Set.of()));
      all.stream()
          .filter(shape -> some.contains(shape.type()) && Frameworks.isWrittenToDocuments(shape))
          .forEach(shape -> types(byRole, Role.TRANSFER).add(shape.type()));
    }
    return byRole;
  }

  /**
   * Whether methods make a sent type of another package of a type, but not the other way round: it
   * is no sent type itself, wherever it is.
   */
  private boolean isSource(Shape shape, List<Shape> sent) {
    String name = shape.type().simpleName();
    boolean isNamedSent = RoleGuess.isNamedLikeSentTypes(shape);
    return sent.stream()
        .filter(to -> !to.type().packageName().equals(shape.type().packageName()))
        .filter(
            to ->
                isNamedSent
                    ? to.type().simpleName().startsWith(name)
                    : NameWords.of(name).similarity(NameWords.of(to.type().simpleName())) > 0)
        .anyMatch(to -> code.methods().map(shape, to) && !code.methods().map(to, shape));
  }

  /** The same, without what is no domain: its types are transfer types or belong to no layer. */
  private Map<Role, Set<TypeRef>> withRealDomain(Map<Role, Set<TypeRef>> byRole) {
    Set<TypeRef> inside = byRole.getOrDefault(Role.DOMAIN, Set.of());
    Map<Role, Set<TypeRef>> others = new EnumMap<>(byRole);
    others.remove(Role.DOMAIN);
    if (inside.isEmpty()) {
      return others;
    }
    GuessedDomain domain = new GuessedDomain(pairs(byRole));
    Map<Role, Set<TypeRef>> outside = new EnumMap<>(others);
    Set<TypeRef> transferred = new LinkedHashSet<>(byRole.getOrDefault(Role.TRANSFER, Set.of()));
    transferred.addAll(inside);
    outside.put(Role.TRANSFER, transferred);
    Set<TypeRef> rows = byRole.getOrDefault(Role.PERSISTENCE, Set.of());
    if (areKnownToRows(domain.stored(true), rows)) {
      Set<TypeRef> known = new LinkedHashSet<>(inside);
      known.removeAll(domain.stored(false));
      others.put(Role.DOMAIN, known);
      return others;
    }
    if (domain.isTransferred(inside, pairs(outside))) {
      return outside;
    }
    return domain.isNamedByChance() ? others : byRole;
  }

  /** Whether many rows are made of some types, or turned into them: a row knows no sent type. */
  private boolean areKnownToRows(Set<TypeRef> types, Set<TypeRef> rows) {
    long knowing =
        rows.stream()
            .filter(
                row ->
                    shapes.methods(row.qualifiedName()).stream()
                        .flatMap(
                            method ->
                                Stream.concat(
                                    method.parameters().stream(), Stream.of(method.returns())))
                        .map(TypeRef::erased)
                        .anyMatch(types::contains))
            .count();
    return knowing > 0 && knowing >= Math.min(MANY_ROWS, rows.size() / 3);
  }

  /** How many types of a package are named like rows and have their fields. */
  private Map<String, Long> namedLikeRows(Map<Role, Set<TypeRef>> unnamed) {
    ShapePairing pairing = new ShapePairing(code, layers(unnamed), Set.of());
    return pairing.pairs().stream()
        .flatMap(pair -> pair.members().stream().filter(one -> pairing.isNamed(one, pair)))
        .collect(
            Collectors.groupingBy(
                member -> member.shape().type().packageName(), Collectors.counting()));
  }

  /** The types of the packages in which at least one type, and this fraction of them, counted. */
  private static Set<TypeRef> ofPackages(
      Set<TypeRef> types, Map<String, Long> counted, double fraction) {
    Map<String, Long> all =
        types.stream().collect(Collectors.groupingBy(TypeRef::packageName, Collectors.counting()));
    return types.stream()
        .filter(
            type -> {
              long count = counted.getOrDefault(type.packageName(), 0L);
              return count > 0 && count >= fraction * all.getOrDefault(type.packageName(), 0L);
            })
        .collect(Collectors.toCollection(LinkedHashSet::new));
  }

  /**
   * Without the types of packages that hold only few of them, together with the packages beside and
   * below them: they are named alike by chance more often than not, as long as they are exceptions.
   *
   * @param mapped the types that methods map, which are no strays
   */
  private static Set<TypeRef> withoutStrays(Set<TypeRef> types, Set<TypeRef> mapped) {
    Set<TypeRef> kept =
        types.stream()
            .filter(
                type ->
                    mapped.contains(type)
                        || types.stream().filter(isAround(type.packageName())).count() > FEW)
            .collect(Collectors.toCollection(LinkedHashSet::new));
    return types.size() >= MANY && kept.size() * 2 > types.size() ? kept : types;
  }

  private static Predicate<TypeRef> isAround(String packageName) {
    int dot = packageName.lastIndexOf('.');
    String around = (dot < 0 ? packageName : packageName.substring(0, dot)) + ".";
    return type -> (type.packageName() + ".").startsWith(around);
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
    return packages.isEmpty() ? ": there are none" : " " + Listing.of(packages, MOST_SHOWN);
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
}
