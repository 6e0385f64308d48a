package dev.shelftwin;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.ledger.LayerTypes;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.ShapeTrait;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.store.TableEnd;
import dev.shelftwin.trial.End;
import dev.shelftwin.trial.Ends;
import dev.shelftwin.wire.JsonEnd;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.Type;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * The JSON and database ends of a plan's routes. They are loaded with the users' classes, so that
 * the users' libraries are used.
 */
final class UserEnds implements Ends, AutoCloseable {

  private static final Set<ShapeTrait> MANAGED =
      Set.of(
          ShapeTrait.ENTITY,
          ShapeTrait.MAPPED_SUPERCLASS,
          ShapeTrait.EMBEDDABLE,
          ShapeTrait.COLUMN_CONVERTER);

  private final ClassLoader loader;
  private final End wire;
  private final End table;

  UserEnds(Plan plan, Shapes shapes, ClassLoader loader) {
    this.loader = loader;
    this.wire = plan.wire().map(this::wireOf).orElseGet(() -> (End) make(JsonEnd.class));
    this.table = (End) make(TableEnd.class, List.class, managed(plan, shapes));
  }

  @Override
  public Optional<End> at(ResolvedShape resolved) {
    return switch (resolved.role()) {
      case TRANSFER -> {
        Shape shape = resolved.shape();
        boolean isWhole = !shape.isAbstract() && shape.type().arguments().isEmpty();
        yield Optional.of(isWhole ? wire : wire.declaredAs(declared(shape.type())));
      }
      case PERSISTENCE -> resolved.shape().isEntity() ? Optional.of(table) : Optional.empty();
      case DOMAIN -> Optional.empty();
    };
  }

  @Override
  public void close() {
    wire.close();
    table.close();
  }

  private List<Class<?>> managed(Plan plan, Shapes shapes) {
    List<Class<?>> managed = new ArrayList<>();
    for (Layer layer : plan.layers()) {
      if (layer.role() == Role.PERSISTENCE) {
        new LayerTypes(shapes)
            .shapes(layer)
            .filter(shape -> MANAGED.stream().anyMatch(shape::has))
            .map(Shape::type)
            .forEach(type -> managed.add(load(type.binaryName())));
      }
    }
    return managed;
  }

  private End wireOf(Text method) {
    int dot = method.value().lastIndexOf('.');
    try {
      Object mapper =
          load(method.value().substring(0, dot))
              .getMethod(method.value().substring(dot + 1))
              .invoke(null);
      Class<?> type = load("com.fasterxml.jackson.databind.ObjectMapper");
      return (End) make(JsonEnd.class, type, mapper);
    } catch (ReflectiveOperationException | IllegalArgumentException unusable) {
      Throwable cause =
          unusable instanceof InvocationTargetException thrown ? thrown.getCause() : unusable;
      throw new InputException(
          method.at(),
          method + " gives no JSON mapper: " + cause,
          "let it be public, static, without parameters, and return an ObjectMapper");
    }
  }

  /** The type with its arguments; none of them is an array or a primitive type. */
  private Type declared(TypeRef type) {
    Class<?> raw = load(type.binaryName());
    List<Type> arguments = type.arguments().stream().map(this::declared).toList();
    return arguments.isEmpty() ? raw : new DeclaredType(raw, arguments);
  }

  /** A type with its arguments (JLS §4.5), as reflection shows it. */
  private record DeclaredType(Class<?> raw, List<Type> arguments) implements ParameterizedType {

    @Override
    public Type[] getActualTypeArguments() {
      return arguments.toArray(Type[]::new);
    }

    @Override
    public Type getRawType() {
      return raw;
    }

    @Override
    public @Nullable Type getOwnerType() {
      return raw.getDeclaringClass();
    }
  }

  private Object make(Class<?> ours) {
    try {
      return load(ours.getName()).getConstructor().newInstance();
    } catch (ReflectiveOperationException impossible) {
      throw new IllegalStateException(impossible);
    }
  }

  private Object make(Class<?> ours, Class<?> parameter, Object argument) {
    try {
      return load(ours.getName()).getConstructor(parameter).newInstance(argument);
    } catch (ReflectiveOperationException impossible) {
      throw new IllegalStateException(impossible);
    }
  }

  private Class<?> load(String name) {
    try {
      return Class.forName(name, true, loader);
    } catch (ClassNotFoundException missing) {
      throw new InputException(
          Place.in(name),
          "this class is not among the compiled classes",
          "build the project first, or name where it is with --classes");
    }
  }
}
