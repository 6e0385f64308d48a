package dev.shelftwin.facts;

import dev.shelftwin.shape.TypeRef;
import java.util.Objects;
import java.util.Set;

/**
 * The declaration of a field, as far as facts follow from it.
 *
 * @param name the field's name
 * @param type the field's type as it is read
 * @param annotations the annotations of the field, its accessor and its type
 * @param typeAnnotations simple names of type annotations that only the class file has
 * @param rejectsNull whether every constructor rejects null for it
 * @param isFinal whether only constructors set it
 * @param readsCopy whether its getter returns a copy, or a view that cannot be changed
 * @param owner the annotations of the type that declares the field
 */
public record DeclaredField(
    String name,
    TypeRef type,
    AnnotationSet annotations,
    Set<String> typeAnnotations,
    boolean rejectsNull,
    boolean isFinal,
    boolean readsCopy,
    AnnotationSet owner) {

  public DeclaredField {
    Objects.requireNonNull(name, "name");
    Objects.requireNonNull(type, "type");
    Objects.requireNonNull(annotations, "annotations");
    typeAnnotations = Set.copyOf(typeAnnotations);
    Objects.requireNonNull(owner, "owner");
  }
}
