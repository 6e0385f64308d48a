package dev.shelftwin.wire;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JavaType;
import com.fasterxml.jackson.databind.JsonMappingException;
import com.fasterxml.jackson.databind.Module;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.datatype.jdk8.Jdk8Module;
import com.fasterxml.jackson.datatype.jsr310.JavaTimeModule;
import dev.shelftwin.trial.End;
import dev.shelftwin.trial.EndRefusal;
import java.lang.reflect.Type;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.ServiceConfigurationError;
import java.util.ServiceLoader;
import java.util.Set;

/**
 * Writes transfer objects as JSON (RFC 8259) and reads them again. By default, dates and times are
 * ISO 8601 texts and keep their offsets.
 */
public final class JsonEnd implements End {

  private static final Set<Class<? extends Module>> CONFIGURED =
      Set.of(JavaTimeModule.class, Jdk8Module.class);

  private final ObjectMapper mapper;
  private final Optional<JavaType> type;

  /** An end with a default configuration, and the modules that the users' class path offers. */
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
            .addModules(offered())
            .build());
  }

  /** What types of other languages and libraries need; modules that cannot be loaded are left. */
  private static List<Module> offered() {
    List<Module> modules = new ArrayList<>();
    ServiceLoader.load(Module.class, JsonEnd.class.getClassLoader()).stream()
        .filter(offer -> !CONFIGURED.contains(offer.type()))
        .forEach(
            offer -> {
              try {
                modules.add(offer.get());
              } catch (ServiceConfigurationError | LinkageError unusable) {
                // Its own types then fail in trials, with their names.
              }
            });
    return modules;
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
