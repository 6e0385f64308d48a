package dev.shelftwin.observe;

import dev.shelftwin.finding.FieldId;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Shape;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Collects what is found in one mapper, unless the plan accepts it. */
final class MapperFindings {

  private final ConceptLedger concept;
  private final HopLedger hop;
  private final Text method;
  private final List<Finding> findings = new ArrayList<>();
  private @Nullable Constants constants;
  private Optional<Shape> owner = Optional.empty();
  private String called = "";
  private boolean updates;

  MapperFindings(ConceptLedger concept, HopLedger hop, Text method) {
    this.concept = concept;
    this.hop = hop;
    this.method = method;
  }

  /** Lets findings say where in the mapper something is. */
  void at(Constants code, Optional<Shape> mapper, MapperCall call) {
    constants = code;
    owner = mapper;
    called = call.nameAndDescriptor();
    updates = call.updates();
  }

  /** Whether the mapper fills an object that is there already. */
  boolean isUpdate() {
    return updates;
  }

  ConceptLedger concept() {
    return concept;
  }

  HopLedger hop() {
    return hop;
  }

  Text method() {
    return method;
  }

  /**
   * Returns all findings so far, without two kinds of repetition: a difference from the plan where
   * the field is crossed, and a finding about the inner objects of a tree that its root has too.
   */
  List<Finding> all() {
    return findings.stream().filter(finding -> !isTold(finding)).toList();
  }

  private boolean isTold(Finding finding) {
    String ofRoot = ofRoot(finding.message());
    return findings.stream()
        .filter(
            other -> other.rule() != finding.rule() || !other.message().equals(finding.message()))
        .anyMatch(
            other ->
                (finding.rule() == RuleId.MAPPER_DIFFERS
                        && other.rule() == RuleId.MAPPER_CROSSES
                        && other.field().equals(finding.field()))
                    || (finding.rule() == other.rule() && other.message().equals(ofRoot)));
  }

  /** A message about the objects within a tree, as it would be about its root. */
  private String ofRoot(String message) {
    return Stream.of(hop.hop().from().shape(), hop.hop().to().shape())
        .flatMap(
            shape ->
                shape
                    .storedFields()
                    .filter(field -> Container.held(field.type()).equals(shape.type())))
        .map(field -> Pattern.quote(field.name()) + "(\\[])?\\.")
        .reduce(message, (text, inner) -> text.replaceAll("(?<=\\.)" + inner, ""));
  }

  /** Whether a path begins at a parameter of a mapper beside the object that it maps. */
  static boolean isOfFurtherArgument(String path) {
    return path.startsWith("(");
  }

  String source(String path) {
    return isOfFurtherArgument(path) ? path : hop.hop().from().shownName() + "." + path;
  }

  String sources(List<String> paths) {
    return String.join(", ", paths.stream().map(this::source).toList());
  }

  /** A path of members of the target, as its methods show the first of them. */
  String shown(String members) {
    String rest = members.replaceFirst("^\\w*", "");
    String first = members.substring(0, members.length() - rest.length());
    return hop.hop().to().shape().fields().stream()
        .filter(field -> field.member().equals(first))
        .findFirst()
        .map(field -> field.name() + rest)
        .orElse(members);
  }

  String target(String path) {
    return hop.hop().to().shownName() + "." + path;
  }

  void add(
      RuleId rule, String path, Optional<FieldMapping> mapping, String message, String advice) {
    if (!isAccepted(rule, path, mapping)) {
      Finding finding =
          new Finding(
              rule,
              concept.name(),
              Optional.of(hop.hop().id()),
              path.isEmpty()
                  ? Optional.empty()
                  : Optional.of(FieldId.of(hop.hop().to().use().simpleName(), path)),
              message,
              List.of(Remedy.advice(advice)),
              place(path));
      if (!findings.contains(finding)) {
        findings.add(finding);
      }
    }
  }

  private boolean isAccepted(RuleId rule, String path, Optional<FieldMapping> mapping) {
    boolean byRow =
        Stream.concat(
                mapping.flatMap(FieldMapping::row).stream(),
                concept.concept().rows().stream()
                    .filter(
                        row ->
                            isAbout(row, hop.hop().to(), path)
                                || isAbout(row, concept.hub(), path)))
            .anyMatch(row -> row.accept().containsKey(rule));
    return byRow
        || Stream.of(hop.hop().from(), hop.hop().to())
            .anyMatch(shape -> shape.layer().defaults().accept().containsKey(rule));
  }

  private static boolean isAbout(Row row, ResolvedShape shape, String path) {
    return row.named(shape.use())
        .filter(field -> !path.isEmpty() && ExpectedFlow.isWithin(path, field.value()))
        .isPresent();
  }

  /** The line of the mapper that sets a field, otherwise the plan's word. */
  private Place place(String path) {
    if (constants == null) {
      return method.at();
    }
    String field = path.substring(path.lastIndexOf('.') + 1);
    String setter =
        hop.hop()
            .to()
            .shape()
            .field(field)
            .flatMap(Field::writer)
            .map(writer -> writer.name())
            .orElse(hop.hop().to().shape().type().binaryName());
    OptionalInt line = constants.line(called, setter);
    Optional<Place> source = owner.map(Shape::place).filter(place -> place.line() > 0);
    return line.isPresent() && source.isPresent()
        ? inSource(source.get().file(), line.getAsInt())
        : method.at();
  }

  private static Place inSource(String file, int line) {
    try (Stream<String> lines = Files.lines(Path.of(file))) {
      String text = lines.skip(line - 1L).findFirst().orElse("");
      int indent = text.length() - text.stripLeading().length();
      return new Place(file, line, indent + 1, text);
    } catch (IOException | UncheckedIOException unreadable) {
      return new Place(file, line, 1, "");
    }
  }
}
