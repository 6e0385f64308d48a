package dev.shelftwin.draft;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Hop;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Shapes;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Stream;

/** Adds proposals to the rows of one concept. */
final class RowProposals {

  private final Shapes shapes;
  private final ConceptLedger concept;
  private final DraftConcept draft;

  RowProposals(Shapes shapes, ConceptLedger concept, DraftConcept draft) {
    this.shapes = shapes;
    this.concept = concept;
    this.draft = draft;
  }

  ConceptLedger concept() {
    return concept;
  }

  DraftConcept draft() {
    return draft;
  }

  /** Proposes something about a field once, and returns whether it is new. */
  boolean add(String what, ResolvedShape shape, Field field, Consumer<DraftRow> words) {
    return add(what, shape, field.name(), words);
  }

  /** The same about a field by its name or path. */
  boolean add(String what, ResolvedShape shape, String path, Consumer<DraftRow> words) {
    return add(what, shape.layer().name(), shape, path, words);
  }

  /** The same about a field of one type alone, where others of its layer have one of that name. */
  boolean addOfShape(String what, ResolvedShape shape, Field field, Consumer<DraftRow> words) {
    return add(what, draft.nameOf(shape), shape, field.name(), words);
  }

  private boolean add(
      String what, String key, ResolvedShape shape, String path, Consumer<DraftRow> words) {
    Optional<DraftRow> row =
        draft.row(key, draft.nameOf(shape), path).filter(found -> found.isNew(what));
    row.ifPresent(words);
    return row.isPresent();
  }

  /** Proposes that two fields are the same, and returns whether it is new. */
  boolean pair(Hop hop, String inner, String outerField, Guess.Kind kind) {
    return pair(hop, inner, outerField, kind, "");
  }

  /**
   * Proposes that two fields are the same, and returns whether it is new.
   *
   * @param evidence what a comment adds to their names
   */
  boolean pair(Hop hop, String inner, String outerField, Guess.Kind kind, String evidence) {
    ResolvedShape hub = hop.inward() ? hop.to() : hop.from();
    ResolvedShape outer = hop.outer();
    int dot = inner.indexOf('.');
    boolean isOfConstant = dot > 0 && isEnumeration(hub, inner.substring(0, dot));
    String field = isOfConstant ? inner.substring(0, dot) : inner;
    Optional<DraftRow> row =
        draft
            .row(hub.layer().name(), draft.nameOf(hub), field)
            .filter(
                found ->
                    !draft.isNamedByOthers(
                        found, outer.layer().name(), draft.nameOf(outer), outerField))
            .filter(found -> kind.isOfCode() || keyOfAnother(outer, outerField, found).isEmpty())
            .filter(found -> found.isNew(draft.nameOf(outer) + "." + outerField));
    row.ifPresent(
        found -> {
          if (!found.names(outer.layer().name(), outerField)) {
            found.named(
                keyOfAnother(outer, outerField, found).orElseGet(() -> key(outer, field, found)),
                outerField);
          }
          if (isOfConstant) {
            found.say(words -> words.by(outer.layer().name(), inner.substring(dot + 1)));
          }
          found.guess(
              new Guess(kind, hub + "." + inner + " = " + outer + "." + outerField + evidence));
        });
    return row.isPresent();
  }

  /** Whether the values of a field of the hub are constants. */
  boolean isEnumeration(ResolvedShape hub, String field) {
    return hub.shape()
        .field(field)
        .flatMap(found -> shapes.find(found.type().present()))
        .filter(type -> !type.constants().isEmpty())
        .isPresent();
  }

  /** The fields of the hub that rows pair with a field of another shape, each as the only one. */
  List<String> pairedWith(ResolvedShape outer, String field) {
    ResolvedShape hub = concept.hub();
    return draft.rows().stream()
        .filter(row -> isOnly(row, outer, field))
        .flatMap(row -> Stream.of(hub.layer().name(), draft.nameOf(hub)).map(row::names))
        .filter(names -> names.size() == 1)
        .flatMap(List::stream)
        .toList();
  }

  private boolean isOnly(DraftRow row, ResolvedShape outer, String field) {
    return Stream.of(outer.layer().name(), draft.nameOf(outer))
        .anyMatch(key -> row.names(key).equals(List.of(field)));
  }

  /**
   * Proposes that a field of a response shows a field of another row, and returns whether it is
   * new.
   */
  boolean shows(Hop hop, String path, String outerField) {
    ResolvedShape hub = hop.inward() ? hop.to() : hop.from();
    String outer = draft.nameOf(hop.outer());
    boolean isNew = pair(hop, path, outerField, Guess.Kind.SHOWN_FIELD);
    if (isNew) {
      draft
          .row(hub.layer().name(), draft.nameOf(hub), path)
          .ifPresent(row -> row.say(words -> words.outOnly(outer, "a field of another row")));
    }
    return isNew;
  }

  /** The layer or shape under which a row names another field of a shape. */
  private Optional<String> keyOfAnother(ResolvedShape outer, String field, DraftRow row) {
    return Stream.of(draft.nameOf(outer), outer.layer().name())
        .filter(
            key ->
                row.names(key).stream()
                    .filter(name -> !name.equals(field))
                    .anyMatch(
                        name -> outer.shape().field(name.replaceAll("\\..*", "")).isPresent()))
        .findFirst();
  }

  /** A name for the layer holds for all of its shapes, so it must not hide a field of another. */
  private String key(ResolvedShape outer, String inner, DraftRow row) {
    String layer = outer.layer().name();
    boolean alone =
        concept.outer().stream()
            .filter(other -> other.layer().equals(outer.layer()) && !other.equals(outer))
            .noneMatch(other -> other.shape().field(inner).isPresent());
    return alone && !row.isAbout(layer) ? layer : draft.nameOf(outer);
  }
}
