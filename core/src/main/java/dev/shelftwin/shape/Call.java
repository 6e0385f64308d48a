package dev.shelftwin.shape;

import java.util.Objects;

/**
 * One method calls another.
 *
 * @param owner whose method is called, without type arguments
 * @param method which one
 * @param at where the call stands
 */
public record Call(TypeRef owner, String method, Place at) {

  public Call {
    Objects.requireNonNull(owner, "owner");
    Objects.requireNonNull(method, "method");
    Objects.requireNonNull(at, "at");
  }
}
