package dev.shelftwin.observe;

import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.observe.FlowFinder.ObservedFlow;
import dev.shelftwin.plan.GivenValue;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Compares what a mapper does with a field with what the plan says about it. */
final class FieldComparison {

  private final MapperFindings findings;
  private final Lookups lookups;
  private final Observations seen;
  private final List<ObservedFlow> flows;
  private final DroppedFields dropped;

  /** The paths for which no sample had a value. */
  private final Set<String> unseen = new HashSet<>();

  FieldComparison(MapperFindings findings, Observations seen, List<ObservedFlow> flows) {
    this.findings = findings;
    this.seen = seen;
    this.flows = List.copyOf(flows);
    this.lookups = new Lookups(flows, findings);
    this.dropped = new DroppedFields(findings);
  }

  void compare(List<ExpectedFlow> expected) {
    dropped.find(
        expected,
        wanted -> !leaves(wanted).isEmpty(),
        wanted -> !into(wanted).isEmpty() || !constant(flows, wanted).isEmpty());
    expected.forEach(this::compare);
  }

  private void compare(ExpectedFlow wanted) {
    unseen(wanted);
    if (wanted.mapping().isCarried()) {
      compareCarried(wanted);
    } else if (wanted.mapping().isByExistingMapper()) {
      compareConverted(wanted);
    } else {
      compareOther(wanted);
    }
  }

  /** Reports a source of which no sample that the mapper accepts has a value. */
  private void unseen(ExpectedFlow wanted) {
    for (String part : wanted.sources()) {
      boolean hasValues =
          seen.sourceLeaves().stream().anyMatch(leaf -> ExpectedFlow.isWithin(leaf.path(), part));
      if (!hasValues || seen.firstFailure().isEmpty() || !set(part).isEmpty()) {
        continue;
      }
      String source = part;
      for (String outer = outer(part); !outer.isEmpty() && set(outer).isEmpty(); ) {
        source = outer;
        outer = outer(outer);
      }
      if (unseen.add(source)) {
        findings.add(
            RuleId.MAPPER_FAILS,
            wanted.target(),
            Optional.of(wanted.mapping()),
            "%s cannot be observed: the mapper fails for every sample that has it: %s."
                .formatted(findings.source(source), seen.firstFailure().get()),
            "name a sample method for its type in 'samples', or correct the mapper");
      }
    }
  }

  /** The observed flows into the target field of an expected flow. */
  private List<ObservedFlow> into(ExpectedFlow wanted) {
    return flows.stream()
        .filter(flow -> !flow.flow().sources().isEmpty())
        .filter(
            flow ->
                flow.flow()
                    .target()
                    .filter(path -> ExpectedFlow.isWithin(path, wanted.target()))
                    .isPresent())
        .toList();
  }

  /** Types that do not fit: something of the source must arrive, in whatever way. */
  private void compareConverted(ExpectedFlow wanted) {
    String source = wanted.sources().get(0);
    List<String> arriving =
        into(wanted).stream().flatMap(flow -> flow.flow().sources().stream()).distinct().toList();
    boolean asked =
        flows.stream()
            .map(ObservedFlow::flow)
            .filter(Flow::isByCollaborator)
            .anyMatch(flow -> ExpectedFlow.isWithin(flow.target().orElse(""), wanted.target()));
    boolean sent =
        !asked && !leaves(source, wanted).isEmpty() && !seen.unstable().contains(wanted.target());
    if (!sent || arriving.stream().anyMatch(path -> ExpectedFlow.isWithin(path, source))) {
      return;
    }
    if (arriving.isEmpty()) {
      dropped.report(wanted, source, constant(flows, wanted));
    } else {
      findings.add(
          RuleId.MAPPER_DIFFERS,
          wanted.target(),
          Optional.of(wanted.mapping()),
          "%s gets %s; by its name it is %s, of another type."
              .formatted(
                  findings.target(wanted.target()),
                  findings.sources(arriving),
                  findings.source(source)),
          pair(arriving.get(0), wanted.target(), Optional.empty()));
    }
  }

