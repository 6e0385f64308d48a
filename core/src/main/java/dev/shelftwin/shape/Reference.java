package dev.shelftwin.shape;

import java.util.Objects;

/**
 * One class mentions another.
 *
 * @param from the class, without type arguments
 * @param member the field or method in which it does; empty where the class itself does
 * @param line of the source; 0 where the class file has none
 * @param to what is mentioned, without type arguments
 * @param shown whether it is part of a public or protected signature of a public class
 */
public record Reference(TypeRef from, String member, int line, TypeRef to, boolean shown) {

  public Reference {
    Objects.requireNonNull(from, "from");
    Objects.requireNonNull(member, "member");
    Objects.requireNonNull(to, "to");
  }
}
