package dev.shelftwin.wire;

import com.fasterxml.jackson.annotation.JsonInclude;
import dev.shelftwin.trial.End;
import dev.shelftwin.trial.EndRefusal;
import java.lang.reflect.Type;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.UnaryOperator;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JavaType;
import tools.jackson.databind.ObjectMapper;
import tools.jackson.databind.cfg.DateTimeFeature;
import tools.jackson.databind.json.JsonMapper;

/** JSON written and read by Jackson 3, from the users' class path. */
public final class Jackson3End implements End {

  private final ObjectMapper mapper;
  private final Optional<JavaType> type;
  private final UnaryOperator<String> readers;

  /** An end with a default configuration, and the modules that the users' class path offers. */
  public Jackson3End() {
    this(
        JsonMapper.builder()
            .changeDefaultPropertyInclusion(
                usual -> usual.withValueInclusion(JsonInclude.Include.NON_NULL))
            .disable(DateTimeFeature.WRITE_DATES_AS_TIMESTAMPS)
            .disable(DateTimeFeature.WRITE_DURATIONS_AS_TIMESTAMPS)
            .disable(DateTimeFeature.ADJUST_DATES_TO_CONTEXT_TIME_ZONE)
            .findAndAddModules(Jackson3End.class.getClassLoader())
            .build());
  }

  /** An end with the users' own mapper. */
  public Jackson3End(ObjectMapper mapper) {
    this(mapper, Optional.empty(), UnaryOperator.identity());
  }

  private Jackson3End(ObjectMapper mapper, Optional<JavaType> type, UnaryOperator<String> readers) {
    this.mapper = Objects.requireNonNull(mapper, "mapper");
    this.type = type;
    this.readers = readers;
  }

  @Override
  public End declaredAs(Type declared) {
    return new Jackson3End(mapper, Optional.of(mapper.constructType(declared)), readers);
  }

  @Override
  public End withDoubleNumbers() {
    return new Jackson3End(mapper, type, DoubleNumbers::rounded);
  }

  @Override
  public String name() {
    return "wire";
  }

  @Override
  public Passage pass(Object object) {
    try {
      JavaType as = type.orElseGet(() -> mapper.constructType(object.getClass()));
      String json = mapper.writerFor(as).writeValueAsString(object);
      return new Passage(mapper.readValue(readers.apply(json), as), Map.of(), json);
    } catch (JacksonException refused) {
      String field =
          refused.getPath().isEmpty()
              ? ""
              : Objects.requireNonNullElse(refused.getPath().get(0).getPropertyName(), "");
      throw new EndRefusal(field, refused.getOriginalMessage(), refused);
    }
  }

  @Override
  public void close() {
    // Holds nothing.
  }
}
