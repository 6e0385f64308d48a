package dev.shelftwin.shape;

import java.util.List;
import java.util.Objects;
import java.util.stream.Collectors;

/**
 * A constructor or a static method.
 *
 * @param owner the type that declares it
 * @param name of the method; {@link #CONSTRUCTOR} for a constructor
 * @param parameters in order
 * @param returns what it gives; the owner for a constructor
 * @param visibility who may use it
 * @param place where it is declared
 */
public record Callable(
    TypeRef owner,
    String name,
    List<Parameter> parameters,
    TypeRef returns,
    Visibility visibility,
    Place place) {

  /** The name that class files give a constructor (JVMS §2.9.1). */
  public static final String CONSTRUCTOR = "<init>";

  public Callable {
    Objects.requireNonNull(owner, "owner");
    Objects.requireNonNull(name, "name");
    parameters = List.copyOf(parameters);
    Objects.requireNonNull(returns, "returns");
    Objects.requireNonNull(visibility, "visibility");
    Objects.requireNonNull(place, "place");
  }

  public boolean isConstructor() {
    return name.equals(CONSTRUCTOR);
  }

  /** As it is called: {@code new Email} or {@code Firing.book}. */
  public String label() {
    return isConstructor() ? "new " + owner.name() : owner.name() + "." + name;
  }

  /** As it is called, with its parameters' names. */
  @Override
  public String toString() {
    return parameters.stream()
        .map(Parameter::name)
        .collect(Collectors.joining(", ", label() + "(", ")"));
  }
}
