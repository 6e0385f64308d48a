package dev.shelftwin.draft;

import dev.shelftwin.facts.Frameworks;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.observe.Flow;
import dev.shelftwin.observe.ObservedMapper;
import dev.shelftwin.plan.Acceptance;
import dev.shelftwin.plan.FieldDefault;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.LayerDefaults;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What a proposed plan says once for all types of a layer: generated keys and audit columns that
 * transfer types show, and a domain whose types never say which fields may be missing.
 */
final class LayerHabits {

  /** How many annotations are one decision about the layer, not one about each of them. */
  private static final int MANY = 6;

  /** How many fields mappers use without a question where all are taken for granted. */
  private static final int GRANTED = 3;

  private final Ledger ledger;
  private final Shapes shapes;
  private final List<ObservedMapper> mappers;

  /**
   * The habits that a plan suggests.
   *
   * @param mappers what existing mappers do: a value that one of them sets is set by requests
   */
  LayerHabits(Ledger ledger, Shapes shapes, List<ObservedMapper> mappers) {
    this.ledger = ledger;
    this.shapes = shapes;
    this.mappers = mappers;
  }

  /** The defaults of a layer with those that its types suggest. */
  LayerDefaults defaults(Layer layer) {
    List<FieldDefault> fields = new ArrayList<>(layer.defaults().fields());
    Map<RuleId, Acceptance> accept = new EnumMap<>(RuleId.class);
    accept.putAll(layer.defaults().accept());
    if (layer.role() == Role.TRANSFER) {
      shownOnly(layer).values().forEach(fields::add);
      if (exposures(layer, false, FieldRole.KEY).findAny().isPresent()) {
        accept.put(RuleId.LEAKED_KEY, question(layer));
      }
      if (exposures(layer, false, FieldRole.VERSION).findAny().isPresent()) {
        accept.put(RuleId.LEAKED_VERSION, question(layer));
      }
      if (hub(layer) == Role.DOMAIN
          && exposures(layer, true, FieldRole.KEY).findAny().isPresent()) {
        accept.put(RuleId.OPEN_WRITE, question(layer));
      }
    }
    if (layer.role() == Role.DOMAIN && writtenToDocuments(layer) >= MANY) {
      accept.put(RuleId.LEAKED_ANNOTATION, question(layer));
    }
    return new LayerDefaults(fields, accept);
  }

  /** How many types and fields of a layer have annotations for documents. */
  private long writtenToDocuments(Layer layer) {
    return shapes(layer)
        .flatMap(
            shape ->
                Stream.concat(
                    Stream.of(shape.shape().annotations()),
                    shape.shape().fields().stream().map(Field::annotations)))
        .filter(names -> names.stream().anyMatch(Frameworks::isForDocuments))
        .count();
  }

  private static Acceptance question(Layer layer) {
    return new Acceptance(new Text(DraftConcept.QUESTION, layer.at()), Optional.empty());
  }

  /**
   * Whether the fields of a layer may be missing: if none of its types tells which of them may be,
   * the layer does not use to say it; unless the code of mappers takes for granted that they are
   * there.
   */
  Optional<Presence> unspecifiedNullness(Layer layer) {
    boolean told =
        shapes(layer)
            .flatMap(shape -> shape.shape().storedFields())
            .anyMatch(field -> field.presence() == Presence.OPTIONAL);
    return layer.role() == Role.DOMAIN && !told && !areTakenForGranted(layer)
        ? Optional.of(Presence.OPTIONAL)
        : Optional.empty();
  }

  private boolean areTakenForGranted(Layer layer) {
    Set<TypeRef> types =
        shapes(layer).map(shape -> shape.shape().type().erased()).collect(Collectors.toSet());
    List<Boolean> asked =
        ledger.concepts().stream()
            .flatMap(concept -> concept.concept().existing().stream())
            .flatMap(mapper -> mapper.binaryNames().stream())
            .distinct()
            .flatMap(mapper -> shapes.usedValues(mapper).entrySet().stream())
            .filter(used -> types.contains(used.getKey().owner()))
            .map(Map.Entry::getValue)
            .toList();
    long unasked = asked.stream().filter(one -> !one).count();
    return unasked >= GRANTED && 2 * unasked > asked.size();
  }

  /** Lists the guesses about a proposed layer. */
  void explain(Layer layer, GuessComments comments) {
    if (hub(layer) == Role.PERSISTENCE) {
      keys(layer)
          .forEach(
              field ->
                  comments.add(
                      layer, layer, new Guess(Guess.Kind.SHOWN_KEY, layer.name() + "." + field)));
      audits(layer)
          .forEach(
              field ->
                  comments.add(
                      layer, layer, new Guess(Guess.Kind.AUDIT, layer.name() + "." + field)));
    }
    layer
        .style()
        .packageName()
        .filter(name -> layer.packages().hasPackage(name.value()))
        .ifPresent(
            name -> comments.add(layer, layer, new Guess(Guess.Kind.MAPPER_PACKAGE, layer.name())));
    if (layer.rules().unspecifiedNullness().isPresent()) {
      comments.add(layer, layer, new Guess(Guess.Kind.NULLNESS, layer.name()));
    }
  }

  private Stream<ResolvedShape> shapes(Layer layer) {
    return ledger.concepts().stream()
        .flatMap(ConceptLedger::shapes)
        .filter(shape -> shape.layer().name().equals(layer.name()));
  }

