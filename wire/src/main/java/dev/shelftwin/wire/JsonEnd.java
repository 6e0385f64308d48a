package dev.shelftwin.wire;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JavaType;
import com.fasterxml.jackson.databind.JsonMappingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.datatype.jdk8.Jdk8Module;
import com.fasterxml.jackson.datatype.jsr310.JavaTimeModule;
import dev.shelftwin.trial.End;
import dev.shelftwin.trial.EndRefusal;
import java.lang.reflect.Type;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * Writes transfer objects as JSON (RFC 8259) and reads them again. By default, dates and times are
 * ISO 8601 texts and keep their offsets.
 */
public final class JsonEnd implements End {

  private final ObjectMapper mapper;
  private final Optional<JavaType> type;

  /** An end with a default configuration. */
  public JsonEnd() {
    this(
        JsonMapper.builder()
            .addModule(new JavaTimeModule())
            .addModule(new Jdk8Module().configureReadAbsentAsNull(true))
            .defaultPropertyInclusion(
                JsonInclude.Value.construct(
                    JsonInclude.Include.NON_NULL, JsonInclude.Include.ALWAYS))
            .disable(SerializationFeature.WRITE_DATES_AS_TIMESTAMPS)
            .disable(SerializationFeature.WRITE_DURATIONS_AS_TIMESTAMPS)
            .disable(DeserializationFeature.ADJUST_DATES_TO_CONTEXT_TIME_ZONE)
            .build());
  }

  /** An end with the users' own mapper. */
  public JsonEnd(ObjectMapper mapper) {
    this(mapper, Optional.empty());
  }

  private JsonEnd(ObjectMapper mapper, Optional<JavaType> type) {
    this.mapper = Objects.requireNonNull(mapper, "mapper");
    this.type = type;
  }

  @Override
  public End declaredAs(Type declared) {
    return new JsonEnd(mapper, Optional.of(mapper.constructType(declared)));
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
      return new Passage(mapper.readValue(json, as), Map.of(), json);
    } catch (JsonProcessingException refused) {
      throw new EndRefusal(field(refused), refused.getOriginalMessage(), refused);
    }
  }

  @Override
  public void close() {
    // Holds nothing.
  }

  private static String field(JsonProcessingException refused) {
    return refused instanceof JsonMappingException mapping && !mapping.getPath().isEmpty()
        ? Objects.requireNonNullElse(mapping.getPath().get(0).getFieldName(), "")
        : "";
  }
}
