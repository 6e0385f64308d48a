package dev.shelftwin.source;

import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.MethodSignature;
import dev.shelftwin.shape.TypeRef;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.ExecutableType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.ElementFilter;
import javax.lang.model.util.Elements;
import javax.lang.model.util.Types;

/** Reads the signatures of methods and constructors. */
final class Signatures {

  private final TypeReader reader;
  private final Types types;

  Signatures(Elements elements, Types types) {
    this.reader = new TypeReader(elements);
    this.types = types;
  }

  /**
   * Adds those of a type, and of the types nested in it.
   *
   * @param isOwn whether a package is one of the users'; what a library's classes declare is not
   *     added
   */
  void addTo(List<MethodSignature> methods, TypeElement owner, Predicate<String> isOwn) {
    TypeRef type = reader.read(owner);
    boolean noObjects =
        (owner.getKind() != ElementKind.CLASS && owner.getKind() != ElementKind.RECORD)
            || owner.getModifiers().contains(Modifier.ABSTRACT);
    for (ExecutableElement constructor :
        ElementFilter.constructorsIn(owner.getEnclosedElements())) {
      methods.add(
          new MethodSignature(
              type,
              Creator.CONSTRUCTOR,
              parameters(constructor),
              type,
              Declarations.visibility(constructor),
              true,
              noObjects));
    }
    Set<String> declared = new HashSet<>();
    for (ExecutableElement method : ElementFilter.methodsIn(owner.getEnclosedElements())) {
      declared.add(nameAndTypes(method, (ExecutableType) method.asType()));
      methods.add(signature(type, method, (ExecutableType) method.asType(), noObjects));
    }
    if (!noObjects) {
      addInherited(methods, owner, type, declared, isOwn);
    }
    ElementFilter.typesIn(owner.getEnclosedElements())
        .forEach(inner -> addTo(methods, inner, isOwn));
  }

  /**
   * Adds what a class inherits from abstract and generic classes, with its own types instead of
   * parameters.
   */
  private void addInherited(
      List<MethodSignature> methods,
      TypeElement owner,
      TypeRef type,
      Set<String> declared,
      Predicate<String> isOwn) {
    DeclaredType own = (DeclaredType) owner.asType();
    TypeMirror level = owner.getSuperclass();
    while (level instanceof DeclaredType wider && level.getKind() == TypeKind.DECLARED) {
      TypeElement element = (TypeElement) wider.asElement();
      boolean isAbstract = element.getModifiers().contains(Modifier.ABSTRACT);
      for (ExecutableElement method : ElementFilter.methodsIn(element.getEnclosedElements())) {
        Set<Modifier> modifiers = method.getModifiers();
        boolean inherited =
            (isAbstract || !wider.getTypeArguments().isEmpty())
                && isOwn.test(reader.read(element).packageName())
                && !modifiers.contains(Modifier.STATIC)
                && !modifiers.contains(Modifier.PRIVATE);
        ExecutableType resolved = (ExecutableType) types.asMemberOf(own, method);
        if (declared.add(nameAndTypes(method, resolved)) && inherited) {
          methods.add(signature(type, method, resolved, false));
        }
      }
      level = element.getSuperclass();
    }
  }

  private String nameAndTypes(ExecutableElement method, ExecutableType resolved) {
    return method.getSimpleName()
        + resolved.getParameterTypes().stream()
            .map(type -> reader.read(types.erasure(type)).qualifiedName())
            .toList()
            .toString();
  }

  private MethodSignature signature(
      TypeRef owner, ExecutableElement method, ExecutableType resolved, boolean noObjects) {
    boolean isStatic = method.getModifiers().contains(Modifier.STATIC);
    return new MethodSignature(
        owner,
        method.getSimpleName().toString(),
        resolved.getParameterTypes().stream().map(reader::read).toList(),
        reader.read(resolved.getReturnType()),
        Declarations.visibility(method),
        isStatic,
        method.getModifiers().contains(Modifier.ABSTRACT) || (noObjects && !isStatic));
  }

  private List<TypeRef> parameters(ExecutableElement method) {
    return method.getParameters().stream()
        .map(parameter -> reader.read(parameter.asType()))
        .toList();
  }
}
