package dev.shelftwin.testkit;

import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldAccess;
import dev.shelftwin.shape.FieldFacts;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shape.Hierarchy;
import dev.shelftwin.shape.Shape.Methods;
import dev.shelftwin.shape.Shape.ShapeFacts;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.shape.Visibility;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** Shapes of records, without code that is read. */
public final class MemoryShapes implements Shapes {

  private final Map<String, Shape> shapes = new TreeMap<>();

  /**
   * Adds a record.
   *
   * @param components such as {@code String code}; types of {@code java.lang}, primitive types, and
   *     qualified names
   */
  public MemoryShapes record(String qualifiedName, String... components) {
    TypeRef type = type(qualifiedName);
    Place place = Place.in(qualifiedName);
    List<Field> fields = new ArrayList<>();
    List<Parameter> parameters = new ArrayList<>();
    for (String component : components) {
      TypeRef componentType = type(component.substring(0, component.indexOf(' ')));
      String name = component.substring(component.indexOf(' ') + 1);
      Access reader = new Access(Access.Kind.METHOD, name, componentType, Visibility.PUBLIC);
      fields.add(
          new Field(
              name,
              componentType,
              FieldFacts.of(Presence.UNSPECIFIED),
              true,
              FieldAccess.of(Optional.of(reader), Optional.empty()),
              place));
      parameters.add(new Parameter(name, componentType));
    }
    Creator constructor =
        new Creator(
            type,
            Creator.CONSTRUCTOR,
            parameters,
            type,
            Visibility.PUBLIC,
            false,
            place,
            Optional.empty());
    shapes.put(
        qualifiedName,
        new Shape(
            type,
            Shape.Kind.RECORD,
            Hierarchy.NONE,
            fields,
            new Methods(List.of(constructor), List.of(), List.of()),
            List.of(),
            ShapeFacts.NONE,
            place));
    return this;
  }

  @Override
  public Optional<Shape> find(String fullName) {
    return Optional.ofNullable(shapes.get(fullName));
  }

  @Override
  public List<String> namesIn(String packageName) {
    return shapes.values().stream()
        .map(Shape::type)
        .filter(type -> type.packageName().equals(packageName))
        .map(TypeRef::name)
        .toList();
  }

  @Override
  public List<String> packages() {
    return shapes.values().stream().map(shape -> shape.type().packageName()).distinct().toList();
  }

  private static TypeRef type(String name) {
    int dot = name.lastIndexOf('.');
    if (dot >= 0) {
      return TypeRef.of(name.substring(0, dot), name.substring(dot + 1));
    }
    return Character.isUpperCase(name.charAt(0)) ? TypeRef.lang(name) : TypeRef.of("", name);
  }
}
