package dev.shelftwin.source;

import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.TypeRef;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.util.ElementFilter;
import javax.lang.model.util.Elements;
import javax.lang.model.util.Types;

/**
 * Finds abstract types that a tool has implemented. Such a type has one final class in its package
 * that extends or implements it, is named after it, and shows no other values.
 */
final class Implementations {

  private final Elements elements;
  private final Types types;
  private final TypeReader typeReader;
  private final CreatorReader creators;
  private final Function<String, Collection<String>> typesIn;

  /**
   * Finds them in some code.
   *
   * @param typesIn the simple names of the top-level types of a package; empty if no type there is
   *     looked at
   */
  Implementations(
      Elements elements,
      Types types,
      TypeReader typeReader,
      CreatorReader creators,
      Function<String, Collection<String>> typesIn) {
    this.elements = elements;
    this.types = types;
    this.typeReader = typeReader;
    this.creators = creators;
    this.typesIn = typesIn;
  }

  /** The class that implements an abstract type; empty if there is no such class. */
  Optional<TypeElement> of(TypeElement type) {
    boolean isAbstract =
        type.getModifiers().contains(Modifier.ABSTRACT)
            && !type.getModifiers().contains(Modifier.SEALED);
    if (!isAbstract) {
      return Optional.empty();
    }
    String around = elements.getPackageOf(type).getQualifiedName().toString();
    String simple = type.getSimpleName().toString();
    List<TypeElement> found =
        typesIn.apply(around).stream()
            .filter(name -> name.length() > simple.length() && name.contains(simple))
            .map(name -> elements.getTypeElement(around.isEmpty() ? name : around + "." + name))
            .filter(one -> one != null && one.getKind() == ElementKind.CLASS)
            .filter(one -> one.getModifiers().contains(Modifier.FINAL))
            .filter(one -> types.isSubtype(one.asType(), types.erasure(type.asType())))
            .filter(one -> !showsMore(one, type))
            .toList();
    return found.size() == 1 ? Optional.of(found.get(0)) : Optional.empty();
  }

  /** Whether a class has a field of its own that its methods show, and the type does not. */
  private boolean showsMore(TypeElement one, TypeElement type) {
    Set<String> shown =
        ElementFilter.methodsIn(elements.getAllMembers(type)).stream()
            .map(method -> method.getSimpleName().toString())
            .collect(Collectors.toSet());
    Set<String> fields =
        ElementFilter.fieldsIn(one.getEnclosedElements()).stream()
            .filter(field -> !field.getModifiers().contains(Modifier.STATIC))
            .map(field -> field.getSimpleName().toString().toLowerCase(Locale.ROOT))
            .collect(Collectors.toSet());
    return ElementFilter.methodsIn(one.getEnclosedElements()).stream()
        .filter(method -> method.getParameters().isEmpty())
        .map(method -> method.getSimpleName().toString())
        .filter(method -> !shown.contains(method) && !method.equals("hashCode"))
        .map(method -> method.replaceFirst("^(get|is)(?=\\p{Lu})", "").toLowerCase(Locale.ROOT))
        .anyMatch(fields::contains);
  }

  /** The creators of the class that implements a type, as creators of the type. */
  List<Creator> creators(TypeElement implementation, TypeRef made) {
    TypeRef ref = typeReader.read(implementation);
    Stream<Creator> statics =
        creators.statics((DeclaredType) implementation.asType(), ref).stream()
            .filter(creator -> creator.returns().erased().equals(ref.erased()));
    Stream<Creator> builders =
        new BuilderReader(types, typeReader, creators).builders(implementation, ref).stream();
    return Stream.concat(statics, builders)
        .filter(
            creator ->
                creator.parameters().stream()
                    .noneMatch(one -> one.type().equals(made) && !creator.isOptional(one)))
        .map(
            creator ->
                new Creator(
                    creator.owner(),
                    creator.name(),
                    creator.parameters(),
                    made,
                    creator.visibility(),
                    creator.isOverloaded(),
                    creator.place(),
                    creator.builder()))
        .toList();
  }

  /** Whether the implementation of a type keeps a value: it has to, or is handed one. */
  static boolean isStored(String name, ExecutableElement method, List<Creator> creators) {
    return method.getModifiers().contains(Modifier.ABSTRACT)
        || creators.stream()
            .flatMap(creator -> creator.parameters().stream())
            .anyMatch(parameter -> parameter.name().equals(name));
  }

  /** Such a type requires all values, except those that it declares as optional or nullable. */
  static Field required(Field field) {
    boolean isSaid = field.presence() != Presence.UNSPECIFIED || field.type().isOptional();
    return isSaid || !field.stored() ? field : field.with(Limits.NONE, true);
  }

  /** Builders without the steps that take more than one value, or no field's. */
  static List<Creator> ofFields(List<Creator> creators, List<Field> fields) {
    Set<String> names = fields.stream().map(Field::name).collect(Collectors.toSet());
    return creators.stream()
        .map(
            creator ->
                creator.withParameters(
                    creator.parameters().stream()
                        .filter(one -> !creator.isOptional(one) || names.contains(one.name()))
                        .toList()))
        .toList();
  }
}
