package dev.shelftwin.store;

import java.lang.reflect.Constructor;
import java.lang.reflect.Field;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Member;
import java.lang.reflect.Method;
import org.jspecify.annotations.Nullable;

/** Reads and writes the attributes of rows, whatever their visibility. */
final class Members {

  private Members() {}

  /** The value of an attribute that the provider reads in a field or by a method. */
  static @Nullable Object read(Object row, Member member) {
    try {
      if (member instanceof Field field) {
        field.setAccessible(true);
        return field.get(row);
      }
      Method method = (Method) member;
      method.setAccessible(true);
      return method.invoke(row);
    } catch (IllegalAccessException | InvocationTargetException closed) {
      throw new IllegalStateException(closed);
    }
  }

  /** Creates an object with the constructor without parameters. */
  static Object create(Class<?> type) {
    try {
      Constructor<?> constructor = type.getDeclaredConstructor();
      constructor.setAccessible(true);
      return constructor.newInstance();
    } catch (ReflectiveOperationException closed) {
      throw new IllegalStateException(closed);
    }
  }

  /** Sets a field. */
  static void write(Object row, Field field, @Nullable Object value) {
    try {
      field.setAccessible(true);
      field.set(row, value);
    } catch (IllegalAccessException closed) {
      throw new IllegalStateException(closed);
    }
  }
}
