package dev.shelftwin.observe;

import dev.shelftwin.shape.TypeRef;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.Type;
import java.util.List;
import java.util.stream.Stream;

/** Types of loaded classes as types of shapes. */
final class TypeRefs {

  private TypeRefs() {}

  static TypeRef of(Type type) {
    if (type instanceof ParameterizedType generic) {
      TypeRef raw = of((Class<?>) generic.getRawType());
      List<TypeRef> arguments =
          Stream.of(generic.getActualTypeArguments()).map(TypeRefs::of).toList();
      return new TypeRef(raw.packageName(), raw.name(), arguments, 0);
    }
    return type instanceof Class<?> known ? of(known) : TypeRef.lang("Object");
  }

  private static TypeRef of(Class<?> type) {
    if (type.isArray()) {
      TypeRef element = of(type.getComponentType());
      return new TypeRef(
          element.packageName(), element.name(), element.arguments(), element.dimensions() + 1);
    }
    if (type.isPrimitive()) {
      return new TypeRef("", type.getName(), List.of(), 0);
    }
    String name = type.getName();
    String simple = name.substring(name.lastIndexOf('.') + 1).replace('$', '.');
    return TypeRef.of(type.getPackageName(), simple);
  }
}
