package dev.shelftwin.shape;

import java.util.Objects;

/**
 * A use of one class by another.
 *
 * @param from the using class, without type arguments
 * @param member the field or method that uses it; empty for the class's own declaration
 * @param line the line in the source; 0 if the class file has no lines
 * @param to the used class, without type arguments
 * @param exposed whether the use is in a public or protected signature of a public class
 */
public record ClassDependency(TypeRef from, String member, int line, TypeRef to, boolean exposed) {

  public ClassDependency {
    Objects.requireNonNull(from, "from");
    Objects.requireNonNull(member, "member");
    Objects.requireNonNull(to, "to");
  }
}
