package dev.shelftwin.report;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.generate.Generated;
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
import dev.shelftwin.trial.TrialResult;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What the page shows, as texts: the template decides only how.
 *
 * @param name the plan's
 * @param layers which depend on which
 * @param accounts how many mappings there are of each kind
 * @param concepts in the order of the plan
 * @param findings those that belong to no concept
 * @param trial what a trial showed; empty without one
 * @param errors how many findings are errors
 * @param warnings how many are warnings
 */
public record Page(
    String name,
    LayerGraph layers,
    List<Count> accounts,
    List<Concept> concepts,
    List<Problem> findings,
    Optional<TrialPage> trial,
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
   * @param routes those of a trial
   */
  public record Concept(
      String name,
      List<Column> columns,
      List<Row> rows,
      List<Problem> findings,
      List<TrialPage.Route> routes) {
    public Concept {
      routes = List.copyOf(routes);
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
   * @param touched the lines of mappers that read or write it, and what the plan says of it
   */
  public record Row(String id, String name, List<Cell> cells, List<String> touched) {
    public Row {
      touched = List.copyOf(touched);
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
   * @param tried whether a trial has tried it, or shows that it is broken; empty without one
   */
  public record Cell(
      String name,
      String type,
      String external,
      List<String> facts,
      Optional<Step> out,
      Optional<Step> in,
      String tried,
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

  /**
   * What the page is made of.
   *
   * @param uses which layers depend on which
   * @param generated the mappers
   * @param trial empty if none was run
   */
  public record Sources(
      Ledger ledger,
      List<Finding> findings,
      List<LayerUse> uses,
      Generated generated,
      Optional<TrialResult> trial) {
    public Sources {
      findings = List.copyOf(findings);
      uses = List.copyOf(uses);
    }
  }

  /** The page. */
  public static Page of(Sources sources) {
    return new PageBuilder(sources).build();
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

  static Problem problem(Finding finding) {
    return new Problem(
        finding.rule().key(),
        KebabCase.of(finding.severity()),
        finding.field().map(Object::toString).orElse(""),
        finding.message(),
        finding.remedies().stream().map(Remedy::advice).toList(),
        finding.at().toString());
  }
}
