package dev.shelftwin;

import dev.shelftwin.change.AddedField;
import dev.shelftwin.change.ChangePreview;
import dev.shelftwin.change.ChangedSources;
import dev.shelftwin.change.FieldCode;
import dev.shelftwin.change.OwnSources;
import dev.shelftwin.change.RemovedField;
import dev.shelftwin.change.RenamedField;
import dev.shelftwin.change.RetypedField;
import dev.shelftwin.describe.DescribedTypes;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.finding.Nearest;
import dev.shelftwin.generate.Generated;
import dev.shelftwin.generate.SourceFile;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Descriptions;
import dev.shelftwin.plan.FieldDescription;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.source.CodePaths;
import dev.shelftwin.source.JavaReader;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Makes the ledger again with a change of the sources, which are not touched; it lasts as long as
 * the plan is open.
 */
public final class WhatIf {

  private final ShelfTwin now;
  private final CodePaths code;
  private final JavaReader reader;
  private final BiFunction<Plan, CodePaths, ShelfTwin> open;

  WhatIf(
      ShelfTwin now,
      CodePaths code,
      JavaReader reader,
      BiFunction<Plan, CodePaths, ShelfTwin> open) {
    this.now = now;
    this.code = code;
    this.reader = reader;
    this.open = open;
  }

  /**
   * What an added field would do.
   *
   * @param concept the concept's name
   * @param words the field, as in {@code load: int}
   * @param only names of layers or types that get it; all of the concept's if empty
   * @throws InputException if it cannot be added
   */
  public ChangePreview added(String concept, String words, List<String> only) {
    Place asked = Place.in("--add " + words);
    ConceptLedger changed = concept(concept, asked);
    FieldDescription field = Descriptions.field(words, asked);
    TypeRef type = type(field.type(), changed, asked);
    ChangedSources sources =
        AddedField.to(changed, chosen(only), field, type, now.ledger(), reader);
    return preview(changed, sources, only, now.plan());
  }

  /**
   * What another type of a field would do.
   *
   * @param name the field, as in {@code Firing.operator}
   * @param words the type, as in {@code List<MemberNumber>}
   * @param only names of layers or types that are changed; all of the concept's if empty
   * @throws InputException if it cannot be changed
   */
  public ChangePreview retyped(String name, String words, List<String> only) {
    Place asked = Place.in("--retype " + words);
    int dot = Math.max(0, name.indexOf('.'));
    ConceptLedger changed = concept(name.substring(0, dot), asked);
    FieldDescription field = Descriptions.field("type:" + words, asked);
    TypeRef type = type(field.type(), changed, asked);
    ChangedSources sources =
        RetypedField.in(changed, chosen(only), name.substring(dot + 1), type, now.ledger(), reader);
    return preview(changed, sources, only, now.plan());
  }

  /**
   * What it would do to remove a field.
   *
   * @param name the field, as in {@code Firing.remarks}
   * @param only names of layers or types that lose it; all of the concept's if empty
   * @throws InputException if it cannot be removed
   */
  public ChangePreview removed(String name, List<String> only) {
    int dot = Math.max(0, name.indexOf('.'));
    ConceptLedger changed = concept(name.substring(0, dot), Place.in("--remove " + name));
    RemovedField.Removal removal =
        RemovedField.from(
            changed, chosen(only), only.isEmpty(), name.substring(dot + 1), now.ledger(), reader);
    return preview(changed, removal.sources(), only, removal.plan());
  }

  /**
   * What another name of a field would do.
   *
   * @param name the field, as in {@code Firing.remarks}
   * @param other its other name
   * @param only names of layers or types that get it; without any, all of the concept's that have
   *     the domain's name for it
   * @throws InputException if it cannot be renamed
   */
  public ChangePreview renamed(String name, String other, List<String> only) {
    int dot = Math.max(0, name.indexOf('.'));
    ConceptLedger changed = concept(name.substring(0, dot), Place.in("--rename " + other));
    RenamedField.Renamed renamed =
        RenamedField.in(
            changed,
            chosen(only),
            only.isEmpty(),
            name.substring(dot + 1),
            other,
            now.ledger(),
            reader,
            ownSources(),
            code.binaries());
    String field = name.substring(dot + 1);
    return preview(
        changed,
        renamed.sources(),
        only,
        renamed.plan(),
        text ->
            text.replaceAll("\\b" + Pattern.quote(other) + "\\b", Matcher.quoteReplacement(field)));
  }

  /**
   * The lines of the users' own code that use a field, outside the types that declare it.
   *
   * @param concept the concept's name
   * @param fields its names by the names of the types, as messages show them
   * @return lines as {@code file:line text}
   */
  public List<String> uses(String concept, Map<String, Set<String>> fields) {
    Map<Shape, Set<String>> byShape = new LinkedHashMap<>();
    concept(concept, Place.in(concept))
        .shapes()
        .forEach(
            shape ->
                Optional.ofNullable(fields.get(shape.label()))
                    .ifPresent(names -> byShape.put(shape.shape(), names)));
    return FieldCode.lines(byShape, ownSources(), reader, code.binaries());
  }

