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
 * A constructor, a method that returns a value made from its parameters, or a builder.
 *
 * @param owner the type that declares it
 * @param name the method's name; {@link #CONSTRUCTOR} for a constructor
 * @param parameters the parameters in order; those of a builder's steps last
 * @param returns the type of the result; the owner for a constructor
 * @param visibility who may call it
 * @param isOverloaded whether the owner has another one of the name with as many parameters
 * @param place where it is declared
 * @param builder the builder that it returns; empty if it returns the result itself
 */
public record Creator(
    TypeRef owner,
    String name,
    List<Parameter> parameters,
    TypeRef returns,
    Visibility visibility,
    boolean isOverloaded,
    Place place,
    Optional<Builder> builder) {

  /** The name of constructors in class files (JVMS §2.9.1). */
  public static final String CONSTRUCTOR = "<init>";

  public Creator {
    Objects.requireNonNull(owner, "owner");
    Objects.requireNonNull(name, "name");
    parameters = List.copyOf(parameters);
    Objects.requireNonNull(returns, "returns");
    Objects.requireNonNull(visibility, "visibility");
    Objects.requireNonNull(place, "place");
    Objects.requireNonNull(builder, "builder");
  }

  /** Whether a parameter is optional: a step of a builder that may be left out. */
  public boolean isOptional(Parameter parameter) {
    return builder.filter(made -> made.steps().containsKey(parameter.name())).isPresent();
  }

  /** The same, called with fewer of the optional parameters. */
  public Creator withParameters(List<Parameter> some) {
    return new Creator(owner, name, some, returns, visibility, isOverloaded, place, builder);
  }

  /** Whether it has a required parameter of that name. */
  public boolean requires(String name) {
    return parameters.stream()
        .anyMatch(parameter -> parameter.name().equals(name) && !isOptional(parameter));
  }

  /**
   * An object that collects values and creates another object from them.
   *
   * @param type the builder's type
   * @param steps the method that takes each value, by the parameter's name
   * @param finish the method that creates the object
   * @param takesNull whether a step may be called without a value; otherwise it is left out then
   */
  public record Builder(TypeRef type, Map<String, String> steps, String finish, boolean takesNull) {
    public Builder {
      Objects.requireNonNull(type, "type");
      steps = Collections.unmodifiableMap(new LinkedHashMap<>(steps));
      Objects.requireNonNull(finish, "finish");
    }
  }

  /**
   * Whether the parameter names are unknown: the class was compiled with neither {@code -g} nor
   * {@code -parameters}, so they read {@code arg0}, {@code arg1} and so on.
   */
  public boolean hasUnknownNames() {
    return areUnknown(parameters.stream().map(Parameter::name).toList());
  }

  /** Whether these are names that nobody gave. */
  public static boolean areUnknown(List<String> names) {
    return !names.isEmpty()
        && IntStream.range(0, names.size()).allMatch(at -> names.get(at).equals("arg" + at));
  }

  public boolean isConstructor() {
    return name.equals(CONSTRUCTOR);
  }

  /** The name in messages: {@code new Email} or {@code Firing.book}. */
  public String label() {
    String begin = isConstructor() ? "new " + owner.name() : owner.name() + "." + name;
    return builder.map(made -> begin + "…" + made.finish()).orElse(begin);
  }

  /** The name in messages with the parameter names. */
  @Override
  public String toString() {
    return parameters.stream()
        .map(Parameter::name)
        .collect(Collectors.joining(", ", label() + "(", ")"));
  }
}
