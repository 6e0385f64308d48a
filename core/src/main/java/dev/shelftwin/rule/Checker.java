package dev.shelftwin.rule;

import dev.shelftwin.document.Documents;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.shape.ClassDependencies;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Shapes;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** Runs all rules over a ledger. */
public final class Checker {

  /** All rules. Their order is only the order of the findings. */
  private static final List<Rule<?>> RULES =
      List.of(
          new Rule<>(RuleId.LOST_FIELD, Scope.MAPPING, new LostField()),
          new Rule<>(RuleId.UNFILLED_FIELD, Scope.HOP, new UncreatableShape()),
          new Rule<>(RuleId.UNFILLED_FIELD, Scope.MAPPING, new UnfilledField()),
          new Rule<>(RuleId.UNFILLED_FIELD, Scope.MAPPING, new ConstantVersion()),
          new Rule<>(RuleId.TYPE_MISMATCH, Scope.MAPPING, new TypeMismatch()),
          new Rule<>(RuleId.TYPE_MISMATCH, Scope.MAPPING, new MisnamedUnit()),
          new Rule<>(RuleId.TYPE_MISMATCH, Scope.MAPPING, new UnfitConstant()),
          new Rule<>(RuleId.LOSSY_CONVERSION, Scope.MAPPING, new LossyConversion()),
          new Rule<>(RuleId.LOSSY_CONVERSION, Scope.FIELD, new LossyColumn()),
          new Rule<>(RuleId.LOSSY_CONVERSION, Scope.MAPPING, new WrittenOnce()),
          new Rule<>(RuleId.LOSSY_CONVERSION, Scope.MAPPING, new LostOrder()),
          new Rule<>(RuleId.LOSSY_CONVERSION, Scope.MAPPING, new OneWay()),
          new Rule<>(RuleId.ENUM_GAP, Scope.MAPPING, new EnumGap()),
          new Rule<>(RuleId.FAMILY_GAP, Scope.HOP, new FamilyGap()),
          new Rule<>(RuleId.LIMIT_MISMATCH, Scope.MAPPING, new PresenceMismatch()),
          new Rule<>(RuleId.LIMIT_MISMATCH, Scope.MAPPING, new LimitMismatch()),
          new Rule<>(RuleId.LIMIT_MISMATCH, Scope.CONCEPT, new UniqueIdentity()),
          new Rule<>(RuleId.LIMIT_MISMATCH, Scope.FIELD, new LongConstant()),
          new Rule<>(RuleId.MOVED_KEYS, Scope.MAPPING, new MovedKeys()),
          new Rule<>(RuleId.CROSSED_FIELDS, Scope.CONCEPT, new CrossedFields()),
          new Rule<>(
              RuleId.LEAKED_KEY, Scope.CONCEPT, new LeakedRole(RuleId.LEAKED_KEY, FieldRole.KEY)),
          new Rule<>(
              RuleId.LEAKED_VERSION,
              Scope.CONCEPT,
              new LeakedRole(RuleId.LEAKED_VERSION, FieldRole.VERSION)),
          new Rule<>(
              RuleId.LEAKED_AUDIT,
              Scope.CONCEPT,
              new LeakedRole(RuleId.LEAKED_AUDIT, FieldRole.AUDIT)),
          new Rule<>(RuleId.LEAKED_SECRET, Scope.MAPPING, new LeakedSecret()),
          new Rule<>(RuleId.LEAKED_SECRET, Scope.FIELD, new PrintedSecret()),
          new Rule<>(RuleId.LEAKED_TYPE, Scope.FIELD, new LeakedType()),
          new Rule<>(RuleId.LEAKED_ANNOTATION, Scope.CONCEPT, new LeakedAnnotation()),
          new Rule<>(RuleId.LEAKED_NAME, Scope.FIELD, new LeakedName()),
          new Rule<>(RuleId.SUSPECTED_SECRET, Scope.MAPPING, new SuspectedSecret()),
          new Rule<>(RuleId.SUSPECTED_SECRET, Scope.FIELD, new PrintedSuspect()),
          new Rule<>(RuleId.ODD_NAME, Scope.CONCEPT, new OddName()),
          new Rule<>(RuleId.OPEN_WRITE, Scope.MAPPING, new OpenWrite()),
          new Rule<>(RuleId.DOCUMENT_MISMATCH, Scope.LAYER, new MisdescribedField()),
          new Rule<>(RuleId.DOCUMENT_DRIFT, Scope.LAYER, new UndescribedType()),
          new Rule<>(RuleId.UNREAD_DOCUMENT, Scope.LAYER, new UnreadDocument()),
          new Rule<>(RuleId.DESCRIPTION_DRIFT, Scope.PROJECT, new DriftedDescription()),
          new Rule<>(RuleId.ENDLESS_GRAPH, Scope.CONCEPT, new EndlessGraph()),
          new Rule<>(RuleId.UNREAD_CODE, Scope.CONCEPT, new UnprocessedType()),
          new Rule<>(RuleId.UNWRITABLE_MAPPER, Scope.CONCEPT, new UnwritableMapper()),
          new Rule<>(RuleId.OPEN_QUESTION, Scope.CONCEPT, new OpenQuestion()),
          new Rule<>(RuleId.OPEN_QUESTION, Scope.LAYER, new LayerQuestion()),
          new Rule<>(RuleId.STALE_ROW, Scope.CONCEPT, new UnusedWords()),
          new Rule<>(RuleId.LEAKED_TYPE, Scope.LAYER, new LeakedDependency()),
          new Rule<>(RuleId.UNNAMED_TYPE, Scope.PROJECT, new UnnamedType()),
          new Rule<>(RuleId.ODD_NAME, Scope.LAYER, new OddMapper()),
          new Rule<>(RuleId.LAYER_BREACH, Scope.LAYER, new LayerBreach()),
          new Rule<>(RuleId.LAYER_BREACH, Scope.PROJECT, new SignatureBreach()),
          new Rule<>(RuleId.STALE_ROW, Scope.LAYER, new UnusedLayerWords()));

