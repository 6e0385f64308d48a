package dev.shelftwin.shape;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * A constructor or a static method, or one that begins a builder.
 *
 * @param owner the type that declares it
 * @param name of the method; {@link #CONSTRUCTOR} for a constructor
 * @param parameters in order
 * @param returns what it gives; the owner for a constructor
 * @param visibility who may use it
 * @param place where it is declared
 * @param builder what it gives first, where the parameters are not all its own
 */
public record Callable(
    TypeRef owner,
    String name,
    List<Parameter> parameters,
    TypeRef returns,
    Visibility visibility,
    Place place,
    Optional<Builder> builder) {

  /** The name that class files give a constructor (JVMS §2.9.1). */
  public static final String CONSTRUCTOR = "<init>";

  public Callable {
    Objects.requireNonNull(owner, "owner");
    Objects.requireNonNull(name, "name");
    parameters = List.copyOf(parameters);
    Objects.requireNonNull(returns, "returns");
    Objects.requireNonNull(visibility, "visibility");
    Objects.requireNonNull(place, "place");
    Objects.requireNonNull(builder, "builder");
  }

  /** Whether it can be called without a value for a parameter. */
  public boolean canDoWithout(Parameter parameter) {
    return builder.filter(made -> made.steps().containsKey(parameter.name())).isPresent();
  }

  /** Whether it has a parameter of that name that it cannot be called without. */
  public boolean needs(String name) {
    return parameters.stream()
        .anyMatch(parameter -> parameter.name().equals(name) && !canDoWithout(parameter));
  }

  /**
   * An object that takes values one by one and makes another of them.
   *
   * @param type of the builder
   * @param steps the method that takes each value, by the name of the parameter
   * @param finish the method that makes the object
   */
  public record Builder(TypeRef type, Map<String, String> steps, String finish) {
    public Builder {
      Objects.requireNonNull(type, "type");
      steps = Collections.unmodifiableMap(new LinkedHashMap<>(steps));
      Objects.requireNonNull(finish, "finish");
    }
  }

  /**
   * Whether the class file names none of its parameters: it was compiled with neither {@code -g}
   * nor {@code -parameters}, and a compiler then calls them {@code arg0}, {@code arg1} and so on.
   */
  public boolean isNameless() {
    return !parameters.isEmpty()
        && IntStream.range(0, parameters.size())
            .allMatch(index -> parameters.get(index).name().equals("arg" + index));
  }

  public boolean isConstructor() {
    return name.equals(CONSTRUCTOR);
  }

  /** As it is called: {@code new Email} or {@code Firing.book}. */
  public String label() {
    String begin = isConstructor() ? "new " + owner.name() : owner.name() + "." + name;
    return builder.map(made -> begin + "…" + made.finish()).orElse(begin);
  }

  /** As it is called, with its parameters' names. */
  @Override
  public String toString() {
    return parameters.stream()
        .map(Parameter::name)
        .collect(Collectors.joining(", ", label() + "(", ")"));
  }
}
