package dev.shelftwin.source;

import dev.shelftwin.finding.InputError;
import dev.shelftwin.shape.MethodSignature;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Shape;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.function.Supplier;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.PackageElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.util.ElementFilter;
import javax.lang.model.util.Elements;
import javax.lang.model.util.Types;
import org.jspecify.annotations.Nullable;

/** Reads shapes from the compiler's model of the code, and caches them. */
final class ElementReader {

  /** What the compiler throws where it needs a class that is not there; not a public class. */
  private static final String INCOMPLETE = "com.sun.tools.javac.code.Symbol$CompletionFailure";

  private final Elements elements;
  private final TypeFinder types;
  private final Signatures signatures;
  private final ShapeReader shapeReader;
  private final Map<String, Optional<Shape>> known = new HashMap<>();
  private final Map<String, List<String>> names = new HashMap<>();
  private final InputErrors errors;

  /**
   * A reader.
   *
   * @param places where the code declares its types and members
   * @param bodies what the bodies of a type's members, or its class file, add to its element
   * @param typesIn the simple names of the top-level types of a package; empty if no type there is
   *     looked at
   * @param errors receives everything that prevents a type from being read
   */
  ElementReader(
      Elements elements,
      Types types,
      Places places,
      Function<TypeElement, BodyFacts> bodies,
      Function<String, Collection<String>> typesIn,
      InputErrors errors) {
    this.elements = elements;
    this.errors = errors;
    this.types = new TypeFinder(elements, types);
    this.signatures = new Signatures(elements, types);
    this.shapeReader = new ShapeReader(elements, types, places, bodies, typesIn, errors::add);
  }

  Optional<Shape> find(String fullName) {
    Optional<Shape> found = known.get(fullName);
    if (found == null) {
      found = read(fullName);
      known.put(fullName, found);
    }
    return found;
  }

  private Optional<Shape> read(String fullName) {
    return complete(fullName, () -> types.find(fullName).map(shapeReader::read), Optional.empty());
  }

  /** Reads something of a type; the classes that it needs may not be there. */
  private <T> T complete(String type, Supplier<T> read, T otherwise) {
    try {
      return read.get();
    } catch (RuntimeException failure) {
      if (!failure.getClass().getName().equals(INCOMPLETE)) {
        throw failure;
      }
      errors.add(
          new InputError(
              Place.in(type),
              "This type cannot be read: " + failure.getMessage(),
              "add the jar that contains it to 'class-path' in the plan"));
      return otherwise;
    }
  }

  List<String> namesIn(String packageName) {
    return names.computeIfAbsent(packageName, this::readNames);
  }

  private List<String> readNames(String packageName) {
    @Nullable PackageElement element = elements.getPackageElement(packageName);
    return element == null
        ? List.of()
        : element.getEnclosedElements().stream()
            .map(type -> type.getSimpleName().toString())
            .toList();
  }

  List<String> nestedIn(String qualifiedName) {
    @Nullable TypeElement element = elements.getTypeElement(qualifiedName);
    return element == null
        ? List.of()
        : ElementFilter.typesIn(element.getEnclosedElements()).stream()
            .filter(ElementReader::standsAlone)
            .map(type -> type.getQualifiedName().toString())
            .toList();
  }

  private static boolean standsAlone(TypeElement nested) {
    return nested.getModifiers().contains(Modifier.STATIC)
        && !nested.getModifiers().contains(Modifier.PRIVATE);
  }

  List<MethodSignature> methods(String qualifiedName, Predicate<String> isOwn) {
    return complete(
        qualifiedName,
        () -> {
          List<MethodSignature> methods = new ArrayList<>();
          @Nullable TypeElement element = elements.getTypeElement(qualifiedName);
          if (element != null) {
            signatures.addTo(methods, element, isOwn);
          }
          return methods;
        },
        List.of());
  }
}
