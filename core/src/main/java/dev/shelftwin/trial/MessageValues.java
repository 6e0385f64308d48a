package dev.shelftwin.trial;

import dev.shelftwin.convert.MessageType;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Converts between the types of messages and those of the JDK by reflection. */
final class MessageValues {

  private final UserClasses classes;
  private final ObjectAccess access;

  MessageValues(UserClasses classes, ObjectAccess access) {
    this.classes = classes;
    this.access = access;
  }

  /** A value of the JDK in the type that messages have for it. */
  Object made(MessageType type, Object value) throws InvocationTargetException {
    return switch (type) {
      case TIMESTAMP -> {
        Instant instant = (Instant) value;
        yield made(type, instant.getEpochSecond(), instant.getNano());
      }
      case DURATION -> {
        Duration duration = (Duration) value;
        yield made(type, duration.getSeconds(), duration.getNano());
      }
      case BYTES -> call(null, classes.load(type.message()), "copyFrom", byte[].class, value);
    };
  }

  private Object made(MessageType type, long seconds, int nanos) throws InvocationTargetException {
    Class<?> message = classes.load(type.message());
    Object builder = call(null, message, "newBuilder");
    call(builder, builder.getClass(), "setSeconds", long.class, seconds);
    call(builder, builder.getClass(), "setNanos", int.class, nanos);
    return call(builder, builder.getClass(), "build");
  }

  /** A value of a message in the type of the JDK. */
  Object read(MessageType type, Object value) throws InvocationTargetException {
    if (type == MessageType.BYTES) {
      return call(value, classes.load(type.message()), "toByteArray");
    }
    long seconds = (long) call(value, value.getClass(), "getSeconds");
    int nanos = (int) call(value, value.getClass(), "getNanos");
    return type == MessageType.TIMESTAMP
        ? Instant.ofEpochSecond(seconds, nanos)
        : Duration.ofSeconds(seconds, nanos);
  }

  /** A value of a message in the type of the JDK; any other value as it is. */
  Object plain(Object value) {
    for (Class<?> level = value.getClass(); level != null; level = level.getSuperclass()) {
      Optional<MessageType> type = MessageType.named(level.getName());
      if (type.isPresent()) {
        try {
          return read(type.get(), value);
        } catch (InvocationTargetException | DateTimeException outOfRange) {
          return value;
        }
      }
    }
    return value;
  }

  private Object call(@Nullable Object owner, Class<?> type, String name)
      throws InvocationTargetException {
    return call(owner, method(type, name), new Object[0]);
  }

  private Object call(
      @Nullable Object owner, Class<?> type, String name, Class<?> parameter, Object value)
      throws InvocationTargetException {
    return call(owner, method(type, name, parameter), value);
  }

  private Object call(@Nullable Object owner, Method method, Object... arguments)
      throws InvocationTargetException {
    return Objects.requireNonNull(access.invoke(method, owner, arguments));
  }

  private static Method method(Class<?> type, String name, Class<?>... parameters) {
    try {
      return type.getMethod(name, parameters);
    } catch (NoSuchMethodException changed) {
      throw new IllegalStateException(changed);
    }
  }
}
