package dev.shelftwin.rule;

import dev.shelftwin.finding.FieldId;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.TableDifference;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Place;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Turns differences between an existing schema and the rows into findings, each at the field that
 * declares the column.
 */
public final class TableFindings {

  private final Ledger ledger;
  private final LocalDate today;

  private TableFindings(Ledger ledger, LocalDate today) {
    this.ledger = ledger;
    this.today = today;
  }

  /**
   * The differences as findings, without those that the plan accepts.
   *
   * @param today the day on which acceptances must still be valid
   */
  public static List<Finding> of(
      Ledger ledger, List<TableDifference> differences, LocalDate today) {
    TableFindings findings = new TableFindings(ledger, today);
    return differences.stream().flatMap(findings::of).toList();
  }

  private Stream<Finding> of(TableDifference difference) {
    for (ConceptLedger concept : ledger.concepts()) {
      Optional<ResolvedShape> row =
          concept
              .shapes()
              .filter(shape -> shape.shape().type().binaryName().equals(difference.row()))
              .findFirst();
      if (row.isPresent()) {
        return match(difference, concept, row.get()).unaccepted(today).stream();
      }
    }
    Place at = difference.row().isEmpty() ? ledger.plan().at() : Place.in(difference.row());
    return Stream.of(
        Finding.of(difference.rule(), ledger.plan().name(), difference.message(), at, remedy()));
  }

  private static RuleMatch match(
      TableDifference difference, ConceptLedger concept, ResolvedShape row) {
    Optional<Field> field = row.shape().field(difference.field());
    Finding finding =
        new Finding(
            difference.rule(),
            concept.name(),
            Optional.empty(),
            field.map(known -> FieldId.of(row.use().simpleName(), known.name())),
            difference.message(),
            List.of(remedy()),
            field.map(Field::place).orElse(row.shape().place()));
    return new RuleMatch(
        finding,
        field.flatMap(known -> concept.pairing().rowOf(known.name(), row)).stream().toList(),
        List.of(row.layer()));
  }

  private static Remedy remedy() {
    return Remedy.advice("change the table in a migration, or what the row declares");
  }
}
