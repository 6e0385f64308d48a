package dev.shelftwin.rule;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.plan.Row;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.References;
import dev.shelftwin.shape.Shapes;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;

/** Lets every rule look at a ledger. */
public final class Checker {

  /** Every rule there is, in the order of their findings. */
  private static final List<Rule> RULES =
      List.of(
          new LostField(),
          new UnfilledField(),
          new TypeMismatch(),
          new LossyConversion(),
          new LossyColumn(),
          new LostOrder(),
          new OneWay(),
          new EnumGap(),
          new FamilyGap(),
          new LimitMismatch(),
          new LongConstant(),
          new CrossedFields(),
          new LeakedRole(RuleId.LEAKED_KEY, FieldRole.KEY),
          new LeakedRole(RuleId.LEAKED_VERSION, FieldRole.VERSION),
          new LeakedRole(RuleId.LEAKED_AUDIT, FieldRole.AUDIT),
          new LeakedSecret(),
          new LeakedType(),
          new LeakedAnnotation(),
          new LeakedName(),
          new SuspectedSecret(),
          new OddName(),
          new OpenWrite(),
          new EndlessGraph(),
          new UnwritableMapper(),
          new OpenQuestion());

  /**
   * Those that look at the classes of layers; the last one tells which of its words nobody used.
   */
  private static final Map<RuleId, Function<Stage, List<Finding>>> OF_LAYERS =
      new LinkedHashMap<>();

  static {
    OF_LAYERS.put(RuleId.LEAKED_TYPE, LeakedMention::check);
    OF_LAYERS.put(RuleId.UNNAMED_TYPE, UnnamedType::check);
    OF_LAYERS.put(RuleId.ODD_NAME, OddMapper::check);
    OF_LAYERS.put(RuleId.LAYER_BREACH, LayerBreach::check);
  }

  private Checker() {}

  /**
   * What is wrong, concept by concept; what the plan accepts is left out. Of a concept whose plan
   * names what the code does not have only that is told, since the rest would follow from it.
   *
   * @param today by which acceptances end
   */
  public static List<Finding> check(
      Ledger ledger, Shapes shapes, References references, LocalDate today) {
    List<Finding> findings = new ArrayList<>(ledger.unknownNames());
    Stage stage = new Stage(ledger, shapes, references);
    Set<String> misnamed =
        ledger.unknownNames().stream().map(Finding::concept).collect(Collectors.toSet());
    for (ConceptLedger concept : ledger.concepts()) {
      if (misnamed.contains(concept.name())) {
        continue;
      }
      Set<Row> accepting = new HashSet<>();
      Set<RuleId> silenced = new HashSet<>();
      Set<RuleId> failed = new HashSet<>();
      for (Rule rule : RULES) {
        List<Hit> hits = List.of();
        try {
          hits = rule.check(concept, stage).toList();
        } catch (RuntimeException failure) {
          failed.add(rule.id());
          findings.add(failed(rule.id(), concept.name(), concept.concept().at(), failure));
        }
        for (Hit hit : hits) {
          Optional<Row> accepted = hit.acceptedBy();
          if (accepted.isPresent()) {
            accepting.add(accepted.get());
            silenced.add(rule.id());
            hit.over(today).map(hit::findingAfter).ifPresent(findings::add);
          } else {
            findings.add(hit.finding());
          }
        }
      }
      findings.addAll(stale(concept, accepting, silenced, failed));
    }
    OF_LAYERS.forEach(
        (rule, check) -> {
          try {
            findings.addAll(check.apply(stage));
          } catch (RuntimeException failure) {
            findings.add(failed(rule, ledger.plan().name(), ledger.plan().at(), failure));
          }
        });
    return List.copyOf(findings);
  }

  /** An error of our own keeps nobody from the findings of the other rules. */
  private static Finding failed(RuleId rule, String concept, Place at, RuntimeException failure) {
    String where =
        Arrays.stream(failure.getStackTrace()).findFirst().map(line -> " at " + line).orElse("");
    return new Finding(
        RuleId.FAILED_RULE,
        concept,
        Optional.empty(),
        Optional.empty(),
        "the rule " + rule.key() + " failed: " + failure + where,
        List.of(
            Remedy.advice(
                "report this error of Shelf Twin's own; all other rules have been looked at")),
        at);
  }

  private static List<Finding> stale(
      ConceptLedger concept, Set<Row> accepting, Set<RuleId> silenced, Set<RuleId> failed) {
    List<Finding> stale = new ArrayList<>();
    if (concept.hops().isEmpty()) {
      stale.add(
          stale(
              concept,
              concept.name() + " has a type in one layer only, so nothing is mapped",
              "name its type in another layer, or take it out",
              concept.concept().at()));
    }
    concept
        .idle()
        .forEach(
            word ->
                stale.add(
                    stale(concept, word.value() + " changes nothing", "take it out", word.at())));
    for (Row row : concept.concept().rows()) {
      row.accept()
          .forEach(
              (rule, reason) -> {
                boolean unused = !accepting.contains(row) || !silenced.contains(rule);
                if (unused && !failed.contains(rule)) {
                  stale.add(
                      stale(
                          concept,
                          "this row accepts " + rule.key() + ", which is not found here",
                          "take the acceptance out",
                          reason.because().at()));
                }
              });
    }
    return stale;
  }

  private static Finding stale(ConceptLedger concept, String message, String advice, Place at) {
    return new Finding(
        RuleId.STALE_ROW,
        concept.name(),
        Optional.empty(),
        Optional.empty(),
        message,
        List.of(Remedy.advice(advice)),
        at);
  }
}
