package dev.shelftwin.rule;

import dev.shelftwin.finding.FieldId;
import dev.shelftwin.finding.Listing;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.shape.ClassDependency;
import dev.shelftwin.shape.TypeRef;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Stream;

/**
 * The types that one class uses although it must not.
 *
 * @param all its uses, one of each type, at least one
 */
record ClassUses(List<ClassDependency> all) {

  private static final int MOST_SHOWN = 5;

  ClassUses {
    all = List.copyOf(all);
  }

  /**
   * Uses by class, in their order.
   *
   * @param kind what the uses of one finding have in common
   */
  static Stream<ClassUses> byClass(
      Stream<ClassDependency> uses, Function<ClassDependency, Object> kind) {
    Map<Object, Map<TypeRef, ClassDependency>> byClass = new LinkedHashMap<>();
    uses.forEach(
        use ->
            byClass
                .computeIfAbsent(List.of(use.from(), kind.apply(use)), any -> new LinkedHashMap<>())
                .putIfAbsent(use.to(), use));
    return byClass.values().stream().map(types -> new ClassUses(List.copyOf(types.values())));
  }

  ClassDependency first() {
    return all.get(0);
  }

  boolean isOne() {
    return all.size() == 1;
  }

  FieldId id() {
    return FieldId.ofDependencies(
        first().from().toString(), all.stream().map(use -> use.to().toString()).toList());
  }

  static FieldId id(TypeRef from, TypeRef to) {
    return FieldId.ofDependency(from.toString(), to.toString());
  }

  /** The used types as text, each with the first member that uses it. */
  String types() {
    if (isOne()) {
      return first().to().qualifiedName() + where(first());
    }
    return Listing.of(all.stream().map(ClassUses::shown).toList(), MOST_SHOWN);
  }

  private static String shown(ClassDependency use) {
    return use.member().isEmpty()
        ? use.to().toString()
        : use.to() + " (" + where(use).strip() + ")";
  }

  /** The part of a class that uses another, as the end of a clause; empty for its declaration. */
  static String where(ClassDependency dependency) {
    return switch (dependency.member()) {
      case "" -> "";
      case "<init>" -> " in its constructor";
      case "<clinit>" -> " in its constants";
      default -> " in " + dependency.member();
    };
  }

  /** The remedy that allows a layer to use the types; a package if it has them all. */
  Remedy allow(Layer layer) {
    List<String> packages = all.stream().map(use -> use.to().packageName()).distinct().toList();
    boolean together = !isOne() && packages.size() == 1;
    String allowed = together ? packages.get(0) : first().to().qualifiedName();
    return Remedy.advice(
        "or allow "
            + (isOne() ? "it" : "them")
            + ": add 'allowed-types: { "
            + allowed
            + ": \"why\" }'"
            + (isOne() || together ? "" : ", and the others in the same way,")
            + " to the layer "
            + layer.name()
            + " at line "
            + layer.at().line());
  }
}
