package dev.shelftwin.source;

import dev.shelftwin.facts.AnnotationSet;
import dev.shelftwin.facts.DeclaredField;
import dev.shelftwin.facts.Facts;
import dev.shelftwin.facts.MessageFacts;
import dev.shelftwin.facts.UnprocessedSource;
import dev.shelftwin.finding.InputError;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.ElementAdder;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldAccess;
import dev.shelftwin.shape.FieldFacts;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.ShapeTrait;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.Collection;
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
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.lang.model.AnnotatedConstruct;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.ExecutableType;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.ElementFilter;
import javax.lang.model.util.Elements;
import javax.lang.model.util.Types;

/** Reads the shape of a type from the compiler's model. */
final class ShapeReader {

  private static final AnnotationSet NO_ANNOTATIONS = new AnnotationSet(List.of());

  private final Types types;
  private final TypeReader typeReader;
  private final Places places;
  private final AnnotationReader annotationReader;
  private final Function<TypeElement, BodyFacts> bodies;
  private final Consumer<InputError> errors;
  private final Set<String> missingAnnotations = new HashSet<>();
  private final CreatorReader creators;
  private final Implementations implementations;
  private final UnknownTypes unknownTypes;

  /**
   * @param bodies what the bodies of a type's members, or its class file, add to its element
   * @param typesIn the simple names of the top-level types of a package; empty if no type there is
   *     looked at
   * @param errors receives everything that prevents a type from being read completely
   */
  ShapeReader(
      Elements elements,
      Types types,
      Places places,
      Function<TypeElement, BodyFacts> bodies,
      Function<String, Collection<String>> typesIn,
      Consumer<InputError> errors) {
    this.types = types;
    this.typeReader = new TypeReader(elements);
    this.places = places;
    this.annotationReader = new AnnotationReader(elements);
    this.bodies = bodies;
    this.errors = errors;
    this.creators = new CreatorReader(elements, types, places, typeReader, bodies);
    this.implementations = new Implementations(elements, types, typeReader, creators, typesIn);
    this.unknownTypes = new UnknownTypes(types, typeReader, places, errors);
  }

  /** The shape of a type, with the type arguments that it was asked for. */
  Shape read(DeclaredType self) {
    TypeElement type = (TypeElement) self.asElement();
    TypeRef ref = typeReader.read(self);
    if (ref.packageName().startsWith("java.")) {
      return ofTheJdk(type, self, ref);
    }
    Shape.Hierarchy hierarchy = new Shape.Hierarchy(supertypes(self), permits(type));
    if (MessageFacts.isMessage(hierarchy.supertypes())) {
      return message(type, ref, hierarchy);
    }
    AnnotationSet annotations = annotations(places.ofType(ref), List.of(type));
    Shape.ShapeFacts facts =
        Facts.ofType(
            annotations,
            Declarations.kind(type) == Shape.Kind.RECORD && !Declarations.hasOwnText(type));
    Optional<TypeElement> implementation =
        facts.traits().isEmpty() ? implementations.of(type) : Optional.empty();
    List<Creator> statics = statics(self, ref, implementation);
    boolean isImplemented = implementation.isPresent() && isMade(ref, statics);
    List<Field> fields = fields(self, isImplemented, statics);
    boolean ofMessages = MessageFacts.isEnumeration(hierarchy.supertypes());
    List<String> constants = Declarations.constants(type);
    Shape shape =
        new Shape(
            ref,
            Declarations.kind(type),
            hierarchy,
            fields,
            new Shape.Methods(
                isImplemented ? List.of() : creators.constructors(self, ref),
                isImplemented ? Implementations.ofFields(statics, fields) : statics,
                creators.converters(self, ref, fields)),
            ofMessages ? MessageFacts.values(constants) : constants,
            ofMessages ? facts.with(MessageFacts.unset(constants)) : facts,
            places.ofType(ref));
    if (isImplemented) {
      return shape.with(ShapeTrait.IMPLEMENTED);
    }
    return UnprocessedSource.is(shape) ? shape.with(ShapeTrait.UNPROCESSED) : shape;
  }

  private Shape message(TypeElement type, TypeRef ref, Shape.Hierarchy hierarchy) {
    MessageReader reader = new MessageReader(typeReader, places, type, ref);
    return new Shape(
        ref,
        Declarations.kind(type),
        hierarchy,
        reader.fields(),
        new Shape.Methods(List.of(), reader.builder(), List.of()),
        List.of(),
        Shape.ShapeFacts.ofMessage(reader.exclusive()),
        places.ofType(ref));
  }

  private List<TypeRef> permits(TypeElement type) {
    return type.getPermittedSubclasses().stream()
        .map(typeReader::read)
        .map(TypeRef::erased)
        .toList();
  }

  private static boolean isMade(TypeRef type, List<Creator> statics) {
    return statics.stream().anyMatch(one -> one.returns().erased().equals(type.erased()));
  }

