package dev.shelftwin.wire;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JavaType;
import com.fasterxml.jackson.databind.JsonMappingException;
import com.fasterxml.jackson.databind.Module;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.datatype.jdk8.Jdk8Module;
import dev.shelftwin.trial.End;
import dev.shelftwin.trial.EndMissing;
import dev.shelftwin.trial.EndRefusal;
import java.lang.reflect.Type;
import java.util.Iterator;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.ServiceConfigurationError;
import java.util.ServiceLoader;
import java.util.function.UnaryOperator;

/**
 * Writes transfer objects as JSON (RFC 8259) and reads them again. By default, dates and times are
 * ISO 8601 texts and keep their offsets.
 */
public final class JsonEnd implements End {

  private final ObjectMapper mapper;
  private final Optional<JavaType> type;
  private final UnaryOperator<String> readers;

  /**
   * An end with a default configuration, and the modules that the users' class path offers. The
   * users' version of the library is 2.9 at least.
   */
  public JsonEnd() {
    this(usual());
  }

  private static ObjectMapper usual() {
    ObjectMapper mapper = new ObjectMapper();
    mapper.setDefaultPropertyInclusion(
        JsonInclude.Value.construct(JsonInclude.Include.NON_NULL, JsonInclude.Include.ALWAYS));
    mapper.disable(SerializationFeature.WRITE_DATES_AS_TIMESTAMPS);
    mapper.disable(SerializationFeature.WRITE_DURATIONS_AS_TIMESTAMPS);
    mapper.disable(DeserializationFeature.ADJUST_DATES_TO_CONTEXT_TIME_ZONE);
    Iterator<Module> offered =
        ServiceLoader.load(Module.class, JsonEnd.class.getClassLoader()).iterator();
    boolean more = true;
    while (more) {
      try {
        more = offered.hasNext();
        if (more) {
          mapper.registerModule(configured(offered.next()));
        }
      } catch (ServiceConfigurationError | LinkageError unusable) {
        // It cannot be loaded, or needs another version: its types fail in trials, with their
        // names.
      }
    }
    return mapper;
  }

  /** Before version 2.14, optionals that a document does not mention are read as empty ones. */
  private static Module configured(Module module) {
    try {
      return module instanceof Jdk8Module optionals
          ? optionals.configureReadAbsentAsNull(true)
          : module;
    } catch (NoSuchMethodError older) {
      return module;
    }
  }

  /** An end with the users' own mapper. */
  public JsonEnd(ObjectMapper mapper) {
    this(mapper, Optional.empty(), UnaryOperator.identity());
  }

  private JsonEnd(ObjectMapper mapper, Optional<JavaType> type, UnaryOperator<String> readers) {
    this.mapper = Objects.requireNonNull(mapper, "mapper");
    this.type = type;
    this.readers = readers;
  }

  @Override
  public End declaredAs(Type declared) {
    return new JsonEnd(mapper, Optional.of(mapper.constructType(declared)), readers);
  }

  @Override
  public End withDoubleNumbers() {
    return new JsonEnd(mapper, type, DoubleNumbers::rounded);
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
    } catch (JsonProcessingException refused) {
      throw new EndRefusal(field(refused), refused.getOriginalMessage(), refused);
    } catch (LinkageError unfitting) {
      if (!isOfLibrary(unfitting)) {
        throw unfitting;
      }
      String why = "a library refuses: " + unfitting.toString().lines().findFirst().orElse("");
      throw new EndMissing(EndMissing.reasonOfLibrary("JSON", why), unfitting);
    }
  }

  /** Whether the library itself lacks something, and not a type of the users. */
  private static boolean isOfLibrary(LinkageError unfitting) {
    StackTraceElement[] trace = unfitting.getStackTrace();
    return trace.length > 0 && trace[0].getClassName().startsWith("com.fasterxml.jackson.");
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
