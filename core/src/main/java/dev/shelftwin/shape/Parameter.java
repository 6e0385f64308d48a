package dev.shelftwin.shape;

import java.util.Objects;

/** A parameter of a method or constructor. */
public record Parameter(String name, TypeRef type) {

  public Parameter {
    Objects.requireNonNull(name, "name");
    Objects.requireNonNull(type, "type");
  }
}
