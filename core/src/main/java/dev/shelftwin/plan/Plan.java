package dev.shelftwin.plan;

import dev.shelftwin.shape.Place;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * The concepts of a project, and the fields that are not the same in every layer.
 *
 * @param name the name of the project
 * @param code where the users' code is
 * @param layers in the order of the plan
 * @param concepts in the order of the plan
 * @param types the types of no concept that the plan describes
 * @param signatures packages around the layers, and the layers that their public signatures may use
 * @param wire how trials write and read JSON
 * @param database the database of trials; empty for one in memory
 * @param samples the static methods that create samples, by the name of the type
 * @param instances the static methods that create objects which existing mappers need, by the name
 *     of the class
 * @param at the beginning of the plan
 * @param notes hints about the plan's text, such as words that have a new name
 */
public record Plan(
    String name,
    Code code,
    List<Layer> layers,
    List<Concept> concepts,
    List<DescribedType> types,
    List<Signatures> signatures,
    Wire wire,
    Optional<Database> database,
    Map<String, Text> samples,
    Map<String, Text> instances,
    Place at,
    List<PlanNote> notes) {

  public Plan {
    Objects.requireNonNull(name, "name");
    Objects.requireNonNull(code, "code");
    layers = List.copyOf(layers);
    concepts = List.copyOf(concepts);
    types = List.copyOf(types);
    signatures = List.copyOf(signatures);
    Objects.requireNonNull(wire, "wire");
    Objects.requireNonNull(database, "database");
    samples = Collections.unmodifiableMap(new LinkedHashMap<>(samples));
    instances = Collections.unmodifiableMap(new LinkedHashMap<>(instances));
    Objects.requireNonNull(at, "at");
    notes = List.copyOf(notes);
  }

  /** This plan with other concepts. */
  public Plan with(List<Concept> others) {
    return new Plan(
        name,
        code,
        layers,
        others,
        types,
        signatures,
        wire,
        database,
        samples,
        instances,
        at,
        notes);
  }

  /** This plan with its code elsewhere. */
  public Plan withCode(Code other) {
    return new Plan(
        name,
        other,
        layers,
        concepts,
        types,
        signatures,
        wire,
        database,
        samples,
        instances,
        at,
        notes);
  }

  /** This plan with other layers. */
  public Plan withLayers(List<Layer> others) {
    return new Plan(
        name,
        code,
        others,
        concepts,
        types,
        signatures,
        wire,
        database,
        samples,
        instances,
        at,
        notes);
  }

  /** This plan without the methods that only tests of mappers need. */
  public Plan withoutTestMethods() {
    return new Plan(
        name,
        code,
        layers,
        concepts,
        types,
        signatures,
        Wire.USUAL,
        Optional.empty(),
        Map.of(),
        Map.of(),
        at,
        notes);
  }

  /** A plan of that code, to which layers and concepts can be added. */
  public static Plan empty(String name, Code code, Place at) {
    return new Plan(
        name,
        code,
        List.of(),
        List.of(),
        List.of(),
        List.of(),
        Wire.USUAL,
        Optional.empty(),
        Map.of(),
        Map.of(),
        at,
        List.of());
  }

  /**
   * Qualified names of classes whose methods are needed to test mappers, and of existing mappers.
   */
  public List<String> testClasses() {
    Stream<String> others =
        Stream.of(samples.values().stream(), wire.mapper().stream(), instances.values().stream())
            .flatMap(methods -> methods)
            .map(Text::value)
            .map(method -> method.substring(0, Math.max(0, method.lastIndexOf('.'))));
    Stream<String> mappers =
        concepts.stream()
            .flatMap(concept -> concept.existing().stream())
            .flatMap(mapper -> mapper.classes().stream());
    return Stream.concat(others, mappers).distinct().toList();
  }

  /** Whether it describes types that may have no class yet. */
  public boolean describes() {
    return !types.isEmpty()
        || concepts.stream()
            .flatMap(concept -> concept.shapes().stream())
            .anyMatch(use -> use.description().isPresent());
  }

  /** Whether parts of it stand in other files. */
  public boolean hasParts() {
    return Stream.concat(layers.stream().map(Layer::at), concepts.stream().map(Concept::at))
        .anyMatch(place -> !place.file().equals(at.file()));
  }

  /** The concept of that name. */
  public Optional<Concept> concept(String conceptName) {
    return concepts.stream().filter(concept -> concept.name().equals(conceptName)).findFirst();
  }
}
