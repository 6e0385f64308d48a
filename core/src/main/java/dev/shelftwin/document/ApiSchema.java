package dev.shelftwin.document;

import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Place;
import java.math.BigDecimal;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;

/**
 * A schema (JSON Schema 2020-12; OpenAPI 3.0 where it differs) with everything that it refers to or
 * combines by {@code allOf}. Where it offers alternatives, or refers to something that is not
 * there, nothing is certain.
 */
public final class ApiSchema {

  private final DocumentFiles files;
  private final Node node;

  /** Itself and everything that it refers to or combines, the nearest first. */
  private final Set<Node> parts = new LinkedHashSet<>();

  private boolean open;
  private boolean nullable;

  private ApiSchema(Node node, DocumentFiles files) {
    this.files = files;
    this.node = node;
    collect(node);
  }

  static ApiSchema of(Node node, DocumentFiles files) {
    return new ApiSchema(node, files);
  }

  private void collect(Node part) {
    if (!(part instanceof MappingNode)) {
      open = true; // true allows everything, false nothing
      return;
    }
    if (!parts.add(part)) {
      return;
    }
    open |= files.isBroken(part);
    files.referenced(part).ifPresent(this::collect);
    Nodes.get(part, "allOf").ifPresent(all -> Nodes.items(all).forEach(this::collect));
    nullable |= Nodes.isTrue(part, "nullable") || Nodes.texts(part, "type").contains("null");
    Nodes.get(part, "oneOf").ifPresent(this::alternatives);
    Nodes.get(part, "anyOf").ifPresent(this::alternatives);
  }

  private void alternatives(Node list) {
    List<Node> values =
        Nodes.items(list).stream()
            .filter(one -> !Nodes.texts(one, "type").equals(List.of("null")))
            .toList();
    nullable |= values.size() < Nodes.items(list).size();
    if (values.size() == 1) {
      collect(values.get(0));
    } else {
      open = true;
    }
  }

  /** Whether it offers alternatives or cannot be read, so that nothing else is certain. */
  public boolean isOpen() {
    return open;
  }

  /** Whether null is allowed. */
  public boolean isNullable() {
    return nullable;
  }

  /** The types but null; any type if empty. */
  public Set<String> types() {
    return parts.stream()
        .flatMap(part -> Nodes.texts(part, "type").stream())
        .filter(type -> !type.equals("null"))
        .collect(Collectors.toCollection(LinkedHashSet::new));
  }

  /** The format, such as date-time. */
  public Optional<String> format() {
    return text("format");
  }

  /** The names of the properties that must be there. */
  public Set<String> required() {
    return parts.stream()
        .flatMap(part -> Nodes.texts(part, "required").stream())
        .collect(Collectors.toCollection(LinkedHashSet::new));
  }

  /**
   * The name of the property that is called so, or that differs in its spelling only: a JSON
   * library may write {@code givenName} as {@code given_name}.
   */
  public Optional<String> property(String name) {
    Set<String> names = properties().keySet();
    return names.contains(name)
        ? Optional.of(name)
        : names.stream().filter(one -> plain(one).equals(plain(name))).findFirst();
  }

  private static String plain(String name) {
    return name.replaceAll("[_-]", "").toLowerCase(Locale.ROOT);
  }

  /** The properties of an object, in the order of the document. */
  public Map<String, ApiSchema> properties() {
    Map<String, ApiSchema> properties = new LinkedHashMap<>();
    for (Node part : parts) {
      Nodes.get(part, "properties")
          .ifPresent(
              all ->
                  Nodes.entries(all)
                      .forEach(
                          (name, value) ->
                              properties.putIfAbsent(name, new ApiSchema(value, files))));
    }
    return properties;
  }

  /** The elements of an array. */
  public Optional<ApiSchema> items() {
    return first("items").map(items -> new ApiSchema(items, files));
  }

  /** The values of an object whose properties have any names. */
  public Optional<ApiSchema> values() {
    return first("additionalProperties")
        .filter(MappingNode.class::isInstance)
        .map(values -> new ApiSchema(values, files));
  }

  /** The only allowed values, as texts; any if empty. */
  public List<String> constants() {
    return parts.stream()
        .flatMap(part -> Nodes.texts(part, "enum").stream())
        .filter(text -> !text.equals("null"))
        .toList();
  }

  public boolean isReadOnly() {
    return parts.stream().anyMatch(part -> Nodes.isTrue(part, "readOnly"));
  }

  public boolean isWriteOnly() {
    return parts.stream().anyMatch(part -> Nodes.isTrue(part, "writeOnly"));
  }

  /** The allowed lengths and numbers. */
  public Limits limits() {
    Limits.Builder limits = new Limits.Builder();
    for (Node part : parts) {
      number(part, "minLength", value -> limits.minLength(value.intValue()));
      number(part, "maxLength", value -> limits.maxLength(value.intValue()));
      boundary(part, "minimum", "exclusiveMinimum", limits::min);
      boundary(part, "maximum", "exclusiveMaximum", limits::max);
      Nodes.text(part, "pattern").ifPresent(limits::pattern);
    }
    return limits.build();
  }

  /** In OpenAPI 3.0, the exclusive limit is a truth beside the other. */
  private static void boundary(
      Node part, String inclusive, String exclusive, Consumer<Limits.Bound> limit) {
    boolean excluded = Nodes.isTrue(part, exclusive);
    number(part, inclusive, value -> limit.accept(new Limits.Bound(value, !excluded)));
    number(part, exclusive, value -> limit.accept(new Limits.Bound(value, false)));
  }

  private static void number(Node part, String key, Consumer<BigDecimal> use) {
    Nodes.text(part, key)
        .filter(text -> text.matches("[-+]?\\d{1,40}(\\.\\d{1,40})?([eE][-+]?\\d{1,3})?"))
        .map(BigDecimal::new)
        .ifPresent(use);
  }

  private Optional<String> text(String key) {
    return parts.stream().flatMap(part -> Nodes.text(part, key).stream()).findFirst();
  }

  private Optional<Node> first(String key) {
    return parts.stream().flatMap(part -> Nodes.get(part, key).stream()).findFirst();
  }

  /** Where it is. */
  public Place place() {
    return Nodes.place(node);
  }
}
