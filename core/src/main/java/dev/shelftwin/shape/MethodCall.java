package dev.shelftwin.shape;

import java.util.Objects;

/**
 * A call of a method in compiled code.
 *
 * @param owner the type whose method is called, without type arguments
 * @param method the method's name
 * @param at where the call is
 */
public record MethodCall(TypeRef owner, String method, Place at) {

  public MethodCall {
    Objects.requireNonNull(owner, "owner");
    Objects.requireNonNull(method, "method");
    Objects.requireNonNull(at, "at");
  }
}