  private void compareCarried(ExpectedFlow wanted) {
    List<ObservedFlow> into = into(wanted);
    Optional<FieldMapping> mapping = Optional.of(wanted.mapping());
    Set<String> paths = leaves(wanted);
    List<String> missing =
        paths.stream()
            .filter(path -> into.stream().noneMatch(flow -> flow.flow().sources().contains(path)))
            .toList();
    List<String> others =
        into.stream()
            .flatMap(flow -> flow.flow().sources().stream())
            .filter(path -> !paths.contains(path))
            .distinct()
            .toList();
    boolean found = lookups.areFrom(into);
    if (found && lookups.report(wanted, into)) {
      return;
    }
    boolean instead = !missing.isEmpty() && missing.size() == paths.size() && !others.isEmpty();
    boolean passed = others.stream().allMatch(MapperFindings::isOfFurtherArgument);
    if (instead && lookups.isPassed(wanted, into)) {
      return; // the caller looked it up
    }
    if (instead && !found) {
      findings.add(
          RuleId.MAPPER_CROSSES,
          wanted.target(),
          mapping,
          "%s gets %s instead of %s%s."
              .formatted(
                  findings.target(wanted.target()),
                  findings.sources(others),
                  findings.sources(wanted.sources()),
                  shown(into)),
          passed
              ? "correct the mapper, or say in the plan that its caller passes the value: given"
              : "correct the mapper");
      return;
    }
    if (!seen.unstable().contains(wanted.target())) {
      missing.stream()
          .map(path -> whole(path, wanted, paths, missing))
          .distinct()
          .forEach(path -> dropped.report(wanted, path, constant(flows, wanted)));
    }
    for (ObservedFlow flow : into) {
      if (flow.flow().sources().stream().anyMatch(paths::contains)) {
        details(flow, wanted, paths);
      }
    }
  }

  /** The outermost object within a source of which no part arrives. */
  private static String whole(
      String path, ExpectedFlow wanted, Set<String> paths, List<String> missing) {
    String whole = path;
    for (String outer = path; wanted.sources().stream().noneMatch(outer::equals); ) {
      outer = outer(outer);
      String object = outer;
      if (!paths.stream()
          .filter(one -> ExpectedFlow.isWithin(one, object))
          .allMatch(missing::contains)) {
        break;
      }
      whole = outer;
    }
    return whole;
  }

  /** The path of the object or container around a field or an element; empty for the source. */
  static String outer(String path) {
    String outer = path.replaceFirst("(\\.[^.\\[{]+|\\[]|\\{[^}]*})$", "");
    return outer.equals(path) ? "" : outer;
  }

  private void details(ObservedFlow observed, ExpectedFlow wanted, Set<String> paths) {
    Flow flow = observed.flow();
    String path = flow.target().orElseThrow();
    if (flow.isByCollaboratorOfObject() || Lookups.isOfRow(flow, wanted)) {
      return;
    }
    Optional<FieldMapping> mapping = Optional.of(wanted.mapping());
    if (observed.someElements()) {
      findings.add(
          RuleId.MAPPER_DROPS,
          path,
          mapping,
          findings.source(flow.sources().get(0))
              + " reaches "
              + findings.target(path)
              + " for some elements only; of two elements one is lost.",
          "check the bounds of the loop");
      return;
    }
    order(observed, mapping);
    if (flow.condition().isPresent()) {
      conditional(observed, mapping);
    } else if (!observed.explained()) {
      otherConversion(flow, mapping, paths);
    }
    replacement(observed, mapping);
  }

