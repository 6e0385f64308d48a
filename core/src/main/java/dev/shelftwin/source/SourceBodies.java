package dev.shelftwin.source;

import com.sun.source.tree.MethodTree;
import com.sun.source.util.Trees;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.util.ElementFilter;
import javax.lang.model.util.Elements;
import javax.lang.model.util.Types;

/**
 * Reads from sources what {@link ClassFileFacts} reads from class files. The sources are only
 * parsed: what a name means is concluded from the name.
 */
final class SourceBodies {

  private final Trees trees;
  private final Descriptors descriptors;
  private final CopiedCollections copied;

  SourceBodies(Elements elements, Types types, Trees trees) {
    this.trees = trees;
    this.descriptors = new Descriptors(elements, types);
    this.copied =
        new CopiedCollections(name -> elements.getTypeElement("java.util." + name) != null);
  }

  /** What the bodies in the source of a type say; empty if there is no source of it. */
  Optional<BodyFacts> of(TypeElement type) {
    return trees.getTree(type) == null ? Optional.empty() : Optional.of(read(type));
  }

  private BodyFacts read(TypeElement type) {
    List<ExecutableElement> constructors = ElementFilter.constructorsIn(type.getEnclosedElements());
    List<ExecutableElement> methods = ElementFilter.methodsIn(type.getEnclosedElements());
    Map<String, List<String>> filled = new HashMap<>();
    AssignedParameters assigned = new AssignedParameters(type);
    Set<String> rejected = new HashSet<>();
    for (ExecutableElement constructor : constructors) {
      tree(constructor)
          .ifPresent(
              body -> {
                List<String> fields = assigned.byConstructor(constructor, body);
                filled.put(descriptors.key(constructor), fields);
                rejected.addAll(RefusedParameters.of(body, fields));
              });
    }
    Set<String> copying = new HashSet<>();
    Map<String, String> shown = new HashMap<>();
    Map<String, String> written = new HashMap<>();
    for (ExecutableElement method : methods) {
      Optional<MethodTree> body = tree(method);
      if (method.getModifiers().contains(Modifier.STATIC)) {
        body.ifPresent(made -> filled.put(descriptors.key(method), assigned.byMethod(made)));
      } else if (body.isPresent() && method.getParameters().size() == 1) {
        Members.propertyOfSetter(method.getSimpleName().toString())
            .ifPresent(
                property ->
                    assigned.only(body.get()).ifPresent(field -> written.put(property, field)));
      } else if (body.isPresent() && method.getParameters().isEmpty()) {
        String name = method.getSimpleName().toString();
        copied.field(body.get()).ifPresent(field -> shown.put(name, field));
        if (copied.returnedBy(body.get())) {
          copying.add(name);
        }
      }
    }
    return new BodyFacts(Map.of(), rejected, copying, shown, written, filled);
  }

  /** A method with a body in a source; a default constructor has none there. */
  private Optional<MethodTree> tree(Element method) {
    return trees.getTree(method) instanceof MethodTree tree && tree.getBody() != null
        ? Optional.of(tree)
        : Optional.empty();
  }
}
