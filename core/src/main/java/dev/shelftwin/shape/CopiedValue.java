package dev.shelftwin.shape;

import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * A value that code reads from one object and hands to another, perhaps in another form; or a
 * constant that it always hands over, or what it was given itself.
 *
 * @param reads the methods without parameters and the fields that read it, one after the other;
 *     empty for a constant and for a parameter of the method
 * @param calls the names of the methods of other code that it goes through after that, such as
 *     {@code getTime}
 * @param target the type whose member takes it, or the builder of that type
 * @param member the method or field that takes it; {@link Creator#CONSTRUCTOR} for a constructor
 * @param position the position of the parameter that it becomes, from 0
 * @param parameters the number of parameters
 * @param method the method that does it
 * @param pattern the pattern by which a formatter writes or reads it; else empty
 * @param constant a number, a text, true, or the name of an enumeration's constant; else empty
 */
public record CopiedValue(
    List<Read> reads,
    List<String> calls,
    TypeRef target,
    String member,
    int position,
    int parameters,
    String method,
    Optional<String> pattern,
    Optional<String> constant) {

  public CopiedValue {
    reads = List.copyOf(reads);
    calls = List.copyOf(calls);
    Objects.requireNonNull(target, "target");
    Objects.requireNonNull(member, "member");
    Objects.requireNonNull(method, "method");
    Objects.requireNonNull(pattern, "pattern");
    Objects.requireNonNull(constant, "constant");
  }

  /** Whether the value is a parameter of the method. */
  public boolean isParameter() {
    return reads.isEmpty() && constant.isEmpty();
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