  private Checker() {}

  /**
   * Checks a project. A rule that fails becomes a finding, and the other rules still run.
   *
   * @param today the day on which acceptances must still be valid
   */
  public static CheckResult check(
      Ledger ledger,
      Shapes shapes,
      ClassDependencies dependencies,
      Documents documents,
      LocalDate today) {
    RuleContext context = new RuleContext(ledger, shapes, dependencies, documents);
    List<RuleMatch> matches = new ArrayList<>();
    Set<RuleId> failed = new HashSet<>();
    RULES.forEach(rule -> run(rule, context, matches, failed));
    List<Finding> findings = new ArrayList<>(ledger.unknownNames());
    matches.forEach(match -> match.unaccepted(today).ifPresent(findings::add));
    AcceptedFindings accepted = new AcceptedFindings(context, matches, failed);
    findings.addAll(accepted.stale());
    return new CheckResult(ordered(ledger, findings), accepted.byLayer());
  }

  private static <S> void run(
      Rule<S> rule, RuleContext context, List<RuleMatch> matches, Set<RuleId> failed) {
    rule.scope()
        .subjects()
        .apply(context)
        .forEach(
            subject -> {
              try {
                rule.check().of(subject, context).forEach(matches::add);
              } catch (RuntimeException failure) {
                failed.add(rule.id());
                matches.add(
                    RuleMatch.of(
                        failed(
                            rule.id(),
                            rule.scope().owner().apply(subject),
                            rule.scope().place().apply(subject),
                            failure)));
              }
            });
  }

  private static Finding failed(RuleId rule, String owner, Place at, RuntimeException failure) {
    String where =
        Arrays.stream(failure.getStackTrace()).findFirst().map(line -> " at " + line).orElse("");
    return Finding.of(
        RuleId.FAILED_RULE,
        owner,
        "The rule " + rule.key() + " failed: " + failure + where + ".",
        at,
        Remedy.advice("report this error of Shelf Twin; all other rules were checked"));
  }

  /** Findings of one concept together, in the order of the plan; then those of layers. */
  private static List<Finding> ordered(Ledger ledger, List<Finding> findings) {
    List<String> concepts =
        ledger.plan().concepts().stream().map(concept -> concept.name()).toList();
    Comparator<Finding> byConcept =
        Comparator.comparingInt(
            finding -> {
              int index = concepts.indexOf(finding.concept());
              boolean unknown = finding.rule() == RuleId.UNKNOWN_NAME;
              return unknown ? -1 : index < 0 ? concepts.size() : index;
            });
    return findings.stream().sorted(byConcept).toList();
  }
}
