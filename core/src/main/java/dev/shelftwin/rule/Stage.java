package dev.shelftwin.rule;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.References;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** What rules know beyond one concept. */
final class Stage {

  /** Packages of the persistence standards: Jakarta Persistence 3.2 and 2.2, and JDBC 4.3. */
  private static final Set<String> STANDARDS =
      Set.of("jakarta.persistence", "javax.persistence", "java.sql", "javax.sql");

  /** Packages of annotations that say how objects are written to documents. */
  private static final Set<String> WIRE =
      Set.of(
          "com.fasterxml.jackson.annotation",
          "com.fasterxml.jackson.databind.annotation",
          "jakarta.json.bind.annotation",
          "jakarta.xml.bind.annotation",
          "javax.json.bind.annotation",
          "javax.xml.bind.annotation");

  private final Ledger ledger;
  private final Shapes shapes;
  private final References references;

  /** Packages whose types belong to the store, and those of its provider. */
  private final Set<String> storePackages;

  private final Set<String> providerPackages;

  /** Qualified names of the store's types in packages that layers share. */
  private final Set<String> storeTypes;

  private final Set<Text> used = new HashSet<>();
  private @Nullable List<Circles.Circle> circles;

  Stage(Ledger ledger, Shapes shapes, References references) {
    this.ledger = ledger;
    this.shapes = shapes;
    this.references = references;
    List<Layer> layers = ledger.plan().layers();
    this.storePackages =
        layers.stream()
            .filter(layer -> layer.role() == Role.PERSISTENCE)
            .filter(layer -> !isShared(layer))
            .map(Layer::packageName)
            .collect(Collectors.toSet());
    this.providerPackages =
        references.providers().stream().map(Stage::product).collect(Collectors.toSet());
    this.storeTypes =
        ledger.concepts().stream()
            .flatMap(ConceptLedger::stations)
            .filter(station -> station.role() == Role.PERSISTENCE)
            .map(station -> station.shape().type().qualifiedName())
            .collect(Collectors.toSet());
  }

  /** The first two parts of a class's name, which a product's packages have in common. */
  private static String product(String className) {
    return Stream.of(className.split("\\.", -1)).limit(2).collect(Collectors.joining("."));
  }

  Ledger ledger() {
    return ledger;
  }

  Shapes shapes() {
    return shapes;
  }

  References references() {
    return references;
  }

  /** Circles among the types that responses show. */
  List<Circles.Circle> circles() {
    if (circles == null) {
      circles = Circles.of(ledger, shapes);
    }
    return circles;
  }

  /** Whether rows are mapped to transfer types without anything between them. */
  boolean hasNoDomain() {
    return ledger.plan().layers().stream().noneMatch(layer -> layer.role() == Role.DOMAIN);
  }

  /** Whether a type belongs to the store: to its layer, to a standard, or to a provider. */
  boolean isOfTheStore(TypeRef type) {
    return storePackages.contains(type.packageName())
        || storeTypes.contains(type.qualifiedName())
        || isOfAProduct(type);
  }

  /** Whether a type belongs to a persistence standard or to a provider. */
  boolean isOfAProduct(TypeRef type) {
    return STANDARDS.contains(type.packageName())
        || providerPackages.stream().anyMatch(name -> isWithin(type.packageName(), name));
  }

  /** Whether a type says how objects are written to documents. */
  static boolean isOfTheWire(TypeRef type) {
    return WIRE.contains(type.packageName());
  }

  /** Whether any column of the plan's rows is unique, so that those which are say it. */
  boolean saysUnique() {
    return ledger.concepts().stream()
        .flatMap(ConceptLedger::stations)
        .filter(station -> station.role() == Role.PERSISTENCE)
        .flatMap(station -> station.shape().fields().stream())
        .anyMatch(field -> field.limits().unique() && !field.roles().contains(FieldRole.KEY));
  }

  /** The layer whose package a type is in or below, the nearest one. */
  Optional<Layer> layerOf(TypeRef type) {
    return ledger.plan().layers().stream()
        .filter(layer -> isWithin(type.packageName(), layer.packageName()))
        .max(Comparator.comparingInt(layer -> layer.packageName().length()));
  }

  /** Of layers in one package no class tells which it belongs to. */
  boolean isShared(Layer layer) {
    return ledger.plan().layers().stream()
        .anyMatch(other -> !other.equals(layer) && other.packageName().equals(layer.packageName()));
  }

  /** The types that the plan names in a layer, those of parts and of unlisted values too. */
  Stream<Station> stationsOf(Layer layer) {
    return ledger.concepts().stream()
        .flatMap(ConceptLedger::stations)
        .filter(station -> station.layer().equals(layer));
  }

  /** Whether most names of several words in a layer are spelled with underscores. */
  boolean spellsLikeColumns(Layer layer) {
    Map<Boolean, Long> names =
        stationsOf(layer)
            .flatMap(station -> station.shape().fields().stream())
            .map(LeakedName::name)
            .filter(name -> name.contains("_") || !name.equals(name.toLowerCase(Locale.ROOT)))
            .collect(Collectors.partitioningBy(name -> name.contains("_"), Collectors.counting()));
    return names.getOrDefault(true, 0L) > names.getOrDefault(false, 0L);
  }

  /** Whether the plan lets a layer know a type of another; remembers the word that says so. */
  boolean isKnown(Layer layer, TypeRef type) {
    for (Map.Entry<String, Text> known : layer.rules().knows().entrySet()) {
      if (isWithin(type.qualifiedName(), known.getKey())) {
        used.add(known.getValue());
        return true;
      }
    }
    return false;
  }

  /** Whether a word of the plan let something be known. */
  boolean isUsed(Text word) {
    return used.contains(word);
  }

  /** Whether a package is another, or below it. */
  static boolean isWithin(String packageName, String other) {
    return packageName.equals(other) || packageName.startsWith(other + ".");
  }
}