  private void conditional(ObservedFlow observed, Optional<FieldMapping> mapping) {
    Flow flow = observed.flow();
    boolean whole = dependsForAllElements(flow);
    String path = flow.target().orElseThrow();
    String target = whole ? container(path) : path;
    findings.add(
        RuleId.MAPPER_CONDITIONAL,
        target,
        mapping,
        "%s%s reaches %s %s%s."
            .formatted(
                whole ? "An element of " : "",
                whole
                    ? findings.source(container(flow.sources().get(0)))
                    : findings.sources(flow.sources()),
                findings.target(target),
                flow.condition().orElseThrow(),
                observed
                    .counterexample()
                    .filter(text -> !whole)
                    .map(text -> "; otherwise: " + text)
                    .orElse("")),
        "correct the mapper, or accept mapper-conditional with the reason");
  }

  private void otherConversion(Flow flow, Optional<FieldMapping> mapping, Set<String> paths) {
    List<String> others =
        flow.sources().stream().filter(source -> !paths.contains(source)).toList();
    boolean joined = mapping.filter(FieldMapping.Joined.class::isInstance).isPresent();
    if (!joined || !others.isEmpty()) {
      String path = flow.target().orElseThrow();
      findings.add(
          RuleId.MAPPER_DIFFERS,
          path,
          mapping,
          "%s becomes %s in another way than the plan says (%s)."
              .formatted(
                  findings.sources(flow.sources()),
                  findings.target(path),
                  String.join("; ", flow.evidence())),
          "write %s in the plan, or correct the mapper".formatted(flow.planWord().orElse("'by'")));
    }
  }

  /** Whether no value of an element arrives without the condition: elements are left out. */
  private boolean dependsForAllElements(Flow flow) {
    String path = flow.target().orElseThrow();
    String container = container(path);
    return !container.equals(path)
        && !container(flow.sources().get(0)).equals(flow.sources().get(0))
        && flows.stream()
            .map(ObservedFlow::flow)
            .filter(other -> !other.sources().isEmpty())
            .filter(other -> other.target().filter(to -> isElement(to, container)).isPresent())
            .allMatch(other -> other.condition().equals(flow.condition()));
  }

  private static boolean isElement(String path, String container) {
    return ExpectedFlow.isWithin(path, container) && !path.equals(container);
  }

  /** The path of the innermost container around a path; the path itself if there is none. */
  private static String container(String path) {
    int end = Math.max(path.lastIndexOf("[]"), path.lastIndexOf('{'));
    return end < 0 ? path : path.substring(0, end);
  }

  private void order(ObservedFlow observed, Optional<FieldMapping> mapping) {
    Flow flow = observed.flow();
    String path = flow.target().orElseThrow();
    if (observed.reordered()) {
      findings.add(
          RuleId.MAPPER_DIFFERS,
          container(path),
          mapping,
          "The elements of "
              + findings.source(container(flow.sources().get(0)))
              + " arrive in another order.",
          "keep the order, or sort where they are shown");
    }
  }

  /** What a missing value becomes, where the plan does not say it. */
  private void replacement(ObservedFlow observed, Optional<FieldMapping> mapping) {
    Flow flow = observed.flow();
    String path = flow.target().orElseThrow();
    boolean replaced =
        observed.replacement().isPresent()
            && mapping
                .flatMap(FieldMapping::conversion)
                .filter(conversion -> conversion.absent().isPresent())
                .isEmpty();
    if (replaced && !findings.hop().hop().changes()) {
      findings.add(
          RuleId.MAPPER_DIFFERS,
          path,
          mapping,
          "A missing %s becomes %s in %s; the plan says nothing about it."
              .formatted(
                  findings.sources(flow.sources()),
                  observed.replacement().filter(text -> !text.isEmpty()).orElse("an empty text"),
                  findings.target(path)),
          "say it in the plan: absent, or leave the value missing");
    }
  }

