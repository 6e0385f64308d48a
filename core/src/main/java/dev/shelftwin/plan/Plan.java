package dev.shelftwin.plan;

import dev.shelftwin.shape.Place;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * What is not simply the same in every layer, and which concepts there are.
 *
 * @param name of the project
 * @param code where the users' code is
 * @param layers in the order of the plan
 * @param concepts in the order of the plan
 * @param signatures packages around the layers, and what they may show of them
 * @param wire the static method that gives the users' own JSON mapper
 * @param samples static methods that make sample values, by the name of the type they make
 * @param at the plan's beginning
 */
public record Plan(
    String name,
    Code code,
    List<Layer> layers,
    List<Concept> concepts,
    List<Signatures> signatures,
    Optional<Text> wire,
    Map<String, Text> samples,
    Place at) {

  public Plan {
    Objects.requireNonNull(name, "name");
    Objects.requireNonNull(code, "code");
    layers = List.copyOf(layers);
    concepts = List.copyOf(concepts);
    signatures = List.copyOf(signatures);
    Objects.requireNonNull(wire, "wire");
    samples = Collections.unmodifiableMap(new LinkedHashMap<>(samples));
    Objects.requireNonNull(at, "at");
  }

  /** The concept of that name. */
  public Optional<Concept> concept(String conceptName) {
    return concepts.stream().filter(concept -> concept.name().equals(conceptName)).findFirst();
  }
}
