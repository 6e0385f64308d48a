package dev.shelftwin.ledger;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Nearest;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.GivenValue;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.Omission;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import java.util.stream.Stream;

/** Checks the names of fields, creators and methods in a plan. */
final class NameChecks {

  private final Plan plan;
  private final Shapes shapes;
  private final LayerTypes layerTypes;
  private final FieldPaths paths;
  private final List<Finding> findings;

  /**
   * @param findings receives a finding for each unknown name
   */
  NameChecks(Plan plan, Shapes shapes, LayerTypes layerTypes, List<Finding> findings) {
    this.plan = plan;
    this.shapes = shapes;
    this.layerTypes = layerTypes;
    this.paths = new FieldPaths(shapes);
    this.findings = findings;
  }

  /** Checks the names in the rows, omissions and creators of a concept. */
  void check(Concept concept, List<ResolvedShape> resolved) {
    resolved.forEach(shape -> checkBuild(concept, shape));
    concept.rows().forEach(row -> checkRow(concept, row, resolved));
    for (Omission omission : concept.omissions()) {
      Shape hub = hub(concept, resolved).shape();
      omission.fields().stream()
          .filter(field -> paths.find(hub, field.value()).isEmpty())
          .forEach(
              field ->
                  unknown(
                      concept.name(),
                      field,
                      hub + " has no field '" + field + "'",
                      paths.alternatives(hub, field.value())));
    }
  }

  /** Checks the names outside the concepts. */
  void checkRest() {
    plan.wire().mapper().ifPresent(method -> checkMethod("wire", method));
    plan.layers().stream()
        .map(Layer::style)
        .flatMap(style -> Stream.concat(style.onClass().stream(), style.onConstructor().stream()))
        .distinct()
        .filter(annotation -> shapes.find(annotation.value()).isEmpty())
        .forEach(
            annotation ->
                unknown(
                    "mappers",
                    annotation,
                    "The code has no annotation '" + annotation + "'",
                    List.of()));
    plan.samples().forEach(this::checkSample);
  }

  private void checkSample(String type, Text method) {
    boolean known =
        shapes.find(type).isPresent()
            || plan.layers().stream()
                .flatMap(layer -> layerTypes.packages(layer).stream())
                .anyMatch(packageName -> shapes.find(packageName + "." + type).isPresent());
    if (!known) {
      List<String> there =
          plan.layers().stream().flatMap(layerTypes::types).map(TypeRef::name).toList();
      Text name = new Text(type, method.at());
      unknown("samples", name, "No layer has a type named '" + type + "'", there);
    }
    checkMethod("samples", method);
  }

  private void checkBuild(Concept concept, ResolvedShape shape) {
    List<String> creators =
        shape.shape().creators().stream()
            .map(creator -> creator.isConstructor() ? "new" : creator.name())
            .distinct()
            .toList();
    shape.use().build().values().stream()
        .filter(creator -> !creators.contains(creator.value()))
        .forEach(
            creator ->
                unknown(
                    concept.name(),
                    creator,
                    shape + " has no constructor or factory method '" + creator + "'",
                    creators));
  }

  private void checkRow(Concept concept, Row row, List<ResolvedShape> resolved) {
    row.names().forEach((key, field) -> checkField(concept, key, field, resolved));
    row.lists()
        .forEach((key, fields) -> fields.forEach(f -> checkField(concept, key, f, resolved)));
    checkCodes(concept, row, resolved);
    row.by()
        .all()
        .filter(by -> by.value().contains(".")) // otherwise it is a property of an enumeration
        .filter(by -> shapes.find(by.value()).isEmpty()) // a class is fine
        .forEach(by -> checkMethod(concept.name(), by));
    row.given()
        .all()
        .filter(GivenValue.StaticMethod.class::isInstance)
        .forEach(given -> checkMethod(concept.name(), ((GivenValue.StaticMethod) given).method()));
  }

  /** Checks that the constants with codes belong to an enumeration that the row names. */
  private void checkCodes(Concept concept, Row row, List<ResolvedShape> resolved) {
    List<String> constants =
        resolved.stream()
            .flatMap(
                shape ->
                    row.nameIn(shape.use(), concept).stream()
                        .flatMap(name -> paths.find(shape.shape(), name).stream()))
            .flatMap(field -> shapes.find(Container.held(field.type())).stream())
            .flatMap(shape -> shape.constants().stream())
            .toList();
    row.codes()
        .all()
        .flatMap(
            codes ->
                Stream.concat(
                    codes.byConstant().keySet().stream().map(name -> new Text(name, codes.at())),
                    codes.otherwise().stream()))
        .filter(constant -> !constants.contains(constant.value()))
        .forEach(
            constant ->
                unknown(
                    concept.name(),
                    constant,
                    "The fields of this row have no constant '" + constant + "'",
                    constants));
  }

  private void checkField(Concept concept, String key, Text field, List<ResolvedShape> resolved) {
    List<ResolvedShape> meant =
        resolved.stream()
            .filter(shape -> shape.use().isNamed(key) || shape.layer().name().equals(key))
            .toList();
    if (meant.stream().noneMatch(shape -> has(shape, field.value(), concept))) {
      List<String> there =
          meant.stream()
              .flatMap(shape -> paths.alternatives(shape.shape(), field.value()).stream())
              .toList();
      String owners = String.join(", ", meant.stream().map(ResolvedShape::label).toList());
      unknown(concept.name(), field, owners + " has no field '" + field + "'", there);
    }
  }

  private boolean has(ResolvedShape shape, String field, Concept concept) {
    return paths.find(shape.shape(), field).isPresent()
        || shape.parts().stream().anyMatch(part -> part.field().name().equals(field))
        || (shape.use().equals(concept.hub())
            && shape.shape().creators().stream()
                .flatMap(creator -> creator.parameters().stream())
                .map(Parameter::name)
                .anyMatch(field::equals));
  }

  private void checkMethod(String concept, Text name) {
    int dot = name.value().lastIndexOf('.');
    String owner = dot < 0 ? "" : name.value().substring(0, dot);
    Optional<Shape> shape = shapes.find(owner);
    if (shape.isEmpty()) {
      unknown(concept, name, "The code has no class or static method '" + name + "'", List.of());
      return;
    }
    Text method = new Text(name.value().substring(dot + 1), name.at());
    List<String> methods =
        Stream.concat(shape.get().statics().stream(), shape.get().converters().stream())
            .map(Creator::name)
            .toList();
    if (!methods.contains(method.value())) {
      unknown(concept, method, owner + " has no static method '" + method + "'", methods);
    }
  }

  private static ResolvedShape hub(Concept concept, List<ResolvedShape> resolved) {
    return resolved.stream()
        .filter(shape -> shape.use().equals(concept.hub()))
        .findFirst()
        .orElseThrow();
  }

  private void unknown(String concept, Text name, String message, Collection<String> known) {
    Remedy remedy = Remedy.advice(Nearest.remedy(name.value(), new TreeSet<>(known)));
    findings.add(Finding.of(RuleId.UNKNOWN_NAME, concept, message, name.at(), remedy));
  }
}
