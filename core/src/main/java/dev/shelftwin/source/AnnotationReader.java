package dev.shelftwin.source;

import dev.shelftwin.facts.AnnotationSet;
import dev.shelftwin.facts.DeclaredAnnotation;
import dev.shelftwin.facts.Frameworks;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javax.lang.model.AnnotatedConstruct;
import javax.lang.model.element.AnnotationMirror;
import javax.lang.model.element.AnnotationValue;
import javax.lang.model.element.Element;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.Elements;
import org.jspecify.annotations.Nullable;

/** Turns the compiler's annotations into values. */
final class AnnotationReader {

  private final Elements elements;
  private final TypeReader types;
  private final Map<String, List<DeclaredAnnotation>> composing = new HashMap<>();

  AnnotationReader(Elements elements) {
    this.elements = elements;
    this.types = new TypeReader(elements);
  }

  /** The annotations of everything that declares one field or type. */
  AnnotationSet read(List<? extends AnnotatedConstruct> declarations) {
    List<DeclaredAnnotation> all = new ArrayList<>();
    List<DeclaredAnnotation> composing = new ArrayList<>();
    for (AnnotatedConstruct declaration : declarations) {
      for (AnnotationMirror mirror : declaration.getAnnotationMirrors()) {
        all.add(read(mirror));
        composing.addAll(composing(mirror));
      }
    }
    return new AnnotationSet(all, composing);
  }

  /** The constraints of which an annotation of the users is composed. */
  private List<DeclaredAnnotation> composing(AnnotationMirror mirror) {
    TypeElement type = (TypeElement) mirror.getAnnotationType().asElement();
    String name = type.getQualifiedName().toString();
    @Nullable List<DeclaredAnnotation> known = composing.get(name);
    if (known == null) {
      composing.put(name, List.of()); // also ends the search in one that is composed of itself
      known = constraints(type);
      composing.put(name, known);
    }
    return known;
  }

  private List<DeclaredAnnotation> constraints(TypeElement type) {
    List<DeclaredAnnotation> constraints = new ArrayList<>();
    if (Frameworks.isOwnConstraint(type.getQualifiedName().toString(), readNames(type).names())) {
      for (AnnotationMirror mirror : type.getAnnotationMirrors()) {
        constraints.add(read(mirror));
        constraints.addAll(composing(mirror));
      }
    }
    return constraints;
  }

  /** The annotations of one declaration by name only: reading their values takes longer. */
  AnnotationSet readNames(AnnotatedConstruct declaration) {
    return new AnnotationSet(
        declaration.getAnnotationMirrors().stream().map(one -> named(one, Map.of())).toList());
  }

  /** The names of annotations that are needed and whose types are not on the class path. */
  List<String> missingTypes(AnnotationSet annotations) {
    return annotations.names().stream()
        .filter(Frameworks::needsDeclaration)
        .filter(name -> elements.getTypeElement(name) == null)
        .toList();
  }

  private DeclaredAnnotation read(AnnotationMirror mirror) {
    Map<String, Object> values = new LinkedHashMap<>();
    Map<? extends ExecutableElement, ? extends AnnotationValue> members =
        elements.getElementValuesWithDefaults(mirror);
    members.forEach((member, value) -> values.put(name(member), value(value.getValue())));
    return named(mirror, values);
  }

  private DeclaredAnnotation named(AnnotationMirror mirror, Map<String, Object> values) {
    TypeElement type = (TypeElement) mirror.getAnnotationType().asElement();
    return new DeclaredAnnotation(
        elements.getPackageOf(type).getQualifiedName().toString(), types.read(type).name(), values);
  }

  private Object value(Object value) {
    if (value instanceof AnnotationMirror nested) {
      return read(nested);
    }
    if (value instanceof VariableElement constant) {
      return name(constant);
    }
    if (value instanceof TypeMirror type) {
      return type.toString();
    }
    return value instanceof List<?> list
        ? list.stream().map(one -> value(((AnnotationValue) one).getValue())).toList()
        : value;
  }

  private static String name(Element element) {
    return element.getSimpleName().toString();
  }
}
