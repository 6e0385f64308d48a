package dev.shelftwin.observe;

import java.lang.reflect.Parameter;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.Type;
import java.lang.reflect.TypeVariable;
import java.lang.reflect.WildcardType;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/** The types that a class gives to the type variables of its supertypes. */
final class TypeArguments {

  private final Map<TypeVariable<?>, Type> arguments = new HashMap<>();

  TypeArguments(Class<?> owner) {
    add(owner);
  }

  private void add(Class<?> type) {
    if (type.getGenericSuperclass() != null) {
      add(type.getGenericSuperclass());
    }
    for (Type implemented : type.getGenericInterfaces()) {
      add(implemented);
    }
  }

  private void add(Type supertype) {
    if (supertype instanceof ParameterizedType parameterized) {
      Class<?> raw = (Class<?>) parameterized.getRawType();
      for (int index = 0; index < raw.getTypeParameters().length; index++) {
        arguments.put(
            raw.getTypeParameters()[index], parameterized.getActualTypeArguments()[index]);
      }
      add(raw);
    } else if (supertype instanceof Class<?> raw) {
      add(raw);
    }
  }

  /** The class of the only type argument of a type, such as a list's; empty if it is not known. */
  Optional<Class<?>> element(Type container) {
    return container instanceof ParameterizedType type && type.getActualTypeArguments().length == 1
        ? classOf(type.getActualTypeArguments()[0])
        : Optional.empty();
  }

  /** Whether a parameter has the given type, directly or through a type variable. */
  boolean isOf(Parameter parameter, Class<?> type) {
    return parameter.getType().equals(type)
        || classOf(parameter.getParameterizedType()).filter(type::equals).isPresent();
  }

  private Optional<Class<?>> classOf(Type type) {
    if (type instanceof WildcardType wildcard) {
      Type bound = wildcard.getUpperBounds()[0];
      return bound.equals(Object.class) ? Optional.empty() : classOf(bound);
    }
    if (type instanceof TypeVariable<?> variable && arguments.containsKey(variable)) {
      return classOf(arguments.get(variable));
    }
    if (type instanceof ParameterizedType parameterized) {
      return classOf(parameterized.getRawType());
    }
    return type instanceof Class<?> known ? Optional.of(known) : Optional.empty();
  }
}
