package dev.shelftwin.source;

import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import javax.lang.model.element.Element;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.TypeParameterElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.ExecutableType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.type.TypeVariable;
import javax.lang.model.util.ElementFilter;
import javax.lang.model.util.Elements;
import javax.lang.model.util.Types;

/** Reads the constructors and methods that create objects. */
final class CreatorReader {

  private final Elements elements;
  private final Types types;
  private final Places places;
  private final TypeReader typeReader;
  private final Function<TypeElement, BodyFacts> bodies;
  private final Descriptors descriptors;

  CreatorReader(
      Elements elements,
      Types types,
      Places places,
      TypeReader typeReader,
      Function<TypeElement, BodyFacts> bodies) {
    this.elements = elements;
    this.types = types;
    this.places = places;
    this.typeReader = typeReader;
    this.bodies = bodies;
    this.descriptors = new Descriptors(elements, types);
  }

  List<Creator> constructors(DeclaredType self, TypeRef ref) {
    TypeReader reader = typeReader.with(arguments((TypeElement) self.asElement(), ref));
    return ElementFilter.constructorsIn(self.asElement().getEnclosedElements()).stream()
        .map(creator -> callable(ref, Creator.CONSTRUCTOR, creator, ref, reader, Set.of()))
        .toList();
  }

  List<Creator> converters(DeclaredType self, TypeRef ref, List<Field> fields) {
    TypeElement type = (TypeElement) self.asElement();
    boolean madeOfNothing =
        Declarations.kind(type) == Shape.Kind.CLASS
            && fields.stream().noneMatch(Field::stored)
            && ElementFilter.constructorsIn(type.getEnclosedElements()).stream()
                .anyMatch(creator -> creator.getParameters().isEmpty());
    if (!madeOfNothing) {
      return List.of();
    }
    return ElementFilter.methodsIn(elements.getAllMembers(type)).stream()
        .filter(method -> !method.getModifiers().contains(Modifier.STATIC))
        .filter(method -> !owner(method).getQualifiedName().contentEquals("java.lang.Object"))
        .filter(method -> method.getParameters().size() == 1)
        .filter(method -> method.getReturnType().getKind() != TypeKind.VOID)
        .map(method -> converter(method, self, ref))
        .toList();
  }

  private Creator converter(ExecutableElement method, DeclaredType self, TypeRef ref) {
    ExecutableType asMember = (ExecutableType) types.asMemberOf(self, method);
    String name = method.getSimpleName().toString();
    return new Creator(
        ref,
        name,
        List.of(
            new Parameter(
                method.getParameters().get(0).getSimpleName().toString(),
                typeReader.read(asMember.getParameterTypes().get(0)))),
        typeReader.read(asMember.getReturnType()),
        Declarations.visibility(method),
        isOverloaded(method),
        places.ofCallable(ref, name, 1),
        Optional.empty());
  }

  List<Creator> statics(DeclaredType self, TypeRef ref) {
    return ElementFilter.methodsIn(self.asElement().getEnclosedElements()).stream()
        .filter(method -> method.getModifiers().contains(Modifier.STATIC))
        .filter(method -> method.getReturnType().getKind() != TypeKind.VOID)
        .map(method -> staticMethod(method, ref))
        .toList();
  }

  /**
   * The factory methods of companion objects, as Kotlin compiles them: a static field holds an
   * object of a nested class, which has the name of the field. They are called like static methods.
   */
  List<Creator> ofCompanions(DeclaredType self, TypeRef ref) {
    List<? extends Element> members = self.asElement().getEnclosedElements();
    return ElementFilter.typesIn(members).stream()
        .filter(
            nested ->
                ElementFilter.fieldsIn(members).stream()
                    .filter(field -> field.getModifiers().contains(Modifier.STATIC))
                    .filter(field -> field.getSimpleName().equals(nested.getSimpleName()))
                    .anyMatch(field -> types.isSameType(field.asType(), nested.asType())))
        .flatMap(nested -> ElementFilter.methodsIn(nested.getEnclosedElements()).stream())
        .filter(method -> typeReader.read(method.getReturnType()).equals(ref))
        .map(method -> companionMethod(method, ref))
        .toList();
  }

  private Creator companionMethod(ExecutableElement method, TypeRef ref) {
    TypeRef owner = typeReader.read(owner(method).asType());
    String name = method.getSimpleName().toString();
    return callable(owner, name, method, ref, typeReader, Set.of());
  }

