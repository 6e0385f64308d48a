package dev.shelftwin.rule;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Place;
import java.util.Objects;
import java.util.function.Function;
import java.util.stream.Stream;

/**
 * What a rule looks at.
 *
 * @param subjects the subjects in a project
 * @param owner the concept or layer of a subject
 * @param place the place of a subject, for rules that fail
 * @param <S> the kind of subject
 */
record Scope<S>(
    Function<RuleContext, Stream<S>> subjects,
    Function<S, String> owner,
    Function<S, Place> place) {

  /** Every mapping on every hop whose creator is known. */
  static final Scope<MappingOnHop> MAPPING =
      new Scope<>(
          context -> context.concepts().flatMap(MappingOnHop::all),
          at -> at.concept().name(),
          at -> at.concept().concept().at());

  /** Every hop. */
  static final Scope<HopOfConcept> HOP =
      new Scope<>(
          context ->
              context
                  .concepts()
                  .flatMap(
                      concept ->
                          concept.hops().stream().map(hop -> new HopOfConcept(concept, hop))),
          hop -> hop.concept().name(),
          hop -> hop.concept().concept().at());

  /** Every field of every shape. */
  static final Scope<FieldOfShape> FIELD =
      new Scope<>(
          context ->
              context
                  .concepts()
                  .flatMap(
                      concept ->
                          concept
                              .shapes()
                              .flatMap(
                                  shape ->
                                      shape.shape().fields().stream()
                                          .map(field -> new FieldOfShape(concept, shape, field)))),
          field -> field.concept().name(),
          field -> field.field().place());

  /** Every concept. */
  static final Scope<ConceptLedger> CONCEPT =
      new Scope<>(RuleContext::concepts, ConceptLedger::name, concept -> concept.concept().at());

  /** Every layer. */
  static final Scope<Layer> LAYER =
      new Scope<>(context -> context.plan().layers().stream(), Layer::name, Layer::at);

  /** The project as a whole. */
  static final Scope<Ledger> PROJECT =
      new Scope<>(
          context -> Stream.of(context.ledger()),
          ledger -> ledger.plan().name(),
          ledger -> ledger.plan().at());

  Scope {
    Objects.requireNonNull(subjects, "subjects");
    Objects.requireNonNull(owner, "owner");
    Objects.requireNonNull(place, "place");
  }

  /** A hop and its concept. */
  record HopOfConcept(ConceptLedger concept, HopLedger hop) {

    boolean hasKnownParameters() {
      return hop.creator().filter(Creator::hasUnknownNames).isEmpty();
    }
  }

  /** A field, its shape and its concept. */
  record FieldOfShape(ConceptLedger concept, ResolvedShape shape, Field field) {}
}
