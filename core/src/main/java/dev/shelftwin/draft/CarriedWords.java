package dev.shelftwin.draft;

import dev.shelftwin.document.Documents;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.LedgerBuilder;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Omission;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.RowBuilder;
import dev.shelftwin.plan.RowBuilder.SaidWord;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.plan.Text;
import dev.shelftwin.rule.Checker;
import dev.shelftwin.shape.ClassDependencies;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shapes;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Says again in a plan with more layers what the plan said before. A word stays where `check` finds
 * no more with it than without it, as the same word may be about another hop now.
 */
final class CarriedWords {

  private final Shapes shapes;
  private final ClassDependencies dependencies;
  private final LocalDate today = LocalDate.now(ZoneId.systemDefault());
  private final IdentityHashMap<Row, Row> became = new IdentityHashMap<>();
  private final IdentityHashMap<Row, Row> carriedTo = new IdentityHashMap<>();
  private final Map<String, List<String>> dropped = new LinkedHashMap<>();
  private Plan plan;
  private Standing standing;

  /**
   * Nothing carried yet.
   *
   * @param guessed the plan with more layers
   */
  CarriedWords(Plan guessed, Shapes shapes, ClassDependencies dependencies) {
    this.shapes = shapes;
    this.dependencies = dependencies;
    this.plan = guessed;
    this.standing = standing(guessed);
  }

  /** The plan with all that still fits. */
  Plan from(Plan old) {
    for (Concept said : old.concepts()) {
      reasons(said);
      said.rows().forEach(row -> carry(row, said));
    }
    return plan;
  }

  /** What a guessed row is now. */
  Row now(Row guessed) {
    Row now = guessed;
    for (@Nullable Row next = became.get(now); next != null; next = became.get(now)) {
      now = next;
    }
    return now;
  }

  /** The row that now says what a row of the old plan said. */
  Optional<Row> carriedTo(Row said) {
    return Optional.ofNullable(carriedTo.get(said)).map(this::now);
  }

  /** What no longer fits in a concept, each with its line in the old plan. */
  List<String> dropped(String concept) {
    return dropped.getOrDefault(concept, List.of());
  }

  private void carry(Row said, Concept concept) {
    Row row = target(said, concept);
    for (SaidWord word : RowBuilder.words(said)) {
      @Nullable Text name = said.names().get(word.key());
      if (name != null && isPaired(row, concept.name(), word.key(), name.value())) {
        carriedTo.put(said, row);
        continue;
      }
      Optional<Row> changed = carry(word, row, concept.name());
      if (changed.isPresent()) {
        row = changed.get();
        carriedTo.put(said, row);
      } else if (!word.key().equals("stays") && !said.names().containsKey(word.key())) {
        dropped
            .computeIfAbsent(concept.name(), key -> new ArrayList<>())
            .add("line " + said.at().line() + ": '" + word.key() + "'");
      }
    }
  }

  /** Whether a field is paired without being named in the row. */
  private boolean isPaired(Row row, String concept, String layerOrShape, String field) {
    ShapeUse hub = plan.concept(concept).orElseThrow().hub();
    Optional<String> own = row.named(hub).map(Text::value);
    return own.isPresent() && hubField(concept, layerOrShape, field).equals(own);
  }

  /** The row with one more word; empty if it fits nowhere. */
  private Optional<Row> carry(SaidWord word, Row row, String concept) {
    for (Optional<String> scope : scopes(word)) {
      RowBuilder builder = RowBuilder.of(row);
      word.say().accept(builder, scope);
      Row changed = builder.row();
      if (changed.equals(row)) {
        return Optional.of(row);
      }
      if (replace(concept, row, changed, scope.equals(word.scope()))) {
        return Optional.of(changed);
      }
    }
    return Optional.empty();
  }

  /** The layers and shapes that a word may be about: those of before come first. */
  private Set<Optional<String>> scopes(SaidWord word) {
    Set<Optional<String>> scopes = new LinkedHashSet<>(Set.of(word.scope()));
    Stream.of(Role.TRANSFER, Role.PERSISTENCE)
        .flatMap(role -> plan.layers().stream().filter(layer -> layer.role() == role))
        .forEach(layer -> scopes.add(Optional.of(layer.name())));
    return scopes;
  }

  /**
   * Replaces a row, or adds it.
   *
   * @param said whether the old plan says it of the same layer or shape: of another one it must not
   *     end what is mapped
   */
  private boolean replace(String concept, Row row, Row changed, boolean said) {
    Concept now = plan.concept(concept).orElseThrow();
    List<Row> rows = new ArrayList<>(now.rows());
    int index = rows.indexOf(row);
    if (index < 0) {
      rows.add(changed);
    } else {
      rows.set(index, changed);
    }
    boolean better = take(now.with(rows), said);
    if (better) {
      became.put(row, changed);
    }
    return better;
  }

  /**
   * Takes a changed concept, unless more is found in the plan with it.
   *
   * @param mayMapLess whether it is also taken if fewer fields are mapped then
   */
  private boolean take(Concept changed, boolean mayMapLess) {
    Plan other =
        plan.with(
            plan.concepts().stream()
                .map(one -> one.name().equals(changed.name()) ? changed : one)
                .toList());
    Standing found = standing(other);
    if (found.findings() > standing.findings()
        || (!mayMapLess && found.mapped() < standing.mapped())) {
      return false;
    }
    plan = other;
    standing = found;
    return true;
  }

