package dev.shelftwin.read;

import dev.shelftwin.finding.InputError;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Adder;
import dev.shelftwin.shape.Callable;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.shape.Visibility;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.stream.Stream;
import javax.lang.model.AnnotatedConstruct;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.RecordComponentElement;
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

/** Reads one shape from the compiler's element. No element or mirror leaves it. */
final class ShapeReader {

  private final Elements elements;
  private final Types types;
  private final TypeReader typeReader;
  private final Places places;
  private final Function<TypeElement, ClassNotes> notes;
  private final Consumer<InputError> errors;

  /**
   * @param notes what the class file of a type tells beside its element
   * @param errors takes what keeps a type from being read whole
   */
  ShapeReader(
      Elements elements,
      Types types,
      Places places,
      Function<TypeElement, ClassNotes> notes,
      Consumer<InputError> errors) {
    this.elements = elements;
    this.types = types;
    this.typeReader = new TypeReader(elements);
    this.places = places;
    this.notes = notes;
    this.errors = errors;
  }

  /** The shape of a type; of a generic one with the arguments that it was asked for. */
  Shape read(DeclaredType self) {
    TypeElement type = (TypeElement) self.asElement();
    TypeRef ref = typeReader.read(self);
    if (ref.packageName().startsWith("java.")) {
      return ofTheJdk(type, self, ref);
    }
    Annotations annotations = annotations(places.ofType(ref), List.of(type));
    List<Field> fields = fields(self);
    return new Shape(
        ref,
        kind(type),
        supertypes(self),
        type.getPermittedSubclasses().stream().map(typeReader::read).map(TypeRef::erased).toList(),
        fields,
        constructors(self, ref),
        Stream.concat(
                statics(self, ref).stream(),
                new BuilderReader(types, typeReader, this).builders(type, ref).stream())
            .toList(),
        converters(self, ref, fields),
        constants(type),
        annotations.names(),
        kind(type) == Shape.Kind.RECORD && !hasOwnText(type),
        places.ofType(ref));
  }

  private static Shape.Kind kind(TypeElement type) {
    return switch (type.getKind()) {
      case RECORD -> Shape.Kind.RECORD;
      case ENUM -> Shape.Kind.ENUM;
      case INTERFACE -> Shape.Kind.INTERFACE;
      case ANNOTATION_TYPE -> Shape.Kind.ANNOTATION;
      default ->
          type.getModifiers().contains(Modifier.ABSTRACT)
              ? Shape.Kind.ABSTRACT_CLASS
              : Shape.Kind.CLASS;
    };
  }

  /** The one that the compiler gives a record is final; nobody else says that of a record's. */
  private boolean hasOwnText(TypeElement type) {
    return ElementFilter.methodsIn(type.getEnclosedElements()).stream()
        .filter(method -> method.getSimpleName().contentEquals("toString"))
        .filter(method -> method.getParameters().isEmpty())
        .anyMatch(method -> !method.getModifiers().contains(Modifier.FINAL));
  }

  private Set<TypeRef> supertypes(TypeMirror type) {
    Set<TypeRef> supertypes = new LinkedHashSet<>();
    for (TypeMirror direct : types.directSupertypes(type)) {
      checkKnown(direct, type);
      TypeRef ref = typeReader.read(direct).erased();
      if (!ref.packageName().startsWith("java.") && supertypes.add(ref)) {
        supertypes.addAll(supertypes(direct));
      }
    }
    return supertypes;
  }

  private List<Field> fields(DeclaredType self) {
    Members members = new Members((TypeElement) self.asElement());
    List<Field> fields = new ArrayList<>();
    members.fields().values().forEach(field -> fields.add(stored(field, self, members)));
    members.computed().forEach((name, method) -> fields.add(computed(name, method, self)));
    return fields;
  }

  /** What the JDK's own types are made of is their own affair, but for what gives a new one. */
  private Shape ofTheJdk(TypeElement type, DeclaredType self, TypeRef ref) {
    return new Shape(
        ref,
        kind(type),
        Set.of(),
        List.of(),
        List.of(),
        List.of(),
        statics(self, ref).stream().filter(method -> method.parameters().isEmpty()).toList(),
        List.of(),
        constants(type),
        List.of(),
        false,
        Place.in(ref.qualifiedName()));
  }

  private Field stored(VariableElement field, DeclaredType self, Members members) {
    String name = field.getSimpleName().toString();
    TypeElement owner = owner(field);
    Place place = places.ofField(typeReader.read(owner), name);
    TypeMirror declared = types.asMemberOf(self, field);
    Optional<Access> reader =
        members.getter(name).map(method -> readBy(method, self)).or(() -> direct(field, declared));
    TypeRef type = reader.map(Access::type).orElseGet(() -> typeReader.read(declared));
    checkKnown(place, name, declared);
    Annotations annotations = annotations(place, declarations(field, members, declared));
    return new Field(
        name,
        type,
        annotations.outside(),
        presence(type, annotations, field, members.getter(name)),
        annotations.limits(type.present(), annotations(place, List.of(owner)), name),
        annotations.roles(),
        true,
        reader,
        writer(field, declared, self, members),
        adder(field, type, self, members),
        annotations.names(),
        place);
  }