  /** Where the plan says that a field stays, is given or has no source. */
  private void compareOther(ExpectedFlow wanted) {
    FieldMapping mapping = wanted.mapping();
    if (mapping instanceof FieldMapping.Stays || mapping instanceof FieldMapping.Lost) {
      for (String source : wanted.sources()) {
        flows.stream()
            .filter(flow -> flow.flow().target().isPresent() && flow.explained())
            .filter(
                flow ->
                    flow.flow().sources().stream()
                        .anyMatch(path -> ExpectedFlow.isWithin(path, source)))
            .findFirst()
            .ifPresent(
                flow ->
                    findings.add(
                        RuleId.MAPPER_DIFFERS,
                        flow.flow().target().orElseThrow(),
                        Optional.of(mapping),
                        "%s reaches %s; the plan says that it %s."
                            .formatted(
                                findings.source(source),
                                findings.target(flow.flow().target().orElseThrow()),
                                mapping instanceof FieldMapping.Stays
                                    ? "is not mapped"
                                    : "has no counterpart"),
                        pair(source, flow.flow().target().orElseThrow(), flow.flow().planWord())));
      }
    }
    if (mapping instanceof FieldMapping.Given given
        && given.value() instanceof GivenValue.Constant constant) {
      String said = constant.literal().map(Object::toString).orElse("(none)");
      flows.stream()
          .filter(flow -> flow.flow().target().equals(Optional.of(wanted.target())))
          .filter(flow -> !flow.flow().conversion().orElse("(none)").equals(said))
          .findFirst()
          .ifPresent(
              flow ->
                  findings.add(
                      RuleId.MAPPER_DIFFERS,
                      wanted.target(),
                      Optional.of(mapping),
                      "%s gets %s; the plan gives %s."
                          .formatted(
                              findings.target(wanted.target()),
                              flow.flow().sources().isEmpty()
                                  ? flow.flow().conversion().orElse("nothing")
                                  : findings.sources(flow.flow().sources()),
                              said),
                      "correct the plan or the mapper"));
    }
  }

  /** What to say in the plan about a value that reaches a field. */
  private String pair(String source, String target, Optional<String> word) {
    if (MapperFindings.isOfFurtherArgument(source)) {
      return "say in the plan that the caller passes it: given";
    }
    return "pair the two in the plan: { %s: %s, %s: %s%s }"
        .formatted(
            findings.hop().hop().from().layer().name(),
            whole(source),
            findings.hop().hop().to().layer().name(),
            whole(target),
            word.map(one -> ", " + one).orElse(""));
  }

  /** Rows name lists and maps, not their elements and keys. */
  private static String whole(String path) {
    return path.replaceFirst("(\\[]|\\{(key)?})$", "");
  }

  private Set<String> leaves(ExpectedFlow wanted) {
    Set<String> paths = new LinkedHashSet<>();
    wanted.sources().forEach(source -> paths.addAll(leaves(source, wanted)));
    return paths;
  }

  /**
   * The paths of the values that must reach a target. If the mapper accepts only one value, it
   * cannot be told whether it copies this value; it is enough that the target has a value then.
   */
  private List<String> leaves(String source, ExpectedFlow wanted) {
    boolean hasValue = !constant(flows, wanted).isEmpty();
    return set(source).stream()
        .filter(path -> seen.varied().contains(path) || !(hasValue || path.endsWith("{key}")))
        .toList();
  }

  /** The paths in a part of the source for which at least one sample had a value. */
  private List<String> set(String source) {
    return seen.sourceLeaves().stream()
        .filter(seen::wasSet)
        .map(Slot::path)
        .filter(path -> ExpectedFlow.isWithin(path, source))
        .distinct()
        .toList();
  }

  private static String shown(List<ObservedFlow> flows) {
    return flows.stream()
        .flatMap(flow -> flow.flow().evidence().stream())
        .findFirst()
        .map(text -> " (" + text + ")")
        .orElse("");
  }

  private static String constant(List<ObservedFlow> flows, ExpectedFlow wanted) {
    return flows.stream()
        .map(ObservedFlow::flow)
        .filter(flow -> flow.target().equals(Optional.of(wanted.target())))
        .flatMap(
            flow ->
                flow
                    .conversion()
                    .map(value -> flow.isByCollaborator() ? "filled " + value : "always " + value)
                    .stream())
        .findFirst()
        .map(value -> ", which is " + value)
        .orElse("");
  }
}
