package dev.shelftwin.shape;

import java.util.List;
import java.util.Objects;

/**
 * A value that code reads from one object and hands to another, perhaps in another form.
 *
 * @param reads the methods without parameters and the fields that read it, one after the other
 * @param calls the names of the methods of other code that it goes through after that, such as
 *     {@code getTime}
 * @param target the type whose member takes it, or the builder of that type
 * @param member the method or field that takes it; {@link Creator#CONSTRUCTOR} for a constructor
 * @param position the position of the parameter that it becomes, from 0
 * @param parameters the number of parameters
 * @param method the method that does it
 */
public record CopiedValue(
    List<Read> reads,
    List<String> calls,
    TypeRef target,
    String member,
    int position,
    int parameters,
    String method) {

  public CopiedValue {
    reads = List.copyOf(reads);
    calls = List.copyOf(calls);
    Objects.requireNonNull(target, "target");
    Objects.requireNonNull(member, "member");
    Objects.requireNonNull(method, "method");
  }

  /**
   * The reading of one member.
   *
   * @param owner the type of the object that it is read from
   * @param member the method or field
   */
  public record Read(TypeRef owner, String member) {
    public Read {
      Objects.requireNonNull(owner, "owner");
      Objects.requireNonNull(member, "member");
    }
  }
}
