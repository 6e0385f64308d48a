package dev.shelftwin.shape;

import java.util.Objects;

/** How an object tells whether a field has a value, where reading it gives a default otherwise. */
public sealed interface Guard {

  /**
   * A method without parameters of the object, which returns whether there is a value.
   *
   * @param method its name
   */
  record ByMethod(String method) implements Guard {
    public ByMethod {
      Objects.requireNonNull(method, "method");
    }
  }

  /**
   * A constant that stands for no value.
   *
   * @param type its enumeration
   * @param constant its name
   */
  record ByConstant(TypeRef type, String constant) implements Guard {
    public ByConstant {
      Objects.requireNonNull(type, "type");
      Objects.requireNonNull(constant, "constant");
    }
  }
}
