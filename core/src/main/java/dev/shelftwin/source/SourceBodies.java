package dev.shelftwin.source;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.Trees;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import javax.lang.model.element.Element;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.util.ElementFilter;
import javax.lang.model.util.Elements;
import javax.lang.model.util.Types;
import org.jspecify.annotations.Nullable;

/**
 * Reads from sources what {@link ClassFileFacts} reads from class files. The sources are only
 * parsed: what a name means is concluded from the name.
 */
final class SourceBodies {

  private final Trees trees;
  private final Descriptors descriptors;
  private final Predicate<String> isOfJdk;
  private final CopiedCollections copied;

  SourceBodies(Elements elements, Types types, Trees trees) {
    this.trees = trees;
    this.descriptors = new Descriptors(elements, types);
    this.isOfJdk =
        name ->
            elements.getTypeElement("java.util." + name) != null
                || elements.getTypeElement("java.util.concurrent." + name) != null;
    this.copied = new CopiedCollections(isOfJdk);
  }

  /** What the bodies in the source of a type say; empty if there is no source of it. */
  Optional<BodyFacts> of(TypeElement type) {
    return trees.getTree(type) == null ? Optional.empty() : Optional.of(read(type));
  }

  private BodyFacts read(TypeElement type) {
    Map<Element, Tree> members = members(type);
    List<ExecutableElement> constructors = ElementFilter.constructorsIn(type.getEnclosedElements());
    List<ExecutableElement> methods = ElementFilter.methodsIn(type.getEnclosedElements());
    Map<String, List<String>> filled = new HashMap<>();
    AssignedParameters assigned = new AssignedParameters(type);
    Set<String> rejected = new HashSet<>();
    for (ExecutableElement constructor : constructors) {
      tree(members.get(constructor))
          .ifPresent(
              body -> {
                List<String> fields = assigned.byConstructor(constructor, body);
                filled.put(descriptors.key(constructor), fields);
                rejected.addAll(RefusedParameters.of(body, fields));
              });
    }
    Set<String> copying = new HashSet<>();
    Set<String> held = new HashSet<>();
    CreatedCollections created =
        new CreatedCollections(
            isOfJdk,
            ElementFilter.fieldsIn(type.getEnclosedElements()).stream()
                .map(members::get)
                .filter(VariableTree.class::isInstance)
                .map(VariableTree.class::cast)
                .toList(),
            constructors.stream()
                .flatMap(constructor -> tree(members.get(constructor)).stream())
                .toList());
    Map<String, String> shown = new HashMap<>();
    Map<String, String> written = new HashMap<>();
    for (ExecutableElement method : methods) {
      Optional<MethodTree> body = tree(members.get(method));
      if (method.getModifiers().contains(Modifier.STATIC)) {
        body.ifPresent(made -> filled.put(descriptors.key(method), assigned.byMethod(made)));
      } else if (body.isPresent() && method.getParameters().size() == 1) {
        Members.propertyOfSetter(method.getSimpleName().toString())
            .ifPresent(
                property ->
                    assigned.only(body.get()).ifPresent(field -> written.put(property, field)));
      } else if (body.isPresent() && method.getParameters().isEmpty()) {
        String name = method.getSimpleName().toString();
        Optional<String> field = copied.field(body.get());
        field.ifPresent(found -> shown.put(name, found));
        if (copied.returnedBy(body.get())) {
          copying.add(name);
        } else if (field.filter(created::isHeld).isPresent() || created.returns(body.get())) {
          held.add(name);
        }
      }
    }
    return new BodyFacts(Map.of(), rejected, copying, held, shown, written, filled);
  }

  /** The trees of a type's members, in one pass: finding a single one searches the whole type. */
  private Map<Element, Tree> members(TypeElement type) {
    TreePath path = trees.getPath(type);
    Map<Element, Tree> members = new HashMap<>();
    for (Tree member : ((ClassTree) path.getLeaf()).getMembers()) {
      @Nullable Element element = trees.getElement(new TreePath(path, member));
      if (element != null) {
        members.put(element, member);
      }
    }
    return members;
  }

  /** A method with a body in a source; a default constructor has none there. */
  private static Optional<MethodTree> tree(@Nullable Tree member) {
    return member instanceof MethodTree method && method.getBody() != null
        ? Optional.of(method)
        : Optional.empty();
  }
}
