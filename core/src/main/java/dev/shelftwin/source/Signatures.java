package dev.shelftwin.source;

import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.MethodSignature;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.util.ElementFilter;
import javax.lang.model.util.Elements;

/** Reads the signatures of methods and constructors. */
final class Signatures {

  private final TypeReader types;

  Signatures(Elements elements) {
    this.types = new TypeReader(elements);
  }

  /** Adds those of a type, and of the types nested in it. */
  void addTo(List<MethodSignature> methods, TypeElement owner) {
    TypeRef type = types.read(owner);
    boolean noObjects =
        (owner.getKind() != ElementKind.CLASS && owner.getKind() != ElementKind.RECORD)
            || owner.getModifiers().contains(Modifier.ABSTRACT);
    for (ExecutableElement constructor :
        ElementFilter.constructorsIn(owner.getEnclosedElements())) {
      methods.add(
          new MethodSignature(
              type, Creator.CONSTRUCTOR, parameters(constructor), type, true, noObjects));
    }
    for (ExecutableElement method : ElementFilter.methodsIn(owner.getEnclosedElements())) {
      boolean isStatic = method.getModifiers().contains(Modifier.STATIC);
      methods.add(
          new MethodSignature(
              type,
              method.getSimpleName().toString(),
              parameters(method),
              types.read(method.getReturnType()),
              isStatic,
              method.getModifiers().contains(Modifier.ABSTRACT) || (noObjects && !isStatic)));
    }
    ElementFilter.typesIn(owner.getEnclosedElements()).forEach(inner -> addTo(methods, inner));
  }

  private List<TypeRef> parameters(ExecutableElement method) {
    return method.getParameters().stream()
        .map(parameter -> types.read(parameter.asType()))
        .toList();
  }
}
