package dev.shelftwin.source;

import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
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

  private static final String OBJECT = "java.lang.Object";

  private final Types types;
  private final TypeReader typeReader;
  private final CreatorReader creators;

  BuilderReader(Types types, TypeReader typeReader, CreatorReader creators) {
    this.types = types;
    this.typeReader = typeReader;
    this.creators = creators;
  }

  /** Each way to begin a builder of a type, with all values that can be handed to it. */
  List<Creator> builders(TypeElement made, TypeRef ref) {
    List<Creator> builders = new ArrayList<>();
    Map<String, TypeRef> shown = shown(made);
    for (ExecutableElement method : ElementFilter.methodsIn(made.getEnclosedElements())) {
      if (method.getModifiers().contains(Modifier.STATIC)
          && method.getReturnType() instanceof DeclaredType given
          && method.getReturnType().getKind() == TypeKind.DECLARED
          && !types.isSameType(types.erasure(given), types.erasure(made.asType()))) {
        String name = method.getSimpleName().toString();
        Creator start = creators.start(ref, name, method, ref, shown.keySet());
        whole(start, (TypeElement) given.asElement(), made, shown).ifPresent(builders::add);
      }
    }
    for (TypeElement nested : ElementFilter.typesIn(made.getEnclosedElements())) {
      if (nested.getModifiers().contains(Modifier.STATIC)
          && !nested.getModifiers().contains(Modifier.ABSTRACT)) {
        TypeRef builder = typeReader.read(nested);
        for (ExecutableElement start : ElementFilter.constructorsIn(nested.getEnclosedElements())) {
          Creator begun = creators.start(builder, Creator.CONSTRUCTOR, start, ref, shown.keySet());
          whole(begun, nested, made, shown).ifPresent(builders::add);
        }
      }
    }
    return builders;
  }

  private Optional<Creator> whole(
      Creator start, TypeElement builder, TypeElement made, Map<String, TypeRef> shown) {
    List<ExecutableElement> methods =
        methods(builder).stream()
            .filter(method -> !method.getModifiers().contains(Modifier.STATIC))
            .filter(method -> method.getModifiers().contains(Modifier.PUBLIC))
            .toList();
    return methods.stream()
        .filter(method -> method.getParameters().isEmpty())
        .filter(method -> isSame(method.getReturnType(), made.asType()))
        .map(method -> method.getSimpleName().toString())
        .findFirst()
        .map(finish -> whole(start, builder, ordered(methods, shown), finish));
  }

  private Creator whole(
      Creator start, TypeElement builder, List<ExecutableElement> methods, String finish) {
    Map<String, String> steps = new LinkedHashMap<>();
    List<Parameter> values = new ArrayList<>();
    Set<String> begun =
        start.parameters().stream().map(Parameter::name).collect(Collectors.toSet());
    for (ExecutableElement method : methods) {
      boolean goesOn = isWithin(builder.asType(), method.getReturnType());
      String value = value(method.getSimpleName().toString());
      boolean whole = method.getParameters().size() == 1 && !takesOneOf(method, methods);
      if (whole && goesOn && !begun.contains(value) && !steps.containsKey(value)) {
        steps.put(value, method.getSimpleName().toString());
        values.add(new Parameter(value, taken(method)));
      }
    }
    return new Creator(
        start.owner(),
        start.name(),
        Stream.concat(start.parameters().stream(), values.stream()).toList(),
        start.returns(),
        start.visibility(),
        methods.stream().anyMatch(step -> isOverloaded(step, methods)),
        start.place(),
        Optional.of(new Creator.Builder(typeReader.read(builder), steps, finish, true)));
  }

  private static boolean isOverloaded(ExecutableElement step, List<ExecutableElement> methods) {
    return methods.stream()
        .anyMatch(
            other ->
                !other.equals(step)
                    && other.getSimpleName().equals(step.getSimpleName())
                    && other.getParameters().size() == step.getParameters().size());
  }

  /**
   * The steps of a builder; of those of one name the one that takes what the object shows first.
   */
  private List<ExecutableElement> ordered(
      List<ExecutableElement> steps, Map<String, TypeRef> shown) {
    return steps.stream()
        .sorted(
            Comparator.comparing(
                step ->
                    step.getParameters().size() != 1
                        || !taken(step).equals(shown.get(value(step.getSimpleName().toString())))))
        .toList();
  }

  /** What the methods of a type without parameters return, by the names of the values. */
  private Map<String, TypeRef> shown(TypeElement made) {
    Map<String, TypeRef> shown = new HashMap<>();
    for (ExecutableElement method : ElementFilter.methodsIn(made.getEnclosedElements())) {
      if (method.getParameters().isEmpty()) {
        TypeRef type = typeReader.read(method.getReturnType());
        shown.put(value(method.getSimpleName().toString()), type);
      }
    }
    return shown;
  }

  /** What a step takes; any collection where it takes all that has elements. */
  private TypeRef taken(ExecutableElement step) {
    TypeRef type = typeReader.read(step.getParameters().get(0).asType());
    return type.qualifiedName().equals("java.lang.Iterable")
        ? new TypeRef("java.util", "Collection", type.arguments(), 0)
        : type;
  }

  /**
   * Whether a method takes one element of what another one takes as a whole, such as {@code
   * ingredient(one)} beside {@code ingredients(all)}.
   */
  private boolean takesOneOf(ExecutableElement method, List<ExecutableElement> methods) {
    TypeRef element = typeReader.read(method.getParameters().get(0).asType());
    Set<String> plurals = Set.copyOf(Plurals.of(value(method.getSimpleName().toString())));
    return methods.stream()
        .filter(other -> other.getParameters().size() == 1)
        .filter(other -> plurals.contains(value(other.getSimpleName().toString())))
        .map(other -> typeReader.read(other.getParameters().get(0).asType()))
        .anyMatch(all -> Container.of(all).isPresent() && Container.element(all).equals(element));
  }

  /** The methods of a builder, those of the builders that it extends first. */
  private static List<ExecutableElement> methods(TypeElement builder) {
    List<ExecutableElement> methods = new ArrayList<>();
    if (builder.getSuperclass() instanceof DeclaredType wider
        && !((TypeElement) wider.asElement()).getQualifiedName().contentEquals(OBJECT)) {
      methods.addAll(methods((TypeElement) wider.asElement()));
    }
    methods.addAll(ElementFilter.methodsIn(builder.getEnclosedElements()));
    return methods;
  }

  /** Whether objects of a builder's type are objects of what one of its methods returns. */
  private boolean isWithin(TypeMirror builder, TypeMirror returned) {
    TypeMirror erased = types.erasure(returned);
    return erased instanceof DeclaredType declared
        && !((TypeElement) declared.asElement()).getQualifiedName().contentEquals(OBJECT)
        && types.isSubtype(types.erasure(builder), erased);
  }

  private boolean isSame(TypeMirror one, TypeMirror other) {
    return types.isSameType(types.erasure(one), types.erasure(other));
  }

  /** What a method takes: the name alone, or behind {@code set} or {@code with}. */
  private static String value(String method) {
    for (String prefix : List.of("set", "with", "get")) {
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
