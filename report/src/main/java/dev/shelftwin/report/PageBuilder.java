package dev.shelftwin.report;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Severity;
import dev.shelftwin.ledger.Account;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.KebabCase;
import dev.shelftwin.shape.Role;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Makes the page of a ledger, its findings, its mappers and a trial. */
final class PageBuilder {

  private final Page.Sources sources;
  private final Map<String, List<TrialPage.Route>> routes;
  private final Optional<TrialPage.Coverage> coverage;

  PageBuilder(Page.Sources sources) {
    this.sources = sources;
    this.routes = sources.trial().map(TrialPage::routes).orElse(Map.of());
    this.coverage = sources.trial().map(TrialPage.Coverage::new);
  }

  Page build() {
    List<ConceptLedger> concepts = sources.ledger().concepts();
    List<String> names = concepts.stream().map(ConceptLedger::name).toList();
    List<Finding> findings = sources.findings();
    return new Page(
        sources.ledger().plan().name(),
        LayerGraph.of(sources.ledger().plan().layers(), sources.uses()),
        counts(),
        concepts.stream().map(this::concept).toList(),
        findings.stream()
            .filter(finding -> !names.contains(finding.concept()))
            .map(Page::problem)
            .toList(),
        sources.trial().map(TrialPage::of),
        FindingText.count(findings, Severity.ERROR),
        FindingText.count(findings, Severity.WARNING));
  }

  private List<Page.Count> counts() {
    List<Account> all =
        sources.ledger().concepts().stream()
            .flatMap(concept -> concept.hops().stream())
            .flatMap(hop -> hop.mappings().stream())
            .map(FieldMapping::account)
            .toList();
    return Arrays.stream(Account.values())
        .map(account -> new Page.Count(account.key(), all.stream().filter(account::equals).count()))
        .filter(count -> count.number() > 0)
        .toList();
  }

  private Page.Concept concept(ConceptLedger concept) {
    List<Finding> own =
        sources.findings().stream()
            .filter(finding -> finding.concept().equals(concept.name()))
            .toList();
    List<ResolvedShape> shapes = concept.shapes().toList();
    List<Page.Row> rows = new ArrayList<>();
    for (Journey journey : Journey.of(concept)) {
      rows.add(row(concept, shapes, journey, own));
    }
    return new Page.Concept(
        concept.name(),
        shapes.stream().map(shape -> column(concept, shape)).toList(),
        rows,
        own.stream().map(Page::problem).toList(),
        routes.getOrDefault(concept.name(), List.of()));
  }

  private static Page.Column column(ConceptLedger concept, ResolvedShape shape) {
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
    return new Page.Column(
        shape.layer().name(),
        KebabCase.of(shape.role()),
        shape.shape().type().toString(),
        use,
        end,
        shape.equals(concept.hub()));
  }

  private Page.Row row(
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
    List<Page.Cell> cells = new ArrayList<>();
    for (ResolvedShape shape : shapes) {
      cells.add(
          shape.equals(concept.hub())
              ? cell(concept, shape, journey.hub().stream().toList(), null, findings)
              : Optional.ofNullable(journey.stops().get(shape))
                  .map(stop -> cell(concept, shape, stop.fields(), stop, findings))
                  .orElseGet(() -> cell(concept, shape, List.of(), null, findings)));
    }
    return new Page.Row(
        concept.name() + "." + owner + name, name, cells, touched(concept, journey));
  }

  /** What else a field touches: lines of mappers, and rows of the plan. */
  private List<String> touched(ConceptLedger concept, Journey journey) {
    FieldImpact impact =
        FieldImpact.of(concept, journey, sources.ledger().plan(), List.of(), sources.generated());
    List<String> touched = new ArrayList<>();
    for (FieldImpact.MapperLine line : impact.mappers()) {
      String mapper = line.mapper().substring(line.mapper().lastIndexOf('.') + 1);
      touched.add(mapper + "." + line.method() + ":" + line.line() + "  " + line.text());
    }
    impact.existing().forEach(method -> touched.add("the existing mapper  " + method));
    impact.rows().forEach(row -> touched.add("the plan  " + row.at()));
    return touched;
  }

  private Page.Cell cell(
      ConceptLedger concept,
      ResolvedShape shape,
      List<Field> fields,
      Journey.@Nullable Stop stop,
      List<Finding> findings) {
    List<String> paths = fields.stream().map(shape::path).toList();
    List<Page.Problem> problems =
        findings.stream()
            .filter(
                finding -> finding.field().filter(id -> paths.contains(id.toString())).isPresent())
            .map(Page::problem)
            .toList();
    Optional<Field> only = fields.size() == 1 ? Optional.of(fields.get(0)) : Optional.empty();
    return new Page.Cell(
        fields.stream().map(Field::name).collect(Collectors.joining(", ")),
        only.map(field -> field.type().toString()).orElse(""),
        only.flatMap(Field::externalName).orElse(""),
        only.map(field -> Page.facts(concept, shape, field)).orElse(List.of()),
        Optional.ofNullable(stop).flatMap(Journey.Stop::out).map(Page::step),
        Optional.ofNullable(stop).flatMap(Journey.Stop::in).map(Page::step),
        coverage.map(all -> tried(all, paths, stop, concept.hub())).orElse(""),
        problems);
  }

  /** What arrives in a response is tried with the field that it comes from. */
  private static String tried(
      TrialPage.Coverage coverage,
      List<String> paths,
      Journey.@Nullable Stop stop,
      ResolvedShape hub) {
    Stream<String> sources =
        Optional.ofNullable(stop)
            .flatMap(Journey.Stop::out)
            .filter(FieldMapping::isCarried)
            .map(FieldMapping::sources)
            .orElse(List.of())
            .stream()
            .map(hub::path);
    return Stream.concat(paths.stream(), sources)
        .map(coverage::of)
        .filter(one -> !one.isEmpty())
        .findFirst()
        .orElse("");
  }
}