  /** The static methods of a type and its builders; those of its implementation if none make it. */
  private List<Creator> statics(
      DeclaredType self, TypeRef ref, Optional<TypeElement> implementation) {
    List<Creator> own =
        Stream.of(
                creators.statics(self, ref),
                creators.ofCompanions(self, ref),
                new BuilderReader(types, typeReader, creators)
                    .builders((TypeElement) self.asElement(), ref))
            .flatMap(List::stream)
            .toList();
    if (implementation.isEmpty() || isMade(ref, own)) {
      return own;
    }
    return Stream.concat(own.stream(), implementations.creators(implementation.get(), ref).stream())
        .toList();
  }

  private Set<TypeRef> supertypes(TypeMirror type) {
    Set<TypeRef> supertypes = new LinkedHashSet<>();
    for (TypeMirror direct : types.directSupertypes(type)) {
      unknownTypes.check(direct, type);
      TypeRef ref = typeReader.read(direct).erased();
      if (!ref.packageName().startsWith("java.") && supertypes.add(ref)) {
        supertypes.addAll(supertypes(direct));
      }
    }
    return supertypes;
  }

  private List<Field> fields(DeclaredType self, boolean isImplemented, List<Creator> creators) {
    Members members = new Members((TypeElement) self.asElement(), annotationReader, bodies);
    List<Field> fields = new ArrayList<>();
    Owners owners = new Owners();
    members
        .fields()
        .forEach((name, field) -> fields.add(stored(name, field, self, members, owners)));
    boolean isInterface = self.asElement().getKind() == ElementKind.INTERFACE;
    members
        .computed()
        .forEach(
            (name, method) ->
                fields.add(
                    (isImplemented ? Implementations.isStored(name, method, creators) : isInterface)
                        ? property(name, method, self, members)
                        : computed(name, method, self)));
    return isImplemented ? fields.stream().map(Implementations::required).toList() : fields;
  }

  /** Of types of the JDK only methods without parameters are of use, such as {@code now()}. */
  private Shape ofTheJdk(TypeElement type, DeclaredType self, TypeRef ref) {
    List<Creator> statics =
        creators.statics(self, ref).stream()
            .filter(method -> method.parameters().isEmpty())
            .toList();
    return new Shape(
        ref,
        Declarations.kind(type),
        Shape.Hierarchy.NONE,
        List.of(),
        new Shape.Methods(List.of(), statics, List.of()),
        Declarations.constants(type),
        Shape.ShapeFacts.NONE,
        Place.in(ref.qualifiedName()));
  }

  private Field stored(
      String name, VariableElement field, DeclaredType self, Members members, Owners owners) {
    String member = field.getSimpleName().toString();
    TypeElement owner = owner(field);
    Place place = places.ofField(typeReader.read(owner), member);
    TypeMirror declared = types.asMemberOf(self, field);
    Optional<Access> reader =
        members.getter(name).map(method -> readBy(method, self)).or(() -> direct(field, declared));
    TypeRef type = reader.map(Access::type).orElseGet(() -> typeReader.read(declared));
    unknownTypes.check(place, name, declared);
    AnnotationSet annotations =
        annotations(place, declarations(name, field, members, declared, owners));
    DeclaredField facts =
        declared(type, annotations, field, members.getter(name), owners.annotations(owner, place));
    return new Field(
        name,
        type,
        Facts.ofStored(facts),
        true,
        new FieldAccess(
            reader,
            writer(name, field, declared, self, members),
            adder(name, type, self, members),
            Optional.of(member).filter(own -> !own.equals(name))),
        place);
  }

  private Field computed(String name, ExecutableElement method, DeclaredType self) {
    DeclaredField facts = declared(method, self);
    return field(name, method, self, Facts.ofComputed(facts), false, Optional.empty());
  }

  /** A getter of an interface: every class that implements it stores or computes the value. */
  private Field property(
      String name, ExecutableElement method, DeclaredType self, Members members) {
    DeclaredField facts = declared(method, self);
    Optional<Access> writer =
        members.setter(name, method.getReturnType(), types).map(setter -> taker(setter, self));
    return field(name, method, self, Facts.ofStored(facts), true, writer);
  }

  private DeclaredField declared(ExecutableElement getter, DeclaredType self) {
    AnnotationSet annotations = annotations(place(getter), List.of(getter, getter.getReturnType()));
    return declared(
        readBy(getter, self).type(), annotations, getter, Optional.of(getter), NO_ANNOTATIONS);
  }

  private Field field(
      String name,
      ExecutableElement getter,
      DeclaredType self,
      FieldFacts facts,
      boolean isStored,
      Optional<Access> writer) {
    Access reader = readBy(getter, self);
    FieldAccess access = FieldAccess.of(Optional.of(reader), writer);
    return new Field(name, reader.type(), facts, isStored, access, place(getter));
  }

  private Place place(ExecutableElement getter) {
    return places.ofCallable(typeReader.read(owner(getter)), getter.getSimpleName().toString(), 0);
  }

