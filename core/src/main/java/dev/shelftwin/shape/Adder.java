package dev.shelftwin.shape;

import java.util.Objects;
import java.util.Optional;

/**
 * How an object that shows its elements, but keeps what holds them to itself, takes one more.
 *
 * @param add the method that takes an element; its type is the element's
 * @param remove the method that gives one up; empty where there is none
 */
public record Adder(Access add, Optional<Access> remove) {

  public Adder {
    Objects.requireNonNull(add, "add");
    Objects.requireNonNull(remove, "remove");
  }
}