  private Field computed(String name, ExecutableElement method, DeclaredType self) {
    TypeElement owner = owner(method);
    Place place = places.ofCallable(typeReader.read(owner), method.getSimpleName().toString(), 0);
    Access reader = readBy(method, self);
    Annotations annotations = annotations(place, List.of(method, method.getReturnType()));
    return new Field(
        name,
        reader.type(),
        annotations.outside(),
        presence(reader.type(), annotations, method, Optional.of(method)),
        Limits.NONE,
        annotations.roles(),
        false,
        Optional.of(reader),
        Optional.empty(),
        Optional.empty(),
        annotations.names(),
        place);
  }

  /** Everything that may carry an annotation of the field, its type's own annotations included. */
  private List<AnnotatedConstruct> declarations(
      VariableElement field, Members members, TypeMirror type) {
    String name = field.getSimpleName().toString();
    List<AnnotatedConstruct> all = new ArrayList<>(List.of(field, type));
    members.getter(name).ifPresent(all::add);
    members.getter(name).map(ExecutableElement::getReturnType).ifPresent(all::add);
    if (field.getEnclosingElement() instanceof TypeElement owner
        && owner.getKind() == ElementKind.RECORD) {
      for (RecordComponentElement component :
          ElementFilter.recordComponentsIn(owner.getEnclosedElements())) {
        if (component.getSimpleName().contentEquals(name)) {
          all.add(component);
        }
      }
      for (ExecutableElement maker : ElementFilter.constructorsIn(owner.getEnclosedElements())) {
        maker.getParameters().stream()
            .filter(parameter -> parameter.getSimpleName().contentEquals(name))
            .forEach(all::add);
      }
    }
    return all;
  }

  private Access readBy(ExecutableElement method, DeclaredType self) {
    ExecutableType asMember = (ExecutableType) types.asMemberOf(self, method);
    return new Access(
        Access.Kind.METHOD,
        method.getSimpleName().toString(),
        typeReader.read(asMember.getReturnType()),
        visibility(method));
  }

  private Optional<Access> direct(VariableElement field, TypeMirror type) {
    return Optional.of(
        new Access(
            Access.Kind.FIELD,
            field.getSimpleName().toString(),
            typeReader.read(type),
            visibility(field)));
  }

  private Optional<Access> writer(
      VariableElement field, TypeMirror declared, DeclaredType self, Members members) {
    Optional<Access> setter = members.setter(field, types).map(method -> taker(method, self));
    boolean fixed = field.getModifiers().contains(Modifier.FINAL);
    return fixed ? setter : setter.or(() -> direct(field, declared));
  }

  /** Only what a method shows is added to by others: what is shown may be a view. */
  private Optional<Adder> adder(
      VariableElement field, TypeRef type, DeclaredType self, Members members) {
    String name = field.getSimpleName().toString();
    boolean several =
        Container.of(type)
            .filter(kind -> kind != Container.ARRAY && kind != Container.MAP)
            .isPresent();
    if (!several || members.getter(name).isEmpty()) {
      return Optional.empty();
    }
    TypeRef element = Container.element(type);
    return taker("add", name, element, self, members)
        .map(add -> new Adder(add, taker("remove", name, element, self, members)));
  }

  private Optional<Access> taker(
      String verb, String field, TypeRef element, DeclaredType self, Members members) {
    return members
        .takers(verb, field)
        .map(method -> taker(method, self))
        .filter(access -> access.type().equals(element))
        .findFirst();
  }

  private Access taker(ExecutableElement method, DeclaredType self) {
    ExecutableType asMember = (ExecutableType) types.asMemberOf(self, method);
    return new Access(
        Access.Kind.METHOD,
        method.getSimpleName().toString(),
        typeReader.read(asMember.getParameterTypes().get(0)),
        visibility(method));
  }

  private List<Callable> constructors(DeclaredType self, TypeRef ref) {
    TypeReader reader = typeReader.with(arguments((TypeElement) self.asElement(), ref));
    return ElementFilter.constructorsIn(self.asElement().getEnclosedElements()).stream()
        .map(maker -> callable(ref, Callable.CONSTRUCTOR, maker, ref, reader))
        .toList();
  }

