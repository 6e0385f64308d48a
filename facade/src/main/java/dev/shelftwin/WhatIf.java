package dev.shelftwin;

import dev.shelftwin.change.AddedField;
import dev.shelftwin.change.ChangedSources;
import dev.shelftwin.change.RemovedField;
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
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Predicate;
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
    if (sources.files().isEmpty()) {
      throw new InputException(
          Place.in("--in " + String.join(",", only)),
          concept.name() + " has no such layer or type",
          "name layers of the plan, or types of the concept");
    }
    return preview(sources, plan);
  }

  private ChangePreview preview(ChangedSources sources, Plan plan) {
    Path folder = written(sources);
    List<Path> first = new ArrayList<>(List.of(folder));
    first.addAll(code.sources());
    CodePaths changed = new CodePaths(code.classes(), first, code.classPath(), code.described());
    try (ShelfTwin then = open.apply(plan, changed)) {
      List<Finding> before = now.check().findings();
      List<Finding> after =
          then.check().findings().stream().map(one -> inPlace(one, folder, sources)).toList();
      Generated mappers = then.generate();
      Generated present = now.generate();
      Map<String, String> texts = present.texts();
      List<String> own = present.files().stream().map(SourceFile::path).toList();
      List<String> callers = new Callers(code.sources(), own).of(recreated(then));
      return new ChangePreview(
          new ChangedSources(sources.files(), callers),
          without(after, before),
          without(before, after),
          mappers.texts().entrySet().stream()
              .filter(mapper -> !mapper.getValue().equals(texts.get(mapper.getKey())))
              .map(Map.Entry::getKey)
              .sorted()
              .toList(),
          mappers.unwritten().stream().map(one -> one.mapper() + ": " + one.reason()).toList(),
          uncompiled(changed, mappers, folder, sources));
    } finally {
      DescribedCode.delete(folder);
    }
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
    return Stream.concat(shape.creators().stream(), shape.statics().stream())
        .map(one -> one.name() + one.parameters().stream().map(Parameter::type).toList())
        .toList();
  }

  /** What the compiler says about the changed sources, and about the mappers of them. */
  private static List<String> uncompiled(
      CodePaths changed, Generated mappers, Path folder, ChangedSources sources) {
    try {
      return changed
          .userCode()
          .run(
              mappers.texts(),
              List.of(),
              (loader, failures) ->
                  failures.entrySet().stream()
                      .map(one -> one.getKey() + ": " + one.getValue())
                      .toList());
    } catch (InputException wrong) {
      return wrong.errors().stream()
          .map(error -> inPlace(error.at(), folder, sources) + ": " + error.message())
          .toList();
    }
  }

  /** Findings that are not among others, wherever they stand. */
  private static List<Finding> without(List<Finding> findings, List<Finding> others) {
    Set<String> known = new HashSet<>();
    others.forEach(one -> known.add(key(one)));
    return findings.stream().filter(one -> !known.contains(key(one))).toList();
  }

  private static String key(Finding finding) {
    return finding.rule() + finding.concept() + finding.hop() + finding.field() + finding.message();
  }

  private static Finding inPlace(Finding finding, Path folder, ChangedSources sources) {
    return new Finding(
        finding.rule(),
        finding.concept(),
        finding.hop(),
        finding.field(),
        finding.message(),
        finding.remedies(),
        inPlace(finding.at(), folder, sources));
  }

  /** A place in a changed source as one in the source itself. */
  private static Place inPlace(Place at, Path folder, ChangedSources sources) {
    Path file = Path.of(at.file());
    return sources.files().keySet().stream()
        .filter(source -> file.startsWith(folder) && source.endsWith(file.getFileName()))
        .findFirst()
        .map(source -> new Place(source.toString(), at.line(), at.column(), at.text()))
        .orElse(at);
  }

  private static Path written(ChangedSources sources) {
    try {
      Path folder =
          Files.createTempDirectory(DescribedCode.FOLDER + ProcessHandle.current().pid() + "-");
      for (Map.Entry<Path, ChangedSources.Changed> file : sources.files().entrySet()) {
        if (!file.getKey().toString().endsWith(".java")) {
          continue; // the plan, which is at hand
        }
        Path inPackage = folder.resolve(file.getValue().packageName().replace('.', '/'));
        Files.createDirectories(inPackage);
        Files.writeString(
            inPackage.resolve(file.getKey().getFileName().toString()), file.getValue().after());
      }
      return folder;
    } catch (IOException full) {
      throw new UncheckedIOException(full);
    }
  }
}