  private ConceptLedger concept(String name, Place asked) {
    List<String> known = now.ledger().concepts().stream().map(ConceptLedger::name).toList();
    return now.ledger().concepts().stream()
        .filter(one -> one.name().equals(name))
        .findFirst()
        .orElseThrow(
            () ->
                new InputException(
                    asked, "the plan has no concept " + name, Nearest.remedy(name, known)));
  }

  private TypeRef type(TypeRef written, ConceptLedger concept, Place asked) {
    return DescribedTypes.resolve(written, concept.hub().layer(), now.plan(), reader)
        .orElseThrow(
            () ->
                new InputException(
                    asked,
                    "there is no type " + written + " in the domain or the JDK",
                    "write it with its package, or correct the name"));
  }

  private static Predicate<ResolvedShape> chosen(List<String> only) {
    return shape ->
        only.isEmpty()
            || only.contains(shape.layer().name())
            || only.stream().anyMatch(shape.use()::isNamed);
  }

  private ChangePreview preview(
      ConceptLedger concept, ChangedSources sources, List<String> only, Plan plan) {
    return preview(concept, sources, only, plan, text -> text);
  }

  /**
   * Makes the ledger again.
   *
   * @param sameText a text about the change as it was before, to compare findings
   */
  private ChangePreview preview(
      ConceptLedger concept,
      ChangedSources sources,
      List<String> only,
      Plan plan,
      UnaryOperator<String> sameText) {
    if (sources.files().isEmpty()) {
      throw new InputException(
          Place.in("--in " + String.join(",", only)),
          concept.name() + " has no such layer or type",
          "name layers of the plan, or types of the concept");
    }
    try (ChangedCode changed = ChangedCode.write(sources, code);
        ShelfTwin then = open.apply(plan, changed.paths())) {
      List<Finding> before = now.check().findings();
      List<Finding> after = then.check().findings().stream().map(changed::inPlace).toList();
      Generated mappers = then.generate();
      Generated mappersBefore = now.generate();
      Map<String, String> texts = mappersBefore.texts();
      List<String> byHand = new ArrayList<>(sources.byHand());
      byHand.addAll(new Callers(ownSources()).of(recreated(then)));
      return new ChangePreview(
          new ChangedSources(sources.files(), byHand),
          without(after, before, sameText),
          without(before, after, sameText),
          mappers.texts().entrySet().stream()
              .filter(mapper -> !mapper.getValue().equals(texts.get(mapper.getKey())))
              .map(Map.Entry::getKey)
              .sorted()
              .toList(),
          mappers.unwritten().stream()
              .filter(one -> !mappersBefore.unwritten().contains(one))
              .map(one -> one.mapper() + ": " + one.reason())
              .toList(),
          changed.uncompiled(mappers.texts(), texts, ownSources()).stream()
              .filter(error -> byHand.stream().noneMatch(one -> one.startsWith(line(error.at()))))
              .map(error -> error.at() + ": " + error.message())
              .toList());
    }
  }

  /** The beginning of what says that something in a line must be done by hand. */
  private static String line(Place at) {
    return at.file() + ":" + at.line() + "  ";
  }

  /** The types whose constructors or factories take other values then. */
  private List<Shape> recreated(ShelfTwin then) {
    Map<TypeRef, List<String>> later =
        shapes(then)
            .collect(Collectors.toMap(Shape::type, WhatIf::creators, (first, other) -> first));
    return shapes(now)
        .filter(shape -> !creators(shape).equals(later.get(shape.type())))
        .distinct()
        .toList();
  }

  private static Stream<Shape> shapes(ShelfTwin twin) {
    return twin.ledger().concepts().stream()
        .flatMap(ConceptLedger::shapes)
        .map(ResolvedShape::shape);
  }

  private static List<String> creators(Shape shape) {
    return Callers.creators(shape)
        .map(one -> one.name() + one.parameters().stream().map(Parameter::type).toList())
        .toList();
  }

  private OwnSources ownSources() {
    return new OwnSources(
        code.sources(),
        code.classes(),
        now.generate().files().stream().map(SourceFile::path).toList());
  }

  /** Findings that are not among others, wherever they stand. */
  private static List<Finding> without(
      List<Finding> findings, List<Finding> others, UnaryOperator<String> sameText) {
    Set<String> known = new HashSet<>();
    others.forEach(one -> known.add(sameText.apply(key(one))));
    return findings.stream().filter(one -> !known.contains(sameText.apply(key(one)))).toList();
  }

  private static String key(Finding finding) {
    return finding.rule() + finding.concept() + finding.hop() + finding.field() + finding.message();
  }
}