  /** How much is found in a plan, and how many fields are mapped. */
  private record Standing(int findings, long mapped) {}

  private Standing standing(Plan any) {
    Ledger ledger = LedgerBuilder.build(any, shapes);
    List<Finding> all =
        Checker.check(ledger, shapes, dependencies, Documents.NONE, today).findings();
    long mapped =
        ledger.concepts().stream()
            .flatMap(concept -> concept.hops().stream())
            .flatMap(hop -> hop.mappings().stream())
            .filter(FieldMapping::isCarried)
            .count();
    return new Standing(all.size(), mapped);
  }

  /** The row about the same field, otherwise a new one that names it. */
  private Row target(Row said, Concept concept) {
    Concept now = plan.concept(concept.name()).orElseThrow();
    Map<String, String> names = new LinkedHashMap<>();
    said.names().forEach((scope, field) -> names.put(scope, field.value()));
    Optional<String> hub =
        names.entrySet().stream()
            .flatMap(name -> hubField(now.name(), name.getKey(), name.getValue()).stream())
            .findFirst();
    String hubLayer = now.hub().layer().name();
    return now.rows().stream()
        .filter(row -> names.entrySet().stream().anyMatch(name -> names(row, name)))
        .findFirst()
        .or(() -> rowOf(now, hubLayer, hub))
        .orElseGet(
            () -> {
              RowBuilder begun = new RowBuilder();
              hub.ifPresentOrElse(
                  field -> begun.field(hubLayer, field), () -> names.forEach(begun::field));
              return begun.row();
            });
  }

  private static Optional<Row> rowOf(Concept now, String hubLayer, Optional<String> hub) {
    return hub.flatMap(
        field ->
            now.rows().stream().filter(row -> names(row, Map.entry(hubLayer, field))).findFirst());
  }

  private static boolean names(Row row, Map.Entry<String, String> name) {
    @Nullable Text field = row.names().get(name.getKey());
    return field != null && field.value().equals(name.getValue());
  }

  /** The field of the hub that a field of another layer is paired with. */
  private Optional<String> hubField(String concept, String layerOrShape, String field) {
    ConceptLedger ledger = LedgerBuilder.build(plan, shapes).concept(concept).orElseThrow();
    for (HopLedger hop : ledger.hops()) {
      boolean inward = hop.hop().inward();
      ResolvedShape outer = hop.hop().outer();
      if (outer.layer().name().equals(layerOrShape) || outer.use().isNamed(layerOrShape)) {
        Optional<Field> found =
            inward
                ? hop.mappings().stream()
                    .filter(mapping -> mapping.source().filter(has(field)).isPresent())
                    .flatMap(mapping -> mapping.target().stream())
                    .findFirst()
                : hop.into(field).flatMap(mapping -> mapping.source());
        if (found.isPresent()) {
          return found.map(Field::name);
        }
      }
    }
    return Optional.empty();
  }

  private static Predicate<Field> has(String name) {
    return field -> field.name().equals(name);
  }

  /** Answers questions about omitted fields with the old plan's reasons. */
  private void reasons(Concept said) {
    Concept now = plan.concept(said.name()).orElseThrow();
    List<Omission> omissions = new ArrayList<>();
    List<Row> rows = new ArrayList<>(now.rows());
    for (Omission omission : now.omissions()) {
      Map<Text, List<Text>> byReason = new LinkedHashMap<>();
      for (Text field : omission.fields()) {
        Text reason = reason(said, omission, field.value()).orElse(omission.because());
        byReason.computeIfAbsent(reason, key -> new ArrayList<>()).add(field);
      }
      Text main =
          byReason.entrySet().stream()
              .max(Comparator.comparing(entry -> entry.getValue().size()))
              .map(Map.Entry::getKey)
              .orElse(omission.because());
      byReason.forEach(
          (reason, fields) -> {
            if (reason.equals(main)) {
              omissions.add(new Omission(omission.shape(), fields, reason));
            } else {
              fields.forEach(field -> rows.add(stays(now, field, omission.shape(), reason)));
            }
          });
    }
    take(now.with(now.shapes(), rows, omissions), true);
  }

  private static Row stays(Concept now, Text field, Text shape, Text reason) {
    return new RowBuilder()
        .field(now.hub().layer().name(), field.value())
        .stays(shape.value(), reason.value())
        .row();
  }

  /** The reason that the old plan gives for not mapping a field of a shape. */
  private Optional<Text> reason(Concept said, Omission omission, String hubField) {
    if (!omission.because().isQuestion()) {
      return Optional.empty();
    }
    String hubLayer = said.hub().layer().name();
    Predicate<String> same =
        field ->
            field.equals(hubField)
                || hubField(said.name(), hubLayer, field).filter(hubField::equals).isPresent();
    Optional<Text> omitted =
        said.omissions().stream()
            .filter(old -> old.shape().value().equals(omission.shape().value()))
            .filter(old -> old.fields().stream().map(Text::value).anyMatch(same))
            .map(Omission::because)
            .findFirst();
    Optional<ShapeUse> shape =
        said.outer().filter(use -> use.isNamed(omission.shape().value())).findFirst();
    return omitted.or(
        () ->
            said.rows().stream()
                .filter(row -> row.named(said.hub()).map(Text::value).filter(same).isPresent())
                .flatMap(row -> shape.flatMap(use -> row.stays().at(use)).stream())
                .findFirst());
  }
}
