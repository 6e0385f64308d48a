package dev.shelftwin.draft;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.Hop;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Guesses which fields of two shapes are the same although their names differ. */
final class PairGuesses {

  private final Shapes shapes;
  private final RowProposals rows;
  private final ConceptLedger concept;
  private final FieldSimilarity similarity;

  PairGuesses(Shapes shapes, RowProposals rows) {
    this.shapes = shapes;
    this.rows = rows;
    this.concept = rows.concept();
    this.similarity = new FieldSimilarity(shapes);
  }

  /** Rows that another row refers to, found by a field that the domain has. */
  boolean rowLookups() {
    boolean any = false;
    for (HopLedger hop : concept.hops()) {
      if (hop.hop().to().role() == Role.PERSISTENCE) {
        for (FieldMapping mapping : hop.mappings()) {
          any |=
              mapping
                  .target()
                  .filter(target -> OpenFields.isUnfilled(mapping))
                  .filter(target -> refers(hop, target))
                  .isPresent();
        }
      }
    }
    return any;
  }

  private boolean refers(HopLedger hop, Field target) {
    Optional<Shape> row = shapes.find(Container.held(target.type())).filter(Shape::isEntity);
    if (row.isEmpty()) {
      return false;
    }
    List<Field> sources =
        OpenFields.lost(hop).stream()
            .filter(source -> FieldSimilarity.of(source, target) >= FieldSimilarity.ENOUGH)
            .sorted(Comparator.comparing(source -> isKey(row.get(), source, target) ? 0 : 1))
            .toList();
    return sources.stream()
        .anyMatch(
            source ->
                key(row.get(), source, target)
                    .filter(found -> refers(hop.hop(), source, target, found))
                    .isPresent());
  }

  private boolean isKey(Shape row, Field source, Field reference) {
    return key(row, source, reference)
        .filter(field -> field.roles().contains(FieldRole.KEY) || field.limits().unique())
        .isPresent();
  }

  /** Other fields of the rows that are found by a key: shown with it, and not set by requests. */
  boolean shownFieldsOfReferences() {
    boolean any = false;
    for (HopLedger hop : concept.hops()) {
      if (hop.hop().to().role() == Role.PERSISTENCE && hop.hop().to().equals(concept.hub())) {
        for (Field source : OpenFields.lost(hop)) {
          any |= isOfReference(hop.hop(), source);
        }
      }
    }
    return any;
  }

  private boolean isOfReference(Hop hop, Field source) {
    for (Field reference : hop.to().shape().storedFields().toList()) {
      Optional<Shape> row = shapes.find(reference.type()).filter(Shape::isEntity);
      NameWords own = NameWords.of(reference.name());
      if (row.isPresent() && NameWords.of(source.name()).contains(own)) {
        Optional<Field> shown = key(row.get(), source, reference);
        if (shown.isPresent()
            && rows.shows(hop, reference.name() + "." + shown.get().name(), source.name())) {
          return true;
        }
      }
    }
    return false;
  }

  private boolean refers(Hop hop, Field source, Field target, Field key) {
    String path = target.name() + "." + key.name();
    return hop.inward()
        ? rows.pair(hop, path, source.name(), Guess.Kind.ROW_LOOKUP)
        : rows.pair(hop, source.name(), path, Guess.Kind.ROW_LOOKUP);
  }

  /**
   * The field of a row by which a value finds it: the one that the value's name says besides the
   * reference's own, as {@code id} in {@code kilnId} for {@code kiln}; for a type of its own the
   * field that its name says. A text or number without such a name finds nothing.
   */
  private Optional<Field> key(Shape row, Field source, Field reference) {
    TypeRef type = Container.held(source.type());
    NameWords rest = NameWords.of(source.name()).without(NameWords.of(reference.name()));
    Optional<Field> named =
        row.storedFields()
            .filter(field -> NameWords.of(field.name()).similarity(rest) == 1)
            .filter(field -> similarity.steps(type, field.type()).isPresent())
            .findFirst();
    boolean own = !type.isPrimitive() && !type.packageName().startsWith("java.");
    return named.or(() -> own ? key(row, type) : Optional.empty());
  }

  /** The field of a row that fits a domain type best. */
  private Optional<Field> key(Shape row, TypeRef type) {
    NameWords words = NameWords.of(type.simpleName());
    return row.storedFields()
        .filter(field -> !FieldRole.anyInternal(field.roles()))
        .filter(field -> similarity.steps(type, field.type()).isPresent())
        .min(
            Comparator.<Field>comparingInt(field -> similarity.steps(type, field.type()).getAsInt())
                .thenComparingDouble(field -> -words.similarity(NameWords.of(field.name()))));
  }

  /** Generated keys that are shown under a name with the end of the concept's name. */
  boolean shownKeys() {
    boolean any = false;
    for (HopLedger hop : concept.hops()) {
      if (hop.hop().from().role() == Role.PERSISTENCE && hop.hop().from().equals(concept.hub())) {
        for (Field key : OpenFields.keys(hop)) {
          any |=
              OpenFields.unfilled(hop).stream()
                  .filter(shown -> isKeyOfConcept(shown, key))
                  .filter(shown -> similarity.fit(key.type(), shown.type()))
                  .filter(shown -> hop.hop().to().shape().field(key.name()).isEmpty())
                  .findFirst()
                  .filter(shown -> rows.pair(hop.hop(), key.name(), shown.name(), Guess.Kind.NAME))
                  .isPresent();
        }
      }
    }
    return any;
  }

