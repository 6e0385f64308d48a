package dev.shelftwin.facts;

import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Visibility;
import java.util.Optional;

/** Recognizes sources that an annotation processor completes when they are compiled. */
public final class UnprocessedSource {

  private UnprocessedSource() {}

  /**
   * Whether a class has fields, and nothing reads, sets or takes them, but it has an annotation
   * that says nothing about tables, documents or limits.
   */
  public static boolean is(Shape shape) {
    return shape.kind() == Shape.Kind.CLASS
        && shape.annotations().stream()
            .anyMatch(name -> !name.startsWith("java.") && !Frameworks.needsDeclaration(name))
        && shape.storedFields().findAny().isPresent()
        && shape
            .storedFields()
            .allMatch(field -> isHidden(field.reader()) && isHidden(field.writer()))
        && shape.constructors().stream().allMatch(one -> one.parameters().isEmpty())
        && shape.statics().isEmpty();
  }

  private static boolean isHidden(Optional<Access> access) {
    return access.filter(one -> one.visibility() != Visibility.PRIVATE).isEmpty();
  }
}
