package dev.shelftwin.store;

import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.lang.reflect.Proxy;
import java.sql.CallableStatement;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.Statement;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import javax.sql.DataSource;
import org.jspecify.annotations.Nullable;

/** A data source that counts the statements of its connections. */
final class CountedStatements {

  private static final List<Class<?>> COUNTED =
      List.of(CallableStatement.class, PreparedStatement.class, Statement.class, Connection.class);

  private final AtomicInteger count = new AtomicInteger();
  private final DataSource source;

  CountedStatements(DataSource source) {
    this.source = proxy(DataSource.class, source);
  }

  DataSource source() {
    return source;
  }

  /** The statements that were executed since the last call. */
  int taken() {
    return count.getAndSet(0);
  }

  private <T> T proxy(Class<T> type, Object target) {
    return type.cast(
        Proxy.newProxyInstance(
            type.getClassLoader(),
            new Class<?>[] {type},
            (proxy, method, arguments) -> invoke(target, method, arguments)));
  }

  private @Nullable Object invoke(Object target, Method method, Object @Nullable [] arguments)
      throws Throwable {
    if (target instanceof Statement && method.getName().startsWith("execute")) {
      count.incrementAndGet();
    }
    try {
      @Nullable Object result = method.invoke(target, arguments);
      for (Class<?> type : COUNTED) {
        if (method.getReturnType().equals(type) && result != null) {
          return proxy(type, result);
        }
      }
      return result;
    } catch (InvocationTargetException thrown) {
      throw thrown.getCause();
    }
  }
}
