package dev.shelftwin.wire;

import dev.shelftwin.trial.End;
import dev.shelftwin.trial.EndRefusal;
import jakarta.json.bind.Jsonb;
import jakarta.json.bind.JsonbBuilder;
import jakarta.json.bind.JsonbException;
import java.lang.reflect.Type;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.UnaryOperator;

/** JSON written and read by JSON-B (Jakarta JSON Binding 3.0), from the users' class path. */
public final class JsonbEnd implements End {

  private final Jsonb jsonb;
  private final Optional<Type> type;
  private final UnaryOperator<String> readers;

  /** An end with the default configuration. */
  public JsonbEnd() {
    this(JsonbBuilder.create());
  }

  /** An end with the users' own configuration. */
  public JsonbEnd(Jsonb jsonb) {
    this(jsonb, Optional.empty(), UnaryOperator.identity());
  }

  private JsonbEnd(Jsonb jsonb, Optional<Type> type, UnaryOperator<String> readers) {
    this.jsonb = Objects.requireNonNull(jsonb, "jsonb");
    this.type = type;
    this.readers = readers;
  }

  @Override
  public End declaredAs(Type declared) {
    return new JsonbEnd(jsonb, Optional.of(declared), readers);
  }

  @Override
  public End withDoubleNumbers() {
    return new JsonbEnd(jsonb, type, DoubleNumbers::rounded);
  }

  @Override
  public String name() {
    return "wire";
  }

  @Override
  public Passage pass(Object object) {
    try {
      Type as = type.orElse(object.getClass());
      String json = jsonb.toJson(object, as);
      Object read =
          Objects.requireNonNull(jsonb.fromJson(readers.apply(json), as), "JSON that was written");
      return new Passage(read, Map.of(), json);
    } catch (JsonbException refused) {
      throw new EndRefusal("", String.valueOf(refused.getMessage()), refused);
    }
  }

  @Override
  public void close() {
    // The users' own may be used elsewhere.
  }
}
