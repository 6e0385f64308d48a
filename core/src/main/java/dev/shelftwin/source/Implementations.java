package dev.shelftwin.source;

import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.util.ElementFilter;
import javax.lang.model.util.Elements;
import javax.lang.model.util.Types;

/**
 * Finds the classes that implement abstract types of values, as tools generate them: an abstract
 * type is one of values if a single final class beside it has its name as a part of its own, and
 * extends or implements it.
 */
final class Implementations {

  private final Elements elements;
  private final Types types;
  private final TypeReader typeReader;
  private final CreatorReader creators;

  Implementations(Elements elements, Types types, TypeReader typeReader, CreatorReader creators) {
    this.elements = elements;
    this.types = types;
    this.typeReader = typeReader;
    this.creators = creators;
  }

  /** The class that implements a type; empty if the type is not one of values. */
  Optional<TypeElement> of(TypeElement type) {
    boolean isAbstract = type.getModifiers().contains(Modifier.ABSTRACT);
    if (!isAbstract || type.getModifiers().contains(Modifier.SEALED)) {
      return Optional.empty();
    }
    List<TypeElement> found =
        ElementFilter.typesIn(elements.getPackageOf(type).getEnclosedElements()).stream()
            .filter(one -> isNamedAfter(one, type))
            .filter(one -> one.getModifiers().contains(Modifier.FINAL))
            .filter(one -> types.isSubtype(one.asType(), types.erasure(type.asType())))
            .toList();
    return found.size() == 1 ? Optional.of(found.get(0)) : Optional.empty();
  }

  private static boolean isNamedAfter(TypeElement one, TypeElement type) {
    String name = one.getSimpleName().toString();
    return name.length() > type.getSimpleName().length()
        && name.contains(type.getSimpleName().toString());
  }

  /** What creates objects of a type of values through the class that implements it. */
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
                    creator.place(),
                    creator.builder()))
        .toList();
  }
}