  /**
   * A static method; of a generic one that makes this type the variables stand for its arguments.
   */
  private Creator staticMethod(ExecutableElement method, TypeRef ref) {
    TypeReader reader = typeReader;
    if (method.getReturnType() instanceof DeclaredType made
        && typeReader.read(made).erased().equals(ref.erased())) {
      reader = typeReader.with(arguments(made.getTypeArguments(), ref));
    }
    TypeRef returns = reader.read(method.getReturnType());
    return callable(ref, method.getSimpleName().toString(), method, returns, reader, Set.of());
  }

  private static Map<TypeParameterElement, TypeRef> arguments(TypeElement type, TypeRef ref) {
    return arguments(type.getTypeParameters().stream().map(Element::asType).toList(), ref);
  }

  /** What stands for those of the given types that are variables. */
  private static Map<TypeParameterElement, TypeRef> arguments(
      List<? extends TypeMirror> variables, TypeRef ref) {
    Map<TypeParameterElement, TypeRef> arguments = new HashMap<>();
    for (int index = 0; index < variables.size(); index++) {
      if (variables.get(index) instanceof TypeVariable variable) {
        arguments.put((TypeParameterElement) variable.asElement(), ref.arguments().get(index));
      }
    }
    return arguments;
  }

  /**
   * A constructor or a method as the beginning of a builder.
   *
   * @param shown the names of what the type that is built shows
   */
  Creator start(
      TypeRef owner, String name, ExecutableElement element, TypeRef built, Set<String> shown) {
    return callable(owner, name, element, built, typeReader, shown);
  }

  private Creator callable(
      TypeRef owner,
      String name,
      ExecutableElement element,
      TypeRef returns,
      TypeReader reader,
      Set<String> shown) {
    List<String> names = names(owner, name, element, shown);
    List<Parameter> parameters = new ArrayList<>();
    for (int index = 0; index < names.size(); index++) {
      TypeRef type = reader.read(element.getParameters().get(index).asType());
      parameters.add(new Parameter(names.get(index), type));
    }
    Place place = places.ofCallable(owner, name, parameters.size());
    return new Creator(
        owner,
        name,
        parameters,
        returns,
        Declarations.visibility(element),
        isOverloaded(element),
        place,
        Optional.empty());
  }

  /** Whether a type has another method or constructor of the name with as many parameters. */
  private static boolean isOverloaded(ExecutableElement callable) {
    return owner(callable).getEnclosedElements().stream()
        .filter(other -> other.getSimpleName().equals(callable.getSimpleName()))
        .filter(
            other -> !other.equals(callable) && !other.getModifiers().contains(Modifier.PRIVATE))
        .anyMatch(
            other ->
                other instanceof ExecutableElement method
                    && method.getParameters().size() == callable.getParameters().size());
  }

  /**
   * The names of the parameters: those of the fields that they fill where they differ, because
   * parameters are matched with fields by their names.
   *
   * @param shownByOther names that are matched with what another type shows
   */
  private List<String> names(
      TypeRef owner, String name, ExecutableElement element, Set<String> shownByOther) {
    List<String> names = new ArrayList<>();
    element.getParameters().forEach(one -> names.add(one.getSimpleName().toString()));
    if (Creator.areUnknown(names)) {
      places
          .parameterNames(owner, name, simpleTypes(element))
          .ifPresent(
              known -> {
                names.clear();
                names.addAll(known);
              });
    }
    TypeElement type = owner(element);
    List<String> filled = bodies.apply(type).filledFields(descriptors.key(element));
    if (filled.isEmpty()) {
      return names;
    }
    List<? extends Element> members = elements.getAllMembers(type);
    Set<String> getters =
        ElementFilter.methodsIn(members).stream()
            .filter(method -> method.getParameters().isEmpty())
            .map(method -> method.getSimpleName().toString())
            .collect(Collectors.toSet());
    Map<String, String> shown = ShownNames.of(type, bodies.apply(type), getters);
    Set<String> fields = new HashSet<>();
    for (VariableElement field : ElementFilter.fieldsIn(members)) {
      String own = field.getSimpleName().toString();
      fields.add(shown.getOrDefault(own, own));
    }
    if (!fields.containsAll(names)) {
      for (int index = 0; index < filled.size() && index < names.size(); index++) {
        String field = shown.getOrDefault(filled.get(index), filled.get(index));
        boolean matches =
            fields.contains(names.get(index)) || shownByOther.contains(names.get(index));
        if (!field.isEmpty() && !matches && !names.contains(field)) {
          names.set(index, field);
        }
      }
    }
    return names;
  }

  private static List<String> simpleTypes(ExecutableElement element) {
    return element.getParameters().stream()
        .map(parameter -> ParameterNames.simpleName(parameter.asType().toString()))
        .toList();
  }

  private static TypeElement owner(Element member) {
    return (TypeElement) Objects.requireNonNull(member.getEnclosingElement());
  }
}
