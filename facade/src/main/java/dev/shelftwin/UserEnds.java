package dev.shelftwin;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.store.TableEnd;
import dev.shelftwin.trial.End;
import dev.shelftwin.trial.Ends;
import dev.shelftwin.wire.JsonEnd;
import java.lang.reflect.InvocationTargetException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * The ends of one plan's routes, made beside the users' classes so that their libraries are used.
 */
final class UserEnds implements Ends, AutoCloseable {

  private static final String ENTITY = "jakarta.persistence.Entity";
  private static final Set<String> MANAGED =
      Set.of(
          ENTITY,
          "jakarta.persistence.MappedSuperclass",
          "jakarta.persistence.Embeddable",
          "jakarta.persistence.Converter");

  private final ClassLoader loader;
  private final End wire;
  private final End table;

  UserEnds(Plan plan, Shapes shapes, ClassLoader loader) {
    this.loader = loader;
    this.wire = plan.wire().map(this::wireOf).orElseGet(() -> (End) make(JsonEnd.class));
    this.table = (End) make(TableEnd.class, List.class, managed(plan, shapes));
  }

  @Override
  public Optional<End> at(Station station) {
    return switch (station.role()) {
      case TRANSFER -> {
        Shape shape = station.shape();
        yield Optional.of(
            shape.isAbstract() ? wire.ofKinds(load(shape.type().binaryName())) : wire);
      }
      case PERSISTENCE ->
          station.shape().annotations().contains(ENTITY) ? Optional.of(table) : Optional.empty();
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
        shapes.namesIn(layer.packageName()).stream()
            .flatMap(name -> shapes.find(layer.packageName() + "." + name).stream())
            .filter(shape -> shape.annotations().stream().anyMatch(MANAGED::contains))
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