  private boolean isKeyOfConcept(Field shown, Field key) {
    List<String> thing = NameWords.of(concept.name()).all();
    List<String> words = NameWords.of(shown.name()).all();
    List<String> end = NameWords.of(key.name()).all();
    int owner = words.size() - end.size();
    return owner > 0
        && owner <= thing.size()
        && words.subList(owner, words.size()).equals(end)
        && words.subList(0, owner).equals(thing.subList(thing.size() - owner, thing.size()));
  }

  /** A value of several fields in one layer that are separate fields in the other. */
  boolean parts() {
    boolean any = false;
    for (HopLedger hop : concept.hops()) {
      if (!hop.hop().inward()) {
        List<Field> open = OpenFields.unfilled(hop);
        for (Field whole : OpenFields.lost(hop)) {
          any |= parts(hop.hop(), whole, open);
        }
      }
    }
    return any;
  }

  private boolean parts(Hop hop, Field whole, List<Field> open) {
    List<Field> parts =
        shapes.find(Container.held(whole.type())).stream().flatMap(Shape::storedFields).toList();
    Map<String, String> found = parts(whole, parts, open, true);
    if (found.isEmpty()) {
      Map<String, String> bare = parts(whole, parts, open, false);
      found = bare.size() == parts.size() ? bare : Map.of();
    }
    boolean any = false;
    for (Map.Entry<String, String> part : found.entrySet()) {
      any |= rows.pair(hop, whole.name() + "." + part.getKey(), part.getValue(), Guess.Kind.NAME);
    }
    return any;
  }

  /**
   * Fields whose names are those of the parts, with the name of the whole as a prefix or without.
   */
  private Map<String, String> parts(
      Field whole, List<Field> parts, List<Field> open, boolean prefixed) {
    Map<String, String> found = new LinkedHashMap<>();
    for (Field part : parts) {
      NameWords own = NameWords.of(part.name());
      NameWords path = prefixed ? NameWords.of(whole.name()).followedBy(own) : own;
      open.stream()
          .filter(field -> NameWords.of(field.name()).equals(path))
          .filter(field -> concept.hub().shape().field(field.name()).isEmpty())
          .filter(field -> similarity.fit(part.type(), field.type()))
          .findFirst()
          .ifPresent(field -> found.put(part.name(), field.name()));
    }
    return found;
  }

  /** Fields of different names whose words and types are similar. */
  boolean renamedFields() {
    boolean any = false;
    for (ResolvedShape outer : concept.outer()) {
      List<Field> inside = OpenFields.of(concept, concept.hub(), outer);
      inside.addAll(computed(outer));
      List<Field> outside = OpenFields.of(concept, outer, concept.hub());
      List<Match> matches = new ArrayList<>();
      for (Field one : inside) {
        for (Field other : outside) {
          boolean namesakes =
              outer.shape().field(one.name()).isPresent()
                  || concept.hub().shape().field(other.name()).isPresent();
          NameWords types = NameWords.of(concept.hub() + "." + outer.shape());
          boolean explained = FieldSimilarity.explains(types, one, other);
          if (!namesakes && explained && similarity.mayBeTheSame(one, other)) {
            matches.add(new Match(one, other, FieldSimilarity.of(one, other)));
          }
        }
      }
      Hop hop = new Hop(concept.hub(), outer, Hop.Kind.OUTWARD);
      Set<Field> taken = new LinkedHashSet<>();
      matches.sort(Comparator.comparingDouble(Match::similarity).reversed());
      for (Match match : matches) {
        boolean only =
            match.similarity() > 0
                && similarity.isSame(match.inside().type(), match.outside().type())
                && matches.stream().filter(other -> other.sharesEndWith(match)).count() == 1;
        boolean free = !taken.contains(match.inside()) && !taken.contains(match.outside());
        if (free && (match.similarity() >= FieldSimilarity.ENOUGH || only)) {
          taken.addAll(List.of(match.inside(), match.outside()));
          Guess.Kind kind =
              match.similarity() >= FieldSimilarity.ENOUGH
                  ? Guess.Kind.NAME_AND_TYPE
                  : Guess.Kind.REMAINING;
          any |= rows.pair(hop, match.inside().name(), match.outside().name(), kind);
        }
      }
    }
    return any;
  }

  /** Computed fields of the domain that are not mapped. */
  private List<Field> computed(ResolvedShape outer) {
    Optional<HopLedger> out = concept.hop(concept.hub(), outer);
    return concept.hub().shape().fields().stream()
        .filter(field -> !field.stored())
        .filter(field -> out.filter(hop -> hop.outOf(field).findAny().isEmpty()).isPresent())
        .toList();
  }

  private record Match(Field inside, Field outside, double similarity) {

    boolean sharesEndWith(Match other) {
      return inside.equals(other.inside) || outside.equals(other.outside);
    }
  }
}