  /** Everything that may carry an annotation of the field, its type's own annotations included. */
  private static List<AnnotatedConstruct> declarations(
      String name, VariableElement field, Members members, TypeMirror type, Owners owners) {
    List<AnnotatedConstruct> all = new ArrayList<>(List.of(field, type));
    members.getter(name).ifPresent(all::add);
    members.getter(name).map(ExecutableElement::getReturnType).ifPresent(all::add);
    if (field.getEnclosingElement() instanceof TypeElement owner
        && owner.getKind() == ElementKind.RECORD) {
      all.addAll(owners.components(owner).getOrDefault(name, List.of()));
    }
    return all;
  }

  /** What the fields of one type have in common. */
  private final class Owners {

    private final Map<TypeElement, AnnotationSet> annotations = new HashMap<>();
    private final Map<TypeElement, Map<String, List<Element>>> components = new HashMap<>();

    AnnotationSet annotations(TypeElement owner, Place place) {
      return annotations.computeIfAbsent(
          owner, key -> ShapeReader.this.annotations(place, List.of(key)));
    }

    /** The components of a record, and the parameters of its constructors, by their names. */
    Map<String, List<Element>> components(TypeElement owner) {
      return components.computeIfAbsent(owner, Owners::read);
    }

    private static Map<String, List<Element>> read(TypeElement owner) {
      List<Element> all =
          new ArrayList<>(ElementFilter.recordComponentsIn(owner.getEnclosedElements()));
      ElementFilter.constructorsIn(owner.getEnclosedElements())
          .forEach(creator -> all.addAll(creator.getParameters()));
      return all.stream()
          .collect(Collectors.groupingBy(element -> element.getSimpleName().toString()));
    }
  }

  private Access readBy(ExecutableElement method, DeclaredType self) {
    ExecutableType asMember = (ExecutableType) types.asMemberOf(self, method);
    return new Access(
        Access.Kind.METHOD,
        method.getSimpleName().toString(),
        typeReader.read(asMember.getReturnType()),
        Declarations.visibility(method));
  }

  private Optional<Access> direct(VariableElement field, TypeMirror type) {
    return Optional.of(
        new Access(
            Access.Kind.FIELD,
            field.getSimpleName().toString(),
            typeReader.read(type),
            Declarations.visibility(field)));
  }

  private Optional<Access> writer(
      String name, VariableElement field, TypeMirror declared, DeclaredType self, Members members) {
    Optional<Access> setter =
        members.setter(name, field.asType(), types).map(method -> taker(method, self));
    boolean fixed = field.getModifiers().contains(Modifier.FINAL);
    return fixed ? setter : setter.or(() -> direct(field, declared));
  }

  /** Only what a method shows is added to by others: what is shown may be a view. */
  private Optional<ElementAdder> adder(
      String name, TypeRef type, DeclaredType self, Members members) {
    boolean several =
        Container.of(type)
            .filter(kind -> kind != Container.ARRAY && kind != Container.MAP)
            .isPresent();
    if (!several || members.getter(name).isEmpty()) {
      return Optional.empty();
    }
    TypeRef element = Container.element(type);
    return taker("add", name, element, self, members)
        .map(add -> new ElementAdder(add, taker("remove", name, element, self, members)))
        .or(
            () ->
                members
                    .getter(name)
                    .filter(this::showsHeldCollection)
                    .map(getter -> readBy(getter, self))
                    .map(getter -> ElementAdder.of(getter, element)));
  }

  private boolean showsHeldCollection(ExecutableElement getter) {
    return bodies.apply(owner(getter)).held().contains(getter.getSimpleName().toString());
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
        Declarations.visibility(method));
  }

  /** A field as it is declared; what bodies say is added, as the compiler's model lacks it. */
  private DeclaredField declared(
      TypeRef type,
      AnnotationSet annotations,
      Element member,
      Optional<ExecutableElement> getter,
      AnnotationSet owner) {
    String name = member.getSimpleName().toString();
    BodyFacts body = bodies.apply(owner(member));
    Set<String> ofTypes = new HashSet<>(body.ofField(name));
    boolean readsCopy = false;
    if (getter.isPresent()) {
      BodyFacts ofGetter = bodies.apply(owner(getter.get()));
      String method = getter.get().getSimpleName().toString();
      ofTypes.addAll(ofGetter.ofResult(method));
      readsCopy = ofGetter.copying().contains(method);
    }
    return new DeclaredField(
        name,
        type,
        annotations,
        ofTypes,
        member.asType().getKind().isPrimitive() || body.rejected().contains(name),
        member.getKind().isField() && member.getModifiers().contains(Modifier.FINAL),
        readsCopy,
        owner);
  }

  private AnnotationSet annotations(Place place, List<? extends AnnotatedConstruct> declarations) {
    AnnotationSet annotations = annotationReader.read(declarations);
    for (String missing : annotationReader.missingTypes(annotations)) {
      if (!missingAnnotations.add(missing)) {
        continue; // reported at its first place
      }
      errors.accept(
          new InputError(
              place,
              "The annotation " + missing + " is not on the class path: its meaning is unknown",
              "add the jar that contains it to 'class-path' in the plan"));
    }
    return annotations;
  }

  private static TypeElement owner(Element member) {
    return (TypeElement) Objects.requireNonNull(member.getEnclosingElement());
  }
}
