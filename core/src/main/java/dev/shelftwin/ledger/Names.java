package dev.shelftwin.ledger;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Nearest;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.Omission;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Callable;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;

/** Finds what the plan names in the code; what the code does not have becomes a finding. */
final class Names {

  private final Plan plan;
  private final Map<String, Set<String>> typesBySimpleName = new HashMap<>();
  private final Shapes shapes;
  private final List<Finding> findings;
  private final PartRows parts;

  Names(Plan plan, List<Concept> concepts, Shapes shapes, List<Finding> findings) {
    this.plan = plan;
    this.shapes = shapes;
    this.findings = findings;
    this.parts = new PartRows(shapes);
    concepts.stream()
        .flatMap(concept -> concept.shapes().stream())
        .forEach(
            use ->
                typesBySimpleName
                    .computeIfAbsent(bare(use.simpleName()), name -> new HashSet<>())
                    .add(use.layer().name() + " " + bare(use.qualifiedName())));
  }

  /** The concept's shapes; empty where the code lacks one of them. */
  Optional<List<Station>> stations(Concept concept) {
    List<Station> stations = new ArrayList<>();
    for (ShapeUse use : concept.shapes()) {
      Layer layer = use.layer();
      Optional<Shape> shape = shapes.find(use.qualifiedName());
      shape.ifPresent(found -> stations.add(parts.station(concept, use, found, label(use))));
      if (shape.isPresent() && !use.hasArguments() && !shape.get().type().arguments().isEmpty()) {
        String example = use.type() + "<" + concept.name() + ">";
        unknown(
            concept.name(),
            new Text(use.type(), use.at()),
            "the plan does not say what stands for the type parameters of",
            "write it with them, like '" + example + "'");
        return Optional.empty();
      }
      if (shape.isEmpty()) {
        unknown(
            concept.name(),
            new Text(use.type(), use.at()),
            "the package " + layer.packageName() + " of the layer " + layer.name() + " has no type",
            shapes.namesIn(layer.packageName()));
      }
    }
    boolean whole = stations.size() == concept.shapes().size();
    return whole ? Optional.of(stations) : Optional.empty();
  }

  /** Checks every name that a concept's rows, omissions and makers use. */
  void check(Concept concept, List<Station> stations, Paths paths) {
    stations.forEach(station -> checkBuild(concept, station));
    concept.rows().forEach(row -> checkRow(concept, row, stations, paths));
    for (Omission omission : concept.omissions()) {
      Shape hub = hub(concept, stations).shape();
      omission.fields().stream()
          .filter(field -> hub.field(field.value()).isEmpty())
          .forEach(field -> unknown(concept.name(), field, hub + " has no field", fieldNames(hub)));
    }
  }

  /** Checks the types and methods that the plan names outside its concepts. */
  void checkRest() {
    plan.wire().ifPresent(method -> checkMethod("wire", method));
    plan.layers().stream()
        .map(Layer::style)
        .flatMap(style -> Stream.concat(style.onClass().stream(), style.onConstructor().stream()))
        .distinct()
        .filter(annotation -> shapes.find(annotation.value()).isEmpty())
        .forEach(
            annotation -> unknown("mappers", annotation, "the code has no annotation", List.of()));
    plan.samples()
        .forEach(
            (type, method) -> {
              boolean known =
                  find("", type).isPresent()
                      || plan.layers().stream()
                          .anyMatch(layer -> find(layer.packageName(), type).isPresent());
              if (!known) {
                List<String> there =
                    plan.layers().stream()
                        .flatMap(layer -> shapes.namesIn(layer.packageName()).stream())
                        .toList();
                unknown("samples", new Text(type, method.at()), "no layer has a type", there);
              }
              checkMethod("samples", method);
            });
  }

  private void checkBuild(Concept concept, Station station) {
    List<String> makers =
        station.shape().makers().stream()
            .map(maker -> maker.isConstructor() ? "new" : maker.name())
            .distinct()
            .toList();
    station.use().build().values().stream()
        .filter(maker -> !makers.contains(maker.value()))
        .forEach(
            maker ->
                unknown(
                    concept.name(), maker, station + " is not made by anything called", makers));
  }