  private Role hub(Layer layer) {
    return ledger.concepts().stream()
            .filter(concept -> concept.shapes().anyMatch(shape -> isOf(layer, shape)))
            .anyMatch(concept -> concept.hub().role() == Role.DOMAIN)
        ? Role.DOMAIN
        : Role.PERSISTENCE;
  }

  private static boolean isOf(Layer layer, ResolvedShape shape) {
    return shape.layer().name().equals(layer.name());
  }

  /**
   * Fields that would set a generated key or an audit column of a row, by name: the database or the
   * persistence layer sets it.
   */
  private Map<String, FieldDefault> shownOnly(Layer layer) {
    Map<String, FieldDefault> shown = new LinkedHashMap<>();
    if (hub(layer) == Role.PERSISTENCE) {
      audits(layer).forEach(name -> shown.put(name, shown(layer, name, DraftConcept.AUDITED)));
      keys(layer).forEach(name -> shown.put(name, shown(layer, name, "generated by the database")));
    }
    return shown;
  }

  private static FieldDefault shown(Layer layer, String field, String why) {
    return new FieldDefault(
        new Text(field, layer.at()),
        Optional.empty(),
        Optional.empty(),
        Optional.of(new Text(why, layer.at())),
        Optional.empty(),
        layer.at());
  }

  private Stream<String> keys(Layer layer) {
    return exposures(layer, true, FieldRole.KEY)
        .flatMap(mapping -> mapping.sources().stream())
        .map(Field::name)
        .distinct();
  }

  private Stream<String> audits(Layer layer) {
    return ledger.concepts().stream()
        .flatMap(concept -> concept.hops().stream().flatMap(hop -> audits(layer, concept, hop)))
        .flatMap(mapping -> mapping.sources().stream())
        .map(Field::name)
        .distinct();
  }

  private Stream<FieldMapping> audits(Layer layer, ConceptLedger concept, HopLedger hop) {
    boolean sets = isOf(layer, hop.hop().from()) && hop.hop().to().role() == Role.PERSISTENCE;
    List<Flow> flows =
        mappers.stream()
            .filter(mapper -> sets && mapper.isOf(concept.name(), hop.hop().id()))
            .flatMap(mapper -> mapper.flows().stream())
            .toList();
    return hop.mappings().stream()
        .filter(mapping -> sets && mapping.isCarried())
        .filter(mapping -> mapping.target().stream().anyMatch(FieldSimilarity::isAudited))
        .filter(mapping -> flows.stream().noneMatch(flow -> isOf(mapping, flow)));
  }

  private static boolean isOf(FieldMapping mapping, Flow flow) {
    return flow.target().equals(mapping.target().map(Field::name))
        && mapping.sources().stream().anyMatch(source -> flow.sources().contains(source.name()));
  }

  /** The mappings between generated keys, or versions, and fields of a layer, in one direction. */
  private Stream<FieldMapping> exposures(Layer layer, boolean inward, FieldRole role) {
    return ledger.concepts().stream()
        .flatMap(
            concept ->
                concept.hops().stream()
                    .filter(
                        hop -> inward ? isOf(layer, hop.hop().from()) : isOf(layer, hop.hop().to()))
                    .flatMap(
                        hop ->
                            hop.mappings().stream()
                                .filter(FieldMapping::isCarried)
                                .filter(mapping -> has(role, concept, hop, mapping, inward))));
  }

  /**
   * Whether a mapping would set a generated key: the plan will say that its source is only shown.
   */
  static boolean setsKey(ConceptLedger concept, HopLedger hop, FieldMapping mapping) {
    return hop.hop().inward()
        && concept.hub().role() == Role.PERSISTENCE
        && mapping.isCarried()
        && has(FieldRole.KEY, concept, hop, mapping, true);
  }

  /** Whether a mapping is of a field with the role, or of one that is loaded from such a field. */
  private static boolean has(
      FieldRole role, ConceptLedger concept, HopLedger hop, FieldMapping mapping, boolean inward) {
    ResolvedShape inner = inward ? hop.hop().to() : hop.hop().from();
    Stream<Field> fields =
        inward
            ? mapping.target().stream()
            : Stream.concat(mapping.sources().stream(), named(concept, inner, mapping));
    return fields.anyMatch(
        field ->
            inner.role() == Role.PERSISTENCE
                ? concept.roles(inner, field).contains(role)
                : concept.hops().stream()
                    .filter(load -> load.hop().from().role() == Role.PERSISTENCE)
                    .anyMatch(
                        load ->
                            load.into(field.name())
                                .filter(one -> isLoadedFrom(role, concept, load, one))
                                .isPresent()));
  }

  /** The field of another row that a path names. */
  private static Stream<Field> named(
      ConceptLedger concept, ResolvedShape row, FieldMapping mapping) {
    return mapping.row().stream()
        .flatMap(said -> said.nameIn(row.use(), concept.concept()).stream())
        .flatMap(path -> concept.pairing().field(row, path).stream());
  }

  private static boolean isLoadedFrom(
      FieldRole role, ConceptLedger concept, HopLedger load, FieldMapping mapping) {
    return mapping.sources().stream()
        .anyMatch(field -> concept.roles(load.hop().from(), field).contains(role));
  }
}
