package dev.shelftwin.report;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.Severity;
import dev.shelftwin.ledger.Account;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.rule.LayerUse;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.KebabCase;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Role;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * What the page shows, as texts: the template decides only how.
 *
 * @param name the plan's
 * @param layers which depend on which
 * @param accounts how many mappings there are of each kind
 * @param concepts in the order of the plan
 * @param findings those that belong to no concept
 * @param errors how many findings are errors
 * @param warnings how many are warnings
 */
public record Page(
    String name,
    LayerGraph layers,
    List<Count> accounts,
    List<Concept> concepts,
    List<Problem> findings,
    long errors,
    long warnings) {

  public Page {
    accounts = List.copyOf(accounts);
    concepts = List.copyOf(concepts);
    findings = List.copyOf(findings);
  }

  /** How many there are of a kind. */
  public record Count(String kind, long number) {}

  /**
   * A concept.
   *
   * @param columns its shapes, from the store to the outside
   * @param rows its fields
   */
  public record Concept(String name, List<Column> columns, List<Row> rows, List<Problem> findings) {
    public Concept {
      columns = List.copyOf(columns);
      rows = List.copyOf(rows);
      findings = List.copyOf(findings);
    }
  }

  /**
   * A shape.
   *
   * @param use what it is for: row, domain, request, response, …
   * @param end what lies beyond it, such as the table; empty for the domain
   * @param isHub whether all others are mapped to and from it
   */
  public record Column(
      String layer, String role, String type, String use, String end, boolean isHub) {}

  /**
   * A field.
   *
   * @param id unique in the page
   * @param cells one for each column
   */
  public record Row(String id, String name, List<Cell> cells) {
    public Row {
      cells = List.copyOf(cells);
    }
  }

  /**
   * A field in one shape.
   *
   * @param name empty if the shape does not have it
   * @param external the column's or property's name, if the declaration gives another
   * @param facts what the declaration says: presence, limits, roles
   * @param out how the value comes here from the hub
   * @param in how it goes from here to the hub
   */
  public record Cell(
      String name,
      String type,
      String external,
      List<String> facts,
      Optional<Step> out,
      Optional<Step> in,
      List<Problem> findings) {
    public Cell {
      facts = List.copyOf(facts);
      findings = List.copyOf(findings);
    }

    /** Whether nothing is known of the field here. */
    public boolean isEmpty() {
      return name.isEmpty() && out.isEmpty() && in.isEmpty();
    }

    /** Whether both ways are the same. */
    public boolean isSameBothWays() {
      return out.isPresent() && out.equals(in);
    }
  }

  /**
   * A mapping.
   *
   * @param account its kind
   * @param details the conversion or the reason
   * @param isConversion whether the details are a conversion
   * @param isLossy whether it may lose something
   */
  public record Step(String account, String details, boolean isConversion, boolean isLossy) {}

  /**
   * A finding.
   *
   * @param field its field, as {@code Shape.field}; empty if it has none
   */
  public record Problem(
      String rule,
      String severity,
      String field,
      String message,
      List<String> remedies,
      String at) {
    public Problem {
      remedies = List.copyOf(remedies);
    }
  }

  /** The page of a ledger and its findings. */
  public static Page of(Ledger ledger, List<Finding> findings, List<LayerUse> uses) {
    List<String> names = ledger.concepts().stream().map(ConceptLedger::name).toList();
    return new Page(
        ledger.plan().name(),
        LayerGraph.of(ledger.plan().layers(), uses),
        counts(ledger),
        ledger.concepts().stream().map(concept -> concept(concept, findings)).toList(),
        findings.stream()
            .filter(finding -> !names.contains(finding.concept()))
            .map(Page::problem)
            .toList(),
        FindingText.count(findings, Severity.ERROR),
        FindingText.count(findings, Severity.WARNING));
  }

  private static List<Count> counts(Ledger ledger) {
    List<Account> all =
        ledger.concepts().stream()
            .flatMap(concept -> concept.hops().stream())
            .flatMap(hop -> hop.mappings().stream())
            .map(FieldMapping::account)
            .toList();
    return Arrays.stream(Account.values())
        .map(account -> new Count(account.key(), all.stream().filter(account::equals).count()))
        .filter(count -> count.number() > 0)
        .toList();
  }

  private static Concept concept(ConceptLedger concept, List<Finding> findings) {
    List<Finding> own =
        findings.stream().filter(finding -> finding.concept().equals(concept.name())).toList();
    List<ResolvedShape> shapes = concept.shapes().toList();
    List<Row> rows = new ArrayList<>();
    for (Journey journey : Journey.of(concept)) {
      rows.add(row(concept, shapes, journey, own));
    }
    return new Concept(
        concept.name(),
        shapes.stream().map(shape -> column(concept, shape)).toList(),
        rows,
        own.stream().map(Page::problem).toList());
  }

  private static Column column(ConceptLedger concept, ResolvedShape shape) {
    String use =
        switch (shape.role()) {
          case PERSISTENCE -> "row";
          case DOMAIN -> "domain";
          case TRANSFER ->
              switch (shape.use().direction()) {
                case IN -> "request";
                case OUT -> "response";
                case BOTH -> "request and response";
                case CHANGE -> "change request";
              };
        };
    String end =
        shape.role() == Role.PERSISTENCE ? "table" : shape.role() == Role.TRANSFER ? "JSON" : "";
    return new Column(
        shape.layer().name(),
        KebabCase.of(shape.role()),
        shape.shape().type().toString(),
        use,
        end,
        shape.equals(concept.hub()));
  }

  private static Row row(
      ConceptLedger concept, List<ResolvedShape> shapes, Journey journey, List<Finding> findings) {
    String name =
        journey
            .hub()
            .or(
                () ->
                    journey.stops().values().stream()
                        .flatMap(stop -> stop.fields().stream())
                        .findFirst())
            .map(Field::name)
            .orElse("");
    String owner = journey.hub().isPresent() ? "" : "·";
    List<Cell> cells = new ArrayList<>();
    for (ResolvedShape shape : shapes) {
      cells.add(
          shape.equals(concept.hub())
              ? cell(concept, shape, journey.hub().stream().toList(), null, null, findings)
              : Optional.ofNullable(journey.stops().get(shape))
                  .map(
                      stop ->
                          cell(
                              concept,
                              shape,
                              stop.fields(),
                              stop.out().map(Page::step).orElse(null),
                              stop.in().map(Page::step).orElse(null),
                              findings))
                  .orElseGet(() -> cell(concept, shape, List.of(), null, null, findings)));
    }
    return new Row(concept.name() + "." + owner + name, name, cells);
  }

  private static Cell cell(
      ConceptLedger concept,
      ResolvedShape shape,
      List<Field> fields,
      @Nullable Step out,
      @Nullable Step in,
      List<Finding> findings) {
    List<Problem> problems =
        findings.stream()
            .filter(
                finding ->
                    finding
                        .field()
                        .filter(
                            id ->
                                fields.stream()
                                    .anyMatch(field -> id.toString().equals(shape.path(field))))
                        .isPresent())
            .map(Page::problem)
            .toList();
    Optional<Field> only = fields.size() == 1 ? Optional.of(fields.get(0)) : Optional.empty();
    return new Cell(
        fields.stream().map(Field::name).collect(Collectors.joining(", ")),
        only.map(field -> field.type().toString()).orElse(""),
        only.flatMap(Field::externalName).orElse(""),
        only.map(field -> facts(concept, shape, field)).orElse(List.of()),
        Optional.ofNullable(out),
        Optional.ofNullable(in),
        problems);
  }

  static List<String> facts(ConceptLedger concept, ResolvedShape shape, Field field) {
    Limits limits = field.limits();
    Stream<String> roles = concept.roles(shape, field).stream().map(FieldRole::key).sorted();
    Stream.Builder<String> facts = Stream.builder();
    if (field.presence() == Presence.OPTIONAL) {
      facts.add("may be missing");
    }
    if (field.presence() == Presence.REQUIRED && !field.type().isPrimitive()) {
      facts.add("required");
    }
    limits.maxLength().ifPresent(length -> facts.add("at most " + length + " characters"));
    limits.min().ifPresent(bound -> facts.add("at least " + bound));
    limits.max().ifPresent(bound -> facts.add("at most " + bound));
    if (limits.unique()) {
      facts.add("unique");
    }
    return Stream.concat(roles, facts.build()).toList();
  }

  static Step step(FieldMapping mapping) {
    return new Step(
        mapping.account().key(),
        mapping.fold(MappingText.DETAILS),
        mapping instanceof FieldMapping.Flow,
        mapping instanceof FieldMapping.Flow flow && !flow.how().losses().isEmpty());
  }

  private static Problem problem(Finding finding) {
    return new Problem(
        finding.rule().key(),
        KebabCase.of(finding.severity()),
        finding.field().map(Object::toString).orElse(""),
        finding.message(),
        finding.remedies().stream().map(Remedy::advice).toList(),
        finding.at().toString());
  }
}
