package dev.shelftwin.source;

import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.ElementFilter;
import javax.lang.model.util.Types;

/**
 * Finds builders: a static method of a type, or the constructor of a type nested in it, gives an
 * object that has a method without parameters that gives the type.
 */
final class BuilderReader {

  private final Types types;
  private final TypeReader typeReader;
  private final ShapeReader shapes;

  BuilderReader(Types types, TypeReader typeReader, ShapeReader shapes) {
    this.types = types;
    this.typeReader = typeReader;
    this.shapes = shapes;
  }

  /** Each way to begin a builder of a type, with all values that can be handed to it. */
  List<Creator> builders(TypeElement made, TypeRef ref) {
    List<Creator> builders = new ArrayList<>();
    for (ExecutableElement method : ElementFilter.methodsIn(made.getEnclosedElements())) {
      if (method.getModifiers().contains(Modifier.STATIC)
          && method.getReturnType() instanceof DeclaredType given
          && method.getReturnType().getKind() == TypeKind.DECLARED
          && !types.isSameType(types.erasure(given), types.erasure(made.asType()))) {
        String name = method.getSimpleName().toString();
        Creator start = shapes.callable(ref, name, method, ref);
        whole(start, (TypeElement) given.asElement(), made).ifPresent(builders::add);
      }
    }
    for (TypeElement nested : ElementFilter.typesIn(made.getEnclosedElements())) {
      if (nested.getModifiers().contains(Modifier.STATIC)) {
        TypeRef builder = typeReader.read(nested);
        for (ExecutableElement start : ElementFilter.constructorsIn(nested.getEnclosedElements())) {
          whole(shapes.callable(builder, Creator.CONSTRUCTOR, start, ref), nested, made)
              .ifPresent(builders::add);
        }
      }
    }
    return builders;
  }

  private Optional<Creator> whole(Creator start, TypeElement builder, TypeElement made) {
    List<ExecutableElement> methods =
        ElementFilter.methodsIn(builder.getEnclosedElements()).stream()
            .filter(method -> !method.getModifiers().contains(Modifier.STATIC))
            .filter(method -> method.getModifiers().contains(Modifier.PUBLIC))
            .toList();
    return methods.stream()
        .filter(method -> method.getParameters().isEmpty())
        .filter(method -> isSame(method.getReturnType(), made.asType()))
        .map(method -> method.getSimpleName().toString())
        .findFirst()
        .map(finish -> whole(start, builder, methods, finish));
  }

  private Creator whole(
      Creator start, TypeElement builder, List<ExecutableElement> methods, String finish) {
    Map<String, String> steps = new LinkedHashMap<>();
    List<Parameter> values = new ArrayList<>();
    for (ExecutableElement method : methods) {
      boolean goesOn = isSame(method.getReturnType(), builder.asType());
      String value = value(method.getSimpleName().toString());
      if (method.getParameters().size() == 1 && goesOn && !steps.containsKey(value)) {
        steps.put(value, method.getSimpleName().toString());
        TypeMirror type = method.getParameters().get(0).asType();
        values.add(new Parameter(value, typeReader.read(type)));
      }
    }
    return new Creator(
        start.owner(),
        start.name(),
        Stream.concat(start.parameters().stream(), values.stream()).toList(),
        start.returns(),
        start.visibility(),
        start.place(),
        Optional.of(new Creator.Builder(typeReader.read(builder), steps, finish)));
  }

  private boolean isSame(TypeMirror one, TypeMirror other) {
    return types.isSameType(types.erasure(one), types.erasure(other));
  }

  /** What a method takes: the name alone, or behind {@code set} or {@code with}. */
  private static String value(String method) {
    for (String prefix : List.of("set", "with")) {
      if (method.length() > prefix.length()
          && method.startsWith(prefix)
          && Character.isUpperCase(method.charAt(prefix.length()))) {
        String rest = method.substring(prefix.length());
        return rest.substring(0, 1).toLowerCase(Locale.ROOT) + rest.substring(1);
      }
    }
    return method;
  }
}