  private void checkRow(Concept concept, Row row, List<Station> stations, Paths paths) {
    row.names().forEach((key, field) -> checkField(concept, key, field, stations, paths));
    row.lists()
        .forEach(
            (key, fields) ->
                fields.forEach(field -> checkField(concept, key, field, stations, paths)));
    checkCodes(concept, row, stations, paths);
    Stream.concat(row.by().everywhere().stream(), row.by().only().values().stream())
        .filter(by -> by.value().contains(".")) // else it belongs to an enumeration
        .filter(by -> shapes.find(by.value()).isEmpty()) // a whole class is right here
        .forEach(by -> checkMethod(concept.name(), by));
    Stream.concat(row.given().everywhere().stream(), row.given().only().values().stream())
        .flatMap(given -> given.method().stream())
        .forEach(method -> checkMethod(concept.name(), method));
  }

  /** The constants that a row gives codes must be those of an enumeration that it names. */
  private void checkCodes(Concept concept, Row row, List<Station> stations, Paths paths) {
    List<String> constants =
        stations.stream()
            .flatMap(
                station ->
                    row.nameIn(station.use(), concept).stream()
                        .flatMap(name -> paths.find(station.shape(), name).stream()))
            .flatMap(field -> shapes.find(Container.held(field.type())).stream())
            .flatMap(shape -> shape.constants().stream())
            .toList();
    Stream.concat(row.codes().everywhere().stream(), row.codes().only().values().stream())
        .flatMap(
            codes -> {
              Stream<Text> named =
                  codes.byConstant().keySet().stream().map(name -> new Text(name, codes.at()));
              return Stream.concat(named, codes.otherwise().stream());
            })
        .filter(constant -> !constants.contains(constant.value()))
        .forEach(
            constant ->
                unknown(concept.name(), constant, "the row's fields have no constant", constants));
  }

  private void checkField(
      Concept concept, String key, Text field, List<Station> stations, Paths paths) {
    List<Station> meant =
        stations.stream()
            .filter(
                station ->
                    station.use().simpleName().equals(key) || station.layer().name().equals(key))
            .toList();
    if (meant.stream().noneMatch(station -> has(station, field.value(), concept, paths))) {
      List<String> there =
          meant.stream()
              .flatMap(station -> paths.names(station.shape(), field.value()).stream())
              .toList();
      String owners = String.join(", ", meant.stream().map(Station::label).toList());
      unknown(concept.name(), field, owners + " has no field", there);
    }
  }

  private static boolean has(Station station, String field, Concept concept, Paths paths) {
    return paths.find(station.shape(), field).isPresent()
        || station.parts().stream().anyMatch(part -> part.field().name().equals(field))
        || (station.use().equals(concept.hub())
            && station.shape().makers().stream()
                .flatMap(maker -> maker.parameters().stream())
                .map(Parameter::name)
                .anyMatch(field::equals));
  }

  private void checkMethod(String concept, Text name) {
    int dot = name.value().lastIndexOf('.');
    String owner = dot < 0 ? "" : name.value().substring(0, dot);
    Optional<Shape> shape = shapes.find(owner);
    if (shape.isEmpty()) {
      unknown(concept, name, "the code has no class or static method", List.of());
      return;
    }
    Text method = new Text(name.value().substring(dot + 1), name.at());
    List<String> methods =
        Stream.concat(shape.get().statics().stream(), shape.get().converters().stream())
            .map(Callable::name)
            .toList();
    if (!methods.contains(method.value())) {
      unknown(concept, method, owner + " has no static method", methods);
    }
  }

  private Optional<Shape> find(String packageName, String type) {
    return (packageName.isEmpty() ? Optional.<Shape>empty() : shapes.find(packageName + "." + type))
        .or(() -> type.contains(".") ? shapes.find(type) : Optional.empty());
  }

  private String label(ShapeUse use) {
    boolean repeats = typesBySimpleName.getOrDefault(bare(use.simpleName()), Set.of()).size() > 1;
    return repeats ? use.layer().name() + "/" + use.simpleName() : use.simpleName();
  }

  /** A name without its type arguments. */
  private static String bare(String name) {
    return name.replaceFirst("<.*", "");
  }

  private static Station hub(Concept concept, List<Station> stations) {
    return stations.stream()
        .filter(station -> station.use().equals(concept.hub()))
        .findFirst()
        .orElseThrow();
  }

  private static List<String> fieldNames(Shape shape) {
    return shape.fields().stream().map(Field::name).toList();
  }

  private void unknown(String concept, Text name, String what, Collection<String> known) {
    unknown(concept, name, what, Nearest.remedy(name.value(), new TreeSet<>(known)));
  }

  private void unknown(String concept, Text name, String what, String remedy) {
    findings.add(
        new Finding(
            RuleId.UNKNOWN_NAME,
            concept,
            Optional.empty(),
            Optional.empty(),
            what + " " + name,
            List.of(Remedy.advice(remedy)),
            name.at()));
  }
}
