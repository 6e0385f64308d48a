package dev.shelftwin.shape;

import java.util.List;
import java.util.Objects;

/**
 * A method or constructor of the users' code.
 *
 * @param owner the class that declares it, without type arguments
 * @param name the name; {@link Creator#CONSTRUCTOR} for constructors
 * @param parameters the types of the parameters
 * @param returns the type of the result; {@code void} for methods without one, the owner for
 *     constructors
 * @param visibility who may use it
 * @param isStatic whether it needs no object of the owner
 * @param isAbstract whether it has no body, or no object of its owner can be created
 */
public record MethodSignature(
    TypeRef owner,
    String name,
    List<TypeRef> parameters,
    TypeRef returns,
    Visibility visibility,
    boolean isStatic,
    boolean isAbstract) {

  public MethodSignature {
    Objects.requireNonNull(owner, "owner");
    Objects.requireNonNull(name, "name");
    parameters = List.copyOf(parameters);
    Objects.requireNonNull(returns, "returns");
    Objects.requireNonNull(visibility, "visibility");
  }

  public boolean isConstructor() {
    return name.equals(Creator.CONSTRUCTOR);
  }
}