  private List<Callable> converters(DeclaredType self, TypeRef ref, List<Field> fields) {
    TypeElement type = (TypeElement) self.asElement();
    boolean madeOfNothing =
        kind(type) == Shape.Kind.CLASS
            && fields.stream().noneMatch(Field::stored)
            && ElementFilter.constructorsIn(type.getEnclosedElements()).stream()
                .anyMatch(maker -> maker.getParameters().isEmpty());
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

  private Callable converter(ExecutableElement method, DeclaredType self, TypeRef ref) {
    ExecutableType asMember = (ExecutableType) types.asMemberOf(self, method);
    String name = method.getSimpleName().toString();
    return new Callable(
        ref,
        name,
        List.of(
            new Parameter(
                method.getParameters().get(0).getSimpleName().toString(),
                typeReader.read(asMember.getParameterTypes().get(0)))),
        typeReader.read(asMember.getReturnType()),
        visibility(method),
        places.ofCallable(ref, name, 1),
        Optional.empty());
  }

  private List<Callable> statics(DeclaredType self, TypeRef ref) {
    return ElementFilter.methodsIn(self.asElement().getEnclosedElements()).stream()
        .filter(method -> method.getModifiers().contains(Modifier.STATIC))
        .filter(method -> method.getReturnType().getKind() != TypeKind.VOID)
        .map(method -> staticMethod(method, ref))
        .toList();
  }

  /**
   * A static method; of a generic one that makes this type the variables stand for its arguments.
   */
  private Callable staticMethod(ExecutableElement method, TypeRef ref) {
    TypeReader reader = typeReader;
    if (method.getReturnType() instanceof DeclaredType made
        && typeReader.read(made).erased().equals(ref.erased())) {
      reader = typeReader.with(arguments(made.getTypeArguments(), ref));
    }
    TypeRef returns = reader.read(method.getReturnType());
    return callable(ref, method.getSimpleName().toString(), method, returns, reader);
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

  Callable callable(TypeRef owner, String name, ExecutableElement element, TypeRef returns) {
    return callable(owner, name, element, returns, typeReader);
  }

  private Callable callable(
      TypeRef owner, String name, ExecutableElement element, TypeRef returns, TypeReader reader) {
    List<Parameter> parameters =
        element.getParameters().stream()
            .map(
                parameter ->
                    new Parameter(
                        parameter.getSimpleName().toString(), reader.read(parameter.asType())))
            .toList();
    Place place = places.ofCallable(owner, name, parameters.size());
    return new Callable(
        owner, name, parameters, returns, visibility(element), place, Optional.empty());
  }

  private static List<String> constants(TypeElement type) {
    return type.getEnclosedElements().stream()
        .filter(member -> member.getKind() == ElementKind.ENUM_CONSTANT)
        .map(member -> member.getSimpleName().toString())
        .toList();
  }

  private Presence presence(
      TypeRef type, Annotations annotations, Element member, Optional<ExecutableElement> getter) {
    if (type.isPrimitive()) {
      return Presence.REQUIRED;
    }
    if (type.isOptional()) {
      return Presence.OPTIONAL;
    }
    String name = member.getSimpleName().toString();
    ClassNotes noted = notes.apply(owner(member));
    Set<String> ofTypes = new HashSet<>(noted.ofField(name));
    getter.ifPresent(
        method ->
            ofTypes.addAll(notes.apply(owner(method)).ofResult(method.getSimpleName().toString())));
    Presence said = annotations.presence(ofTypes);
    return said == Presence.UNSAID && noted.refusesNull(name) ? Presence.REQUIRED : said;
  }

  private Annotations annotations(Place place, List<? extends AnnotatedConstruct> declarations) {
    Annotations annotations = new Annotations(elements, declarations);
    for (String missing : annotations.missingTypes()) {
      errors.accept(
          new InputError(
              place,
              "the annotation " + missing + " is not on the class path, so what it says is unknown",
              "add the jar that holds it to 'class-path' in the plan"));
    }
    return annotations;
  }

  private void checkKnown(Place place, String field, TypeMirror type) {
    if (type.getKind() == TypeKind.ERROR) {
      errors.accept(
          new InputError(
              place,
              "the type " + type + " of " + field + " cannot be found",
              "correct its name, or add the jar that holds it to 'class-path' in the plan"));
    }
  }

  /** What a missing class above would hand down is not read, which nobody shall overlook. */
  private void checkKnown(TypeMirror above, TypeMirror type) {
    if (above.getKind() == TypeKind.ERROR) {
      TypeElement element = (TypeElement) types.asElement(type);
      errors.accept(
          new InputError(
              places.ofType(typeReader.read(element)),
              "the type " + above + ", which " + type + " extends, cannot be found",
              "add the jar that holds it to 'class-path' in the plan"));
    }
  }

  private static TypeElement owner(Element member) {
    return (TypeElement) Objects.requireNonNull(member.getEnclosingElement());
  }

  static Visibility visibility(Element member) {
    Set<Modifier> modifiers = member.getModifiers();
    if (modifiers.contains(Modifier.PUBLIC)) {
      return Visibility.PUBLIC;
    }
    return modifiers.contains(Modifier.PRIVATE) ? Visibility.PRIVATE : Visibility.PACKAGE;
  }
}
