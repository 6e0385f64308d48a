package dev.shelftwin;

import dev.shelftwin.compile.UserClassLoader;
import dev.shelftwin.document.ApiDocument;
import dev.shelftwin.document.Documents;
import dev.shelftwin.finding.InputError;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.finding.TableDifference;
import dev.shelftwin.ledger.LayerTypes;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.plan.Database;
import dev.shelftwin.plan.Description;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.ShapeTrait;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.store.SchemaComparison;
import dev.shelftwin.store.SchemaScript;
import dev.shelftwin.store.TableEnd;
import dev.shelftwin.trial.End;
import dev.shelftwin.trial.EndMissing;
import dev.shelftwin.trial.Ends;
import dev.shelftwin.wire.DescribedEnd;
import dev.shelftwin.wire.JsonEnd;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.Type;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
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

  private static final String WIRE = JsonEnd.class.getPackageName() + ".";

  private final ClassLoader loader;
  private final Documents documents;
  private final End wire;
  private final End table;

  /**
   * The ends of a plan.
   *
   * @param chosen the database of the rows; empty for that of the plan
   */
  UserEnds(Plan plan, Optional<Database> chosen, Shapes shapes, ClassLoader loader) {
    this.loader = loader;
    this.documents = Documents.of(plan);
    End json = plan.wire().mapper().map(this::wireOf).orElseGet(this::usualWire);
    this.wire = plan.wire().doubleNumbers() ? json.withDoubleNumbers() : json;
    List<Class<?>> managed = managed(plan, shapes, loader);
    this.table =
        chosen
            .or(plan::database)
            .map(
                database ->
                    make(
                        TableEnd.class.getName(),
                        List.of(List.class, Database.class, ClassLoader.class),
                        managed,
                        database,
                        loader))
            .orElseGet(() -> make(TableEnd.class.getName(), List.of(List.class), managed));
  }

  @Override
  public Optional<End> at(ResolvedShape resolved) {
    return switch (resolved.role()) {
      case TRANSFER -> {
        Shape shape = resolved.shape();
        if (shape.has(ShapeTrait.MESSAGE)) {
          yield Optional.of(make(WIRE + "MessageEnd", List.of()));
        }
        boolean isWhole =
            !shape.isAbstract()
                && !shape.has(ShapeTrait.IMPLEMENTED)
                && shape.type().arguments().isEmpty();
        yield Optional.of(isWhole ? wire : wire.declaredAs(declared(shape.type())));
      }
      case PERSISTENCE -> resolved.shape().isEntity() ? Optional.of(table) : Optional.empty();
      case DOMAIN -> Optional.empty();
    };
  }

  /** What a mapper made must be as the layer's document describes it. */
  @Override
  public Optional<End> ofMapped(ResolvedShape resolved) {
    Optional<Description> description = resolved.layer().description();
    return at(resolved)
        .map(
            end ->
                description
                    .flatMap(one -> one.schema(resolved.use()))
                    .map(schema -> described(end, resolved, schema))
                    .orElse(end));
  }

  private End described(End end, ResolvedShape resolved, String schema) {
    Optional<ApiDocument> document = documents.of(resolved.layer());
    if (document.isEmpty()) {
      return noDocument(end, documents.errors(resolved.layer()).get(0));
    }
    if (!document.get().names().contains(schema)) {
      return end;
    }
    List<InputError> errors = document.get().errors(schema);
    if (!errors.isEmpty()) {
      return noDocument(end, errors.get(0));
    }
    Map<String, String> fields = new HashMap<>();
    for (Field field : resolved.shape().fields()) {
      field.externalName().ifPresent(name -> fields.put(name, field.name()));
    }
    try {
      return new DescribedEnd(end, document.get(), schema, fields);
    } catch (InputException unusable) {
      return noDocument(end, unusable.errors().get(0));
    }
  }

  private static End noDocument(End end, InputError why) {
    return new UnusableEnd(end.name(), "no document: " + why);
  }

  /** An end to which nothing can be sent. */
  private record UnusableEnd(String name, String why) implements End {

    @Override
    public Passage pass(Object object) {
      throw new EndMissing(why, null);
    }

    @Override
    public void close() {
      // Holds nothing.
    }
  }

  @Override
  public void close() {
    wire.close();
    table.close();
  }

  /** What is not the same in an existing schema and in the rows of a plan. */
  @SuppressWarnings("unchecked") // the type is erased on the way through another loader
  static List<TableDifference> differences(
      Plan plan, Database database, Shapes shapes, ClassLoader loader) {
    try {
      return (List<TableDifference>)
          Class.forName(SchemaComparison.class.getName(), true, loader)
              .getMethod("of", List.class, Database.class, ClassLoader.class)
              .invoke(null, managed(plan, shapes, loader), database, loader);
    } catch (InvocationTargetException thrown) {
      throw ofEnd(thrown);
    } catch (ReflectiveOperationException impossible) {
      throw new IllegalStateException(impossible);
    }
  }

  /** The statements that create the tables of the rows of a plan. */
  static String tables(Plan plan, Optional<Database> chosen, Shapes shapes, ClassLoader loader) {
    try {
      return (String)
          Class.forName(SchemaScript.class.getName(), true, loader)
              .getMethod("of", List.class, Optional.class, ClassLoader.class)
              .invoke(null, managed(plan, shapes, loader), chosen.or(plan::database), loader);
    } catch (InvocationTargetException thrown) {
      throw ofEnd(thrown);
    } catch (ReflectiveOperationException impossible) {
      throw new IllegalStateException(impossible);
    }
  }

  /** What an end throws: errors of the input, or of a library. */
  private static InputException ofEnd(InvocationTargetException thrown) {
    Throwable innermost = thrown;
    while (innermost.getCause() != null) {
      innermost = innermost.getCause();
      if (innermost instanceof InputException wrong) {
        return wrong;
      }
    }
    return new InputException(
        Place.in("the ends of the routes"),
        "a library refuses: " + innermost,
        "correct what it names");
  }

  private static List<Class<?>> managed(Plan plan, Shapes shapes, ClassLoader loader) {
    List<Class<?>> managed = new ArrayList<>();
    rows(plan, shapes).forEach(type -> managed.add(load(type.binaryName(), loader)));
    return managed;
  }

  /** The types that a provider manages. */
  static Stream<TypeRef> rows(Plan plan, Shapes shapes) {
    return plan.layers().stream()
        .filter(layer -> layer.role() == Role.PERSISTENCE)
        .flatMap(new LayerTypes(shapes)::shapes)
        .filter(shape -> MANAGED.stream().anyMatch(shape::has))
        .map(Shape::type);
  }

  /**
   * The JSON library that the users have; ours if they have none. Where it does not work, only the
   * routes that lead to it cannot be tried.
   */
  private End usualWire() {
    JsonLibrary usual =
        loader instanceof UserClassLoader users
            ? Stream.of(JsonLibrary.values())
                .filter(library -> users.isOfUsers(library.heart))
                .findFirst()
                .orElse(JsonLibrary.JACKSON_2)
            : JsonLibrary.JACKSON_2;
    try {
      return make(usual.end, List.of());
    } catch (InputException unusable) {
      String why = unusable.errors().get(0).message().lines().findFirst().orElse("");
      return new UnusableEnd("wire", EndMissing.reasonOfLibrary("JSON", why));
    }
  }

  /** The JSON libraries, the one that most have first. */
  private enum JsonLibrary {
    JACKSON_2("com.fasterxml.jackson.databind.ObjectMapper", JsonEnd.class.getName()),
    JACKSON_3("tools.jackson.databind.ObjectMapper", WIRE + "Jackson3End"),
    JSON_B("jakarta.json.bind.Jsonb", WIRE + "JsonbEnd");

    private final String heart;
    private final String end;

    JsonLibrary(String heart, String end) {
      this.heart = heart;
      this.end = end;
    }
  }

  private End wireOf(Text method) {
    int dot = method.value().lastIndexOf('.');
    try {
      Object mapper =
          load(method.value().substring(0, dot))
              .getMethod(method.value().substring(dot + 1))
              .invoke(null);
      for (JsonLibrary library : JsonLibrary.values()) {
        Optional<Class<?>> type = find(library.heart);
        if (type.filter(known -> known.isInstance(mapper)).isPresent()) {
          return make(library.end, List.of(type.get()), mapper);
        }
      }
      throw new IllegalArgumentException("it returned " + mapper);
    } catch (ReflectiveOperationException | IllegalArgumentException unusable) {
      Throwable cause =
          unusable instanceof InvocationTargetException thrown ? thrown.getCause() : unusable;
      throw new InputException(
          method.at(),
          method + " gives no JSON mapper: " + cause,
          "let it be public, static, without parameters, and return an ObjectMapper or a Jsonb");
    }
  }

  private Optional<Class<?>> find(String name) {
    try {
      return Optional.of(Class.forName(name, true, loader));
    } catch (ClassNotFoundException missing) {
      return Optional.empty();
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

  /** An end of ours, loaded beside the users' classes. */
  private End make(String ours, List<Class<?>> parameters, Object... arguments) {
    try {
      return (End)
          load(ours).getConstructor(parameters.toArray(Class<?>[]::new)).newInstance(arguments);
    } catch (InvocationTargetException thrown) {
      throw ofEnd(thrown);
    } catch (ReflectiveOperationException impossible) {
      throw new IllegalStateException(impossible);
    }
  }

  private Class<?> load(String name) {
    return load(name, loader);
  }

  private static Class<?> load(String name, ClassLoader loader) {
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
