package dev.shelftwin.describe;

import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Omission;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.RowBuilder;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/** What descriptions say about the mapping, as rows and omissions that nobody has to write. */
final class ImpliedRows {

  /** Annotations of the entity say the same. */
  private static final Set<FieldRole> ANNOTATED = Set.of(FieldRole.KEY, FieldRole.VERSION);

  private final Concept concept;
  private final Function<ShapeUse, Optional<DescribedClass>> described;
  private final List<Row> rows;
  private final List<Omission> omissions;

  private ImpliedRows(Concept concept, Function<ShapeUse, Optional<DescribedClass>> described) {
    this.concept = concept;
    this.described = described;
    this.rows = new ArrayList<>(concept.rows());
    this.omissions = new ArrayList<>(concept.omissions());
  }

  /** A concept with what its descriptions imply; what it says itself stays. */
  static Concept added(Concept concept, Function<ShapeUse, Optional<DescribedClass>> described) {
    ImpliedRows implied = new ImpliedRows(concept, described);
    concept.shapes().forEach(implied::add);
    return concept.with(concept.shapes(), implied.rows, implied.omissions);
  }

  private void add(ShapeUse use) {
    Optional<DescribedClass> type = described.apply(use);
    if (type.isEmpty()) {
      return;
    }
    for (DescribedMember member : type.get().members()) {
      Optional<FieldRole> role = member.role().filter(one -> !ANNOTATED.contains(one));
      boolean renamed = !member.origin().equals(member.name()) && !use.equals(concept.hub());
      if (renamed && !isNamed(use, member.name())) {
        pair(use, member);
      } else if (role.isPresent() && !isNamed(use, member.name())) {
        rows.add(row(use, member, role.get()));
      }
    }
    omission(use);
  }

  /** Names the field in the row of the field that it comes from; each field has one row. */
  private void pair(ShapeUse use, DescribedMember member) {
    Text name = new Text(member.name(), member.at());
    for (int index = 0; index < rows.size(); index++) {
      if (isOf(rows.get(index), concept.hub(), member.origin())) {
        rows.set(index, rows.get(index).naming(key(use), name));
        return;
      }
    }
    rows.add(
        new RowBuilder()
            .field(key(concept.hub()), member.origin())
            .row(member.at())
            .naming(key(use), name));
  }

  private Row row(ShapeUse use, DescribedMember member, FieldRole role) {
    RowBuilder row = new RowBuilder().field(key(use), member.name()).is(role);
    if (role == FieldRole.AUDIT) {
      row.stays("the entity sets it itself");
    }
    return row.row(member.at());
  }

  /** Whether a row of the plan says something about a field. */
  private boolean isNamed(ShapeUse use, String field) {
    return concept.rows().stream().anyMatch(row -> isOf(row, use, field));
  }

  private static boolean isOf(Row row, ShapeUse use, String field) {
    return row.names().entrySet().stream()
        .filter(name -> name.getValue().value().equals(field))
        .anyMatch(name -> name.getKey().equals(use.layer().name()) || use.isNamed(name.getKey()));
  }

  /** A layer means all of its types, so that one of several is named itself. */
  private String key(ShapeUse use) {
    long inLayer =
        concept.shapes().stream()
            .filter(one -> one.layer().name().equals(use.layer().name()))
            .count();
    return inLayer == 1 ? use.layer().name() : use.simpleName();
  }

  private void omission(ShapeUse use) {
    List<Text> without = use.description().orElseThrow().without();
    boolean goesOut = use.layer().role() == Role.PERSISTENCE || use.direction().goesOut();
    if (!without.isEmpty() && goesOut && !use.equals(concept.hub())) {
      Text at = without.get(0);
      omissions.add(
          new Omission(
              new Text(use.simpleName(), at.at()),
              without,
              new Text(
                  "it is described without " + (without.size() == 1 ? "it" : "them"), at.at())));
    }
  }
}
